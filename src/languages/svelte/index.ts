import type { Language } from "../../core/language.js";
import { regionsBy } from "../../core/regions/host.js";
import { html } from "../html/index.js";
import { FLOW, T } from "../html/kinds.js";
import { parseHtml, type Dialect } from "../html/parser.js";
import { BRACE_BLOCKS, BRACE_PARTS } from "../html/tongues.js";
import { htmlClosers } from "../html/typing/closers.js";
import { typingOf } from "../html/typing/index.js";
import { BLOCKS } from "./blocks.js";
import { SvelteLayout } from "./layout.js";
import { lexSvelte } from "./lexer.js";
import { svelteRegions } from "./regions.js";
import { RULES, RULE_DESCRIPTIONS } from "./rules.js";

const DIALECT: Dialect = {
  closesAny: true,
  hasComponents: true,
  lex: (text) => lexSvelte(text, DIALECT),
  code: BLOCKS,
};

const TYPING = typingOf(false);

/** What ends a block or goes on with one as it is typed, each with what makes a piece of it. */
const WORDS: readonly (readonly [word: string, rests: readonly string[]])[] = [
  ...BRACE_BLOCKS.map((name) => [`{/${name}`, ["}"]] as const),
  ...BRACE_PARTS.map((name) => [`{:${name}`, ["}", " x}"]] as const),
];

/** Components in one file whose markup stands beside script and style, with code and blocks between single braces. */
export const svelte: Language = {
  ...html,
  name: "svelte",
  family: "html",
  ids: ["svelte"],
  extensions: [".svelte"],
  rules: RULES,
  ruleDescriptions: RULE_DESCRIPTIONS,
  typing: {
    triggers: TYPING.triggers,
    addsUp: TYPING.addsUp!,
    next: TYPING.next!,
    endsBlock: TYPING.endsBlock!,
    words: new Map([...TYPING.words, ...WORDS]),
    closers: (text, line) => htmlClosers(text, line, DIALECT),
  },
  regions: regionsBy(svelteRegions),
  importsInRegions: true,
  parse: (text, byColumns) => parseHtml(text, byColumns, DIALECT),
  comparable: (tokens, t) => {
    const word = tokens.textOf(t);
    // What code says is told by its own language.
    return tokens.kind(t) !== T.Raw && (word.includes("{") || tokens.has(t, FLOW))
      ? word.replace(/[\s,;()"'`]+/g, "")
      : html.comparable(tokens, t);
  },
  layout: (sheet, syntax, style) => new SvelteLayout(sheet, syntax, style).document(),
};
