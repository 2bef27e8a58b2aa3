import { N, T, isWord } from "../kinds.js";
import { ExpressionParser } from "./expressions.js";

/** Functions, classes, and the members of objects and classes (ECMA-262, chapter 15; TypeScript's additions). */
export abstract class MemberParser extends ExpressionParser {
  // Functions

  protected functionExpression(first: number, isAsync: boolean): void {
    this.functionRest(isAsync);
    this.finish(N.FunctionExpression, first);
  }

  /** From `function` to the end of the body; false where there is only a signature. */
  protected functionRest(isAsync: boolean): boolean {
    this.next();
    const generator = this.eat(T.Star);
    this.eatWord();
    return this.signatureAndBody(isAsync, generator);
  }

  private signatureAndBody(isAsync: boolean, generator: boolean): boolean {
    if (this.dialect.types && this.atLess()) this.typeParameters();
    if (this.kind === T.LeftParen) this.parameters();
    else this.lacks("()");
    if (this.dialect.types) this.annotation();
    if (this.kind !== T.LeftBrace) {
      this.leftOpen(" {}");
      if (!this.dialect.types) this.missing = true;
      return false;
    }
    this.functionBody(isAsync, generator);
    return true;
  }

  protected parameters(): void {
    const first = this.at;
    const { noIn, inBranch } = this;
    this.noIn = false;
    this.inBranch = false;
    this.list(T.RightParen, this.oneParameter);
    this.noIn = noIn;
    this.inBranch = inBranch;
    this.finish(N.Parameters, first);
  }

  private oneParameter(): void {
    const first = this.at;
    let marked = this.is(T.At);
    if (marked) this.decorators();
    while (this.dialect.types && this.isParameterModifier()) {
      marked = true;
      this.next();
    }
    // An element takes no parameter's place: what read as a signature was a call, `return (<Tide />)`.
    if (this.kind === T.Less) this.missing = true;
    this.parenItem();
    if (marked) this.finish(N.Parameter, first);
  }

  private isParameterModifier(): boolean {
    for (const word of ["public", "private", "protected", "readonly", "override"]) {
      if (this.isName(word)) {
        const after = this.peek();
        return isWord(after) || after === T.LeftBrace || after === T.LeftBracket;
      }
    }
    return false;
  }

  protected functionBody(isAsync: boolean, generator: boolean): void {
    const { inAsync, inGenerator, inFunction, noIn, inBranch } = this;
    this.inAsync = isAsync;
    this.inGenerator = generator;
    this.inFunction = true;
    this.noIn = false;
    this.inBranch = false;
    this.block(N.Block);
    this.inAsync = inAsync;
    this.inGenerator = inGenerator;
    this.inFunction = inFunction;
    this.noIn = noIn;
    this.inBranch = inBranch;
  }

  // Objects

  protected objectMember(): void {
    const first = this.at;
    if (this.eat(T.Ellipsis)) {
      this.assignment();
      return this.finish(N.Spread, first);
    }
    if (this.kind === T.At) this.decorators();
    const { isAsync, generator } = this.memberWords(false);
    const keyed = this.memberKey();
    if (this.kind === T.LeftParen || (this.dialect.types && this.kind === T.Less)) {
      this.signatureAndBody(isAsync, generator);
      return this.finish(N.Method, first);
    }
    if (!keyed) this.missing = true;
    if (this.dialect.types) {
      this.eat(T.Question);
      this.eat(T.Bang);
    }
    if (this.eat(T.Colon)) {
      this.assignment();
      this.finish(N.Property, first);
    } else if (this.eat(T.Assign)) {
      // A pattern's default.
      this.assignment();
      this.finish(N.Assignment, first);
    }
  }

  /** The words and star before a member's key. */
  private memberWords(inClass: boolean): { isAsync: boolean; generator: boolean } {
    let isAsync = false;
    while (this.kind === T.Name && this.isMemberWord(inClass)) {
      isAsync ||= this.isName("async");
      this.next();
    }
    return { isAsync, generator: this.eat(T.Star) };
  }

  private isMemberWord(inClass: boolean): boolean {
    const { text } = this.tokens;
    const word = text.slice(this.tokens.start(this.at), this.tokens.end(this.at));
    const sameLine = !BEFORE_LINE_END.has(word);
    if (sameLine && !(inClass ? CLASS_WORDS : OBJECT_WORDS).has(word)) return false;
    if (!inClass && word === "static") return false;
    const kind = this.peek();
    if (this.peekedOnNewLine && sameLine) return false;
    return (
      isWord(kind)
      || kind === T.String
      || kind === T.Number
      || kind === T.LeftBracket
      || kind === T.PrivateName
      || kind === T.Star
      || (kind === T.LeftBrace && word === "static")
    );
  }

