import type { Around } from "../../core/language.js";
import { Signs, type Notation } from "../../core/notation.js";
import type { Style } from "../../core/style/style.js";
import { Brackets } from "./brackets.js";
import type { Declaration } from "./declaration.js";
import { Directives } from "./directives.js";
import { Hanging } from "./hanging.js";
import { lexDeclared } from "./lexer.js";
import { CodeLines } from "./lines.js";
import { StatementLines } from "./statements.js";

/** A text up to the beginning of a line, and where that line stands. */
export class Before {
  private readonly lines: CodeLines;
  private readonly signs: Signs;
  private readonly brackets: Brackets;
  private readonly statements: StatementLines | undefined;
  private readonly hanging: Hanging;
  private readonly directives: Directives;

  constructor(
    text: string,
    private readonly declaration: Declaration,
    notation: Notation,
    private readonly style: Pick<Style, "indentSize" | "tabWidth">,
  ) {
    const { statements } = declaration;
    this.lines = new CodeLines(text, lexDeclared(text, declaration), declaration, style.tabWidth);
    this.signs = Signs.of(notation);
    this.brackets = new Brackets(this.lines, notation);
    this.hanging = new Hanging(this.lines, this.brackets, declaration, style);
    this.directives = new Directives(this.lines);
    this.statements = statements && new StatementLines(this.lines, this.brackets, statements);
  }

  closers(): string {
    return this.brackets.open.map(({ sign }) => this.signs.closerOf(sign)!).reverse().join("");
  }

  /** The column of the line that follows. */
  column({ below }: Pick<Around, "below">): number {
    const { lines, statements } = this;
    const { last } = lines;
    if (last < 0) return 0;
    const isRemark = lines.isRemark(last);
    const isDirective = lines.isDirective(last) && !lines.continues(last);
    if (statements === undefined || !(isRemark || isDirective))
      return this.columnBelow(last, below);
    const own = lines.columnOf(last);
    const nested = isDirective ? this.directives.hang(last) : 0;
    // A comment at the margin is code that was put out of use, and says as little.
    if (nested > 0 || (isRemark && own > 0)) return own + nested;
    const code = lines.codeBefore(last);
    return code < 0 ? 0 : this.columnBelow(code, below);
  }

