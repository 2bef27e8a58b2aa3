import type { Span } from "../outline/excerpt.js";
import { LineStarts, beginsItsLine, startOfLine, whiteOf } from "../text/width.js";
import type { Beside, Region } from "./region.js";

/** Where a region lies, and what stands before each of its lines. */
export type Place = Pick<Region, "from" | "to" | "prefix" | "nested">;

/**
 * A stretch as whole lines, nested in its host's, where nothing but white space stands before it, which then is no
 * part of any of them.
 */
export function wholeLines(text: string, from: number, to: number): Place {
  if (!beginsItsLine(text, from)) return { from, to, prefix: "" };
  const start = startOfLine(text, from);
  return { from: start, to, prefix: text.slice(start, from), nested: true };
}

/**
 * A stretch within a line, without the white space at its edges; undefined where nothing else is there.
 *
 * @param lines where lines of the text begin: many regions may stand on one line, and are told in their order.
 */
export function withinLine(lines: LineStarts, from: number, to: number): Place | undefined {
  const { text } = lines;
  const inner = trimmedSpan(text, from, to);
  if (inner.from === inner.to) return undefined;
  return { ...inner, prefix: whiteOf(text, inner.from, lines.of(inner.from)) };
}

/** A stretch without the white space at its edges; an empty one where nothing else is there. */
export function trimmedSpan(text: string, from: number, to: number): Span {
  const inner = text.slice(from, to).trimEnd();
  const end = from + inner.length;
  return { from: end - inner.trimStart().length, to: end };
}

/** How far from a region what stands beside it is looked at, in UTF-16 units: no line is that long. */
export const FAR = 1 << 10;

/**
 * What stands beside a part of a word that goes as a whole to another line, up to the white space around it.
 *
 *     Next tide: <b>@(tide.time + 1)</b>, low
 *                ^^^^^              ^^^^^^
 */
export function besideWord(text: string, part: Span, word: Span = part): Beside {
  const above = text.slice(Math.max(0, word.from - FAR), word.from);
  const white = /^[^]*\s/.exec(above)?.[0].length ?? 0;
  const rest = /^\S*/.exec(text.slice(word.to, word.to + FAR))![0];
  return {
    before: part.from - word.from + above.length - white,
    after: word.to - part.to + rest.length,
    steps: 0,
  };
}
