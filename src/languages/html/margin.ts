import { startOfLine, whiteOf } from "../../core/text/width.js";

/** A start tag on a line of its own, which a text ends with, empty lines apart. */
const TAG_LINE = /(?:^|[\r\n])([ \t]*)<([a-zA-Z][\w:.-]*)\b[^<>]*>[ \t]*[\r\n]+$/;

/** The white space before the next line that holds something, and the tag or the sign with which that begins. */
export const NEXT_LINE = /^\s*?(?:^|[\r\n])([ \t]*)((?:<\/?)?[a-zA-Z]+|\S)/;

/** The white space of the last line that holds something. */
export const whiteOfLast = (text: string): string => whiteOf(text, text.trimEnd().length);

/** How far a tag is looked for above a line, and what ends it below. */
const ABOVE = 500;
const BELOW = 20_000;

/** The lines before an offset that begin no further away than `far`, and the one on which that lies. */
export const linesAbove = (text: string, at: number, far: number): string =>
  text.slice(startOfLine(text, Math.max(0, at - far)), at);

/** The lines right above an offset; nothing where they are as long as no one writes them. */
function linesRightAbove(text: string, at: number): string {
  const lines = linesAbove(text, at, ABOVE);
  return lines.length > BELOW ? "" : lines;
}

/** Elements that hold code. */
export const RAW = /^(?:script|style)$/i;

/** A head or a body whose first line stands in its column; scripts do so in pages whose other lines do not. */
const FLUSH =
  /(?:^|[\r\n])([ \t]*)<(?:head|body)\b[^>]*>[ \t]*(?:\r\n|\r|\n)\1(?!<(?:script|style)\b)[^\s]/i;

/** Whether a page, or a part of one, shows that what its head or its body holds stands at their margin. */
export const leavesAtMargin = (text: string): boolean => FLUSH.test(text);

/** The white space of the next line that holds something, but for an end tag, and the tag of a body, which ends a head. */
const BELOW_TAG = /^\s*[\r\n]([ \t]*)(?=[^\s<]|<(?!\/|body\b))/i;

/**
 * Where the line below a tag stands, so that the one between them stands there too: in the tag's column, or deeper;
 * undefined where nothing tells.
 */
export function standsBelow(before: string, below: string): "flush" | "deeper" | undefined {
  const [, white, name = ""] = TAG_LINE.exec(before) ?? [];
  const [line, next] = BELOW_TAG.exec(below) ?? [];
  if (white === undefined || line === undefined || next === undefined) return undefined;
  // What markup begins below a script is none of its lines: its own end tag is still to come.
  if (RAW.test(name) && below[line.length] === "<") return undefined;
  if (next === white) return "flush";
  return next.startsWith(white) ? "deeper" : undefined;
}

/** The white space before a line of a script or of a style sheet that is code: no text, no end of a comment. */
const CODE_LINES = /^([ \t]*)(?=[\w$@.#(){}[\]])/gm;

/**
 * The white space of the outermost lines of a script or a style sheet whose tag stands right above an offset, for its first
 * line; undefined where they stand less deep than its tag.
 *
 *     <script>
 *     |
 *         moor(boat);
 *     });
 */
export function codeWhite(text: string, at: number): string | undefined {
  const [, white = "", name = ""] = TAG_LINE.exec(linesRightAbove(text, at)) ?? [];
  if (!RAW.test(name)) return undefined;
  const below = text.slice(at, at + BELOW);
  const code = below.slice(0, Math.max(0, below.indexOf(`</${name}`)));
  const [, next, sign = ""] = NEXT_LINE.exec(code) ?? [];
  // What markup begins is none of its lines, as above.
  if (next === undefined || /^<\/?[a-z]/i.test(sign)) return undefined;
  let least = next;
  for (const [, own = ""] of code.matchAll(CODE_LINES))
    if (own.length < least.length && least.startsWith(own)) least = own;
  return least.startsWith(white) ? least : undefined;
}

/** A script on one line, which a text ends with, and the line that holds something above it. */
const SCRIPT_ABOVE =
  /(?:(?:^|[\r\n])([ \t]*)<script\b[^\r\n]*\s+?)?(?<=^|[\r\n])([ \t]*)<script\b[^\r\n]*<\/script>[ \t]*[\r\n]+$/i;

/** A script below. */
const SCRIPT_BELOW = /^\s*[\r\n]([ \t]*)<script\b/i;

/**
 * The white space of a script right above an offset at a line's beginning, where the one next to that stands in its
 * column, be it the margin within deeper lines; undefined elsewhere.
 */
export function scriptWhite(text: string, at: number): string | undefined {
  const [, over, white] = SCRIPT_ABOVE.exec(linesRightAbove(text, at)) ?? [];
  if (white === undefined) return undefined;
  const below = SCRIPT_BELOW.exec(text.slice(at, at + ABOVE))?.[1];
  return white === over || white === below ? white : undefined;
}
