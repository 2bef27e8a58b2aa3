import { DEPTH_LIMIT } from "../../../core/syntax/parser.js";
import { N, T } from "../kinds.js";
import { AtomParser } from "./atoms.js";
import { LEVEL, RANGE, RELATIONAL, SHIFT } from "./operators.js";

/** Expressions but for their atoms (ECMA-334, 12). */
export abstract class ExpressionParser extends AtomParser {
  protected expression(): void {
    this.assignment();
  }

  protected assignment(): void {
    if (this.tooDeep()) return;
    this.depth++;
    this.assignmentHere();
    this.depth--;
  }

  private assignmentHere(): void {
    const first = this.at;
    if (this.beginsQuery()) return this.query();
    if (this.lambda()) return;
    if (this.kind === T.Throw || this.kind === T.Ref) {
      this.next();
      this.assignment();
      return this.finish(N.Word, first);
    }
    this.binary(1);
    if (this.kind === T.Question) return this.conditional(first);
    if (this.kind === T.Assign || this.kind === T.Augmented) {
      this.next();
      this.value();
      this.finish(N.Assignment, first);
    } else if (this.isShiftAssignment()) {
      while (this.eat(T.Greater));
      this.next();
      this.value();
      this.finish(N.Assignment, first);
    }
  }

  /** `>>=` and `>>>=`, which the lexer splits. */
  private isShiftAssignment(): boolean {
    let t = this.at;
    while (this.kindAt(t) === T.Greater && this.touches(t)) t++;
    return t > this.at && this.kindAt(t) === T.GreaterEqual;
  }

  /** From the question mark after a condition. A chain of conditionals makes one node. */
  private conditional(first: number): void {
    while (this.eat(T.Question)) {
      this.unguarded(() => this.assignment());
      this.leftOpen(" : x");
      if (!this.expect(T.Colon)) break;
      const other = this.at;
      if (this.kind === T.Throw || this.kind === T.Ref || this.startsLambda()) {
        this.assignment();
        break;
      }
      this.binary(1);
      if (this.kind === T.Assign || this.kind === T.Augmented) {
        this.next();
        this.value();
        this.finish(N.Assignment, other);
      }
    }
    this.finish(N.Conditional, first);
  }

  // Operators

  protected shifted(): void {
    this.binary(SHIFT);
  }

  /** Operands joined by operators of at least this level; a run of one level makes one node. */
  protected binary(least: number): void {
    const first = this.at;
    if (least <= RANGE && this.kind === T.DotDot) this.rangeEnd();
    else this.unary();
    for (let wraps = 0;; wraps++) {
      if (this.depth + wraps >= DEPTH_LIMIT) return this.opaque();
      if (this.behindOperand(first)) continue;
      const level = this.level();
      if (level < least || level === 0) return;
      if (this.kind === T.Is || this.kind === T.As) {
        this.test(first);
        continue;
      }
      do {
        if (this.kind === T.DotDot) {
          this.rangeEnd();
          continue;
        }
        while (this.kind === T.Greater && this.touches(this.at) && this.isGreater(this.at + 1))
          this.next();
        this.next();
        if (this.kind === T.Throw) this.assignment();
        else if (this.startsLambda()) this.assignment();
        else this.binary(level + 1);
      } while (this.level() === level && this.kind !== T.Is && this.kind !== T.As);
      this.finish(N.Binary, first);
    }
  }

  private isGreater(t: number): boolean {
    return this.kindAt(t) === T.Greater || this.kindAt(t) === T.GreaterEqual;
  }

  /** `..` with what may stand behind it. */
  private rangeEnd(): void {
    this.next();
    if (!this.endsValue(this.at) && !this.isWord("when")) this.binary(RANGE + 1);
  }

  /** `value is pattern` and `value as type`. */
  private test(first: number): void {
    const isAs = this.kind === T.As;
    this.next();
    if (isAs) this.type(false);
    else this.pattern();
    this.finish(N.Test, first);
  }

