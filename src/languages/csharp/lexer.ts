import { Char } from "../../core/text/characters.js";
import { TokenFlag, TokenTable } from "../../core/syntax/tokens.js";
import { T } from "./kinds.js";
import { characterEnd, stringEnd } from "./strings.js";
import { kindOfWord } from "./words.js";

/** The kinds of characters that are a token whatever follows them. */
const SINGLE = new Uint8Array(128);
for (const [sign, kind] of [
  ["(", T.LeftParen],
  [")", T.RightParen],
  ["[", T.LeftBracket],
  ["]", T.RightBracket],
  ["{", T.LeftBrace],
  ["}", T.RightBrace],
  [",", T.Comma],
  [";", T.Semicolon],
  ["~", T.Tilde],
] as const)
  SINGLE[sign.charCodeAt(0)] = kind;

const isLineEnd = (c: number): boolean =>
  c === Char.LineFeed || c === Char.CarriageReturn || c === 0x2028 || c === 0x2029 || c === 0x85;

const isDigit = (c: number): boolean => c >= Char.Zero && c <= Char.Nine;

const isPart = (c: number): boolean =>
  (c >= 97 && c <= 122)
  || (c >= 65 && c <= 90)
  || c === Char.Underscore
  || isDigit(c)
  || (c > 127 && !isLineEnd(c) && c !== 160 && c !== 0xfeff && c !== 0x3000);

/** Splits C# into tokens (ECMA-334, chapter 6), lines for the preprocessor among them. */
export function lexCsharp(text: string): TokenTable {
  return new Lexer(text).run();
}

class Lexer {
  private readonly tokens: TokenTable;
  private at: number;
  private newLine = true;

  constructor(private readonly text: string) {
    this.at = text.charCodeAt(0) === 0xfeff ? 1 : 0;
    this.tokens = new TokenTable(text, this.at);
  }

  run(): TokenTable {
    const { text } = this;
    for (;;) {
      const start = this.skipSpace();
      if (start >= text.length) return this.tokens;
      this.token(start, text.charCodeAt(start));
    }
  }

  private skipSpace(): number {
    const { text } = this;
    let i = this.at;
    for (; i < text.length; i++) {
      const c = text.charCodeAt(i);
      if (c === Char.Space || c === Char.Tab) continue;
      if (isLineEnd(c)) this.newLine = true;
      else if (
        c !== Char.VerticalTab
        && c !== Char.FormFeed
        && c !== 160
        && c !== 0xfeff
        && c !== 0x3000
        && c !== 0x1a
      ) break;
    }
    this.at = i;
    return i;
  }

  private add(kind: T, start: number, end: number, flags = 0): void {
    this.tokens.add(kind, start, end, this.newLine ? flags | TokenFlag.OnNewLine : flags);
    this.newLine = false;
    this.at = end;
  }

  private token(start: number, c: number): void {
    if (c < 128 && SINGLE[c] !== 0) return this.add(SINGLE[c] as T, start, start + 1);
    if (isDigit(c)) return this.number(start);
    if (isPart(c) || c === Char.Backslash) return this.word(start, start);
    switch (c) {
      case Char.Quote:
      case Char.Dollar: return this.string(start);
      case Char.Apostrophe: {
        const end = characterEnd(this.text, start);
        if (end > 0) return this.add(T.String, start, end);
        return this.add(T.Unknown, start, this.lineEnd(start), TokenFlag.EndsLine);
      }
      case Char.At: {
        const next = this.text.charCodeAt(start + 1);
        if (next === Char.Quote || next === Char.Dollar) return this.string(start);
        if (isPart(next)) return this.word(start, start + 1);
        break;
      }
      case Char.Hash:
        if (this.newLine || start === 0)
          return this.add(
            T.Directive,
            start,
            this.lineEnd(start),
            TokenFlag.Trivia | TokenFlag.EndsLine,
          );
        break;
      case Char.Slash: {
        const next = this.text.charCodeAt(start + 1);
        if (next === Char.Slash)
          return this.add(
            T.Comment,
            start,
            this.lineEnd(start),
            TokenFlag.Trivia | TokenFlag.EndsLine,
          );
        if (next === Char.Star) return this.blockComment(start);
      }
    }
    this.operator(start, c);
  }

  /** The end of the line, without the white space before it. */
  private lineEnd(start: number): number {
    const { text } = this;
    let i = start;
    while (i < text.length && !isLineEnd(text.charCodeAt(i))) i++;
    while (i > start + 1 && (text[i - 1] === " " || text[i - 1] === "\t")) i--;
    return i;
  }

  private multiLine(start: number, end: number): number {
    for (let i = start; i < end; i++)
      if (isLineEnd(this.text.charCodeAt(i))) return TokenFlag.MultiLine;
    return 0;
  }

