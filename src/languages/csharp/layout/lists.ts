import {
  closeWithSeparator,
  fillsLines,
  isRow,
  itemsOf,
  type Items,
  type ListRules,
  openRow,
} from "../../../core/layout/items.js";
import { Demand, FrameFlag, Mark, ROOT } from "../../../core/layout/sheet.js";
import { holdsSplit, holdsWord, splitAtOwn } from "../../../core/layout/written.js";
import { NONE, onOneLine } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import { TypeLayout } from "./types.js";

/** Lists in brackets of every kind. */
export abstract class ListLayout extends TypeLayout {
  /** The gap inside a value up to which what is around must fit to stay close to it; 0 for none. */
  protected abstract hugGap(node: number): number;

  /** Whether the author began a line before a dot. */
  protected abstract dotOnNewLine(node: number): boolean;

  /** How many calls of a node hold a function. */
  protected abstract callsWithFunctions(node: number): number;

  protected itemsOf(node: number): Items {
    return itemsOf(this.tokens, this.tree, node, this.listRules);
  }

  private readonly listRules: ListRules = {
    separates: (t) => this.kindAt(t) === T.Comma,
    isNumber: (t, child) => {
      const { tokens, tree } = this;
      if (child === NONE) {
        const kind: T = tokens.kind(t);
        return kind === T.Number || (kind === T.String && tokens.text[tokens.start(t)] === "'");
      }
      return tree.kind(child) === N.Unary && tree.end(child) - tree.first(child) === 2;
    },
  };

  /** A list in round or square brackets. */
  protected bracket(node: number): void {
    const { tree, tokens, sheet } = this;
    const opener = tree.first(node);
    const closer = tree.end(node) - 1;
    const first = tokens.skipTrivia(opener + 1);
    if (first === closer && closer === opener + 1) return this.join(closer, R.Bracket);
    // A short word alone, or an attribute, gains nothing on a line of its own.
    if (this.holdsWord(node)) return this.joined(node);
    const items = this.itemsOf(node);
    if (this.isLoneAttribute(node, items)) return this.joined(node);
    const broken = this.holdsBroken(node);
    const below = this.closesBelow(node, closer);
    const rows = !broken && this.beginsBeside(node, items, first);
    const flow = rows || fillsLines(this, node, items, this.listRules, undefined);
    const flags =
      (flow ? FrameFlag.Flow : 0)
      | (this.splitsWhole(node, items) ? FrameFlag.Whole : 0)
      | (broken || rows ? FrameFlag.Split : this.writtenSplit(node));
    const row = this.asWritten && !broken && !flow && isRow(this, node, items);
    const frame = sheet.open(opener + 1, closer, FrameFlag.Bracket | flags, 1);
    const hug = this.hugOf(node, items);
    if (hug > 0) sheet.frames.setHug(frame, hug);
    const isHead = tree.kind(node) === N.ForHead;
    const hang = items.count > 1 && !isHead ? 1 : 0;
    let before = T.Comma;
    for (const part = tree.parts(node, opener + 1, closer); part.next();) {
      const { at: t, node: child } = part;
      if (child === NONE && tokens.isTrivia(t)) continue;
      const kind: T = child === NONE ? tokens.kind(t) : T.End;
      if (broken) this.standing(t);
      else if (t === first) sheet.set(t, rows ? Demand.Join : Demand.Seam, R.Bracket);
      else this.itemGap(t, kind, before, child, isHead);
      if (row && t === first) openRow(sheet, t, closer);
      if (child !== NONE) this.visitIn(frame, child, this.hangsAlone(child) ? 1 : hang);
      before = kind;
    }
    if (row) sheet.close();
    if (broken) this.standing(closer);
    else if (below) sheet.set(closer, Demand.Seam, R.Bracket);
    else this.join(closer, R.Bracket);
    if (broken || below) sheet.mark(closer, Mark.Dedent);
    if (!broken && tree.kind(node) === N.Collection)
      closeWithSeparator(sheet, items, this.style, R.ClosingComma);
    sheet.close();
  }

  private joined(node: number): void {
    this.run(node, (t) => this.join(t, R.Bracket));
  }

  /** `<T, U>`; one type alone stays beside its brackets. */
  protected types(node: number): void {
    const { count, holes } = this.itemsOf(node);
    if (count > 1 && !holes && this.lastTokenKind(node) === T.Greater) this.bracket(node);
    else this.typeList(node);
  }

