// A page is read while somebody writes it: what tells that a tag, a value or a declaration goes on with what is not
// there yet, rather than with the lines below.

import { blanksEnd, trimmedStart } from "../../core/text/blanks.js";
import { isLineEnd } from "../../core/text/line-ends.js";

/** How far white space is looked through for the end of its line. */
export const FAR = 200;

/** The name of an attribute with its sign, as the first thing of a line or in a tag that begins there. */
const BEGINS_VALUE = /[\r\n][ \t]*(?:<[a-z][^\r\n]*[ \t])?[^\s"'<>=/?&]+=$/i;

/** The same with a value in quotes of the other kind, as far as to one of the first kind. */
const HOLDS_VALUE = /[\r\n][ \t]*[^\s"'<>=/?&]+=["'][^"'\r\n]*$/;

/** What may follow an attribute: white space, or the end of its tag. */
const AFTER_ATTRIBUTE = /^(?:[ \t\r\n\f>]|\/>|$)/;

/** A declaration without an end above a line that begins with markup. */
const HALF_DECLARATION = /^(<![^<>\r\n]*[^<>\s]|<!)[ \t]*[\r\n]+[ \t]*</;

/** The first signs of a tag at the end of a line. */
const BEGUN_TAG = /^<\/?(?=[ \t]*(?:[\r\n]|$))/;

/** Whether nothing but white space stands behind an offset on its line. */
export const endsLine = (text: string, at: number): boolean =>
  /^[ \t]*(?:[\r\n]|$)/.test(text.slice(at, at + FAR));

/** The signs of a tag, `<` or `</`, that begin at an offset and end their line; empty where there are none. */
export const begunTag = (text: string, at: number): string =>
  BEGUN_TAG.exec(text.slice(at, at + FAR))?.[0] ?? "";

/** Where a declaration ends that begins at an offset, if its line is all that is written of it; else 0. */
export function halfDeclarationEnd(text: string, at: number): number {
  if (text.startsWith("<!--", at)) return 0;
  const half = HALF_DECLARATION.exec(text.slice(at, at + FAR));
  return half === null ? 0 : at + half[1]!.length;
}

/**
 * Whether a value in quotes ends with the quote that begins another one on a line below: its own is not written yet.
 *
 *     <div class="berth
 *          title="Free">
 *                ^
 *
 * @param from where it begins, with its quote.
 * @param to behind the quote that ends it.
 */
export function endsAtNext(text: string, from: number, to: number): boolean {
  const next = text.charAt(to);
  if (text.charAt(to - 2) !== "=")
    return /[a-z\d]/i.test(next) && HOLDS_VALUE.test(text.slice(from, to - 1));
  return (
    !AFTER_ATTRIBUTE.test(text.slice(to, to + 2)) && BEGINS_VALUE.test(text.slice(from, to - 1))
  );
}

/**
 * Where the lines begin that an end tag without its start tag keeps to the letter: behind the last line before it that
 * begins with markup, or with that, where it is the beginning of the start tag.
 *
 * @param least from where on lines are looked through.
 * @param end where the end tag begins.
 */
export function keptFrom(text: string, least: number, end: number, name: string): number {
  for (let below = end; below > least;) {
    let line = below;
    while (line > least && !isLineEnd(text.charCodeAt(line - 1))) line--;
    const row = trimmedStart(text.slice(line, below));
    if (row.startsWith("<") || row.toLowerCase().includes(`</${name}`)) {
      const tag = /^<([a-z]*)(?![^ \t\r\n])[^<>]*$/i.exec(row);
      const isStart = tag !== null && name.startsWith(tag[1]!.toLowerCase());
      return isStart ? blanksEnd(text, line) : Math.min(end, blanksEnd(text, below + 1));
    }
    below = line - 1;
  }
  return end;
}
