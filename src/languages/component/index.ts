import type { Language } from "../../core/language.js";
import { SequenceFlag } from "../../core/outline/sequence.js";
import { regionsBy } from "../../core/regions/host.js";
import { N, T } from "./kinds.js";
import { layoutComponent } from "./layout.js";
import { parseComponent } from "./parser.js";
import { componentRegions } from "./regions.js";
import { R, RULES, RULE_DESCRIPTIONS } from "./rules.js";
import { componentTyping } from "./typing.js";

export { template } from "./template/index.js";

/** Components in one file: blocks of markup, script and style, each by its own language. */
export const component: Language = {
  name: "component",
  family: "component",
  ids: ["vue"],
  extensions: [".vue"],
  fileNames: [],
  defaults: { blankLineLimit: 1 },
  rules: RULES,
  ruleDescriptions: RULE_DESCRIPTIONS,
  commentRule: R.Comment,
  splitRule: R.Split,
  notation: {
    blockComment: { open: "<!--", close: "-->" },
    tags: true,
    hangs: /^<\w[^>]*[^/]>\s/,
  },
  trailingSpace: 1,
  breaksAnywhere: true,
  mergingPairs: new Set(),
  unparsed: N.Unparsed,
  typing: componentTyping,
  regions: regionsBy(componentRegions),
  importsInRegions: true,
  parse: parseComponent,
  isUnit: (kind) => kind === N.Block,
  sequence: (kind) => (kind === N.Document ? SequenceFlag.Is : 0),
  // What a block holds is told by its own language.
  comparable: (tokens, t) => ((tokens.kind(t) as T) === T.Raw ? "" : tokens.textOf(t)),
  layout: layoutComponent,
};
