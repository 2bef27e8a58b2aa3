import type { Span } from "../../core/outline/excerpt.js";
import { Char } from "../../core/text/characters.js";
import { lookaheadToEnd } from "../../core/lookahead.js";
import { DEPTH_LIMIT } from "../../core/syntax/parser.js";
import { TokenFlag, type TokenTable } from "../../core/syntax/tokens.js";
import { beginsItsLine } from "../../core/text/width.js";
import { VOID, elementName } from "../html/elements.js";
import { T } from "../html/kinds.js";
import { HtmlLexer, type Lexed } from "../html/lexer.js";
import { blocksEnd, bracketEnd, endless, statementEnd, valueEnd } from "./code.js";

/** A piece of code between markup. */
export const CODE = TokenFlag.Own;

/** What begins a line that says something to the compiler. */
const DIRECTIVE =
  /@(?:using(?!\s*\()|model|inject|page|inherits|namespace|layout|attribute|addTagHelper|removeTagHelper|tagHelperPrefix|implements|typeparam|rendermode|preservewhitespace)\b[^\r\n]*/y;

/** Words that begin a block of code. */
export const BLOCK_WORDS = "if|for|foreach|while|switch|using|lock|try|do|helper";

/** What begins a block of code. */
const BLOCK = new RegExp(`@(?:${BLOCK_WORDS}|await\\s+foreach)\\b`, "y");

/** What holds members of the page. */
const MEMBERS = /@(?:code|functions)\s*\{/y;

/** What holds markup under a name. */
const SECTION = /@section\s+\w+\s*\{/y;

/** What goes on behind the brace of a block. */
const GOES_ON = /(?:else|catch|finally|while)\b/y;

/** Splits markup with `@` transitions into tokens: those of pages, and pieces of code as words. */
export function lexRazor(text: string): Lexed {
  return new RazorLexer(text, { hasComponents: true }).run();
}

/** The values in a part of a page that is written in another language. */
export const valuesIn = (text: string, from: number, to: number): Span[] =>
  new RazorLexer(text).tonguesIn(from, to);

class RazorLexer extends HtmlLexer {
  override run(): Lexed {
    endless.from = Infinity;
    const { tokens, lookaheads } = super.run();
    return { tokens, lookaheads: [...lookaheads, ...lookaheadToEnd(endless.from, this.text)] };
  }

  protected override readonly hasFlow = false;

  protected override mayHoldTongues(): boolean {
    return true;
  }

  protected override mayBegin(c: number): boolean {
    return super.mayBegin(c) || c === Char.At;
  }

  protected override endsName(c: number): boolean {
    return super.endsName(c) || c === Char.At;
  }

  protected override tongueEnd(from: number): number {
    const { text } = this;
    if (text.charCodeAt(from) !== Char.At) return 0;
    if (text.charCodeAt(from + 1) === Char.At) return from + 2;
    // An address of mail is no code.
    if (!this.inTag && from > 0 && /[\p{L}\p{N}]/u.test(text[from - 1]!)) return 0;
    return (this.inTag && blocksEnd(text, from)) || valueEnd(text, from);
  }

  /** Whether what is read stands in a start tag, where nobody writes addresses. */
  private inTag = false;

  protected override startTag(): void {
    this.inTag = true;
    super.startTag();
    this.inTag = false;
  }

  protected override step(): void {
    if (this.text.charCodeAt(this.at) === Char.At && this.transition()) return;
    super.step();
  }

  /** How many blocks are open; what lies deeper is one piece. */
  private depth = 0;

  private matches(pattern: RegExp): string | undefined {
    pattern.lastIndex = this.at;
    return pattern.exec(this.text)?.[0];
  }

  private code(end: number, flags = 0): void {
    const { length } = this.text.slice(this.at, end).trimEnd();
    const to = this.at + Math.max(length, 1);
    this.add(T.Word, to, CODE | flags | this.linesIn(to));
  }

  /** Takes what `@` begins, but for a value in a text; false where it begins that. */
  private transition(): boolean {
    const { text, at } = this;
    if (text[at + 1] === "*") {
      const close = text.indexOf("*@", at + 2);
      const end = close < 0 ? text.length : close + 2;
      const open = close < 0 ? TokenFlag.Continues : 0;
      const flags = this.isAlone(end) ? open | TokenFlag.Trivia : open;
      this.add(T.Comment, end, flags | this.linesIn(end));
      return true;
    }
    const directive = this.newLine ? this.matches(DIRECTIVE) : undefined;
    if (directive !== undefined) {
      this.code(at + directive.length, TokenFlag.EndsLine);
      return true;
    }
    const members = this.matches(MEMBERS);
    if (members !== undefined) {
      this.members(members.length);
      return true;
    }
    const section = this.matches(SECTION);
    if (section !== undefined) {
      if (this.depth === DEPTH_LIMIT) {
        this.code(text.length, TokenFlag.Continues);
        return true;
      }
      this.depth++;
      this.code(at + section.length);
      for (this.blanks(); this.at < text.length && text[this.at] !== "}"; this.blanks())
        this.step();
      this.closer();
      this.depth--;
      return true;
    }
    if (text[at + 1] === "{") {
      this.code(at + 2);
      this.statements();
      return true;
    }
    if (this.matches(BLOCK) === undefined) return false;
    this.statement();
    return true;
  }

  /** `@code { … }`: what stands in the braces is a text in another language. */
  private members(length: number): void {
    const { text, at } = this;
    const close = bracketEnd(text, at + length - 1);
    this.code(at + length);
    this.blanks();
    const end = close < 0 ? text.length : close - 1;
    let last = end;
    while (last > this.at && /\s/.test(text[last - 1]!)) last--;
    if (last > this.at)
      this.add(T.Raw, last, this.linesIn(last) | (close < 0 ? TokenFlag.Continues : 0));
    this.blanks();
    if (close >= 0) this.code(close);
  }

  /** The statements of a block behind its brace, and that which closes it. */
  private statements(): void {
    const { text } = this;
    if (this.depth === DEPTH_LIMIT) return this.code(text.length, TokenFlag.Continues);
    this.depth++;
    for (this.blanks(); this.at < text.length && text[this.at] !== "}"; this.blanks()) {
      const next = text[this.at + 1] ?? "";
      if (text[this.at] === "<" && /[a-zA-Z]/.test(next)) this.element();
      else if (text[this.at] === "<" && /[!/]/.test(next)) super.step();
      else if (text.startsWith("@:", this.at) || text.startsWith("//", this.at)) this.line();
      else if (text[this.at] === "@" && this.transition()) continue;
      else if (text[this.at] === "@") this.word();
      else this.statement();
    }
    this.closer();
    this.depth--;
  }

  private line(): void {
    const end = /[\r\n]/g;
    end.lastIndex = this.at;
    this.code(end.exec(this.text)?.index ?? this.text.length, TokenFlag.EndsLine);
  }

  /** The brace that ends a block, with what goes on behind it on its line. */
  private closer(): void {
    const { text, at } = this;
    if (at >= text.length) return;
    const behind = at + 1 + (/^[ \t]*/.exec(text.slice(at + 1, at + 200))![0].length);
    GOES_ON.lastIndex = behind;
    if (GOES_ON.test(text)) {
      const { end, brace } = statementEnd(text, behind);
      this.pieces(end, brace);
      return;
    }
    this.code(at + 1);
    const mark = this.at;
    const { newLine } = this;
    this.blanks();
    // Below it a block may go on.
    const goesOn = this.matches(GOES_ON);
    if (goesOn !== undefined && goesOn !== "while") return this.statement();
    this.at = mark;
    this.newLine = newLine;
  }

  private statement(): void {
    const { text, at } = this;
    const label = /(?:case\s[^:;{}\r\n]*|default[ \t]*)(?::(?!:)|(?=[\r\n]|$))/y;
    label.lastIndex = at;
    const found = label.exec(text)?.[0];
    if (found !== undefined) return this.code(at + found.length);
    if (text[at] === "{") {
      this.code(at + 1);
      return this.statements();
    }
    const { end, brace } = statementEnd(text, at);
    this.pieces(end, brace);
  }

  /** A statement as one word, or what stands before its brace and what that holds. */
  private pieces(end: number, brace: number): void {
    const { text } = this;
    if (brace < 0) return this.code(end);
    if (brace > this.at && beginsItsLine(text, brace)) {
      this.code(brace);
      this.blanks();
    }
    this.code(brace + 1);
    this.statements();
  }

  /** An element between statements, up to its end tag. */
  private element(): void {
    const { text, tokens } = this;
    let open = 0;
    do {
      const first = tokens.count;
      this.step();
      for (let t = first; t < tokens.count; t++) {
        const kind: T = tokens.kind(t);
        if (kind === T.EndTagStart) open--;
        else if (kind === T.TagStart && !isVoid(tokens, t)) open++;
        else if (kind === T.EmptyTagEnd && !isVoid(tokens, startOf(tokens, t))) open--;
      }
      if (open > 0) this.blanks();
    } while (open > 0 && this.at < text.length);
  }
}

/** The token with which the tag begins that ends with token t. */
function startOf(tokens: TokenTable, t: number): number {
  while (t > 0 && tokens.kind(t) !== T.TagStart) t--;
  return t;
}

/** Whether the tag that begins with token t has no content anyhow. */
const isVoid = (tokens: TokenTable, t: number): boolean =>
  VOID.has(elementName(tokens.textOf(t).slice(1), true));
