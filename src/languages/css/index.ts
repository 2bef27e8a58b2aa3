import type { Language } from "../../core/language.js";
import { BRACKETS, type Notation } from "../../core/notation.js";
import { SequenceFlag } from "../../core/outline/sequence.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { unquoted } from "../../core/text/quotes.js";
import { N, T, type Dialect } from "./kinds.js";
import { CssLayout } from "./layout/statements.js";
import { parseCss } from "./parser.js";
import { R, RULES, RULE_DESCRIPTIONS } from "./rules.js";
import { cssTyping } from "./typing.js";

const notation = ({ extended }: Dialect): Notation => ({
  ...(extended ? { lineComments: ["//"] } : {}),
  blockComment: { open: "/*", close: "*/", leader: "*", documentation: "/**" },
  brackets: BRACKETS,
  block: ["{", "}"],
  separator: ",",
  terminator: ";",
  hangs: /^:\s/,
  operand: /[\p{L}\p{N}_$"'#.@%&*(\[!-]/u,
});

function styleSheets(dialect: Dialect): Language {
  const { name } = dialect;
  return {
    name,
    family: "css",
    ids: [name],
    extensions: [`.${name}`],
    fileNames: [],
    defaults: { blankLineLimit: 1 },
    rules: RULES,
    ruleDescriptions: RULE_DESCRIPTIONS,
    commentRule: R.Comment,
    splitRule: R.Split,
    insertRules: { terminator: R.Terminator },
    notation: notation(dialect),
    fragments: { statements: ["a{", "}"] },
    trailingSpace: 1,
    breaksAnywhere: true,
    mergingPairs: new Set(["/*", "//"]),
    unparsed: N.Unparsed,
    typing: cssTyping(dialect),
    parse: (text, byColumns) => parseCss(text, dialect, byColumns),
    isUnit: (kind) => kind > N.Unparsed && kind <= N.PageComment,
    sequence: (kind) => (kind === N.Block ? SequenceFlag.Is | SequenceFlag.Alone : 0),
    comparable,
    layout: (sheet, syntax, style) => new CssLayout(sheet, syntax, style, dialect).styleSheet(),
  };
}

/** CSS: Syntax level 3 and nesting. */
export const css = styleSheets({ name: "css", extended: false, interpolation: "" });

export const scss = styleSheets({ name: "scss", extended: true, interpolation: "#{" });

export const less = styleSheets({ name: "less", extended: true, interpolation: "@{" });

function comparable(tokens: TokenTable, t: number): string {
  const text = tokens.textOf(t);
  switch (tokens.kind(t) as T) {
    case T.Semicolon: return "";
    case T.Comment: return text.replace(/^[ \t]+/gm, "");
    case T.String: return unquoted(text);
    default: return text;
  }
}
