import { Char } from "../../core/text/characters.js";
import { TokenFlag, TokenTable } from "../../core/syntax/tokens.js";
import { T } from "../html/kinds.js";

/** What begins a stretch that is kept to the letter, with what ends it. */
const WHOLE: readonly (readonly [begin: string, end: string, kind: T])[] = [
  ["<!--", "-->", T.Comment],
  ["<![CDATA[", "]]>", T.Raw],
  ["<?", "?>", T.Comment],
];

/** Splits XML into tokens (XML 1.0, 2 and 3): tags with their attributes, and the words between them. */
export function lexXml(text: string): TokenTable {
  return new XmlLexer(text).run();
}

class XmlLexer {
  private at: number;
  private readonly tokens: TokenTable;
  private newLine = true;

  constructor(private readonly text: string) {
    this.at = text.charCodeAt(0) === 0xfeff ? 1 : 0;
    this.tokens = new TokenTable(text, this.at);
  }

  run(): TokenTable {
    const { text } = this;
    for (this.blanks(); this.at < text.length; this.blanks()) {
      if (text.charCodeAt(this.at) !== Char.Less) this.word();
      else if (!this.whole()) this.tag();
    }
    return this.tokens;
  }

  private blanks(): void {
    const { text } = this;
    for (; this.at < text.length; this.at++) {
      const c = text.charCodeAt(this.at);
      if (c === Char.LineFeed || c === Char.CarriageReturn) this.newLine = true;
      else if (!isWhite(c)) return;
    }
  }

  private add(kind: T, end: number, flags = 0): void {
    const lines = /[\r\n]/.test(this.text.slice(this.at, end)) ? TokenFlag.MultiLine : 0;
    this.tokens.add(
      kind,
      this.at,
      end,
      flags | lines | (this.newLine ? TokenFlag.OnNewLine : 0),
    );
    this.newLine = false;
    this.at = end;
  }

  /** A comment, an instruction, a section of text, or the document's type; false where none begins here. */
  private whole(): boolean {
    const { text, at } = this;
    for (const [begin, end, kind] of WHOLE) {
      if (!text.startsWith(begin, at)) continue;
      const close = text.indexOf(end, at + begin.length);
      const to = close < 0 ? text.length : close + end.length;
      const alone =
        begin === "<!--" && this.newLine && /^[ \t]*(?:[\r\n]|$)/.test(text.slice(to, to + 200));
      const open = close < 0 ? TokenFlag.Continues : 0;
      this.add(kind, to, (alone ? TokenFlag.Trivia : 0) | open);
      return true;
    }
    if (!text.startsWith("<!", at)) return false;
    const end = this.declarationEnd();
    this.add(T.Doctype, end < 0 ? text.length : end, end < 0 ? TokenFlag.Continues : 0);
    return true;
  }

  /** Where the document's type ends, with what it declares between brackets; -1 where it does not. */
  private declarationEnd(): number {
    const { text } = this;
    const sign = /"[^"]*"|'[^']*'|<!--[^]*?-->|[[\]>]/g;
    sign.lastIndex = this.at;
    let open = 0;
    for (let found = sign.exec(text); found !== null; found = sign.exec(text)) {
      if (found[0] === "[") open++;
      else if (found[0] === "]") open--;
      else if (found[0] === ">" && open <= 0) return found.index + 1;
    }
    return -1;
  }

  private word(): void {
    const { text } = this;
    let end = this.at + 1;
    while (end < text.length && text[end] !== "<" && !isWhite(text.charCodeAt(end))) end++;
    this.add(T.Word, end);
  }

  private tag(): void {
    const { text, at } = this;
    const isEnd = text[at + 1] === "/";
    let end = at + (isEnd ? 2 : 1);
    const from = end;
    while (end < text.length && !endsName(text.charCodeAt(end))) end++;
    if (end === from) return this.add(T.Word, at + 1);
    this.add(isEnd ? T.EndTagStart : T.TagStart, end);
    this.attributes();
  }

  private attributes(): void {
    const { text } = this;
    for (this.blanks(); this.at < text.length; this.blanks()) {
      const c = text.charCodeAt(this.at);
      if (c === Char.Greater) return this.add(T.TagEnd, this.at + 1);
      if (c === Char.Slash && text[this.at + 1] === ">")
        return this.add(T.EmptyTagEnd, this.at + 2);
      if (c === Char.Less) return;
      if (c === Char.Equal && this.tokens.kind(this.tokens.count - 1) === T.Name) {
        this.add(T.Equal, this.at + 1);
        this.blanks();
        this.value();
        continue;
      }
      let end = this.at + 1;
      while (end < text.length && !endsName(text.charCodeAt(end)) && text[end] !== "=") end++;
      this.add(T.Name, end);
    }
  }

  private value(): void {
    const { text, at } = this;
    const quote = text[at];
    if (quote !== '"' && quote !== "'") return;
    const close = text.indexOf(quote, at + 1);
    // No value holds what begins a tag: its quote is missing.
    const end = close >= 0 && !text.slice(at, close).includes("<") ? close + 1 : at + 1;
    this.add(T.Value, end);
  }
}

const isWhite = (c: number): boolean =>
  c === Char.Space || c === Char.LineFeed || c === Char.Tab || c === Char.CarriageReturn;

const endsName = (c: number): boolean =>
  isWhite(c) || c === Char.Greater || c === Char.Slash || c === Char.Less || c === Char.Equal;
