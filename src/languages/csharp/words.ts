import { T } from "./kinds.js";

const kinds = new Map<string, T>();
const add = (kind: T, words: string): void => {
  for (const word of words.split(" ")) kinds.set(word, kind);
};

add(
  T.TypeWord,
  "bool byte char decimal double float int long object sbyte short string uint ulong ushort void",
);
add(
  T.Modifier,
  "abstract extern internal override private protected public readonly sealed static virtual volatile",
);
add(T.Value, "true false null this base");
add(T.Checked, "checked unchecked");
add(T.Conversion, "explicit implicit");
add(T.Typeof, "typeof sizeof");
const own: readonly (readonly [T, string])[] = [
  [T.Is, "is"],
  [T.As, "as"],
  [T.Break, "break"],
  [T.Case, "case"],
  [T.Catch, "catch"],
  [T.Class, "class"],
  [T.Const, "const"],
  [T.Continue, "continue"],
  [T.Default, "default"],
  [T.Delegate, "delegate"],
  [T.Do, "do"],
  [T.Else, "else"],
  [T.Enum, "enum"],
  [T.Event, "event"],
  [T.Finally, "finally"],
  [T.Fixed, "fixed"],
  [T.For, "for"],
  [T.Foreach, "foreach"],
  [T.Goto, "goto"],
  [T.If, "if"],
  [T.In, "in"],
  [T.Interface, "interface"],
  [T.Lock, "lock"],
  [T.Namespace, "namespace"],
  [T.New, "new"],
  [T.Operator, "operator"],
  [T.Out, "out"],
  [T.Params, "params"],
  [T.Ref, "ref"],
  [T.Return, "return"],
  [T.Stackalloc, "stackalloc"],
  [T.Struct, "struct"],
  [T.Switch, "switch"],
  [T.Throw, "throw"],
  [T.Try, "try"],
  [T.Unsafe, "unsafe"],
  [T.Using, "using"],
  [T.While, "while"],
];
for (const [kind, word] of own) add(kind, word);

/** The kind of a word: that of the reserved one, or a name (ECMA-334, 6.4.4). */
export const kindOfWord = (word: string): T => kinds.get(word) ?? T.Name;

/** Words that modify a declaration where one follows, and are names elsewhere (ECMA-334, 6.4.4). */
export const CONTEXTUAL_MODIFIERS: ReadonlySet<string> = new Set([
  "async",
  "file",
  "partial",
  "required",
  "scoped",
]);

/** What begins a clause of a query (ECMA-334, 12.22). */
export const CLAUSES: ReadonlySet<string> = new Set([
  "from",
  "let",
  "where",
  "join",
  "orderby",
  "select",
  "group",
  "into",
]);

/** Words that end an operand which stands before them, in patterns and behind values. */
export const ENDS_OPERAND: ReadonlySet<string> = new Set(["and", "or", "when", "with"]);

/** The same in queries. */
export const ENDS_IN_QUERY: ReadonlySet<string> = new Set([
  ...ENDS_OPERAND,
  ...CLAUSES,
  "on",
  "equals",
  "by",
  "ascending",
  "descending",
]);
