import { Demand, FrameFlag, Mark, ROOT } from "../../../core/layout/sheet.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import type { Rule } from "./base.js";
import { ListLayout } from "./lists.js";

/** What begins brackets, those of type arguments among them. */
const OPENERS: ReadonlySet<number> = new Set([
  T.LeftParen,
  T.LeftBracket,
  T.LeftBrace,
  T.Less,
]);

/** Types, and the members of interfaces. */
export abstract class TypeLayout extends ListLayout {
  /** Lays out a type's node; false where it is none. */
  protected visitType(node: number, hang: number): boolean {
    switch (this.tree.kind(node) as N) {
      case N.Annotation:
        this.run(node, this.annotationRule);
        return true;
      case N.TypeParameter:
        this.run(node, this.parameterRule(node));
        return true;
      case N.ConditionalType:
        this.framed(
          node,
          this.ownSplit(node),
          hang,
          () => this.run(node, this.conditionalTypeRule, 1),
        );
        return true;
      case N.FunctionType:
        this.run(node, this.functionTypeRule);
        return true;
      case N.Union:
      case N.Intersection:
        this.alternativesWithin(node, hang);
        return true;
      case N.TypeOperator:
      case N.Predicate:
        this.run(node, this.wordRule);
        return true;
      case N.TypePostfix:
        this.run(node, this.joinRule);
        return true;
      case N.TypeReference:
        this.run(node, this.joinRule);
        return true;
      case N.TupleItem:
        this.run(node, this.itemRule);
        return true;
      case N.Signature:
        this.signature(node);
        return true;
      case N.Computed:
        this.computed(node);
        return true;
      case N.TypeParen:
      case N.ObjectType:
      case N.MappedType:
      case N.TupleType:
      case N.TypeArguments:
      case N.TypeParameters:
        this.bracket(node);
        return true;
      default:
        return false;
    }
  }

  private annotationRule(t: number, _kind: T, _before: T, child: number): void | true {
    return this.typeAfter(t, child, R.Type);
  }

  protected joinRule(t: number): void {
    this.join(t, R.Type);
  }

  /** Words and what follows them: one space, but none around dots and before commas. */
  protected wordRule(t: number, kind: T, before: T, child: number): void | true {
    switch (kind) {
      case T.Comma:
      case T.Semicolon:
      case T.Dot: return this.join(t, R.Comma);
      case T.Question:
      case T.Bang:
      case T.Colon: return this.join(t, R.Colon);
    }
    if (before === T.Dot || before === T.Ellipsis || before === T.At) return this.join(t, R.Member);
    const childKind = this.kindOf(child);
    if (
      childKind === N.TypeParameters || childKind === N.Annotation || childKind === N.TypeArguments
    ) return this.join(t, R.Type);
    return this.typeAfter(t, child, R.Keyword);
  }

  /** A type that stands for what is left out goes below its name before it splits. */
  private parameterRule(node: number): Rule {
    return (t, kind, before, child) => {
      if (before !== T.Assign || this.kindOf(child) !== N.TypeReference)
        return this.wordRule(t, kind, before, child);
      const { sheet, tree } = this;
      const flags = this.keptBelow(t, child) ? FrameFlag.Split : FrameFlag.IfItHelps;
      sheet.open(t, tree.end(node) - 1, flags, 1);
      this.fold(t, R.Operator);
      this.visit(child);
      sheet.close();
      return true;
    };
  }

  private itemRule(t: number, kind: T, before: T): void {
    if (kind === T.Question || kind === T.Colon || before === T.Ellipsis)
      return this.join(t, R.Colon);
    this.space(t, R.Type);
  }

  private conditionalTypeRule(t: number, kind: T, before: T, child: number): void | true {
    if (kind === T.Question || kind === T.Colon) return this.fold(t, R.Operator);
    if (before === T.Question || before === T.Colon) return this.branch(t, child);
    if (before === T.Extends && this.isAlternatives(child)) return this.stacked(t, child, R.Type);
    this.space(t, R.Keyword);
  }

  /** A branch of a conditional; behind a comment it goes one step in. */
  protected branch(t: number, child: number): void | true {
    const { sheet, tree } = this;
    if (!this.remarkBefore(t)) {
      // Alternatives in a branch split only where the conditional does.
      if (this.isAlternatives(child)) sheet.frames.bound.set(sheet.frames.count, sheet.innermost);
      return this.typeAfter(t, child, R.Operator) ?? this.behindSign(child);
    }
    sheet.open(t, child === NONE ? t : tree.end(child) - 1, 0, 1);
    this.fold(t, R.Operator);
    if (child !== NONE) this.visit(child);
    sheet.close();
    return true;
  }

