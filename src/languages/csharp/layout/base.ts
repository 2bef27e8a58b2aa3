import type { Syntax } from "../../../core/language.js";
import { Demand, FrameFlag, Mark, type Sheet } from "../../../core/layout/sheet.js";
import { ownSplit, splitAtOwn } from "../../../core/layout/written.js";
import type { Style } from "../../../core/style/style.js";
import type { TokenTable } from "../../../core/syntax/tokens.js";
import { NONE, type Tree } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";

/**
 * States the demand before element t of a node: its kind, or `T.End` for a child; and the token kind
 * before it. Answers true where it has laid out the child too.
 */
export type Rule = (t: number, kind: T, before: T, child: number) => void | true;

/** What every part of the layout stands on: walking a node's elements, and questions about the tree. */
export abstract class LayoutBase {
  readonly tokens: TokenTable;
  readonly tree: Tree;
  protected readonly asWritten: boolean;
  /** Whether expressions that the author split stay so. */
  protected readonly keepsSplit: boolean;
  protected readonly ownLine: boolean;

  constructor(
    protected readonly sheet: Sheet,
    syntax: Syntax,
    protected readonly style: Style,
  ) {
    this.tokens = syntax.tokens;
    this.tree = syntax.tree;
    this.asWritten = style.listSplit === "as-written";
    this.keepsSplit = style.expressionSplit === "as-written";
    this.ownLine = style.bracePlacement === "own-line";
  }

  /** States the demands before every token of a node but its first. `hang`: steps that its later lines go in. */
  protected abstract visit(node: number, hang?: number): void;

  /** Goes through the elements of a node, tokens of its own and children, with a demand before each but the first. */
  protected run(node: number, rule: Rule, hang = 1): void {
    const { tree, tokens } = this;
    const first = tree.first(node);
    const end = tree.end(node);
    let before = T.End;
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
        before = kind;
      }
    }
  }

  /** What was not understood keeps its gaps. */
  protected keep(node: number): void {
    for (let t = this.tree.first(node) + 1; t < this.tree.end(node); t++)
      this.sheet.set(t, Demand.AsWritten, R.Unparsed);
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

  /** Opens a frame over lines that go by the line on which `owner` begins. */
  protected openBlock(begin: number, end: number, steps: number, owner: number): void {
    const { frames } = this.sheet;
    frames.anchor.set(
      this.sheet.open(begin, end, FrameFlag.Block, steps),
      this.tree.first(owner),
    );
  }

  // Questions

  protected kindOf(node: number): N {
    return node === NONE ? N.None : this.tree.kind(node);
  }

  protected kindAt(t: number): T {
    return this.tokens.kind(t);
  }

  protected lastKind(node: number): T {
    return this.tokens.kind(this.tree.end(node) - 1);
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
      if (tokens.swallows(c) || tokens.onNewLine(c + 1)) return true;
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

  /** A line in gap t, at the depth of the first line of the frame that is open. */
  protected dedented(t: number, rule: R): void {
    this.sheet.line(t, 0, 0, rule);
    this.sheet.mark(t, Mark.Dedent);
  }
}
