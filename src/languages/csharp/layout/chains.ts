import { Demand, FrameFlag } from "../../../core/layout/sheet.js";
import { beforeDot } from "../../../core/layout/written.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import { ListLayout } from "./lists.js";

/** A name of this length stays beside the first call of its chain whatever that takes. */
const SHORT_HEAD = 5;

/** Chains of dots, calls and subscripts. */
export abstract class ChainLayout extends ListLayout {
  protected primary(node: number, hang: number): void {
    const { tree, tokens, sheet } = this;
    const written = this.keepsSplit && this.dotOnNewLine(node);
    const functions = this.callsWithFunctions(node) > 1;
    const chain = written || functions || this.isChain(node);
    const flags = written ? FrameFlag.Split : functions ? FrameFlag.Whole : 0;
    if (chain) sheet.open(tree.first(node) + 1, tree.end(node) - 1, flags, hang);
    const headDot = chain ? this.headDot(node) : -1;
    let call = false;
    let question = -1;
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      if (child !== NONE) {
        // `var (low, high)` declares.
        const declares = t === tree.first(node) + 1 && tokens.is(t - 1, "var");
        if (declares) this.space(t, R.Keyword);
        else if (t > tree.first(node)) this.join(t, R.Call);
        this.visit(child, hang);
        call = tree.kind(child) === N.Arguments;
        continue;
      }
      if (tokens.isTrivia(t)) continue;
      const kind: T = tokens.kind(t);
      if (t > tree.first(node)) {
        const dot = this.isDot(t);
        const breaks = dot && chain && question !== t - 1 && (
          t === headDot
          || (written && this.startsLine(t))
          || (call && this.leadsToCall(t, tree.end(node)))
        );
        if (dot && tokens.kind(t - 1) === T.Number) sheet.set(t, beforeDot(this, t), R.Member);
        else if (breaks) sheet.set(t, Demand.Seam, R.Member);
        else this.join(t, R.Member);
      }
      question = kind === T.Question ? t : -1;
      if (kind !== T.Bang && kind !== T.Question) call = false;
    }
    if (chain) sheet.close();
  }

  /** Whether a link of a chain begins at token t: `.`, or the question mark before it. */
  private isDot(t: number): boolean {
    const kind = this.kindAt(t);
    return kind === T.Dot || (kind === T.Question && this.kindAt(t + 1) === T.Dot);
  }

  /** Whether the author ended a line before the link at token t, or between its question mark and its dot. */
  private startsLine(t: number): boolean {
    return (
      this.tokens.onNewLine(t)
      || (this.kindAt(t) === T.Question && this.tokens.onNewLine(t + 1))
    );
  }

  /** Whether what a dot reads is called; a property that is only read stays with the call before it. */
  private leadsToCall(dot: number, end: number): boolean {
    for (let t = dot; t < end; t++) {
      const kind = this.kindAt(t);
      if (kind === T.LeftParen || kind === T.Less) return true;
      const reads =
        this.tokens.isTrivia(t)
        || kind === T.Name
        || kind === T.Dot
        || kind === T.Question
        || kind === T.Bang;
      if (!reads) return false;
    }
    return false;
  }

  /** The dot before the first call of a chain, where more than a short name stands before it; or -1. */
  private headDot(node: number): number {
    const { tree, tokens } = this;
    let call = tree.child(node);
    while (call !== NONE && tree.kind(call) !== N.Arguments) call = tree.next(call);
    if (call === NONE) return -1;
    let dot = tree.first(call) - 1;
    while (dot > tree.first(node) && this.kindAt(dot) !== T.Dot) dot--;
    if (this.kindAt(dot - 1) === T.Question) dot--;
    const name = tree.first(node);
    if (dot <= name || tree.childAt(node, name) !== NONE) return dot > name ? dot : -1;
    if (dot - name > 1) return dot;
    return this.holdsFunction(call) && tokens.end(name) - tokens.start(name) > SHORT_HEAD
      ? dot
      : -1;
  }

  protected callsWithFunctions(node: number): number {
    const { tree } = this;
    let calls = 0;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c))
      if (tree.kind(c) === N.Arguments && this.holdsFunction(c)) calls++;
    return calls;
  }

  private holdsFunction(list: number): boolean {
    const { tree } = this;
    for (let item = tree.child(list); item !== NONE; item = tree.next(item)) {
      const kind: N = tree.kind(item);
      if (kind === N.Lambda || kind === N.AnonymousMethod) return true;
    }
    return false;
  }

  /** Whether more than one call is followed by a dot. */
  private isChain(node: number): boolean {
    const { tree, tokens } = this;
    let links = 0;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
      if (tree.kind(c) !== N.Arguments || tree.end(c) >= tree.end(node)) continue;
      if (this.isDot(tokens.skipTrivia(tree.end(c)))) links++;
    }
    return links > 1;
  }

  protected dotOnNewLine(node: number): boolean {
    const { tree } = this;
    for (const part = tree.parts(node); part.next();) {
      const { at: t } = part;
      if (part.node === NONE && t > tree.first(node) && this.isDot(t) && this.startsLine(t))
        return true;
    }
    return false;
  }
}
