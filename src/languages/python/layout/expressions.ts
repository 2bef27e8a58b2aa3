import { fillsLines, itemsOf } from "../../../core/layout/items.js";
import { Demand, FrameFlag, Mark } from "../../../core/layout/sheet.js";
import { beforeDot, operatorsLead, ownSplit } from "../../../core/layout/written.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T, isBracket } from "../kinds.js";
import { R } from "../rules.js";
import { isOperator, type Rule } from "./base.js";
import { BracketLayout } from "./brackets.js";

/** Expressions, and values that brackets may be put around. */
export abstract class ExpressionLayout extends BracketLayout {
  /** Whether the clauses of the comprehension that is laid out keep line ends of the author's. */
  protected keepsClauses = false;

  // Values that brackets may be put around

  /**
   * Tokens [first, end) as a value of a statement. Where it does not fit and cannot be split inside
   * its own brackets, brackets are put around it.
   */
  protected value(first: number, end: number, child: number): void {
    const { tree, sheet, tokens } = this;
    const kind: N = child !== NONE && tree.first(child) === first && tree.end(child) === end
      ? tree.kind(child)
      : N.None;
    if (kind === N.Yield) {
      sheet.set(first, Demand.Space, R.Keyword);
      return this.yields(child);
    }
    // Brackets around a starred value alone would be no tuple.
    if (isBracket(kind) || kind === N.Unparsed || kind === N.Starred) {
      // Brackets begin on the line of what stands before them.
      if (isBracket(kind)) this.dropContinuations(first, first);
      sheet.set(first, Demand.Space, R.Operator);
      return this.elements(first, end, child, this.wordRule, 1);
    }
    const continued = this.dropContinuations(first, end);
    const inside = this.bracketFirst(kind, child) ? this.breakInside(tree.child(child)) : 0;
    const chain = kind === N.Primary && this.links(child) >= 2;
    const atom =
      kind === N.None || (inside === 0 && !chain && (kind === N.Primary || kind === N.Unary));
    const comma =
      kind === N.ExpressionList
      && this.style.closingComma === "when-split"
      && tokens.kind(end - 1) !== T.Comma;
    const flags =
      FrameFlag.Parens
      | (atom ? FrameFlag.IfItHelps : 0)
      | (comma ? FrameFlag.Separator : 0)
      | (continued ? FrameFlag.Whole : 0);
    const frame = sheet.open(first, end - 1, flags, 1);
    if (inside > 0) sheet.frames.setHug(frame, inside);
    // Brackets that hold a word split last, but what stands before them must find room.
    else if (atom && child !== NONE)
      sheet.frames.fitsTo.set(frame, this.breakInside(tree.child(child), true));
    sheet.set(first, Demand.Fold, R.Operator);
    this.bracketed++;
    const flows = kind === N.ExpressionList && this.fills(child, first, end);
    if (flows) sheet.open(first + 1, end - 1, FrameFlag.Flow, 0);
    if (kind === N.ExpressionList) this.run(child, this.commaRule);
    else this.elements(first, end, child, this.wordRule, this.isWrapped(kind) ? 1 : 0);
    if (flows) sheet.close();
    this.bracketed--;
    sheet.close();
  }

  /** Whether a list without brackets would fill lines in some. */
  private fills(list: number, first: number, end: number): boolean {
    const { tokens, tree, listRules } = this;
    const items = itemsOf(tokens, tree, list, listRules, first, end);
    return fillsLines(this, list, items, listRules, undefined);
  }

  /** Whether a value of this kind is split inside its own brackets before any are put around it. */
  protected bracketFirst(kind: N, node: number): boolean {
    const { tree } = this;
    switch (kind) {
      case N.Primary: return this.links(node) < 2;
      case N.Await:
      case N.Not:
      case N.Unary:
      case N.Starred:
      case N.Lambda: {
        const operand = tree.lastChild(node);
        return (
          operand !== NONE
          && (isBracket(tree.kind(operand)) || this.bracketFirst(tree.kind(operand), operand))
        );
      }
      case N.Binary: {
        const last = tree.lastChild(node);
        if (last === NONE || last !== tree.child(node) || tree.end(last) !== tree.end(node))
          return false;
        if (this.hasOwn(node, T.And) || this.hasOwn(node, T.Or)) return false;
        return isBracket(tree.kind(last)) || this.bracketFirst(tree.kind(last), last);
      }
      default: return false;
    }
  }

