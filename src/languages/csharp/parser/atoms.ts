import { DEPTH_LIMIT } from "../../../core/syntax/parser.js";
import { N, T } from "../kinds.js";
import { BEHIND_TYPES } from "./operators.js";
import { PatternParser } from "./patterns.js";

/** Atoms with their dots, calls and subscripts, and what stands in brackets (ECMA-334, 12.8). */
export abstract class AtomParser extends PatternParser {
  /** Whether an arrow here belongs to the arm around, not to a function. */
  protected guards = false;

  protected abstract assignment(): void;
  protected abstract attributes(): void;
  protected abstract parameters(): void;

  /** What stands in brackets of its own, or behind an arrow. */
  protected unguarded(rule: () => void): void {
    const { guards } = this;
    this.guards = false;
    rule();
    this.guards = guards;
  }

  /** A value, or the items of one in braces. */
  protected value(): void {
    if (this.kind === T.LeftBrace) this.initializer();
    else this.assignment();
  }

  protected postfix(): void {
    const first = this.at;
    if (!this.atom()) return;
    this.links(first);
    // A row of signs nests as deep as it is long.
    for (let depth = 0; depth < DEPTH_LIMIT; depth++) {
      if (!this.eat(T.PlusPlus) && !this.eat(T.MinusMinus)) return;
      this.finish(N.Postfix, first);
      this.links(first);
    }
  }

  /** Dots, calls and subscripts after an atom. */
  private links(first: number): void {
    const atom = this.taken;
    for (;;) {
      switch (this.kind as T) {
        case T.Dot:
        case T.Pointer:
        case T.ColonColon:
          this.next();
          if (this.lacksOperand()) return;
          if (!this.expect(T.Name)) break;
          this.namedTypes();
          continue;
        case T.Question: {
          const next = this.kindAt(this.at + 1);
          const isAccess = next === T.Dot
            || (next === T.LeftBracket && this.touches(this.at - 1) && this.touches(this.at));
          if (!isAccess) break;
          this.next();
          continue;
        }
        case T.Bang:
          this.next();
          continue;
        case T.LeftParen:
          this.arguments(T.RightParen, N.Arguments);
          continue;
        case T.LeftBracket:
          this.arguments(T.RightBracket, N.Subscript);
          continue;
      }
      break;
    }
    if (this.taken > atom) this.finish(N.Primary, first);
  }

  /** Takes the types behind a name; false where none are there, or comparisons. */
  protected namedTypes(): boolean {
    if (this.kind !== T.Less) return false;
    const end = this.listEnd(this.at);
    if (end < 0 || !BEHIND_TYPES.has(this.kindAt(end))) return false;
    this.typeArguments();
    return true;
  }

  protected arguments(closer: T, kind: N): void {
    const first = this.at;
    this.unguarded(() => this.list(closer, () => this.argument()));
    this.finish(kind, first);
  }

  /** An argument, an item of a tuple, or what is declared in its place: `out var tide`. */
  private argument(): void {
    const first = this.at;
    let marked = false;
    if (this.kind === T.Name && this.kindAt(this.after(this.at)) === T.Colon) {
      this.next();
      this.next();
      marked = true;
    }
    if (this.kind === T.Out || this.kind === T.Ref || this.kind === T.In) {
      this.next();
      marked = true;
    }
    const end = this.declares();
    if (end >= 0) {
      this.takeType(end);
      this.next();
      return this.finish(N.Argument, first);
    }
    if (this.kind === T.DotDot && this.endsValue(this.after(this.at))) this.next();
    else this.assignment();
    if (marked) this.finish(N.Argument, first);
  }

  /** One past the type of what is declared here as an item; -1 where nothing is. */
  private declares(): number {
    const end = this.typeEnd(this.at);
    if (end < 0 || this.kindAt(end) !== T.Name) return -1;
    const behind = this.kindAt(this.after(end));
    return behind === T.Comma || behind === T.RightParen ? end : -1;
  }

