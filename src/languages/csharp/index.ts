import { organizeBy } from "../../core/imports/organize.js";
import type { Language } from "../../core/language.js";
import { BRACKETS } from "../../core/notation.js";
import { SequenceFlag } from "../../core/outline/sequence.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { importOrder } from "./imports.js";
import { N, T } from "./kinds.js";
import { CsharpLayout } from "./layout/statements.js";
import { parseCsharp } from "./parser/statements.js";
import { R, RULES, RULE_DESCRIPTIONS } from "./rules.js";
import { csharpTyping } from "./typing.js";

/** C# as ECMA-334 has it, and what was added up to version 14. */
export const csharp: Language = {
  name: "csharp",
  family: "csharp",
  ids: ["csharp"],
  extensions: [".cs", ".csx"],
  fileNames: [],
  defaults: {
    indentSize: 4,
    bracePlacement: "own-line",
    closingComma: "as-written",
    maxLineLength: 120,
  },
  rules: RULES,
  ruleDescriptions: RULE_DESCRIPTIONS,
  organizeImports: organizeBy(importOrder),
  commentRule: R.Comment,
  splitRule: R.Split,
  insertRules: { separator: R.ClosingComma },
  notation: {
    lineComments: ["//"],
    lineDocumentation: "///",
    blockComment: { open: "/*", close: "*/", leader: "*", documentation: "/**" },
    brackets: BRACKETS,
    block: ["{", "}"],
    group: ["(", ")"],
    separator: ",",
    terminator: ";",
    hangs: /^=>?\s/,
    carriesOn: /^[.?:&|+\-/%=^]/,
    operand: /[\p{L}\p{N}_"'@$([{!~]/u,
    leads: ["?", ":", "&", "|"],
  },
  trailingSpace: 1,
  breaksAnywhere: true,
  mergingPairs: new Set([
    "++",
    "--",
    "+=",
    "-=",
    "//",
    "/*",
    "*=",
    "&&",
    "||",
    "??",
    "=>",
    "==",
    "!=",
    "<=",
    ">=",
    "<<",
    ">>",
    "->",
    "::",
    "..",
    "/=",
    "%=",
    "^=",
    "&=",
    "|=",
  ]),
  unparsed: N.Unparsed,
  typing: csharpTyping,
  fragments: { expression: ["x = ", ";"], header: ["", ";"], parameters: ["void x", ";"] },
  parse: parseCsharp,
  isUnit: (kind) => kind > N.Unparsed && kind <= N.Global,
  sequence: (kind) => {
    switch (kind as N) {
      case N.Block:
      case N.SwitchBody: return SequenceFlag.Is;
      case N.TypeBody: return SequenceFlag.Is | SequenceFlag.Alone;
      default: return 0;
    }
  },
  comparable,
  keepsLineEnds: (tokens, t) => !tokens.isTrivia(t),
  layout: (sheet, syntax, style) => new CsharpLayout(sheet, syntax, style).unit(),
};

function comparable(tokens: TokenTable, t: number): string {
  const text = tokens.textOf(t);
  switch (tokens.kind(t) as T) {
    case T.Comma: return "";
    case T.Comment: return text.replace(/^[ \t]+/gm, "");
    default: return text;
  }
}
