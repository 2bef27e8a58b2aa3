import { Char } from "../../core/text/characters.js";
import { isLineEnd } from "../../core/text/line-ends.js";
const HASH = 35;

const isQuote = (c: number): boolean => c === Char.Quote || c === Char.Apostrophe;

/** Length of the run of quotes that opens a string at `at`: 3 or 1. */
export function quoteLength(text: string, at: number): number {
  const quote = text.charCodeAt(at);
  return text.charCodeAt(at + 1) === quote && text.charCodeAt(at + 2) === quote ? 3 : 1;
}

/**
 * The end of the string whose quotes open at `at`. One left open ends with its line, or with the
 * text where its quotes are triple; the answer is then the complement (`~`) of that end.
 */
export function plainEnd(text: string, at: number): number {
  if (quoteLength(text, at) === 3) return tripleEnd(text, at);
  const quote = text.charCodeAt(at);
  for (let i = at + 1; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (c === Char.Backslash) {
      if (
        text.charCodeAt(i + 1) === Char.CarriageReturn && text.charCodeAt(i + 2) === Char.LineFeed
      ) i++;
      i++;
    } else if (c === quote) {
      return i + 1;
    } else if (isLineEnd(c)) {
      return ~i;
    }
  }
  return ~text.length;
}

/** As `plainEnd` between triple quotes: they end at the first that no backslash escapes. */
function tripleEnd(text: string, at: number): number {
  const from = at + 3;
  const quotes = text.slice(at, from);
  let close = text.indexOf(quotes, from);
  for (; close >= 0; close = text.indexOf(quotes, close + 1)) {
    let escape = close;
    while (escape > from && text.charCodeAt(escape - 1) === Char.Backslash) escape--;
    if ((close - escape) % 2 === 0) return close + 3;
  }
  return ~text.length;
}

/**
 * As `plainEnd`, where `{…}` holds expressions (PEP 701: they may hold the same quotes). Where this reading
 * finds no end, the answer is the complement of how far it looked.
 */
export function interpolatedEnd(text: string, at: number, depth = 0): number {
  if (depth > 20) return ~at;
  const quote = text.charCodeAt(at);
  const triple = quoteLength(text, at) === 3;
  let i = at + (triple ? 3 : 1);
  while (i < text.length) {
    const c = text.charCodeAt(i);
    if (c === Char.Backslash) {
      // A doubled brace after a backslash, as in \N{DASH}, is part of the escape's own text.
      if (text.charCodeAt(i + 1) === 78 && text.charCodeAt(i + 2) === Char.LeftBrace) {
        const close = text.indexOf("}", i);
        if (close >= 0 && !/[\s'"]{2}/.test(text.slice(i, close))) {
          i = close + 1;
          continue;
        }
      }
      // A backslash does not escape a brace: the field after it is read as one.
      i += text.charCodeAt(i + 1) === Char.LeftBrace
        ? 1
        : text.charCodeAt(i + 1) === Char.CarriageReturn && text.charCodeAt(i + 2) === Char.LineFeed
        ? 3
        : 2;
    } else if (
      c === quote
      && (!triple || (text.charCodeAt(i + 1) === quote && text.charCodeAt(i + 2) === quote))
    ) {
      return i + (triple ? 3 : 1);
    } else if (!triple && isLineEnd(c)) {
      return ~i;
    } else if (c === Char.LeftBrace) {
      if (text.charCodeAt(i + 1) === Char.LeftBrace) {
        i += 2;
      } else {
        i = fieldEnd(text, i + 1, quote, triple, depth);
        if (i < 0) return i;
      }
    } else {
      i++;
    }
  }
  return ~i;
}

/** The end of a replacement field, from just after its `{`. */
function fieldEnd(text: string, at: number, quote: number, triple: boolean, depth: number): number {
  let nesting = 0;
  let i = at;
  while (i < text.length) {
    const c = text.charCodeAt(i);
    if (isQuote(c)) {
      const end = innerString(text, i, depth);
      if (end < 0) return end;
      i = end;
    } else if (c === HASH) {
      while (i < text.length && !isLineEnd(text.charCodeAt(i))) i++;
    } else if (c === Char.LeftParen || c === Char.LeftBracket || c === Char.LeftBrace) {
      nesting++;
      i++;
    } else if (c === Char.RightBrace && nesting === 0) {
      return i + 1;
    } else if (c === Char.RightParen || c === Char.RightBracket || c === Char.RightBrace) {
      nesting--;
      i++;
    } else if (c === Char.Colon && nesting === 0) {
      return formatEnd(text, i + 1, quote, triple, depth);
    } else {
      i++;
    }
  }
  return ~i;
}

/** The end of a field whose format specification begins at `at`; it may hold fields of its own. */
function formatEnd(
  text: string,
  at: number,
  quote: number,
  triple: boolean,
  depth: number,
): number {
  if (depth > 20) return ~at;
  let i = at;
  while (i < text.length) {
    const c = text.charCodeAt(i);
    if (c === Char.RightBrace) return i + 1;
    if (c === Char.LeftBrace) {
      i = fieldEnd(text, i + 1, quote, triple, depth + 1);
      if (i < 0) return i;
    } else if ((c === quote || isLineEnd(c)) && !triple) {
      return ~i;
    } else {
      i++;
    }
  }
  return ~i;
}

function innerString(text: string, at: number, depth: number): number {
  const before = text.charCodeAt(at - 1) | 32;
  const further = text.charCodeAt(at - 2) | 32;
  const interpolated =
    before === 102 || before === 116 || (before === 114 && (further === 102 || further === 116));
  if (interpolated) return interpolatedEnd(text, at, depth + 1);
  return plainEnd(text, at);
}
