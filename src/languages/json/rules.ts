/** The rules of JSON, by number for the layout and by name for the edits. */
export const enum R {
  Line,
  Comment,
  Comma,
  Colon,
  Bracket,
  Split,
  ClosingComma,
  Quotes,
  Unparsed,
}

export const RULES: readonly string[] = [
  "line",
  "comment-space",
  "comma-space",
  "colon-space",
  "bracket-space",
  "line-split",
  "closing-comma",
  "standard-quotes",
  "as-written",
].map((name) => `json/${name}`);

/** What those ask for that only this language has. */
export const RULE_DESCRIPTIONS: Readonly<Record<string, string>> = {
  "standard-quotes": "Strings have double quotes, as the standard asks.",
};
