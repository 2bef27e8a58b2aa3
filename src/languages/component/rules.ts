/** The rules of components, by number for the layout and by name for the edits. */
export const enum R {
  Line,
  Comment,
  Block,
  Split,
  Unparsed,
  Interpolation,
}

export const RULES: readonly string[] = [
  "line",
  "comment-space",
  "block-place",
  "line-split",
  "as-written",
  "interpolation-space",
].map((name) => `component/${name}`);

/** What those ask for that only this language has. */
export const RULE_DESCRIPTIONS: Readonly<Record<string, string>> = {
  "block-place":
    "A script or a style sheet stands at the margin of its tags, unless the file shows otherwise.",
  "interpolation-space": "One blank stands inside the braces of an expression in the markup.",
};
