import { ElementLayout, type ElementRule } from "../../../core/layout/elements.js";
import type { Syntax } from "../../../core/language.js";
import type { Sheet } from "../../../core/layout/sheet.js";
import type { Style } from "../../../core/style/style.js";
import { NONE } from "../../../core/syntax/tree.js";
import { requote } from "../../../core/text/quotes.js";
import { N, T } from "../kinds.js";
import { R, RULES } from "../rules.js";

export type Rule = ElementRule<T>;

/** What every part of the layout stands on, beside walking a node's elements. */
export abstract class LayoutBase extends ElementLayout<T> {
  /** Whether brackets do not add up. */
  protected readonly unbalanced: boolean;

  constructor(sheet: Sheet, syntax: Syntax, style: Style) {
    super(sheet, syntax, style, R.Unparsed);
    this.unbalanced = syntax.unbalanced;
  }

  /** Whether an array or object that is visited is surely a value, and no pattern. */
  protected isValue = false;

  protected override own(t: number, kind: T): void {
    if (kind === T.String) this.string(t);
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

  /** Whether the author began a line at gap t, which stays. */
  protected keepsLine(t: number): boolean {
    return this.keepsSplit && this.beginsLine(t);
  }

  protected kindOf(node: number): N {
    return node === NONE ? N.None : this.tree.kind(node);
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
}
