import { Char } from "../../../core/text/characters.js";
import { N, T, isWord } from "../kinds.js";
import { DEPTH_LIMIT } from "../../../core/syntax/parser.js";
import { Reading } from "./base.js";
import { ArrowParser } from "./arrows.js";

/** How tightly the operators between two operands bind; 0 for what is none. */
const LEVEL = new Uint8Array(128);
const RELATIONAL = 8;
[
  [T.QuestionQuestion],
  [T.PipePipe],
  [T.AmpersandAmpersand],
  [T.Pipe],
  [T.Caret],
  [T.Ampersand],
  [T.Equality],
  [T.Less, T.Greater, T.LessEqual, T.GreaterEqual, T.In, T.Instanceof],
  [T.ShiftLeft, T.ShiftRight],
  [T.Plus, T.Minus],
  [T.Star, T.Slash, T.Percent],
].forEach((kinds, i) => kinds.forEach((kind) => (LEVEL[kind] = i + 1)));

/** Expressions (ECMA-262, chapter 13). Patterns are read as the values that they look like. */
export abstract class ExpressionParser extends ArrowParser {
  protected abstract classLike(kind: N, first: number): void;
  protected abstract decorators(): void;
  protected abstract objectMember(): void;

  // Sequences and assignments

  protected expression(): void {
    const first = this.at;
    this.assignment();
    if (this.kind !== T.Comma) return;
    while (this.eat(T.Comma)) this.assignment();
    this.finish(N.Sequence, first);
  }

  /** What stands in brackets of its own: nothing around it bears on it. */
  private enclosed(rule: () => void): void {
    const { noIn, inBranch } = this;
    this.noIn = false;
    this.inBranch = false;
    rule();
    this.noIn = noIn;
    this.inBranch = inBranch;
  }

  protected assignment(): void {
    if (this.tooDeep()) return;
    this.depth++;
    this.assignmentHere();
    this.depth--;
  }

  private assignmentHere(): void {
    const first = this.at;
    if (this.atYield()) return this.yieldExpression();
    this.binary(1);
    if (this.kind === T.Question) this.conditional(first);
    else this.assignmentTail(first);
  }

  /** What may follow the left side: an arrow and its body, or an assignment. */
  private assignmentTail(first: number): void {
    if (this.kind === T.Arrow) {
      if (!this.lineBefore)
        this.arrowTail(first, this.tokens.is(first, "async") && this.taken > first + 1);
    } else if (this.kind === T.Assign || this.kind === T.Augmented) {
      this.next();
      this.assignment();
      this.finish(N.Assignment, first);
    }
  }

  /** `yield` outside a generator is a name, unless a value follows on its line. */
  private atYield(): boolean {
    if (!this.isName("yield")) return false;
    if (this.inGenerator) return true;
    const after = this.peek();
    return (
      after === T.Name
      || after === T.Number
      || after === T.String
      || after === T.New
      || after === T.Function
    );
  }

  private yieldExpression(): void {
    const first = this.at;
    this.next();
    if (!this.lineBefore) {
      if (this.eat(T.Star)) this.assignment();
      else if (this.startsExpression()) this.assignment();
    }
    this.finish(N.Yield, first);
  }

  private startsExpression(): boolean {
    switch (this.kind) {
      case T.End:
      case T.RightParen:
      case T.RightBracket:
      case T.RightBrace:
      case T.Semicolon:
      case T.Comma:
      case T.Colon:
      case T.Question:
      case T.In:
      case T.Instanceof:
      case T.Assign:
      case T.Arrow:
      case T.TemplateMiddle:
      case T.TemplateTail:
        return false;
      default:
        return !this.isName("of");
    }
  }

  /** From the question mark after a condition. A chain of conditionals makes one node. */
  private conditional(first: number): void {
    let taken = false;
    while (this.kind === T.Question && !this.marksOptional()) {
      taken = true;
      this.next();
      const { noIn, inBranch } = this;
      this.noIn = false;
      this.inBranch = true;
      this.assignment();
      this.noIn = noIn;
      this.inBranch = inBranch;
      if (!this.otherwise()) break;
      const other = this.at;
      if (this.atYield()) {
        this.yieldExpression();
        break;
      }
      this.binary(1);
      if (this.kind !== T.Question) this.assignmentTail(other);
    }
    if (taken) this.finish(N.Conditional, first);
  }

