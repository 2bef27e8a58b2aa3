import { TokenFlag } from "../../../core/syntax/tokens.js";
import { Demand, FrameFlag, Mark, ROOT } from "../../../core/layout/sheet.js";
import { holdsSplit, holdsWord, splitAtOwn } from "../../../core/layout/written.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import { LayoutBase } from "./base.js";

/** What a list in brackets does with the comma after its last item. */
const enum Comma {
  /** As the style says. */
  Free,
  /** None may be added. */
  Barred,
  /** The one there must stay. */
  Needed,
}

/** What a bracket holds. */
interface Items {
  count: number;
  /** One past the last token of the last item, or -1. */
  lastEnd: number;
  /** The comma after the last item, or -1. */
  comma: number;
  /** The gap inside the last item up to which the list must fit to keep it close; 0 for none. */
  hug: number;
  numbers: boolean;
  /** The last item where it is a node, or `NONE`. */
  last: number;
  comprehension: boolean;
  unparsed: boolean;
}

/** Lists in brackets of every kind. */
export abstract class BracketLayout extends LayoutBase {
  protected bracket(node: number): void {
    const { tree, tokens, sheet } = this;
    const kind: N = tree.kind(node);
    const opener = tree.first(node);
    const closer = tree.end(node) - 1;
    const first = tokens.skipTrivia(opener + 1);
    if (first === closer && closer === opener + 1) {
      sheet.set(closer, Demand.Join, R.Bracket);
      return;
    }
    if (this.bracketed === 0) this.dropContinuations(opener + 1, closer);
    const items = this.itemsOf(node);
    const flow = items.numbers && items.count > 3;
    const split = this.writtenSplit(node);
    const row = split && !flow && this.isRow(node, items);
    const frame = sheet.open(
      opener + 1,
      closer,
      FrameFlag.Bracket
        | (this.splitsWhole(items) || this.holdsSplitRun(node) ? FrameFlag.Whole : 0)
        | (flow ? FrameFlag.Flow : 0)
        | (this.holdsWord(node) ? FrameFlag.IfItHelps : 0)
        | (split ? FrameFlag.Split : 0),
      1,
    );
    if (items.hug > 0) sheet.frames.setHug(frame, items.hug);
    const hang = items.count > 1 || kind === N.Dict ? 1 : 0;
    this.bracketed++;
    let child = tree.child(node);
    let before: T = T.Comma;
    let rowFrame = ROOT;
    for (let t = opener + 1; t < closer;) {
      if (child !== NONE && t === tree.first(child)) {
        this.itemGap(t, first, before, child);
        if (row && t === first) rowFrame = this.openRow(t, closer);
        const inner = sheet.frames.count;
        this.visit(child, hang);
        // A run of operators splits only where the list does.
        if (tree.kind(child) === N.Binary && sheet.frames.count > inner)
          sheet.frames.bound.set(inner, frame);
        before = T.End;
        t = tree.end(child);
        child = tree.next(child);
      } else {
        if (!tokens.isTrivia(t)) {
          const token: T = tokens.kind(t);
          if (token === T.Comma) sheet.set(t, Demand.Join, R.Comma);
          else this.itemGap(t, first, before, NONE);
          if (row && t === first) rowFrame = this.openRow(t, closer);
          if (token === T.String) this.string(t);
          before = token;
        }
        t++;
      }
    }
    if (rowFrame !== ROOT) sheet.close();
    sheet.set(closer, Demand.Seam, R.Bracket);
    sheet.mark(closer, Mark.Dedent);
    if (!row) this.closingComma(items, this.commaRuleOf(kind, items));
    else if (items.comma < 0) this.rowComma(rowFrame, items, this.commaRuleOf(kind, items));
    this.bracketed--;
    sheet.close();
  }

  /** Whether the author put all items on one line of their own between the brackets. */
  private isRow(node: number, { count, comprehension }: Items): boolean {
    const { tree, tokens } = this;
    const first = tree.first(node) + 1;
    const closer = tree.end(node) - 1;
    if (count < 2 || comprehension || !tokens.onNewLine(first) || !tokens.onNewLine(closer))
      return false;
    const ends = TokenFlag.OnNewLine | TokenFlag.EndsLine;
    return tokens.nextWith(ends, first + 1, closer) === closer;
  }

  /** Opens the frame of a row that begins with token `first`: it splits before anything in it does. */
  private openRow(first: number, closer: number): number {
    return this.sheet.open(first + 1, closer - 1, FrameFlag.Whole, 0);
  }

  /** The comma behind a row of items comes where they do not fit on one line. */
  private rowComma(row: number, { lastEnd }: Items, rule: Comma): void {
    if (rule !== Comma.Free || this.style.closingComma !== "when-split") return;
    this.sheet.slot(lastEnd, Mark.SeparatorSlot);
    this.sheet.setSlotFrame(lastEnd, row);
  }

