import { Demand, FrameFlag } from "../../../core/layout/sheet.js";
import { operatorsLead } from "../../../core/layout/written.js";
import { NONE, onOneLine } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import { ChainLayout } from "./chains.js";

const isOperator = (kind: T): boolean => kind >= T.QuestionQuestion && kind <= T.As;

/** Expressions, and how values stand beside what they are given to. */
export abstract class ExpressionLayout extends ChainLayout {
  protected abstract block(node: number, owner?: number): void;

  /** Lays out an expression's or a type's node; false where it is none. */
  protected visitExpression(node: number, hang: number): boolean {
    switch (this.tree.kind(node) as N) {
      case N.Assignment:
        this.given(node, R.Operator);
        return true;
      case N.Lambda:
        this.lambda(node);
        return true;
      case N.AnonymousMethod:
        this.anonymous(node);
        return true;
      case N.Conditional:
        this.conditional(node, hang);
        return true;
      case N.Binary:
        this.binary(node, hang);
        return true;
      case N.Test:
      case N.Word:
      case N.Pattern:
        this.run(node, (t, kind, before) => this.wordGap(node, t, kind, before), hang);
        return true;
      case N.Unary:
      case N.Cast:
      case N.Postfix:
        this.run(node, (t) => this.join(t, R.Unary));
        return true;
      case N.Primary:
        this.primary(node, hang);
        return true;
      case N.Argument:
        this.argument(node);
        return true;
      case N.New:
        this.creation(node, hang);
        return true;
      case N.Initializer:
        this.braces(node, this.bracesSplit(node, true), true);
        return true;
      case N.Member:
        this.member(node);
        return true;
      case N.SwitchExpression:
      case N.With:
        this.run(node, (t, _, __, child) => {
          const kind = this.kindOf(child);
          if (kind !== N.Arms && kind !== N.Initializer) return this.space(t, R.Keyword);
          this.braces(
            child,
            kind === N.Arms ? this.armsSplit(child) : this.bracesSplit(child),
            false,
          );
          return true;
        }, hang);
        return true;
      case N.Arm:
        this.given(node, R.Arrow);
        return true;
      case N.Query:
        this.query(node);
        return true;
      case N.Clause:
        this.run(node, (t, kind) => (
          kind === T.Comma ? this.join(t, R.Comma) : this.space(t, R.Clause)
        ));
        return true;
      case N.Patterns:
        this.framed(node, this.ownSplit(node), hang, () => this.run(node, (t, kind) => (
          kind === T.Name ? this.fold(t, R.Operator) : this.space(t, R.Operator)
        )));
        return true;
      case N.Arguments:
      case N.Subscript:
      case N.Paren:
      case N.Collection:
      case N.Positions:
      case N.ForHead:
        this.bracket(node);
        return true;
      case N.Condition:
        this.condition(node);
        return true;
      case N.Properties:
        this.braces(node, this.bracesSplit(node, true), true);
        return true;
      case N.TypeReference:
        this.run(node, this.typeRule);
        return true;
      case N.Rank:
        this.run(node, (t) => this.join(t, R.Type));
        return true;
      case N.TypeArguments:
      case N.TypeParameters:
        this.types(node);
        return true;
      case N.TupleType:
        this.bracket(node);
        return true;
      default:
        return false;
    }
  }

  /** `value is not null`, `await tide`, `Berth { Free: true } one`. */
  private wordGap(node: number, t: number, kind: T, before: T): void {
    const list = this.kindAt(t);
    // `Berth(var free)`, and `var (low, high)`.
    const close =
      kind === T.End && (list === T.LeftParen || list === T.LeftBracket) && before === T.End;
    if (close && !this.tokens.is(this.tree.first(node), "var")) return this.join(t, R.Call);
    // `> 4`, `..rest`
    if (before === T.DotDot) return this.join(t, R.Unary);
    this.space(t, R.Keyword);
  }

