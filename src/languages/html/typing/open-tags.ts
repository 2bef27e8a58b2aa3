import { whiteOf } from "../../../core/text/width.js";
import { tagsNamed } from "./end-tags.js";

/** An end tag without its `>`, whose line has ended. */
const OPEN_END = /<\/([a-zA-Z][\w:.-]*)[ \t]*[\r\n]+$/;

/** A line that a start tag goes on below: its white space, what stands before attributes, those, and the next line's. */
const SPLIT_START =
  /^([ \t]*)(?![ \t])([^\r\n]*<[a-zA-Z][^\s<>]*(?![^\s<>])[ \t]*(?![ \t]))([^<>\r\n]*)(?:\r\n|\r|\n)([ \t]*)(?=[\w:@.]|$)/gm;

/** How far before a place an end tag's name may begin, and the start tag that it ends, as UTF-16 offsets. */
const LONGEST = 100;
const FAR = 20_000;

/** Whether a tag is open at a place, as far as signs tell. */
export const isInTag = (text: string, at: number): boolean =>
  text.lastIndexOf("<", at - 1) > text.lastIndexOf(">", at - 1);

/** The white space for what goes on with a tag below its line, where the text tells; undefined for the layout's. */
export function whiteInTag(text: string, at: number): string | undefined {
  // Most lines do not begin in one.
  if (!isInTag(text, at)) return undefined;
  return whiteInEndTag(text, at) ?? whiteInStartTag(text, at);
}

/**
 * The white space for the `>` of an end tag that has a line of its own, that of the line with its start tag; undefined
 * where no end tag is open.
 *
 *     <b>Low tide at the quay</b
 *     |
 */
function whiteInEndTag(text: string, at: number): string | undefined {
  const name = OPEN_END.exec(text.slice(Math.max(0, at - LONGEST), at))?.[1];
  if (name === undefined) return undefined;
  const from = Math.max(0, at - FAR);
  const tags = [...text.slice(from, at).matchAll(tagsNamed(name))];
  let depth = 0;
  for (const { index, 1: slash } of tags.reverse()) {
    depth += slash === "/" ? 1 : -1;
    if (depth === 0) return whiteOf(text, from + index);
  }
  return undefined;
}

/**
 * The white space for the first line of attributes below a tag's name, where the nearest tag above, or below where there is
 * none, leaves such lines in the column of its own line, or under its first attribute; undefined elsewhere.
 *
 *     under <a                          <a href="tide.html"
 *     href="tide.html">the quay</a>        id="quay">the quay</a>
 *     and <a                            <a href="deck.html"
 *     |                                    |
 */
function whiteInStartTag(text: string, at: number): string | undefined {
  const from = Math.max(0, at - FAR);
  const tags = [...text.slice(from, at).matchAll(SPLIT_START)];
  const own = tags.pop();
  if (own === undefined || from + own.index + own[0].length !== at) return undefined;
  const all = [...tags.reverse(), ...text.slice(at, at + FAR).matchAll(SPLIT_START)];
  const like = all.find((tag) => (tag[3] === "") === (own[3] === "")) ?? all[0];
  if (like === undefined) return undefined;
  const [, line = "", , attributes, white] = like;
  if (white === line) return own[1];
  return attributes !== "" && own[3] !== "" && white === firstAttribute(like)
    ? firstAttribute(own)
    : undefined;
}

/** The white space of a line that stands under the first attribute. */
const firstAttribute = ([, line = "", before = ""]: readonly string[]): string =>
  line + " ".repeat(before.length);

/** A line that the end of a tag begins. */
const TAG_END_LINE = /(?<=[\r\n])([ \t]*)>/g;

/**
 * The white space for the `>` of a start tag that begins a line, as the nearest other one stands below its tag; undefined
 * where there is none.
 *
 *     <a href="tide.html"
 *        >the quay</a>
 *     <a href="deck.html"
 *     >
 */
export function whiteOfTagEnd(text: string, start: number): string | undefined {
  const tag = text.lastIndexOf("<", start - 1);
  if (!isInTag(text, start) || text[tag + 1] === "/") return undefined;
  const from = Math.max(0, start - FAR);
  const near = text.slice(from, start + FAR);
  const ends = [...near.matchAll(TAG_END_LINE)].map(({ index, 1: white }) => (
    { at: from + index, white: white! }
  ));
  const like = ends.filter(({ at }) => at < start).at(-1) ?? ends.find(({ at }) => at > start);
  if (like === undefined) return undefined;
  const outer = whiteOf(text, text.lastIndexOf("<", like.at));
  return like.white.startsWith(outer)
    ? whiteOf(text, tag) + like.white.slice(outer.length)
    : undefined;
}
