import { frontMatterEnd } from "../../core/front-matter.js";
import type { Syntax } from "../../core/language.js";
import { trimmedSpan } from "../../core/regions/place.js";
import type { Region } from "../../core/regions/region.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { LineStarts } from "../../core/text/width.js";
import { FLOW, T } from "../html/kinds.js";
import { htmlRegions } from "../html/regions.js";
import { partsOf as wholeParts } from "../svelte/code.js";
import { codeRegion } from "../svelte/regions.js";
import { partsOf } from "./code.js";
import { expressionsIn, expressionsOf, type Placed } from "./expression.js";

/** The lines of signs around the script with which a component begins. */
const FENCES = /^\uFEFF?---[^]*?(?:\r\n|\r|\n)|---[ \t]*$/g;

/** The script at the beginning of a component, the code in its markup and around it, its scripts and its style sheets. */
export function* astroRegions(syntax: Syntax): Iterable<Region> {
  const { tokens: { text } } = syntax;
  const end = frontMatterEnd(text);
  if (end > 0) {
    const [first = "", last = ""] = text.slice(0, end).match(FENCES) ?? [];
    const span = trimmedSpan(text, first.length, end - last.length);
    if (span.from < span.to)
      yield { ...span, prefix: "", languageId: "typescript", closer: /---/ };
  }
  const scripts = [...htmlRegions(syntax, () => [])].map((region) => (
    region.languageId === "javascript" ? { ...region, languageId: "typescript" } : region
  ));
  yield* [...scripts, ...codeIn(syntax)].sort((a, b) => a.from - b.from);
}

/** The code in markup and around it. */
function* codeIn({ tokens }: Syntax): Iterable<Region> {
  const { text } = tokens;
  const lines = new LineStarts(text);
  const expressions = expressionsOf(tokens);
  for (let t = 0; t < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    if (kind !== T.Word && kind !== T.Value && kind !== T.Name) continue;
    const [from, to] = [tokens.start(t), tokens.end(t)];
    const isFlow = tokens.has(t, FLOW);
    // What stands in a text says what it says.
    if (kind === T.Value && /["'`]/.test(text[from]!)) continue;
    if (isFlow && text[from] !== "{") continue;
    if (!isFlow) {
      const placed = expressionsIn(text, { from, to }, expressions);
      for (const one of placed) yield* partsIn(tokens, t, one, lines);
      continue;
    }
    const expression = expressions.at(from);
    // What is being written is left alone.
    if (expression.to > 0) yield* partsIn(tokens, t, { from, expression }, lines);
  }
}

/** What can be read of the code of an expression that begins in token t. */
function* partsIn(
  tokens: TokenTable,
  t: number,
  { from, expression }: Placed,
  lines: LineStarts,
): Iterable<Region> {
  const { text } = tokens;
  const { pieces, to } = expression;
  const braces = { from, to, isOpen: false };
  const isWhole = pieces.length === 0;
  for (const part of isWhole ? wholeParts(text, braces) : partsOf(text, expression)) {
    const region = codeRegion(tokens, t, lines, part, braces);
    if (region !== undefined) yield isWhole ? region : { ...region, closer: /[(){}[\]<>]/ };
  }
}
