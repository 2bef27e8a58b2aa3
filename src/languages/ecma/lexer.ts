import { blanksStart } from "../../core/text/blanks.js";
import { Char } from "../../core/text/characters.js";
import { isLineTerminator } from "../../core/text/line-ends.js";
import { Ahead } from "../../core/text/ahead.js";
import { Ended, StringReader } from "../../core/text/strings.js";
import { templateTagEnd } from "../../core/text/template-tag.js";
import { isAloneOnLine } from "../../core/text/width.js";
import { TokenFlag, TokenTable } from "../../core/syntax/tokens.js";
import { T } from "./kinds.js";
import { isPart, isStart, wordEnd, wordKind } from "./words.js";

/** Two braces with what may be a statement in them. */
const MAY_BE_BLOCKS = /^\{\{(?!~?(?:[#/>^]|else\b))/;

/** A place to come back to. */
export interface LexerMark {
  readonly at: number;
  readonly count: number;
  readonly newLine: boolean;
  readonly braces: number;
  readonly template: OpenTemplate | undefined;
  /** The last token, which may be read otherwise before the lexer comes back. */
  readonly lastKind: T;
  readonly lastEnd: number;
}

/** A template whose substitution is being read, and how many braces were open when that began. */
interface OpenTemplate {
  readonly braces: number;
  readonly outer: OpenTemplate | undefined;
}

/** The kinds of characters that are a token whatever follows them. */
const SINGLE = new Uint8Array(128);
for (const [sign, kind] of [
  ["(", T.LeftParen],
  [")", T.RightParen],
  ["[", T.LeftBracket],
  ["]", T.RightBracket],
  [",", T.Comma],
  [";", T.Semicolon],
  [":", T.Colon],
  ["@", T.At],
  ["~", T.Tilde],
] as const)
  SINGLE[sign.charCodeAt(0)] = kind;

/**
 * Splits ECMAScript source into tokens, one whenever the parser asks (ECMA-262, chapter 12): only the
 * grammar knows whether a slash begins a regular expression, a brace goes on with a template, or a
 * word is text between tags. The parser looks at one token; where it expected another reading it has
 * that token read again.
 */
export class Lexer {
  readonly tokens: TokenTable;
  private at: number;
  /** How far the text was looked at before the lexer went back. */
  private seen = 0;
  private newLine = true;
  /** How many braces are open. */
  private braces = 0;
  private openTemplate: OpenTemplate | undefined = undefined;
  private strings: StringReader | undefined = undefined;
  /** Where a backquote, a backslash and a substitution come next; missing before the first template. */
  private templates: readonly Ahead[] | undefined = undefined;

  constructor(readonly text: string) {
    this.at = text.charCodeAt(0) === 0xfeff ? 1 : 0;
    this.tokens = new TokenTable(text, this.at);
    if (text.charCodeAt(this.at) === Char.Hash && text.charCodeAt(this.at + 1) === Char.Bang)
      this.lineComment(this.at);
  }

  mark(): LexerMark {
    const { at, newLine, braces } = this;
    const { count } = this.tokens;
    const lastKind: T = this.tokens.kind(count - 1);
    const lastEnd = count > 0 ? this.tokens.end(count - 1) : 0;
    return { at, count, newLine, braces, template: this.openTemplate, lastKind, lastEnd };
  }

  rewind({ at, count, newLine, braces, template, lastKind, lastEnd }: LexerMark): void {
    this.seen = Math.max(this.seen, this.at);
    this.at = at;
    this.newLine = newLine;
    this.braces = braces;
    this.openTemplate = template;
    this.tokens.truncate(count);
    if (count === 0) return;
    this.tokens.setKind(count - 1, lastKind);
    this.tokens.setEnd(count - 1, lastEnd);
  }

  /** Adds the comments up to the next token, and that token; answers its place, or the count at the end. */
  scan(): number {
    const { text, tokens } = this;
    // Whether nothing but comments stands before on the line.
    let lineStart = false;
    for (;;) {
      const start = this.skipSpace();
      lineStart ||= this.newLine;
      if (start >= text.length) return tokens.count;
      const c = text.charCodeAt(start);
      if (c === Char.Slash) {
        const next = text.charCodeAt(start + 1);
        if (next === Char.Slash) {
          this.lineComment(start);
          continue;
        }
        if (next === Char.Star) {
          this.blockComment(start);
          lineStart ||= tokens.has(tokens.count - 1, TokenFlag.MultiLine);
          continue;
        }
      } else if (
        (c === Char.Less && text.startsWith("<!--", start))
        || (c === Char.Minus && lineStart && text.startsWith("-->", start))
      ) {
        // Comments of scripts in pages (ECMA-262, B.1.1).
        this.lineComment(start);
        continue;
      } else if (lineStart && this.isTemplateTag(start, c)) {
        this.lineComment(start);
        continue;
      }
      this.token(start, c);
      return tokens.count - 1;
    }
  }

  /** Whether a line holds nothing but a tag that fills the file from outside: it is read as a comment. */
  private isTemplateTag(start: number, c: number): boolean {
    if (c !== Char.LeftBrace && c !== Char.Less) return false;
    const { text } = this;
    const end = templateTagEnd(text, start);
    return (
      end > 0 && isAloneOnLine(text, start, end) && !MAY_BE_BLOCKS.test(text.slice(start, end))
    );
  }

  /** How far the text was looked at beyond the last token since this was last asked; 0 for nowhere. */
  lookedTo(): number {
    const { seen } = this;
    this.seen = 0;
    return seen > this.at ? seen : 0;
  }

  /** The kind of the token after the last one, which stays unread. */
  peek(): T {
    const { tokens } = this;
    const mark = this.mark();
    const t = this.scan();
    const kind = tokens.kind(t);
    this.peekedOnNewLine = tokens.onNewLine(t);
    // A comment of several lines counts as a line end.
    for (let c = mark.count; c < t; c++)
      this.peekedOnNewLine ||= tokens.has(c, TokenFlag.OnNewLine | TokenFlag.MultiLine);
    this.peekedFrom = t < tokens.count ? tokens.start(t) : 0;
    this.peekedTo = t < tokens.count ? tokens.end(t) : 0;
    this.rewind(mark);
    return kind;
  }

  /** Whether a line end lies before the token that was peeked at last. */
  peekedOnNewLine = false;
  private peekedFrom = 0;
  private peekedTo = 0;

  /** The text of the token that was peeked at last. */
  get peekedWord(): string {
    return this.text.slice(this.peekedFrom, this.peekedTo);
  }

  private skipSpace(): number {
    const { text } = this;
    let i = this.at;
    for (; i < text.length; i++) {
      const c = text.charCodeAt(i);
      if (c === Char.Space || c === Char.Tab) continue;
      if (c === Char.LineFeed || c === Char.CarriageReturn || c === 0x2028 || c === 0x2029)
        this.newLine = true;
      else if (c !== Char.VerticalTab && c !== Char.FormFeed && (c < 160 || !isWideSpace(c))) break;
    }
    this.at = i;
    return i;
  }

  private add(kind: T, start: number, end: number, flags = 0): void {
    this.tokens.add(kind, start, end, this.newLine ? flags | TokenFlag.OnNewLine : flags);
    this.newLine = false;
    this.at = end;
  }

  private lineComment(start: number): void {
    const { text } = this;
    let end = start;
    while (end < text.length && !isLineTerminator(text.charCodeAt(end))) end++;
    this.add(T.Comment, start, blanksStart(text, end), TokenFlag.Trivia | TokenFlag.EndsLine);
  }

  private blockComment(start: number): void {
    const { text } = this;
    const close = text.indexOf("*/", start + 2);
    const end = close < 0 ? text.length : close + 2;
    this.add(
      T.Comment,
      start,
      end,
      TokenFlag.Trivia | this.multiLine(start, end) | (close < 0 ? TokenFlag.Continues : 0),
    );
  }

  private multiLine(start: number, end: number): number {
    const { text } = this;
    for (let i = start; i < end; i++)
      if (isLineTerminator(text.charCodeAt(i))) return TokenFlag.MultiLine;
    return 0;
  }

  private token(start: number, c: number): void {
    if (c < 128 && SINGLE[c] !== 0) return this.add(SINGLE[c] as T, start, start + 1);
    if (c < 128 ? isStart(c) : isStart(c) || wordEnd(this.text, start) > start)
      return this.word(start, c);
    switch (c) {
      case Char.Quote:
      case Char.Apostrophe: return this.string(start);
      case Char.Zero:
      case Char.One:
      case Char.Two:
      case Char.Three:
      case Char.Four:
      case Char.Five:
      case Char.Six:
      case Char.Seven:
      case Char.Eight:
      case Char.Nine:
        return this.number(start);
      case Char.Backquote: return this.template(start, T.Template, T.TemplateHead);
      case Char.Hash: {
        const end = wordEnd(this.text, start + 1);
        return this.add(
          end > start + 1 ? T.PrivateName : T.Unknown,
          start,
          Math.max(end, start + 1),
        );
      }
      case Char.Backslash: {
        const end = wordEnd(this.text, start);
        return this.add(end > start ? T.Name : T.Unknown, start, Math.max(end, start + 1));
      }
    }
    this.operator(start, c);
  }

  private word(start: number, first: number): void {
    const { text } = this;
    let i = start + 1;
    if (first < 128) while (isPart(text.charCodeAt(i))) i++;
    const c = text.charCodeAt(i);
    if (first > 127 || c > 127 || c === Char.Backslash) i = wordEnd(text, start);
    this.add(wordKind(text, start, i, first), start, i);
  }

  /** A string; one that its line leaves open is no token of the language. */
  private string(start: number): void {
    const strings = this.strings ??= new StringReader(this.text);
    const end = strings.end(start);
    const lines = strings.multiLine ? TokenFlag.MultiLine : 0;
    switch (strings.ended) {
      case Ended.ByQuote: return this.add(T.String, start, end, lines);
      case Ended.ByLine: return this.add(T.Unknown, start, end, lines | TokenFlag.EndsLine);
      case Ended.ByText: this.add(T.Unknown, start, end, lines | TokenFlag.Continues);
    }
  }

  private number(start: number): void {
    const { text } = this;
    let i = start + 1;
    const radix = text.charCodeAt(i) | 32;
    if (
      text.charCodeAt(start) === Char.Zero
      && (radix === Char.LowerX || radix === Char.LowerO || radix === Char.LowerB)
    ) {
      i++;
      while (isPart(text.charCodeAt(i))) i++;
      return this.add(T.Number, start, i);
    }
    i = digitsEnd(text, start);
    // After a leading zero, as in 017, a dot is a property's.
    const octal =
      text.charCodeAt(start) === Char.Zero && i > start + 1 && !/[89_]/.test(text.slice(start, i));
    if (text.charCodeAt(i) === Char.Dot && !octal) i = digitsEnd(text, i + 1);
    this.add(T.Number, start, numberTail(text, i));
  }

  private fraction(start: number): void {
    this.add(T.Number, start, numberTail(this.text, digitsEnd(this.text, start + 1)));
  }

  /** Template text from its backquote or brace at `start`, as `whole` where it ends there, else as `open`. */
  private template(start: number, whole: T, open: T): void {
    const { text } = this;
    this.templates ??= ["`", "\\", "${"].map((sign) => new Ahead(text, sign));
    const [quotes, backslashes, substitutions] = this.templates as [Ahead, Ahead, Ahead];
    for (let i = start + 1; i < text.length;) {
      const quote = quotes.next(i);
      const backslash = backslashes.next(i);
      const substitution = substitutions.next(i);
      if (backslash < quote && backslash < substitution) {
        i = backslash + 2;
      } else if (quote < substitution) {
        if (whole === T.TemplateTail) this.openTemplate = this.openTemplate?.outer;
        return this.add(whole, start, quote + 1, this.multiLine(start, quote));
      } else if (substitution < text.length) {
        if (open === T.TemplateHead)
          this.openTemplate = { braces: this.braces, outer: this.openTemplate };
        return this.add(open, start, substitution + 2, this.multiLine(start, substitution));
      } else {
        break;
      }
    }
    this.add(
      T.Unknown,
      start,
      text.length,
      this.multiLine(start, text.length) | TokenFlag.Continues,
    );
  }

  private operator(start: number, c: number): void {
    const { text } = this;
    const next = text.charCodeAt(start + 1);
    const third = text.charCodeAt(start + 2);
    const equal = next === Char.Equal;
    switch (c) {
      case Char.LeftBrace:
        this.braces++;
        return this.add(T.LeftBrace, start, start + 1);
      case Char.RightBrace:
        if (this.openTemplate?.braces === this.braces)
          return this.template(start, T.TemplateTail, T.TemplateMiddle);
        if (this.braces > 0) this.braces--;
        return this.add(T.RightBrace, start, start + 1);
      case Char.Dot:
        if (next >= 48 && next <= 57) return this.fraction(start);
        if (next === Char.Dot && third === Char.Dot) return this.add(T.Ellipsis, start, start + 3);
        return this.add(T.Dot, start, start + 1);
      case Char.Equal:
        if (next === Char.Greater) return this.add(T.Arrow, start, start + 2);
        if (equal) return this.add(T.Equality, start, start + (third === Char.Equal ? 3 : 2));
        return this.add(T.Assign, start, start + 1);
      case Char.Bang:
        if (equal) return this.add(T.Equality, start, start + (third === Char.Equal ? 3 : 2));
        return this.add(T.Bang, start, start + 1);
      case Char.Plus:
        if (next === Char.Plus) return this.add(T.PlusPlus, start, start + 2);
        return this.assignable(T.Plus, start, 1);
      case Char.Minus:
        if (next === Char.Minus) return this.add(T.MinusMinus, start, start + 2);
        return this.assignable(T.Minus, start, 1);
      case Char.Star:
        return next === Char.Star
          ? this.assignable(T.StarStar, start, 2)
          : this.assignable(T.Star, start, 1);
      case Char.Slash: return this.assignable(T.Slash, start, 1);
      case Char.Percent: return this.assignable(T.Percent, start, 1);
      case Char.Caret: return this.assignable(T.Caret, start, 1);
      case Char.Ampersand:
        return next === Char.Ampersand
          ? this.assignable(T.AmpersandAmpersand, start, 2)
          : this.assignable(T.Ampersand, start, 1);
      case Char.Pipe:
        return next === Char.Pipe
          ? this.assignable(T.PipePipe, start, 2)
          : this.assignable(T.Pipe, start, 1);
      case Char.Question:
        if (next === Char.Question) return this.assignable(T.QuestionQuestion, start, 2);
        if (next === Char.Dot && !(third >= 48 && third <= 57))
          return this.add(T.QuestionDot, start, start + 2);
        return this.add(T.Question, start, start + 1);
      case Char.Less:
        if (next === Char.Less) return this.assignable(T.ShiftLeft, start, 2);
        return equal ? this.add(T.LessEqual, start, start + 2) : this.add(T.Less, start, start + 1);
      case Char.Greater: return this.add(T.Greater, start, start + 1);
    }
    const width = text.codePointAt(start)! > 0xffff ? 2 : 1;
    this.add(T.Unknown, start, start + width);
  }

  /** An operator, or the assignment it makes with `=`. */
  private assignable(kind: T, start: number, length: number): void {
    if (this.text.charCodeAt(start + length) === Char.Equal)
      this.add(T.Augmented, start, start + length + 1);
    else this.add(kind, start, start + length);
  }

  // Other readings of token t, the last one

  private again(t: number): number {
    const { tokens } = this;
    this.newLine = tokens.onNewLine(t);
    const start = tokens.start(t);
    tokens.truncate(t);
    return start;
  }

  /** A slash where a value is expected begins a regular expression. */
  asRegex(t: number): void {
    const { text } = this;
    const start = this.again(t);
    let inClass = false;
    let i = start + 1;
    for (; i < text.length; i++) {
      const c = text.charCodeAt(i);
      if (isLineTerminator(c)) return this.add(T.Unknown, start, start + 1);
      if (c === Char.Backslash) i++;
      else if (c === Char.LeftBracket) inClass = true;
      else if (c === Char.RightBracket) inClass = false;
      else if (c === Char.Slash && !inClass) break;
    }
    i++;
    if (i > text.length) return this.add(T.Unknown, start, start + 1);
    while (isPart(text.charCodeAt(i))) i++;
    this.add(T.Regex, start, i);
  }

  /** `>` where an operator is expected may be the beginning of `>>`, `>>>`, `>=` and their assignments. */
  asGreater(t: number): void {
    const { text } = this;
    const start = this.tokens.start(t);
    let i = start + 1;
    while (i < start + 3 && text.charCodeAt(i) === Char.Greater) i++;
    const equal = text.charCodeAt(i) === Char.Equal;
    if (i === start + 1 && !equal) return;
    this.again(t);
    if (equal) this.add(i === start + 1 ? T.GreaterEqual : T.Augmented, start, i + 1);
    else this.add(T.ShiftRight, start, i);
  }

  /** `<` where a list of types begins, whatever follows it. */
  asLess(t: number): void {
    const start = this.again(t);
    this.add(T.Less, start, start + 1);
  }

  /** A name in a tag goes on over hyphens. */
  asJsxName(t: number): void {
    const { text, tokens } = this;
    if (text.charCodeAt(tokens.end(t)) !== Char.Minus) return;
    const start = this.again(t);
    let i = start;
    while (
      text.charCodeAt(i) === Char.Minus || isPart(text.charCodeAt(i)) || text.charCodeAt(i) > 127
    ) i++;
    this.add(T.Name, start, i);
  }

  /** A tag's attribute value knows no escapes and may hold line ends. */
  asJsxString(t: number): void {
    const { text } = this;
    const start = this.again(t);
    const close = text.indexOf(text[start]!, start + 1);
    const end = close < 0 ? text.length : close + 1;
    const lines = this.multiLine(start, end);
    if (close < 0) this.add(T.Unknown, start, end, lines | TokenFlag.Continues);
    else this.add(T.String, start, end, lines);
  }

  /** Between tags: the next `<`, `{`, or word of text. Forgets the tokens from `t` on, read otherwise. */
  jsxChild(t: number): number {
    const { text, tokens } = this;
    tokens.truncate(t);
    this.at = tokens.end(t - 1);
    this.newLine = false;
    let i = this.at;
    for (; i < text.length; i++) {
      const c = text.charCodeAt(i);
      if (c === Char.LineFeed || c === Char.CarriageReturn) this.newLine = true;
      else if (c !== Char.Space && c !== Char.Tab) break;
    }
    this.at = i;
    if (i >= text.length) return t;
    const c = text.charCodeAt(i);
    if (c === Char.Less) {
      this.add(T.Less, i, i + 1);
    } else if (c === Char.LeftBrace) {
      this.braces++;
      this.add(T.LeftBrace, i, i + 1);
    } else {
      let end = i + 1;
      while (end < text.length && !isJsxEdge(text.charCodeAt(end))) end++;
      this.add(T.JsxText, i, end);
    }
    return t;
  }
}

const isWideSpace = (c: number): boolean =>
  c === 160
  || c === 0xfeff
  || c === 0x1680
  || c === 0x202f
  || c === 0x205f
  || c === 0x3000
  || (c >= 0x2000 && c <= 0x200a);
const isJsxEdge = (c: number): boolean =>
  c === Char.Less
  || c === Char.LeftBrace
  || c === Char.Space
  || c === Char.Tab
  || c === Char.LineFeed
  || c === Char.CarriageReturn;

function digitsEnd(text: string, from: number): number {
  let i = from;
  for (
    let c = text.charCodeAt(i);
    (c >= 48 && c <= 57) || c === Char.Underscore;
    c = text.charCodeAt(i)
  ) i++;
  return i;
}

/** The end of a number after its digits: an exponent, a BigInt's suffix. */
function numberTail(text: string, from: number): number {
  let i = from;
  if ((text.charCodeAt(i) | 32) === 101) {
    const sign = text.charCodeAt(i + 1);
    const exponent = sign === Char.Plus || sign === Char.Minus ? i + 2 : i + 1;
    if (text.charCodeAt(exponent) >= 48 && text.charCodeAt(exponent) <= 57)
      i = digitsEnd(text, exponent);
  }
  return text.charCodeAt(i) === Char.LowerN ? i + 1 : i;
}
