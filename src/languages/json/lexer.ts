import { blanksStart } from "../../core/text/blanks.js";
import { Char } from "../../core/text/characters.js";
import { isLineEnd } from "../../core/text/line-ends.js";
import { Ended, StringReader } from "../../core/text/strings.js";
import { templateTagEnd } from "../../core/text/template-tag.js";
import { isAloneOnLine } from "../../core/text/width.js";
import { TokenFlag, TokenTable } from "../../core/syntax/tokens.js";
import { T } from "./kinds.js";

const QUOTE = 34;
const APOSTROPHE = 39;
const STAR = 42;
const SLASH = 47;

/** Splits JSON (ECMA-404) into tokens; comments, single quotes and bare words are read too. */
export function lexJson(text: string): TokenTable {
  return new JsonLexer(text).run();
}

class JsonLexer {
  private at: number;
  private readonly tokens: TokenTable;
  private readonly strings: StringReader;
  private newLine = true;

  constructor(private readonly text: string) {
    this.strings = new StringReader(text);
    this.at = text.charCodeAt(0) === 0xfeff ? 1 : 0;
    this.tokens = new TokenTable(text, this.at);
  }

  run(): TokenTable {
    const { text } = this;
    while (this.at < text.length) {
      const c = text.charCodeAt(this.at);
      if (isWhite(c)) {
        if (isLineEnd(c)) this.newLine = true;
        this.at++;
        continue;
      }
      const tag = c === Char.LeftBrace || c === Char.Less ? templateTagEnd(text, this.at) : 0;
      const sign = signOf(c);
      if (tag > 0) this.templateTag(tag);
      else if (sign !== T.End) this.add(sign, this.at + 1, 0);
      else if (c === QUOTE || c === APOSTROPHE) this.string();
      else if (c === SLASH) this.comment();
      else this.word();
    }
    return this.tokens;
  }

  private add(kind: T, end: number, flags: number): void {
    this.tokens.add(kind, this.at, end, this.newLine ? flags | TokenFlag.OnNewLine : flags);
    this.newLine = false;
    this.at = end;
  }

  /** A tag that fills the file from outside: a value, or what has a line for itself. */
  private templateTag(end: number): void {
    const isAlone = isAloneOnLine(this.text, this.at, end);
    if (isAlone) this.add(T.Comment, end, TokenFlag.Trivia | TokenFlag.EndsLine);
    else this.add(T.Word, end, 0);
  }

  /** A string; its line ends one that is left open. */
  private string(): void {
    const { strings } = this;
    const end = strings.end(this.at);
    const lines = strings.multiLine ? TokenFlag.MultiLine : 0;
    const open = end === this.text.length
      ? TokenFlag.EndsLine | TokenFlag.Continues
      : TokenFlag.EndsLine;
    this.add(T.String, end, strings.ended === Ended.ByQuote ? lines : lines | open);
  }

  private comment(): void {
    const { text, at } = this;
    const next = text.charCodeAt(at + 1);
    if (next === SLASH) return this.lineComment();
    if (next !== STAR) return this.add(T.Unknown, at + 1, 0);
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

  /** A number, a name such as `true`, or whatever stands between signs and blanks. */
  private word(): void {
    const { text } = this;
    let end = this.at;
    while (end < text.length && !endsWord(text.charCodeAt(end))) end++;
    if (end > this.at) this.add(T.Word, end, 0);
    else this.add(T.Unknown, end + 1, 0);
  }
}

const isWhite = (c: number): boolean => c <= 32 || c === 0xfeff || c === 0xa0;

function signOf(c: number): T {
  switch (c) {
    case Char.LeftBracket: return T.LeftBracket;
    case Char.LeftBrace: return T.LeftBrace;
    case Char.RightBracket: return T.RightBracket;
    case Char.RightBrace: return T.RightBrace;
    case Char.Comma: return T.Comma;
    case Char.Colon: return T.Colon;
    default: return T.End;
  }
}

/** Whether a word ends before a character: a sign, a quote, a slash, or white space of any kind. */
const endsWord = (c: number): boolean =>
  isWhite(c)
  || signOf(c) !== T.End
  || c === QUOTE
  || c === APOSTROPHE
  || c === SLASH
  || (c > 127 && /\s/.test(String.fromCharCode(c)));
