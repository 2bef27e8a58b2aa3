import type { CodeLines } from "./lines.js";
import type { Statements } from "./declaration.js";
import type { Brackets } from "./brackets.js";

/** How the statements of a text stand on their lines. */
export class StatementLines {
  constructor(
    private readonly lines: CodeLines,
    private readonly brackets: Brackets,
    private readonly rules: Statements,
  ) {}

  /**
   * The line with which the statement begins, or the item, that goes on with line `head`.
   *
   *     total = fare          <- first
   *         + board(deck,
   *                 berth)    <- head
   */
  first(head: number): number {
    const { lines, brackets } = this;
    let first = head;
    for (;;) {
      const opener = brackets.openedBefore(first);
      if (opener >= 0) {
        first = lines.at(opener);
        continue;
      }
      const before = this.before(first);
      if (before < 0 || !this.areOne(before, first)) return first;
      first = before;
    }
  }

  /** The line of code before a line, within the innermost bracket that is open; -1 for none. */
  private before(line: number): number {
    const before = this.lines.codeBefore(line);
    return before >= 0 && this.brackets.parted(before, line) ? -1 : before;
  }

  /** Whether a line goes on with an earlier one. */
  goesOn(head: number): boolean {
    const before = this.before(head);
    return before >= 0 && this.areOne(before, head);
  }

  /** Whether a line goes on with the code line before it. */
  private areOne(before: number, line: number): boolean {
    return (
      this.rules.goesOn.test(this.lines.codeOf(line))
      || this.isCarried(before)
      || this.isRow(before)
    );
  }

  /** Whether a line ends with a comma where statements stand, as one of several names or of base classes does. */
  isRow(head: number): boolean {
    const { rules, lines, brackets } = this;
    return (
      rules.commas === true
      && lines.codeOf(head).endsWith(",")
      && !brackets.holdItems
      && brackets.leftOpen(head) < 0
    );
  }

  /** Whether a line is surely carried on: it ends with an operator. */
  isCarried(head: number): boolean {
    return this.rules.carried.test(this.lines.codeOf(head));
  }

  /** Whether a line ends its statement. */
  ends(head: number): boolean {
    return /[;{}:]$/.test(this.lines.codeOf(head));
  }

  /** Whether a line ends what a body without braces may follow: `if (…)`, `else`. */
  isHeader(head: number): boolean {
    const { lines, brackets, rules } = this;
    const code = lines.codeOf(head);
    if (rules.words?.test(code) === true) return true;
    if (rules.headers === undefined || !code.endsWith(")")) return false;
    const opener = brackets.openerOf(lines.tokens.start(head) + code.length - 1);
    if (opener < 0) return false;
    const start = lines.tokens.start(lines.at(opener));
    return rules.headers.test(lines.text.slice(start, opener).trimEnd());
  }

  /** The outermost of the headers without braces whose body is the statement that begins with line `first`. */
  outermost(first: number): number {
    let outer = first;
    for (let before = this.before(outer); before >= 0; before = this.before(outer)) {
      if (!this.isHeader(before)) break;
      outer = this.first(before);
    }
    return outer;
  }

  /** How much deeper than its statement a line stands that goes on with it, as the nearest above does. */
  hang(head: number, indentSize: number): number {
    const { lines, rules } = this;
    for (const [line, next] of lines.pairsBefore(head)) {
      const deeper = lines.columnOf(next) - lines.columnOf(line);
      if (deeper > 0 && this.areOne(line, next) && this.first(line) === line) return deeper;
    }
    return (rules.steps ?? 1) * indentSize;
  }

  /** How much deeper than its header a brace stands that has a line of its own, as the nearest above does. */
  braceHang(head: number): number {
    const { lines } = this;
    for (const [line, next] of lines.pairsBefore(head))
      if (lines.codeOf(next) === "{" && this.isHeader(line))
        return lines.columnOf(next) - lines.columnOf(this.first(line));
    return 0;
  }
}