  /**
   * The first gap just inside a bracket that is not empty, among a node and its later siblings; 0 for none.
   *
   * @param words whether brackets count that hold one short token.
   */
  protected breakInside(node: number, words = false): number {
    const { tree } = this;
    for (let c = node; c !== NONE; c = tree.next(c)) {
      const kind: N = tree.kind(c);
      if (kind === N.Arguments || kind === N.Subscript || isBracket(kind)) {
        if (tree.end(c) - tree.first(c) > 2 && (words || !this.holdsWord(c)))
          return tree.first(c) + 1;
      } else {
        const inner = this.breakInside(tree.child(c), words);
        if (inner > 0) return inner;
      }
    }
    return 0;
  }

  /** Whether a backslash carries a line on within tokens [first, end]. */
  protected continued(first: number, end: number): boolean {
    for (let t = first; t < end; t++) if (this.tokens.has(t, TokenFlag.Continues)) return true;
    return first > 0 && this.tokens.has(first - 1, TokenFlag.Continues);
  }

  /**
   * Drops the backslashes that carry on tokens [first, end), which brackets stand around or may be put
   * around; answers whether there were any among them.
   */
  protected dropContinuations(first: number, end: number): boolean {
    const { tokens, sheet } = this;
    let from = first;
    while (from > 0 && tokens.isTrivia(from - 1)) from--;
    let dropped = false;
    for (let t = from; t < end; t++) {
      if (!tokens.has(t, TokenFlag.Continues) || !tokens.isTrivia(t)) continue;
      sheet.mark(t, Mark.Removed);
      sheet.rule[t] = R.Split;
      dropped ||= t > first;
    }
    return dropped;
  }

  protected yields(node: number): void {
    const { tree, tokens } = this;
    const child = tree.child(node);
    let t = tokens.skipTrivia(tree.first(node) + 1);
    if (tokens.kind(t) === T.From && t < tree.end(node)) {
      this.sheet.set(t, Demand.Space, R.Keyword);
      t = tokens.skipTrivia(t + 1);
    }
    if (t < tree.end(node)) this.value(t, tree.end(node), child);
  }

  // Expressions

  /**
   * An expression that splits at signs of its own.
   *
   * @param rows whether it lies in rows that stay, and the author's lines end where it may split.
   * @param keeps whether what the author split stays split.
   */
  protected folded(
    node: number,
    hang: number,
    rule: Rule,
    rows = false,
    keeps = this.keepsSplit,
  ): void {
    const { tree, sheet, inRows } = this;
    this.inRows = false;
    sheet.open(
      tree.first(node) + 1,
      tree.end(node) - 1,
      ownSplit(this, node, keeps) | (rows ? FrameFlag.Flow : 0),
      hang,
    );
    this.run(node, rule);
    sheet.close();
    this.inRows = inRows;
  }

  /** Its clauses keep the author's line ends in rows only: elsewhere they would stand in no column of theirs. */
  protected comprehension(node: number): void {
    const around = this.keepsClauses;
    this.keepsClauses = this.keepsSplit && this.inRows;
    this.folded(node, 0, this.comprehensionRule, this.inRows);
    this.keepsClauses = around;
  }

  protected binary(node: number, hang: number): void {
    const { operatorSplit } = this.style;
    const around = this.breaksBefore;
    this.breaksBefore = operatorSplit === "as-written"
      ? operatorsLead(this, node, isOperator)
      : operatorSplit === "before";
    const rows = this.inRows && operatorsLead(this, node, isOperator) === this.breaksBefore;
    this.folded(node, hang, this.binaryRule, rows);
    this.breaksBefore = around;
  }

  protected ternary(node: number, hang: number): void {
    const isWord = (kind: T): boolean => kind === T.If || kind === T.Else;
    this.folded(node, hang, this.ternaryRule, this.inRows && operatorsLead(this, node, isWord));
  }

  /** The parts of a string stand in one column. */
  protected strings(node: number): void {
    const { tree, sheet } = this;
    const written = this.splitsStrings(node) ? FrameFlag.Split : 0;
    sheet.open(tree.first(node) + 1, tree.end(node) - 1, written, 0);
    this.run(node, this.commaRule);
    sheet.close();
  }

  protected splitsStrings(node: number): boolean {
    return this.asWritten && this.splitBetween(this.tree.first(node) + 1, this.tree.end(node));
  }

