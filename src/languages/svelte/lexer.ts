import type { Span } from "../../core/outline/excerpt.js";
import { TokenFlag } from "../../core/syntax/tokens.js";
import { Char } from "../../core/text/characters.js";
import { FLOW, T } from "../html/kinds.js";
import { HtmlLexer, type Components, type Lexed } from "../html/lexer.js";
import { beginsPiece, bracesAt } from "./braces.js";

/** Splits markup with code between braces into tokens: those of pages, and what begins or ends a block as words. */
export const lexSvelte = (text: string, dialect: Components): Lexed =>
  new SvelteLexer(text, dialect).run();

/**
 * A line that is none of the code above it, as that is being written: it begins with markup, with an attribute, or with what
 * ends a tag.
 *
 *     <button onclick={() => {
 *       board();
 *     >
 */
const NO_CODE = /[\r\n][ \t]*(?:<[a-z/!]|\/?>|\{[#:/@]|[\w:.|-]+=["'{])/gi;

class SvelteLexer extends HtmlLexer {
  /** The braces that nothing closes: nobody looks again. */
  private readonly endless = new Set<number>();
  /** The code that was found last and is being written. */
  private written: Span = { from: -1, to: -1 };

  protected override mayHoldTongues(): boolean {
    return true;
  }

  protected override tongueEnd(from: number): number {
    const { text, endless } = this;
    if (text.charCodeAt(from) !== Char.LeftBrace) return 0;
    if (from === this.written.from) return this.written.to;
    if (endless.has(from)) return 0;
    const braces = bracesAt(text, from, endless);
    if (braces?.isOpen === false) return braces.to;
    this.lacksEnd(from);
    NO_CODE.lastIndex = from;
    const to = NO_CODE.exec(text)?.index ?? text.length;
    if (bracesAt(text.slice(0, to), from)?.isOpen !== true) return 0;
    this.written = { from, to };
    return to;
  }

  protected override add(kind: T, end: number, flags = 0): void {
    const isWritten = this.written.to === end && this.written.from >= this.at;
    super.add(kind, end, isWritten ? flags | TokenFlag.Continues : flags);
  }

  protected override isOpenTongue(): boolean {
    return false;
  }

  protected override endsValue(at: number): boolean {
    return super.endsValue(at) || this.text.startsWith("/>", at);
  }

  /** Where what begins, goes on with or ends a block ends; 0 where none of that stands at an offset. */
  private pieceEnd(at: number): number {
    return beginsPiece(this.text, at) ? this.tongueEnd(at) : 0;
  }

  protected override endsWord(at: number): boolean {
    return this.pieceEnd(at) > 0;
  }

  protected override step(): void {
    const end = this.pieceEnd(this.at);
    if (end === 0) return super.step();
    this.add(T.Word, end, this.linesIn(end) | FLOW);
  }
}