  /** `value switch { … }` and `value with { … }`; false where neither stands here. */
  private behindOperand(first: number): boolean {
    const brace = this.kindAt(this.after(this.at)) === T.LeftBrace;
    if (this.kind === T.Switch && (brace || this.kindAt(this.after(this.at)) === T.End)) {
      this.next();
      if (this.is(T.LeftBrace)) this.arms();
      else this.lacks(" {}");
      this.finish(N.SwitchExpression, first);
      return true;
    }
    if (this.isWord("with") && brace) {
      this.next();
      this.initializer();
      this.finish(N.With, first);
      return true;
    }
    return false;
  }

  /** The level of the binary operator that stands here, or 0. */
  private level(): number {
    if (this.doubtful && this.isOutside()) return 0;
    if (this.kind === T.Greater && this.touches(this.at) && this.isGreater(this.at + 1)) {
      return this.isShiftAssignment() ? 0 : SHIFT;
    }
    return LEVEL[this.kind]!;
  }

  protected unary(): void {
    const first = this.at;
    switch (this.kind as T) {
      case T.Plus:
      case T.Minus:
      case T.Bang:
      case T.Tilde:
      case T.PlusPlus:
      case T.MinusMinus:
      case T.Ampersand:
      case T.Star:
      case T.Caret:
        this.nested(() => {
          this.next();
          this.unary();
          this.finish(N.Unary, first);
        });
        return;
      case T.LeftParen:
        if (this.isCast()) {
          this.nested(() => {
            this.next();
            this.type();
            this.expect(T.RightParen);
            if (!this.lambda()) this.unary();
            this.finish(N.Cast, first);
          });
          return;
        }
        break;
      case T.Name:
        if (this.isWord("await") && this.takesValue(this.after(this.at))) {
          this.nested(() => {
            this.next();
            this.unary();
            this.finish(N.Word, first);
          });
          return;
        }
    }
    this.postfix();
  }

  /** Whether the word before token t has a value there, and is no name itself. */
  private takesValue(t: number): boolean {
    switch (this.kindAt(t)) {
      case T.Name: return !this.endsOperand(t) || this.kindAt(this.after(t)) === T.LeftParen;
      case T.Value:
      case T.New:
      case T.LeftParen:
      case T.TypeWord:
      case T.String:
      case T.Typeof:
      case T.Default:
      case T.Checked:
      case T.End:
        return true;
      default:
        return false;
    }
  }

  /** Whether a type in brackets stands here that a value follows (ECMA-334, 12.9.7). */
  private isCast(): boolean {
    const inside = this.after(this.at);
    const end = this.typeEnd(inside);
    if (end < 0 || this.kindAt(end) !== T.RightParen) return false;
    const behind = this.after(end);
    const last = this.kindAt(this.tokens.grammarBefore(end));
    const surely = last === T.TypeWord
      || last === T.Question
      || last === T.Star
      || last === T.RightBracket;
    switch (this.kindAt(behind)) {
      case T.Name: return surely || !this.endsOperand(behind);
      case T.Tilde:
      case T.Bang:
      case T.LeftParen:
      case T.Number:
      case T.String:
      case T.TypeWord:
      case T.Value:
      case T.New:
      case T.Typeof:
      case T.Default:
      case T.Checked:
      case T.Delegate:
      case T.Stackalloc:
      case T.Unknown:
        return true;
      case T.Modifier: return this.tokens.is(behind, "static");
      case T.Plus:
      case T.Minus:
      case T.PlusPlus:
      case T.MinusMinus:
      case T.Ampersand:
      case T.Star:
      case T.LeftBracket:
      case T.DotDot:
        return surely;
      default:
        return false;
    }
  }

  // Functions

  /** Whether a function begins here that has no name. */
  protected startsLambda(): boolean {
    let t = this.at;
    while (this.isWord("async", t) || this.tokens.is(t, "static")) {
      if (this.kindAt(this.after(t)) === T.Arrow) break;
      t = this.after(t);
    }
    if (this.kindAt(t) === T.LeftBracket) {
      const behind = this.behindBracket(t);
      if (
        behind < 0
        || (this.kindAt(behind) !== T.LeftParen && t === this.at && !this.isWord("async", behind))
      )
        return false;
      t = this.isWord("async", behind) ? this.after(behind) : behind;
    }
    switch (this.kindAt(t)) {
      case T.Name:
        if (this.kindAt(this.after(t)) === T.Arrow) return !this.guards;
        break;
      case T.LeftParen: {
        const behind = this.behindBracket(t);
        if (behind >= 0 && this.kindAt(behind) === T.Arrow) return !this.guards;
        break;
      }
      case T.Delegate: {
        const kind = this.kindAt(this.after(t));
        return kind === T.LeftBrace || kind === T.LeftParen || kind === T.End;
      }
    }
    return this.hasReturnType(t);
  }

