/** The rules of texts with marks, by number for the layout and by name for the edits. */
export const enum R {
  Line,
  Comment,
  Indent,
  Number,
  Table,
  BlankLines,
  Split,
}

export const RULES: readonly string[] = [
  "line",
  "comment-space",
  "item-indent",
  "item-number",
  "table-column",
  "blank-lines",
  "line-split",
].map((name) => `markdown/${name}`);

/** What those ask for that only this language has. */
export const RULE_DESCRIPTIONS: Readonly<Record<string, string>> = {
  "item-indent": "What an item of a list holds stands one blank behind its marker.",
  "item-number": "Numbers of items follow from the first one; where all are the same they stay so.",
  "table-column":
    "The cells of a column are as wide as the widest of them, unless a row would be too long.",
};
