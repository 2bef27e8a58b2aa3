import type { EnteredText } from "../../../core/language.js";
import type { Style } from "../../../core/style/style.js";
import { ON_ONE_LINE } from "../islands.js";
import { literalEnd } from "../literal.js";
import { tonguesIn } from "../lexer.js";
import { TONGUES } from "../signs.js";
import { whiteOf } from "../../../core/text/width.js";
import { enteredBetween, type Open } from "./between.js";

/** How far an island reaches, as UTF-16 offsets. */
const FAR = 1 << 13;

/** What an island begins with up to what it says: its sign, and what tells its kind. */
const BEGINS = /^(?:\{\{\{?|\{%|<%|<\?)[^\s}%]*/;

/**
 * What Enter comes to in an island of a template over several lines. `at` is where the line begins that Enter began.
 *
 *     {{              {{
 *     |}}               |
 *                     }}
 */
export function enteredInIsland(text: string, at: number, style: Style): EnteredText | undefined {
  const island = islandAt(text, at, style.indentSize);
  return island && enteredBetween(text, at, island, style);
}

/**
 * The white space of the line of the bracket that is closed by the one at `start`, which begins a line of an island;
 * undefined where none is open there.
 *
 *     {{ board({
 *       tide: low
 *     |}
 */
export function whiteOfCloser(text: string, start: number): string | undefined {
  const island = islandAt(text, start, 0);
  if (island === undefined) return undefined;
  const opener = openBrackets(text.slice(island.from, start)).at(-1);
  return opener === undefined ? undefined : whiteOf(text, island.from + opener);
}

/** The island around a place; one that nothing ends yet, where a bracket is open in it. */
function islandAt(text: string, at: number, indentSize: number): Open | undefined {
  const from = Math.max(0, at - FAR);
  const above = text.slice(from, at);
  const sign = from + Math.max(...TONGUES.map(([begin]) => above.lastIndexOf(begin)));
  if (sign < from) return undefined;
  const [begin] = BEGINS.exec(text.slice(sign, at)) ?? [];
  if (begin === undefined || literalEnd(text, sign) !== 0) return undefined;
  const closer = TONGUES.find(([first]) => text.startsWith(first, sign))![1];
  const [island] = tonguesIn(text, sign, Math.min(text.length, at + FAR));
  const isEnded = island !== undefined && island.from === sign;
  const said = text.slice(sign + begin.length, at);
  if (isEnded ? island.to <= at : openBrackets(said).length === 0 || said.includes(closer))
    return undefined;
  // What is code alone stands where its sign does.
  const step = begin.startsWith("<?") ? 0 : indentSize;
  return { from: sign + begin.length, sign, closer, step };
}

const PARTS = new RegExp(`${ON_ONE_LINE.source}|[([{)\\]}]`, "g");

/** Where the brackets stand that code opens and leaves open, as UTF-16 offsets. */
function openBrackets(code: string): number[] {
  const open: number[] = [];
  for (const { 0: part, index } of code.matchAll(PARTS)) {
    if ("([{".includes(part)) open.push(index);
    else if (part.length === 1) open.pop();
  }
  return open;
}
