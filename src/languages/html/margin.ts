import { escaped } from "../../core/notation.js";
import { pattern } from "../../core/text/patterns.js";
import { beginsItsLine, startOfLine, whiteOf } from "../../core/text/width.js";

/** A start tag on a line of its own, which a text ends with, empty lines apart. */
const TAG_LINE = /(?:^|[\r\n])([ \t]*)<([a-zA-Z][\w:.-]*)\b[^<>]*>[ \t]*[\r\n]+$/;

/** The white space before the next line that holds something. */
const NEXT_LINE = /^\s*?(?:^|[\r\n])([ \t]*)(?=\S)/;

/** How far a tag is looked for above a line, and what ends it below. */
const ABOVE = 500;
const BELOW = 20_000;

/** The lines right above an offset; nothing where they are as long as no one writes them. */
function linesAbove(text: string, at: number): string {
  const from = startOfLine(text, Math.max(0, at - ABOVE));
  return at - from > BELOW ? "" : text.slice(from, at);
}

/** Elements whose text is kept to the letter, and the page, whose head and body need not stand alike. */
const NEVER_FLUSH = /^(?:pre|textarea|html)$/i;

const RAW = /^(?:script|style)$/i;

/** The last line of a script. */
const SCRIPT_LINE = /<\/?script\b/i;

/** A head or a body whose first line stands in its column; scripts do so in pages whose other lines do not. */
const FLUSH =
  /(?:^|[\r\n])([ \t]*)<(?:head|body)\b[^>]*>[ \t]*(?:\r\n|\r|\n)\1(?!<(?:script|style)\b)[^\s]/i;

/** Whether a page, or a part of one, shows that what its head or its body holds stands at their margin. */
export const leavesAtMargin = (text: string): boolean => FLUSH.test(text);

/** The white space of the next line that holds something, but for an end tag. */
const BELOW_TAG = /^\s*[\r\n]([ \t]*)(?=[^\s<]|<[^/])/;

/**
 * Where the line below a tag stands, so that the one between them stands there too: in the tag's column, or deeper;
 * undefined where nothing tells.
 */
export function standsBelow(before: string, below: string): "flush" | "deeper" | undefined {
  const white = TAG_LINE.exec(before)?.[1];
  const next = BELOW_TAG.exec(below)?.[1];
  if (white === undefined || next === undefined) return undefined;
  if (next === white) return "flush";
  return next.startsWith(white) ? "deeper" : undefined;
}

/**
 * The white space of the line that begins at an offset, by what else the element holds whose start tag stands right above;
 * undefined where nothing tells.
 */
export function whiteBelowTag(text: string, at: number): string | undefined {
  const [, white = "", name = ""] = TAG_LINE.exec(linesAbove(text, at)) ?? [];
  if (name === "" || NEVER_FLUSH.test(name)) return undefined;
  return RAW.test(name) ? codeWhite(text, at, name, white) : flushWhite(text, at, name, white);
}

/**
 * The white space of a tag above an offset where the last line of its element stands in its column, so that those between
 * do too, or where the nearest other element of its name leaves what it holds there; undefined elsewhere.
 *
 *     <form>                     <dd>
 *     |                          <p>Low tide</p>
 *         <p>Low tide</p>        </dd>
 *     </div>                     <dd>
 *     </form>                    |
 */
function flushWhite(text: string, at: number, name: string, white: string): string | undefined {
  const below = text.slice(at, at + BELOW);
  const end = below.indexOf(`</${name}`);
  const isClosed = end >= 0 && beginsItsLine(below, end) && whiteOf(below, end) === white;
  const inner = isClosed ? below.slice(0, end).trimEnd() : "";
  if (inner === "") {
    // What stands deeper below may be its own.
    const next = isClosed ? undefined : NEXT_LINE.exec(below)?.[1];
    return (next ?? "").length <= white.length && othersFlush(text, at, name) ? white : undefined;
  }
  const last = inner.slice(Math.max(inner.lastIndexOf("\n"), inner.lastIndexOf("\r")) + 1);
  const isFlush =
    last.startsWith(`${white}<`)
    && !inner.includes(`<${name}`)
    // Scripts at the end stand at the margin below deeper lines, too.
    && (!SCRIPT_LINE.test(last) || pattern(`^${white}<(?!\\/?script)`, "im").test(inner));
  return isFlush ? white : undefined;
}

/** The white space before a line of a script or of a style sheet that is code: no text, no end of a comment. */
const CODE_LINES = /^([ \t]*)(?=[\w$@.#(){}[\]])/gm;

/**
 * The white space of the outermost lines of a script or a style sheet, for its first line; undefined where they stand less
 * deep than its tag.
 *
 *     <script>
 *     |
 *         moor(boat);
 *     });
 */
function codeWhite(text: string, at: number, name: string, white: string): string | undefined {
  const below = text.slice(at, at + BELOW);
  const code = below.slice(0, Math.max(0, below.indexOf(`</${name}`)));
  let least = NEXT_LINE.exec(code)?.[1];
  if (least === undefined) return undefined;
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
  const [, over, white] = SCRIPT_ABOVE.exec(linesAbove(text, at)) ?? [];
  if (white === undefined) return undefined;
  const below = SCRIPT_BELOW.exec(text.slice(at, at + ABOVE))?.[1];
  return white === over || white === below ? white : undefined;
}

/** Whether the nearest element of a name above an offset has its first line in its column, or below where there is none. */
function othersFlush(text: string, at: number, name: string): boolean {
  const opened = pattern(
    `(?:^|[\\r\\n])([ \\t]*)<${escaped(name)}\\b[^<>]*>[ \\t]*[\\r\\n]\\s*?(?<=[\\r\\n])([ \\t]*)(?!</${escaped(name)})(?=\\S)`,
    "gi",
  );
  const found = (from: number, to: number): RegExpExecArray[] => [
    ...text.slice(from, to).matchAll(opened),
  ];
  const like = found(Math.max(0, at - BELOW), at).at(-1) ?? found(at, at + BELOW)[0];
  return like !== undefined && like[1] === like[2];
}
