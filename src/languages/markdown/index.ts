import type { Language, Syntax } from "../../core/language.js";
import { Demand } from "../../core/layout/sheet.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { regionsBy } from "../../core/regions/host.js";
import { N, T } from "./kinds.js";
import { rewritten } from "./layout/rewrite.js";
import { parseMarkdown, type MarkdownSyntax } from "./parser.js";
import { markdownRegions } from "./regions.js";
import { R, RULES, RULE_DESCRIPTIONS } from "./rules.js";
import { markdownTyping } from "./typing/index.js";

/** Markdown, as CommonMark has it, with tables, front matter and formulas between dollars. */
export const markdown: Language = {
  name: "markdown",
  family: "markdown",
  ids: ["markdown"],
  extensions: [".md", ".markdown", ".mdown", ".mkd"],
  fileNames: [],
  defaults: { blankLineLimit: 1 },
  rules: RULES,
  ruleDescriptions: RULE_DESCRIPTIONS,
  commentRule: R.Comment,
  splitRule: R.Split,
  notation: { blockComment: { open: "<!--", close: "-->" } },
  trailingSpace: 1,
  breaksAnywhere: false,
  mergingPairs: new Set(),
  unparsed: N.Unparsed,
  typing: markdownTyping,
  regions: regionsBy(markdownRegions, { readsMore: true }),
  parse: parseMarkdown,
  isUnit: () => false,
  comparable,
  rewrite: (syntax: Syntax, style, holds) =>
    rewritten(syntax.tokens.text, (syntax as MarkdownSyntax).blocks, style, holds),
  layout(sheet) {
    // White space says too much here for gaps to be laid out one by one.
    sheet.demand.fill(Demand.AsWritten);
  },
};

function comparable(tokens: TokenTable, t: number): string {
  const text = tokens.textOf(t);
  switch (tokens.kind(t) as T) {
    // What a fence holds is told by its own language.
    case T.Code: return "";
    case T.Number: return text.replace(/^\d+/, "1");
    case T.Rule: return text.replace(/-+/, "-");
    default: return text;
  }
}
