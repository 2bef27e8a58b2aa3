import { N, T } from "../kinds.js";
import { CONTEXTUAL_MODIFIERS } from "../words.js";
import { ExpressionParser } from "./expressions.js";

/** Words that say who sees a member. */
const ACCESS: ReadonlySet<string> = new Set(["public", "private", "protected", "internal"]);

/** What an attribute may be said to be of. */
const TARGETS: ReadonlySet<string> = new Set(["assembly", "module"]);

/** Types and their members (ECMA-334, 15 to 20, and what later versions add). */
export abstract class DeclarationParser extends ExpressionParser {
  protected abstract statement(opener: number): void;
  protected abstract skipToStatement(opener: number): void;
  protected abstract terminated(kind: N, first: number): void;

  // Attributes and modifiers

  /** `[Obsolete("…"), return: NotNull]`, as many as stand here. */
  protected attributes(): void {
    while (this.kind === T.LeftBracket) this.attributeSection();
  }

  /** Those between one pair of brackets. */
  protected attributeSection(): void {
    const first = this.at;
    this.list(T.RightBracket, () => this.attribute());
    this.finish(N.Attributes, first);
  }

  private attribute(): void {
    const first = this.at;
    if (this.kindAt(this.after(this.at)) === T.Colon) {
      this.next();
      this.next();
    }
    const end = this.typeEnd(this.at);
    if (end < 0) {
      this.missing = true;
      return;
    }
    this.takeType(end);
    if (this.kind === T.LeftParen) this.arguments(T.RightParen, N.Arguments);
    this.finish(N.Attribute, first);
  }

  /** Whether attributes of the whole program stand here. */
  protected atGlobal(): boolean {
    const word = this.after(this.at);
    return (
      this.kind === T.LeftBracket
      && this.kindAt(this.after(word)) === T.Colon
      && TARGETS.has(this.tokens.textOf(word))
    );
  }

  /** Takes the words that only modify what is declared. */
  /** Modifiers, but not those of the next declaration where this one has only them. */
  protected modifiers(): void {
    const first = this.at;
    while (this.atModifier() && !this.repeatsAccess(first)) this.next();
  }

  /** Whether a line begins here with a word that says who sees a member, where one was said since token `first`. */
  private repeatsAccess(first: number): boolean {
    const { at, tokens } = this;
    if (at === first || !this.lineBefore || !ACCESS.has(tokens.textOf(at))) return false;
    for (let t = first; t < at; t++) if (ACCESS.has(tokens.textOf(t))) return true;
    return false;
  }

  protected atModifier(): boolean {
    switch (this.kind as T) {
      case T.Modifier: return true;
      case T.New: return this.hides(this.after(this.at));
      case T.Unsafe: return this.kindAt(this.after(this.at)) !== T.LeftBrace;
      case T.Const:
        return false;
      case T.Fixed: return this.kindAt(this.after(this.at)) !== T.LeftParen;
      case T.Ref: {
        const next = this.after(this.at);
        return this.kindAt(next) === T.Struct || this.isWord("partial", next);
      }
      case T.Name: return this.atContextualModifier();
      default: return false;
    }
  }

  /** Whether `new` before token t says that a member hides another one. */
  private hides(t: number): boolean {
    switch (this.kindAt(t)) {
      case T.Modifier:
      case T.Const:
      case T.Class:
      case T.Struct:
      case T.Interface:
      case T.Enum:
      case T.Delegate:
      case T.Event:
      case T.Unsafe:
      case T.Fixed:
      case T.Ref:
        return true;
      default: {
        const end = this.typeEnd(t);
        return end >= 0 && (this.kindAt(end) === T.Name || this.tokens.is(end, "this"));
      }
    }
  }