  /** `int (x) => …`: the type that a function answers stands before its parameters. */
  private hasReturnType(t: number): boolean {
    if (this.guards || this.kindAt(t) === T.LeftParen) return false;
    const end = this.typeEnd(t);
    if (end < 0 || end === t || this.kindAt(end) !== T.LeftParen) return false;
    const behind = this.behindBracket(end);
    return behind >= 0 && this.kindAt(behind) === T.Arrow;
  }

  private lambda(): boolean {
    if (!this.startsLambda()) return false;
    const first = this.at;
    while (this.kind === T.LeftBracket) this.attributes();
    while (
      (this.isWord("async") || this.tokens.is(this.at, "static"))
      && this.kindAt(this.after(this.at)) !== T.Arrow
    ) this.next();
    if (this.eat(T.Delegate)) {
      if (this.kind === T.LeftParen) this.parameters();
      if (this.kind === T.LeftBrace) this.unguarded(() => this.block());
      else this.lacks(" {}");
      this.finish(N.AnonymousMethod, first);
      return true;
    }
    if (this.kind !== T.LeftParen && this.kindAt(this.after(this.at)) !== T.Arrow) this.type();
    if (this.kind === T.LeftParen) this.parameters();
    else this.next();
    if (!this.expect(T.Arrow)) return true;
    this.unguarded(() => {
      if (this.kind === T.LeftBrace) this.block();
      else this.assignment();
    });
    this.finish(N.Lambda, first);
    return true;
  }

  // Queries

  private beginsQuery(): boolean {
    if (!this.isWord("from")) return false;
    const name = this.after(this.at);
    if (this.kindAt(name) === T.Name && this.kindAt(this.after(name)) === T.In) return true;
    const end = this.typeEnd(name);
    return end >= 0 && this.kindAt(end) === T.Name && this.kindAt(this.after(end)) === T.In;
  }

  /** One clause after another (ECMA-334, 12.22). */
  private query(): void {
    const first = this.at;
    const { inQuery } = this;
    this.inQuery = true;
    this.unguarded(() => {
      do this.clause();
      while (this.atClause());
    });
    this.inQuery = inQuery;
    this.finish(N.Query, first);
  }

  private atClause(): boolean {
    switch (this.kind === T.Name ? this.tokens.textOf(this.at) : "") {
      case "from": return this.beginsQuery();
      case "let":
      case "where":
      case "join":
      case "orderby":
      case "select":
      case "group":
        return true;
      default:
        return false;
    }
  }

  private clause(): void {
    const first = this.at;
    const word = this.tokens.textOf(first);
    this.next();
    if (word === "from" || word === "join") {
      if (this.kindAt(this.after(this.at)) !== T.In) this.type();
      this.expect(T.Name);
      this.expect(T.In);
      this.assignment();
      if (word === "join") {
        if (this.eatWord("on")) this.assignment();
        if (this.eatWord("equals")) this.assignment();
        if (this.eatWord("into")) this.expect(T.Name);
      }
    } else {
      do {
        this.assignment();
        while (this.eatWord("ascending") || this.eatWord("descending"));
      } while (word === "orderby" && this.eat(T.Comma));
      if (word === "group" && this.eatWord("by")) this.assignment();
      if (this.eatWord("into")) this.expect(T.Name);
    }
    this.finish(N.Clause, first);
  }

  // The arms of a switch

  private arms(): void {
    const first = this.at;
    this.list(T.RightBrace, () => {
      const arm = this.at;
      this.pattern();
      const { guards } = this;
      this.guards = true;
      if (this.eatWord("when")) this.assignment();
      this.guards = guards;
      if (this.eat(T.Arrow)) this.unguarded(() => this.assignment());
      else this.lacks(" => x");
      this.finish(N.Arm, arm);
    });
    this.finish(N.Arms, first);
  }

  /** Levels of operators that end a value which is tested. */
  protected relational(): void {
    this.binary(RELATIONAL + 1);
  }
}
