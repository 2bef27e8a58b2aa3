import {
  closeRow,
  closeWithSeparator,
  fillsLines,
  isRow,
  itemsOf,
  type Items,
  type ListRules,
  openRow,
} from "../../../core/layout/items.js";
import { Demand, FrameFlag, Mark, ROOT } from "../../../core/layout/sheet.js";
import { holdsWord, splitAtOwn } from "../../../core/layout/written.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T, isBracket } from "../kinds.js";
import { R } from "../rules.js";
import { LayoutBase } from "./base.js";
import { rowsOf } from "./rows.js";

/** What splits at signs of its own. */
const RUNS: ReadonlySet<N> = new Set([N.Binary, N.Ternary, N.Comprehension]);

/** What holds a value last, with words or a sign in front. */
const WRAPS: ReadonlySet<N> = new Set([
  N.Argument,
  N.Parameter,
  N.Pair,
  N.Named,
  N.Lambda,
  N.Yield,
  N.Starred,
]);

/** Lists in brackets of every kind. */
export abstract class BracketLayout extends LayoutBase {
  /** Whether what is laid out is alone in brackets whose rows stay. */
  protected inRows = false;
  /** The first token in the innermost brackets around whose rows stand in its column, or -1. */
  private rowStart = -1;

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
    const items = itemsOf(tokens, tree, node, this.listRules);
    const isTable = kind === N.List || kind === N.Tuple || kind === N.Set;
    const flow = fillsLines(this, node, items, this.listRules, isTable ? this.style : undefined);
    const rows = this.asWritten
      ? rowsOf(this, node, this.style, this.rowStart, (chain) => this.chainSplit(chain))
      : -1;
    const split = this.writtenSplit(node);
    // Where a line ends in one entry, all get lines of their own.
    const entries = kind === N.Dict && items.count > 1;
    const row = split && !flow && this.staysRow(node, items);
    const frame = sheet.open(
      opener + 1,
      closer,
      FrameFlag.Bracket
        | (this.splitsWhole(items) || entries || this.holdsSplitRun(node) ? FrameFlag.Whole : 0)
        | (flow ? FrameFlag.Flow : 0)
        | (this.holdsWord(node) ? FrameFlag.IfItHelps : 0)
        | (rows >= 0 ? FrameFlag.Rows : split ? FrameFlag.Split : 0),
      rows >= 0 ? rows : 1,
    );
    const hug = this.hugOfLast(node, items);
    if (hug > 0) sheet.frames.setHug(frame, hug);
    const isWrapped = items.last !== NONE && this.isWrapped(tree.kind(items.last));
    const hang = items.count > 1 || kind === N.Dict || isWrapped ? 1 : 0;
    this.bracketed++;
    const { inRows, rowStart } = this;
    this.inRows = rows >= 0 && items.count === 1;
    if (rows === 0) this.rowStart = first;
    let before: T = T.Comma;
    let rowFrame = ROOT;
    for (const part = tree.parts(node, opener + 1, closer); part.next();) {
      const { at: t, node: child } = part;
      if (child !== NONE) {
        this.itemGap(t, first, before, child);
        if (row && t === first) rowFrame = openRow(sheet, t, closer);
        const inner = sheet.frames.count;
        this.visit(child, hang);
        // A run of operators splits only where the list does.
        if (tree.kind(child) === N.Binary && sheet.frames.count > inner)
          sheet.frames.bound.set(inner, frame);
        before = T.End;
      } else if (!tokens.isTrivia(t)) {
        const token: T = tokens.kind(t);
        if (token === T.Comma) sheet.set(t, Demand.Join, R.Comma);
        else this.itemGap(t, first, before, NONE);
        if (row && t === first) rowFrame = openRow(sheet, t, closer);
        if (token === T.String) this.string(t);
        before = token;
      }
    }
    this.inRows = inRows;
    this.rowStart = rowStart;
    if (rowFrame !== ROOT) sheet.close();
    sheet.set(closer, Demand.Seam, R.Bracket);
    sheet.mark(closer, Mark.Dedent);
    if (this.takesComma(node, items)) {
      if (row) closeRow(sheet, rowFrame, items, this.style, R.ClosingComma);
      else closeWithSeparator(sheet, items, this.style, R.ClosingComma);
    }
    this.bracketed--;
    sheet.close();
  }

  /** Whether the author put all items on one line of their own between the brackets. */
  private staysRow(node: number, items: Items): boolean {
    const { tree, tokens } = this;
    if (!tokens.onNewLine(tree.end(node) - 1) || tree.hasChild(node, N.Comprehension)) return false;
    return isRow(this, node, items);
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

  /** Whether one of the items is a run of operators or of strings that the author split: all get lines of their own. */
  private holdsSplitRun(node: number): boolean {
    const { tree } = this;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
      if (this.keepsSplit && this.isSplitRun(c)) return true;
      const parts = this.leadingStrings(c);
      if (parts !== NONE && this.splitsStrings(parts)) return true;
    }
    return false;
  }

  /** Whether a kind holds a value last, whose further lines stand below the words in front of it. */
  protected isWrapped(kind: N): boolean {
    return WRAPS.has(kind);
  }

  /** Whether a value, that of a keyword or behind other words, is a run that the author split at its own signs. */
  private isSplitRun(value: number): boolean {
    const { tree } = this;
    let run = value;
    while (run !== NONE && this.isWrapped(tree.kind(run))) run = tree.lastChild(run);
    return run !== NONE && RUNS.has(tree.kind(run)) && splitAtOwn(this, run);
  }

  /** The string of several parts that a value begins with, or `NONE`. */
  protected abstract leadingStrings(value: number): number;

  /** Whether the author ended lines between the parts of a string. */
  protected abstract splitsStrings(node: number): boolean;

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

  /** Whether a comma may come or go after the last item: one makes a tuple of a value. */
  private takesComma(node: number, { count }: Items): boolean {
    const { tree } = this;
    const kind: N = tree.kind(node);
    if (kind === N.Paren || tree.hasChild(node, N.Comprehension)) return false;
    if (tree.hasChild(node, N.Unparsed)) return false;
    return count > 1 || (kind !== N.Tuple && kind !== N.Subscript);
  }

  protected readonly listRules: ListRules = {
    separates: (t) => this.tokens.kind(t) === T.Comma,
    isNumber: (t, child) => (
      child === NONE
        ? this.tokens.kind(t) === T.Number
        : this.tree.kind(child) === N.Unary && this.tree.child(child) === NONE
    ),
  };

  /** The gap inside the last argument up to which a list must fit to keep it close; 0 for none. */
  private hugOfLast(node: number, { last, lastEnd, count }: Items): number {
    const { tree } = this;
    if (tree.kind(node) !== N.Arguments || last === NONE || lastEnd !== tree.end(last)) return 0;
    let displays = 0;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
      const kind: N = tree.kind(c);
      if (isBracket(kind) && kind !== N.Paren && tree.end(c) - tree.first(c) > 2) displays++;
    }
    return this.hugOf(last, displays, count);
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
