import { DEPTH_LIMIT, Parser } from "../../core/syntax/parser.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import type { Tree } from "../../core/syntax/tree.js";
import { indentColumn } from "../../core/text/width.js";
import { N, T } from "./kinds.js";
import { LOGICAL, PYTHON_TAB, lineStart } from "./lexer.js";

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
for (const kind of [T.In, T.Is, T.Less, T.Greater, T.LessEqual, T.GreaterEqual, T.Equal, T.NotEqual, T.Not]) LEVEL[kind] = Level.Compare;
LEVEL[T.Pipe] = Level.Pipe;
LEVEL[T.Caret] = Level.Caret;
LEVEL[T.Ampersand] = Level.Ampersand;
LEVEL[T.ShiftLeft] = LEVEL[T.ShiftRight] = Level.Shift;
LEVEL[T.Plus] = LEVEL[T.Minus] = Level.Sum;
for (const kind of [T.Star, T.At, T.Slash, T.DoubleSlash, T.Percent]) LEVEL[kind] = Level.Term;

/**
 * Parses Python 3.8 to 3.13 (reference, chapters 6 to 10), and more: patterns are read as
 * expressions, items of every bracket by one rule. What fits nowhere becomes an `Unparsed` node.
 */
export function parsePython(tokens: TokenTable): Tree {
  return new PythonParser(tokens).module();
}

class PythonParser extends Parser {
  /** Set where something that the grammar wants is not there, such as an operand. */
  private missing = false;

  module(): Tree {
    this.begin();
    this.statements(-1);
    this.tree.finish(N.Module, 0, this.tokens.count);
    return this.tree;
  }

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

  private get atEnd(): boolean {
    return this.at >= this.tokens.count;
  }

  /** Enters the logical line that begins here. */
  private enterLine(): void {
    this.kind = this.tokens.kind(this.at);
  }

  private columnOf(token: number): number {
    const start = this.tokens.start(token);
    return indentColumn(this.tokens.text, lineStart(this.tokens.text, start), start, PYTHON_TAB);
  }

  /** Takes the rest of the logical line. */
  private skipLine(): void {
    while (this.kind !== T.End) this.next();
  }

  // Blocks

  /** The statements of every following line that is deeper than `header`. */
  private statements(header: number): void {
    let own = -1;
    while (!this.atEnd) {
      const column = this.columnOf(this.at);
      if (column <= header) return;
      if (own >= 0 && column > own) {
        const first = this.at;
        this.nested(() => this.statements(own));
        this.finish(N.Stray, first);
      } else {
        own = column;
        this.line();
      }
    }
  }

  /** Runs a rule one level deeper; past the limit the rest of the line is left unparsed. */
  private nested(rule: () => void): void {
    if (this.depth >= DEPTH_LIMIT) {
      const first = this.at;
      do {
        if (this.kind === T.End) this.enterLine();
        this.skipLine();
      } while (!this.atEnd && this.columnOf(this.at) > this.columnOf(first));
      this.finish(N.Unparsed, first);
      return;
    }
    this.depth++;
    rule();
    this.depth--;
  }

  private line(): void {
    const column = this.columnOf(this.at);
    this.enterLine();
    switch (this.kind) {
      case T.At: return this.decorated(column);
      case T.Async:
        switch (this.peek()) {
          case T.Def: return this.definition(N.Function, column);
          case T.For: case T.With: return this.compound(column);
        }
        break;
      case T.Def: return this.definition(N.Function, column);
      case T.Class: return this.definition(N.Class, column);
      case T.If: case T.While: case T.For: case T.Try: case T.With:
      case T.Elif: case T.Else: case T.Except: case T.Finally:
        return this.compound(column);
      case T.Name:
        if (this.isSoftHeader()) return this.compound(column);
    }
    this.simpleLine();
  }

  /** `match …:` and `case …:` (reference, 8.6) are headers only where the whole line reads as one. */
  private isSoftHeader(): boolean {
    if (!this.tokens.is(this.at, "match") && !this.tokens.is(this.at, "case")) return false;
    let t = this.tokens.skipTrivia(this.at + 1);
    if (t >= this.tokens.count || this.tokens.has(t, LOGICAL)) return false;
    switch (this.tokens.kind(t)) {
      case T.Name: case T.Number: case T.String: case T.Minus: case T.Tilde: case T.Star: case T.Not:
      case T.LeftParen: case T.LeftBracket: case T.LeftBrace: case T.Lambda: case T.Await:
        break;
      default:
        return false;
    }
    let last = t;
    for (; t < this.tokens.count && !this.tokens.has(t, LOGICAL); t++) {
      if (!this.tokens.isTrivia(t)) last = t;
    }
    return this.tokens.kind(last) === T.Colon || this.tokens.is(this.at, "case") && this.colonAtDepthZero();
  }

