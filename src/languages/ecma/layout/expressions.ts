import { Demand, FrameFlag } from "../../../core/layout/sheet.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { NONE, onOneLine } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import { ArrowLayout } from "./arrows.js";

/** Expressions, and how values stand beside what they are given to. */
export abstract class ExpressionLayout extends ArrowLayout {
  protected abstract functionLike(node: number): void;
  protected abstract classLike(node: number): void;

  /** Lays out an expression's node; false where it is none. */
  protected visitExpression(node: number, hang: number): boolean {
    switch (this.tree.kind(node) as N) {
      case N.Sequence:
        this.framed(node, FrameFlag.Whole, hang, () => this.run(node, this.sequenceRule));
        return true;
      case N.Assignment:
        this.assignment(node);
        return true;
      case N.Arrow:
        this.arrow(node);
        return true;
      case N.Yield:
      case N.Await:
        this.run(node, this.yieldRule, hang);
        return true;
      case N.Conditional:
        this.conditional(node, hang);
        return true;
      case N.Binary:
        this.binary(node, hang);
        return true;
      case N.As:
        this.run(node, this.asRule, hang);
        return true;
      case N.Unary:
        this.run(node, this.unaryRule);
        return true;
      case N.Postfix:
      case N.ImportMeta:
        this.run(node, this.joinRule);
        return true;
      case N.New:
        this.run(node, this.newRule, hang);
        return true;
      case N.Primary:
        this.primary(node, hang);
        return true;
      case N.Template:
        this.keep(node, Demand.Fixed);
        return true;
      case N.TypeAssertion:
        this.run(node, this.joinRule);
        return true;
      case N.Parameter:
        this.parameter(node);
        return true;
      case N.Property:
        this.property(node);
        return true;
      case N.Spread:
        this.run(node, this.joinRule);
        return true;
      case N.FunctionExpression:
        this.functionLike(node);
        return true;
      case N.ClassExpression:
        this.classLike(node);
        return true;
      case N.Arguments:
      case N.Subscript:
      case N.Paren:
      case N.Parameters:
      case N.Array:
      case N.Object:
        this.bracket(node);
        return true;
      default:
        return false;
    }
  }

  // Rules between two elements

  private sequenceRule(t: number, kind: T): void {
    if (kind === T.Comma) this.join(t, R.Comma);
    else this.fold(t, R.Comma);
  }

  private asRule(t: number, _kind: T, _before: T, child: number): void | true {
    return this.typeAfter(t, child, R.Operator);
  }

  private yieldRule(t: number, kind: T): void {
    if (kind === T.Star) this.join(t, R.Unary);
    else this.space(t, R.Keyword);
  }

  private unaryRule(t: number, _kind: T, before: T): void {
    const word = before === T.Typeof || before === T.Void || before === T.Delete;
    if (word) this.space(t, R.Keyword);
    else this.join(t, R.Unary);
  }

  private newRule(t: number, _kind: T, _before: T, child: number): void {
    if (this.kindOf(child) === N.Arguments) this.join(t, R.Call);
    else this.space(t, R.Keyword);
  }

  // Values beside what they are given to

  private assignment(node: number): void {
    const end = this.lastTokenKind(node) === T.Semicolon
      ? this.tree.end(node) - 1
      : this.tree.end(node);
    this.target(node, (t, child) => this.assigned(t, child, end));
  }

