import { beginsItsLine, startOfLine, whiteOf } from "../../core/text/width.js";
import type { Change } from "../../core/text/edits.js";
import { pushChanges } from "../../core/text/minimise.js";

/** Tags, with what may hold signs that look like some. */
const MARKUP =
  /<!--[^]*?-->|<!\[CDATA\[[^]*?\]\]>|<\?[^]*?\?>|<(\/?)[^\s<>/!?](?:[^<>"']|"[^"<]*"|'[^'<]*')*>/g;

/** How far above an end tag its start tag is looked for, in UTF-16 units. */
const FAR = 20_000;

/**
 * What the `/` of an end tag comes to that begins a line below text: it goes under the line of its start tag, as it does below
 * tags. White space there is text, but it was typed just now, and for its looks.
 *
 *     <note>
 *       Low water
 *       </¦           ▶    </¦
 */
export function completedEndTag(text: string, at: number, character: string): Change[] | undefined {
  const tag = at - 2;
  if (character !== "/" || text[tag] !== "<" || !beginsItsLine(text, tag)) return undefined;
  const start = startOfLine(text, tag);
  if (text.slice(Math.max(0, start - FAR), start).trimEnd().endsWith(">")) return undefined;
  const white = whiteOfOpener(text, start);
  if (white === undefined) return undefined;
  const changes: Change[] = [];
  pushChanges(changes, text, start, tag, white, "xml/line");
  return changes;
}

/** The white space of the line with the start tag that is open before an offset; undefined where none is near. */
function whiteOfOpener(text: string, at: number): string | undefined {
  const from = Math.max(0, at - FAR);
  let ended = 0;
  for (const { 0: tag, 1: slash, index } of [...text.slice(from, at).matchAll(MARKUP)].reverse()) {
    if (slash === undefined || tag.endsWith("/>")) continue;
    if (slash === "/") ended++;
    else if (ended-- === 0) return whiteOf(text, from + index);
  }
  return undefined;
}