  private functionTypeRule(t: number, kind: T, before: T, child: number): void | true {
    const childKind = this.kindOf(child);
    if (childKind === N.Parameters && before !== T.New) return this.join(t, R.Type);
    if (childKind === N.TypeParameters && before !== T.New) return this.join(t, R.Type);
    if (before === T.Arrow) return this.typeAfter(t, child, R.Type);
    this.space(t, kind === T.Arrow ? R.Arrow : R.Type);
  }

  /** A key in brackets, which has lines of its own where the author gave it such. */
  private computed(node: number): void {
    const { tree, sheet } = this;
    const split = this.writtenSplit(node);
    if (split === 0) return this.run(node, this.computedRule);
    const closer = tree.end(node) - 1;
    sheet.open(tree.first(node) + 1, closer, FrameFlag.Bracket | split, 1);
    this.run(node, (t, kind, before, child) => {
      if (before !== T.LeftBracket && t !== closer)
        return this.computedRule(t, kind, before, child);
      sheet.set(t, Demand.Seam, R.Bracket);
    });
    sheet.mark(closer, Mark.Dedent);
    sheet.close();
  }

  private computedRule(t: number, kind: T, before: T, child: number): void {
    if (before === T.LeftBracket || kind === T.RightBracket) return this.join(t, R.Bracket);
    if (this.kindOf(child) === N.Annotation) return this.join(t, R.Type);
    this.space(t, R.Keyword);
  }

  // Unions and intersections

  protected isAlternatives(node: number): boolean {
    const kind = this.kindOf(node);
    if (kind !== N.Union && kind !== N.Intersection) return false;
    return this.operandCount(node) > 1;
  }

  protected isLed(node: number): boolean {
    return this.isAlternatives(node) && this.isSign(this.tree.first(node));
  }