  /** Whether a colon outside brackets stands on this line: `case 1: pass`. */
  private colonAtDepthZero(): boolean {
    let open = 0;
    for (let t = this.at + 1; t < this.tokens.count && !this.tokens.has(t, LOGICAL); t++) {
      const kind = this.tokens.kind(t);
      if (kind >= T.LeftParen && kind <= T.LeftBrace) open++;
      else if (kind >= T.RightParen && kind <= T.RightBrace) open--;
      else if (kind === T.Colon && open === 0) return true;
      else if (kind === T.Assign && open === 0) return false;
    }
    return false;
  }

  private simpleLine(): void {
    this.simple();
    while (this.kind !== T.End) {
      if (this.kind === T.Semicolon) {
        this.next();
        if (this.is(T.End)) return;
        this.simple();
      }
    }
  }

  private compound(column: number): void {
    const first = this.at;
    this.clause(column);
    while (!this.atEnd && this.columnOf(this.at) === column && this.continuesCompound()) {
      this.enterLine();
      this.clause(column);
    }
    this.finish(N.Compound, first);
  }

  private continuesCompound(): boolean {
    switch (this.tokens.kind(this.at)) {
      case T.Elif: case T.Else: case T.Except: case T.Finally: return true;
      default: return false;
    }
  }

  private clause(column: number): void {
    const first = this.at;
    this.missing = false;
    this.eat(T.Async);
    const keyword = this.kind;
    this.next();
    switch (keyword) {
      case T.For:
        this.targets();
        if (this.eat(T.In)) this.expressions();
        break;
      case T.With: this.withItems(); break;
      case T.Else: case T.Try: case T.Finally: break;
      default:
        if (keyword === T.Except) this.eat(T.Star);
        if (this.kind !== T.Colon) this.pattern(keyword === T.Name && this.tokens.is(first, "case"));
    }
    this.suite(first, column);
    this.finish(N.Clause, first);
  }

  /** An expression list, with the `as` after each and the guard that `case` and `except` allow. */
  private pattern(guarded: boolean): void {
    const first = this.at;
    let several = false;
    for (;;) {
      const item = this.at;
      // What follows `if` is the guard's, no conditional's.
      if (guarded) this.target();
      else this.starred();
      if (this.eat(T.As)) {
        this.primary();
        this.finish(N.As, item);
      }
      if (!this.eat(T.Comma)) break;
      several = true;
      if (!this.startsExpression()) break;
    }
    if (several) this.finish(N.ExpressionList, first);
    if (this.eat(T.If)) this.expression();
  }

  /** The colon of a header that began at token `header`, and the block that it opens. */
  private suite(header: number, column: number): void {
    if (this.kind !== T.Colon) {
      const junk = this.at;
      while (this.kind !== T.End && !(this.kind === T.Colon && this.peek() === T.End)) this.next();
      this.finish(N.Unparsed, junk);
    }
    this.eat(T.Colon);
    if (this.missing) this.finish(N.Unparsed, header);
    const first = this.taken;
    if (this.kind !== T.End) this.simpleLine();
    else this.nested(() => this.statements(column));
    this.takeComments(column);
    this.finish(N.Suite, first);
  }

  /** Comments after a block's last statement belong to it as far as they are deeper than its header. */
  private takeComments(header: number): void {
    for (let t = this.taken; t < this.at; t++) {
      if (this.tokens.kind(t) !== T.Comment) return;
      if (this.tokens.onNewLine(t) && this.columnOf(t) <= header) return;
      this.taken = t + 1;
    }
  }

  private decorated(column: number): void {
    const first = this.at;
    while (this.kind === T.At) {
      const decorator = this.at;
      this.next();
      this.missing = false;
      this.expression();
      this.junk();
      this.finish(this.missing ? N.Unparsed : N.Decorator, decorator);
      if (this.atEnd || this.columnOf(this.at) !== column) break;
      const kind = this.tokens.kind(this.at);
      if (kind !== T.At && kind !== T.Def && kind !== T.Class && kind !== T.Async) break;
      this.enterLine();
    }
    if (this.kind === T.Class) this.definition(N.Class, column);
    else if (this.kind === T.Def || this.kind === T.Async) this.definition(N.Function, column);
    this.finish(N.Decorated, first);
  }

