/** The rules of notebooks, by number for the layout and by name for the edits. */
export const enum R {
  Source,
  Comment,
  Split,
}

export const RULES: readonly string[] = ["cell-source", "comment-space", "line-split"].map(
  (name) => `notebook/${name}`,
);

/** What those ask for that only this language has. */
export const RULE_DESCRIPTIONS: Readonly<Record<string, string>> = {
  "cell-source": "A cell's source is laid out by its language; nothing else of a notebook changes.",
};
