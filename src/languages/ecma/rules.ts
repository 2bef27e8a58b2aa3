/** The rules of the ECMAScript family, by number for the layout and by name for the edits. */
export const enum R {
  Line,
  BlankLines,
  Comment,
  Operator,
  Comma,
  Colon,
  Bracket,
  Keyword,
  Call,
  Unary,
  Terminator,
  Split,
  ClosingComma,
  StringDelimiter,
  Brace,
  Arrow,
  Member,
  Type,
  Markup,
  MarkupDelimiter,
  Unparsed,
}

export const RULES: readonly string[] = [
  "line",
  "blank-lines",
  "comment-space",
  "operator-space",
  "comma-space",
  "colon-space",
  "bracket-space",
  "keyword-space",
  "call-space",
  "unary-space",
  "statement-terminator",
  "line-split",
  "closing-comma",
  "string-delimiter",
  "brace-placement",
  "arrow-space",
  "member-space",
  "type-space",
  "markup-space",
  "markup-delimiter",
  "as-written",
].map((name) => `ecma/${name}`);

/** What those ask for that only this language has. */
export const RULE_DESCRIPTIONS: Readonly<Record<string, string>> = {
  "statement-terminator":
    "The semicolon after a statement comes and goes as the style says, where none is needed.",
  "brace-placement": "The brace that opens a block stands where the style has it.",
  "arrow-space": "One blank stands on both sides of an arrow.",
  "member-space": "The dot of a member stands close to both sides, or begins a line of a chain.",
  "type-space": "The signs of types stand as those of values do.",
  "markup-space": "Blanks in and between elements change only where they mean nothing.",
  "markup-delimiter":
    "Values of attributes have the style's quotes, unless they hold such a quote.",
};
