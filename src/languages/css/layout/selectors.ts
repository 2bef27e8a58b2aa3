import { Demand } from "../../../core/layout/sheet.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import { Colons, CssValues } from "./values.js";

/** Lays out what stands before the braces of rules. */
export abstract class CssSelectors extends CssValues {
  /** Selectors, tokens [first, end) of a node, each on a line of its own; shares of a keyframe on one. */
  protected selectors(node: number, first: number, end: number): void {
    const { tree, sheet } = this;
    const together = this.areShares(node, first, end);
    let from = first;
    for (const part = tree.parts(node, first, end); part.next();) {
      if (part.node !== NONE || !this.isKind(part.at, T.Comma)) continue;
      const comma = part.at;
      this.selector(node, from, comma);
      this.comments(first, comma);
      sheet.set(comma, Demand.Join, R.Comma);
      from = this.skip(comma + 1);
      if (from >= end) break;
      if (together) sheet.set(from, Demand.Space, R.Comma);
      else sheet.line(from, 0, 0, R.Line);
    }
    this.selector(node, from, end);
  }

  private selector(node: number, first: number, end: number): void {
    if (end <= first + 1) {
      this.selectorWords(node, first, end, Demand.Space);
      return;
    }
    this.openRows(first, end);
    this.selectorWords(node, first, end, Demand.Fold);
    this.sheet.close();
  }

  private selectorWords(
    node: number,
    first: number,
    end: number,
    apart: Demand.Fold | Demand.Space,
  ): void {
    const { tree } = this;
    this.words(node, first, end, apart, Colons.Selector);
    for (const part = tree.parts(node, first, end); part.next();) {
      const { at: t, node: child } = part;
      if (child !== NONE) {
        if (tree.kind(child) === N.Parens) this.combinatorsIn(child);
        continue;
      }
      if (this.isCombinator(t)) this.combined(t, end, t > first ? apart : undefined);
    }
  }

  /** The gaps around a sign that combines, the one before it where something is asked of that. */
  protected combined(
    t: number,
    end: number,
    apart: Demand.Fold | Demand.Space | undefined,
  ): void {
    if (apart !== undefined) this.sheet.set(t, apart, R.Combinator);
    const next = this.skip(t + 1);
    if (next < end) this.sheet.set(next, Demand.Space, R.Combinator);
  }

  /** Combinators between the selectors in parentheses: `:is(a > b)`; those of `:nth-child(2n + 1)` are none. */
  private combinatorsIn(node: number): void {
    const { tree, tokens } = this;
    const opener = tree.first(node);
    if (
      opener === 0
      || !/^(?:is|not|where|has|matches|any|-\w+-any)$/i.test(tokens.textOf(opener - 1))
    )
      return;
    const closer = tree.end(node) - 1;
    for (const part = tree.parts(node, opener + 1, closer); part.next();) {
      const { at: t, node: child } = part;
      if (child !== NONE) {
        if (tree.kind(child) === N.Parens) this.combinatorsIn(child);
        continue;
      }
      if (!this.isCombinator(t)) continue;
      const before = tokens.kind(tokens.grammarBefore(t)) as T;
      const isFirst = before === T.LeftParen || before === T.Comma;
      this.combined(t, closer, isFirst ? undefined : Demand.Space);
    }
  }

  /** Whether token t relates selectors. A tilde before a string has its letters taken as they are, in Less. */
  private isCombinator(t: number): boolean {
    return (
      this.isKind(t, T.Sign)
      && !this.isKind(t + 1, T.String)
      && !this.isKind(t + 1, T.Sign)
      && !this.isKind(t - 1, T.Sign)
      && !this.tokens.isTrivia(t + 1)
      && (t === 0 || !this.tokens.isTrivia(t - 1))
    );
  }

  /** Whether what stands before a brace are shares of an animation's time: `0%, 50%`, `from`, or a mixin's guards. */
  private areShares(node: number, first: number, end: number): boolean {
    const { tree, tokens } = this;
    const mayHaveGuards = this.dialect.name === "less";
    let shares = true;
    for (const part = tree.parts(node, first, end); part.next() && (shares || mayHaveGuards);) {
      if (part.node !== NONE) {
        shares = false;
        continue;
      }
      if (mayHaveGuards && tokens.is(part.at, "when")) return true;
      if (tokens.isTrivia(part.at) || this.isKind(part.at, T.Comma)) continue;
      shares &&= /^(?:from|to|(?:[\d.]+|[#@]\{.*\})%)$/i.test(tokens.textOf(part.at));
    }
    return shares;
  }
}
