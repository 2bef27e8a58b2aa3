import { organizeBy } from "../../core/imports/organize.js";
import type { Language, Syntax } from "../../core/language.js";
import { BRACKETS } from "../../core/notation.js";
import { SequenceFlag } from "../../core/outline/sequence.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { unquoted } from "../../core/text/quotes.js";
import { N, T } from "./kinds.js";
import { layoutPython } from "./layout/statements.js";
import { lexPython } from "./lexer.js";
import { allowsBracketedWith } from "./version.js";
import { parsePython } from "./parser/statements.js";
import { importOrder } from "./imports.js";
import { R, RULES, RULE_DESCRIPTIONS } from "./rules.js";
import { withoutMagics } from "./magics.js";
import { pythonTyping, typingOfCells } from "./typing/index.js";

const modules: Language = {
  name: "python",
  family: "python",
  ids: ["python"],
  extensions: [".py", ".pyw"],
  fileNames: ["SConstruct", "SConscript", "wscript", ".pythonrc"],
  defaults: { indentSize: 4, maxLineLength: 79, blankLineLimit: 2 },
  rules: RULES,
  ruleDescriptions: RULE_DESCRIPTIONS,
  organizeImports: organizeBy(importOrder),
  commentRule: R.Comment,
  splitRule: R.Split,
  insertRules: { separator: R.ClosingComma },
  notation: {
    lineComments: ["#"],
    brackets: BRACKETS,
    block: ["{", "}"],
    group: ["(", ")"],
    separator: ",",
    terminator: ";",
    continuation: "\\",
    hangs: /^=\s/,
    carriesOn: /^[.:&|+\-/%=^]/,
    operand: /[\p{L}\p{N}_"'([{@~]/u,
  },
  trailingSpace: 2,
  breaksAnywhere: false,
  mergingPairs: new Set([
    "**",
    "//",
    "<<",
    ">>",
    "->",
    ":=",
    "==",
    "!=",
    "<=",
    ">=",
    "+=",
    "-=",
    "*=",
    "/=",
    "%=",
    "&=",
    "|=",
    "^=",
    "@=",
  ]),
  unparsed: N.Unparsed,
  fragments: { expression: ["(", ")"], parameters: ["(lambda ", ": 0)"] },
  typing: pythonTyping,

  parse(text: string, byColumns?: boolean): Syntax {
    const lexed = lexPython(text, byColumns);
    return { ...lexed, tree: parsePython(lexed.tokens) };
  },

  isUnit(kind: number): boolean {
    return (
      kind <= N.Decorated
      && kind > N.Suite
      && kind !== N.Unparsed
      && kind !== N.ImportNames
      && kind !== N.Clause
    );
  },

  sequence: (kind) =>
    kind === N.Suite ? SequenceFlag.Is | SequenceFlag.Open | SequenceFlag.Alone : 0,

  needsNewer: allowsBracketedWith,

  comparable(tokens: TokenTable, t: number): string {
    const text = tokens.textOf(t);
    switch (tokens.kind(t) as T) {
      case T.Comma:
      case T.Semicolon:
      case T.LeftParen:
      case T.RightParen:
      case T.Continuation: return "";
      case T.Comment: return text.replace(/^# ?/, "#");
      case T.String: return unquoted(text).replace(/^[ \t]+/gm, "");
      default: return text;
    }
  },

  layout: (sheet, syntax, style) => layoutPython(sheet, syntax, style),
};

/** Stub files (PEP 484): declarations alone, with bodies on their lines and few blank lines. */
const stubs: Language = {
  ...modules,
  extensions: [".pyi"],
  layout: (sheet, syntax, style) => layoutPython(sheet, syntax, style, true),
};

/** Cells of notebooks: lines for a shell and magic words count as names. */
const cells: Language = {
  ...modules,
  typing: typingOfCells,
  parse: (text, byColumns) => modules.parse(withoutMagics(text), byColumns),
};

/** Python 3.8 to 3.13, laid out by PEP 8. */
export const python: Language = { ...modules, variants: [stubs], cell: cells };
