import type { Syntax } from "../../../core/language.js";
import { Demand, FrameFlag, type Sheet } from "../../../core/layout/sheet.js";
import { ownSplit, splitAtOwn } from "../../../core/layout/written.js";
import type { Style } from "../../../core/style/style.js";
import { TokenFlag, type TokenTable } from "../../../core/syntax/tokens.js";
import { NONE, type Tree } from "../../../core/syntax/tree.js";
import { requote } from "../../../core/text/quotes.js";
import { N, T } from "../kinds.js";
import { R, RULES } from "../rules.js";

/**
 * States the demand before element t of a node: its kind, or `T.End` for a child; and the token kind
 * before it. Answers true where it has laid out the child too.
 */
export type Rule = (t: number, kind: T, before: T, child: number) => void | true;

/** What every part of the layout stands on: walking a node's elements, and questions about the tree. */
export abstract class LayoutBase {
  readonly tokens: TokenTable;
  readonly tree: Tree;
  /** Whether brackets do not add up. */
  protected readonly unbalanced: boolean;
  protected readonly asWritten: boolean;
  /** Whether expressions that the author split stay so. */
  protected readonly keepsSplit: boolean;

  constructor(
    protected readonly sheet: Sheet,
    syntax: Syntax,
    protected readonly style: Style,
  ) {
    this.tokens = syntax.tokens;
    this.tree = syntax.tree;
    this.unbalanced = syntax.unbalanced;
    this.asWritten = style.listSplit === "as-written";
    this.keepsSplit = style.expressionSplit === "as-written";
  }

  /** Whether an array or object that is visited is surely a value, and no pattern. */
  protected isValue = false;

  /** States the demands before every token of a node but its first. `hang`: steps that its later lines go in. */
  protected abstract visit(node: number, hang?: number): void;

  /** Goes through the elements of a node, tokens of its own and children, with a demand before each but the first. */
  protected run(node: number, rule: Rule, hang = 1): void {
    const { tree, tokens } = this;
    const first = tree.first(node);
    const end = tree.end(node);
    let before = T.End;
    // By hand: nearly every node passes here, and `Parts` would take a twentieth of the time.
    let child = tree.child(node);
    for (let t = first, after = t; t < end; t = after) {
      after = t + 1;
      if (child !== NONE && t === tree.first(child)) {
        if (t === first || rule(t, T.End, before, child) !== true) this.visit(child, hang);
        before = T.End;
        after = tree.end(child);
        child = tree.next(child);
      } else if (!tokens.isTrivia(t)) {
        const kind: T = tokens.kind(t);
        if (t > first) rule(t, kind, before, NONE);
        if (kind === T.String) this.string(t);
        before = kind;
      }
    }
  }

  /** What was not understood, or must not be touched, keeps its gaps. */
  protected keep(node: number, demand = Demand.AsWritten): void {
    for (let t = this.tree.first(node) + 1; t < this.tree.end(node); t++)
      this.sheet.set(t, demand, R.Unparsed);
  }

  protected string(t: number): void {
    const { stringDelimiter } = this.style;
    if (stringDelimiter === "as-written") return;
    const { tokens, sheet } = this;
    const target = stringDelimiter === "double" ? '"' : "'";
    if (tokens.text[tokens.start(t)] === target) return;
    const changes = requote(
      tokens.text,
      tokens.start(t),
      tokens.end(t),
      target,
      true,
      RULES[R.StringDelimiter]!,
    );
    if (changes.length > 0) sheet.rewrite(t, changes);
  }

  // Demands

  protected space(t: number, rule: R): void {
    this.sheet.set(t, Demand.Space, rule);
  }

  protected join(t: number, rule: R): void {
    this.sheet.set(t, Demand.Join, rule);
  }

  protected fold(t: number, rule: R): void {
    this.sheet.set(t, Demand.Fold, rule);
  }

  /** A frame over the gaps of a node behind its first token. */
  protected framed(node: number, flags: number, hang: number, inside: () => void): void {
    this.sheet.open(this.tree.first(node) + 1, this.tree.end(node) - 1, flags, hang);
    inside();
    this.sheet.close();
  }

  // Questions

  protected kindOf(node: number): N {
    return node === NONE ? N.None : this.tree.kind(node);
  }

  protected lastTokenKind(node: number): T {
    return this.tokens.kind(this.tree.end(node) - 1);
  }

  /** The child that begins at token t, or `NONE`. */
  protected childAt(node: number, t: number): number {
    const { tree } = this;
    for (let c = tree.child(node); c !== NONE && tree.first(c) <= t; c = tree.next(c))
      if (tree.first(c) === t) return c;
    return NONE;
  }

  /**
   * Whether what a node ends with does not parse, or lacks its brace: what is put in behind it could become
   * part of it.
   */
  protected endsTorn(node: number): boolean {
    const { tree } = this;
    if (node === NONE) return false;
    const end = tree.end(node);
    if (this.lastTokenKind(node) === T.Unknown) return true;
    for (let c = node; c !== NONE && tree.end(c) === end; c = tree.lastChild(c)) {
      const kind: N = tree.kind(c);
      if (kind === N.Unparsed) return true;
      if (kind === N.Block && !this.isClosed(c)) return true;
    }
    return false;
  }

  /** Whether a block has its closing brace. */
  protected isClosed(block: number): boolean {
    const last = this.tree.lastChild(block);
    const within = last !== NONE && this.tree.end(last) === this.tree.end(block);
    return !within && this.lastTokenKind(block) === T.RightBrace;
  }

  /** Whether the author split an expression at one of its own signs, and that stays. */
  protected keptSplit(node: number): boolean {
    return this.keepsSplit && splitAtOwn(this, node);
  }

  /** How an expression splits at its own signs. */
  protected ownSplit(node: number): FrameFlag | 0 {
    return ownSplit(this, node, this.keepsSplit);
  }

  /** Whether a comment that ends its line stands between token t and the one before it. */
  protected remarkBefore(t: number): boolean {
    const { tokens } = this;
    for (let c = t - 1; c >= 0 && tokens.isTrivia(c); c--)
      if (tokens.has(c, TokenFlag.EndsLine) || tokens.onNewLine(c + 1)) return true;
    return false;
  }

  /** Whether token t begins a line, or comments before it do. */
  protected beginsLine(t: number): boolean {
    const { tokens } = this;
    for (let c = t;; c--) {
      if (tokens.onNewLine(c)) return true;
      if (!tokens.isTrivia(c - 1)) return false;
    }
  }

  protected writtenSplit(node: number): FrameFlag | 0 {
    return this.asWritten && splitAtOwn(this, node) ? FrameFlag.Split : 0;
  }
}