  /** What stands in brackets behind a keyword: it begins beside them, and its later lines go one step in. */
  private condition(node: number): void {
    const { tree, tokens, sheet } = this;
    const [opener, closer] = [tree.first(node), tree.end(node) - 1];
    // Below a remark it begins a line of its own.
    const below = tokens.isTrivia(opener + 1) && tokens.onNewLine(tokens.skipTrivia(opener + 1));
    // Variables behind one type get a line each where they do not fit on one.
    const several = this.kindOf(tree.lastChild(node)) === N.Declarator;
    const flags = several ? FrameFlag.Whole | this.writtenSplit(node) : 0;
    sheet.open(opener + 1, closer, flags, 1);
    this.run(node, (t, kind, before) => {
      if (before === T.LeftParen || t === closer) return this.join(t, R.Bracket);
      if (kind === T.Comma) return this.join(t, R.Comma);
      if (before === T.Comma) return this.fold(t, R.Comma);
      this.space(t, R.Keyword);
    }, below ? 0 : 1);
    sheet.close();
  }

  private argument(node: number): void {
    this.run(node, (t, kind, before) => {
      if (kind === T.Colon) return this.join(t, R.Colon);
      if (before === T.DotDot) return this.join(t, R.Unary);
      this.space(t, R.Keyword);
    });
  }

  private creation(node: number, hang: number): void {
    this.run(node, (t, kind, before, child) => {
      switch (this.kindOf(child)) {
        case N.Arguments:
        case N.Subscript:
          return this.join(t, R.Call);
        case N.Initializer:
          this.braces(child, this.bracesSplit(child), false);
          return true;
        case N.TypeReference: return this.space(t, R.Keyword);
      }
      if (kind === T.End && before === T.New) return this.space(t, R.Keyword);
      this.join(t, R.Call);
    }, hang);
  }

  /** `Name = value`, `[0] = value`, `Name.Other: pattern`. */
  private member(node: number): void {
    const { tree } = this;
    for (let t = tree.first(node); t < tree.end(node); t++)
      if (this.kindAt(t) === T.Colon) {
        this.run(node, (at, kind, before) => (
          before === T.Colon
            ? this.space(at, R.Colon)
            : this.join(at, kind === T.Colon ? R.Colon : R.Member)
        ));
        return;
      } else if (this.kindAt(t) === T.Assign) {
        break;
      }
    this.given(node, R.Operator);
  }

  // Operators

  /** Operands of one level, on one line or each on a line with its operator. */
  private binary(node: number, hang: number): void {
    const { tree, tokens, sheet } = this;
    if (this.isRange(node)) return this.run(node, (t) => this.join(t, R.Operator));
    const frame = sheet.open(tree.first(node) + 1, tree.end(node) - 1, this.ownSplit(node), hang);
    const last = tree.lastChild(node);
    if (last !== NONE && tree.end(last) === tree.end(node)) {
      const hug = this.hugGap(last);
      if (hug > 0) sheet.frames.setHug(frame, hug);
    }
    const { operatorSplit } = this.style;
    const leads = operatorSplit === "as-written"
      ? operatorsLead(this, node, isOperator)
      : operatorSplit === "before";
    this.run(node, (t, kind, before) => {
      // `>>` is two signs.
      if (
        kind >= T.Greater && before === T.Greater && !tokens.isApart(t)
      )
        return this.join(t, R.Operator);
      const operator = isOperator(kind);
      const breaks = operator
        ? (leads && !this.remarkBehind(t)) || this.remarkBefore(t)
        : (!leads && !this.remarkBefore(tokens.grammarBefore(t))) || this.remarkBefore(t);
      this.sheet.set(t, breaks ? Demand.Fold : Demand.Space, R.Operator);
    }, 1);
    sheet.close();
    this.deepen(frame, node);
  }

  /**
   * Has what the first operand holds stand deeper than the operators below it:
   *
   *     if (Fits(
   *             berth)
   *         || late)
   */
  private deepen(run: number, node: number): void {
    const { tree, sheet: { frames } } = this;
    const operand = tree.child(node);
    if (operand === NONE || tree.first(operand) > tree.first(node)) return;
    for (let f = run + 1; f < frames.count && frames.begin(f) < tree.end(operand); f++)
      if (frames.parent(f) === run) frames.deeperIn.set(f, run);
  }

