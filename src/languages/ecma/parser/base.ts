import type { Lookahead } from "../../../core/language.js";
import { BracketParser, type BracketRules, type Opener } from "../../../core/syntax/brackets.js";
import { N, T, isCloser, isOpener, isWord, type Dialect } from "../kinds.js";
import { Lexer } from "../lexer.js";

/** How many readings may be tried within each other. */
const TRIES = 8;

/** The operators between two operands, of which some may begin one. */
const BINARY = Array.from(
  { length: T.Instanceof - T.QuestionQuestion + 1 },
  (_, i) => T.QuestionQuestion + i,
);

/** Behind these a value begins. */
const BEFORE_VALUES: ReadonlySet<T> = new Set([
  T.LeftParen,
  T.LeftBracket,
  T.Comma,
  T.Colon,
  T.Assign,
  T.Return,
]);

/** Words that only begin statements. */
const STATEMENTS: ReadonlySet<number> = new Set([
  T.Break,
  T.Const,
  T.Continue,
  T.Debugger,
  T.Do,
  T.Export,
  T.For,
  T.If,
  T.Return,
  T.Switch,
  T.Throw,
  T.Try,
  T.Var,
  T.While,
]);

const RULES: BracketRules = {
  closerOf: new Map<number, number>([
    [T.LeftParen, T.RightParen],
    [T.LeftBracket, T.RightBracket],
    [T.LeftBrace, T.RightBrace],
    [T.TemplateHead, T.TemplateTail],
  ]),
  closers: new Map<number, string>([
    [T.RightParen, ")"],
    [T.RightBracket, "]"],
    [T.RightBrace, "}"],
    [T.Greater, ">"],
  ]),
  brace: T.RightBrace,
  separator: T.Comma,
  statements: STATEMENTS,
  followsBrace: new Set<number>([T.Else, T.Catch, T.Finally, T.Assign, T.Arrow]),
  goesOn: new Set<number>([
    T.Comma,
    T.Colon,
    T.Question,
    T.QuestionDot,
    T.Dot,
    T.Arrow,
    T.Assign,
    T.Augmented,
    T.LeftParen,
    ...BINARY.filter((kind) => (
      kind !== T.Less
      && kind !== T.Plus
      && kind !== T.Minus
      && kind !== T.Slash
      && kind !== T.Star
    )),
  ]),
  awaiting: new Set<number>([
    T.Assign,
    T.Augmented,
    T.Dot,
    T.QuestionDot,
    T.Import,
    T.Export,
    ...BINARY,
  ]),
  unparsed: N.Unparsed,
};

/** Readings of which a place allows several. */
export const enum Reading {
  Unmarked,
  GenericArrow,
  TypeAssertion,
  CallTypes,
  AsyncArrow,
  ReturnType,
  BranchReturnType,
  Brackets,
  Count,
}

/** What all grammar rules stand on: tokens lexed on demand, several readings of a place, and what JavaScript has of lists. */
export abstract class EcmaBase extends BracketParser {
  /** How many readings are being tried, one within the other. */
  private trying = 0;
  /** Places at which a reading failed, each with the number of its reading. */
  private readonly failed = new Set<number>();
  /** How many items of lists did not end where they should. */
  protected junked = 0;
  /** The token at which the last of them began. */
  protected junkFrom = 0;
  /** Where a unit began that was looked at beyond its end, and how far. */
  readonly lookaheads: Lookahead[] = [];
  /** `in` is no operator: the head of a `for`. */
  protected noIn = false;
  /** Between `?` and `:`, where a colon after brackets need not begin the type of a function. */
  protected inBranch = false;

  constructor(
    protected readonly lexer: Lexer,
    protected readonly dialect: Dialect,
    doubtful: boolean,
  ) {
    super(lexer.tokens, RULES, doubtful);
  }

  protected abstract assignment(): void;
  protected abstract expression(): void;
  protected abstract type(): void;
  protected abstract block(kind: N): void;

  // Tokens

  protected override begin(): void {
    this.taken = 0;
    this.look(this.lexer.scan());
  }

  protected override next(): void {
    this.taken = this.at + 1;
    this.look(this.lexer.scan());
  }

  protected look(at: number): void {
    this.at = at;
    this.kind = this.tokens.kind(at);
    this.arrive();
  }

  protected override peek(): T {
    return this.at >= this.tokens.count ? T.End : this.lexer.peek();
  }

  /** Whether a line end lies before the token that was peeked at last. */
  protected get peekedOnNewLine(): boolean {
    return this.lexer.peekedOnNewLine;
  }