  /** `name=value` of a call, and `key: value` of a dictionary: brackets go around a string of several parts. */
  protected named(node: number): void {
    const { tree, sheet } = this;
    const value = tree.lastChild(node);
    const parts = value === NONE ? NONE : this.leadingStrings(value);
    this.run(node, (t, kind) => {
      const pair = tree.kind(node) === N.Pair;
      if (parts === NONE || t !== tree.first(value) || this.bracketed === 0) {
        const space = pair && kind !== T.Colon;
        return sheet.set(t, space ? Demand.Space : Demand.Join, pair ? R.Colon : R.Default);
      }
      const flags =
        FrameFlag.Parens | FrameFlag.Whole | (this.splitsStrings(parts) ? FrameFlag.Split : 0);
      sheet.open(t, tree.end(value) - 1, flags, 1);
      sheet.set(t, pair ? Demand.Fold : Demand.Seam, R.Split);
      this.visit(value, 0);
      sheet.close();
      return true;
    });
  }

  protected leadingStrings(value: number): number {
    const { tree } = this;
    if (tree.kind(value) === N.Strings) return value;
    const first = tree.child(value);
    const kind: N = tree.kind(value);
    if (first === NONE || tree.first(first) !== tree.first(value)) return NONE;
    if (kind !== N.Binary && kind !== N.Primary) return NONE;
    return tree.kind(first) === N.Strings ? first : NONE;
  }

  protected splitBetween(first: number, end: number): boolean {
    for (let t = first; t < end; t++) if (this.tokens.onNewLine(t)) return true;
    return false;
  }

  /** How many calls or subscripts of a chain are followed by a dot. */
  protected links(node: number): number {
    const { tree, tokens } = this;
    let links = 0;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
      const after = tokens.skipTrivia(tree.end(c));
      if (tree.kind(c) === N.Arguments && after < tree.end(node) && tokens.kind(after) === T.Dot)
        links++;
    }
    return links;
  }

  protected primary(node: number, hang: number): void {
    const { tree, tokens, sheet } = this;
    const chain = this.links(node) >= 2;
    if (chain) {
      const written = this.keepsSplit && this.chainSplit(node);
      sheet.open(tree.first(node) + 1, tree.end(node) - 1, written ? FrameFlag.Split : 0, hang);
    }
    let call = false;
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      if (child !== NONE) {
        if (t > tree.first(node)) sheet.set(t, Demand.Join, R.Call);
        this.visit(child);
        call = tree.kind(child) === N.Arguments;
      } else if (!tokens.isTrivia(t)) {
        const kind = tokens.kind(t);
        if (t === tree.first(node) && kind === T.String) this.string(t);
        if (t > tree.first(node)) {
          if (kind === T.Dot && tokens.kind(t - 1) === T.Number)
            sheet.set(t, beforeDot(this, t), R.Call);
          else
            sheet.set(
              t,
              chain && call && kind === T.Dot && this.bracketed > 0 ? Demand.Seam : Demand.Join,
              R.Call,
            );
        }
        call = false;
      }
    }
    if (chain) sheet.close();
  }

  protected chainSplit(node: number): boolean {
    const { tree, tokens } = this;
    if (this.links(node) < 2) return false;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
      const dot = tree.end(c);
      if (
        tree.kind(c) === N.Arguments
        && dot < tree.end(node)
        && tokens.onNewLine(dot)
        && !this.continued(dot, dot + 1)
      ) return true;
    }
    return false;
  }

  protected parameter(node: number): void {
    const annotated = this.hasOwn(node, T.Colon);
    this.run(node, (t, kind, before) => {
      if (kind === T.Assign || before === T.Assign)
        this.sheet.set(t, annotated ? Demand.Space : Demand.Join, R.Default);
      else if (before === T.Colon) this.sheet.set(t, Demand.Space, R.Annotation);
      else this.sheet.set(t, Demand.Join, R.Annotation);
    });
  }

  /** A colon between simple bounds stands close, else it is spaced as the operator it is. */
  protected slice(node: number): void {
    const { tree } = this;
    let simple = true;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
      if (tree.kind(c) !== N.Unary || tree.child(c) !== NONE) simple = false;
    }
    this.run(node, (t, kind, before) => {
      const spaced = !simple && !(kind === T.Colon && before === T.Colon);
      this.sheet.set(t, spaced ? Demand.Space : Demand.Join, R.Slice);
    });
  }
}
