import { FlushLines } from "../text/flush-lines.js";
import { OuterLines } from "../text/outer-lines.js";
import { LineColumns, indentColumn, startOfLine } from "../text/width.js";
import { DEPTH_LIMIT, END, Parser } from "./parser.js";
import { TokenFlag, isBelowBlank, type TokenTable } from "./tokens.js";

/** Tab stops by which indentation is compared where brackets do not tell. */
const TAB = 4;

/** Where the line of an opening bracket begins; -1 where indentation does not count. */
export type Opener = number;

/** What a language says of its brackets and lists. */
export interface BracketRules {
  /** The closer of each kind of opener. */
  readonly closerOf: ReadonlyMap<number, number>;
  /** How closers are written. */
  readonly closers: ReadonlyMap<number, string>;
  /** The closer of what holds statements. */
  readonly brace: number;
  readonly separator: number;
  /** Kinds of tokens that only begin statements: where columns tell nothing, they end what is no block. */
  readonly statements: ReadonlySet<number>;
  /** Kinds that mostly follow a brace; they stand one column further in where that is gone. */
  readonly followsBrace: ReadonlySet<number>;
  /** Kinds that carry on what stands before them, where they can. */
  readonly goesOn: ReadonlySet<number>;
  /** Kinds behind which an operand must come. */
  readonly awaiting: ReadonlySet<number>;
  /** The kind of nodes that are not understood. */
  readonly unparsed: number;
}

/**
 * What parsers of languages with brackets share: brackets that may not add up, items between them, and going
 * back. Comments are tokens already.
 *
 * A first pass trusts the brackets. Where they do not add up the text is read again, `doubtful`: now a
 * bracket is also closed where a line stands no deeper than the line that opened it, and not by what begins a line
 * deeper than that, where its own closer comes below.
 */
export abstract class BracketParser extends Parser {
  /** A line end lies before the current token. */
  protected lineBefore = true;
  /** Set where something that the grammar wants is not there. The statement around it is left alone. */
  protected missing = false;
  /** In how many places brackets do not add up. */
  mismatches = 0;
  /** The token with which the current statement begins; -1 for none. */
  protected statementAt = -1;
  /** The column of its line; -1 where indentation does not count. */
  protected head: Opener = -1;
  /** The lines that opened the brackets around, innermost last. */
  private readonly openers: Opener[] = [];
  private readonly lineColumns: LineColumns;
  private readonly outerLines: OuterLines;
  private flushLines: FlushLines | undefined = undefined;
  /** Where a bracket that lacks its closer was last found to end. */
  private cut = -1;
  /** What would close the constructs that the end of the text left open, innermost first. */
  readonly closers: string[] = [];

  constructor(
    tokens: TokenTable,
    private readonly rules: BracketRules,
    protected readonly doubtful: boolean,
  ) {
    super(tokens);
    this.lineColumns = new LineColumns(tokens.text, TAB);
    this.outerLines = new OuterLines(tokens.text, TAB);
  }

  // Tokens

  protected override begin(): void {
    this.taken = 0;
    super.begin();
    this.arrive();
  }

  protected override next(): void {
    super.next();
    this.arrive();
  }

  /** Notes whether a line end lies before the current token; a comment of several lines counts as one. */
  protected arrive(): void {
    const { at, taken, tokens } = this;
    this.lineBefore = tokens.has(at, TokenFlag.OnNewLine);
    for (let t = taken; t < at && !this.lineBefore; t++)
      this.lineBefore = tokens.has(
        t,
        TokenFlag.OnNewLine | TokenFlag.MultiLine | TokenFlag.EndsLine,
      );
  }

  protected expect(kind: number): boolean {
    if (this.eat(kind)) return true;
    this.missing = true;
    return false;
  }

  // Going back

