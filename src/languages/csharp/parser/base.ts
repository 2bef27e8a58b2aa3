import { BracketParser, type BracketRules } from "../../../core/syntax/brackets.js";
import { DEPTH_LIMIT } from "../../../core/syntax/parser.js";
import type { TokenTable } from "../../../core/syntax/tokens.js";
import { N, T } from "../kinds.js";
import { ENDS_IN_QUERY, ENDS_OPERAND } from "../words.js";

const RULES: BracketRules = {
  closerOf: new Map<number, number>([
    [T.LeftParen, T.RightParen],
    [T.LeftBracket, T.RightBracket],
    [T.LeftBrace, T.RightBrace],
  ]),
  closers: new Map<number, string>([
    [T.RightParen, ")"],
    [T.RightBracket, "]"],
    [T.RightBrace, "}"],
  ]),
  brace: T.RightBrace,
  separator: T.Comma,
  statements: new Set<number>([
    T.Break,
    T.Const,
    T.Continue,
    T.Do,
    T.For,
    T.Foreach,
    T.Goto,
    T.If,
    T.Lock,
    T.Modifier,
    T.Namespace,
    T.Return,
    T.Try,
    T.Using,
    T.While,
  ]),
  followsBrace: new Set<number>([T.Else, T.Catch, T.Finally]),
  goesOn: new Set<number>([
    T.Comma,
    T.Colon,
    T.Question,
    T.Dot,
    T.Arrow,
    T.Assign,
    T.Augmented,
    T.LeftParen,
    T.QuestionQuestion,
    T.PipePipe,
    T.AmpersandAmpersand,
    T.Equality,
  ]),
  awaiting: new Set<number>([
    T.Assign,
    T.Augmented,
    T.Dot,
    T.Equality,
    T.QuestionQuestion,
    T.PipePipe,
    T.AmpersandAmpersand,
    T.Plus,
    T.Minus,
  ]),
  unparsed: N.Unparsed,
};

/** What all grammar rules stand on: where types end, which brackets match, and what words mean here. */
export abstract class CsharpBase extends BracketParser {
  /** For each opener the token that closes it; -1 where none does. */
  private readonly matches: Int32Array;
  /** For `<` that were looked at: one past the `>` that closes the types; -1 where none are. */
  private readonly listEnds = new Map<number, number>();

  constructor(tokens: TokenTable, doubtful: boolean) {
    super(tokens, RULES, doubtful);
    this.matches = matchesOf(tokens);
  }

  protected abstract expression(): void;
  protected abstract block(): void;

  // Looking ahead

  /** The kind of a token; comments are passed over by `after`. */
  protected kindAt(t: number): T {
    return this.tokens.kind(t);
  }

  /** The grammar's next token behind token t. */
  protected after(t: number): number {
    return this.tokens.skipTrivia(t + 1);
  }

  /** The token behind the bracket that token t opens; -1 where it is not closed. */
  protected behindBracket(t: number): number {
    const closer = this.matches[t]!;
    return closer < 0 ? -1 : this.after(closer);
  }

  protected isWord(word: string, t = this.at): boolean {
    return this.tokens.kind(t) === T.Name && this.tokens.is(t, word);
  }

  protected eatWord(word: string): boolean {
    if (!this.isWord(word)) return false;
    this.next();
    return true;
  }

  /** Whether clauses of a query may follow what stands here. */
  protected inQuery = false;

  /** Whether token t is a word that ends an operand before it. */
  protected endsOperand(t: number): boolean {
    const words = this.inQuery ? ENDS_IN_QUERY : ENDS_OPERAND;
    return this.kindAt(t) === T.Name && words.has(this.tokens.textOf(t));
  }

  /** Whether nothing stands between two signs, which then are one. */
  protected touches(t: number): boolean {
    return this.tokens.end(t) === this.tokens.start(t + 1);
  }

  /**
   * One past the type that begins at token t, as a place to go on from; -1 where none does. Nothing is taken.
   *
   * @param nullable whether a question mark behind it is its own.
   */
  protected typeEnd(t: number, nullable = true, depth = 0): number {
    if (depth > DEPTH_LIMIT) return -1;
    let at = t;
    switch (this.kindAt(at)) {
      case T.TypeWord:
        at = this.after(at);
        break;
      case T.LeftParen:
        at = this.tupleEnd(at, depth);
        break;
      case T.Delegate:
        at = this.pointerEnd(at, depth);
        break;
      case T.Ref:
        at = this.after(at);
        if (this.kindAt(at) === T.Modifier) at = this.after(at);
        return this.typeEnd(at, nullable, depth + 1);
      case T.Name:
        at = this.nameEnd(at, depth);
        break;
      default: return -1;
    }
    for (; at >= 0; at = this.after(at)) {
      const kind = this.kindAt(at);
      if (kind === T.Star) continue;
      if (kind === T.Question) {
        if (!nullable && !this.endsValue(this.after(at))) return at;
        continue;
      }
      if (kind !== T.LeftBracket) return at;
      let inner = this.after(at);
      while (this.kindAt(inner) === T.Comma) inner = this.after(inner);
      if (this.kindAt(inner) !== T.RightBracket) return at;
      at = inner;
    }
    return -1;
  }

