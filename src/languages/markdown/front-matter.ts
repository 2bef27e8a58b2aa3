import type { Style } from "../../core/style/style.js";
import { indentText } from "../../core/style/indent.js";
import { whiteOf } from "../../core/text/width.js";

/** What begins front matter, and a first line in it that names a value: a line of signs alone parts a text. */
const BEGINS = /^(---|\+\+\+)[ \t]*(?:\r\n|\r|\n)\s*["'\w][^\r\n:=]*[:=]/;

const ENDS = /^(?:---|\.\.\.|\+\+\+)[ \t]*$/m;

/** A line of YAML that holds what the next ones say, and an entry of a list with members below it. */
const HOLDS = /:[ \t]*$/;
const ENTRY = /^[ \t]*((?:-[ \t]+)+)[^\s:]+:[ \t]/;

/** Whether the line that begins at an offset lies in front matter, which may lack its end so far. */
export function inFrontMatter(text: string, at: number): boolean {
  const sign = BEGINS.exec(text)?.[1];
  return sign !== undefined && at > sign.length && !ENDS.test(text.slice(sign.length, at));
}

/**
 * The white space for the line that Enter begins behind a line of front matter.
 *
 *     berths:
 *       - name: North
 *         |
 */
export function whiteInFrontMatter(above: string, style: Style): string {
  const white = whiteOf(above, above.length);
  if (HOLDS.test(above)) return white + indentText(style, style.indentSize);
  const signs = ENTRY.exec(above)?.[1];
  return signs === undefined ? white : white + " ".repeat(signs.length);
}