  /** A member's name; false where none stands here. */
  private memberKey(): boolean {
    if (this.kind === T.LeftBracket) {
      this.computedKey();
      return true;
    }
    if (!this.isWordOrKey()) return false;
    this.next();
    return true;
  }

  // Classes

  /** From `class`, or the word before it, to the end of the body. */
  protected classLike(kind: N, first: number): void {
    this.eatName("abstract");
    if (!this.eat(T.Class)) this.missing = true;
    if (
      isWord(this.kind)
      && this.kind !== T.Extends
      && !(this.isName("implements") && isWord(this.peek()))
    ) this.next();
    if (this.dialect.types && this.atLess()) this.typeParameters();
    if (this.kind === T.Extends) {
      const heritage = this.at;
      this.next();
      this.nested(() => this.primary());
      if (this.dialect.types && this.atLess()) this.typeArguments();
      this.finish(N.Heritage, heritage);
    }
    this.heritage("implements");
    if (this.kind === T.LeftBrace) this.classBody();
    else this.lacks(" {}");
    this.finish(kind, first);
  }

  /** `implements A, B`, or an interface's `extends A, B`. */
  protected heritage(word: "implements" | "extends"): void {
    const first = this.at;
    if (!(word === "extends" ? this.eat(T.Extends) : this.eatName(word))) return;
    do {
      // What a body follows is a name, be it `keyof`.
      if (this.kind === T.Name && this.peek() === T.LeftBrace) this.next();
      else this.type();
      // They may stand on the next line here.
      if (this.atLess()) this.typeArguments();
    } while (this.eat(T.Comma));
    this.finish(N.Heritage, first);
  }

  private classBody(): void {
    const first = this.at;
    const opener = this.open();
    while (this.within(T.RightBrace, opener)) {
      if (this.eat(T.Semicolon)) continue;
      const member = this.at;
      const outer = this.missing;
      this.missing = false;
      this.classMember(opener);
      if (this.missing) this.finish(N.Unparsed, member);
      this.missing = outer;
      this.noteLookahead(member);
      if (this.at === member) {
        if (this.isCloser()) break;
        this.skip();
        this.finish(N.Unparsed, member);
      }
    }
    this.close(T.RightBrace, opener);
    this.finish(N.ClassBody, first);
  }

  private classMember(opener: number): void {
    const first = this.at;
    if (this.kind === T.At) this.decorators();
    const { isAsync, generator } = this.memberWords(true);
    if (this.kind === T.LeftBrace && this.tokens.is(this.taken - 1, "static")) {
      this.functionBody(true, false);
      return this.finish(N.StaticBlock, first);
    }
    if (!this.memberKey() && this.kind !== T.LeftParen) this.missing = true;
    if (this.dialect.types && !this.eat(T.Question)) this.eat(T.Bang);
    if (this.kind === T.LeftParen || (this.dialect.types && this.kind === T.Less)) {
      if (!this.signatureAndBody(isAsync, generator)) this.memberEnd(opener);
      return this.finish(N.Method, first);
    }
    if (this.dialect.types) this.annotation();
    if (this.eat(T.Assign)) {
      const { inAsync, inFunction } = this;
      this.inAsync = false;
      this.inFunction = true;
      this.assignment();
      this.inAsync = inAsync;
      this.inFunction = inFunction;
    }
    this.memberEnd(opener);
    this.finish(N.Field, first);
  }

  /** The semicolon after a member, or the line end or brace that stands for it. */
  private memberEnd(opener: number): void {
    if (this.eat(T.Semicolon) || this.ends(T.RightBrace, opener)) return;
    if (this.lineBefore && !this.missing) return;
    this.skipMember(opener);
    this.missing = true;
    this.eat(T.Semicolon);
  }

  protected decorators(): void {
    while (this.kind === T.At) {
      const first = this.at;
      this.next();
      this.nested(() => this.primary());
      this.finish(N.Decorator, first);
    }
  }
}

const OBJECT_WORDS = new Set(["async"]);
const CLASS_WORDS = new Set([
  "async",
  "declare",
  "abstract",
  "public",
  "private",
  "protected",
  "override",
  "readonly",
  "accessor",
  "in",
  "out",
]);
/** Words that may stand on the line before their member. */
const BEFORE_LINE_END = new Set(["static", "get", "set"]);
