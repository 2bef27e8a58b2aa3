import { blanksEnd, blanksStart } from "../../core/text/blanks.js";
import { FRONT_MATTER, frontMatterEnd } from "../../core/front-matter.js";
import { Char } from "../../core/text/characters.js";
import { templateTagEnd } from "../../core/text/template-tag.js";
import { isAloneOnLine } from "../../core/text/width.js";
import { TokenFlag, TokenTable } from "../../core/syntax/tokens.js";
import { FLAG, T, type Dialect } from "./kinds.js";

/** What a character does where no token has begun. */
const enum Class {
  Word,
  Blank,
  LineEnd,
  /** A token of its own. */
  Sign,
  Quote,
}

const CLASSES = new Uint8Array(128);
const SIGNS = new Uint8Array(128);
for (const [sign, kind] of [
  ["(", T.LeftParen],
  ["[", T.LeftBracket],
  ["{", T.LeftBrace],
  [")", T.RightParen],
  ["]", T.RightBracket],
  ["}", T.RightBrace],
  [":", T.Colon],
  [",", T.Comma],
  [";", T.Semicolon],
  [">", T.Sign],
  ["+", T.Sign],
  ["~", T.Sign],
] as const) {
  CLASSES[sign.charCodeAt(0)] = Class.Sign;
  SIGNS[sign.charCodeAt(0)] = kind;
}
for (let c = 0; c <= Char.Space; c++) CLASSES[c] = Class.Blank;
for (const c of [Char.LineFeed, Char.CarriageReturn, Char.FormFeed]) CLASSES[c] = Class.LineEnd;
for (const c of [Char.Quote, Char.Apostrophe]) CLASSES[c] = Class.Quote;

/** 1 for characters that may compare or multiply, or begin a flag. */
const OPERATES = new Uint8Array(128);
for (const c of [Char.Equal, Char.Bang, Char.Less, Char.Star]) OPERATES[c] = 1;

/**
 * The digits of an escape and the blank that ends it, where another token or the rest of the name follows:
 *
 *     .\31 0-berths  .quay
 *         ^
 */
const ESCAPE_BLANK = /[\da-f]{1,6}[ \t](?=\s*[^\s{};,)!/<=>+~])/iy;

/**
 * Splits a style sheet into tokens (CSS Syntax Module Level 3, taken coarser: what stands together without
 * white space is one word, as nothing may come between).
 */
export function lexCss(text: string, dialect: Dialect): TokenTable {
  return new CssLexer(text, dialect).run();
}

class CssLexer {
  /** Up to where nothing closes an interpolation, or an address: nobody looks again. */
  private noBrace = 0;
  private noParen = 0;
  /** Whether a script was found that nothing closes. */
  private noScriptEnd = false;
  private at: number;
  private readonly tokens: TokenTable;
  private newLine = true;
  /** Whether an attribute's test is read, whose signs are tokens of their own: `[href ^= "tide"]`. */
  private inTest = false;

  constructor(private readonly text: string, private readonly dialect: Dialect) {
    this.at = text.charCodeAt(0) === 0xfeff ? 1 : 0;
    this.tokens = new TokenTable(text, this.at);
  }

  run(): TokenTable {
    const { text } = this;
    const front = frontMatterEnd(text);
    if (front > 0) this.add(T.Comment, front, FRONT_MATTER);
    while (this.at < text.length) {
      const c = text.charCodeAt(this.at);
      switch (c < 128 ? (CLASSES[c] as Class) : Class.Word) {
        case Class.LineEnd:
          this.newLine = true;
          this.at++;
          break;
        case Class.Blank:
          this.at++;
          break;
        case Class.Sign:
          if (c === Char.LeftBrace && templateTagEnd(text, this.at) > 0) this.word();
          else this.sign(c);
          break;
        case Class.Quote:
          this.string(c);
          break;
        default:
          if (c === Char.Slash && this.isComment(this.at)) this.comment();
          else this.word();
      }
    }
    return this.tokens;
  }

  private add(kind: T, end: number, flags: number): void {
    this.tokens.add(kind, this.at, end, this.newLine ? flags | TokenFlag.OnNewLine : flags);
    this.newLine = false;
    this.at = end;
  }

  private sign(c: number): void {
    this.inTest =
      c === Char.LeftBracket || (this.inTest && c !== Char.RightBracket && c !== Char.LeftBrace);
    const compares = c === Char.Greater && this.text.charCodeAt(this.at + 1) === Char.Equal;
    if (compares) this.add(T.Word, this.at + 2, 0);
    else this.add(SIGNS[c] as T, this.at + 1, 0);
  }

