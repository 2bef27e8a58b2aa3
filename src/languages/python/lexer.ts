import type { Lookahead } from "../../core/language.js";
import { Char } from "../../core/text/characters.js";
import { TokenFlag, TokenTable } from "../../core/syntax/tokens.js";
import { indentColumn, lineColumn } from "../../core/text/width.js";
import { T } from "./kinds.js";
import { interpolatedEnd, plainEnd } from "./strings.js";

/** The token begins a logical line (Python reference, 2.1.1). */
export const LOGICAL = TokenFlag.Own;

/** Tab stops of Python's own indentation rule (reference, 2.1.8). */
export const PYTHON_TAB = 8;

/** Words with their kinds, which follow one another. */
const numbered = (first: T, words: string): (readonly [string, T])[] =>
  words.split(" ").map((word, i) => [word, first + i]);

const KEYWORDS = [
  ...numbered(T.Or, "or and not in is"),
  ...numbered(
    T.As,
    "as assert async await break class continue def del elif else except finally for from global if import lambda nonlocal pass raise return try while with yield",
  ),
];

/** The keywords that begin with each letter, so that most names are told apart by one look. */
const BY_LETTER: (readonly (readonly [string, T])[])[] = Array.from(
  { length: 26 },
  (_, i) => KEYWORDS.filter(([word]) => word.charCodeAt(0) === 97 + i),
);

const START = 1;
const PART = 2;
/** What an ASCII character can be in a name. */
const NAME = new Uint8Array(128);
for (let c = 0; c < 128; c++) {
  const letter = (c >= 65 && c <= 90) || (c >= 97 && c <= 122) || c === Char.Underscore;
  NAME[c] = letter ? START | PART : c >= 48 && c <= 57 ? PART : 0;
}

/**
 * Splits Python source into tokens. Any text gives a table.
 *
 * @param byColumns whether indentation ends brackets from the beginning on.
 */
export function lexPython(text: string, byColumns = false): {
  tokens: TokenTable;
  unbalanced: boolean;
  mismatches: number;
  lookaheads: readonly Lookahead[];
} {
  const lexer = new Lexer(text);
  lexer.doubtful = byColumns;
  lexer.run();
  const { tokens, doubtful, mismatches, lookaheads } = lexer;
  return { tokens, unbalanced: byColumns ? mismatches > 0 : doubtful, mismatches, lookaheads };
}

interface OpenBracket {
  readonly kind: T;
  readonly token: number;
}

class Lexer {
  readonly tokens: TokenTable;
  private at: number;
  private brackets: OpenBracket[] = [];
  /** The bracket whose line was asked for last, and the column of that. */
  private outer = -1;
  private outerColumn = 0;
  private newLine = true;
  private logical = true;
  /** Set once a bracket is known not to close: from then on indentation may end it. */
  doubtful = false;
  /** How often indentation ended brackets, or the end of the text did. */
  mismatches = 0;
  /** The strings that were looked beyond. */
  readonly lookaheads: Lookahead[] = [];

  constructor(readonly text: string) {
    this.at = text.charCodeAt(0) === 0xfeff ? 1 : 0;
    this.tokens = new TokenTable(text, this.at);
  }

  run(): void {
    for (;;) {
      this.scan();
      const unclosed = this.brackets[0];
      if (unclosed !== undefined) this.mismatches++;
      if (this.doubtful || unclosed === undefined) return;
      // Once more from the bracket that never closes, now minding indentation.
      this.doubtful = true;
      this.mismatches = 0;
      this.brackets = [unclosed];
      this.at = this.tokens.end(unclosed.token);
      this.tokens.truncate(unclosed.token + 1);
      this.newLine = false;
      this.logical = false;
    }
  }

