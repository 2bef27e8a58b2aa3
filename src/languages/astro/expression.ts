import type { Span } from "../../core/outline/excerpt.js";
import { OPERATOR, Scanner } from "../../core/regions/texts.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { holdsLineEnd } from "../../core/text/line-ends.js";
import { beginsItsLine, whiteOf } from "../../core/text/width.js";
import { Step } from "../html/effect.js";
import { elementEnd } from "./markup.js";

/** A piece of the code around markup: what stands on one of its lines. */
export interface Piece extends Span {
  readonly step: Step;
}

/** Code between braces. */
export interface Expression {
  /** Where it ends, its brace included; 0 where that is not there yet. */
  readonly to: number;
  /** The pieces of its code, where it holds markup or is being written. */
  readonly pieces: readonly Piece[];
}

/** How deep expressions may stand in each other; beyond that they are texts. */
const DEEPEST = 100;

/**
 * The expressions of a text, each read once.
 *
 *     {tides.map((tide) => (      a piece that opens brackets
 *       <li>{tide.time}</li>      markup, with an expression in it
 *     ))}                         a piece that closes them
 */
class Expressions {
  private readonly known = new Map<number, Expression>();
  private depth = 0;

  constructor(private readonly text: string) {}

  /** The expression that begins with the brace at an offset. */
  at(from: number): Expression {
    const known = this.known.get(from);
    if (known !== undefined) return known;
    if (this.depth > DEEPEST) return { to: 0, pieces: [] };
    this.depth++;
    const reader = new Reader(this.text, from, this);
    const found = reader.read();
    this.depth--;
    // What is left open in it has no end either.
    if (found.to === 0)
      for (const at of reader.leftOpen) this.known.set(at, { to: 0, pieces: [] });
    this.known.set(from, found);
    return found;
  }
}

/** By the tokens of a text, its expressions: what splits it into tokens has read them. */
const known = new WeakMap<TokenTable, Expressions>();

/** The expressions of a text, by its tokens. */
export function expressionsOf(tokens: TokenTable): Expressions {
  let expressions = known.get(tokens);
  if (expressions === undefined) known.set(tokens, expressions = new Expressions(tokens.text));
  return expressions;
}

/** An expression that has an end, with where it begins. */
export interface Placed {
  readonly from: number;
  readonly expression: Expression;
}

/** The expressions in a part of a text that have an end, and those in their markup, the outer ones before the inner. */
export function* expressionsIn(
  text: string,
  { from, to }: Span,
  expressions: Expressions,
): Iterable<Placed> {
  for (let at = text.indexOf("{", from); at >= 0 && at < to; at = text.indexOf("{", at)) {
    const expression = expressions.at(at);
    const { pieces } = expression;
    if (expression.to === 0) {
      at++;
      continue;
    }
    yield { from: at, expression };
    for (let i = 1; i < pieces.length; i++) {
      const between = { from: pieces[i - 1]!.to, to: pieces[i]!.from };
      yield* expressionsIn(text, between, expressions);
    }
    at = expression.to;
  }
}

/** What lines of brackets do to depth: those that one line opens count once. */
interface Block {
  isOpen: boolean;
}

/** A piece as it is being read. */
interface Begun {
  readonly from: number;
  to: number;
  /** What it opens. */
  readonly block: Block;
  opens: number;
  closes: boolean;
}

/** What is behind a value that is markup. */
const MARKUP = "</";

/** What takes no line end before what follows it. */
const JOINED = /\b(?:return|throw|yield)$/;

const OPENERS: ReadonlySet<string> = new Set("([{");
const CLOSERS: ReadonlySet<string> = new Set(")]}");

/** Passes one expression. */
class Reader extends Scanner {
  private readonly pieces: Piece[] = [];
  private readonly brackets: Block[] = [];
  private begun: Begun | undefined = undefined;
  private holdsMarkup = false;
  /** Whether its pieces tell their depth, each by itself. */
  private isRegular = true;

  constructor(text: string, from: number, private readonly others: Expressions) {
    super(text, from + 1);
    this.extend(from, from + 1);
  }