  /** A string; its line ends one that is left open. */
  private string(quote: number): void {
    const { text } = this;
    let lines = 0;
    let i = this.at + 1;
    for (; i < text.length; i++) {
      const c = text.charCodeAt(i);
      if (c === quote) return this.add(T.String, i + 1, lines);
      if (isLineEnd(c)) break;
      if (c === Char.Hash && this.dialect.interpolation === "#{") {
        const end = this.interpolationEnd(i);
        if (end > 0) i = end - 1;
      } else if (c === Char.Backslash) {
        i++;
        const escaped = text.charCodeAt(i);
        if (escaped === Char.CarriageReturn && text.charCodeAt(i + 1) === Char.LineFeed) i++;
        if (isLineEnd(escaped)) lines = TokenFlag.MultiLine;
      }
    }
    const end = Math.min(i, text.length);
    const goesOn = end === text.length ? TokenFlag.Continues : 0;
    this.add(T.String, end, TokenFlag.EndsLine | goesOn | lines);
  }

  private isComment(at: number): boolean {
    const next = this.text.charCodeAt(at + 1);
    return next === Char.Star || (next === Char.Slash && this.dialect.extended);
  }

  private comment(): void {
    const { text, at } = this;
    if (text.charCodeAt(at + 1) === Char.Slash) return this.lineComment();
    const close = text.indexOf("*/", at + 2);
    const end = close < 0 ? text.length : close + 2;
    let flags = TokenFlag.Trivia | (close < 0 ? TokenFlag.Continues : 0);
    for (let i = at; i < end; i++)
      if (isLineEnd(text.charCodeAt(i))) flags |= TokenFlag.MultiLine;
    this.add(T.Comment, end, flags);
  }

  private lineComment(): void {
    const { text } = this;
    let end = this.at;
    while (end < text.length && !isLineEnd(text.charCodeAt(end))) end++;
    end = blanksStart(text, end);
    this.add(T.Comment, end, TokenFlag.Trivia | TokenFlag.EndsLine);
  }

  private word(): void {
    const { text, at } = this;
    if (text.startsWith("<!--", at)) return this.add(T.PageComment, at + 4, 0);
    if (text.startsWith("-->", at)) return this.add(T.PageComment, at + 3, 0);
    const first = text.charCodeAt(at);
    const tag = mayBeTag(first) ? templateTagEnd(text, at) : 0;
    if (tag > 0 && isAloneOnLine(text, at, tag))
      return this.add(T.Comment, tag, TokenFlag.Trivia | TokenFlag.EndsLine);
    if (this.inTest && this.testEnd(at) > 0) return this.add(T.Word, this.testEnd(at), 0);
    const operatorEnd = OPERATES[first] === 1 ? this.operatorEnd(at) : 0;
    if (operatorEnd > 0) return this.add(T.Word, operatorEnd, 0);
    let lines = 0;
    let i = at;
    for (; i < text.length; i++) {
      const c = text.charCodeAt(i);
      if (c >= 128) continue;
      const end = mayBeTag(c) ? templateTagEnd(text, i) : 0;
      if (end > 0) i = end - 1;
      else if (c === Char.Hash || c === Char.At) {
        const end = this.interpolationEnd(i);
        if (end > 0) {
          if (/[\r\n]/.test(text.slice(i, end))) lines |= TokenFlag.MultiLine;
          i = end - 1;
        }
      } else if (c === Char.Backslash) {
        ESCAPE_BLANK.lastIndex = i + 1;
        if (ESCAPE_BLANK.test(text)) i = ESCAPE_BLANK.lastIndex - 1;
        else if (!isLineEnd(text.charCodeAt(i + 1))) i++;
      } else if (c === Char.Backquote && this.dialect.name === "less") {
        const end = text.indexOf("`", i + 1);
        if (end < 0) lines |= TokenFlag.Continues;
        if (/[\r\n]/.test(text.slice(i, end < 0 ? text.length : end))) lines |= TokenFlag.MultiLine;
        i = end < 0 ? text.length : end;
      } else if (
        CLASSES[c] !== Class.Word
        || (c === Char.Slash && this.isComment(i))
        || (c === Char.Bang && i > at)
        || (this.inTest && this.testEnd(i) > 0)
        || (OPERATES[c] === 1 && this.operatorEnd(i) > 0)
      ) break;
    }
    let end = Math.min(i, text.length);
    if (text.charCodeAt(end) === Char.LeftParen && isUrl(text, at, end)) {
      const close = this.urlEnd(end);
      if (close > 0) end = close;
    } else if (text.charCodeAt(end) === Char.LeftParen && isScript(text, at, end)) {
      const close = this.scriptEnd(end);
      if (/[\r\n]/.test(text.slice(end, close))) lines |= TokenFlag.MultiLine;
      end = Math.max(end, close);
    }
    if (end > at && text.charCodeAt(end) === Char.Plus && this.dialect.name === "less") {
      COLLECTS.lastIndex = end;
      end += COLLECTS.exec(text)?.[0].length ?? 0;
    }
    // A sign that would go on with nothing.
    if (end === at) end++;
    const isAt = first === Char.At && text.charCodeAt(at + 1) !== Char.LeftBrace && end > at + 1;
    this.add(isAt ? T.AtWord : T.Word, end, lines);
  }