  private definition(kind: N, column: number): void {
    const first = this.at;
    this.eat(T.Async);
    this.next();
    this.missing = !this.eat(T.Name);
    if (this.kind === T.LeftBracket) this.parameters(N.TypeParameters, T.RightBracket);
    if (this.kind === T.LeftParen) {
      if (kind === N.Class) this.bracket();
      else this.parameters(N.Parameters, T.RightParen);
    } else if (kind === N.Function) {
      this.missing = true;
    }
    if (this.eat(T.Arrow)) this.expressions();
    this.suite(first, column);
    this.finish(kind, first);
  }

  /** Whatever is left of the line, as one unparsed node. */
  private junk(): void {
    const first = this.at;
    this.skipLine();
    this.finish(N.Unparsed, first);
  }

  // Simple statements

  private simple(): void {
    const first = this.at;
    this.missing = false;
    const kind = this.simpleStatement();
    if (this.missing || (this.kind !== T.End && this.kind !== T.Semicolon)) {
      this.skipLine();
      this.finish(N.Unparsed, first);
    } else {
      this.finish(kind, first);
    }
  }

  private simpleStatement(): N {
    switch (this.kind) {
      case T.Pass: case T.Break: case T.Continue:
        this.next();
        return N.Keyword;
      case T.Return: case T.Del:
        this.next();
        if (!this.atStatementEnd()) this.expressions();
        return N.Keyword;
      case T.Raise:
        this.next();
        if (!this.atStatementEnd()) this.expressions();
        if (this.eat(T.From)) this.expression();
        return N.Keyword;
      case T.Assert:
        this.next();
        this.expression();
        if (this.eat(T.Comma)) this.expression();
        return N.Keyword;
      case T.Global: case T.Nonlocal:
        this.next();
        while (this.eat(T.Name)) if (!this.eat(T.Comma)) break;
        return N.Keyword;
      case T.Import:
        this.next();
        this.importNames(T.End);
        return N.Import;
      case T.From: return this.importFrom();
      case T.Name:
        if (this.tokens.is(this.at, "type") && this.peek() === T.Name) return this.typeAlias();
    }
    return this.expressionStatement();
  }

  private atStatementEnd(): boolean {
    return this.kind === T.End || this.kind === T.Semicolon;
  }

  private typeAlias(): N {
    this.next();
    this.next();
    if (this.kind === T.LeftBracket) this.parameters(N.TypeParameters, T.RightBracket);
    if (this.eat(T.Assign)) this.expression();
    return N.TypeAlias;
  }

  private importFrom(): N {
    this.next();
    while (this.kind === T.Dot || this.kind === T.Name) this.next();
    if (this.eat(T.Import) && !this.eat(T.Star)) {
      const names = this.at;
      const parens = this.eat(T.LeftParen);
      this.importNames(parens ? T.RightParen : T.End);
      if (parens && !this.eat(T.RightParen)) {
        this.skipLine();
        this.finish(N.Unparsed, names);
      } else {
        this.finish(N.ImportNames, names);
      }
    }
    return N.ImportFrom;
  }

  private importNames(closer: T): void {
    if (this.kind !== T.Name) this.missing = true;
    while (this.kind === T.Name) {
      const name = this.at;
      this.next();
      while (this.eat(T.Dot)) this.eat(T.Name);
      if (this.eat(T.As)) {
        this.eat(T.Name);
        this.finish(N.As, name);
      } else if (this.taken > name + 1) {
        this.finish(N.Primary, name);
      }
      if (!this.eat(T.Comma) || this.kind === closer) return;
    }
  }

  private expressionStatement(): N {
    this.expressions();
    if (this.kind === T.Augmented) {
      this.next();
      this.expressions();
      return N.Assignment;
    }
    if (this.kind === T.Colon) {
      this.next();
      this.expression();
      if (this.eat(T.Assign)) this.expressions();
      return N.Annotated;
    }
    if (this.kind !== T.Assign) return N.Expression;
    while (this.eat(T.Assign)) this.expressions();
    return N.Assignment;
  }

  // Expression lists

