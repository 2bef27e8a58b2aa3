import { DEPTH_LIMIT } from "../../../core/syntax/parser.js";
import type { TokenTable } from "../../../core/syntax/tokens.js";
import type { Tree } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { LOGICAL } from "../lexer.js";
import { ExpressionParser } from "./expressions.js";

/**
 * Parses Python 3.8 to 3.13 (reference, chapters 6 to 10), and more: patterns are read as
 * expressions, items of every bracket by one rule. What fits nowhere becomes an `Unparsed` node.
 */
export function parsePython(tokens: TokenTable): Tree {
  return new PythonParser(tokens).module();
}

/** Blocks and statements (Python reference, chapters 7 and 8). */
class PythonParser extends ExpressionParser {
  module(): Tree {
    this.begin();
    this.statements(-1);
    this.tree.finish(N.Module, 0, this.tokens.count);
    return this.tree;
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
          case T.For:
          case T.With: return this.compound(column);
        }
        break;
      case T.Def: return this.definition(N.Function, column);
      case T.Class: return this.definition(N.Class, column);
      case T.If:
      case T.While:
      case T.For:
      case T.Try:
      case T.With:
      case T.Elif:
      case T.Else:
      case T.Except:
      case T.Finally:
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
      case T.Name:
      case T.Number:
      case T.String:
      case T.Minus:
      case T.Tilde:
      case T.Star:
      case T.Not:
      case T.LeftParen:
      case T.LeftBracket:
      case T.LeftBrace:
      case T.Lambda:
      case T.Await:
        break;
      default:
        return false;
    }
    let last = t;
    for (; t < this.tokens.count && !this.tokens.has(t, LOGICAL); t++) {
      if (!this.tokens.isTrivia(t)) last = t;
    }
    return (
      this.tokens.kind(last) === T.Colon
      || this.tokens.is(this.at, "case") && this.colonAtDepthZero()
    );
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
      case T.Elif:
      case T.Else:
      case T.Except:
      case T.Finally: return true;
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
      case T.With:
        this.withItems();
        break;
      case T.Else:
      case T.Try:
      case T.Finally: break;
      default:
        if (keyword === T.Except) this.eat(T.Star);
        if (this.kind !== T.Colon)
          this.pattern(keyword === T.Name && this.tokens.is(first, "case"));
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
      case T.Pass:
      case T.Break:
      case T.Continue:
        this.next();
        return N.Keyword;
      case T.Return:
      case T.Del:
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
      case T.Global:
      case T.Nonlocal:
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
}
