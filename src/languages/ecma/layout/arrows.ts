import { FrameFlag } from "../../../core/layout/sheet.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import { OperatorLayout } from "./operators.js";

/** Arrow functions, and those that come to another one. */
export abstract class ArrowLayout extends OperatorLayout {
  protected abstract block(node: number, owner?: number): void;

  /** Whether a value stays on the line of what stands before it, as it has an inside of its own. */
  protected abstract staysClose(node: number): boolean;

  protected arrow(node: number): void {
    if (!this.isCurried(node)) return this.head(node);
    const { sheet, tree } = this;
    const frame = sheet.open(tree.first(node) + 1, tree.end(node) - 1, this.headsSplit(node), 1);
    sheet.frames.setHug(frame, this.hugOfHeads(node));
    this.head(node);
    sheet.close();
  }

  /**
   * A function that comes to another one, from gap t to `end`, as the value of what stands before it. Its heads go below
   * the name, and then each has a line of its own, where they do not fit:
   *
   *     const berth =
   *       (pier) =>
   *       (tide) => {
   *         moor(pier, tide);
   *       };
   */
  protected curried(t: number, node: number, end: number): void {
    const { sheet } = this;
    const heads = this.headsSplit(node);
    const below = this.keepsLine(t);
    const frame = sheet.open(t, end - 1, below ? FrameFlag.Split : 0, 1);
    sheet.frames.setHug(frame, this.hugOfHeads(node));
    if (!below && (heads & FrameFlag.Split) !== 0) this.space(t, R.Operator);
    else this.fold(t, R.Operator);
    sheet.frames.alignedIn.set(sheet.frames.count, frame);
    this.arrow(node);
    sheet.close();
  }

  /** Whether a function comes to another one: `(a) => (b) => c`. */
  protected isCurried(node: number): boolean {
    return this.kindOf(node) === N.Arrow && this.kindOf(this.bodyOf(node)) === N.Arrow;
  }

  /** What an arrow comes to, or `NONE`. */
  private bodyOf(node: number): number {
    const { tree } = this;
    const body = tree.lastChild(node);
    return body !== NONE && this.afterArrow(tree.first(body)) ? body : NONE;
  }

  /** How heads split: as the author split them. */
  private headsSplit(node: number): FrameFlag | 0 {
    const { tree, tokens } = this;
    let apart = false;
    for (let body = this.bodyOf(node); this.kindOf(body) === N.Arrow; body = this.bodyOf(body))
      apart ||= tokens.onNewLine(tree.first(body));
    return apart && this.keepsSplit ? FrameFlag.Split : 0;
  }

  /** The gap up to which heads must fit to share a line: inside what the last one comes to, or before it. */
  private hugOfHeads(node: number): number {
    let last = node;
    while (this.isCurried(last)) last = this.bodyOf(last);
    const hug = this.hugGap(last, false);
    const body = this.bodyOf(last);
    return hug > 0 || body === NONE ? hug : this.tree.first(body);
  }

  private head(node: number): void {
    const { tree, tokens } = this;
    const first = tree.first(node);
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      const isChild = child !== NONE;
      if (isChild || !tokens.isTrivia(t)) {
        if (t > first && this.afterArrow(t)) {
          if (this.kindOf(child) === N.Block) this.block(child, node);
          else this.arrowBody(t, child, tree.end(node));
        } else if (isChild) {
          if (t > first) this.arrowGap(t, child);
          this.visit(child);
        } else if (t > first) {
          this.space(t, R.Arrow);
        }
        if (!isChild && tokens.kind(t) === T.String) this.string(t);
      }
    }
  }

  private afterArrow(t: number): boolean {
    return this.tokens.kind(this.tokens.grammarBefore(t)) === T.Arrow;
  }

  private arrowGap(t: number, child: number): void {
    const kind = this.kindOf(child);
    if (kind === N.Annotation) this.join(t, R.Type);
    else if (kind === N.Parameters && this.tokens.kind(t - 1) !== T.Name) this.join(t, R.Type);
    else this.space(t, R.Arrow);
  }

  /** A function whose head goes below the arrow before it where it does not fit beside that. */
  private functionBelow(t: number, body: number, end: number): void {
    const { sheet } = this;
    const frame = sheet.open(t, end - 1, this.keepsLine(t) ? FrameFlag.Split : 0, 1);
    sheet.frames.setHug(frame, this.hugGap(body, false));
    this.fold(t, R.Arrow);
    this.visit(body);
    sheet.close();
  }

  private arrowBody(t: number, body: number, end: number): void {
    const kind = this.kindOf(body);
    if (kind === N.Arrow) {
      this.fold(t, R.Arrow);
      return this.head(body);
    }
    if (kind === N.JsxElement) return void this.bracketedJsx(t, body);
    if (kind === N.FunctionExpression) return this.functionBelow(t, body, end);
    const call = kind === N.Primary || kind === N.New || kind === N.Await;
    const below = this.keptBelow(t, body);
    if (!below && body !== NONE && kind !== N.Conditional && !call && this.staysClose(body)) {
      this.space(t, R.Arrow);
      return this.visit(body);
    }
    // A call goes to a line of its own where it fits there, and else splits inside.
    const splits = call && this.staysClose(body);
    const isRun = kind === N.Binary || kind === N.Conditional;
    const beside = !below && isRun && this.keptSplit(body);
    const flags = below
      ? FrameFlag.Split
      : beside
      ? 0
      : splits
      ? FrameFlag.IfItHelps
      : FrameFlag.Whole;
    const frame = this.sheet.open(t, end - 1, flags, 1);
    this.fold(t, R.Arrow);
    if (body !== NONE) this.visitIn(frame, body, 1, "alignedIn");
    this.sheet.close();
  }
}
