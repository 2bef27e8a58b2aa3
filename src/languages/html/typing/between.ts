import type { EnteredText } from "../../../core/language.js";
import { LINE_ENDS, whiteBeyond } from "../../../core/style/indent.js";
import type { Style } from "../../../core/style/style.js";
import type { Change } from "../../../core/text/edits.js";
import { blanksStart } from "../../../core/text/blanks.js";
import { startOfLine, whiteOf } from "../../../core/text/width.js";
import { R, RULES } from "../rules.js";

/** What stands between two signs, such as quotes, and is open at a place. */
export interface Open {
  /** Where it begins behind the first sign, as a UTF-16 offset. */
  readonly from: number;
  /** Where the line of the first sign is looked for. */
  readonly sign: number;
  /** The second sign. */
  readonly closer: string;
  /** Columns from that line to the first one below it. */
  readonly step: number;
}

/** What opens something in the code of a template, and what closes it. */
const OPENS = /[([{]$/;
const CLOSES = /^[)\]}]/;

/**
 * What Enter comes to between two signs: its line stands a step deeper than the first sign's line, or under the last line
 * there, and the second sign under the first one's line where that one ended its line.
 *
 *     <p class="        <p class="
 *     |">                 |
 *                       ">
 *
 * @param at where the line begins that Enter began.
 */
export function enteredBetween(
  text: string,
  at: number,
  { from, sign, closer, step }: Open,
  style: Style,
): EnteredText {
  const row = /^[^\r\n]*/.exec(text.slice(at))![0];
  const rest = row.trimStart();
  const own = whiteOf(text, sign);
  const written = text.slice(from, at).trimEnd();
  const ends = rest.startsWith(closer);
  const isPair = ends && written === "";
  const white = ends && !isPair && beginsBelow(text, from)
    ? own
    : innerWhite(text, from + written.length, from, whiteBeyond(own, step, style), style);
  const isInner = !ends && OPENS.test(written) && CLOSES.test(rest);
  const below = isInner ? whiteOf(text, from + written.length) : own;
  const put = isPair || isInner ? white + LINE_ENDS[style.endOfLine] + below : white;
  const changes: Change[] = [];
  const dropped = trailingBlanks(text, at);
  const rule = RULES[R.Line]!;
  if (dropped.from < dropped.to) changes.push({ ...dropped, text: "", rule });
  const to = at + row.length - rest.length;
  if (text.slice(at, to) !== put) changes.push({ from: at, to, text: put, rule });
  return { changes, caret: at - (dropped.to - dropped.from) + white.length };
}

/** The white space of a line in it: as the last one has it, which ends at `last`, or else the first one's. */
function innerWhite(text: string, last: number, from: number, first: string, style: Style): string {
  const white = whiteOf(text, last);
  if (startOfLine(text, last) <= from && !OPENS.test(text.slice(from, last))) return first;
  return OPENS.test(text.slice(from, last)) ? whiteBeyond(white, style.indentSize, style) : white;
}

/** The white space that ends the line before the one that begins at a place. */
function trailingBlanks(text: string, at: number): { from: number; to: number } {
  const to = at - (/\r\n$|[\r\n]$/.exec(text.slice(Math.max(0, at - 2), at))?.[0].length ?? 0);
  return { from: blanksStart(text, to), to };
}

/** Whether nothing stands on the line of the first sign behind it. */
const beginsBelow = (text: string, from: number): boolean => /^[ \t]*[\r\n]/.test(text.slice(from));