  private blockComment(start: number): void {
    const close = this.text.indexOf("*/", start + 2);
    const end = close < 0 ? this.text.length : close + 2;
    const open = close < 0 ? TokenFlag.Continues : 0;
    this.add(T.Comment, start, end, TokenFlag.Trivia | this.multiLine(start, end) | open);
  }

  private string(start: number): void {
    const { text } = this;
    const string = stringEnd(text, start);
    if (string === undefined) return this.add(T.Unknown, start, start + 1);
    const lines = this.multiLine(start, string.end);
    if (!string.open) {
      // `"…"u8`
      let { end } = string;
      if (/[uU]8(?!\w)/y.test(text.slice(end, end + 3))) end += 2;
      return this.add(T.String, start, end, lines);
    }
    const rest = string.end === text.length ? TokenFlag.Continues : TokenFlag.EndsLine;
    this.add(T.Unknown, start, string.end, lines | rest);
  }

  private word(start: number, from: number): void {
    const { text } = this;
    let i = from;
    for (;;) {
      if (isPart(text.charCodeAt(i))) i++;
      else if (/\\u[0-9a-fA-F]{4}/y.test(text.slice(i, i + 6))) i += 6;
      else break;
    }
    if (i === from) return this.add(T.Unknown, start, start + 1);
    this.add(from > start ? T.Name : kindOfWord(text.slice(start, i)), start, i);
  }

  private number(start: number): void {
    const { text } = this;
    const number =
      /0[xX][0-9a-fA-F_]+[uUlL]*|0[bB][01_]+[uUlL]*|\d[\d_]*(?:\.\d[\d_]*)?(?:[eE][+-]?\d[\d_]*)?[fFdDmMuUlL]*/y;
    number.lastIndex = start;
    this.add(T.Number, start, start + number.exec(text)![0].length);
  }

  private operator(start: number, c: number): void {
    const { text } = this;
    const next = text.charCodeAt(start + 1);
    const equal = next === Char.Equal;
    const one = (kind: T): void => this.add(kind, start, start + 1);
    const two = (kind: T): void => this.add(kind, start, start + 2);
    switch (c) {
      case Char.Dot:
        if (isDigit(next)) {
          const number = /\.\d[\d_]*(?:[eE][+-]?\d[\d_]*)?[fFdDmM]?/y;
          number.lastIndex = start;
          return this.add(T.Number, start, start + number.exec(text)![0].length);
        }
        return next === Char.Dot ? two(T.DotDot) : one(T.Dot);
      case Char.Colon: return next === Char.Colon ? two(T.ColonColon) : one(T.Colon);
      case Char.Equal:
        if (next === Char.Greater) return two(T.Arrow);
        return equal ? two(T.Equality) : one(T.Assign);
      case Char.Bang: return equal ? two(T.Equality) : one(T.Bang);
      case Char.Plus:
        return next === Char.Plus ? two(T.PlusPlus) : this.assignable(T.Plus, start, 1);
      case Char.Minus:
        if (next === Char.Greater) return two(T.Pointer);
        return next === Char.Minus ? two(T.MinusMinus) : this.assignable(T.Minus, start, 1);
      case Char.Star: return this.assignable(T.Star, start, 1);
      case Char.Slash: return this.assignable(T.Slash, start, 1);
      case Char.Percent: return this.assignable(T.Percent, start, 1);
      case Char.Caret: return this.assignable(T.Caret, start, 1);
      case Char.Ampersand:
        return next === Char.Ampersand
          ? two(T.AmpersandAmpersand)
          : this.assignable(T.Ampersand, start, 1);
      case Char.Pipe:
        return next === Char.Pipe ? two(T.PipePipe) : this.assignable(T.Pipe, start, 1);
      case Char.Question:
        if (next === Char.Question) return this.assignable(T.QuestionQuestion, start, 2);
        return one(T.Question);
      case Char.Less:
        if (next === Char.Less) return this.assignable(T.ShiftLeft, start, 2);
        return equal ? two(T.LessEqual) : one(T.Less);
      // What may end lists of types is one sign each; the parser joins them.
      case Char.Greater: return equal ? two(T.GreaterEqual) : one(T.Greater);
    }
    this.add(T.Unknown, start, start + (text.codePointAt(start)! > 0xffff ? 2 : 1));
  }

  /** An operator, or the assignment it makes with `=`. */
  private assignable(kind: T, start: number, length: number): void {
    if (this.text.charCodeAt(start + length) === Char.Equal)
      this.add(T.Augmented, start, start + length + 1);
    else this.add(kind, start, start + length);
  }
}
