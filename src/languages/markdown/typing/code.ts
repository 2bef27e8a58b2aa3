import { Signs, BRACKETS } from "../../../core/notation.js";
import type { Change } from "../../../core/text/edits.js";
import { startOfLine, whiteOf } from "../../../core/text/width.js";
import { chainAt, parseBlocks } from "../blocks.js";
import { B } from "../kinds.js";
import { indented, leavesElement } from "./tags.js";

/** Indented code names no language: its brackets and tags tell depth. */
const SIGNS = Signs.of({ brackets: BRACKETS });

/** A line that holds a closing bracket and nothing else. */
const CLOSES = /^[ \t]+[)\]}]$/;

/**
 * The white space of the line that follows one of indented code, both behind what their containers take: a step more
 * where that ends with an opening bracket, or leaves an element open.
 *
 *     Load the board:
 *
 *         <script>
 *             board.load({
 *                 ^ goes here
 */
export function whiteBelowCode(line: string, step: string): string {
  const white = whiteOf(line, 0);
  return SIGNS.endsOpen(line) || leavesElement(line) ? white + step : white;
}

/**
 * What a closing bracket that stands first on its line of indented code comes to: it goes back to the column of the line
 * that opens it.
 *
 * @param at the offset behind the bracket.
 * @returns undefined where nothing shall be said of it.
 */
export function closedCode(text: string, at: number): Change[] | undefined {
  const start = startOfLine(text, at);
  if (!CLOSES.test(text.slice(start, at))) return undefined;
  const { root, starts, ends } = parseBlocks(text.slice(0, at));
  const tip = chainAt(root, starts.length - 1).at(-1)!;
  if (tip.kind !== B.Code) return undefined;
  const open: number[] = [];
  for (const { line, at: from } of tip.rows.slice(0, -1)) {
    for (const sign of text.slice(from, ends[line])) {
      if (SIGNS.opens(sign)) open.push(starts[line]!);
      else if (SIGNS.closes(sign)) open.pop();
    }
  }
  const opener = open.at(-1);
  return opener === undefined ? undefined : indented(text, start, whiteOf(text, opener));
}