  /** One or several expressions, stars and `yield` allowed. */
  private expressions(): void {
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
  private targets(): void {
    const first = this.at;
    this.target();
    if (this.kind !== T.Comma) return;
    while (this.eat(T.Comma)) {
      if (!this.startsExpression()) break;
      this.target();
    }
    this.finish(N.ExpressionList, first);
  }

  private target(): void {
    const first = this.at;
    if (this.eat(T.Star)) {
      this.binary(Level.Pipe);
      this.finish(N.Starred, first);
    } else {
      this.binary(Level.Pipe);
    }
  }

  private startsExpression(): boolean {
    switch (this.kind) {
      case T.End: case T.Semicolon: case T.Colon: case T.Assign: case T.Augmented: case T.Comma: case T.In:
      case T.RightParen: case T.RightBracket: case T.RightBrace: case T.Unknown: case T.Dot: case T.For: case T.If:
        return false;
      default:
        return true;
    }
  }

  private starred(): void {
    const first = this.at;
    if (this.kind === T.Star || this.kind === T.DoubleStar) {
      this.next();
      this.expression();
      this.finish(N.Starred, first);
    } else {
      this.expression();
    }
  }

  private yieldExpression(): void {
    const first = this.at;
    this.next();
    if (this.eat(T.From)) this.expression();
    else if (this.startsExpression() || this.kind === T.Star) this.expressions();
    this.finish(N.Yield, first);
  }

  // Expressions

  private expression(): void {
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
  private opaque(): void {
    const first = this.at;
    let open = 0;
    while (this.kind !== T.End) {
      if (this.kind >= T.LeftParen && this.kind <= T.LeftBrace) open++;
      else if (this.kind >= T.RightParen && this.kind <= T.RightBrace && --open < 0) break;
      this.next();
    }
    this.finish(N.Unparsed, first);
  }

  private lambda(): void {
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
  private binary(least: Level): void {
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

  private unary(least: Level): void {
    const first = this.at;
    switch (this.kind) {
      case T.Not:
        if (this.depth >= DEPTH_LIMIT) return this.opaque();
        this.next();
        this.depth++;
        this.binary(Math.max(least, Level.Compare));
        this.depth--;
        return this.finish(N.Not, first);
      case T.Plus: case T.Minus: case T.Tilde:
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

  private primary(): void {
    const first = this.at;
    switch (this.kind) {
      case T.Name: case T.Number:
        this.next();
        break;
      case T.String:
        this.next();
        if (this.kind === T.String) {
          while (this.eat(T.String));
          this.finish(N.Strings, first);
        }
        break;
      case T.LeftParen: case T.LeftBracket: case T.LeftBrace:
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

  private trailer(): void {
    const first = this.at;
    const kind = this.kind === T.LeftParen ? N.Arguments : N.Subscript;
    this.finish(this.items(kind) ? kind : N.Unparsed, first);
  }

  private bracket(): void {
    const first = this.at;
    const opener = this.kind;
    const closed = this.items(opener === T.LeftBrace ? N.Dict : opener === T.LeftBracket ? N.List : N.Tuple);
    if (!closed) return this.finish(N.Unparsed, first);
    if (opener === T.LeftBracket) return this.finish(N.List, first);
    if (opener === T.LeftBrace) return this.finish(this.sawPair || this.taken === first + 2 ? N.Dict : N.Set, first);
    this.finish(this.sawComma || this.taken === first + 2 ? N.Tuple : N.Paren, first);
  }

  /** What the bracket read last held at its own level. */
  private sawComma = false;
  private sawPair = false;

  /** A bracket from opener to closer; false where it is never closed. */
  private items(context: N): boolean {
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
  private itemJunk(first: number, closer: T): void {
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
  private item(context: N): boolean {
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

  private slice(): void {
    const first = this.at;
    if (this.kind !== T.Colon) this.starred();
    if (this.kind === T.Assign) {
      this.next();
      this.expression();
      return this.finish(N.Argument, first);
    }
    if (this.kind !== T.Colon) return;
    while (this.eat(T.Colon)) {
      if (this.kind !== T.Colon && this.kind !== T.Comma && this.kind !== T.RightBracket) this.expression();
    }
    this.finish(N.Slice, first);
  }

  private comprehension(first: number): void {
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
  private conditionOf(): void {
    const first = this.at;
    this.binary(Level.Or);
    if (this.eat(T.Walrus)) {
      this.binary(Level.Or);
      this.finish(N.Named, first);
    }
  }

  // Parameters and headers

  private parameters(kind: N, closer: T): void {
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

  private parameter(annotated: boolean): void {
    const first = this.at;
    if (this.kind === T.Slash) return this.next();
    if (this.kind === T.Star || this.kind === T.DoubleStar) this.next();
    if (this.kind === T.LeftParen) this.bracket();
    else this.eat(T.Name);
    if (annotated && this.eat(T.Colon)) this.starred();
    if (this.eat(T.Assign)) this.starred();
    if (this.taken > first + 1) this.finish(N.Parameter, first);
  }

  private withItems(): void {
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
