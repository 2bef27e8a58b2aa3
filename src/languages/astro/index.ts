import { frontMatterEnd } from "../../core/front-matter.js";
import type { Language } from "../../core/language.js";
import { regionsBy } from "../../core/regions/host.js";
import { parseHtml, type Dialect } from "../html/parser.js";
import { svelte } from "../svelte/index.js";
import { BLOCKS } from "./blocks.js";
import { AstroLayout } from "./layout.js";
import { lexAstro } from "./lexer.js";
import { astroRegions } from "./regions.js";
import { typingIn } from "./typing.js";

const DIALECT: Dialect = {
  closesAny: true,
  hasComponents: true,
  lex: (text) => lexAstro(text, DIALECT),
  code: BLOCKS,
};

/** Components in one file that begin with a script between lines of signs, and whose expressions hold markup. */
export const astro: Language = {
  ...svelte,
  name: "astro",
  family: "html",
  ids: ["astro"],
  extensions: [".astro"],
  typing: typingIn(DIALECT),
  regions: regionsBy(astroRegions),
  parse: (text, byColumns) => parseHtml(text, byColumns, DIALECT),
  // What the script at the beginning says is told by its own language.
  comparable: (tokens, t) => (
    t === 0 && frontMatterEnd(tokens.text) > 0 ? "" : svelte.comparable(tokens, t)
  ),
  layout: (sheet, syntax, style) => new AstroLayout(sheet, syntax, style).document(),
};