  /** A question mark that no value follows marks an optional parameter. */
  private marksOptional(): boolean {
    if (!this.dialect.types) return false;
    const after = this.peek();
    return after === T.Comma || after === T.RightParen || after === T.Colon || after === T.Assign;
  }

  // Operators

  /** Operands joined by operators of at least this level; a run of one level makes one node. */
  private binary(least: number): void {
    const first = this.at;
    this.unary();
    for (let wraps = 0;; wraps++) {
      if (this.depth + wraps >= DEPTH_LIMIT) return this.opaque();
      if (least <= RELATIONAL && this.atAs()) {
        do {
          this.next();
          if (!this.eat(T.Const)) this.type();
        } while (this.atAs());
        this.finish(N.As, first);
        continue;
      }
      const level = this.level();
      if (level < least || level === 0) return;
      do {
        this.next();
        this.binary(level + 1);
      } while (this.level() === level);
      this.finish(N.Binary, first);
    }
  }

  private atAs(): boolean {
    return (
      this.kind === T.Name
      && this.dialect.types
      && !this.lineBefore
      && (this.isName("as") || this.isName("satisfies"))
    );
  }

  /** The level of the binary operator that stands here, or 0. */
  private level(): number {
    if (this.doubtful && this.isOutside()) return 0;
    if (this.kind === T.Greater) this.reread(this.lexer.asGreater);
    return this.kind === T.In && this.noIn ? 0 : LEVEL[this.kind]!;
  }

  private unary(): void {
    const first = this.at;
    switch (this.kind) {
      case T.Plus:
      case T.Minus:
      case T.Bang:
      case T.Tilde:
      case T.PlusPlus:
      case T.MinusMinus:
      case T.Typeof:
      case T.Void:
      case T.Delete:
        this.nested(() => {
          this.next();
          this.unary();
          this.finish(N.Unary, first);
        });
        break;
      case T.Less:
        if (!this.dialect.jsx && this.typedValue()) break;
        this.postfix();
        break;
      case T.Name:
        if (this.isName("await") && this.awaits()) {
          this.nested(() => {
            this.next();
            this.unary();
            this.finish(N.Await, first);
          });
          break;
        }
        this.postfix();
        break;
      default:
        this.postfix();
    }
    if (this.kind === T.StarStar) {
      this.nested(() => {
        this.next();
        this.unary();
        this.finish(N.Binary, first);
      });
    }
  }

  /** `await` is an operator in asynchronous functions and at the top; elsewhere it may be a name. */
  private awaits(): boolean {
    if (this.inAsync) return true;
    switch (this.peek()) {
      case T.Name:
      case T.Number:
      case T.String:
      case T.New:
      case T.Function:
      case T.Import:
      case T.Class:
      case T.Template:
        return true;
      case T.LeftParen:
      case T.LeftBracket:
      case T.TemplateHead:
      case T.LeftBrace:
      case T.Regex:
      case T.Slash:
      case T.Plus:
      case T.Minus:
      case T.PlusPlus:
      case T.MinusMinus:
      case T.Bang:
      case T.Tilde:
      case T.Typeof:
      case T.Void:
      case T.Delete:
      case T.Less:
      case T.At:
        return !this.inFunction;
      default:
        return false;
    }
  }

  /** `<T>value`, or a generic arrow function; false where it is neither. */
  private typedValue(): boolean {
    const first = this.at;
    if (this.genericArrow()) return true;
    return this.attempt(() => {
      this.nested(() => {
        this.typeArguments();
        this.unary();
      });
      this.finish(N.TypeAssertion, first);
      return true;
    }, Reading.TypeAssertion);
  }

  private postfix(): void {
    const first = this.at;
    this.primary();
    if ((this.kind === T.PlusPlus || this.kind === T.MinusMinus) && !this.lineBefore) {
      this.next();
      this.finish(N.Postfix, first);
    }
  }

