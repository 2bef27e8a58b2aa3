import { DEPTH_LIMIT } from "../../../core/syntax/parser.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T, isCloser, isOpener, isWord } from "../kinds.js";
import { EcmaBase, Reading } from "./base.js";

/** Values that are types, and can be no parameter's name. */
const LITERALS: ReadonlySet<string> = new Set(["true", "false", "null"]);

/** Types that have words of their own, and take no types. */
const KEYWORDS: ReadonlySet<string> = new Set(
  "any bigint boolean never number object string symbol undefined unknown".split(" "),
);

/** What follows the name of a parameter, be that a word of types as in `(keyof) => T`. */
const ENDS_NAME: ReadonlySet<number> = new Set([
  T.RightParen,
  T.Comma,
  T.Colon,
  T.Question,
  T.Assign,
]);

/** What follows the label of an item, be that a word of types as in `[readonly: T]`. */
const LABELS: ReadonlySet<number> = new Set([T.Colon, T.Question]);

/** Type expressions of TypeScript, as its reference and its compiler's tests show them. */
export abstract class TypeParser extends EcmaBase {
  protected abstract template(type: boolean): void;
  protected abstract arguments(): void;

  /** `: type`, where one stands. */
  protected annotation(): void {
    if (this.kind !== T.Colon) return;
    const first = this.at;
    this.next();
    this.returnType();
    this.finish(N.Annotation, first);
  }

  /** A type, or what a function says of its result: `asserts x is T`, `x is T`. */
  private returnType(): void {
    const first = this.at;
    if (this.isName("asserts") && isWord(this.peek())) {
      this.next();
      if (this.lineBefore) return;
      this.next();
      if (this.eatName("is")) this.type();
      return this.finish(N.Predicate, first);
    }
    this.type();
    if (this.isName("is") && !this.lineBefore) {
      this.next();
      this.type();
      this.finish(N.Predicate, first);
    }
  }

  protected type(): void {
    // Each sign in what nests too deep would be tried in turn, up to the end of the text.
    if (this.depth >= DEPTH_LIMIT && this.isTrying()) return this.giveUp();
    this.nested(() => this.conditionalType());
  }

  /** `extends` in a type to the right of `infer` belongs to it unless a conditional follows. */
  private noConditional = false;

  private conditionalType(): void {
    const first = this.at;
    this.unionType();
    if (this.noConditional || this.kind !== T.Extends || this.lineBefore) return;
    // A chain of conditionals makes one node.
    do {
      this.next();
      this.withNoConditional(() => this.type());
      if (this.is(T.End)) this.lacks("? x : x");
      else if (this.expect(T.Question)) {
        this.type();
        if (this.otherwise()) this.unionType();
      }
    } while (this.is(T.Extends) && !this.lineBefore && !this.missing);
    this.finish(N.ConditionalType, first);
  }

  private withNoConditional(rule: () => void): void {
    const outer = this.noConditional;
    this.noConditional = true;
    rule();
    this.noConditional = outer;
  }

  private withConditional(rule: () => void): void {
    const outer = this.noConditional;
    this.noConditional = false;
    rule();
    this.noConditional = outer;
  }

  private unionType(): void {
    this.operators(
      T.Pipe,
      N.Union,
      () => this.operators(T.Ampersand, N.Intersection, () => this.operatorType()),
    );
  }

  private operators(operator: T, kind: N, operand: () => void): void {
    const first = this.at;
    let several = this.eat(operator);
    operand();
    while (this.eat(operator)) {
      several = true;
      operand();
    }
    if (several) this.finish(kind, first);
  }

  private operatorType(): void {
    const first = this.at;
    if (this.kind === T.Name && !LABELS.has(this.peek())) {
      if (this.isName("infer")) return this.inferType();
      if (this.isName("keyof") || this.isName("unique") || this.isName("readonly")) {
        this.next();
        this.nested(() => this.operatorType());
        return this.finish(N.TypeOperator, first);
      }
    }
    this.postfixType();
  }

  private inferType(): void {
    const first = this.at;
    this.next();
    if (!this.eatWord()) this.missing = true;
    if (this.kind === T.Extends) {
      // A constraint, unless a question mark makes it the condition around.
      this.attempt(() => {
        this.next();
        this.withNoConditional(() => this.type());
        return this.noConditional || this.kind !== T.Question;
      });
    }
    this.finish(N.TypeOperator, first);
  }

  private startsType(kind: T): boolean {
    switch (kind) {
      case T.Name:
      case T.LeftParen:
      case T.LeftBrace:
      case T.LeftBracket:
      case T.String:
      case T.Number:
      case T.Typeof:
      case T.Template:
      case T.TemplateHead:
      case T.Void:
      case T.New:
      case T.Import:
      case T.Minus:
      case T.Less:
        return true;
      default:
        return false;
    }
  }