  private atContextualModifier(): boolean {
    if (!CONTEXTUAL_MODIFIERS.has(this.tokens.textOf(this.at))) return false;
    const next = this.after(this.at);
    switch (this.kindAt(next)) {
      case T.Modifier:
      case T.TypeWord:
      case T.Class:
      case T.Struct:
      case T.Interface:
      case T.Enum:
      case T.Delegate:
      case T.Event:
      case T.Unsafe:
      case T.Ref:
      case T.New:
      case T.Const:
        return true;
      // Where two words follow, the first of them is a type or a modifier too.
      case T.Name: {
        const end = this.typeEnd(next);
        return end >= 0 && (this.kindAt(end) === T.Name
          || this.kindAt(end) === T.Operator
          || this.tokens.is(end, "this")
          || this.kindAt(end) === T.LeftParen);
      }
      case T.LeftParen: {
        const end = this.typeEnd(next);
        return end >= 0 && this.kindAt(end) === T.Name;
      }
      default: return false;
    }
  }

  // Namespaces and usings

  protected using(first: number): void {
    if (this.isWord("global") && this.kindAt(this.after(this.at)) === T.Using) this.next();
    if (this.isWord("extern") || this.tokens.is(this.at, "extern")) {
      this.next();
      this.next();
      this.expect(T.Name);
      return this.terminated(N.Using, first);
    }
    this.next();
    while (this.kind === T.Unsafe || this.tokens.is(this.at, "static")) this.next();
    if (this.kind === T.Name && this.kindAt(this.after(this.at)) === T.Assign) {
      this.next();
      this.next();
    }
    this.type();
    this.terminated(N.Using, first);
  }

  protected namespace(first: number): void {
    this.next();
    if (this.kind === T.Name) this.type();
    else this.missing = true;
    if (this.kind === T.Semicolon) {
      this.next();
    } else if (this.kind === T.LeftBrace) {
      this.members(N.TypeBody, true);
      this.eat(T.Semicolon);
    } else {
      this.lacks(" {}");
    }
    this.finish(N.Namespace, first);
  }

  // Types

  /** Whether a declaration of a type begins at token t, behind its modifiers. */
  protected declaresType(): boolean {
    switch (this.kind as T) {
      case T.Class:
      case T.Struct:
      case T.Interface: return true;
      case T.Enum: return true;
      case T.Delegate: {
        const next = this.kindAt(this.after(this.at));
        return next !== T.LeftParen && next !== T.LeftBrace && next !== T.Star && next !== T.End;
      }
      case T.Name: {
        const next = this.after(this.at);
        if (this.isWord("record")) {
          const kind = this.kindAt(next);
          if (kind === T.Class || kind === T.Struct) return true;
          const behind = this.kindAt(this.after(next));
          return kind === T.Name && (
            behind === T.LeftParen
            || behind === T.LeftBrace
            || behind === T.Colon
            || behind === T.Less
            || behind === T.Semicolon
          );
        }
        return (
          this.isWord("extension")
          && (this.kindAt(next) === T.LeftParen || this.kindAt(next) === T.Less)
        );
      }
      default: return false;
    }
  }

  /** From `class`, `enum` or `delegate` to the end. */
  protected typeDeclaration(first: number): void {
    if (this.kind === T.Enum) return this.enum(first);
    if (this.kind === T.Delegate) {
      this.next();
      this.type();
      this.expect(T.Name);
      this.signature();
      return this.terminated(N.Delegate, first);
    }
    if (this.isWord("record") && this.kindAt(this.after(this.at)) !== T.Name) this.next();
    const isExtension = this.isWord("extension");
    this.next();
    if (!isExtension) this.expect(T.Name);
    if (this.kind === T.Less) this.typeParameters();
    if (this.kind === T.LeftParen) this.parameters();
    if (this.kind === T.Colon) this.bases();
    this.constraints();
    if (this.kind === T.LeftBrace) {
      this.members(N.TypeBody, false);
      this.eat(T.Semicolon);
    } else if (!this.eat(T.Semicolon)) {
      this.lacks(" {}");
    }
    this.finish(N.Type, first);
  }

  private enum(first: number): void {
    this.next();
    this.expect(T.Name);
    if (this.kind === T.Colon) this.bases();
    if (this.kind === T.LeftBrace) {
      const body = this.at;
      this.list(T.RightBrace, () => {
        const member = this.at;
        this.attributes();
        this.expect(T.Name);
        if (this.eat(T.Assign)) this.assignment();
        if (this.taken > member) this.finish(N.EnumMember, member);
      });
      this.finish(N.EnumBody, body);
      this.eat(T.Semicolon);
    } else {
      this.lacks(" {}");
    }
    this.finish(N.Enum, first);
  }

