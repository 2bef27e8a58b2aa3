/** The rules of style sheets, by number for the layout and by name for the edits. */
export const enum R {
  Line,
  Comment,
  Comma,
  Colon,
  Bracket,
  Brace,
  Word,
  Combinator,
  Split,
  Terminator,
  Delimiter,
  BlankLines,
  Unparsed,
}

export const RULES: readonly string[] = [
  "line",
  "comment-space",
  "comma-space",
  "colon-space",
  "bracket-space",
  "brace-space",
  "word-space",
  "combinator-space",
  "line-split",
  "closing-semicolon",
  "string-delimiter",
  "blank-lines",
  "as-written",
].map((name) => `css/${name}`);

/** What those ask for that only this language has. */
export const RULE_DESCRIPTIONS: Readonly<Record<string, string>> = {
  "brace-space": "The brace that opens a block stands where the style has it.",
  "closing-semicolon":
    "The semicolon after the last declaration of a block comes and goes as the style says.",
  "combinator-space": "One blank stands on both sides of a combinator between selectors.",
  "word-space": "Blanks between the parts of a selector or a value are one where there were some.",
};
