import { Signs } from "../../notation.js";
import { openBrackets } from "./brackets.js";
import type { MovedLine } from "./moved.js";
import type { Site } from "./site.js";
import type { Shape } from "./shape.js";

/**
 * The columns of a pasted block's lines once its first stands in column `target` and its steps are the
 * file's. A line that stands whole steps deeper than one above goes as many of the file's; one that stands
 * aligned, or within a comment, keeps its distance.
 */
export function restep(
  { language, style, syntax, lines }: Site,
  block: readonly MovedLine[],
  { own, step, lost }: Shape,
  target: number,
): number[] {
  const file = style.indentSize;
  const old = block.map(({ column }, i) => (i === 0 ? own : column));
  const columns = [target];
  const brackets = openBrackets(block, syntax.tokens, Signs.of(language.notation));
  const inLine = (offset: number): number => offset - lines.lineStart(lines.lineAt(offset));
  /** Lines that stand around the next one, each deeper than the one before. */
  const around = [0];
  for (let i = 1; i < block.length; i++) {
    const column = old[i]!;
    const { comment, to } = block[i]!;
    const { line = -1, beside = -1 } = brackets[i] ?? {};
    const isAligned = beside >= 0 && inLine(beside) === inLine(to);
    const anchor = comment >= 0 || !isAligned ? comment : line;
    if (anchor >= 0) {
      columns.push(column + columns[anchor]! - old[anchor]!);
      continue;
    }
    if (lost !== undefined) {
      columns.push(target + (lost[i] || 0) * file);
      continue;
    }
    while (around.length > 1 && old[around.at(-1)!]! >= column) around.pop();
    const outer = around.at(-1)!;
    const deeper = column - old[outer]!;
    const even = deeper > 0 && deeper % step === 0;
    columns.push(columns[outer]! + (even ? (deeper / step) * file : deeper));
    around.push(i);
  }
  return columns;
}
