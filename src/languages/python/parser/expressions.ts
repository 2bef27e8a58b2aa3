import { DEPTH_LIMIT, Parser } from "../../../core/syntax/parser.js";
import { indentColumn } from "../../../core/text/width.js";
import { N, T } from "../kinds.js";
import { LOGICAL, PYTHON_TAB, lineStart } from "../lexer.js";

/** How tightly the operators between two operands bind; 0 for what is none. */
const enum Level {
  None,
  Or,
  And,
  Not,
  Compare,
  Pipe,
  Caret,
  Ampersand,
  Shift,
  Sum,
  Term,
}

const LEVEL = new Uint8Array(128);
LEVEL[T.Or] = Level.Or;
LEVEL[T.And] = Level.And;
for (
  const kind of [
    T.In,
    T.Is,
    T.Less,
    T.Greater,
    T.LessEqual,
    T.GreaterEqual,
    T.Equal,
    T.NotEqual,
    T.Not,
  ]
) LEVEL[kind] = Level.Compare;
LEVEL[T.Pipe] = Level.Pipe;
LEVEL[T.Caret] = Level.Caret;
LEVEL[T.Ampersand] = Level.Ampersand;
LEVEL[T.ShiftLeft] = LEVEL[T.ShiftRight] = Level.Shift;
LEVEL[T.Plus] = LEVEL[T.Minus] = Level.Sum;
for (const kind of [T.Star, T.At, T.Slash, T.DoubleSlash, T.Percent]) LEVEL[kind] = Level.Term;

/** Expressions (Python reference, chapter 6). Patterns are read as the expressions that they look like. */
export abstract class ExpressionParser extends Parser {
  /** Set where something that the grammar wants is not there, such as an operand. */
  protected missing = false;

  // Lines. The kind is `End` at the start of the next logical line, so that no rule runs over it.

  protected override next(): void {
    this.taken = this.at + 1;
    this.at = this.tokens.skipTrivia(this.taken);
    this.kind = this.tokens.has(this.at, LOGICAL) ? T.End : this.tokens.kind(this.at);
  }

  protected override peek(): number {
    const t = this.tokens.skipTrivia(this.at + 1);
    return this.tokens.has(t, LOGICAL) ? T.End : this.tokens.kind(t);
  }

  protected get atEnd(): boolean {
    return this.at >= this.tokens.count;
  }

  /** Enters the logical line that begins here. */
  protected enterLine(): void {
    this.kind = this.tokens.kind(this.at);
  }

  protected columnOf(token: number): number {
    const start = this.tokens.start(token);
    return indentColumn(this.tokens.text, lineStart(this.tokens.text, start), start, PYTHON_TAB);
  }

  /** Takes the rest of the logical line. */
  protected skipLine(): void {
    while (this.kind !== T.End) this.next();
  }

  // Expression lists

  /** One or several expressions, stars and `yield` allowed. */
  protected expressions(): void {
    const first = this.at;
    if (this.kind === T.Yield) return this.yieldExpression();
    this.starred();
    if (this.kind !== T.Comma) return;
    while (this.eat(T.Comma)) {
      if (!this.startsExpression()) break;
      this.starred();
    }
    this.finish(N.ExpressionList, first);
  }

  /** The targets of a `for`: as expressions, but `in` ends them. */
  protected targets(): void {
    const first = this.at;
    this.target();
    if (this.kind !== T.Comma) return;
    while (this.eat(T.Comma)) {
      if (!this.startsExpression()) break;
      this.target();
    }
    this.finish(N.ExpressionList, first);
  }

  protected target(): void {
    const first = this.at;
    if (this.eat(T.Star)) {
      this.binary(Level.Pipe);
      this.finish(N.Starred, first);
    } else {
      this.binary(Level.Pipe);
    }
  }

  protected startsExpression(): boolean {
    switch (this.kind) {
      case T.End:
      case T.Semicolon:
      case T.Colon:
      case T.Assign:
      case T.Augmented:
      case T.Comma:
      case T.In:
      case T.RightParen:
      case T.RightBracket:
      case T.RightBrace:
      case T.Unknown:
      case T.Dot:
      case T.For:
      case T.If:
        return false;
      default:
        return true;
    }
  }

  protected starred(): void {
    const first = this.at;
    if (this.kind === T.Star || this.kind === T.DoubleStar) {
      this.next();
      this.expression();
      this.finish(N.Starred, first);
    } else {
      this.expression();
    }
  }

  protected yieldExpression(): void {
    const first = this.at;
    if (this.depth >= DEPTH_LIMIT) return this.opaque();
    this.depth++;
    this.next();
    if (this.eat(T.From)) this.expression();
    else if (this.startsExpression() || this.kind === T.Star) this.expressions();
    this.finish(N.Yield, first);
    this.depth--;
  }

  // Expressions

