import { frontMatterEnd } from "../../core/front-matter.js";
import type { Syntax } from "../../core/language.js";
import { trimmedSpan } from "../../core/regions/place.js";
import type { Region } from "../../core/regions/region.js";
import { FLOW } from "../html/kinds.js";
import { svelteRegions } from "../svelte/regions.js";

/** The lines of signs around the script with which a component begins. */
const FENCES = /^\uFEFF?---[^]*?(?:\r\n|\r|\n)|---[ \t]*$/g;

/** The script at the beginning of a component, the expressions in its markup, its scripts and its style sheets. */
export function* astroRegions(syntax: Syntax): Iterable<Region> {
  const { tokens: { text } } = syntax;
  const end = frontMatterEnd(text);
  if (end > 0) {
    const [first = "", last = ""] = text.slice(0, end).match(FENCES) ?? [];
    const span = trimmedSpan(text, first.length, end - last.length);
    if (span.from < span.to)
      yield { ...span, prefix: "", languageId: "typescript", closer: /---/ };
  }
  for (const region of svelteRegions(syntax, FLOW))
    yield region.languageId === "javascript" ? { ...region, languageId: "typescript" } : region;
}