  /** Runs through `target = value`; the value is laid out by `value`. */
  private target(node: number, value: (t: number, child: number) => void): void {
    const { tree, tokens } = this;
    const first = tree.first(node);
    const around = this.isValue;
    let after = false;
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      const isChild = child !== NONE;
      if (isChild || !tokens.isTrivia(t)) {
        const kind: T = isChild ? T.End : tokens.kind(t);
        if (after) {
          this.isValue = true;
          value(t, child);
          if (!isChild && kind === T.String) this.string(t);
        } else {
          if (t > first) this.targetRule(t, kind, child);
          this.isValue = false;
          if (isChild) this.visit(child);
          else if (kind === T.String) this.string(t);
        }
        after = !isChild && (kind === T.Assign || kind === T.Augmented);
      }
    }
    this.isValue = around;
  }

  private targetRule(t: number, kind: T, child: number): void {
    if (kind === T.Semicolon) return this.join(t, R.Terminator);
    const childKind = this.kindOf(child);
    if (childKind === N.TypeParameters) return this.join(t, R.Type);
    if (kind === T.Bang || kind === T.Question || childKind === N.Annotation)
      return this.join(t, R.Type);
    this.space(t, R.Operator);
  }

  /** `name: type = value` of a declaration. */
  protected declarator(node: number): void {
    this.assignment(node);
  }

  private parameter(node: number): void {
    this.run(node, (t, kind, before, child) => {
      if (kind === T.Question || before === T.Ellipsis || this.kindOf(child) === N.Annotation)
        return this.join(t, R.Type);
      this.space(t, R.Operator);
    });
  }

  private property(node: number): void {
    const { tree, tokens } = this;
    let value = false;
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      const isChild = child !== NONE;
      if (isChild || !tokens.isTrivia(t)) {
        if (value) {
          this.assigned(t, child, tree.end(node));
          if (!isChild && tokens.kind(t) === T.String) this.string(t);
        } else if (isChild) {
          if (t > tree.first(node)) this.space(t, R.Colon);
          this.visit(child);
        } else {
          if (t > tree.first(node)) this.join(t, R.Colon);
          if (tokens.kind(t) === T.String) this.string(t);
          value = tokens.kind(t) === T.Colon;
        }
      }
    }
  }

  /**
   * A value after `=` or `:`, from token t to `end`. Values with an inside of their own stay on the
   * line and split there; the others go to a line of their own where that helps.
   */
  protected assigned(t: number, child: number, end: number): void {
    const kind = this.kindOf(child);
    if (kind === N.JsxElement) return void this.bracketedJsx(t, child);
    if (this.isAlternatives(child) && !this.tokens.has(t - 1, TokenFlag.EndsLine))
      return void this.stacked(t, child, R.Operator);
    if (this.isCurried(child)) return this.curried(t, child, end);
    const below =
      this.keptBelow(t, child) || (this.isFunction(child) && this.keepsLine(t));
    const typed = below ? 0 : this.insideTypedCall(child);
    const mayStay = !below && typed === 0 && child !== NONE && !this.remarkBefore(t);
    if (mayStay && this.staysClose(child)) {
      this.space(t, R.Operator);
      return this.visit(child);
    }
    const beside = !below && this.isRun(child) && this.keptSplit(child);
    const flags = below ? FrameFlag.Split : beside || typed > 0 ? 0 : this.givenSplit(child);
    const frame = this.sheet.open(t, end - 1, flags, 1);
    const hug = child !== NONE && kind === N.Binary
      ? this.hugGap(this.tree.lastChild(child), false)
      : typed;
    if (hug > 0) this.sheet.frames.setHug(frame, hug);
    this.fold(t, R.Operator);
    if (child !== NONE) this.visitIn(frame, child, 1, "alignedIn");
    this.sheet.close();
  }

  /** The gap inside a call behind types, which goes below a name as a whole before those split; 0 for none. */
  private insideTypedCall(node: number): number {
    const { tree } = this;
    if (this.kindOf(node) !== N.Primary && this.kindOf(node) !== N.New) return 0;
    const last = tree.lastChild(node);
    if (this.kindOf(last) !== N.Arguments || tree.end(last) !== tree.end(node)) return 0;
    let types = tree.child(node);
    while (types !== last && tree.next(types) !== last) types = tree.next(types);
    if (tree.kind(types) === N.Primary) types = tree.lastChild(types);
    const isTyped =
      this.kindOf(types) === N.TypeArguments && tree.end(types) - tree.first(types) > 3;
    return isTyped ? tree.first(last) + 1 : 0;
  }

  /** Whether a value stays below what it is given to, as the author put it. */
  protected keptBelow(t: number, child: number): boolean {
    if (!this.keepsLine(t)) return false;
    switch (this.kindOf(child)) {
      case N.Object:
      case N.Array:
      case N.Arrow:
      case N.FunctionExpression:
      case N.ClassExpression:
      case N.ObjectType:
      case N.MappedType:
      case N.TupleType:
      case N.Unparsed:
        return false;
      default:
        return true;
    }
  }

  private givenSplit(child: number): number {
    if (this.kindOf(child) !== N.Binary) return FrameFlag.IfItHelps;
    return this.keepsSplit && !onOneLine(this, child) ? 0 : FrameFlag.Whole;
  }

  protected isRun(node: number): boolean {
    const kind: N = this.kindOf(node);
    return kind === N.Binary || kind === N.Sequence;
  }

  protected staysClose(node: number): boolean {
    const { tree } = this;
    switch (tree.kind(node) as N) {
      case N.Object:
      case N.Array:
      case N.Arrow:
      case N.FunctionExpression:
      case N.ClassExpression:
      case N.Conditional:
      case N.Paren:
      case N.ObjectType:
      case N.MappedType:
      case N.TupleType:
      case N.FunctionType:
      case N.Unparsed:
      case N.Assignment:
      case N.TypeAssertion:
      case N.ConditionalType:
        return true;
      case N.Template:
        // The later lines of a text stand where they stand.
        return this.spansLines(node);
      case N.Primary:
      case N.New:
      case N.TypeReference:
        return this.breakInside(node) > 0 || (this.asWritten && this.dotOnNewLine(node));
      case N.Await:
      case N.Yield:
      case N.Unary:
      case N.As:
      case N.TypeOperator:
      case N.TypePostfix: {
        const child = tree.child(node);
        return child !== NONE && this.staysClose(child);
      }
      default:
        return false;
    }
  }

  /** Whether a template has several lines, in its text or between the parts of a value in it. */
  private spansLines(template: number): boolean {
    const first = this.tree.first(template);
    const end = this.tree.end(template);
    return (
      this.tokens.has(first, TokenFlag.MultiLine)
      || this.tokens.nextWith(TokenFlag.OnNewLine | TokenFlag.MultiLine, first + 1, end) < end
    );
  }

  /** The first gap inside brackets that a node holds, or 0. */
  protected breakInside(node: number): number {
    const { tree } = this;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
      const kind: N = tree.kind(c);
      const brackets =
        kind === N.Arguments
        || kind === N.Subscript
        || kind === N.TypeArguments
        || kind === N.Array
        || kind === N.Object
        || kind === N.Paren;
      if (brackets && tree.end(c) - tree.first(c) > 2 && !this.holdsWord(c))
        return tree.first(c) + 1;
      if (kind === N.FunctionExpression) return tree.first(c) + 1;
      if (kind === N.Template) {
        if (this.spansLines(c)) return tree.first(c) + 1;
        continue;
      }
      const inner = brackets && !this.holdsWord(c) ? 0 : this.breakInside(c);
      if (inner > 0) return inner;
    }
    return 0;
  }

  protected hugGap(node: number, deep: boolean): number {
    const { tree, tokens } = this;
    switch (tree.kind(node) as N) {
      case N.Object:
      case N.Array:
      case N.ObjectType:
      case N.MappedType:
      case N.TupleType:
        return tree.end(node) - tree.first(node) > 2 ? tree.first(node) + 1 : 0;
      case N.FunctionExpression:
      case N.ClassExpression: {
        const body = tree.lastChild(node);
        return body !== NONE && tree.end(body) - tree.first(body) > 2 ? tree.first(body) + 1 : 0;
      }
      case N.Arrow: {
        const body = tree.lastChild(node);
        if (
          body === NONE
          || tree.end(body) !== tree.end(node)
          || tokens.kind(tree.first(body) - 1) !== T.Arrow
        ) return 0;
        const kind: N = tree.kind(body);
        if (kind === N.Block)
          return tree.end(body) - tree.first(body) > 2 ? tree.first(body) + 1 : 0;
        if (kind === N.JsxElement) return tree.first(body);
        if (kind === N.Paren) return tree.first(body) + 1;
        if (kind === N.Primary || kind === N.New || kind === N.Await) return this.hugOfCall(body);
        return this.hugGap(body, deep);
      }
      case N.As:
      case N.Await:
      case N.Property: {
        const child = tree.child(node);
        return child !== NONE && tree.first(child) === tree.first(node)
          ? this.hugGap(child, deep)
          : 0;
      }
      case N.JsxExpression:
        return 0;
      case N.Parameter:
      case N.Spread: {
        const child = tree.child(node);
        return child === NONE ? 0 : this.hugGap(child, deep);
      }
      default:
        return 0;
    }
  }

  /** The gap inside the last argument of a call that hugs it, or 0. */
  private hugOfCall(node: number): number {
    const { tree } = this;
    const last = tree.lastChild(node);
    if (last === NONE || tree.end(last) !== tree.end(node)) return 0;
    return tree.kind(last) === N.Arguments ? this.hugInside(last) : this.hugOfCall(last);
  }

  // Values that brackets may be put around

  /** The value of `return` or `throw`: an operator's runs of lines get brackets, so that the value stays the statement's. */
  protected returned(t: number, child: number): void {
    const kind = this.kindOf(child);
    if (kind === N.JsxElement) return void this.bracketedJsx(t, child);
    if (kind !== N.Binary && kind !== N.Sequence) {
      this.space(t, R.Keyword);
      if (child !== NONE) this.visit(child);
      return;
    }
    const { sheet, tree } = this;
    const split = this.holdsSplitRun(child) ? FrameFlag.Split : this.ownSplit(child);
    // Of several values none goes on behind the lines of another.
    const flags = FrameFlag.Parens | (kind === N.Sequence ? split || FrameFlag.Whole : split);
    const frame = sheet.open(t, tree.end(child) - 1, flags, 1);
    const last = tree.lastChild(child);
    // A call below an arrow would be the last value's, but stand as if it followed them all.
    const hug = this.kindOf(last) === N.Arrow && this.kindOf(tree.lastChild(last)) !== N.Block
      ? 0
      : this.hugGap(last, false);
    if (hug > 0) sheet.frames.setHug(frame, hug);
    this.fold(t, R.Keyword);
    // In brackets its items would be the list's own.
    if (kind === N.Sequence) this.run(child, this.sequenceRule);
    else this.visitIn(frame, child, 0, "bound");
    sheet.close();
  }
}
