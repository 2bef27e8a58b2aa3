import type { Typing } from "../../core/language.js";
import { NONE, type Tree } from "../../core/syntax/tree.js";
import { interpolate } from "./interpolate.js";
import { N, T, type Dialect } from "./kinds.js";
import { ecmaClosers, parseEcma } from "./parser/statements.js";

const TRIGGERS = [
  "}",
  ")",
  "]",
  ";",
  ">",
  "/",
  "{",
  ".",
  "?",
  ":",
  "&",
  "|",
  "+",
  "-",
  ",",
  " ",
  "(",
];

/** Words and signs that go on with the statement before, or begin a case. */
const WORDS = new Map<string, readonly string[]>([
  ["else", [" {}"]],
  ["catch", [" {}"]],
  ["finally", [" {}"]],
  ["case", [" x:"]],
  ["default", [":"]],
  [".", ["x"]],
  ["?", [" x : x"]],
  ["??", [" x"]],
  ["?.", ["x"]],
  [":", [" x"]],
  ["&", ["& x", " x"]],
  ["|", ["| x", " x"]],
  ["+", [" x"]],
  ["-", [" x"]],
  [",", [" x"]],
]);

const JUMPS = ["break", "continue", "return", "throw"];
const CASE = "case x:";

/** Behind a jump that ends a case nothing more can run there: another case is next. */
function caseAfterJump(text: string, dialect: Dialect): string | undefined {
  const jump = Math.max(...JUMPS.map((word) => text.lastIndexOf(word)));
  if (jump < 0 || !/\b(?:case|default)\b/.test(text.slice(0, jump))) return undefined;
  const whole = `${text}${CASE}\n`;
  const { tokens, tree } = parseEcma(whole + ecmaClosers(whole, dialect), dialect);
  for (let before = 1; before <= tree.size; before++) {
    const node = tree.next(before);
    if (node === NONE || tree.kind(node) !== N.Case) continue;
    if (tokens.start(tree.first(node)) !== text.length) continue;
    return tree.kind(before) === N.Case && endsWithJump(tree, before) ? CASE : undefined;
  }
  return undefined;
}

function endsWithJump(tree: Tree, node: number): boolean {
  const body = tree.lastChild(node);
  const kind: N = tree.kind(tree.lastChild(body));
  return (
    tree.kind(body) === N.CaseBody && (kind === N.Jump || kind === N.Return || kind === N.Throw)
  );
}

/** What stands in the brackets of a header. */
const HEADERS: ReadonlySet<number> = new Set([N.Condition, N.ForHead, N.Parameters]);

/** What the ECMAScript family says of text that is being typed. */
export const ecmaTyping = (dialect: Dialect): Typing => ({
  triggers: TRIGGERS,
  carried: /(?:[^+]\+|[^-]-|[^*]\/|[*%&|^=!?~<]|=>)$/,
  words: WORDS,
  waits: new Set(["+", "-"]),
  headers: HEADERS,
  interpolation: { sign: "${", changes: interpolate },
  isProse: ({ tokens }, t) => (tokens.kind(t) as T) === T.JsxText,
  next: (text) => caseAfterJump(text, dialect),
  closers: (text) => ecmaClosers(text, dialect),
});
