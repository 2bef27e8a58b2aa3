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
  "line", "blank-lines", "comment-space", "operator-space", "comma-space", "colon-space", "bracket-space",
  "keyword-space", "call-space", "unary-space", "statement-terminator", "line-split", "closing-comma",
  "string-delimiter", "brace-placement", "arrow-space", "member-space", "type-space", "markup-space",
  "markup-delimiter", "as-written",
].map((name) => `ecma/${name}`);
