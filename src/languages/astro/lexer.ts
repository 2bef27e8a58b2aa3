import { templateEnd } from "../../core/regions/texts.js";
import { Char } from "../../core/text/characters.js";
import { Step } from "../html/effect.js";
import { CLOSES, FLOW, OPENS, T } from "../html/kinds.js";
import { FAR } from "../html/half-written.js";
import { HtmlLexer, closeOf, type Components, type Lexed } from "../html/lexer.js";
import { attributeOf } from "../html/layout/tags.js";
import { expressionsOf, type Piece } from "./expression.js";

/** Splits markup with expressions into tokens: those of pages, and each piece of the code around markup as a word. */
export const lexAstro = (text: string, dialect: Components): Lexed =>
  new AstroLexer(text, dialect).run();

/** What each step of a piece is told by. */
const FLAGS: Readonly<Partial<Record<Step, number>>> = {
  [Step.Opens]: OPENS,
  [Step.Closes]: CLOSES,
  [Step.GoesOn]: OPENS | CLOSES,
};

/** A line of closing brackets. */
const CLOSER = /[)\]}]+[;,]?(?=[ \t]*(?:[\r\n]|$))/y;

/** What may follow an expression that stands apart. */
const AFTER = /^[ \t]*(?:[\r\n<]|$)/;

class AstroLexer extends HtmlLexer {
  private readonly expressions = expressionsOf(this.tokens);
  /** The pieces of code around markup, by where each begins. */
  private readonly pieces = new Map<number, Piece>();

  protected override mayHoldTongues(): boolean {
    return true;
  }

  protected override tongueEnd(from: number): number {
    const { text, tokens } = this;
    const c = text.charCodeAt(from);
    if (c === Char.Backquote && from === this.at && tokens.kind(tokens.count - 1) === T.Equal)
      return templateEnd(text, from);
    if (c !== Char.LeftBrace) return 0;
    const { to } = this.expressions.at(from);
    if (to === 0) this.lacksEnd(from);
    return to;
  }

  protected override isOpenTongue(): boolean {
    return false;
  }

  protected override endsValue(at: number): boolean {
    return super.endsValue(at) || this.text.startsWith("/>", at);
  }

  /** Whether the expression that begins here has its lines for itself, or those between two tags, up to its end. */
  private isApart(to: number): boolean {
    const { newLine, text, tokens } = this;
    const before: T = tokens.kind(tokens.count - 1);
    const isBehind =
      newLine || before === T.TagEnd || before === T.EmptyTagEnd || before === T.Comment;
    return isBehind && (to === 0 || AFTER.test(text.slice(to, to + FAR)));
  }

  protected override startTag(): void {
    const { tokens } = this;
    const first = tokens.count;
    super.startTag();
    const holds = tokens.kind(tokens.count - 1) as T === T.TagEnd;
    if (!holds || attributeOf(tokens, first, "is:raw") === undefined) return;
    const close = closeOf(this.text, tokens.textOf(first).slice(1), this.at);
    const to = close < 0 ? this.text.length : close;
    if (to > this.at) this.add(T.Raw, to, this.linesIn(to));
  }

  protected override step(): void {
    const { text, at } = this;
    if (text.charCodeAt(at) === Char.LeftBrace) {
      const { to, pieces } = this.expressions.at(at);
      if (this.isApart(to)) for (const piece of pieces) this.pieces.set(piece.from, piece);
    }
    const piece = this.pieces.get(at) ?? this.closer();
    if (piece !== undefined) return this.piece(piece);
    // Tags without a name hold others.
    const sign = ["<", "</"].find((one) => text.startsWith(`${one}>`, at));
    if (sign === undefined) return super.step();
    this.add(sign === "<" ? T.TagStart : T.EndTagStart, at + sign.length);
    this.add(T.TagEnd, this.at + 1);
  }

  /** How many blocks are open whose expression has no end. */
  private openBlocks = 0;

  private piece({ to, step }: Piece): void {
    if (step === Step.Opens) this.openBlocks++;
    else if (step === Step.Closes && this.openBlocks > 0) this.openBlocks--;
    this.add(T.Word, to, this.linesIn(to) | FLOW | (FLAGS[step] ?? 0));
  }

  /** A line of brackets, where those that it closes belong to code that could not be read to its end. */
  private closer(): Piece | undefined {
    if (this.openBlocks === 0 || !this.newLine) return undefined;
    CLOSER.lastIndex = this.at;
    return CLOSER.test(this.text)
      ? { from: this.at, to: CLOSER.lastIndex, step: Step.Closes }
      : undefined;
  }
}
