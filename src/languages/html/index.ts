import type { Language } from "../../core/language.js";
import { SequenceFlag } from "../../core/outline/sequence.js";
import { linkedTags } from "../../core/linked.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { regionsBy } from "../../core/regions/host.js";
import { N, T, isContent } from "./kinds.js";
import { HtmlLayout } from "./layout/content.js";
import { parseHtml } from "./parser.js";
import { htmlRegions } from "./regions.js";
import { R, RULES, RULE_DESCRIPTIONS } from "./rules.js";
import { TEMPLATES, holdsMarkup } from "./templates.js";
import { htmlTyping } from "./typing/index.js";

/** HTML, as its living standard has it. */
export const html: Language = {
  name: "html",
  family: "html",
  ids: ["html"],
  extensions: [".html", ".htm", ".xhtml", ".gohtml", ".html.php"],
  templates: { extensions: TEMPLATES, holds: holdsMarkup },
  fileNames: [],
  defaults: { blankLineLimit: 1 },
  rules: RULES,
  ruleDescriptions: RULE_DESCRIPTIONS,
  commentRule: R.Comment,
  splitRule: R.Split,
  notation: {
    blockComment: { open: "<!--", close: "-->" },
    tags: true,
    hangs: /^>\s+\S/,
    operand: /[\p{L}\p{N}<"']/u,
  },
  trailingSpace: 1,
  breaksAnywhere: true,
  mergingPairs: new Set(),
  unparsed: N.Unparsed,
  typing: htmlTyping,
  regions: regionsBy(htmlRegions),
  linked: (syntax, offset) =>
    linkedTags(
      syntax,
      { element: N.Element, opening: N.StartTag, closing: N.EndTag },
      offset,
    ),
  parse: parseHtml,
  isUnit: (kind) => kind === N.Element || kind === N.CodeBlock || kind === N.OpenBlock,
  sequence: (kind) => (isContent(kind) || kind === N.Inside ? SequenceFlag.Is : 0),
  comparable,
  layout: (sheet, syntax, style) => new HtmlLayout(sheet, syntax, style).document(),
};

function comparable(tokens: TokenTable, t: number): string {
  const text = tokens.textOf(t);
  switch (tokens.kind(t) as T) {
    // What a script says is told by its own language.
    case T.Raw: return "";
    // Comments, and islands on lines of their own, move whole.
    case T.Comment:
    case T.Word: return text.replace(/^[ \t]+/gm, "");
    case T.Value: return text.replace(/^'([^"']*)'$/, '"$1"');
    default: return text;
  }
}