  protected expression(): void {
    const first = this.at;
    if (this.depth >= DEPTH_LIMIT) return this.opaque();
    this.depth++;
    if (this.kind === T.Lambda) {
      this.lambda();
    } else {
      this.binary(Level.Or);
      if (this.kind === T.If) {
        this.next();
        this.binary(Level.Or);
        if (this.eat(T.Else)) this.expression();
        this.finish(N.Ternary, first);
      } else if (this.kind === T.Walrus) {
        this.next();
        this.expression();
        this.finish(N.Named, first);
      }
    }
    this.depth--;
  }

  /** Too deep: takes what is left up to a closer that was opened before, as one node. */
  protected opaque(): void {
    const first = this.at;
    let open = 0;
    while (this.kind !== T.End) {
      if (this.kind >= T.LeftParen && this.kind <= T.LeftBrace) open++;
      else if (this.kind >= T.RightParen && this.kind <= T.RightBrace && --open < 0) break;
      this.next();
    }
    this.finish(N.Unparsed, first);
  }

  protected lambda(): void {
    const first = this.at;
    this.next();
    const parameters = this.at;
    while (this.kind !== T.Colon && this.kind !== T.End) {
      this.parameter(false);
      if (!this.eat(T.Comma)) break;
    }
    this.finish(N.LambdaParameters, parameters);
    if (this.eat(T.Colon)) {
      if (this.kind === T.Yield) this.yieldExpression();
      else this.expression();
    }
    this.finish(N.Lambda, first);
  }

  /** Operands joined by operators of at least this level; a run of one level makes one node. */
  protected binary(least: Level): void {
    const first = this.at;
    this.unary(least);
    for (;;) {
      const level: Level = LEVEL[this.kind]!;
      if (level < least || level === Level.None) return;
      do {
        if (this.kind === T.Not && this.peek() !== T.In) return;
        if (this.kind === T.Not) this.next();
        const is = this.kind === T.Is;
        this.next();
        if (is) this.eat(T.Not);
        this.binary(level + 1);
      } while (LEVEL[this.kind] === level);
      this.finish(N.Binary, first);
    }
  }

  protected unary(least: Level): void {
    const first = this.at;
    switch (this.kind) {
      case T.Not:
        if (this.depth >= DEPTH_LIMIT) return this.opaque();
        this.next();
        this.depth++;
        this.binary(Math.max(least, Level.Compare));
        this.depth--;
        return this.finish(N.Not, first);
      case T.Plus:
      case T.Minus:
      case T.Tilde:
        if (this.depth >= DEPTH_LIMIT) return this.opaque();
        this.next();
        this.depth++;
        this.unary(Level.Term);
        this.depth--;
        return this.finish(N.Unary, first);
      case T.Await:
        this.next();
        this.primary();
        this.finish(N.Await, first);
        break;
      case T.Lambda:
        return this.expression();
      default:
        this.primary();
    }
    if (this.kind === T.DoubleStar) {
      if (this.depth >= DEPTH_LIMIT) return this.opaque();
      this.next();
      this.depth++;
      this.unary(Level.Term);
      this.depth--;
      this.finish(N.Power, first);
    }
  }

  protected primary(): void {
    const first = this.at;
    switch (this.kind) {
      case T.Name:
      case T.Number:
        this.next();
        break;
      case T.String:
        this.next();
        if (this.kind === T.String) {
          while (this.eat(T.String));
          this.finish(N.Strings, first);
        }
        break;
      case T.LeftParen:
      case T.LeftBracket:
      case T.LeftBrace:
        this.bracket();
        break;
      default:
        this.missing = true;
        return;
    }
    const atom = this.taken;
    for (;;) {
      if (this.eat(T.Dot)) {
        if (!this.eat(T.Name)) this.missing = true;
      } else if (this.is(T.LeftParen) || this.is(T.LeftBracket)) {
        this.trailer();
      } else {
        break;
      }
    }
    if (this.taken > atom) this.finish(N.Primary, first);
  }

  // Brackets

  protected trailer(): void {
    const first = this.at;
    const kind = this.kind === T.LeftParen ? N.Arguments : N.Subscript;
    this.finish(this.items(kind) ? kind : N.Unparsed, first);
  }

  protected bracket(): void {
    const first = this.at;
    const opener = this.kind;
    const closed = this.items(
      opener === T.LeftBrace ? N.Dict : opener === T.LeftBracket ? N.List : N.Tuple,
    );
    if (!closed) return this.finish(N.Unparsed, first);
    if (opener === T.LeftBracket) return this.finish(N.List, first);
    if (opener === T.LeftBrace)
      return this.finish(this.sawPair || this.taken === first + 2 ? N.Dict : N.Set, first);
    this.finish(this.sawComma || this.taken === first + 2 ? N.Tuple : N.Paren, first);
  }

  /** What the bracket read last held at its own level. */
  protected sawComma = false;
  protected sawPair = false;