  private postfixType(): void {
    const first = this.at;
    this.primaryType();
    const behind = this.at;
    while (!this.lineBefore) {
      if (this.eat(T.LeftBracket)) {
        if (!this.is(T.RightBracket)) this.withConditional(() => this.type());
        this.expect(T.RightBracket);
      } else if (!this.eat(T.Bang)) {
        break;
      }
    }
    // Several make one node, that no row of them nests too deep.
    if (this.at > behind) this.finish(N.TypePostfix, first);
  }

  private primaryType(): void {
    const first = this.at;
    switch (this.kind) {
      case T.LeftParen: return this.parenType();
      case T.LeftBrace: return this.objectType();
      case T.LeftBracket: return this.tupleType();
      case T.Template:
      case T.TemplateHead: return this.template(true);
      case T.String:
      case T.Number:
      case T.Void: return this.next();
      case T.Minus:
        this.next();
        this.expect(T.Number);
        return this.finish(N.Unary, first);
      case T.Typeof:
        this.next();
        if (this.is(T.Import)) this.importType();
        else this.entityName();
        return this.finish(N.TypeOperator, first);
      case T.Import: return this.importType();
      case T.New: return this.functionType();
      case T.Less:
      case T.ShiftLeft: return this.functionType();
      case T.Question:
      case T.Star:
        // As in JSDoc; the compiler reads them too.
        this.next();
        if (this.startsType(this.kind)) this.postfixType();
        return this.finish(N.TypePostfix, first);
      case T.Name:
        if (this.isName("abstract") && this.peek() === T.New) return this.functionType();
        return this.typeReference();
      default:
        if (isWord(this.kind) && this.kind !== T.Extends) return this.typeReference();
        this.missing = true;
    }
  }

  private typeReference(): void {
    const first = this.at;
    const word = this.tokens.textOf(first);
    if (word === "this" || LITERALS.has(word)) return this.next();
    if (KEYWORDS.has(word) && this.peek() !== T.Dot) return this.next();
    this.entityName();
    if (this.taken > first + 1) this.finish(N.TypeReference, first);
  }

  private entityName(): void {
    this.next();
    while (this.eat(T.Dot)) {
      if (!this.eatWord() && !this.eat(T.PrivateName)) this.missing = true;
    }
    if (!this.lineBefore && this.atLess()) this.typeArguments();
  }

  private importType(): void {
    const first = this.at;
    this.next();
    if (this.kind === T.LeftParen) {
      const list = this.at;
      const module: T = this.peek();
      if (module !== T.String && module !== T.Template) this.missing = true;
      this.list(T.RightParen, () => this.kind === T.LeftBrace ? this.assignment() : this.type());
      this.finish(N.Arguments, list);
    } else {
      this.missing = true;
    }
    while (this.eat(T.Dot)) this.eatWord();
    if (!this.lineBefore && this.atLess()) this.typeArguments();
    this.finish(N.TypeReference, first);
  }

  /**
   * Whether what the bracket at `first` holds begins as parameters do. An arrow behind a type in brackets
   * is that of the function whose return type it is.
   */
  private mayBeParameters(first: number): boolean {
    const { tokens } = this;
    const begin = tokens.skipTrivia(first + 1);
    const kind: T = tokens.kind(begin);
    if (!isWord(kind))
      return (
        kind === T.RightParen
        || kind === T.Ellipsis
        || kind === T.LeftBrace
        || kind === T.LeftBracket
      );
    if (kind !== T.Name || LITERALS.has(tokens.textOf(begin))) return false;
    switch (tokens.kind(tokens.skipTrivia(begin + 1)) as T) {
      case T.Colon:
      case T.Comma:
      case T.Question:
      case T.Assign:
      case T.RightParen: return true;
      default: return false;
    }
  }

  /** A type in brackets, or the parameters of a function type. */
  private parenType(): void {
    const first = this.at;
    let types = 0;
    let closed = false;
    this.withConditional(() => {
      closed = this.list(T.RightParen, () => types += this.typeParameterItem() ? 1 : 2);
    });
    if (this.kind !== T.Arrow || !this.mayBeParameters(first) || this.isObjectType(first)) {
      if (closed && types !== 1) this.missing = true;
      return this.finish(N.TypeParen, first);
    }
    this.finish(N.Parameters, first);
    this.asPatterns(this.tree.last);
    this.next();
    this.withConditional(() => this.returnType());
    this.finish(N.FunctionType, first);
  }

