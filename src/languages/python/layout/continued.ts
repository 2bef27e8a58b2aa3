import type { Sheet } from "../../../core/layout/sheet.js";
import type { Style } from "../../../core/style/style.js";
import type { TokenTable } from "../../../core/syntax/tokens.js";
import { lineColumn, startOfLine } from "../../../core/text/width.js";
import { HEADERS, T } from "../kinds.js";
import { LOGICAL } from "../lexer.js";

/**
 * Puts lines right that a backslash carries on: they stand whole steps in, clear of a header's body, or
 * aligned with something above; where the width alone counts, one step in, or two in a header.
 *
 *     if tide and \
 *             deck:
 *         sail()
 */
export function alignContinued(sheet: Sheet, style: Style): void {
  const { indentSize, tabWidth } = style;
  const asWritten = style.listSplit === "as-written";
  const { tokens } = sheet;
  const columnOf = (t: number): number => lineColumn(tokens.text, tokens.start(t), tabWidth);
  let first = 0;
  let good: number | undefined;
  // The lines of this logical line that move, by the tokens with which they begin.
  const moved = new Set<number>();
  for (let t = 0; t < tokens.count; t++) {
    if (tokens.has(t, LOGICAL)) {
      first = t;
      good = undefined;
      moved.clear();
    }
    if (t === first || (tokens.kind(t - 1) as T) !== T.Continuation || !tokens.onNewLine(t))
      continue;
    const base = columnOf(first);
    const deeper = columnOf(t) - base;
    const steps = HEADERS.has(tokens.kind(first)) ? 2 : 1;
    const inBody = steps === 2 && deeper === indentSize;
    if (
      asWritten
      && deeper > 0
      && !inBody
      && (deeper % indentSize === 0 || isAligned(tokens, first, t, moved))
    ) {
      good = deeper;
    } else {
      moved.add(t);
      sheet.hang(t, first, good ?? steps * indentSize);
    }
  }
}

/**
 * Whether the line that token t begins stands in the column of a token above it in its logical line, on a
 * line that stays where it is.
 */
function isAligned(tokens: TokenTable, first: number, t: number, moved: Set<number>): boolean {
  const columnIn = (at: number): number =>
    tokens.start(at) - startOfLine(tokens.text, tokens.start(at));
  const column = columnIn(t);
  let found = false;
  for (let above = t - 1; above > first; above--) {
    found ||= columnIn(above) === column;
    if (!tokens.onNewLine(above)) continue;
    if (found && !moved.has(above)) return true;
    found = false;
  }
  return found;
}
