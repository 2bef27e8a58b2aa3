import { once } from "../once.js";
import type { Span } from "../outline/excerpt.js";
import type { TokenTable } from "../syntax/tokens.js";
import { movedBy } from "../text/edits.js";
import type { FindRegions, Region, Regions } from "./region.js";
import { textsIn } from "./texts.js";

/** Tells what of the tokens that hold regions does not move, by a function that tells the regions. */
export const movableBy = (find: FindRegions): Regions["movable"] => (syntax) => {
  const { tokens } = syntax;
  const held = new Map<number, Region[]>();
  for (const region of find(syntax)) {
    const t = Math.max(0, tokens.lastAt(region.to - 1));
    const regions = held.get(t);
    if (regions === undefined) held.set(t, [region]);
    else regions.push(region);
  }
  const fixed = new Map(Array.from(held, ([t, regions]) => [
    tokens.end(t),
    once(() => fixedIn(tokens, t, regions)),
  ]));
  return (end) => fixed.get(end)?.();
};

/**
 * What of token t does not move: what is outside its regions, and texts in these. White space beside a region stands
 * within its delimiters, and moves. Undefined where the texts are not told.
 *
 *     {{
 *       tide
 *     }}
 */
function fixedIn(tokens: TokenTable, t: number, regions: readonly Region[]): Span[] | undefined {
  const { text } = tokens;
  const fixed: Span[] = [];
  let at = tokens.start(t);
  const fixUpTo = (to: number): void => {
    const outside = text.slice(at, to);
    const from = to - outside.trimStart().length;
    if (from < to) fixed.push({ from, to: at + outside.trimEnd().length });
  };
  for (const { from, to } of regions) {
    const texts = textsIn(text.slice(from, to));
    if (texts === undefined) return undefined;
    fixUpTo(from);
    fixed.push(...movedBy(texts, from));
    at = to;
  }
  fixUpTo(tokens.end(t));
  return fixed;
}