  /** `: Base(x), IOther` */
  private bases(): void {
    const first = this.at;
    this.next();
    do {
      const base = this.at;
      this.type();
      if (this.kind === T.LeftParen) {
        this.arguments(T.RightParen, N.Arguments);
        this.finish(N.Primary, base);
      }
    } while (this.eat(T.Comma));
    this.finish(N.Bases, first);
  }

  /** `where T : class, new()`, as many as stand here. */
  private constraints(): void {
    while (this.isWord("where")) {
      const first = this.at;
      this.next();
      this.expect(T.Name);
      this.expect(T.Colon);
      do {
        switch (this.kind as T) {
          case T.New:
            this.next();
            if (this.kind === T.LeftParen) this.arguments(T.RightParen, N.Arguments);
            break;
          case T.Class:
          case T.Struct:
          case T.Default:
            this.next();
            this.eat(T.Question);
            break;
          default:
            if (this.isWord("allows")) {
              this.next();
              this.eat(T.Ref);
              this.eat(T.Struct);
            } else {
              this.type();
            }
        }
      } while (this.eat(T.Comma));
      this.finish(N.Constraint, first);
    }
  }

  /** `<in T, [A] U>` */
  protected typeParameters(): void {
    const first = this.at;
    this.next();
    while (this.kind !== T.Greater && this.kind !== T.End) {
      if (this.eat(T.Comma)) continue;
      const at = this.at;
      this.attributes();
      if (this.kind === T.In || this.kind === T.Out) this.next();
      this.expect(T.Name);
      if (this.at === at) break;
    }
    this.expect(T.Greater);
    this.finish(N.TypeParameters, first);
  }

  /** What stands between braces of a type, or of a namespace. */
  private members(kind: N, inNamespace: boolean): void {
    if (this.tooDeep()) return;
    this.depth++;
    const first = this.at;
    const opener = this.open();
    while (this.within(T.RightBrace, opener)) {
      const member = this.at;
      if (inNamespace) this.statement(opener);
      else this.memberOrUnparsed(opener);
      if (this.at === member) {
        if (this.isCloser()) break;
        this.next();
        this.skipToStatement(opener);
        this.finish(N.Unparsed, member);
      }
    }
    const outer = this.missing;
    if (!this.close(T.RightBrace, opener)) this.takeComments(opener);
    this.missing = outer;
    this.finish(kind, first);
    this.depth--;
  }

  private memberOrUnparsed(opener: number): void {
    // A body whose head is not understood.
    if (this.kind === T.LeftBrace) return this.block();
    const first = this.at;
    const outer = this.missing;
    const { head, statementAt } = this;
    this.missing = false;
    this.beginStatement();
    this.member();
    if (this.missing) {
      this.skipToStatement(opener);
      this.finish(N.Unparsed, first);
    }
    this.missing = outer;
    this.head = head;
    this.statementAt = statementAt;
  }

  // Members

  /** A member of a type with its attributes and modifiers. */
  protected member(): void {
    const first = this.at;
    if (this.kind === T.Semicolon) {
      this.next();
      return this.finish(N.Empty, first);
    }
    this.attributes();
    this.modifiers();
    this.memberRest(first);
  }

  /** What is declared behind its modifiers. */
  protected memberRest(first: number): void {
    if (this.declaresType()) return this.typeDeclaration(first);
    switch (this.kind as T) {
      case T.Const:
        this.next();
        return this.field(first);
      case T.Event: return this.event(first);
      case T.Tilde:
        this.next();
        this.expect(T.Name);
        return this.function(first);
      case T.Conversion:
        this.next();
        return this.operator(first);
      case T.Operator: return this.operator(first);
      case T.Namespace: return this.namespace(first);
      case T.Name:
        if (this.kindAt(this.after(this.at)) === T.LeftParen) {
          // A constructor has no type before its name.
          this.next();
          return this.function(first);
        }
    }
    this.typedMember(first);
  }

