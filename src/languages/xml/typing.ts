import { beginsItsLine, startOfLine, whiteOf } from "../../core/text/width.js";
import type { Change } from "../../core/text/edits.js";
import { pushChanges } from "../../core/text/minimise.js";
import { openTag } from "./parser.js";

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
  const from = Math.max(0, start - FAR);
  const above = text.slice(from, start);
  if (above.trimEnd().endsWith(">")) return undefined;
  const open = openTag(above);
  if (open < 0) return undefined;
  const changes: Change[] = [];
  pushChanges(changes, text, start, tag, whiteOf(text, from + open), "xml/line");
  return changes;
}