  private isRange(node: number): boolean {
    const { tree } = this;
    for (const part = tree.parts(node); part.next();)
      if (part.node === NONE && this.kindAt(part.at) === T.DotDot) return true;
    return false;
  }

  private conditional(node: number, hang: number): void {
    const frame = this.sheet.frames.count;
    this.framed(node, this.ownSplit(node), hang, () => this.run(node, (t, kind) => {
      if (kind === T.Question || kind === T.Colon) return this.fold(t, R.Operator);
      this.space(t, R.Operator);
    }, 1));
    this.deepen(frame, node);
  }

  // Functions

  private lambda(node: number): void {
    let arrow = false;
    this.run(node, (t, kind, _, child) => {
      if (!arrow) {
        arrow = kind === T.Arrow;
        return this.space(t, R.Arrow);
      }
      if (this.kindOf(child) === N.Block) this.block(child, node);
      else this.arrowBody(t, child, this.tree.end(node));
      return true;
    });
  }

  private arrowBody(t: number, body: number, end: number): void {
    const below = this.keptBelow(t, body);
    if (!below && body !== NONE && this.kindOf(body) !== N.Conditional && this.staysClose(body)) {
      this.space(t, R.Arrow);
      return this.visit(body);
    }
    const frame = this.sheet.open(t, end - 1, below ? FrameFlag.Split : FrameFlag.Whole, 1);
    this.fold(t, R.Arrow);
    if (body !== NONE) this.visitIn(frame, body, 1);
    this.sheet.close();
  }

  private anonymous(node: number): void {
    this.run(node, (t, _, __, child) => {
      if (this.kindOf(child) !== N.Block) return this.space(t, R.Keyword);
      this.block(child, node);
      return true;
    });
  }

  // Queries

  /** A clause a line, each under the first; or all on one line. */
  private query(node: number): void {
    const { tree, sheet } = this;
    const only = tree.next(tree.child(node)) === NONE;
    if (only) return this.visit(tree.child(node));
    const frame = sheet.open(tree.first(node) + 1, tree.end(node) - 1, this.ownSplit(node), 0);
    sheet.frames.under.set(frame, tree.first(node));
    for (let clause = tree.child(node); clause !== NONE; clause = tree.next(clause)) {
      if (tree.first(clause) > tree.first(node)) this.fold(tree.first(clause), R.Clause);
      this.visit(clause);
    }
    sheet.close();
  }

  /** The arms of a switch stand each on a line, unless the author has them on one. */
  private armsSplit(node: number): number {
    return this.asWritten && onOneLine(this, node) ? FrameFlag.Whole : FrameFlag.Split;
  }

  // Values beside what they are given to

  /** Runs through `target = value` and `target => value`. */
  protected given(node: number, rule: R): void {
    let after = false;
    this.run(node, (t, kind, before, child) => {
      after ||= before === T.Assign
        || before === T.Arrow
        || before === T.Augmented
        || (before === T.GreaterEqual && rule === R.Operator);
      if (!after) {
        if (kind === T.GreaterEqual && before === T.Greater) return this.join(t, rule);
        if (kind === T.Greater && before === T.Greater) return this.join(t, rule);
        if (this.kindOf(child) === N.Subscript) return this.join(t, R.Call);
        return this.space(t, rule);
      }
      this.assigned(t, child, this.tree.end(node));
      return true;
    });
  }

  /**
   * A value after `=` or `=>`, from token t to `end`. Values with an inside of their own stay on the line and
   * split there; the others go to a line of their own where that helps.
   */
  protected assigned(t: number, child: number, end: number): void {
    if (this.kindOf(child) === N.Initializer)
      return this.braces(child, this.bracesSplit(child), false);
    const below = this.keptBelow(t, child);
    if (!below && child !== NONE && this.staysClose(child)) {
      const inside = this.breakInside(child);
      if (inside === 0) {
        this.space(t, R.Operator);
        return this.visit(child);
      }
      // It stays on the line as far as its first brackets fit there.
      const frame = this.sheet.open(t, end - 1, 0, 1);
      this.sheet.frames.setHug(frame, inside);
      this.fold(t, R.Operator);
      this.visit(child);
      return this.sheet.close();
    }
    const isRun = this.kindOf(child) === N.Binary;
    const beside = !below && isRun && this.keptSplit(child);
    const flags = below ? FrameFlag.Split : beside ? 0 : this.givenSplit(child);
    const frame = this.sheet.open(t, end - 1, flags, 1);
    const hug = isRun ? this.hugGap(this.tree.lastChild(child)) : 0;
    if (hug > 0) this.sheet.frames.setHug(frame, hug);
    this.fold(t, R.Operator);
    if (child !== NONE) {
      const run = isRun ? this.sheet.frames.count : -1;
      this.visit(child, 1);
      if (run >= 0) this.sheet.frames.alignedIn.set(run, frame);
    }
    this.sheet.close();
  }

