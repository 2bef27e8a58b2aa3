import type { TokenTable } from "../../core/syntax/tokens.js";
import { lineColumn } from "../../core/text/width.js";
import type { Declaration } from "./declaration.js";

const BACKSLASH = "\\";

/** How many lines are looked back over for what the author does elsewhere. */
export const FAR = 100;

/** The lines of a text that hold something, each named by the token with which it begins. */
export class CodeLines {
  /** The last one, or -1. */
  readonly last: number;

  constructor(
    readonly text: string,
    readonly tokens: TokenTable,
    private readonly declaration: Declaration,
    private readonly tabWidth: number,
  ) {
    this.last = this.before(tokens.count);
  }

  /** The line before that of token `head`, or -1. */
  before(head: number): number {
    return this.tokens.lineFirst(head - 1);
  }

  /** The same, leaving aside what says nothing of the depth of code: comments and lines for a preprocessor. */
  codeBefore(head: number): number {
    let line = this.before(head);
    while (line >= 0 && (this.isRemark(line) || this.isDirective(line))) line = this.before(line);
    return line;
  }

  /** Lines of code up to line `head`, each with the next one, from the nearest on. */
  *pairsBefore(head: number): IterableIterator<readonly [line: number, next: number]> {
    let next = head;
    for (let n = 0; n < FAR; n++) {
      const line = this.codeBefore(next);
      if (line < 0) return;
      yield [line, next];
      next = line;
    }
  }

  /** One past the last token of a line. */
  end(head: number): number {
    const { tokens } = this;
    let end = head + 1;
    while (end < tokens.count && !tokens.onNewLine(end)) end++;
    return end;
  }

  columnOf(head: number): number {
    return lineColumn(this.text, this.tokens.start(head), this.tabWidth);
  }

  /** The line on which an offset lies. */
  at(offset: number): number {
    return this.before(this.tokens.lastAt(offset) + 1);
  }

  /** The code of a line, comments apart. */
  codeOf(head: number): string {
    const { tokens, text } = this;
    let last = this.end(head) - 1;
    while (last >= head && tokens.isTrivia(last)) last--;
    return last < head ? "" : text.slice(tokens.start(head), tokens.end(last)).trimEnd();
  }

  isRemark(head: number): boolean {
    return this.codeOf(head) === "";
  }

  /** Whether a line is one for a preprocessor, or goes on with one behind a backslash. */
  isDirective(head: number): boolean {
    const { directive } = this.declaration;
    return directive !== undefined && directive.test(this.codeOf(this.firstContinued(head)));
  }

  /** Whether the line below one goes on with it behind a backslash. */
  continues(head: number): boolean {
    return this.codeOf(head).endsWith(BACKSLASH);
  }

  /** Whether a line goes on behind a backslash with the line before it. */
  wasContinued(head: number): boolean {
    const before = this.before(head);
    return before >= 0 && this.continues(before);
  }

  /** Whether a line is the first that goes on behind a backslash. */
  isContinued(head: number): boolean {
    return this.continues(head) && !this.wasContinued(head);
  }

  /** The first of several lines that go on with one another behind backslashes. */
  firstContinued(head: number): number {
    let first = head;
    while (this.wasContinued(first)) first = this.before(first);
    return first;
  }
}
