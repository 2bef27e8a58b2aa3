/** The rules of Python, by number for the layout and by name for the edits. */
export const enum R {
  Line,
  BlankLines,
  Comment,
  Operator,
  Comma,
  Colon,
  Bracket,
  Keyword,
  Default,
  Annotation,
  Slice,
  Call,
  Unary,
  Power,
  Semicolon,
  Split,
  ClosingComma,
  StringDelimiter,
  Docstring,
  Import,
  Unparsed,
}

export const RULES: readonly string[] = [
  "line", "blank-lines", "comment-space", "operator-space", "comma-space", "colon-space", "bracket-space",
  "keyword-space", "default-space", "annotation-space", "slice-space", "call-space", "unary-space",
  "power-space", "one-statement", "line-split", "closing-comma", "string-delimiter", "docstring-indent",
  "import-space", "as-written",
].map((name) => `python/${name}`);