  private scan(): void {
    const text = this.text;
    while (this.skipSpace()) {
      const start = this.at;
      if (this.newLine && this.doubtful && this.brackets.length > 0 && this.endsBrackets(start)) {
        this.brackets.length = 0;
        this.mismatches++;
        this.logical = true;
      }
      const c = text.charCodeAt(start);
      if (c < 128 ? (NAME[c]! & START) !== 0 : isNameStart(text, start)) this.name(start, c);
      else if (c === Char.Quote || c === Char.Apostrophe) this.string(start, start, false);
      else if (
        (c >= 48 && c <= 57)
        || (c === Char.Dot && text.charCodeAt(start + 1) >= 48 && text.charCodeAt(start + 1) <= 57)
      ) this.number(start);
      else if (c === Char.Hash) this.comment(start);
      else this.operator(start, c);
    }
  }

  /** Goes to the next token, noting line ends on the way; false at the end of the text. */
  private skipSpace(): boolean {
    const text = this.text;
    let i = this.at;
    for (; i < text.length; i++) {
      const c = text.charCodeAt(i);
      if (c === Char.Space || c === Char.Tab) continue;
      if (c === Char.LineFeed || c === Char.CarriageReturn) {
        this.newLine = true;
        if (
          this.brackets.length === 0 && !this.tokens.has(this.tokens.count - 1, TokenFlag.Continues)
        ) this.logical = true;
      } else if (c === Char.FormFeed) {
        if (this.newLine && this.logical) {
          this.tokens.add(
            T.PageBreak,
            i,
            i + 1,
            TokenFlag.Trivia | TokenFlag.EndsLine | TokenFlag.OnNewLine,
          );
        }
      } else {
        break;
      }
    }
    this.at = i;
    return i < text.length;
  }

  private add(kind: T, start: number, end: number, flags = 0): void {
    if (this.newLine) flags |= TokenFlag.OnNewLine;
    if (this.logical && (flags & TokenFlag.Trivia) === 0) {
      flags |= LOGICAL;
      this.logical = false;
    }
    this.newLine = false;
    this.tokens.add(kind, start, end, flags);
    this.at = end;
  }

  private name(start: number, first: number): void {
    const text = this.text;
    let i = start + 1;
    if (first > 127) i = start + (text.codePointAt(start)! > 0xffff ? 2 : 1);
    for (;;) {
      const c = text.charCodeAt(i);
      if (c < 128 ? (NAME[c]! & PART) !== 0 : isNamePart(text, i))
        i += c >= 0xd800 && c < 0xdc00 ? 2 : 1;
      else break;
    }
    const next = text.charCodeAt(i);
    const length = i - start;
    if (
      (next === Char.Quote || next === Char.Apostrophe) && length <= 2 && isPrefix(text, start, i)
    ) {
      const prefix = text.slice(start, i).toLowerCase();
      this.string(start, i, prefix.includes("f") || prefix.includes("t"));
      return;
    }
    let kind = T.Name;
    if (first >= 97 && first <= 122) {
      for (const [word, keyword] of BY_LETTER[first - 97]!) {
        if (word.length === length && text.startsWith(word, start)) kind = keyword;
      }
    }
    this.add(kind, start, i);
  }

  private string(start: number, quotes: number, interpolated: boolean): void {
    let found = interpolated ? interpolatedEnd(this.text, quotes) : plainEnd(this.text, quotes);
    if (interpolated && found < 0) {
      // Its fields do not end: what follows it tells so.
      this.lookaheads.push({ from: start, to: ~found });
      found = plainEnd(this.text, quotes);
    }
    const end = found < 0 ? ~found : found;
    let flags = found < 0 ? TokenFlag.EndsLine : 0;
    for (let i = quotes; i < end; i++) {
      const c = this.text.charCodeAt(i);
      if (c === Char.LineFeed || c === Char.CarriageReturn) {
        flags |= TokenFlag.MultiLine;
        break;
      }
    }
    if (found < 0 && end === this.text.length) flags |= TokenFlag.Continues;
    this.add(T.String, start, end, flags);
  }