  /** What read as types between braces are patterns, now that they turn out to be parameters. */
  private asPatterns(parameters: number): void {
    const { tree } = this;
    for (let item = tree.child(parameters); item !== NONE; item = tree.next(item))
      this.asPattern(tree.kind(item) === N.Parameter ? tree.child(item) : item);
  }

  /** Whether the bracket at `first` begins with a type between braces, just read, that is no pattern. */
  private isObjectType(first: number): boolean {
    const { tree, tokens } = this;
    const begin = tokens.skipTrivia(first + 1);
    return (
      tokens.kind(begin) as T === T.LeftBrace
      && tree.first(tree.last) === begin
      && !this.mayBePattern(tree.last)
    );
  }

  /** Whether a type between braces reads like a pattern too: what stands behind its names are names and patterns. */
  private mayBePattern(node: number): boolean {
    const { tree } = this;
    if (node === NONE || tree.kind(node) !== N.ObjectType) return true;
    for (let member = tree.child(node); member !== NONE; member = tree.next(member)) {
      const value = tree.lastChild(member);
      if (value === NONE || tree.kind(value) !== N.Annotation) continue;
      const type = tree.child(value);
      const isName =
        type === NONE
        || (tree.kind(type) === N.TypeReference && tree.end(type) - tree.first(type) === 1);
      if (
        !isName
        && tree.kind(type) !== N.TupleType
        && !(tree.kind(type) === N.ObjectType && this.mayBePattern(type))
      ) return false;
    }
    return true;
  }

  private asPattern(node: number): void {
    const { tree } = this;
    if (node === NONE || tree.kind(node) !== N.ObjectType) return;
    tree.setKind(node, N.Object);
    for (let member = tree.child(node); member !== NONE; member = tree.next(member)) {
      const value = tree.lastChild(member);
      if (value !== NONE && tree.kind(value) === N.Annotation) this.asPattern(tree.child(value));
    }
  }

  /** A parameter, or a type in its place; whether it is but a type. */
  private typeParameterItem(): boolean {
    const first = this.at;
    this.eat(T.Ellipsis);
    if (this.kind === T.Name && ENDS_NAME.has(this.peek())) this.next();
    else this.returnType();
    const optional = this.eat(T.Question);
    const annotated = this.kind === T.Colon;
    this.annotation();
    const assigned = this.eat(T.Assign);
    if (assigned) this.assignment();
    const marked = annotated || optional || this.tokens.kind(first) === T.Ellipsis;
    if (marked) this.finish(N.Parameter, first);
    return !marked && !assigned;
  }

  private functionType(): void {
    const first = this.at;
    this.eatName("abstract");
    this.eat(T.New);
    if (this.atLess()) this.typeParameters();
    const list = this.at;
    if (this.kind === T.LeftParen) {
      this.withConditional(() => this.list(T.RightParen, () => this.typeParameterItem()));
      this.finish(N.Parameters, list);
      this.asPatterns(this.tree.last);
    } else {
      this.lacks("()");
    }
    if (this.is(T.End)) this.lacks(" => x");
    else if (this.expect(T.Arrow)) this.withConditional(() => this.returnType());
    this.finish(N.FunctionType, first);
  }

  private tupleType(): void {
    const first = this.at;
    this.withConditional(() => this.list(T.RightBracket, () => this.tupleItem()));
    this.finish(N.TupleType, first);
  }

  private tupleItem(): void {
    const first = this.at;
    if (this.followsHole()) this.missing = true;
    const rest = this.eat(T.Ellipsis);
    this.type();
    const optional = this.eat(T.Question);
    const labelled = this.eat(T.Colon);
    if (labelled) {
      this.type();
      this.eat(T.Question);
    }
    if (rest || optional || labelled) this.finish(N.TupleItem, first);
  }

  /** Whether no item stands before the comma in front of the current token. */
  private followsHole(): boolean {
    const { tokens } = this;
    const comma = tokens.grammarBefore(this.at);
    if (tokens.kind(comma) !== T.Comma) return false;
    const before: T = tokens.kind(tokens.grammarBefore(comma));
    return before === T.Comma || before === T.LeftBracket;
  }

  // Object types and interfaces

  private objectType(): void {
    const first = this.at;
    const mapped = this.withConditionalBody();
    this.finish(mapped ? N.MappedType : N.ObjectType, first);
  }

  private withConditionalBody(): boolean {
    let mapped = false;
    this.withConditional(() => (mapped = this.signatures(false)));
    return mapped;
  }