  // Atoms and what follows them

  /** An atom with its dots, calls and subscripts: a superclass, a decorator, an operand. */
  protected primary(): void {
    const first = this.at;
    if (this.atom()) this.links(first, true);
  }

  /** An array or object alone, as a pattern is. */
  protected pattern(): void {
    this.atom();
  }

  /** Dots, calls and subscripts after an atom. */
  private links(first: number, calls: boolean): void {
    const atom = this.taken;
    for (;;) {
      switch (this.kind) {
        case T.Dot:
          this.next();
          if (!this.eatMember()) this.missing = true;
          continue;
        case T.QuestionDot:
          if (!calls) break;
          this.next();
          if (
            !this.eatMember()
            && !this.is(T.LeftParen)
            && !this.is(T.LeftBracket)
            && !this.atLess()
          ) this.missing = true;
          continue;
        case T.LeftBracket:
          this.subscript();
          continue;
        case T.LeftParen:
          if (!calls) break;
          this.arguments();
          if (
            this.is(T.Colon)
            && this.taken > atom
            && this.tokens.is(first, "async")
            && this.typedArrow(true, first)
          ) return;
          continue;
        case T.Template:
        case T.TemplateHead:
          this.template(false);
          continue;
        case T.Bang:
          if (!this.dialect.types || this.lineBefore) break;
          this.next();
          continue;
        case T.Less:
        case T.ShiftLeft:
          if (this.dialect.types && this.callTypes()) continue;
      }
      break;
    }
    const asyncParameters =
      this.kind === T.Arrow && this.tree.kind(this.tree.last) === N.Parameters;
    if (this.taken > atom && !asyncParameters) this.finish(N.Primary, first);
  }

  /** Types for a call: `f<T>(x)`. What may follow them is as the compiler has it. */
  private callTypes(): boolean {
    const left = this.closers.length;
    const { junked } = this;
    let isCut = false;
    const isCall = this.attempt(() => {
      this.atLess();
      const opener = this.at;
      this.typeArguments();
      // What ends with the text amid types that stand close may yet become a call.
      const open =
        this.kind === T.End && !this.hasGivenUp() && this.closers.length > left + 1;
      isCut = open && this.junked === junked && this.standsClose(opener);
      if (isCut) {
        this.missing = false;
        return true;
      }
      switch (this.kind) {
        case T.LeftParen:
        case T.Template:
        case T.TemplateHead: return true;
        case T.Less:
        case T.Greater:
        case T.Plus:
        case T.Minus: return false;
        default:
          return (
            this.lineBefore
            || this.isBinary()
            || !this.startsExpression()
            || this.kind === T.Dot
            || this.kind === T.QuestionDot
          );
      }
    }, Reading.CallTypes);
    if (isCall && isCut) this.missing = true;
    return isCall;
  }

  private isBinary(): boolean {
    return (
      LEVEL[this.kind]! > 0
      || this.kind === T.StarStar
      || this.isName("as")
      || this.isName("satisfies")
    );
  }

  private subscript(): void {
    const first = this.at;
    const opener = this.open();
    this.enclosed(() => this.expression());
    this.close(T.RightBracket, opener);
    this.finish(N.Subscript, first);
  }

  protected arguments(): void {
    const first = this.at;
    this.bracketed(T.RightParen, this.parenItem);
    // `async (…) =>`: what looked like a call holds the parameters of a function.
    const parameters = this.kind === T.Arrow && !this.lineBefore;
    this.finish(parameters ? N.Parameters : N.Arguments, first);
  }