  /** Where the sign of an attribute's test ends that begins at `from`; 0 where none does. */
  private testEnd(from: number): number {
    const { text } = this;
    const c = text.charCodeAt(from);
    if (c === Char.Equal) return from + 1;
    const signs = c === Char.Caret || c === Char.Dollar || c === Char.Star || c === Char.Pipe;
    return signs && text.charCodeAt(from + 1) === Char.Equal ? from + 2 : 0;
  }

  /** Where a sign ends that compares or multiplies, and that begins at `from`; 0 where none does. */
  private operatorEnd(from: number): number {
    const { text } = this;
    const next = text.charCodeAt(from + 1);
    switch (text.charCodeAt(from)) {
      case Char.Equal:
        if (this.inTest) return 0;
        if (next === Char.Equal) return from + 2;
        if (this.dialect.name !== "less") return 0;
        return next === Char.Less ? from + 2 : from + 1;
      case Char.Bang:
        if (next === Char.Equal) return from + 2;
        // White space may follow the sign of a flag.
        return FLAG.test(text.slice(from + 1, from + 11)) ? from + 1 : 0;
      case Char.Less:
        if (next === Char.Equal) return from + 2;
        // Signs of another language begin with it.
        return /^[%?!/]/.test(text.slice(from + 1, from + 2)) ? 0 : from + 1;
      case Char.Star: {
        const last = text.charCodeAt(from - 1);
        const goesOn = this.at < from || last === Char.RightParen || CLASSES[last] === Class.Word;
        return goesOn && !this.inTest && last !== Char.Slash && next !== Char.Slash ? from + 1 : 0;
      }
      default: return 0;
    }
  }

  /** Where the value ends that an interpolation begins at `from`; 0 where none does. */
  private interpolationEnd(from: number): number {
    const { text, dialect: { interpolation } } = this;
    if (interpolation === "" || !text.startsWith(interpolation, from)) return 0;
    if (from < this.noBrace) return 0;
    let depth = 0;
    let closes = false;
    for (let i = from + 1; i < text.length; i++) {
      const c = text.charCodeAt(i);
      if (c === Char.LeftBrace) depth++;
      else if (c === Char.RightBrace) {
        closes = true;
        if (--depth === 0) return i + 1;
      } else if (c === Char.Semicolon) {
        if (!closes) this.noBrace = i;
        return 0;
      } else if (c === Char.Quote || c === Char.Apostrophe) {
        for (i++; i < text.length && text.charCodeAt(i) !== c; i++)
          if (text.charCodeAt(i) === Char.Backslash) i++;
          else if (isLineEnd(text.charCodeAt(i))) return 0;
      }
    }
    if (!closes) this.noBrace = text.length;
    return 0;
  }

  /** Where the script ends whose bracket stands at `from`; 0 where it is not closed. */
  private scriptEnd(from: number): number {
    if (this.noScriptEnd) return 0;
    let depth = 0;
    SCRIPT_PART.lastIndex = from;
    for (
      let part = SCRIPT_PART.exec(this.text);
      part !== null;
      part = SCRIPT_PART.exec(this.text)
    ) {
      if (part[0] === "(") depth++;
      else if (part[0] === ")" && --depth === 0) return part.index + 1;
    }
    this.noScriptEnd = true;
    return 0;
  }

  /** Where an address without quotes ends whose bracket stands at `from`; 0 where it is a call like any other. */
  private urlEnd(from: number): number {
    const { text, dialect: { extended } } = this;
    let i = blanksEnd(text, from + 1);
    if (CLASSES[text.charCodeAt(i)] === Class.Quote || from < this.noParen) return 0;
    let depth = 1;
    let closes = false;
    for (; i < text.length; i++) {
      const c = text.charCodeAt(i);
      if (isLineEnd(c)) break;
      if (c === Char.Backslash) i++;
      else if (c === Char.LeftParen && extended) depth++;
      else if (c === Char.RightParen) {
        closes = true;
        if (--depth === 0) return i + 1;
      }
    }
    if (!closes) this.noParen = i;
    return 0;
  }
}

/** Whether a tag that fills the file from outside may begin with a character. */
const mayBeTag = (c: number): boolean => c === Char.LeftBrace || c === Char.Less;

/** A text in a script, or a bracket. */
const SCRIPT_PART = /"(?:[^"\\\r\n]|\\.)*"|'(?:[^'\\\r\n]|\\.)*'|[()]/g;

const isLineEnd = (c: number): boolean =>
  c === Char.LineFeed || c === Char.CarriageReturn || c === Char.FormFeed;

/** The sign behind a property whose values are collected, as Less has them: `shadow+: …`, `transform+_: …`. */
const COLLECTS = /\+_?(?=[ \t]*:(?![a-z:\\-]))/iy;

/** Whether a word is the function in which an old browser took a script. */
const isScript = (text: string, from: number, to: number): boolean =>
  to - from === 10 && /^expression$/i.test(text.slice(from, to));

/** Whether a word ends with the name of the function that takes an address. */
const isUrl = (text: string, from: number, to: number): boolean =>
  to - from >= 3
  && /^(?:url|url-prefix|domain|src)$/i.test(text.slice(Math.max(from, to - 10), to));
