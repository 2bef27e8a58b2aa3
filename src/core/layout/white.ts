import type { Signs } from "../notation.js";
import { indentText, whiteBeyond } from "../style/indent.js";
import type { Style } from "../style/style.js";
import { indentColumn, startOfLine } from "../text/width.js";

/** Lines above that are looked at for white space to take over. */
const REACH = 200;

/**
 * The white space that reaches a column behind `before`, which ends where a line begins. It is that of the
 * nearest line above in the same column, to the letter; else that of the nearest one less deep and the
 * rest in its kind.
 */
export function whiteAt(signs: Signs, before: string, column: number, style: Style): string {
  if (column <= 0) return "";
  let end = before.length;
  for (let i = 0; i < REACH && end > 0; i++) {
    const start = startOfLine(before, end - 1);
    const [white] = signs.whiteBefore(before.slice(start, end));
    const own = white === undefined
      ? Infinity
      : indentColumn(white, 0, white.length, style.tabWidth);
    if (own === column) return white!;
    if (own < column) return whiteBeyond(white!, column - own, style);
    end = start;
  }
  return indentText(style, column);
}
