import { elementName } from "../elements.js";
import { whiteOfLast } from "../margin.js";
import { linesAbove, linesBelow, readStretch } from "./stretch.js";

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
  const above = readStretch(linesAbove(text, start));
  const own = above.open.filter((one) => one.name === name).at(-1)?.own;
  if (own === undefined) return undefined;
  const last = whiteOfLast(text.slice(0, start));
  const all = [...[...above.ended].reverse(), ...readStretch(linesBelow(text, at)).ended];
  const [{ white } = {}, second] = all.filter((one) => (
    one.white !== undefined && one.name === name && one.own === own && one.above === last
  ));
  return white === own || white !== second?.white ? undefined : white;
}
