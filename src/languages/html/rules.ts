/** The rules of pages, by number for the layout and by name for the edits. */
export const enum R {
  Line,
  Comment,
  Tag,
  Attribute,
  Delimiter,
  Text,
  Split,
  Script,
  Unparsed,
}

export const RULES: readonly string[] = [
  "line",
  "comment-space",
  "tag-space",
  "attribute-space",
  "markup-delimiter",
  "text-space",
  "line-split",
  "script-indent",
  "as-written",
].map((name) => `html/${name}`);

/** What those ask for that only this language has. */
export const RULE_DESCRIPTIONS: Readonly<Record<string, string>> = {
  "attribute-space":
    "One blank or a line end stands before an attribute, and nothing around its sign.",
  "markup-delimiter":
    "Values of attributes have the style's quotes, unless they hold such a quote.",
  "script-indent": "Scripts and style sheets stand at the depth of what holds them.",
  "tag-space": "White space beside tags changes only where it is not shown.",
  "text-space": "White space between words is one blank or a line end.",
};