  /** Tries a rule; where it answers false, all is as before. It must not wrap nodes finished before. */
  protected attempt(rule: () => boolean): boolean {
    const tree = this.tree.mark();
    const { at, kind, taken, lineBefore, missing, mismatches, cut, depth } = this;
    const left = this.closers.length;
    const around = this.openers.length;
    this.missing = false;
    const done = rule() && !this.missing;
    this.missing = missing;
    if (done) return true;
    this.closers.length = left;
    this.openers.length = around;
    this.tree.rewind(tree);
    this.at = at;
    this.kind = kind;
    this.taken = taken;
    this.lineBefore = lineBefore;
    this.mismatches = mismatches;
    this.cut = cut;
    this.depth = depth;
    return false;
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
    while (this.kind !== END) {
      if (this.isOpener()) open++;
      else if (this.isCloser() && --open < 0) break;
      this.next();
    }
    this.finish(this.rules.unparsed, first);
  }

  /** Takes one token; an opening bracket with all up to its closer. */
  protected skip(): void {
    if (!this.isOpener()) return this.next();
    if (this.tooDeep()) return;
    const closer = this.rules.closerOf.get(this.kind)!;
    this.depth++;
    const opener = this.open();
    while (!this.ends(closer, opener) && !this.isCloser()) this.skip();
    this.close(closer, opener);
    this.depth--;
  }

  protected isOpener(): boolean {
    return this.rules.closerOf.has(this.kind);
  }

  protected isCloser(): boolean {
    return this.rules.closers.has(this.kind);
  }

  // Statements

  /** Notes that a statement begins here. */
  protected beginStatement(): void {
    this.statementAt = this.at;
    this.head = this.lineOf(this.at);
  }

  // Brackets

  /** Takes an opening bracket. */
  protected open(): Opener {
    const { at, head } = this;
    const line = this.lineOf(at);
    const begins = this.tokens.onNewLine(at);
    this.next();
    // Below a header a brace may hold nothing.
    const opener = !this.isFlush(line) || (begins && line === head)
      ? line
      : !this.isFlush(head)
      ? head
      : this.unlessClosed(at, head < 0 ? line : Math.min(line, head));
    this.openers.push(opener);
    return opener;
  }

  /** Where what is inside stands no deeper, indentation tells only that a bracket is closed nowhere in its column. */
  private unlessClosed(t: number, column: number): Opener {
    if (column < 0) return -1;
    const { tokens } = this;
    this.flushLines ??= new FlushLines(tokens.text, TAB);
    return this.flushLines.isLeftOpen(tokens.start(t), column) ? column : -1;
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
    return this.lineColumns.of(this.tokens.start(t));
  }

  /**
   * Whether an operand that is to come stands below a blank line, no deeper than its statement: that is not written to
   * its end.
   *
   *     const fare =
   *
   *     sail(boat);
   */
  protected isCutOff(): boolean {
    const { at, statementAt, tokens } = this;
    if (!this.lineBefore || at === statementAt || statementAt < 0) return false;
    if (!this.rules.awaiting.has(tokens.kind(tokens.grammarBefore(at)))) return false;
    return isBelowBlank(tokens, at) && this.lineColumnOf(at) <= this.lineColumnOf(statementAt);
  }

  /** Whether an operand is missing as its statement is not written to its end; then that is left alone. */
  protected lacksOperand(): boolean {
    if (!this.isCutOff()) return false;
    this.missing = true;
    return true;
  }

  /** Whether a bracket ends here: at its closer, or where it evidently lacks one. */
  protected ends(closer: number, opener: Opener): boolean {
    if (this.kind === closer) return !this.isStray(closer, opener);
    if (this.kind === END) return true;
    if (!this.lineBefore || (opener < 0 && !this.doubtful)) return false;
    const { brace, statements, followsBrace } = this.rules;
    if (opener < 0) return closer !== brace && statements.has(this.kind);
    const column = this.columnOf(this.at);
    if (column > (followsBrace.has(this.kind) ? opener + 1 : opener)) return false;
    // What lacked its closer was found; the brackets around it that opened on the same line go on.
    return !(column >= opener && this.cut === this.at && this.rules.goesOn.has(this.kind));
  }