  private operandCount(node: number): number {
    const { tree, tokens } = this;
    let count = 0;
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      const isChild = child !== NONE;
      if (isChild || !(tokens.isTrivia(t) || this.isSign(t))) count++;
    }
    return count;
  }

  private isSign(t: number): boolean {
    const kind: T = this.tokens.kind(t);
    return kind === T.Pipe || kind === T.Ampersand;
  }

  /** A type behind what it belongs to, from gap t on. */
  protected typeAfter(t: number, child: number, rule: R): void | true {
    if (this.isAlternatives(child)) return this.stacked(t, child, rule);
    this.space(t, rule);
  }

  /**
   * Alternatives on one line, or each on a line of its own behind its sign, the first one too:
   *
   *     berth:
   *       | "north"
   *       | "south"
   */
  protected stacked(t: number, node: number, rule: R): true {
    const { tree, sheet, tokens } = this;
    const first = tree.first(node);
    const led = this.keepsSplit && this.isSign(first) && tokens.onNewLine(first);
    const flags = led ? FrameFlag.Split : this.ownSplit(node);
    const frame = sheet.open(t, tree.end(node) - 1, flags, 1);
    this.fold(t, rule);
    const hug = this.hugOfLast(node);
    if (hug > 0) sheet.frames.setHug(frame, hug);
    this.alternatives(t, node);
    sheet.close();
    return true;
  }

  /** The same in the frame of brackets that hold nothing else. */
  protected stackedIn(frame: number, t: number, node: number): void {
    if (this.hugsAsWritten(node)) return this.run(node, (at) => this.space(at, R.Operator), 0);
    this.sheet.frames.setFlag(frame, this.ownSplit(node));
    this.alternatives(t, node);
  }

  /**
   * Whether the author has a short intersection hug its object. Short is told without the depth at which it stands, and
   * without white space, which may be another afterwards.
   */
  private hugsAsWritten(node: number): boolean {
    const { tokens, tree } = this;
    const hug = this.hugOfLast(node);
    if (!this.keepsSplit || hug === 0 || !tokens.onNewLine(hug) || this.isLed(node)) return false;
    let width = 0;
    for (let t = tree.first(node); t < hug; t++) width += tokens.end(t) - tokens.start(t);
    return this.ownSplit(node) === 0 && width * 2 < this.style.maxLineLength;
  }

  /** The gap inside an intersection's last operand that hugs what stands before it, or 0. */
  private hugOfLast(node: number): number {
    const { tree } = this;
    const last = tree.lastChild(node);
    const ends = last !== NONE && tree.end(last) === tree.end(node);
    return ends && tree.kind(node) === N.Intersection ? this.hugGap(last, false) : 0;
  }

  /** The folds of alternatives in the frame that is open, which gap t begins. */
  private alternatives(t: number, node: number): void {
    const { tree, sheet, tokens } = this;
    const first = tree.first(node);
    const second = tokens.skipTrivia(first + 1);
    // The sign may be that of alternatives within the first.
    const child = tree.child(node);
    const leads = this.isSign(first) && (child === NONE || tree.first(child) > first);
    if (leads) {
      sheet.mark(first, Mark.RemovedFlat);
    } else {
      sheet.lead(t, tree.kind(node) === N.Union ? "|" : "&");
    }
    this.run(node, (at, _, __, type) => {
      if (leads && at === second) sheet.set(at, Demand.Pad, R.Operator);
      else if (this.isSign(at)) return this.fold(at, R.Operator);
      else this.space(at, R.Operator);
      return this.behindSign(type);
    }, 1);
  }

  /**
   * What stands behind a sign that begins a line. Its lines go a step deeper where the author has its closer deeper
   * than the sign:
   *
   *     ? {
   *         deck: 1,
   *       }
   */
  private behindSign(child: number): true | void {
    if (child === NONE || !this.closesDeeper(child)) return;
    const { frames, innermost } = this.sheet;
    const first = frames.count;
    this.visit(child);
    for (let f = first; f < frames.count; f++)
      if (frames.inset.get(f) === ROOT) frames.inset.set(f, innermost);
    return true;
  }

  /** Whether the brackets in which the first line behind a sign ends close in a column behind the sign's. */
  private closesDeeper(child: number): boolean {
    const { tree, tokens } = this;
    const end = tree.end(child);
    const sign = tokens.grammarBefore(tree.first(child));
    if (!this.keepsSplit || !tokens.onNewLine(sign)) return false;
    // Its first line comes to end before a dot.
    if (tree.kind(child) === N.Primary && this.splitsAtDots(child)) return false;
    const below = tokens.nextWith(TokenFlag.OnNewLine, tree.first(child) + 1, end);
    const ownLine = this.style.bracePlacement === "own-line";
    let closer = -1;
    for (let node = child; below < end && node !== NONE; node = tree.childAt(node, below)) {
      const first = tree.first(node);
      if (first >= below || (ownLine && tree.kind(node) === N.Block)) break;
      if (OPENERS.has(tokens.kind(first)) && this.isInside(node)) closer = tree.end(node) - 1;
    }
    return closer > 0 && tokens.onNewLine(closer) && this.columnOf(closer) > this.columnOf(sign);
  }

  /** Whether all that a node holds stands between its first token and its last. */
  private isInside(node: number): boolean {
    const { tree } = this;
    const child = tree.child(node);
    if (child === NONE) return true;
    return tree.first(child) > tree.first(node) && tree.end(tree.lastChild(node)) < tree.end(node);
  }

  /** Alternatives within other alternatives, or one alone behind its sign. */
  private alternativesWithin(node: number, hang: number): void {
    this.framed(node, this.ownSplit(node), hang, () => this.run(node, (t) => {
      if (this.isSign(t)) return this.fold(t, R.Operator);
      this.space(t, R.Operator);
    }, 1));
  }

  /** The parameters of `get name()` or `set name(value)`, or `NONE`. */
  protected accessorList(node: number): number {
    const { tree, tokens } = this;
    let word = -1;
    let key = -1;
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      const isChild = child !== NONE;
      if (isChild && tree.kind(child) === N.Parameters)
        return word >= 0 && (tokens.is(word, "set") || tokens.is(word, "get")) ? child : NONE;
      if (isChild || !tokens.isTrivia(t)) {
        word = key;
        key = t;
      }
    }
    return NONE;
  }

  /** The gap between a name and what stands in brackets behind it. */
  protected parameterGap(t: number, list: number, rule: R): void {
    const { tokens, style: { parameterGap } } = this;
    const apart = parameterGap === "as-written"
      ? tokens.isApart(t) && !tokens.onNewLine(t)
      : parameterGap === "blank";
    const isTyped = this.kindOf(list) === N.TypeParameters || tokens.is(t - 1, ">");
    if (apart && !isTyped) this.space(t, rule);
    else this.join(t, rule);
  }

  /** A member of an interface or object type. */
  protected signature(node: number): void {
    this.commaless.add(this.accessorList(node));
    this.run(node, (t, kind, before, child) => {
      const childKind = this.kindOf(child);
      if (kind === T.Question || before === T.Plus || before === T.Minus || before === T.Ellipsis)
        return this.join(t, R.Type);
      if (childKind === N.Annotation) return this.join(t, R.Type);
      if (childKind === N.Parameters || childKind === N.TypeParameters)
        return before === T.New ? this.space(t, R.Type) : this.parameterGap(t, child, R.Type);
      if ((kind === T.Plus || kind === T.Minus) && before === T.End) return this.join(t, R.Type);
      this.space(t, R.Keyword);
    });
  }
}
