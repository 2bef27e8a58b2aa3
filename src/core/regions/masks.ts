import type { Notation } from "../notation.js";
import type { Span } from "../outline/excerpt.js";
import type { Island } from "./region.js";
import { isAloneOnLine } from "../text/width.js";

/** A letter that is part of a name in every language, and that nobody writes. */
const LETTER = "\u0298";

/** What stands for an island. */
const MASK = new RegExp(`(?:/\\*|<!--)?${LETTER}+(?:\\*/|-->)?`, "g");

/**
 * A text with something as long in the place of each of its islands: a name, or a comment for one that has a line
 * for itself, as nobody knows what that comes to, unless it tells itself what stands for it.
 *
 *     show({{ tide }});
 *     show(ʘʘʘʘʘʘʘʘʘʘ);
 *
 * @returns undefined where an island has several lines, which no name has.
 */
export function masked(
  text: string,
  islands: readonly Island[],
  { blockComment = { open: "", close: "" } }: Notation,
): string | undefined {
  const { open, close } = blockComment;
  const parts: string[] = [];
  let at = 0;
  for (const { from, to, as } of islands) {
    if (/[\r\n]/.test(text.slice(from, to))) return undefined;
    const inner = to - from - open.length - close.length;
    const isComment = open !== "" && inner > 0 && isAloneOnLine(text, from, to);
    parts.push(
      text.slice(at, from),
      as ?? (isComment ? open + LETTER.repeat(inner) + close : LETTER.repeat(to - from)),
    );
    at = to;
  }
  return parts.join("") + text.slice(at);
}

/** Whether one of the changes would tear apart what stands for an island. */
export function tearsMasks(text: string, changes: readonly Span[]): boolean {
  for (const { 0: mask, index } of text.matchAll(MASK)) {
    const end = index + mask.length;
    if (changes.some(({ from, to }) => from < end && to > index)) return true;
  }
  return false;
}