  /** Takes one atom; false where a whole function was taken, or nothing. */
  private atom(): boolean {
    const first = this.at;
    if (this.lacksOperand()) return false;
    switch (this.kind) {
      case T.Name:
        if (this.isName("async") && this.asyncFunction())
          return this.tree.kind(this.tree.last) !== N.Arrow;
        this.next();
        return true;
      case T.Number:
      case T.String:
      case T.Regex:
        this.next();
        return true;
      case T.PrivateName:
        // `#x in object`
        this.next();
        return true;
      case T.Slash:
      case T.Augmented:
        if (this.tokens.text.charCodeAt(this.tokens.start(first)) !== Char.Slash) break;
        this.reread(this.lexer.asRegex);
        this.next();
        return true;
      case T.Template:
      case T.TemplateHead:
        this.template(false);
        return true;
      case T.LeftParen: return this.paren();
      case T.LeftBracket:
        this.bracketed(T.RightBracket, this.oneElement);
        this.finish(N.Array, first);
        return true;
      case T.LeftBrace:
        this.bracketed(T.RightBrace, this.objectMember);
        this.finish(N.Object, first);
        return true;
      case T.Function:
        this.functionExpression(first, false);
        return true;
      case T.Class:
        this.classLike(N.ClassExpression, first);
        return true;
      case T.At:
        this.decorators();
        this.classLike(N.ClassExpression, first);
        return true;
      case T.New: return this.newExpression();
      case T.Import:
        this.next();
        if (this.eat(T.Dot)) {
          this.eatWord();
          this.finish(N.ImportMeta, first);
        } else if (!this.is(T.LeftParen)) {
          this.missing = true;
        }
        return true;
      case T.Less:
      case T.ShiftLeft:
        if (this.dialect.jsx && this.kind === T.Less) {
          if (this.dialect.types && this.genericArrow()) return false;
          this.jsxElement(false);
          return true;
        }
    }
    this.missing = true;
    return false;
  }

  /** The name behind a dot, but for a word below it that begins the next statement. */
  private eatMember(): boolean {
    return (
      !this.beginsStatement() && !this.isCutOff() && (this.eatWord() || this.eat(T.PrivateName))
    );
  }

  private oneElement(): void {
    const first = this.at;
    const spread = this.eat(T.Ellipsis);
    this.assignment();
    if (spread) this.finish(N.Spread, first);
  }

  /** A value in brackets, or the parameters of an arrow function; false for a whole function. */
  private paren(): boolean {
    const first = this.at;
    this.bracketed(T.RightParen, this.parenItem);
    if (this.kind === T.Arrow && !this.lineBefore) {
      this.finish(N.Parameters, first);
      return false;
    }
    this.finish(N.Paren, first);
    return !(this.kind === T.Colon && this.typedArrow(false, first));
  }

  /** An item in brackets: an argument, or a parameter with what belongs to it. */
  protected parenItem(): void {
    const first = this.at;
    if (this.kind === T.At) this.decorators();
    const rest = this.eat(T.Ellipsis);
    this.assignment();
    if (this.dialect.types && (this.kind === T.Question || this.kind === T.Colon)) {
      this.eat(T.Question);
      this.annotation();
      if (this.eat(T.Assign)) this.assignment();
      this.finish(N.Parameter, first);
    } else if (rest) {
      this.finish(N.Spread, first);
    }
  }

  private newExpression(): boolean {
    const first = this.at;
    this.next();
    if (this.eat(T.Dot)) {
      this.eatWord();
      this.finish(N.ImportMeta, first);
      return true;
    }
    const callee = this.at;
    if (this.kind === T.New) this.nested(() => this.newExpression());
    else if (this.atom()) this.links(callee, false);
    if (this.kind === T.LeftParen) this.arguments();
    this.finish(N.New, first);
    return true;
  }

  /** A template with its substitutions, which are expressions, or types. */
  protected template(type: boolean): void {
    const first = this.at;
    if (this.kind === T.Template) {
      this.next();
      return this.finish(N.Template, first);
    }
    this.next();
    for (;;) {
      if (type) this.type();
      else this.enclosed(() => this.expression());
      if (!this.is(T.TemplateMiddle) && !this.is(T.TemplateTail)) {
        this.leftOpen("}`");
        this.mismatches++;
        this.missing = true;
        break;
      }
      const tail = this.is(T.TemplateTail);
      this.next();
      if (tail) break;
    }
    this.finish(N.Template, first);
  }

  protected isWordOrKey(): boolean {
    return (
      isWord(this.kind)
      || this.kind === T.String
      || this.kind === T.Number
      || this.kind === T.PrivateName
    );
  }
}