  private givenSplit(child: number): number {
    if (this.kindOf(child) !== N.Binary) return FrameFlag.IfItHelps;
    return this.keepsSplit && !onOneLine(this, child) ? 0 : FrameFlag.Whole;
  }

  /** Whether a value stays below what it is given to, as the author put it. */
  protected keptBelow(t: number, child: number): boolean {
    return this.keepsSplit && this.beginsLine(t) && this.kindOf(child) !== N.Unparsed;
  }

  protected staysClose(node: number): boolean {
    const { tree } = this;
    switch (tree.kind(node) as N) {
      case N.Lambda:
      case N.AnonymousMethod:
      case N.Collection:
      case N.Conditional:
      case N.Unparsed:
      case N.Assignment:
      case N.SwitchExpression:
      case N.With:
      case N.Query:
        return true;
      case N.Paren:
        return !this.holdsWord(node);
      case N.Primary:
      case N.New:
        return this.breakInside(node) > 0 || (this.asWritten && this.dotOnNewLine(node));
      case N.Word:
      case N.Unary:
      case N.Cast:
      case N.Test: {
        const child = tree.lastChild(node);
        return child !== NONE && this.staysClose(child);
      }
      default:
        return false;
    }
  }

  /** The first gap inside brackets that a node holds, or 0. */
  protected breakInside(node: number): number {
    const { tree } = this;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
      const kind: N = tree.kind(c);
      if (kind === N.Block) return 0;
      const brackets =
        kind === N.Arguments
        || kind === N.Parameters
        || kind === N.Subscript
        || kind === N.Initializer
        || kind === N.Collection
        || kind === N.Paren;
      if (brackets && tree.end(c) - tree.first(c) > 2 && !this.holdsWord(c))
        return tree.first(c) + 1;
      const inner = brackets || kind === N.TypeReference ? 0 : this.breakInside(c);
      if (inner > 0) return inner;
    }
    return 0;
  }

  protected hugGap(node: number): number {
    const { tree } = this;
    switch (tree.kind(node) as N) {
      case N.Initializer:
      case N.Collection:
        return tree.end(node) - tree.first(node) > 2 ? tree.first(node) + 1 : 0;
      case N.New:
      case N.SwitchExpression:
      case N.With: {
        const last = tree.lastChild(node);
        const kind = this.kindOf(last);
        if (tree.end(last) !== tree.end(node)) return 0;
        if (kind === N.Initializer || kind === N.Arms) return tree.first(last);
        return kind === N.Arguments ? this.hugInside(last) : 0;
      }
      case N.Lambda:
      case N.AnonymousMethod: {
        const body = tree.lastChild(node);
        if (body === NONE || tree.end(body) !== tree.end(node)) return 0;
        switch (this.kindOf(body)) {
          case N.Block: return tree.end(body) - tree.first(body) > 2 ? tree.first(body) : 0;
          case N.Primary: return this.hugOfCall(body);
          default: return this.hugGap(body);
        }
      }
      case N.Argument: {
        const child = tree.lastChild(node);
        return child === NONE ? 0 : this.hugGap(child);
      }
      default:
        return 0;
    }
  }

  /** The gap inside the last argument of a call that hugs it, or 0. */
  private hugOfCall(node: number): number {
    const last = this.tree.lastChild(node);
    if (last === NONE || this.tree.end(last) !== this.tree.end(node)) return 0;
    return this.kindOf(last) === N.Arguments ? this.hugInside(last) : 0;
  }
}
