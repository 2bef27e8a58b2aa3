import { N, T } from "../kinds.js";
import { CsharpBase } from "./base.js";

/** What values are tested by (ECMA-334, 11). */
export abstract class PatternParser extends CsharpBase {
  /** Operands of shifts and what binds tighter. */
  protected abstract shifted(): void;

  /** Patterns joined by `and` and `or`; a run makes one node. */
  protected pattern(): void {
    if (this.tooDeep()) return;
    this.depth++;
    const first = this.at;
    this.negated();
    if (this.isWord("and") || this.isWord("or")) {
      while (this.eatWord("and") || this.eatWord("or")) this.negated();
      this.finish(N.Patterns, first);
    }
    this.depth--;
  }

  private negated(): void {
    const first = this.at;
    if (this.isWord("not") && !this.endsValue(this.after(this.at))) {
      this.next();
      this.nested(() => this.negated());
      return this.finish(N.Pattern, first);
    }
    this.single();
  }

  private single(): void {
    const first = this.at;
    switch (this.kind as T) {
      case T.Less:
      case T.Greater:
      case T.LessEqual:
      case T.GreaterEqual:
      case T.Equality:
        this.next();
        this.shifted();
        return this.finish(N.Pattern, first);
      case T.DotDot:
        this.next();
        if (!this.endsValue(this.at) || this.kind === T.LeftBrace)
          this.nested(() => this.negated());
        return this.finish(N.Pattern, first);
      case T.LeftBrace:
      case T.LeftBracket:
        this.parts(first);
        return;
      case T.LeftParen:
        if (this.isCastOrValue()) return this.shifted();
        this.parts(first);
        return;
      default: {
        // `var (a, b)`
        const end = this.isWord("var") && this.kindAt(this.after(this.at)) === T.LeftParen
          ? this.after(this.at)
          : this.typeEnd(this.at, false);
        if (end < 0) return this.shifted();
        const kind = this.kindAt(end);
        const isType =
          kind === T.LeftBrace
          || kind === T.LeftParen
          || (kind === T.Name && !this.endsOperand(end))
          || this.endsPattern(end);
        if (!isType) return this.shifted();
        this.takeType(end);
        this.parts(first);
      }
    }
  }

  /** `(…)`, `[…]`, `{…}` and the name that is given, each where it is there. */
  private parts(first: number): void {
    const part = (closer: T, kind: N): void => {
      const list = this.at;
      this.list(closer, () => this.subpattern());
      this.finish(kind, list);
    };
    if (this.kind === T.LeftParen) part(T.RightParen, N.Positions);
    else if (this.kind === T.LeftBracket) part(T.RightBracket, N.Positions);
    if (this.kind === T.LeftBrace) part(T.RightBrace, N.Properties);
    if (this.kind === T.Name && !this.endsOperand(this.at)) this.next();
    if (this.taken > first) this.finish(N.Pattern, first);
  }

  /** `Name.Other: pattern`, or a pattern. */
  private subpattern(): void {
    const first = this.at;
    let end = this.at;
    if (this.kind === T.Name)
      do end = this.after(end);
      while (this.kindAt(end) === T.Dot && (end = this.after(end)) > 0);
    if (end === this.at || this.kindAt(end) !== T.Colon) return this.pattern();
    while (this.kind !== T.Colon) this.next();
    this.next();
    this.pattern();
    this.finish(N.Member, first);
  }

  /** Whether a bracket that stands here holds a value, as in `(1 + 2)` and `(int)x`, rather than patterns. */
  private isCastOrValue(): boolean {
    const behind = this.behindBracket(this.at);
    return behind >= 0 && (
      this.kindAt(behind) === T.Number
      || this.kindAt(behind) === T.String
      || (this.kindAt(behind) === T.Name
        && this.typeEnd(this.after(this.at)) + 1 === behind
        && !this.endsOperand(behind)
        && this.kindAt(this.after(behind)) === T.Dot)
    );
  }

  /** Whether a pattern may end before token t. */
  private endsPattern(t: number): boolean {
    const kind = this.kindAt(t);
    if (kind === T.Name) return this.endsOperand(t);
    return this.endsValue(t) || kind === T.Pipe || kind === T.Ampersand || kind === T.Caret;
  }
}
