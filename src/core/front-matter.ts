import { indentText } from "./style/indent.js";
import type { Style } from "./style/style.js";
import { TokenFlag } from "./syntax/tokens.js";
import type { Change } from "./text/edits.js";
import { startOfLine, whiteOf } from "./text/width.js";

/** How a lexer flags it: as a comment of several lines, behind which a line ends. */
export const FRONT_MATTER = TokenFlag.Trivia | TokenFlag.MultiLine | TokenFlag.EndsLine;

/** Data between two lines of signs with which a text begins, for the program that makes a site of it. */
const WHOLE =
  /^\uFEFF?(---|\+\+\+)[ \t]*(?:\r\n|\r|\n)(?:[^]*?[\r\n])??\1(?=[ \t]*(?:[\r\n]|$))/;

/** What a text begins with that may have any. */
const MAY_BEGIN = /^\uFEFF?(?:---|\+\+\+)/;

/** Where the front matter ends with which a text begins, as a UTF-16 offset; 0 where none begins, -1 where it has no end. */
export const frontMatterEnd = (text: string): number =>
  MAY_BEGIN.test(text) ? WHOLE.exec(text)?.[0].length ?? -1 : 0;

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

/**
 * What the last sign comes to of the line that ends front matter: it goes to the margin.
 *
 * @param at the offset behind the sign.
 * @returns undefined where it ends none, or stands there.
 */
export function endFrontMatter(text: string, at: number, rule: string): Change[] | undefined {
  const from = startOfLine(text, at);
  return /^[ \t]+---$/.test(text.slice(from, at)) && inFrontMatter(text, from)
    ? [{ from, to: at - 3, text: "", rule }]
    : undefined;
}