  read(): Expression {
    if (!this.codeUpTo("}")) {
      this.endPiece();
      return { to: 0, pieces: this.isRegular ? this.pieces : [] };
    }
    const to = this.at + 1;
    this.extend(this.at, to);
    this.endPiece();
    return { to, pieces: this.isRegular && this.holdsMarkup ? this.pieces : [] };
  }

  /** The braces that are open in it. */
  get leftOpen(): readonly number[] {
    return this.open;
  }

  protected override passed(from: number): void {
    // What stands within a text is part of it.
    if (this.depth > 0) return;
    const { at, code } = this;
    const isWhite = code.slice(from, at).trim() === "";
    if (!isWhite) {
      if (code.startsWith("//", from)) this.isRegular = false;
      this.extend(from, at);
    } else if (holdsLineEnd(code.slice(from, at))) {
      this.endPiece();
    }
  }

  /** Takes a stretch of code into the piece that begins or goes on there. */
  private extend(from: number, to: number): void {
    const said = this.code.slice(from, to);
    const closed = CLOSERS.has(said) ? this.brackets.pop() : undefined;
    const own = this.begun?.block;
    // Each piece closes what one line has opened.
    if (closed !== undefined && closed !== own && closed.isOpen && this.begun?.closes === true)
      this.endPiece();
    const piece = this.begun ??= {
      from,
      to,
      block: { isOpen: true },
      opens: 0,
      closes: false,
    };
    piece.to = to;
    if (OPENERS.has(said)) {
      this.brackets.push(piece.block);
      piece.opens++;
    } else if (closed === piece.block) {
      piece.opens--;
    } else if (closed?.isOpen === true) {
      closed.isOpen = false;
      piece.closes = true;
    }
  }

  private endPiece(): void {
    const { begun, code, pieces } = this;
    if (begun === undefined) return;
    this.begun = undefined;
    const { from, to, opens, closes } = begun;
    const last = pieces.at(-1);
    if (opens === 0 && !closes && /^[)\]},;\s]+$/.test(code.slice(from, to))) {
      // What was closed on the line above goes on with that.
      if (last === undefined || code.slice(last.to, from).trim() !== "") this.isRegular = false;
      else pieces[pieces.length - 1] = { ...last, to };
      return;
    }
    if (opens === 0 && !closes && last?.step === Step.None && this.carriesOn(last, from)) {
      pieces[pieces.length - 1] = { ...last, to };
      return;
    }
    const step = opens > 0
      ? (closes ? Step.GoesOn : Step.Opens)
      : closes
      ? Step.Closes
      : Step.None;
    pieces.push({ from, to, step });
  }

  /** Whether a line goes on with the piece before it: it stands deeper, and nothing else stands between them. */
  private carriesOn(piece: Piece, from: number): boolean {
    const { code } = this;
    return (
      code.slice(piece.to, from).trim() === ""
      && !code.endsWith("=>", piece.to)
      && whiteOf(code, from).length > whiteOf(code, piece.from).length
    );
  }

  protected override markup(): boolean {
    const { code, last } = this;
    if (this.depth > 0) return false;
    const sign = /^<(?:[a-z>]|!--|(\/[a-z>]))/i.exec(code.slice(this.at, this.at + 4));
    if (sign === null) return false;
    const isEnd = sign[1] !== undefined;
    const isValue = last !== MARKUP && /^[\w$"'`\]).}]/.test(last) && !OPERATOR.test(last);
    if (isValue && !isEnd && !beginsItsLine(code, this.at)) return false;
    const end = isValue || isEnd
      ? 0
      : code.startsWith("<!--", this.at)
      ? code.indexOf("-->", this.at) + 3
      : elementEnd(code, this.at, (at) => this.others.at(at).to);
    // What has no end, and what is no code, show that it is being written.
    if (end < 3) {
      this.at = code.length;
      return true;
    }
    const { begun } = this;
    if (begun !== undefined && JOINED.test(code.slice(begun.from, begun.to)))
      this.isRegular = false;
    this.endPiece();
    this.holdsMarkup = true;
    this.at = end;
    this.last = MARKUP;
    return true;
  }
}
