import { Demand, FrameFlag } from "../../../core/layout/sheet.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import type { Rule } from "./base.js";
import { ListLayout } from "./lists.js";

/** Types, and the members of interfaces. */
export abstract class TypeLayout extends ListLayout {
  /** Lays out a type's node; false where it is none. */
  protected visitType(node: number, hang: number): boolean {
    switch (this.tree.kind(node) as N) {
      case N.Annotation:
        this.run(node, this.annotationRule);
        return true;
      case N.TypeParameter:
        this.run(node, this.wordRule);
        return true;
      case N.ConditionalType:
        this.framed(node, FrameFlag.Whole, hang, () => this.run(node, this.conditionalTypeRule, 1));
        return true;
      case N.FunctionType:
        this.run(node, this.functionTypeRule);
        return true;
      case N.Union: case N.Intersection:
        this.alternatives(node, hang);
        return true;
      case N.TypeOperator: case N.Predicate:
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
        this.run(node, this.computedRule);
        return true;
      case N.TypeParen: case N.ObjectType: case N.MappedType: case N.TupleType:
      case N.TypeArguments: case N.TypeParameters:
        this.bracket(node);
        return true;
      default:
        return false;
    }
  }

  private readonly annotationRule: Rule = (t) => this.space(t, R.Type);
  protected readonly joinRule: Rule = (t) => this.join(t, R.Type);

  /** Words and what follows them: one space, but none around dots and before commas. */
  protected readonly wordRule: Rule = (t, kind, before, child) => {
    switch (kind) {
      case T.Comma: case T.Semicolon: case T.Dot: return this.join(t, R.Comma);
      case T.Question: case T.Bang: case T.Colon: return this.join(t, R.Colon);
    }
    if (before === T.Dot || before === T.Ellipsis || before === T.At) return this.join(t, R.Member);
    const childKind = this.kindOf(child);
    if (
      childKind === N.TypeParameters || childKind === N.Annotation || childKind === N.TypeArguments
    ) return this.join(t, R.Type);
    this.space(t, R.Keyword);
  };

  private readonly itemRule: Rule = (t, kind, before) => {
    if (kind === T.Question || kind === T.Colon || before === T.Ellipsis)
      return this.join(t, R.Colon);
    this.space(t, R.Type);
  };

  private readonly conditionalTypeRule: Rule = (t, kind, before) => {
    if (kind === T.Question || kind === T.Colon) return this.fold(t, R.Operator);
    if (before === T.Question || before === T.Colon) return this.space(t, R.Operator);
    this.space(t, R.Keyword);
  };

  private readonly functionTypeRule: Rule = (t, kind, before, child) => {
    const childKind = this.kindOf(child);
    if (childKind === N.Parameters && before !== T.New) return this.join(t, R.Type);
    if (childKind === N.TypeParameters && before !== T.New) return this.join(t, R.Type);
    this.space(t, kind === T.Arrow ? R.Arrow : R.Type);
  };

  private readonly computedRule: Rule = (t, kind, before, child) => {
    if (before === T.LeftBracket || kind === T.RightBracket) return this.join(t, R.Bracket);
    if (this.kindOf(child) === N.Annotation) return this.join(t, R.Type);
    this.space(t, R.Keyword);
  };

  /** Unions and intersections: stacked where they are long. */
  private alternatives(node: number, hang: number): void {
    const { tree } = this;
    const leads =
      this.tokens.kind(tree.first(node)) === T.Pipe
      || this.tokens.kind(tree.first(node)) === T.Ampersand;
    const stacked = leads && this.writtenSplit(node) !== 0 ? FrameFlag.Split : 0;
    const frame = this.sheet.open(
      tree.first(node) + 1,
      tree.end(node) - 1,
      stacked | FrameFlag.Whole,
      hang,
    );
    const last = tree.lastChild(node);
    const hug = last !== NONE
      && tree.end(last) === tree.end(node)
      && tree.kind(node) === N.Intersection
      ? this.hugGap(last, false)
      : 0;
    if (hug > 0) this.sheet.frames.setHug(frame, hug);
    this.run(node, (t, kind, before) => {
      const operator = kind === T.Pipe || kind === T.Ampersand;
      const leading =
        (before === T.Pipe || before === T.Ampersand)
        && t === this.tokens.skipTrivia(tree.first(node) + 1);
      if (leading) this.space(t, R.Operator);
      else
        this.sheet.set(t, operator === this.breaksBefore ? Demand.Fold : Demand.Space, R.Operator);
    }, 1);
    this.sheet.close();
  }

  /** The parameters of `get name()` or `set name(value)`, or `NONE`. */
  protected accessorList(node: number): number {
    const { tree, tokens } = this;
    let word = -1;
    let key = -1;
    let child = tree.child(node);
    for (let t = tree.first(node); t < tree.end(node);) {
      const isChild = child !== NONE && t === tree.first(child);
      if (isChild && tree.kind(child) === N.Parameters)
        return word >= 0 && (tokens.is(word, "set") || tokens.is(word, "get")) ? child : NONE;
      if (isChild || !tokens.isTrivia(t)) {
        word = key;
        key = t;
      }
      t = isChild ? tree.end(child) : t + 1;
      if (isChild) child = tree.next(child);
    }
    return NONE;
  }

  /** A member of an interface or object type. */
  protected signature(node: number): void {
    this.commaless.add(this.accessorList(node));
    this.run(node, (t, kind, before, child) => {
      const childKind = this.kindOf(child);
      if (kind === T.Question || before === T.Plus || before === T.Minus || before === T.Ellipsis)
        return this.join(t, R.Type);
      if (
        childKind === N.Annotation || childKind === N.Parameters || childKind === N.TypeParameters
      ) {
        return before === T.New ? this.space(t, R.Type) : this.join(t, R.Type);
      }
      if ((kind === T.Plus || kind === T.Minus) && before === T.End) return this.join(t, R.Type);
      this.space(t, R.Keyword);
    });
  }
}
