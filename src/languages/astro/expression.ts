import type { Span } from "../../core/outline/excerpt.js";
import { OPERATOR, Scanner } from "../../core/regions/texts.js";
import { beginsItsLine, whiteOf } from "../../core/text/width.js";
import { holdsLineEnd } from "../../core/text/line-ends.js";
import { pattern } from "../../core/text/patterns.js";
import { Step } from "../html/effect.js";
import { AFTER_NAME, RAW, VOID } from "../html/elements.js";

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
export class Expressions {
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

/** What a tag begins with: `<>` has no name. */
const TAG = /<(\/?)([a-z][^\s/>{}"'`=<]*|(?=>))/iy;

/** White space, names and signs between the parts of a tag. */
const BETWEEN = /(?:[^"'`{}/<>=]|\/(?!>)|=(?!\s*`))+/y;

/** What is behind a value that is markup. */
const MARKUP = "</";

/** What takes no line end before what follows it. */
const JOINED = /\b(?:return|throw|yield)$/;

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
    const sign = to === from + 1 ? this.code[from]! : "";
    const closed = ")]}".includes(sign) && sign !== "" ? this.brackets.pop() : undefined;
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
    if (sign !== "" && "([{".includes(sign)) {
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
    const sign = /^<(?:[a-z>]|!--|(\/))/i.exec(code.slice(this.at, this.at + 4));
    if (sign === null) return false;
    const isValue = last !== MARKUP && /^[\w$"'`\]).}]/.test(last) && !OPERATOR.test(last);
    const begins = beginsItsLine(code, this.at);
    if (!begins && (isValue || sign[1] !== undefined)) return false;
    const end = isValue || sign[1] !== undefined
      ? 0
      : code.startsWith("<!--", this.at)
      ? code.indexOf("-->", this.at) + 3
      : this.elementEnd(this.at);
    // What has no end, and a line that is no code, show that it is being written.
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

  /** Where the element ends that begins at an offset; 0 where it does not. */
  private elementEnd(from: number): number {
    const { code } = this;
    const open: string[] = [];
    for (let at = from; at < code.length;) {
      const sign = code[at]!;
      if (sign === "{") {
        at = this.others.at(at).to;
        if (at === 0) return 0;
        continue;
      }
      TAG.lastIndex = at;
      const tag = sign === "<" ? TAG.exec(code) : null;
      if (tag === null) {
        const close = code.startsWith("<!--", at) ? code.indexOf("-->", at) : at - 2;
        if (close < at - 2) return 0;
        at = close + 3;
        continue;
      }
      const name = tag[2]!;
      const end = this.tagEnd(TAG.lastIndex);
      if (end === 0) return 0;
      at = end;
      if (tag[1] === "/") {
        const place = open.lastIndexOf(name);
        if (place < 0) return 0;
        open.length = place;
      } else if (!code.startsWith("/>", end - 2) && !VOID.has(name)) {
        open.push(name);
        if (RAW.has(name)) at = endTagAt(code, name, at);
      }
      if (open.length === 0) return at;
    }
    return 0;
  }

  /** Where a tag ends, from behind its name on; 0 where it does not. */
  private tagEnd(from: number): number {
    const { code } = this;
    for (let at = from; at < code.length;) {
      BETWEEN.lastIndex = at;
      if (BETWEEN.test(code)) at = BETWEEN.lastIndex;
      const sign = code[at];
      if (sign === ">") return at + 1;
      if (sign === "/") return at + 2;
      if (sign === "{") at = this.others.at(at).to;
      else if (sign === '"' || sign === "'") at = code.indexOf(sign, at + 1) + 1;
      else if (sign === "=") at = templateEnd(code, code.indexOf("`", at));
      else return 0;
      if (at === 0) return 0;
    }
    return 0;
  }
}

/** Where the end tag of an element stands that holds no markup; the text's end where it does not. */
export function endTagAt(text: string, name: string, from: number): number {
  const tag = pattern(`</${name}${AFTER_NAME}`, "gi");
  tag.lastIndex = from;
  return tag.exec(text)?.index ?? text.length;
}

/** Where a text between back quotes ends that begins at an offset; 0 where it does not. */
export function templateEnd(text: string, from: number): number {
  return new Template(text, from).end();
}

class Template extends Scanner {
  end(): number {
    return this.template() ? this.at : 0;
  }
}