  private number(start: number): void {
    const text = this.text;
    let i = start;
    const second = text.charCodeAt(start + 1) | 32;
    if (
      text.charCodeAt(start) === Char.Zero && (second === 120 || second === 111 || second === 98)
    ) {
      i += 2;
      while (
        isAlphanumeric(text.charCodeAt(i))
        && (second === 120 ? isHex(text.charCodeAt(i)) : isDigit(text.charCodeAt(i)))
      ) i++;
      this.add(T.Number, start, i);
      return;
    }
    const digits = (): void => {
      while (isDigit(text.charCodeAt(i))) i++;
    };
    digits();
    if (text.charCodeAt(i) === Char.Dot) {
      i++;
      digits();
    }
    if ((text.charCodeAt(i) | 32) === 101) {
      const sign = text.charCodeAt(i + 1);
      const exponent = sign === Char.Plus || sign === Char.Minus ? i + 2 : i + 1;
      if (isDigit(text.charCodeAt(exponent))) {
        i = exponent;
        digits();
      }
    }
    if ((text.charCodeAt(i) | 32) === 106) i++;
    this.add(T.Number, start, i);
  }

  private comment(start: number): void {
    const text = this.text;
    let i = start;
    while (
      i < text.length
      && text.charCodeAt(i) !== Char.LineFeed
      && text.charCodeAt(i) !== Char.CarriageReturn
    ) i++;
    let end = i;
    while (end > start && isSpace(text.charCodeAt(end - 1))) end--;
    this.add(T.Comment, start, end, TokenFlag.Trivia | TokenFlag.EndsLine);
  }

  private operator(start: number, c: number): void {
    const next = this.text.charCodeAt(start + 1);
    const equal = next === Char.Equal;
    switch (c) {
      case Char.LeftParen: return this.open(T.LeftParen, start);
      case Char.LeftBracket: return this.open(T.LeftBracket, start);
      case Char.LeftBrace: return this.open(T.LeftBrace, start);
      case Char.RightParen: return this.close(T.RightParen, T.LeftParen, start);
      case Char.RightBracket: return this.close(T.RightBracket, T.LeftBracket, start);
      case Char.RightBrace: return this.close(T.RightBrace, T.LeftBrace, start);
      case Char.Comma: return this.add(T.Comma, start, start + 1);
      case Char.Colon:
        return equal ? this.add(T.Walrus, start, start + 2) : this.add(T.Colon, start, start + 1);
      case Char.Semicolon: return this.add(T.Semicolon, start, start + 1);
      case Char.Dot:
        if (
          next === Char.Dot
          && this.text.charCodeAt(start + 2) === Char.Dot
          && !this.inRelativeImport()
        )
          return this.add(T.Name, start, start + 3);
        return this.add(T.Dot, start, start + 1);
      case Char.Equal:
        return equal ? this.add(T.Equal, start, start + 2) : this.add(T.Assign, start, start + 1);
      case Char.Bang:
        return equal
          ? this.add(T.NotEqual, start, start + 2)
          : this.add(T.Unknown, start, start + 1);
      case Char.Tilde: return this.add(T.Tilde, start, start + 1);
      case Char.Less:
        return next === Char.Less
          ? this.assignable(T.ShiftLeft, start, 2)
          : equal
          ? this.add(T.LessEqual, start, start + 2)
          : this.add(T.Less, start, start + 1);
      case Char.Greater:
        return next === Char.Greater
          ? this.assignable(T.ShiftRight, start, 2)
          : equal
          ? this.add(T.GreaterEqual, start, start + 2)
          : this.add(T.Greater, start, start + 1);
      case Char.Minus:
        return next === Char.Greater
          ? this.add(T.Arrow, start, start + 2)
          : this.assignable(T.Minus, start, 1);
      case Char.Plus: return this.assignable(T.Plus, start, 1);
      case Char.Star:
        return next === Char.Star
          ? this.assignable(T.DoubleStar, start, 2)
          : this.assignable(T.Star, start, 1);
      case Char.Slash:
        return next === Char.Slash
          ? this.assignable(T.DoubleSlash, start, 2)
          : this.assignable(T.Slash, start, 1);
      case Char.Percent: return this.assignable(T.Percent, start, 1);
      case Char.Ampersand: return this.assignable(T.Ampersand, start, 1);
      case Char.Pipe: return this.assignable(T.Pipe, start, 1);
      case Char.Caret: return this.assignable(T.Caret, start, 1);
      case Char.At: return this.assignable(T.At, start, 1);
      case Char.Backslash:
        // At the very end a line end would make it one.
        if (
          next === Char.LineFeed || next === Char.CarriageReturn || start + 1 === this.text.length
        ) {
          return this.add(T.Continuation, start, start + 1, TokenFlag.Trivia | TokenFlag.Continues);
        }
    }
    const width = this.text.codePointAt(start)! > 0xffff ? 2 : 1;
    this.add(T.Unknown, start, start + width);
  }