  /** Whether the current token is the name `word`, which means something only here. */
  protected isName(word: string): boolean {
    return this.kind === T.Name && this.tokens.is(this.at, word);
  }

  protected eatName(word: string): boolean {
    if (!this.isName(word)) return false;
    this.next();
    return true;
  }

  /** Takes any word as a property's name. */
  protected eatWord(): boolean {
    if (!isWord(this.kind)) return false;
    this.next();
    return true;
  }

  /** Whether a line begins here with a word that only begins statements. */
  protected beginsStatement(): boolean {
    return this.lineBefore && (STATEMENTS.has(this.kind) || this.kind === T.Import);
  }

  /** Has the current token read as another kind. */
  protected reread(how: (t: number) => void): void {
    how.call(this.lexer, this.at);
    this.kind = this.tokens.kind(this.at);
  }

  /** The `<` that begins a list of types or a tag, or false. */
  protected atLess(): boolean {
    if (this.kind === T.ShiftLeft) this.reread(this.lexer.asLess);
    return this.kind === T.Less;
  }

  // Going back

  /**
   * Tries a rule; where it answers false, all is as before. It must not wrap nodes finished before.
   *
   * @param reading which of its readings this is. Where one failed it is not tried again, and few are tried
   * within each other: time would grow by the power of their depth.
   */
  protected override attempt(rule: () => boolean, reading = Reading.Unmarked): boolean {
    if (reading === Reading.Unmarked) return this.tried(rule);
    const first = this.at;
    if (this.trying === TRIES || this.failed.has(this.placeOf(first, reading))) return false;
    this.trying++;
    const done = this.tried(rule);
    this.trying--;
    if (!done) this.fail(first, reading);
    return done;
  }

  /** Notes that what begins at token t cannot be read so. */
  protected fail(t: number, reading: Reading): void {
    this.failed.add(this.placeOf(t, reading));
  }

  /** Whether a reading is being tried that cannot come out: the bracket here stays open to the text's end. */
  protected isKnownOpen(): boolean {
    return this.trying > 0 && this.failed.has(this.placeOf(this.at, Reading.Brackets));
  }

  /** Ends the reading being tried, which then fails. */
  protected giveUp(): void {
    this.kind = T.End;
    this.missing = true;
  }

  /** Whether the reading being tried was ended so, though the text goes on. */
  protected hasGivenUp(): boolean {
    return this.kind === T.End && this.at < this.tokens.count;
  }

  protected isTrying(): boolean {
    return this.trying > 0;
  }

  private placeOf(t: number, reading: Reading): number {
    return this.tokens.start(t) * Reading.Count + reading;
  }

  private tried(rule: () => boolean): boolean {
    const lexer = this.lexer.mark();
    if (super.attempt(rule)) return true;
    this.lexer.rewind(lexer);
    return false;
  }

  /** Notes how far beyond its end the unit that began at token `first` was looked at. */
  protected noteLookahead(first: number): void {
    const to = this.lexer.lookedTo();
    if (to > 0) this.lookaheads.push({ from: this.tokens.start(first), to });
  }

  protected override skip(): void {
    this.readPattern();
    super.skip();
  }

  /** What is not understood holds regular expressions too: where a value begins, a slash is no division. */
  protected readPattern(): void {
    const { tokens, at } = this;
    if (this.kind !== T.Slash || at === 0) return;
    if (BEFORE_VALUES.has(tokens.kind(tokens.grammarBefore(at)))) this.reread(this.lexer.asRegex);
  }

  /** Goes on to what begins a line or ends a member between braces. */
  protected skipMember(opener: Opener): void {
    while (
      !this.ends(T.RightBrace, opener)
      && !this.isCloser()
      && !this.lineBefore
      && this.kind !== T.Semicolon
    ) this.skip();
  }

  protected override isOpener(): boolean {
    return isOpener(this.kind);
  }

  protected override isCloser(): boolean {
    return isCloser(this.kind);
  }

  /** Takes the colon of a conditional. */
  protected otherwise(): boolean {
    this.leftOpen(": x");
    return this.expect(T.Colon);
  }

  /** A list of types is left at what ends the statement. */
  protected override leavesList(closer: T): boolean {
    return closer === T.Greater && this.kind === T.Semicolon;
  }

  protected override junk(first: number, closer: T, opener: Opener): void {
    this.junked++;
    this.junkFrom = this.at;
    super.junk(first, closer, opener);
  }
}
