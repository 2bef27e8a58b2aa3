import { Char } from "../../core/text/characters.js";
import { isLineEnd } from "../../core/text/line-ends.js";

/** Where a text ends. */
export interface StringEnd {
  /** One past its last character, as a UTF-16 offset. */
  readonly end: number;
  /** Whether its closing sign is missing. */
  readonly open: boolean;
}

/** How deep texts may nest in the holes of others. */
const DEEP = 40;

/**
 * The end of the text that begins at an offset, in any of its forms (ECMA-334, 6.4.5.6, 12.8.3, and the raw
 * ones of C# 11); undefined where none begins there.
 */
export function stringEnd(text: string, start: number, depth = 0): StringEnd | undefined {
  let at = start;
  let dollars = 0;
  let verbatim = false;
  for (;; at++) {
    const c = text.charCodeAt(at);
    if (c === Char.Dollar) dollars++;
    else if (c === Char.At && !verbatim) verbatim = true;
    else break;
  }
  if (text.charCodeAt(at) !== Char.Quote) return undefined;
  let quotes = 1;
  while (text.charCodeAt(at + quotes) === Char.Quote) quotes++;
  if (quotes >= 3 && !verbatim) return rawEnd(text, at + quotes, quotes, dollars, depth);
  return plainEnd(text, at + 1, dollars > 0, verbatim, depth);
}

/** `"…"`, `@"…"` and what holds values. */
function plainEnd(
  text: string,
  from: number,
  holes: boolean,
  verbatim: boolean,
  depth: number,
): StringEnd {
  for (let at = from; at < text.length; at++) {
    const c = text.charCodeAt(at);
    if (c === Char.Quote) {
      if (!verbatim || text.charCodeAt(at + 1) !== Char.Quote) return { end: at + 1, open: false };
      at++;
    } else if (isLineEnd(c) && !verbatim) {
      return { end: at, open: true };
    } else if (c === Char.Backslash && !verbatim) {
      if (!isLineEnd(text.charCodeAt(at + 1))) at++;
    } else if (c === Char.LeftBrace && holes) {
      if (text.charCodeAt(at + 1) === Char.LeftBrace) {
        at++;
        continue;
      }
      const end = holeEnd(text, at + 1, depth);
      if (end < 0) return openEnd(text, at, verbatim);
      at = end - 1;
    }
  }
  return { end: text.length, open: true };
}

/** Where a text is given up whose hole is not closed: at the end of its line, or of the text. */
function openEnd(text: string, from: number, verbatim: boolean): StringEnd {
  let end = verbatim ? text.length : from;
  while (end < text.length && !isLineEnd(text.charCodeAt(end))) end++;
  return { end, open: true };
}

/** Three quotes or more, up to as many; with so many dollars, as many braces open a hole. */
function rawEnd(
  text: string,
  from: number,
  quotes: number,
  dollars: number,
  depth: number,
): StringEnd {
  for (let at = from; at < text.length; at++) {
    const c = text.charCodeAt(at);
    if (c !== Char.Quote && (c !== Char.LeftBrace || dollars === 0)) continue;
    let run = 1;
    while (text.charCodeAt(at + run) === c) run++;
    if (c === Char.Quote) {
      if (run >= quotes) return { end: at + run, open: false };
      at += run - 1;
      continue;
    }
    at += run;
    if (run >= dollars) {
      const end = holeEnd(text, at, depth);
      if (end < 0) return { end: text.length, open: true };
      at = end;
      while (text.charCodeAt(at) === Char.RightBrace) at++;
    }
    at--;
  }
  return { end: text.length, open: true };
}

/** One past the brace that ends the value which begins at an offset; -1 where none does. */
function holeEnd(text: string, from: number, depth: number): number {
  if (depth >= DEEP) return -1;
  let open = 0;
  for (let at = from; at < text.length; at++) {
    switch (text.charCodeAt(at)) {
      case Char.LeftBrace:
      case Char.LeftParen:
      case Char.LeftBracket:
        open++;
        break;
      case Char.RightParen:
      case Char.RightBracket:
        open--;
        break;
      case Char.RightBrace:
        if (open <= 0) return at + 1;
        open--;
        break;
      case Char.Semicolon:
        // No value holds a statement outside braces of its own: the hole is left open.
        if (open <= 0) return -1;
        break;
      case Char.Apostrophe: {
        const end = characterEnd(text, at);
        if (end > 0) at = end - 1;
        break;
      }
      case Char.Slash:
        if (text.charCodeAt(at + 1) !== Char.Star) break;
        at = text.indexOf("*/", at + 2);
        if (at < 0) return -1;
        at++;
        break;
      case Char.Quote:
      case Char.Dollar:
      case Char.At: {
        const string = stringEnd(text, at, depth + 1);
        if (string === undefined) break;
        if (string.open) return -1;
        at = string.end - 1;
      }
    }
  }
  return -1;
}

/** One past the character literal that begins at an offset; 0 where none does. */
export function characterEnd(text: string, start: number): number {
  const escaped = text.charCodeAt(start + 1) === Char.Backslash;
  for (let at = start + (escaped ? 3 : 2); at < Math.min(text.length, start + 14); at++) {
    const c = text.charCodeAt(at);
    if (isLineEnd(c)) return 0;
    if (c === Char.Apostrophe) return at + 1;
    if (!escaped && at > start + 3) return 0;
  }
  return 0;
}