  /** A bracket from opener to closer; false where it is never closed. */
  protected items(context: N): boolean {
    const closer = this.kind + (T.RightParen - T.LeftParen);
    if (this.depth >= DEPTH_LIMIT) {
      this.next();
      this.opaque();
      this.sawComma = this.sawPair = false;
      return this.eat(closer);
    }
    this.depth++;
    let commas = false;
    let pairs = false;
    this.next();
    while (this.kind !== closer && this.kind !== T.End) {
      const item = this.at;
      if (this.item(context)) pairs = true;
      if (this.eat(T.Comma)) {
        commas = true;
      } else if (this.kind !== closer && this.kind !== T.End) {
        this.itemJunk(item, closer);
        if (this.eat(T.Comma)) commas = true;
      }
    }
    this.depth--;
    this.sawComma = commas;
    this.sawPair = pairs;
    return this.eat(closer);
  }

  /** An item that does not end where it should: left unparsed up to the next comma or the closer. */
  protected itemJunk(first: number, closer: T): void {
    let open = 0;
    while (this.kind !== T.End) {
      if (open === 0 && (this.kind === T.Comma || this.kind === closer)) break;
      if (this.kind >= T.LeftParen && this.kind <= T.LeftBrace) open++;
      else if (this.kind >= T.RightParen && this.kind <= T.RightBrace && open > 0) open--;
      this.next();
    }
    this.finish(N.Unparsed, first);
  }

  /** One item of any bracket; true where it makes a dictionary of its braces. */
  protected item(context: N): boolean {
    const first = this.at;
    if (this.kind === T.Yield) {
      this.yieldExpression();
      return false;
    }
    if (context === N.Subscript) {
      this.slice();
      return false;
    }
    const spread = this.kind === T.DoubleStar;
    this.starred();
    let pair = spread;
    switch (this.kind) {
      case T.Assign:
        this.next();
        this.expression();
        this.finish(N.Argument, first);
        break;
      case T.As:
        this.next();
        this.target();
        this.finish(N.As, first);
        return false;
      case T.Colon:
        if (context !== N.Dict) return false;
        this.next();
        this.expression();
        this.finish(N.Pair, first);
        pair = true;
    }
    if (this.kind === T.As) {
      this.next();
      this.primary();
      this.finish(N.As, first);
    }
    if (this.kind === T.For || this.kind === T.Async) this.comprehension(first);
    return pair;
  }

  protected slice(): void {
    const first = this.at;
    if (this.kind !== T.Colon) this.starred();
    if (this.kind === T.Assign) {
      this.next();
      this.expression();
      return this.finish(N.Argument, first);
    }
    if (this.kind !== T.Colon) return;
    while (this.eat(T.Colon)) {
      if (this.kind !== T.Colon && this.kind !== T.Comma && this.kind !== T.RightBracket)
        this.expression();
    }
    this.finish(N.Slice, first);
  }

  protected comprehension(first: number): void {
    while (this.kind === T.For || this.kind === T.Async || this.kind === T.If) {
      const clause = this.at;
      if (this.eat(T.If)) {
        if (this.is(T.Lambda)) this.expression();
        else this.conditionOf();
      } else {
        this.eat(T.Async);
        this.eat(T.For);
        this.targets();
        if (this.eat(T.In)) this.binary(Level.Or);
      }
      this.finish(N.ComprehensionClause, clause);
      if (this.taken === clause) break;
    }
    this.finish(N.Comprehension, first);
  }

  /** The condition of a comprehension: no conditional expression, but a named one. */
  protected conditionOf(): void {
    const first = this.at;
    this.binary(Level.Or);
    if (this.eat(T.Walrus)) {
      this.binary(Level.Or);
      this.finish(N.Named, first);
    }
  }

  // Parameters and headers

  protected parameters(kind: N, closer: T): void {
    const first = this.at;
    this.next();
    while (this.kind !== closer && this.kind !== T.End) {
      const item = this.at;
      this.parameter(true);
      if (!this.eat(T.Comma) && !this.is(closer)) {
        this.itemJunk(item, closer);
        this.eat(T.Comma);
      }
    }
    this.finish(this.eat(closer) ? kind : N.Unparsed, first);
  }

  protected parameter(annotated: boolean): void {
    const first = this.at;
    if (this.kind === T.Slash) return this.next();
    if (this.kind === T.Star || this.kind === T.DoubleStar) this.next();
    if (this.kind === T.LeftParen) this.bracket();
    else this.eat(T.Name);
    if (annotated && this.eat(T.Colon)) this.starred();
    if (this.eat(T.Assign)) this.starred();
    if (this.taken > first + 1) this.finish(N.Parameter, first);
  }

  protected withItems(): void {
    const first = this.at;
    for (;;) {
      const item = this.at;
      this.expression();
      if (this.eat(T.As)) {
        this.target();
        this.finish(N.As, item);
      }
      if (!this.eat(T.Comma)) break;
    }
    this.finish(N.WithItems, first);
  }
}
