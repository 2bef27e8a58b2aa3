import { FAR, type CodeLines } from "./lines.js";

/** A line that begins what a preprocessor takes on a condition. */
const CONDITION = /^#\s*(?:if|el)/;

/** Where lines for a preprocessor stand, and those below them. */
export class Directives {
  constructor(private readonly lines: CodeLines) {}

  /**
   * The column of one that was begun: that of the one right above, or the margin, but where the nearest other one stands
   * with the code.
   */
  own(column: number): number | undefined {
    const { lines } = this;
    let head = lines.last;
    while (head >= 0 && (!lines.isDirective(head) || lines.wasContinued(head)))
      head = lines.before(head);
    const stands = head < 0 ? 0 : lines.columnOf(head);
    if (head >= 0 && head === lines.last) return this.unless(column, stands + this.nested(head));
    return stands === 0 ? this.unless(column, 0) : undefined;
  }

  /** How much deeper others stand right below the condition of line `head`, as below the nearest other one. */
  private nested(head: number): number {
    const { lines } = this;
    return Math.max(0, this.belowOther(head, (_, next) => lines.isDirective(next)));
  }

  private unless(column: number, wanted: number): number | undefined {
    return column === wanted ? undefined : wanted;
  }

  /** The column of one that ends a condition, or turns it: that of its beginning. */
  closing(column: number): number | undefined {
    const { lines } = this;
    let depth = 1;
    for (let head = lines.last; head >= 0; head = lines.before(head)) {
      const code = lines.codeOf(head);
      if (/^#\s*endif\b/.test(code)) depth++;
      else if (/^#\s*if/.test(code) && --depth === 0)
        return this.unless(column, lines.columnOf(head));
    }
    return undefined;
  }

  /** How much deeper lines stand than a condition that stands with the code, as below the nearest other one. */
  hang(head: number): number {
    const { lines } = this;
    const column = lines.columnOf(head);
    return column === 0 ? 0 : this.belowOther(head, (line) => lines.columnOf(line) === column);
  }

  /**
   * How much deeper the line below another condition stands than that, the nearest before the condition of line `head`
   * which is `alike`; 0 where there is none, or line `head` is no condition.
   */
  private belowOther(head: number, alike: (line: number, next: number) => boolean): number {
    const { lines } = this;
    if (!CONDITION.test(lines.codeOf(head))) return 0;
    let next = head;
    for (let n = 0; n < FAR; n++) {
      const line = lines.before(next);
      if (line < 0) return 0;
      if (CONDITION.test(lines.codeOf(line)) && alike(line, next))
        return lines.columnOf(next) - lines.columnOf(line);
      next = line;
    }
    return 0;
  }
}
