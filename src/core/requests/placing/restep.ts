import { Signs } from "../../notation.js";
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
  { own, step }: Shape,
  target: number,
): number[] {
  const file = style.indentSize;
  const old = block.map(({ column }, i) => (i === 0 ? own : column));
  const columns = [target];
  const anchors = alignments(block, syntax.tokens, lines, Signs.of(language.notation));
  /** Lines that stand around the next one, each deeper than the one before. */
  const around = [0];
  for (let i = 1; i < block.length; i++) {
    const column = old[i]!;
    const { comment } = block[i]!;
    const anchor = comment >= 0 ? comment : anchors[i]!;
    if (anchor >= 0) {
      columns.push(column + columns[anchor]! - old[anchor]!);
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

/** For each line that stands aligned behind a bracket of an earlier one the place of that, else -1. */
function alignments(
  block: readonly MovedLine[],
  tokens: Site["syntax"]["tokens"],
  lines: Site["lines"],
  signs: Signs,
): number[] {
  const found: number[] = [];
  const open: { line: number; column: number }[] = [];
  let t = block[0]!.token;
  let line = 0;
  block.forEach(({ token, to }) => {
    for (; t < token; t++) {
      if (line + 1 < block.length && tokens.start(t) >= block[line + 1]!.from) line++;
      if (tokens.isTrivia(t)) continue;
      const sign = tokens.textOf(t);
      if (signs.opens(sign)) {
        const hangs = t + 1 >= tokens.count || tokens.onNewLine(t + 1);
        const start = lines.lineStart(lines.lineAt(tokens.start(t)));
        open.push({ line, column: hangs ? -1 : tokens.start(t + 1) - start });
      } else if (signs.closes(sign)) {
        open.pop();
      }
    }
    const bracket = open.at(-1);
    const own = to - lines.lineStart(lines.lineAt(to));
    found.push(bracket?.column === own ? bracket.line : -1);
  });
  return found;
}
