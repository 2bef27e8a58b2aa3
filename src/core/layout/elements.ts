import type { Syntax } from "../language.js";
import type { Style } from "../style/style.js";
import { END } from "../syntax/parser.js";
import { TokenFlag, type TokenTable } from "../syntax/tokens.js";
import { NONE, type Tree } from "../syntax/tree.js";
import { lineColumn } from "../text/width.js";
import { Demand, FrameFlag, type Sheet } from "./sheet.js";
import { ownSplit, splitAtOwn } from "./written.js";

/**
 * States the demand before element t of a node: its kind, or `END` for a child; and the token kind before it.
 * Answers true where it has laid out the child too. It is called as a method of the layout: a function of its own in
 * each layout, assigned to a property, would keep the layout alive over many collections of short-lived objects, as V8
 * makes such functions among the long-lived ones.
 */
export type ElementRule<T extends number> = (
  this: ElementLayout<T>,
  t: number,
  kind: T,
  before: T,
  child: number,
) => void | true;

/**
 * What layouts that go through the elements of a node share: demands before each, and what the author's lines say.
 *
 * @typeParam T the kinds of tokens.
 */
export abstract class ElementLayout<T extends number> {
  readonly tokens: TokenTable;
  readonly tree: Tree;
  protected readonly asWritten: boolean;
  /** Whether expressions that the author split stay so. */
  protected readonly keepsSplit: boolean;

  /** @param unparsedRule the place in the language's rules of the one that answers for what is not understood. */
  constructor(
    protected readonly sheet: Sheet,
    syntax: Syntax,
    protected readonly style: Style,
    private readonly unparsedRule: number,
  ) {
    this.tokens = syntax.tokens;
    this.tree = syntax.tree;
    this.asWritten = style.listSplit === "as-written";
    this.keepsSplit = style.expressionSplit === "as-written";
  }

  /** States the demands before every token of a node but its first. `hang`: steps that its later lines go in. */
  protected abstract visit(node: number, hang?: number): void;

  /** Takes note of a token that a node holds itself. */
  protected own(_t: number, _kind: T): void {}

  /** Goes through the elements of a node, tokens of its own and children, with a demand before each but the first. */
  protected run(node: number, rule: ElementRule<T>, hang = 1): void {
    const { tree, tokens } = this;
    const first = tree.first(node);
    const end = tree.end(node);
    let before = END as T;
    // By hand: nearly every node passes here, and `Parts` would take a twentieth of the time.
    let child = tree.child(node);
    for (let t = first, after = t; t < end; t = after) {
      after = t + 1;
      if (child !== NONE && t === tree.first(child)) {
        if (t === first || rule.call(this, t, END as T, before, child) !== true)
          this.visit(child, hang);
        before = END as T;
        after = tree.end(child);
        child = tree.next(child);
      } else if (!tokens.isTrivia(t)) {
        const kind = tokens.kind(t) as T;
        if (t > first) rule.call(this, t, kind, before, NONE);
        this.own(t, kind);
        before = kind;
      }
    }
  }

  /** What was not understood, or must not be touched, keeps its gaps. */
  protected keep(node: number, demand = Demand.AsWritten): void {
    for (let t = this.tree.first(node) + 1; t < this.tree.end(node); t++)
      this.sheet.set(t, demand, this.unparsedRule);
  }

  // Demands

  protected space(t: number, rule: number): void {
    this.sheet.set(t, Demand.Space, rule);
  }

  protected join(t: number, rule: number): void {
    this.sheet.set(t, Demand.Join, rule);
  }

  protected fold(t: number, rule: number): void {
    this.sheet.set(t, Demand.Fold, rule);
  }

  /** A frame over the gaps of a node behind its first token. */
  protected framed(node: number, flags: number, hang: number, inside: () => void): void {
    this.sheet.open(this.tree.first(node) + 1, this.tree.end(node) - 1, flags, hang);
    inside();
    this.sheet.close();
  }

  // Questions

  /** The column at which the author's line begins that holds token t. */
  protected columnOf(t: number): number {
    const { tokens, style } = this;
    return lineColumn(tokens.text, tokens.start(t), style.tabWidth);
  }

  protected lastTokenKind(node: number): T {
    return this.tokens.kind(this.tree.end(node) - 1) as T;
  }

  /** Whether the author split an expression at one of its own signs, and that stays. */
  protected keptSplit(node: number): boolean {
    return this.keepsSplit && splitAtOwn(this, node);
  }

  /** How an expression splits at its own signs. */
  protected ownSplit(node: number): FrameFlag | 0 {
    return ownSplit(this, node, this.keepsSplit);
  }

  protected writtenSplit(node: number): FrameFlag | 0 {
    return this.asWritten && splitAtOwn(this, node) ? FrameFlag.Split : 0;
  }

  /** Whether a comment that ends its line stands between token t and the one before it. */
  protected remarkBefore(t: number): boolean {
    const { tokens } = this;
    for (let c = t - 1; c >= 0 && tokens.isTrivia(c); c--)
      if (tokens.has(c, TokenFlag.EndsLine) || tokens.onNewLine(c + 1)) return true;
    return false;
  }

  /** Whether a comment stands behind token t that a line ends after. */
  protected remarkBehind(t: number): boolean {
    return this.tokens.isTrivia(t + 1) && this.remarkBefore(this.tokens.skipTrivia(t + 1));
  }

  /** Whether a comment that begins a line stands between token t and the one before it. */
  protected commentLineBefore(t: number): boolean {
    const { tokens } = this;
    for (let c = t - 1; c >= 0 && tokens.isTrivia(c); c--) if (tokens.onNewLine(c)) return true;
    return false;
  }

  /** Whether token t begins a line, or comments before it do. */
  protected beginsLine(t: number): boolean {
    return this.tokens.onNewLine(t) || this.commentLineBefore(t);
  }
}