  /** Whether brackets hold one short token, which gains nothing on a line of its own. */
  protected holdsWord(node: number): boolean {
    const kind: N = this.tree.kind(node);
    const list = kind === N.Arguments || kind === N.Subscript;
    return list && !this.writtenSplit(node) && holdsWord(this, node, T.Comma);
  }

  private writtenSplit(node: number): boolean {
    return this.asWritten && splitAtOwn(this, node);
  }

  /** Whether brackets around one value split where the value does, so that its lines stand within them. */
  private splitsWhole({ count, last }: Items): boolean {
    if (count !== 1 || last === NONE) return false;
    switch (this.tree.kind(last) as N) {
      case N.Strings:
      case N.Binary:
      case N.Ternary: return true;
      case N.Primary: {
        const head = this.tree.child(last);
        const strings = head !== NONE && this.tree.kind(head) === N.Strings;
        return strings || this.chainSplit(last);
      }
      default: return false;
    }
  }

  /** Whether one of several items is a run of operators that the author split: all get lines of their own. */
  private holdsSplitRun(node: number): boolean {
    return this.keepsSplit && holdsSplit(this, node, N.Binary);
  }

  protected abstract dropContinuations(first: number, end: number): boolean;

  /** Whether a line was begun before a dot that follows a call. */
  protected abstract chainSplit(node: number): boolean;

  protected itemGap(t: number, first: number, before: T, child: number): void {
    const { sheet } = this;
    if (t === first) sheet.set(t, Demand.Seam, R.Bracket);
    else if (before === T.Comma) sheet.set(t, Demand.Fold, R.Comma);
    else if (before === T.Star || before === T.DoubleStar) sheet.set(t, Demand.Join, R.Unary);
    else
      sheet.set(
        t,
        child !== NONE && this.tree.kind(child) === N.Unparsed ? Demand.AsWritten : Demand.Space,
        R.Unparsed,
      );
  }

  protected commaRuleOf(kind: N, items: Items): Comma {
    if (kind === N.Paren || items.comprehension || items.unparsed) return Comma.Barred;
    if (items.count === 1 && (kind === N.Tuple || kind === N.Subscript))
      return items.comma >= 0 ? Comma.Needed : Comma.Barred;
    return Comma.Free;
  }

  protected closingComma({ lastEnd, comma }: Items, rule: Comma): void {
    const { sheet, style } = this;
    if (lastEnd < 0 || rule !== Comma.Free || style.closingComma === "as-written") return;
    if (comma >= 0) {
      sheet.mark(comma, style.closingComma === "never" ? Mark.Removed : Mark.RemovedFlat);
      sheet.rule[comma] = R.ClosingComma;
    } else if (style.closingComma === "when-split") {
      sheet.slot(lastEnd, Mark.SeparatorSlot);
    }
  }

  protected itemsOf(node: number): Items {
    const { tree, tokens } = this;
    const closer = tree.end(node) - 1;
    const items: Items = {
      count: 0,
      lastEnd: -1,
      comma: -1,
      hug: 0,
      numbers: true,
      last: NONE,
      comprehension: false,
      unparsed: false,
    };
    let child = tree.child(node);
    let displays = 0;
    for (let t = tree.first(node) + 1; t < closer;) {
      if (child !== NONE && t === tree.first(child)) {
        const kind: N = tree.kind(child);
        if (kind === N.Comprehension) items.comprehension = true;
        if (kind === N.Unparsed) items.unparsed = true;
        if (kind !== N.Unary || tree.child(child) !== NONE) items.numbers = false;
        if (this.isBracket(kind) && kind !== N.Paren && tree.end(child) - tree.first(child) > 2)
          displays++;
        items.comma = -1;
        items.lastEnd = tree.end(child);
        items.count++;
        items.last = child;
        t = tree.end(child);
        child = tree.next(child);
      } else {
        if (!tokens.isTrivia(t)) {
          if (tokens.kind(t) === T.Comma) {
            items.comma = t;
          } else {
            items.comma = -1;
            items.lastEnd = t + 1;
            items.count++;
            items.last = NONE;
            if (tokens.kind(t) !== T.Number) items.numbers = false;
          }
        }
        t++;
      }
    }
    if (
      tree.kind(node) === N.Arguments
      && items.last !== NONE
      && items.lastEnd === tree.end(items.last)
    )
      items.hug = this.hugOf(items.last, displays, items.count);
    return items;
  }

  /** The gap just inside the last argument where that is a display, the only one among the arguments. */
  protected hugOf(last: number, displays: number, count: number): number {
    const { tree } = this;
    const kind: N = tree.kind(last);
    if (kind === N.Argument && count === 1) {
      const value = tree.lastChild(last);
      return value !== NONE && tree.end(value) === tree.end(last)
        ? this.hugOf(value, displays + 1, count)
        : 0;
    }
    if (kind !== N.List && kind !== N.Set && kind !== N.Dict && !(kind === N.Tuple && count === 1))
      return 0;
    return displays === 1 && tree.end(last) - tree.first(last) > 2 ? tree.first(last) + 1 : 0;
  }
}