  private itemGap(t: number, kind: T, before: T, child: number, isHead: boolean): void {
    if (kind === T.Comma || kind === T.Semicolon) return this.join(t, R.Comma);
    if (before === T.Comma || before === T.Semicolon) return this.fold(t, R.Comma);
    if (isHead) return this.space(t, R.Keyword);
    // A declared item: its type and then its name.
    this.space(t, child === NONE ? R.Type : R.Keyword);
  }

  /**
   * Whether the author began a list of several items beside its opener and went on below, which stays so:
   *
   *     Moor(berth, tide,
   *         captain);
   */
  private beginsBeside(node: number, { count }: Items, first: number): boolean {
    const kind = this.kindOf(node);
    const listed = kind === N.Arguments || kind === N.Parameters || kind === N.Attributes;
    return (
      listed
      && count > 1
      && this.asWritten
      && !this.beginsLine(first)
      && splitAtOwn(this, node)
    );
  }

  /** Whether the closing bracket stands on a line of its own where the list is split. */
  private closesBelow(node: number, closer: number): boolean {
    if (this.tree.kind(node) === N.Collection) return true;
    return this.asWritten && this.tokens.onNewLine(closer);
  }

  /** In a list that holds what is not understood line ends stay where they are. */
  private standing(t: number): void {
    if (this.tokens.onNewLine(t)) this.sheet.line(t, 0, 1, R.Unparsed);
    else this.sheet.set(t, Demand.AsWritten, R.Unparsed);
  }

