import { Char } from "../../core/text/characters.js";
import { T } from "./kinds.js";

const RESERVED: readonly (readonly [string, T])[] = [
  ["break", T.Break],
  ["case", T.Case],
  ["catch", T.Catch],
  ["class", T.Class],
  ["const", T.Const],
  ["continue", T.Continue],
  ["debugger", T.Debugger],
  ["default", T.Default],
  ["delete", T.Delete],
  ["do", T.Do],
  ["else", T.Else],
  ["enum", T.Enum],
  ["export", T.Export],
  ["extends", T.Extends],
  ["finally", T.Finally],
  ["for", T.For],
  ["function", T.Function],
  ["if", T.If],
  ["import", T.Import],
  ["in", T.In],
  ["instanceof", T.Instanceof],
  ["new", T.New],
  ["return", T.Return],
  ["switch", T.Switch],
  ["throw", T.Throw],
  ["try", T.Try],
  ["typeof", T.Typeof],
  ["var", T.Var],
  ["void", T.Void],
  ["while", T.While],
  ["with", T.With],
];

/** One more than the longest reserved word has letters. */
const LENGTHS = 11;

/** The reserved words by their first letter and length. Words such as `this` or `null` read as names do. */
const WORDS: (readonly [string, T])[][] = Array.from({ length: 26 * LENGTHS }, () => []);
for (const entry of RESERVED)
  WORDS[place(entry[0].charCodeAt(0), entry[0].length)]!.push(entry);

/** Where reserved words stand that begin with a small letter and are as long. */
function place(first: number, length: number): number {
  return (first - 97) * LENGTHS + length;
}

/** The kind of the word [start, end) that begins with the character `first`: a name unless it is reserved. */
export function wordKind(text: string, start: number, end: number, first: number): T {
  if (first < 97 || first > 122 || end - start >= LENGTHS) return T.Name;
  for (const [word, kind] of WORDS[place(first, end - start)]!)
    if (text.startsWith(word, start)) return kind;
  return T.Name;
}

const START = 1;
const PART = 2;
/** What an ASCII character can be in a name. */
const ASCII = new Uint8Array(128);
for (let c = 0; c < 128; c++) {
  const letter =
    (c >= 65 && c <= 90) || (c >= 97 && c <= 122) || c === Char.Underscore || c === Char.Dollar;
  ASCII[c] = letter ? START | PART : c >= 48 && c <= 57 ? PART : 0;
}

/** Whether an ASCII character begins a name. */
export const isStart = (c: number): boolean => c < 128 && (ASCII[c]! & START) !== 0;
/** Whether an ASCII character goes on with a name. */
export const isPart = (c: number): boolean => c < 128 && (ASCII[c]! & PART) !== 0;

const UNICODE_START = /^\p{ID_Start}/u;
const UNICODE_PART = /^[\p{ID_Continue}\u200c\u200d]/u;
const ESCAPE = /\\u(?:[0-9a-fA-F]{4}|\{[0-9a-fA-F]+\})/y;

/** The end of the name that begins at `start`, Unicode letters and escapes included; `start` where none does. */
export function wordEnd(text: string, start: number): number {
  let i = start;
  for (;;) {
    const c = text.charCodeAt(i);
    if (c < 128) {
      if (c === Char.Backslash) {
        ESCAPE.lastIndex = i;
        const match = ESCAPE.exec(text);
        if (match === null) return i;
        i += match[0].length;
      } else if (i === start ? isStart(c) : isPart(c)) {
        i++;
      } else {
        return i;
      }
    } else {
      const code = text.codePointAt(i);
      if (
        code === undefined
        || !(i === start ? UNICODE_START : UNICODE_PART).test(String.fromCodePoint(code))
      ) return i;
      i += code > 0xffff ? 2 : 1;
    }
  }
}