  /** A method, property, indexer, operator or field: a type, and then its name. */
  private typedMember(first: number): void {
    this.type();
    if (this.missing) return this.leftOpen(" x;");
    if (this.kind === T.Operator || this.kind === T.Conversion) return this.operator(first);
    if (this.tokens.is(this.at, "this")) return this.indexer(first);
    if (!this.is(T.Name)) return this.lacks(" x;");
    // `IDictionary<K, V>.Add`
    const end = this.typeEnd(this.at, false);
    if (this.explicitThis() || this.isExplicit(end)) {
      this.explicitName(end);
      if (this.tokens.is(this.at, "this")) return this.indexer(first);
      if (this.is(T.Operator) || this.is(T.Conversion)) return this.operator(first);
    } else {
      this.next();
    }
    switch (this.kind as T) {
      case T.LeftParen:
      case T.Less: return this.function(first);
      case T.LeftBrace:
      case T.Arrow: return this.property(first);
      default: return this.declarators(first, true);
    }
  }

  /** Whether the name that ends before token `end` has more than one part. */
  private isExplicit(end: number): boolean {
    for (let t = this.at; t < end; t = this.after(t))
      if (this.kindAt(t) === T.Dot || this.kindAt(t) === T.ColonColon) return true;
    return false;
  }

  /** Whether an indexer or an operator of an interface is declared here: `IBerths<T>.this[int i]`. */
  private explicitThis(): boolean {
    const end = this.typeEnd(this.at, false);
    if (this.kindAt(end) !== T.Dot) return false;
    const name = this.after(end);
    return this.tokens.is(name, "this") || this.kindAt(name) === T.Operator;
  }

  /** Takes a name with the interface it belongs to, up to the types of the member itself. */
  private explicitName(end: number): void {
    const first = this.at;
    while (this.at < end) {
      if (this.kind === T.Less) {
        const behind = this.listEnd(this.at);
        // The last list of types belongs to the method.
        if (behind === end && this.kindAt(end) !== T.Dot) break;
        this.typeArguments();
      } else {
        this.next();
      }
    }
    if (this.kind === T.Dot) {
      this.next();
    }
    this.finish(N.TypeReference, first);
  }

  private event(first: number): void {
    this.next();
    this.type();
    const end = this.typeEnd(this.at, false);
    if (this.isExplicit(end)) this.explicitName(end);
    else this.expect(T.Name);
    if (this.kind === T.LeftBrace) return this.property(first);
    this.declarators(first, true);
  }

  private indexer(first: number): void {
    this.next();
    if (this.kind === T.LeftBracket) {
      const list = this.at;
      this.list(T.RightBracket, () => this.parameter());
      this.finish(N.Parameters, list);
    } else {
      this.missing = true;
    }
    this.property(first);
  }

  private operator(first: number): void {
    this.eat(T.Operator);
    this.eat(T.Checked);
    if (this.kind !== T.LeftParen && this.typeEnd(this.at) < 0) {
      // The sign itself: `+`, `==`, `true`, `>>`.
      do this.next();
      while (this.kind !== T.LeftParen && this.kind !== T.End && !this.lineBefore);
    } else if (this.kind !== T.LeftParen || this.typeEnd(this.at) >= 0) {
      this.type();
    }
    this.function(first);
  }

  /** Type parameters, parameters and constraints. */
  protected signature(): void {
    if (this.kind === T.Less) this.typeParameters();
    if (this.kind === T.LeftParen) this.parameters();
    else this.lacks("()");
    this.constraints();
  }

  /** From the type parameters of a function on. */
  protected function (first: number): void {
    this.signature();
    if (this.kind === T.Colon) this.chained();
    this.functionBody(first, N.Function);
  }

  /** `: base(tide)` */
  private chained(): void {
    const first = this.at;
    this.next();
    if (this.kind === T.Value) this.next();
    else this.missing = true;
    if (this.kind === T.LeftParen) this.arguments(T.RightParen, N.Arguments);
    else this.missing = true;
    this.finish(N.Chained, first);
  }

  /** A block, `=> value;`, or nothing but a semicolon. */
  private functionBody(first: number, kind: N): void {
    if (this.kind === T.LeftBrace) {
      this.block();
      this.eat(T.Semicolon);
      return this.finish(kind, first);
    }
    if (this.kind === T.Arrow) {
      this.valueBody();
      return this.terminated(kind, first);
    }
    if (this.kind !== T.Semicolon) this.leftOpen(" {}");
    if (this.kind === T.End) this.missing = true;
    else this.terminated(kind, first);
  }

