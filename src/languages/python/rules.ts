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
  "line",
  "blank-lines",
  "comment-space",
  "operator-space",
  "comma-space",
  "colon-space",
  "bracket-space",
  "keyword-space",
  "default-space",
  "annotation-space",
  "slice-space",
  "call-space",
  "unary-space",
  "power-space",
  "one-statement",
  "line-split",
  "closing-comma",
  "string-delimiter",
  "docstring-indent",
  "import-space",
  "as-written",
].map((name) => `python/${name}`);

/** What those ask for that only this language has. */
export const RULE_DESCRIPTIONS: Readonly<Record<string, string>> = {
  "default-space":
    "The sign before a default stands close to it, unless behind an annotation.",
  "annotation-space":
    "A blank follows the colon of an annotation; blanks surround its arrow.",
  "slice-space":
    "The colons of a slice stand close to names and numbers, apart from others.",
  "power-space": "The sign of a power stands close to names, numbers and calls.",
  "one-statement": "Each statement stands on a line of its own.",
  "docstring-indent": "Lines of a docstring begin at the depth of its quotes.",
  "import-space": "Dots and names of an import stand close, its words apart.",
};
