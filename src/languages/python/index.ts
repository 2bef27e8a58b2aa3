import type { Language, Syntax } from "../../core/language.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { lineColumn } from "../../core/text/width.js";
import { N, T } from "./kinds.js";
import { layoutPython } from "./layout/statements.js";
import { PYTHON_TAB, lexPython } from "./lexer.js";
import { parsePython } from "./parser/statements.js";
import { R, RULES } from "./rules.js";
import { pythonTyping } from "./typing.js";

/** Python 3.8 to 3.13, laid out by PEP 8. */
export const python: Language = {
  name: "python",
  ids: ["python"],
  extensions: [".py", ".pyi", ".pyw"],
  fileNames: [],
  defaults: { indentSize: 4, maxLineLength: 79, blankLineLimit: 2 },
  rules: RULES,
  commentRule: R.Comment,
  splitRule: R.Split,
  insertRules: { comma: R.ClosingComma, terminator: R.Semicolon },
  trailingSpace: 2,
  freeLines: false,
  fusing: new Set([
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
  typing: pythonTyping,

  parse(text: string): Syntax {
    const tokens = lexPython(text);
    return { tokens, tree: parsePython(tokens) };
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

  *indents({ tokens, tree }: Syntax): Iterable<number> {
    const column = (t: number): number => lineColumn(tokens.text, tokens.start(t), PYTHON_TAB);
    for (let node = 1; node <= tree.size; node++) {
      if (tree.kind(node) !== N.Suite || tree.child(node) === 0) continue;
      const first = tree.first(tree.child(node));
      if (tokens.onNewLine(first)) yield column(first) - column(Math.max(0, tree.first(node) - 1));
    }
  },

  comparable(tokens: TokenTable, t: number): string {
    const text = tokens.textOf(t);
    switch (tokens.kind(t) as T) {
      case T.Comma: case T.Semicolon: case T.LeftParen: case T.RightParen: return "";
      case T.Comment: return text.replace(/^# ?/, "#");
      case T.String: return text.replace(/\\?["']/g, '"').replace(/^[ \t]+/gm, "");
      default: return text;
    }
  },

  layout: layoutPython,
};
