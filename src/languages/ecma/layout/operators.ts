import { Demand, FrameFlag } from "../../../core/layout/sheet.js";
import { operatorsLead, splitAtOwn } from "../../../core/layout/written.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T, isOperator } from "../kinds.js";
import { R } from "../rules.js";
import { ChainLayout } from "./chains.js";

/** In how many tokens before a sign it is looked for what could open types. */
const NEAR = 256;

const GREATER: ReadonlySet<number> = new Set([T.Greater, T.ShiftRight]);
const OPENERS: ReadonlySet<number> = new Set([T.LeftParen, T.LeftBracket, T.LeftBrace]);
const CLOSERS: ReadonlySet<number> = new Set([T.RightParen, T.RightBracket, T.RightBrace]);

/** Operands joined by operators, and conditionals. */
export abstract class OperatorLayout extends ChainLayout {
  private spacedRule(t: number): void {
    this.space(t, R.Operator);
  }

  /** Operands of one level, on one line or each on a line with its operator. */
  protected binary(node: number, hang: number): void {
    const { tree, sheet } = this;
    if (this.isPower(node)) return this.run(node, this.spacedRule, hang);
    const frame = sheet.open(
      tree.first(node) + 1,
      tree.end(node) - 1,
      this.ownSplit(node) | (this.rows.has(node) ? FrameFlag.Flow : 0),
      hang,
    );
    const last = tree.lastChild(node);
    if (last !== NONE && tree.end(last) === tree.end(node)) {
      const hug = this.jsxGap(last) || this.hugGap(last, false);
      if (hug > 0) sheet.frames.setHug(frame, hug);
    }
    this.operands(node);
    sheet.close();
  }

  /** The folds of a run of operators in the frame that is open. */
  protected operands(node: number): void {
    const before = this.breaksBefore(node);
    this.run(node, (t, kind, _, child) => {
      const operator = isOperator(kind);
      const beside = child !== NONE && !this.tokens.isTrivia(t - 1) && this.jsxGap(child) > 0;
      if (beside) return this.besideOperator(t, child);
      if (kind === T.Less && this.tokens.onNewLine(t) && this.mayBeginTypes(node, t))
        return this.sheet.line(t, 0, 0, R.Operator);
      if (!operator && !before && this.hugsOperator(t, child, node))
        return this.space(t, R.Operator);
      const sign = this.tokens.grammarBefore(t);
      // A comment that ends the line leaves no operator alone in front of it.
      const breaks = operator
        ? (before && !this.remarkBehind(t)) || this.remarkBefore(t)
        : (!before && !this.remarkBefore(sign) && !this.mayEndTypes(sign)) || this.remarkBefore(t);
      return this.sheet.set(t, breaks ? Demand.Fold : Demand.Space, R.Operator);
    }, 1);
  }

  /** Whether the last operand keeps its opening bracket behind its operator: `&& {`. */
  private hugsOperator(t: number, child: number, node: number): boolean {
    const kind = this.kindOf(child);
    if ((kind !== N.Object && kind !== N.Array) || this.tree.end(child) !== this.tree.end(node))
      return false;
    return this.hugGap(child, false) > 0 && !this.keepsLine(t);
  }

  /** Whether a sign on the line before could begin types within types: `a < b` newline `< c >> (d)`. */
  private mayBeginTypes(node: number, t: number): boolean {
    const { tokens } = this;
    for (let before = this.tree.first(node); before < t; before++) {
      const kind: T = tokens.kind(before);
      if (kind === T.Less || kind === T.ShiftLeft) return true;
    }
    return false;
  }

  /** Whether token t could end types: a line that ends behind `a < b >` makes them so. */
  private mayEndTypes(t: number): boolean {
    const { tokens } = this;
    if (!GREATER.has(tokens.kind(t))) return false;
    for (let before = t - 1, depth = 0; before >= Math.max(0, t - NEAR); before--) {
      const kind: T = tokens.kind(before);
      if (CLOSERS.has(kind)) depth++;
      else if (OPENERS.has(kind) && --depth < 0) return false;
      if (depth > 0) continue;
      if (kind === T.Less) return true;
      // No types go on from statement to statement, be a semicolon between the two or not.
      if (kind === T.Semicolon || this.sheet.demand[before] === Demand.Line) return false;
    }
    return false;
  }

  /** Whether lines begin with the operators of a run, rather than end with them. */
  private breaksBefore(node: number): boolean {
    const { operatorSplit } = this.style;
    return operatorSplit === "as-written"
      ? operatorsLead(this, node, isOperator)
      : operatorSplit === "before";
  }

  protected isPower(node: number): boolean {
    const { tree, tokens } = this;
    for (let t = tree.first(node), c = tree.child(node); t < tree.end(node);) {
      if (c !== NONE && t === tree.first(c)) {
        t = tree.end(c);
        c = tree.next(c);
      } else if (tokens.kind(t++) === T.StarStar) {
        return true;
      }
    }
    return false;
  }

  protected conditional(node: number, hang: number): void {
    if (this.choosesElements(node)) return this.elementConditional(node);
    this.framed(
      node,
      this.ownSplit(node),
      hang,
      () => this.run(node, (t, kind, before, child) => {
        if (kind === T.Question || kind === T.Colon) return this.fold(t, R.Operator);
        if (before === T.Question || before === T.Colon) return this.branch(t, child);
        return this.space(t, R.Operator);
      }, 1),
    );
  }

  /** Whether a branch of a conditional is an element. */
  private choosesElements(node: number): boolean {
    const { tree } = this;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c))
      if (tree.first(c) > tree.first(node) && this.jsxGap(c) > 0) return true;
    return false;
  }

  /** `late ? (<p>…</p>) : (<p>…</p>)`: the elements split, all at once, and no line begins with a sign. */
  private elementConditional(node: number): void {
    const { tree, sheet } = this;
    const written = this.keepsSplit && this.elementSplit(node) ? FrameFlag.Split : 0;
    const whole = sheet.open(
      tree.first(node) + 1,
      tree.end(node) - 1,
      FrameFlag.Whole | written,
      0,
    );
    this.run(node, (t, _, __, child) => {
      if (child === NONE || this.jsxGap(child) === 0) return this.space(t, R.Operator);
      const frame = sheet.frames.count;
      this.besideOperator(t, child);
      sheet.frames.splitsWith.set(frame, whole);
      return true;
    }, 1);
    sheet.close();
  }

  /** Whether the author began a line in a conditional of elements, be it in the brackets of one. */
  private elementSplit(node: number): boolean {
    const { tree } = this;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c))
      if (tree.kind(c) === N.Paren && splitAtOwn(this, c)) return true;
    return splitAtOwn(this, node);
  }
}
