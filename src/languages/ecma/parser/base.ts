import type { Lookahead } from "../../../core/language.js";
import { DEPTH_LIMIT, Parser } from "../../../core/syntax/parser.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { LineStarts, indentColumn, lineColumn, startOfLine } from "../../../core/text/width.js";
import { N, T, isWord, type Dialect } from "../kinds.js";
import { Lexer } from "../lexer.js";

/** Tab stops by which indentation is compared where brackets do not tell. */
const TAB = 4;

/** How many readings may be tried within each other. */
const TRIES = 8;

const CLOSER_OF: { readonly [kind: number]: T } = {
  [T.LeftParen]: T.RightParen,
  [T.LeftBracket]: T.RightBracket,
  [T.LeftBrace]: T.RightBrace,
  [T.TemplateHead]: T.TemplateTail,
};

const CLOSERS: { readonly [kind: number]: string } = {
  [T.RightParen]: ")",
  [T.RightBracket]: "]",
  [T.RightBrace]: "}",
  [T.Greater]: ">",
};

/** Words that begin statements only: where columns tell nothing, they end what is no block. */
const STATEMENTS: ReadonlySet<T> = new Set([
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

/** Readings of which a place allows several. */
export const enum Reading {
  Unmarked,
  GenericArrow,
  TypeAssertion,
  CallTypes,
  AsyncArrow,
  ReturnType,
  BranchReturnType,
  Count,
}

/** Where the line of an opening bracket begins; -1 where indentation does not count. */
export type Opener = number;

/**
 * What all grammar rules stand on: tokens lexed on demand, going back, brackets, and recovery.
 *
 * A first pass trusts the brackets. Where they do not add up the text is read again, `doubtful`: now a
 * bracket is also closed where a line stands no deeper than the line that opened it.
 */
export abstract class EcmaBase extends Parser {
  /** A line end lies before the current token. */
  protected lineBefore = true;
  /** Set where something that the grammar wants is not there. The statement around it is left alone. */
  protected missing = false;
  /** In how many places brackets do not add up. */
  mismatches = 0;
  /** The column at which the current statement begins; -1 where indentation does not count. */
  protected head: Opener = -1;
  /** The lines that opened the brackets around, innermost last. */
  private readonly openers: Opener[] = [];
  private readonly lineStarts: LineStarts;
  /** How many readings are being tried, one within the other. */
  private trying = 0;
  /** Places at which a reading failed, each with the number of its reading. */
  private readonly failed = new Set<number>();
  /** Where a bracket that lacks its closer was last found to end. */
  private cut = -1;
  /** How many items of lists did not end where they should. */
  protected junked = 0;
  /** What would close the constructs that the end of the text left open, innermost first. */
  readonly closers: string[] = [];
  /** Where a unit began that was looked at beyond its end, and how far. */
  readonly lookaheads: Lookahead[] = [];
  /** `in` is no operator: the head of a `for`. */
  protected noIn = false;
  /** Between `?` and `:`, where a colon after brackets need not begin the type of a function. */
  protected inBranch = false;

  constructor(
    protected readonly lexer: Lexer,
    protected readonly dialect: Dialect,
    protected readonly doubtful: boolean,
  ) {
    super(lexer.tokens);
    this.lineStarts = new LineStarts(lexer.text);
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
    const { tokens, taken } = this;
    this.at = at;
    this.kind = tokens.kind(at);
    this.lineBefore = tokens.has(at, TokenFlag.OnNewLine);
    // A comment of several lines counts as a line end.
    for (let t = taken; t < at && !this.lineBefore; t++) {
      this.lineBefore =
        tokens.has(t, TokenFlag.OnNewLine)
        || tokens.has(t, TokenFlag.MultiLine | TokenFlag.EndsLine);
    }
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

  protected expect(kind: T): boolean {
    if (this.eat(kind)) return true;
    this.missing = true;
    return false;
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
  protected attempt(rule: () => boolean, reading = Reading.Unmarked): boolean {
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

  private placeOf(t: number, reading: Reading): number {
    return this.tokens.start(t) * Reading.Count + reading;
  }

  private tried(rule: () => boolean): boolean {
    const lexer = this.lexer.mark();
    const tree = this.tree.mark();
    const { at, kind, taken, lineBefore, missing, mismatches, cut, depth } = this;
    this.missing = false;
    const left = this.closers.length;
    const around = this.openers.length;
    const done = rule() && !this.missing;
    if (done) {
      this.missing = missing;
      return true;
    }
    this.closers.length = left;
    this.openers.length = around;
    this.lexer.rewind(lexer);
    this.tree.rewind(tree);
    this.at = at;
    this.kind = kind;
    this.taken = taken;
    this.lineBefore = lineBefore;
    this.missing = missing;
    this.mismatches = mismatches;
    this.cut = cut;
    this.depth = depth;
    return false;
  }

  /** Notes how far beyond its end the unit that began at token `first` was looked at. */
  protected noteLookahead(first: number): void {
    const to = this.lexer.lookedTo();
    if (to > 0) this.lookaheads.push({ from: this.tokens.start(first), to });
  }

  // Depth

  /** Runs a rule one level deeper; past the limit the rest of the construct is one unparsed node. */
  protected nested(rule: () => void): void {
    if (this.tooDeep()) return;
    this.depth++;
    rule();
    this.depth--;
  }

  /** Whether constructs may nest no deeper; then what is left of this one was taken as one node. */
  protected tooDeep(): boolean {
    if (this.depth < DEPTH_LIMIT) return false;
    this.opaque();
    return true;
  }

  /** Takes what is left up to a closer that was opened before, as one node. */
  protected opaque(): void {
    const first = this.at;
    let open = 0;
    while (this.kind !== T.End) {
      if (this.isOpener()) open++;
      else if (this.isCloser() && --open < 0) break;
      this.next();
    }
    this.finish(N.Unparsed, first);
  }

  /** Takes one token; an opening bracket with all up to its closer. */
  protected skip(): void {
    if (!this.isOpener()) return this.next();
    if (this.tooDeep()) return;
    const closer = CLOSER_OF[this.kind]!;
    this.depth++;
    const opener = this.open();
    while (!this.ends(closer, opener) && !this.isCloser()) this.skip();
    this.close(closer, opener);
    this.depth--;
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

  protected isOpener(): boolean {
    return (this.kind >= T.LeftParen && this.kind <= T.LeftBrace) || this.kind === T.TemplateHead;
  }

  protected isCloser(): boolean {
    return (this.kind >= T.RightParen && this.kind <= T.RightBrace) || this.kind === T.TemplateTail;
  }

  // Brackets

  /** Takes an opening bracket. */
  protected open(): Opener {
    const line = this.lineOf(this.at);
    this.next();
    // Where what is inside stands no deeper, indentation tells nothing.
    const opener = !this.isFlush(line) ? line : !this.isFlush(this.head) ? this.head : -1;
    this.openers.push(opener);
    return opener;
  }

  /** Whether what is inside an opening bracket stands no deeper than a line around it. */
  private isFlush(line: number): boolean {
    if (line < 0 || !this.lineBefore || this.isCloser()) return false;
    let inside = this.taken;
    while (inside < this.at && !this.tokens.onNewLine(inside)) inside++;
    return this.columnOf(inside) <= line;
  }

  /** The column at which the line begins that holds token t; -1 where indentation does not count. */
  protected lineOf(t: number): number {
    return this.doubtful ? this.lineColumnOf(t) : -1;
  }

  /** The column at which the line begins that holds token t. */
  protected lineColumnOf(t: number): number {
    const start = this.tokens.start(t);
    return lineColumn(this.tokens.text, start, TAB, this.lineStarts.of(start));
  }

  /** Whether a bracket ends here: at its closer, or where it evidently lacks one. */
  protected ends(closer: T, opener: Opener): boolean {
    if (this.kind === closer || this.kind === T.End) return true;
    if (!this.lineBefore) return false;
    if (opener < 0) return this.doubtful && closer !== T.RightBrace && STATEMENTS.has(this.kind);
    const column = this.columnOf(this.at);
    if (column > (this.followsBrace() ? opener + 1 : opener)) return false;
    // What lacked its closer was found; the brackets around it that opened on the same line go on.
    return !(column >= opener && this.cut === this.at && this.goesOn());
  }

  /** Whether what stands here mostly follows a brace; it stands one column further in where that is gone. */
  private followsBrace(): boolean {
    switch (this.kind) {
      case T.Else:
      case T.Catch:
      case T.Finally:
      case T.Assign:
      case T.Arrow: return true;
      default: return false;
    }
  }

  /** Whether a line begins here that stands less deep than the one which opened the brackets around. */
  protected isOutside(): boolean {
    return this.lineBefore && this.columnOf(this.at) < (this.openers.at(-1) ?? -1);
  }

  /** Whether the current token carries on what stands before it, where it can. */
  private goesOn(): boolean {
    switch (this.kind) {
      case T.Comma:
      case T.Colon:
      case T.Question:
      case T.QuestionDot:
      case T.Dot:
      case T.Arrow:
      case T.Assign:
      case T.Augmented:
      case T.LeftParen:
        return true;
      case T.Less:
      case T.Plus:
      case T.Minus:
      case T.Slash:
      case T.Star: return false;
      default: return this.kind >= T.QuestionQuestion && this.kind <= T.Instanceof;
    }
  }

  /**
   * Takes the closer of a bracket; where it is not there, the brackets do not add up.
   *
   * @param next goes to the token after it.
   */
  protected close(closer: T, opener: Opener, next = this.next): boolean {
    this.openers.pop();
    // One column less is what a brace leaves that stood before the word which opens the line.
    const foreign = opener >= 0 && this.lineBefore && this.columnOf(this.at) < opener - 1;
    if (!foreign && this.kind === closer) {
      next.call(this);
      return true;
    }
    this.leftOpen(CLOSERS[closer] ?? "");
    this.cut = this.at;
    this.mismatches++;
    this.missing = true;
    return false;
  }

  /** Takes the comments behind a block that lacks its brace which stand deeper than its line: they are its own. */
  protected takeComments(opener: Opener): void {
    if (opener < 0) return;
    while (
      this.taken < this.at
      && this.tokens.onNewLine(this.taken)
      && this.columnOf(this.taken) > opener
    )
      this.taken++;
  }

  /** Notes what would close a construct, where the text ends within it. */
  protected leftOpen(closer: string): void {
    if (this.kind === T.End) this.closers.push(closer);
  }

  /** Something is not there that the grammar wants, and that would read so at the end of the text. */
  protected lacks(text: string): void {
    this.leftOpen(text);
    this.missing = true;
  }

  /** Takes the colon of a conditional. */
  protected otherwise(): boolean {
    this.leftOpen(": x");
    return this.expect(T.Colon);
  }

  protected columnOf(t: number): number {
    const { text } = this.tokens;
    const end = this.tokens.start(t);
    return indentColumn(text, startOfLine(text, end), end, TAB);
  }

  /**
   * Items between brackets, with commas between them.
   *
   * @param item takes one item; where it takes nothing, tokens up to the next comma are left unparsed.
   */
  protected list(closer: T, item: () => void): boolean {
    const opener = this.open();
    while (!this.ends(closer, opener)) {
      if (this.eat(T.Comma)) continue;
      const first = this.at;
      item();
      // An item that lacks its closer lacks its comma with it.
      const cut = this.cut === this.at && this.at > first;
      if (cut || this.kind === T.Comma || this.ends(closer, opener)) continue;
      if (this.isCloser()) break;
      this.junk(first, closer, opener);
      if (this.endsTypes(closer)) break;
    }
    return this.close(closer, opener);
  }

  /** Whether a list of types is left here with the statement around it. */
  private endsTypes(closer: T): boolean {
    return closer === T.Greater && this.kind === T.Semicolon;
  }

  /** An item that does not end where it should: unparsed up to the next comma or the closer. */
  private junk(first: number, closer: T, opener: Opener): void {
    this.junked++;
    while (
      !this.ends(closer, opener)
      && !this.isCloser()
      && this.kind !== T.Comma
      && !this.endsTypes(closer)
    ) this.skip();
    this.missing = true;
    this.finish(N.Unparsed, first);
  }
}