  /** Whether nothing that begins a value stands at token t. */
  protected endsValue(t: number): boolean {
    switch (this.kindAt(t)) {
      case T.End:
      case T.RightParen:
      case T.RightBracket:
      case T.RightBrace:
      case T.Semicolon:
      case T.Comma:
      case T.AmpersandAmpersand:
      case T.PipePipe:
      case T.QuestionQuestion:
      case T.Question:
      case T.Equality:
      case T.Dot:
      case T.Colon:
      case T.Arrow:
      case T.LeftBrace:
        return true;
      default:
        return false;
    }
  }

  /** `System.Collections.Generic.List<int>`, `global::System`. */
  private nameEnd(t: number, depth: number): number {
    let at = this.after(t);
    for (;;) {
      if (this.kindAt(at) === T.Less) {
        const end = this.listEnd(at, depth);
        if (end < 0) return at;
        at = end;
      }
      const kind = this.kindAt(at);
      if (kind !== T.Dot && kind !== T.ColonColon) return at;
      const name = this.after(at);
      if (this.kindAt(name) !== T.Name) return at;
      at = this.after(name);
    }
  }

  /** One past the `>` of the types that `<` at token t opens; -1 where they are none. */
  protected listEnd(t: number, depth = 0): number {
    const known = this.listEnds.get(t);
    if (known !== undefined) return known;
    let at = this.after(t);
    if (this.kindAt(at) === T.Comma || this.kindAt(at) === T.Greater) {
      while (this.kindAt(at) === T.Comma) at = this.after(at);
    } else {
      at = this.typeEnd(at, true, depth + 1);
      while (at >= 0 && this.kindAt(at) === T.Comma)
        at = this.typeEnd(this.after(at), true, depth + 1);
    }
    const end = at >= 0 && this.kindAt(at) === T.Greater ? this.after(at) : -1;
    this.listEnds.set(t, end);
    return end;
  }

  /** `(int, string name)` */
  private tupleEnd(t: number, depth: number): number {
    const closer = this.matches[t]!;
    if (closer < 0) return -1;
    let at = t;
    let count = 0;
    do {
      at = this.typeEnd(this.after(at), true, depth + 1);
      if (at >= 0 && this.kindAt(at) === T.Name) at = this.after(at);
      count++;
    } while (at >= 0 && this.kindAt(at) === T.Comma);
    return at === closer && count > 1 ? this.after(closer) : -1;
  }

  /** `delegate* unmanaged[Cdecl]<int, void>` */
  private pointerEnd(t: number, depth: number): number {
    let at = this.after(t);
    if (this.kindAt(at) !== T.Star) return -1;
    at = this.after(at);
    if (this.isWord("managed", at) || this.isWord("unmanaged", at)) at = this.after(at);
    if (this.kindAt(at) === T.LeftBracket) at = this.behindBracket(at);
    if (at < 0 || this.kindAt(at) !== T.Less) return -1;
    return this.listEnd(at, depth);
  }

  // Types

  /** Takes a type. */
  protected type(nullable = true): void {
    const end = this.typeEnd(this.at, nullable);
    if (end < 0) {
      this.missing = true;
      return;
    }
    this.takeType(end);
  }

  /** Takes the type that ends before token `end`. */
  protected takeType(end: number): void {
    const first = this.at;
    while (this.at < end) {
      switch (this.kind as T) {
        case T.Less:
          this.typeArguments();
          break;
        case T.LeftParen:
          this.tupleType();
          break;
        case T.LeftBracket: {
          const rank = this.at;
          const opener = this.open();
          while (this.kind !== T.RightBracket && this.at < end) this.next();
          this.close(T.RightBracket, opener);
          this.finish(N.Rank, rank);
          break;
        }
        default: this.next();
      }
    }
    this.finish(N.TypeReference, first);
  }

  /** `<int, string>` */
  protected typeArguments(): void {
    const first = this.at;
    this.next();
    while (this.kind !== T.Greater && this.kind !== T.End) {
      if (this.eat(T.Comma)) continue;
      const at = this.at;
      this.nested(() => this.type());
      if (this.at === at) break;
    }
    this.expect(T.Greater);
    this.finish(N.TypeArguments, first);
  }

  private tupleType(): void {
    const first = this.at;
    this.list(T.RightParen, () => {
      const item = this.at;
      this.nested(() => this.type());
      if (this.eat(T.Name)) this.finish(N.Parameter, item);
    });
    this.finish(N.TupleType, first);
  }
}

/** For each opening bracket the token that closes it, -1 for others and where none does. */
function matchesOf(tokens: TokenTable): Int32Array {
  const matches = new Int32Array(tokens.count).fill(-1);
  const open: number[] = [];
  for (let t = 0; t < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    if (kind >= T.LeftParen && kind <= T.LeftBrace) {
      open.push(t);
    } else if (kind >= T.RightParen && kind <= T.RightBrace) {
      // A brace closes what was left open within it.
      const opener = kind - (T.RightParen - T.LeftParen);
      while (
        open.length > 0
        && tokens.kind(open.at(-1)!) !== opener
        && kind === T.RightBrace
      ) open.pop();
      if (open.length > 0 && tokens.kind(open.at(-1)!) === opener) matches[open.pop()!] = t;
    }
  }
  return matches;
}