  /** `=> value` */
  private valueBody(): void {
    const first = this.at;
    this.next();
    this.assignment();
    this.finish(N.Body, first);
  }

  private property(first: number): void {
    if (this.kind === T.Arrow) {
      this.valueBody();
      return this.terminated(N.Property, first);
    }
    if (this.kind !== T.LeftBrace) return this.lacks(" {}");
    this.accessors();
    if (this.eat(T.Assign)) {
      this.value();
      return this.terminated(N.Property, first);
    }
    this.eat(T.Semicolon);
    this.finish(N.Property, first);
  }

  private accessors(): void {
    const first = this.at;
    const opener = this.open();
    while (this.within(T.RightBrace, opener)) {
      const accessor = this.at;
      const outer = this.missing;
      this.missing = false;
      this.attributes();
      while (this.kind === T.Modifier) this.next();
      if (this.kind === T.Name) {
        this.next();
        this.functionBody(accessor, N.Accessor);
      } else {
        this.missing = true;
      }
      if (this.missing) {
        if (this.at === accessor) {
          if (this.isCloser()) {
            this.missing = outer;
            break;
          }
          // What it opens is closed by what was to close the accessors.
          if (this.isOpener()) this.mismatches++;
          this.next();
        }
        this.skipToStatement(opener);
        this.finish(N.Unparsed, accessor);
      }
      this.missing = outer;
    }
    this.close(T.RightBrace, opener);
    this.finish(N.Accessors, first);
  }

  /** From its type to the end of a field or of variables. */
  protected field(first: number): void {
    this.type();
    if (this.kind !== T.Name) return this.lacks(" x;");
    this.next();
    this.declarators(first, false);
  }

  /** From behind the first name of what is declared to the end. */
  protected declarators(first: number, orFunction: boolean): void {
    if (orFunction && this.kind === T.End) this.leftOpen(";");
    this.declarator(this.tokens.grammarBefore(this.at));
    while (this.eat(T.Comma)) {
      const next = this.at;
      this.expect(T.Name);
      this.declarator(next);
    }
    this.terminated(N.Local, first);
  }

  /** What follows a name that is declared: a length in brackets, a value. */
  protected declarator(first: number): void {
    if (this.kind === T.LeftBracket) this.arguments(T.RightBracket, N.Subscript);
    if (this.eat(T.Assign)) {
      if (this.kind === T.Ref) {
        const word = this.at;
        this.next();
        this.assignment();
        this.finish(N.Word, word);
      } else {
        this.value();
      }
    }
    this.finish(N.Declarator, first);
  }

  // Parameters

  protected parameters(): void {
    const first = this.at;
    this.unguarded(() => this.list(T.RightParen, () => this.parameter()));
    this.finish(N.Parameters, first);
  }

  protected parameter(): void {
    const first = this.at;
    this.attributes();
    while (this.atParameterWord()) this.next();
    const end = this.typeEnd(this.at);
    if (end >= 0 && (this.kindAt(end) === T.Name || this.tokens.is(end, "this"))) {
      this.takeType(end);
      this.next();
    } else if (end >= 0 && this.kind !== T.Name) {
      // `__arglist` and types alone, as of function pointers.
      this.takeType(end);
    } else {
      this.expect(T.Name);
    }
    if (this.kind === T.LeftBracket) this.arguments(T.RightBracket, N.Subscript);
    if (this.eat(T.Assign)) this.assignment();
    this.finish(N.Parameter, first);
  }

  private atParameterWord(): boolean {
    switch (this.kind as T) {
      case T.In:
      case T.Out:
      case T.Params:
      case T.Ref:
      case T.Modifier:
        return true;
      case T.Value: return this.tokens.is(this.at, "this");
      case T.Name: {
        if (!this.isWord("scoped")) return false;
        const next = this.kindAt(this.after(this.at));
        return next === T.Name || next === T.Ref || next === T.In || next === T.TypeWord;
      }
      default: return false;
    }
  }
}
