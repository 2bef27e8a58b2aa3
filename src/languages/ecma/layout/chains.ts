import { Demand, FrameFlag } from "../../../core/layout/sheet.js";
import { beforeDot } from "../../../core/layout/written.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T, isWord } from "../kinds.js";
import { R } from "../rules.js";
import { JsxLayout } from "./jsx.js";

/** A name of this length stays beside the first call of its chain whatever that takes. */
const SHORT_HEAD = 5;

/** Chains of dots, calls and subscripts. */
export abstract class ChainLayout extends JsxLayout {
  protected primary(node: number, hang: number): void {
    const { tree, tokens, sheet } = this;
    const written = this.keepsSplit && this.dotOnNewLine(node);
    // Most are names and dots, or one call.
    const calls = tree.child(node) !== NONE && tree.next(tree.child(node)) !== NONE;
    const functions = calls && this.callsWithFunctions(node) > 1;
    const chain = written || functions || (calls && this.isChain(node));
    const flags = written ? FrameFlag.Split : functions ? FrameFlag.Whole : 0;
    if (chain) sheet.open(tree.first(node) + 1, tree.end(node) - 1, flags, hang);
    const headDot = chain ? this.headDot(node) : -1;
    let call = false;
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      if (child !== NONE) {
        if (t > tree.first(node)) this.join(t, R.Call);
        this.visit(child);
        const kind: N = tree.kind(child);
        call = kind === N.Arguments;
        continue;
      }
      if (!tokens.isTrivia(t)) {
        const kind: T = tokens.kind(t);
        if (t > tree.first(node)) {
          const dot = kind === T.Dot || kind === T.QuestionDot;
          if (dot && tokens.kind(t - 1) === T.Number) sheet.set(t, beforeDot(this, t), R.Member);
          else if (
            dot
            && chain
            && (
              t === headDot
              || (written && tokens.onNewLine(t))
              || (call && this.leadsToCall(t, tree.end(node)))
            )
          ) sheet.set(t, Demand.Seam, R.Member);
          else this.join(t, R.Member);
        } else if (kind === T.String) {
          this.string(t);
        }
        if (kind !== T.Bang) call = false;
      }
    }
    if (chain) sheet.close();
  }

  /** Whether what a dot reads is called; a property that is only read stays with the call before it. */
  private leadsToCall(dot: number, end: number): boolean {
    const { tokens } = this;
    for (let t = dot + 1; t < end; t++) {
      const kind: T = tokens.kind(t);
      if (kind === T.LeftParen || kind === T.Less || kind === T.Template || kind === T.TemplateHead)
        return true;
      const reads =
        tokens.isTrivia(t)
        || isWord(kind)
        || kind === T.PrivateName
        || kind === T.Dot
        || kind === T.QuestionDot
        || kind === T.Bang;
      if (!reads) return false;
    }
    return false;
  }

  /**
   * The dot before the first call of a chain, where more than a name stands before it, or the call takes a
   * function; or -1. `tides.read()` stays whole: a chain goes on from what it answers.
   */
  private headDot(node: number): number {
    const { tree, tokens } = this;
    const call = tree.child(node);
    if (call === NONE || tree.kind(call) !== N.Arguments) return -1;
    const dot = tree.first(call) - 2;
    const kind: T = tokens.kind(dot);
    if (dot <= tree.first(node) || (kind !== T.Dot && kind !== T.QuestionDot)) return -1;
    const name = tree.first(node);
    if (dot - name > 1) return dot;
    return this.holdsFunction(call) && tokens.end(name) - tokens.start(name) > SHORT_HEAD
      ? dot
      : -1;
  }

  protected splitsAtDots(node: number): boolean {
    return (this.keepsSplit && this.dotOnNewLine(node)) || this.callsWithFunctions(node) > 1;
  }

  /** How many calls of a node hold a function with a body. */
  private callsWithFunctions(node: number): number {
    const { tree } = this;
    let calls = 0;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
      if (tree.kind(c) === N.Arguments && this.holdsFunction(c)) calls++;
    }
    return calls;
  }

  private holdsFunction(list: number): boolean {
    const { tree } = this;
    for (let item = tree.child(list); item !== NONE; item = tree.next(item))
      if (this.isFunction(item)) return true;
    return false;
  }

  /** Whether more than one call is followed by a dot. */
  private isChain(node: number): boolean {
    const { tree, tokens } = this;
    let links = 0;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
      if (tree.kind(c) !== N.Arguments) continue;
      const after: T = tokens.kind(tokens.skipTrivia(tree.end(c)));
      if (tree.end(c) < tree.end(node) && (after === T.Dot || after === T.QuestionDot)) links++;
    }
    return links > 1;
  }

  protected dotOnNewLine(node: number): boolean {
    const { tree, tokens } = this;
    for (const part = tree.parts(node); part.next();) {
      const { at: t } = part;
      if (
        part.node === NONE
        && t > tree.first(node)
        && tokens.onNewLine(t)
        && (tokens.kind(t) === T.Dot || tokens.kind(t) === T.QuestionDot)
      ) return true;
    }
    return false;
  }
}