  /**
   * Whether a closer begins a line here that lost its opener: it stands deeper than the line which opened the bracket
   * around, and that has a closer of its own below.
   *
   *     function sail() {
   *       });
   *     }
   */
  private isStray(closer: number, opener: Opener): boolean {
    const { at, tokens } = this;
    if (!this.doubtful || opener < 0 || !this.isCloser() || !tokens.onNewLine(at)) return false;
    if (this.columnOf(at) <= opener) return false;
    const outer = this.outerLines.below(tokens.start(at), opener);
    const sign = this.rules.closers.get(closer)!;
    // A line may begin with the end of a comment.
    return outer.column >= opener - 1 && tokens.text.startsWith(sign, outer.at);
  }

  /** Whether more stands within a bracket; closers that lost their openers are taken before that tells. */
  protected within(closer: number, opener: Opener): boolean {
    while (this.isStray(closer, opener)) this.skipStray();
    return !this.ends(closer, opener);
  }

  /** Takes a closer that lost its opener, with what stands on its line. */
  private skipStray(): void {
    const first = this.at;
    this.mismatches++;
    do {
      if (this.isCloser()) this.next();
      else this.skip();
    } while (!this.lineBefore && this.kind !== END);
    this.finish(this.rules.unparsed, first);
  }

  /** Whether a line begins here that stands less deep than the one which opened the brackets around. */
  protected isOutside(): boolean {
    return this.lineBefore && this.columnOf(this.at) < (this.openers.at(-1) ?? -1);
  }

  /**
   * Takes the closer of a bracket; where it is not there, the brackets do not add up.
   *
   * @param next goes to the token after it.
   */
  protected close(closer: number, opener: Opener, next = this.next): boolean {
    this.openers.pop();
    // One column less is what a brace leaves that stood before the word which opens the line.
    const foreign = opener >= 0 && this.lineBefore && this.columnOf(this.at) < opener - 1;
    if (!foreign && this.kind === closer) {
      next.call(this);
      return true;
    }
    this.leftOpen(this.rules.closers.get(closer) ?? "");
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
    if (this.kind === END) this.closers.push(closer);
  }

  /** Something is not there that the grammar wants, and that would read so at the end of the text. */
  protected lacks(text: string): void {
    this.leftOpen(text);
    this.missing = true;
  }

  protected columnOf(t: number): number {
    const { text } = this.tokens;
    const end = this.tokens.start(t);
    return indentColumn(text, startOfLine(text, end), end, TAB);
  }

  /**
   * Items between brackets, with separators between them.
   *
   * @param item takes one item, as a method of the parser; where it takes nothing, tokens up to the next separator
   * are left unparsed.
   */
  protected list(closer: number, item: (this: this) => void): boolean {
    const opener = this.open();
    while (this.within(closer, opener)) {
      if (this.eat(this.rules.separator)) continue;
      const first = this.at;
      item.call(this);
      // An item that lacks its closer lacks its separator with it.
      const cut = this.cut === this.at && this.at > first;
      if (cut || this.kind === this.rules.separator || this.ends(closer, opener)) continue;
      if (this.isCloser()) break;
      this.junk(first, closer, opener);
      if (this.leavesList(closer)) break;
    }
    return this.close(closer, opener);
  }

  /** Whether a list that lacks its closer is left with the statement around it. */
  protected leavesList(_closer: number): boolean {
    return false;
  }

  /** An item that does not end where it should: unparsed up to the next separator or the closer. */
  protected junk(first: number, closer: number, opener: Opener): void {
    while (
      !this.ends(closer, opener)
      && !this.isCloser()
      && this.kind !== this.rules.separator
      && !this.leavesList(closer)
    ) this.skip();
    this.missing = true;
    this.finish(this.rules.unparsed, first);
  }
}
