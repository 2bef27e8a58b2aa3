import type { Style } from "../../core/style/style.js";
import { columnAt } from "../../core/text/width.js";
import type { Brackets } from "./brackets.js";
import type { Declaration } from "./declaration.js";
import type { CodeLines } from "./lines.js";

/** Where lines in a bracket stand, as the author has them in the nearest other one. */
export class Hanging {
  constructor(
    private readonly lines: CodeLines,
    private readonly brackets: Brackets,
    private readonly declaration: Declaration,
    private readonly style: Pick<Style, "indentSize" | "tabWidth">,
  ) {}

  /**
   * The column below line `head`, which leaves a bracket open with something after it.
   *
   *     board(berth,        board(berth,
   *           tide)           tide)
   *
   * @param bracket where it stands.
   */
  beside(head: number, bracket: number): number {
    const { lines, brackets, declaration: { hangs, statements }, style: { indentSize } } = this;
    for (const [line, next] of lines.pairsBefore(head)) {
      const other = brackets.leftOpen(line);
      if (other < 0) continue;
      const column = lines.columnOf(next);
      if (column === this.columnBehind(other)) return this.columnBehind(bracket);
      const deeper = column - lines.columnOf(line);
      if (deeper > 0) return lines.columnOf(head) + deeper;
    }
    return hangs === "aligned"
      ? this.columnBehind(bracket)
      : lines.columnOf(head) + indentSize * (statements?.steps ?? 1);
  }

  /** How much deeper the line below line `head` stands, which ends with a bracket. */
  below(head: number): number {
    const { lines, style: { indentSize } } = this;
    const sign = lines.codeOf(head).at(-1)!;
    for (const [line, next] of lines.pairsBefore(head)) {
      const deeper = lines.columnOf(next) - lines.columnOf(line);
      if (deeper > 0 && lines.codeOf(line).endsWith(sign)) return deeper;
    }
    return indentSize;
  }

  /** How much deeper than the line of its bracket a closer stands that begins a line, as the nearest two above do. */
  closer(head: number, sign: string): number {
    const { lines, brackets } = this;
    let shown = -1;
    for (const [, line] of lines.pairsBefore(head)) {
      const opener = lines.text[lines.tokens.start(line)] === sign
        ? brackets.openerOf(lines.tokens.start(line))
        : -1;
      if (opener < 0) continue;
      const deeper = lines.columnOf(line) - lines.columnOf(lines.at(opener));
      if (shown >= 0) return deeper === shown ? shown : 0;
      if (deeper <= 0) return 0;
      shown = deeper;
    }
    return 0;
  }

  /** The column of what stands behind a bracket on its line. */
  private columnBehind(bracket: number): number {
    const { lines: { text }, style: { tabWidth } } = this;
    let at = bracket + 1;
    while (text[at] === " ") at++;
    return columnAt(text, at, tabWidth);
  }
}