  /**
   * Members between braces; true where the one member maps keys.
   *
   * @param alone whether a member that does not parse leaves the others as they are.
   */
  protected signatures(alone: boolean): boolean {
    const opener = this.open();
    let mapped = false;
    while (this.within(T.RightBrace, opener)) {
      if (this.eat(T.Semicolon) || this.eat(T.Comma)) continue;
      const first = this.at;
      const outer = this.missing;
      this.missing = false;
      if (this.signature()) mapped = true;
      this.finish(N.Signature, first);
      const stuck = this.at === first;
      const goesOn =
        this.kind !== T.Semicolon
        && this.kind !== T.Comma
        && !this.lineBefore
        && !this.ends(T.RightBrace, opener);
      if (stuck || goesOn) {
        if (this.isCloser()) {
          this.missing ||= outer;
          break;
        }
        if (stuck) this.skip();
        else this.skipMember(opener);
        this.missing = true;
      }
      if (this.missing) this.finish(N.Unparsed, first);
      this.missing = outer || (this.missing && !alone);
      if (alone) this.noteLookahead(first);
    }
    this.close(T.RightBrace, opener);
    return mapped;
  }

  /** One member; true where it maps keys. */
  private signature(): boolean {
    // The rest of a pattern, where a function type names its parameters so.
    this.eat(T.Ellipsis);
    if (this.kind === T.Plus || this.kind === T.Minus) this.next();
    while (this.isModifier()) this.next();
    this.eat(T.New);
    let mapped = false;
    if (this.kind === T.LeftBracket) {
      mapped = this.computedKey();
    } else if (
      isWord(this.kind)
      || this.kind === T.String
      || this.kind === T.Number
      || this.kind === T.PrivateName
    ) {
      this.next();
    }
    if (this.kind === T.Plus || this.kind === T.Minus) this.next();
    this.eat(T.Question);
    if (this.atLess()) this.typeParameters();
    if (this.kind === T.LeftParen) this.parameters();
    this.annotation();
    return mapped;
  }

  private isModifier(): boolean {
    const accessor = this.isName("get") || this.isName("set");
    if (
      !accessor && !this.isName("readonly") && !this.isName("static") && !this.isName("async")
    ) return false;
    const after = this.peek();
    // Only those may stand on the line before their member.
    if (!accessor && this.peekedOnNewLine) return false;
    return isWord(after) || after === T.LeftBracket || after === T.String || after === T.Number;
  }

  /** `[expression]`, `[key: type]`, or `[K in keys as name]`; true for the last. */
  protected computedKey(): boolean {
    const first = this.at;
    this.next();
    const outer = this.noIn;
    this.noIn = true;
    this.assignment();
    this.noIn = outer;
    this.annotation();
    const mapped = this.eat(T.In);
    if (mapped) {
      this.type();
      if (this.eatName("as")) this.type();
    }
    this.expect(T.RightBracket);
    this.finish(N.Computed, first);
    return mapped;
  }

  protected abstract parameters(): void;

  // Lists of types

  protected typeParameters(): void {
    this.typeList(N.TypeParameters, () => {
      const first = this.at;
      while (
        (this.isName("in") || this.kind === T.In || this.kind === T.Const || this.isName("out"))
        && isWord(this.peek())
      ) this.next();
      if (!this.eatWord()) this.missing = true;
      if (this.eat(T.Extends)) this.type();
      if (this.eat(T.Assign)) this.type();
      if (this.taken > first + 1) this.finish(N.TypeParameter, first);
    });
  }

  protected typeArguments(): void {
    const first = this.at;
    const closed = this.typeList(N.TypeArguments, () => this.type());
    if (closed) return;
    if (!this.standsClose(first) || this.hasGivenUp()) this.fail(first, Reading.CallTypes);
    if (this.kind === T.End && this.junkFrom > first) this.failBeyond(this.junkFrom);
  }

  /** No sign closes types from token t on, so none that opens there begins those of a call. */
  private failBeyond(t: number): void {
    let depth = 0;
    for (; t < this.at; t++) {
      const kind: T = this.tokens.kind(t);
      if (isOpener(kind)) depth++;
      else if (isCloser(kind)) depth--;
      else if (depth === 0 && kind === T.Less && !this.standsClose(t))
        this.fail(t, Reading.CallTypes);
    }
  }

  private typeList(kind: N, item: () => void): boolean {
    const first = this.at;
    let closed = false;
    this.withConditional(() => (closed = this.list(T.Greater, item)));
    this.finish(kind, first);
    return closed;
  }

  /** Whether no space is around a token, as around the brackets of types. */
  protected standsClose(t: number): boolean {
    const { tokens } = this;
    return (
      tokens.end(t - 1) === tokens.start(t)
      && (t + 1 === tokens.count || tokens.end(t) === tokens.start(t + 1))
    );
  }
}
