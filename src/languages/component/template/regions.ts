import type { Syntax } from "../../../core/language.js";
import { withinLine } from "../../../core/regions/place.js";
import type { Fragment, Region } from "../../../core/regions/region.js";
import type { Span } from "../../../core/outline/excerpt.js";
import type { Style } from "../../../core/style/style.js";
import { pattern } from "../../../core/text/patterns.js";
import { LineStarts } from "../../../core/text/width.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { N, T } from "../../html/kinds.js";
import { attributeOf } from "../../html/layout/tags.js";
import { besideText, besideValue } from "./beside.js";
import { directiveOf } from "./directives.js";

/** A string in an attribute must not take its delimiter, nor be read otherwise on several lines. */
const STYLE: Partial<Style> = { stringDelimiter: "as-written" };

/** A name, or a path of names, has no white space to be laid out. */
export const PATH = /^[\w$.!]*$/;

/** The expressions of a template: in its texts, and as the values of directives. */
export function* templateRegions(syntax: Syntax): Iterable<Region> {
  const { tokens } = syntax;
  const { text } = tokens;
  const lines = new LineStarts(text);
  const fixed = uncompiled(syntax);
  let next = 0;
  let fixedTo = 0;
  for (let t = 0; t < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    while (next < fixed.length && fixed[next]!.from <= t)
      fixedTo = Math.max(fixedTo, fixed[next++]!.to);
    if (t < fixedTo) continue;
    if (kind === T.Word) {
      for (const { from, to } of interpolations(text, tokens.start(t), tokens.end(t))) {
        const region = regionIn(lines, from + 2, to - 2, "expression", /[{}]/);
        if (region !== undefined) yield { ...region, beside: besideText(tokens, t, region) };
      }
    } else if (kind === T.Value) {
      const quote = text[tokens.start(t)]!;
      if (quote !== '"' && quote !== "'") continue;
      const closed = tokens.has(t, TokenFlag.Continues) ? 0 : 1;
      const inner = { from: tokens.start(t) + 1, to: tokens.end(t) - closed };
      for (const part of directiveOf(tokens.textOf(t - 2), text, inner)) {
        const region = regionIn(lines, part.from, part.to, part.start, pattern(quote));
        if (region !== undefined) yield { ...region, beside: besideValue(tokens, t, region) };
      }
    }
  }
}

/** The elements of which nothing is compiled, as stretches of tokens in order. */
function uncompiled({ tokens, tree }: Syntax): Span[] {
  const found: Span[] = [];
  if (!tokens.text.includes("v-pre")) return found;
  for (let node = 1; node <= tree.size; node++) {
    if (tree.kind(node) !== N.Element) continue;
    const first = tree.first(node);
    if (attributeOf(tokens, first, "v-pre") !== undefined)
      found.push({ from: first, to: tree.end(node) });
  }
  return found.sort((a, b) => a.from - b.from);
}

/** The stretches between double braces in a text, the braces among them. */
export function* interpolations(text: string, from: number, to: number): Iterable<Span> {
  const word = text.slice(from, to);
  for (let at = word.indexOf("{{"); at >= 0; at = word.indexOf("{{", at)) {
    const close = word.indexOf("}}", at + 2);
    if (close < 0) return;
    yield { from: from + at, to: from + close + 2 };
    at = close + 2;
  }
}

/** A stretch without the white space at its edges as a region; undefined where nothing in it can be laid out. */
function regionIn(
  lines: LineStarts,
  from: number,
  to: number,
  start: Fragment,
  closer: RegExp,
): Region | undefined {
  const place = withinLine(lines, from, to);
  if (place === undefined) return undefined;
  const inner = lines.text.slice(place.from, place.to);
  // What is written as a reference of a character is no sign of the language.
  if (PATH.test(inner) || /&[#\w]+;/.test(inner)) return undefined;
  return { ...place, languageId: "typescript", start, closer, style: STYLE };
}
