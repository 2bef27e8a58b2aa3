import type { Language } from "../../core/language.js";
import { Demand } from "../../core/layout/sheet.js";
import { TokenFlag, TokenTable } from "../../core/syntax/tokens.js";
import { Tree } from "../../core/syntax/tree.js";
import { cellsOf } from "./cells.js";
import { R, RULES, RULE_DESCRIPTIONS } from "./rules.js";

/** Notebooks (nbformat 4): JSON of which only the sources of cells change. */
export const notebook: Language = {
  name: "notebook",
  family: "notebook",
  ids: ["ipynb"],
  extensions: [".ipynb"],
  fileNames: [],
  defaults: {},
  rules: RULES,
  ruleDescriptions: RULE_DESCRIPTIONS,
  commentRule: R.Comment,
  splitRule: R.Split,
  notation: { brackets: [["[", "]"], ["{", "}"]] },
  trailingSpace: 1,
  breaksAnywhere: true,
  mergingPairs: new Set(),
  unparsed: 1,
  typing: { triggers: [], words: new Map(), closers: () => "" },
  parse(text) {
    // The file is one token: what cells hold is told by their languages.
    const tokens = new TokenTable(text, 0);
    const end = text.trimEnd().length;
    const start = text.length - text.trimStart().length;
    if (end > start) tokens.add(1, start, end, TokenFlag.OnNewLine | TokenFlag.MultiLine);
    const tree = new Tree(1);
    tree.finish(2, 0, tokens.count);
    return { tokens, tree, unbalanced: false };
  },
  isUnit: () => false,
  comparable: () => "",
  held: ({ tokens }) => cellsOf(tokens.text),
  rewrite: () => [],
  layout(sheet) {
    sheet.demand.fill(Demand.AsWritten);
  },
};
