import { organizeBy } from "../../core/imports/organize.js";
import type { Language } from "../../core/language.js";
import { BRACKETS, type Notation } from "../../core/notation.js";
import { SequenceFlag } from "../../core/outline/sequence.js";
import type { Span } from "../../core/outline/excerpt.js";
import type { Parsed } from "../../core/syntax/tree.js";
import { linkedTags } from "../../core/linked.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { unquoted } from "../../core/text/quotes.js";
import { N, T, type Dialect } from "./kinds.js";
import { EcmaLayout } from "./layout/statements.js";
import { parseEcma } from "./parser/statements.js";
import { importOrder } from "./imports.js";
import { R, RULES, RULE_DESCRIPTIONS } from "./rules.js";
import { ecmaTyping } from "./typing.js";

// Not `>=`: no value begins with `=`, but a text that a tag ends before may.
const FUSING = new Set([
  "++",
  "--",
  "+=",
  "-=",
  "//",
  "/*",
  "**",
  "*=",
  "&&",
  "||",
  "??",
  "?.",
  "=>",
  "==",
  "!=",
  "<=",
  "<<",
  ">>",
  "=/",
]);

const NOTATION: Notation = {
  lineComments: ["//"],
  blockComment: { open: "/*", close: "*/", leader: "*", documentation: "/**" },
  brackets: BRACKETS,
  block: ["{", "}"],
  group: ["(", ")"],
  separator: ",",
  terminator: ";",
  continuation: "\\",
  tags: true,
  hangs: /^=>?\s/,
  carriesOn: /^[.?:&|+\-/%=^]/,
  operand: /[\p{L}\p{N}_$"'`([{<#@!~]|\/[^=]/u,
  leads: ["|", "?", ":", "&"],
};

interface Names {
  readonly name: string;
  readonly ids: readonly string[];
  readonly extensions: readonly string[];
}

function ecma({ name, ids, extensions }: Names, dialect: Dialect): Language {
  return {
    name,
    family: "ecma",
    ids,
    extensions,
    fileNames: name === "javascript" ? ["Jakefile"] : [],
    defaults: {},
    rules: RULES,
    ruleDescriptions: RULE_DESCRIPTIONS,
    organizeImports: organizeBy(importOrder),
    commentRule: R.Comment,
    splitRule: R.Split,
    insertRules: { separator: R.ClosingComma, terminator: R.Terminator },
    notation: NOTATION,
    fragments: { expression: ["(", ")"], parameters: ["((", ") => 0)"] },
    trailingSpace: 1,
    breaksAnywhere: true,
    mergingPairs: FUSING,
    unparsed: N.Unparsed,
    typing: ecmaTyping(dialect),
    parse: (text, byColumns) => parseEcma(text, dialect, byColumns),
    isUnit: (kind) => kind > N.Unparsed && kind <= N.EnumMember,
    sequence,
    ...(dialect.jsx ? { linked } : {}),
    comparable,
    // Those of a value in a tag are told to what it is given to; those that a backslash carries on are nobody's.
    keepsLineEnds: (tokens, t) =>
      (tokens.kind(t) as T) === T.String && !/\\[\r\n]/.test(tokens.textOf(t)),
    layout: (sheet, syntax, style) => new EcmaLayout(sheet, syntax, style).program(),
  };
}

/** JavaScript as ECMA-262 has it in 2026, with JSX. */
export const javascript = ecma(
  {
    name: "javascript",
    ids: ["javascript", "javascriptreact"],
    extensions: [".js", ".mjs", ".cjs", ".jsx"],
  },
  { types: false, jsx: true },
);

export const typescript = ecma(
  { name: "typescript", ids: ["typescript"], extensions: [".ts", ".mts", ".cts"] },
  { types: true, jsx: false },
);

export const typescriptreact = ecma(
  { name: "typescriptreact", ids: ["typescriptreact"], extensions: [".tsx"] },
  { types: true, jsx: true },
);

function linked(syntax: Parsed, offset: number): Span[] {
  return linkedTags(
    syntax,
    { element: N.JsxElement, opening: N.JsxOpening, closing: N.JsxClosing },
    offset,
  );
}

function sequence(kind: number): number {
  switch (kind as N) {
    case N.Block:
    case N.SwitchBody: return SequenceFlag.Is;
    case N.ClassBody:
    case N.InterfaceBody: return SequenceFlag.Is | SequenceFlag.Alone;
    default: return 0;
  }
}

/** Whether a sign stands in front of the first of several types, where it says nothing. */
function isLeading(tokens: TokenTable, t: number): boolean {
  const before = tokens.grammarBefore(t);
  switch (tokens.kind(before) as T) {
    case T.Assign:
    case T.Colon:
    case T.Question:
    case T.Comma:
    case T.Arrow:
    case T.Extends:
    case T.LeftParen:
    case T.LeftBracket:
    case T.Less:
    case T.Pipe:
    case T.Ampersand:
      return true;
    default:
      return tokens.is(before, "as") || tokens.is(before, "satisfies") || tokens.is(before, "is");
  }
}

function comparable(tokens: TokenTable, t: number): string {
  const text = tokens.textOf(t);
  switch (tokens.kind(t) as T) {
    case T.Comma:
    case T.Semicolon:
    case T.LeftParen:
    case T.RightParen: return "";
    case T.Comment: return text.replace(/^[ \t]+/gm, "");
    case T.Pipe:
    case T.Ampersand: return isLeading(tokens, t) ? "" : text;
    case T.String: return unquoted(text);
    default: return text;
  }
}
