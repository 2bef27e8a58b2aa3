import { escaped } from "../../../core/notation.js";
import { pattern } from "../../../core/text/patterns.js";
import { FIXED, elementName } from "../elements.js";
import { whiteOfLast } from "../margin.js";
import { nearAbove, nearBelow, readStretch, type Ended, type Open } from "./stretch.js";

/**
 * The white space for an end tag that begins a line, where the nearest two of its name, of elements that stand as its own
 * does, and so does the line above, leave their elements' column for the same one; undefined where the layout tells.
 *
 *         <li>06:40
 *     </li>
 *         <li>07:10
 *     </li>
 *         <li>07:40
 *         </li>|
 */
export function whiteOfEnd(
  text: string,
  start: number,
  at: number,
  tag: string,
): string | undefined {
  const name = elementName(tag);
  const above = readStretch(nearAbove(text, start));
  const own = above.open.filter((one) => one.name === name).at(-1)?.own;
  if (own === undefined) return undefined;
  const last = whiteOfLast(text.slice(0, start));
  const all = [...[...above.ended].reverse(), ...readStretch(nearBelow(text, at)).ended];
  const [{ white } = {}, second] = all.filter((one) => (
    one.white !== undefined && one.name === name && one.own === own && one.above === last
  ));
  return white === own || white !== second?.white ? undefined : white;
}

/**
 * The white space of an end tag below whose start tag is still to come, as a page has one more of these than of those:
 *
 *     <div id="quay">
 *     |
 *       <p>Low tide</p>
 *     </section>
 *     </div>
 */
export function startToCome(
  text: string,
  open: readonly Open[],
  ended: readonly Ended[],
): string | undefined {
  const lone = ended.filter(({ own }) => own === undefined);
  const [first] = lone;
  const { name, own } = open.at(-1)!;
  // Of a paragraph that something has ended, the end tag may stand anywhere, and that of a `pre` is its last line.
  if (first?.white?.startsWith(own) !== true || first.name === "p" || FIXED.has(first.name))
    return undefined;
  const opens = open.filter((one) => one.name === name && one.own === own).length;
  const ends = lone.filter((one) => one.name === name && one.white === own).length;
  const isOwn = first.name === name
    ? ends < (first.white === own ? opens + 1 : opens)
    : open.some((one) => one.name === first.name);
  return isOwn || missingEnds(text, first.name) !== -1 ? undefined : first.white;
}

/** The start tags and the end tags of a name: the first group of an end tag is its slash. */
export const tagsNamed = (name: string): RegExp =>
  pattern(`<(/?)${escaped(name)}(?![\\w:.-])`, "gi");

/** How many more start tags than end tags of a name a text has. */
export function missingEnds(text: string, name: string): number {
  let missing = 0;
  for (const [, slash] of text.matchAll(tagsNamed(name))) missing += slash === "" ? 1 : -1;
  return missing;
}