  /** Takes one atom; false where nothing is. */
  private atom(): boolean {
    const first = this.at;
    if (this.lacksOperand()) return false;
    switch (this.kind as T) {
      case T.Name:
        this.next();
        if (this.namedTypes()) this.finish(N.Primary, first);
        return true;
      case T.Value:
      case T.Number:
      case T.String:
      case T.TypeWord:
        this.next();
        return true;
      case T.LeftParen:
        this.arguments(T.RightParen, N.Paren);
        return true;
      case T.LeftBracket:
        this.collection();
        return true;
      case T.New:
      case T.Stackalloc:
        this.creation();
        return true;
      case T.Typeof:
        this.next();
        this.typeInBrackets(first);
        return true;
      case T.Default:
        this.next();
        if (this.kind === T.LeftParen) this.typeInBrackets(first);
        return true;
      case T.Checked:
        this.next();
        if (this.kind === T.LeftParen) this.arguments(T.RightParen, N.Arguments);
        else this.missing = true;
        this.finish(N.Primary, first);
        return true;
    }
    this.missing = true;
    return false;
  }

  /** `typeof(int)` */
  private typeInBrackets(first: number): void {
    if (this.kind !== T.LeftParen) {
      this.missing = true;
      return;
    }
    const list = this.at;
    const opener = this.open();
    this.type();
    this.close(T.RightParen, opener);
    this.finish(N.Arguments, list);
    this.finish(N.Primary, first);
  }

  private collection(): void {
    const first = this.at;
    this.unguarded(() => this.list(T.RightBracket, () => {
      const item = this.at;
      const spread = this.eat(T.DotDot);
      if (!spread || !this.endsValue(this.at)) this.assignment();
      // `key: value` of a map.
      const pair = this.eat(T.Colon);
      if (pair) this.assignment();
      if (spread || pair) this.finish(N.Argument, item);
    }));
    this.finish(N.Collection, first);
  }

  /** `new …` and `stackalloc …`. */
  private creation(): void {
    const first = this.at;
    this.next();
    if (this.kind === T.LeftBracket) {
      this.arguments(T.RightBracket, N.Subscript);
    } else if ((this.kind !== T.LeftParen && this.kind !== T.LeftBrace) || this.isTuple()) {
      const end = this.typeEnd(this.at);
      if (end < 0) this.lacks(this.kind === T.End ? " x()" : "");
      else this.takeType(end);
      while (this.kind === T.LeftBracket) this.arguments(T.RightBracket, N.Subscript);
    }
    if (this.kind === T.LeftParen) this.arguments(T.RightParen, N.Arguments);
    if (this.kind === T.LeftBrace) this.initializer();
    this.finish(N.New, first);
  }

  /** Whether the type of an array of tuples stands here: `new (int, string)[3]`. */
  private isTuple(): boolean {
    const behind = this.kind === T.LeftParen ? this.behindBracket(this.at) : -1;
    return behind >= 0 && this.kindAt(behind) === T.LeftBracket && this.typeEnd(this.at) >= 0;
  }

  /** `{ Name = value, [0] = value, { a, b } }` */
  protected initializer(): void {
    if (this.tooDeep()) return;
    this.depth++;
    const first = this.at;
    this.unguarded(() => this.list(T.RightBrace, () => {
      const item = this.at;
      if (this.kind === T.LeftBrace) return this.initializer();
      if (this.kind === T.LeftBracket && this.isIndex())
        this.arguments(T.RightBracket, N.Subscript);
      else if (this.kind !== T.Name || this.kindAt(this.after(this.at)) !== T.Assign)
        return this.assignment();
      else this.next();
      this.expect(T.Assign);
      this.value();
      this.finish(N.Member, item);
    }));
    this.finish(N.Initializer, first);
    this.depth--;
  }

  private isIndex(): boolean {
    const behind = this.behindBracket(this.at);
    return behind >= 0 && this.kindAt(behind) === T.Assign;
  }
}