  /** Whether some item of a list does not parse. */
  protected holdsBroken(node: number): boolean {
    const { tree } = this;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c))
      if (tree.kind(c) === N.Unparsed) return true;
    return false;
  }

  /** Whether an item's later lines go one step in though it is the only one. */
  private hangsAlone(node: number): boolean {
    switch (this.kindOf(node)) {
      case N.Conditional:
      case N.Primary:
      case N.New:
      case N.Word:
      case N.Argument: return true;
      default: return false;
    }
  }

  /** Whether brackets hold one attribute, which splits inside. */
  private isLoneAttribute(node: number, { count, closing }: Items): boolean {
    const isAlone = this.kindOf(node) === N.Attributes && count === 1 && closing < 0;
    return isAlone && !this.holdsBroken(node) && this.writtenSplit(node) === 0;
  }

  protected holdsWord(node: number): boolean {
    const kind = this.kindOf(node);
    const brackets = kind === N.Arguments || kind === N.Subscript || kind === N.Paren;
    return brackets && holdsWord(this, node, T.Comma) && this.writtenSplit(node) === 0;
  }

  /** Whether a list splits where something inside it must. */
  private splitsWhole(node: number, { count, last }: Items): boolean {
    const kind = this.kindOf(node);
    if (count > 1 && kind === N.Arguments && this.keepsSplit && holdsSplit(this, node, N.Binary))
      return true;
    if (kind === N.Paren) return count > 1 || this.kindOf(last) === N.Binary;
    if (kind === N.Condition) return this.kindOf(last) === N.Binary && this.keptSplit(last);
    return (
      count === 1
      && this.keepsSplit
      && this.kindOf(last) === N.Primary
      && (this.dotOnNewLine(last) || this.callsWithFunctions(last) > 1)
    );
  }

  /** Visits a value whose lines, where it is a run of operators, hang on the frame around it. */
  protected visitIn(frame: number, child: number, hang: number): void {
    const { frames } = this.sheet;
    const run = this.kindOf(child) === N.Binary ? frames.count : ROOT;
    this.visit(child, hang);
    if (run !== ROOT) frames.bound.set(run, frame);
  }

  /** The gap inside the last item that hugs the brackets of a list, or 0. */
  private hugOf(node: number, items: Items): number {
    const { tree } = this;
    if (items.last === NONE || items.lastEnd !== tree.end(items.last)) return 0;
    switch (this.kindOf(node)) {
      case N.Arguments: {
        let hugging = 0;
        for (let c = tree.child(node); c !== NONE; c = tree.next(c))
          if (this.hugGap(c) > 0) hugging++;
        return hugging > 1 ? 0 : this.hugGap(items.last);
      }
      case N.Paren:
      case N.Condition:
        return items.count === 1 ? this.hugGap(items.last) : 0;
      default:
        return 0;
    }
  }

  /** The gap inside brackets that hug what they hold, or 0. */
  protected hugInside(node: number): number {
    return this.hugOf(node, this.itemsOf(node));
  }

  // Braces

  /**
   * A list in braces, on one line or an item a line with its braces on lines of their own.
   *
   * @param isFirst whether it begins its parent, which has settled the gap before it.
   * @param owner what it is the body of, where its lines go by the line on which that begins.
   */
  protected braces(node: number, flags: number, isFirst: boolean, owner = NONE): void {
    const { tree, tokens, sheet } = this;
    const brace = tree.first(node);
    const closer = tree.end(node) - 1;
    const below = this.ownLine && !isFirst;
    if (!isFirst && !below) this.space(brace, R.Brace);
    const first = tokens.skipTrivia(brace + 1);
    if (first >= closer && closer <= brace + 1) {
      if (below) {
        sheet.open(brace, closer, FrameFlag.Bracket, 1);
        this.fold(brace, R.Brace);
        sheet.mark(brace, Mark.Dedent);
      }
      if (closer > brace) this.space(closer, R.Brace);
      if (below) sheet.close();
      return;
    }
    const broken = this.holdsBroken(node) && !onOneLine(this, node);
    const rows = this.hasRows(node);
    const items = this.itemsOf(node);
    const flows = rows || fillsLines(this, node, items, this.listRules, undefined);
    const split = broken || rows ? FrameFlag.Split : 0;
    const begin = below ? brace : brace + 1;
    const frame = sheet.open(begin, closer, FrameFlag.Bracket | flags | split, 1);
    if (owner !== NONE) sheet.frames.head.set(frame, tree.first(owner));
    if (below) {
      this.fold(brace, R.Brace);
      sheet.mark(brace, Mark.Dedent);
    }
    let before = T.Comma;
    for (const part = tree.parts(node, brace + 1, closer); part.next();) {
      const { at: t, node: child } = part;
      if (child === NONE && tokens.isTrivia(t)) continue;
      const kind: T = child === NONE ? tokens.kind(t) : T.End;
      if (broken && tokens.onNewLine(t)) this.standing(t);
      else if (kind === T.Comma || kind === T.Semicolon) this.join(t, R.Comma);
      else if (flows) this.fold(t, R.Comma);
      else this.itemFold(t, before);
      // Numbers fill lines, and rows stay as the author made them.
      if (flows && t === first) sheet.open(first + 1, closer - 1, FrameFlag.Flow | split, 0);
      if (child !== NONE) this.visit(child, 1);
      before = kind;
    }
    if (flows) sheet.close();
    this.fold(closer, R.Brace);
    sheet.mark(closer, Mark.Dedent);
    if (!broken) closeWithSeparator(sheet, items, this.style, R.ClosingComma);
    sheet.close();
  }

  /** Whether the author wrote the values of an array in rows: several on a line, and several lines. */
  private hasRows(node: number): boolean {
    const { tree, tokens } = this;
    if (
      !this.asWritten
      || this.kindOf(node) !== N.Initializer
      || !tokens.onNewLine(tree.end(node) - 1)
    )
      return false;
    let [beside, below] = [false, false];
    let behind = T.End;
    for (const part = tree.parts(node, tree.first(node) + 1, tree.end(node) - 1); part.next();) {
      const { at: t, node: child } = part;
      if (tokens.isTrivia(t)) continue;
      if (this.kindOf(child) === N.Member) return false;
      if (behind === T.Comma) {
        beside ||= !this.beginsLine(t);
        below ||= this.beginsLine(t);
      }
      behind = child === NONE ? tokens.kind(t) : T.End;
    }
    return beside && below;
  }

  /** An item's gap in braces; blank lines between items stay. */
  private itemFold(t: number, before: T): void {
    const { sheet, style } = this;
    if (before !== T.Comma || !this.asWritten || !this.beginsLine(t)) return this.fold(t, R.Comma);
    sheet.line(t, 0, style.blankLineLimit, R.Comma);
  }

  /** How a list in braces splits; one that begins its parent has settled nothing by the line it begins. */
  protected bracesSplit(node: number, isFirst = false): number {
    const written = this.asWritten
      && (splitAtOwn(this, node) || (!isFirst && this.tokens.onNewLine(this.tree.first(node))));
    return written ? FrameFlag.Split : FrameFlag.Whole;
  }
}