  /** The column of what follows a line. */
  private columnBelow(last: number, below: number | undefined): number {
    const { lines, declaration, brackets, signs, statements, style: { indentSize } } = this;
    const line = lines.codeOf(last);
    const own = lines.columnOf(last);
    const mark = declaration.bullets?.exec(line)?.[0].length ?? 0;
    // Alone on its line, it holds the lines below it as a header does.
    const bullet = mark > 0 && mark === line.length ? indentSize : mark;
    if (declaration.flat?.test(line) === true && signs.opens(line)) return below ?? own;
    const opens = signs.opens(line) || declaration.opens?.test(line) === true;
    if (opens || lines.isContinued(last)) {
      const base = (opens ? this.baseOf(last, line) : own) + bullet;
      if (opens && below !== undefined && below > base) return below;
      const hangs = statements !== undefined && /[([]$/.test(line);
      return base + (hangs ? this.hanging.below(last) : indentSize);
    }
    const innermost = brackets.open.at(-1);
    const isOpened = innermost !== undefined && innermost.at >= lines.tokens.start(last);
    if (isOpened && declaration.hangs !== undefined) return this.hanging.beside(last, innermost.at);
    if (statements !== undefined && !isOpened) return this.goingOn(statements, last, own);
    // Behind what closes brackets of an earlier line, and goes on with that.
    const closed = brackets.openedBefore(last);
    if (closed >= 0 && !signs.closes(line)) return lines.columnOf(lines.at(closed));
    if (lines.wasContinued(last) && !lines.continues(last))
      return lines.columnOf(lines.firstContinued(last));
    return own + bullet;
  }

  /** The column from which a line counts that opens a bracket or a block at its end. */
  private baseOf(head: number, line: string): number {
    const { lines, brackets, signs } = this;
    if (signs.opens(line) && brackets.open.length > 0)
      return this.baseOfBracket(brackets.open.length - 1);
    const closed = brackets.openedBefore(head);
    return lines.columnOf(closed < 0 ? head : lines.at(closed));
  }

  /** The same of the open bracket of a number: the statement whose body it begins may do so on an earlier line. */
  private baseOfBracket(i: number): number {
    const { lines, brackets: { open }, statements } = this;
    const { sign, at } = open[i]!;
    const head = lines.at(at);
    const isFirst = i === 0 || open[i - 1]!.at < lines.tokens.start(head);
    return lines.columnOf(
      statements !== undefined && sign === "{" && isFirst ? statements.first(head) : head,
    );
  }

  /** The column below a line that opens no bracket: within a statement, or after one. */
  private goingOn(statements: StatementLines, last: number, own: number): number {
    const { lines, brackets: { open }, style: { indentSize } } = this;
    const first = statements.first(last);
    const outer = open.at(-1)?.sign;
    if (outer !== undefined && outer !== "{")
      return statements.isCarried(last) ? own : lines.columnOf(first);
    if (statements.isHeader(last)) return lines.columnOf(first) + indentSize;
    // Base classes and first values stand below the first of them.
    const colon = /^:\s*(?=.*,$)/.exec(lines.codeOf(last));
    if (colon !== null) return own + colon[0].length;
    if (statements.isCarried(last) || statements.isRow(last))
      return first === last ? own + statements.hang(last, indentSize) : own;
    return lines.columnOf(statements.ends(last) ? statements.outermost(first) : first);
  }

  /** The column of a line that begins with a closer, or with the brace that opens a block. */
  closerColumn(closer: string): number | undefined {
    const { lines, brackets: { open }, statements, signs } = this;
    if (closer === "{") {
      if (statements === undefined || lines.last < 0) return undefined;
      const header = lines.isRemark(lines.last) ? lines.codeBefore(lines.last) : lines.last;
      if (header < 0 || !statements.isHeader(header)) return undefined;
      return lines.columnOf(statements.first(header)) + statements.braceHang(header);
    }
    const opener = open.map(({ sign }) => signs.closerOf(sign)).lastIndexOf(closer);
    return opener < 0
      ? undefined
      : this.baseOfBracket(opener) + this.hanging.closer(lines.last, closer);
  }

  /** Where a block stands that is put there, by what it begins with. */
  blockColumn(block: string): number {
    const { signs, declaration } = this;
    const item = this.itemColumn(block);
    if (item !== undefined) return item;
    const column = this.column({});
    const head = block.trimStart();
    if (signs.beginsClosing(head)) return this.closerColumn(head[0]!) ?? column;
    const { closes = {}, directive, statements } = declaration;
    if (statements?.goesOn.test(head) === true) return this.goesOnColumn() ?? column;
    if (directive?.test(head) === true) return this.directives.own(column) ?? column;
    const [label, word] = /^(\w*):?/.exec(head)!;
    return this.wordColumn(Object.hasOwn(closes, label) ? label : word!, column) ?? column;
  }

  /** Where the nearest item above begins, for a block that begins with one; undefined for others. */
  private itemColumn(block: string): number | undefined {
    const { lines, declaration: { bullets } } = this;
    if (bullets?.test(block) !== true) return undefined;
    for (let head = lines.last; head >= 0; head = lines.before(head))
      if (bullets.test(lines.codeOf(head))) return lines.columnOf(head);
    return undefined;
  }

  /** Where a word goes, back or on; undefined where it stays. */
  wordColumn(word: string, column: number): number | undefined {
    const { declaration: { directive, statements } } = this;
    if (directive?.test(word) === true)
      return word === "#" ? this.directives.own(column) : this.directives.closing(column);
    if (statements?.signs.includes(word) === true) return this.goesOnColumn();
    const pattern = this.declaration.closes?.[word];
    if (pattern === undefined) return undefined;
    const { lines, brackets, declaration } = this;
    let least = Infinity;
    for (let head = lines.last; head >= 0 && least > 0; head = lines.before(head)) {
      // Behind what closes brackets of an earlier line it counts from that.
      const opener = brackets.openedBefore(head);
      const own = lines.columnOf(opener < 0 ? head : lines.at(opener));
      if (own >= least) continue;
      least = own;
      const code = lines.codeOf(head);
      if (pattern.test(code)) return own < column ? own : undefined;
      if (declaration.holds?.test(code) === true) return undefined;
    }
    return undefined;
  }

  /** The column of a line that goes on with the statement above. */
  private goesOnColumn(): number | undefined {
    const { lines, brackets: { open }, statements, style: { indentSize } } = this;
    const last = lines.codeBefore(lines.tokens.count);
    if (statements === undefined || last < 0) return undefined;
    const innermost = open.at(-1);
    const begins = innermost !== undefined && innermost.at >= lines.tokens.start(last);
    if (begins || statements.ends(last) || lines.codeOf(last).endsWith(",")) return undefined;
    const first = statements.first(last);
    if (innermost !== undefined && innermost.sign !== "{") return lines.columnOf(first);
    return statements.goesOn(last)
      ? lines.columnOf(last)
      : lines.columnOf(first) + statements.hang(last, indentSize);
  }
}