  /** After a `from` that begins a statement dots count one by one: `from ... import tides`. */
  private inRelativeImport(): boolean {
    const { tokens } = this;
    let t = tokens.count - 1;
    while (tokens.kind(t) === T.Dot) t--;
    if (tokens.kind(t) !== T.From) return false;
    const before: T = t === 0 ? T.Semicolon : tokens.kind(t - 1);
    return tokens.onNewLine(t) || before === T.Semicolon || before === T.Colon;
  }

  /** An operator, or the assignment it makes with `=`. */
  private assignable(kind: T, start: number, length: number): void {
    if (this.text.charCodeAt(start + length) === Char.Equal)
      this.add(T.Augmented, start, start + length + 1);
    else this.add(kind, start, start + length);
  }

  private open(kind: T, start: number): void {
    this.add(kind, start, start + 1);
    this.brackets.push({ kind, token: this.tokens.count - 1 });
  }

  /** A closer ends the innermost bracket of its kind, and what was left open within; else it is stray. */
  private close(kind: T, opener: T, start: number): void {
    for (let i = this.brackets.length - 1; i >= 0; i--) {
      if (this.brackets[i]!.kind === opener) {
        this.brackets.length = i;
        break;
      }
    }
    this.add(kind, start, start + 1);
  }

  /** Whether a line that begins at `start` reads as a new statement, not as more of the open brackets. */
  private endsBrackets(start: number): boolean {
    const outer = this.tokens.start(this.brackets[0]!.token);
    // Each line within it asks.
    if (outer !== this.outer) {
      this.outer = outer;
      this.outerColumn = lineColumn(this.text, outer, PYTHON_TAB);
    }
    if (this.columnOf(start) > this.outerColumn) return false;
    return !/[)\]},:#.+*/%|&^<>=!\\-]/.test(this.text[start]!);
  }

  private columnOf(offset: number): number {
    return indentColumn(this.text, lineStart(this.text, offset), offset, PYTHON_TAB);
  }
}

export function lineStart(text: string, offset: number): number {
  let i = offset;
  while (
    i > 0
    && text.charCodeAt(i - 1) !== Char.LineFeed
    && text.charCodeAt(i - 1) !== Char.CarriageReturn
  ) i--;
  return i;
}

function isPrefix(text: string, from: number, to: number): boolean {
  for (let i = from; i < to; i++) {
    const c = text.charCodeAt(i) | 32;
    if (c !== 114 && c !== Char.LowerB && c !== 117 && c !== 102 && c !== 116) return false;
  }
  return true;
}

const isSpace = (c: number): boolean => c === Char.Space || c === Char.Tab || c === Char.FormFeed;
const isDigit = (c: number): boolean => (c >= 48 && c <= 57) || c === Char.Underscore;
const isHex = (c: number): boolean => isDigit(c) || ((c | 32) >= 97 && (c | 32) <= 102);
const isAlphanumeric = (c: number): boolean => isDigit(c) || ((c | 32) >= 97 && (c | 32) <= 122);

const UNICODE_START = /^[\p{ID_Start}\p{Nl}℘℮゛゜]/u;
const UNICODE_PART = /^[\p{ID_Continue}·]/u;

function isNameStart(text: string, at: number): boolean {
  return UNICODE_START.test(String.fromCodePoint(text.codePointAt(at)!));
}

function isNamePart(text: string, at: number): boolean {
  const code = text.codePointAt(at);
  return code !== undefined && UNICODE_PART.test(String.fromCodePoint(code));
}
