import type { TokenTable } from "../../../core/syntax/tokens.js";
import { columnAt } from "../../../core/text/width.js";
import { T } from "../kinds.js";

/**
 * Whether the author put a value in one column with that of a neighbour, in a block or in a map, or with one behind an
 * empty line where both stand clear of their colon:
 *
 *     $low:    1.2m;         "low":    $low,
 *     $spring: 4.6m;         "spring": $spring
 *              ^                       ^
 *
 * @param name the token before the value's colon.
 * @param others the same of the neighbours; -1 for none.
 */
export function isAligned(
  tokens: TokenTable,
  name: number,
  others: readonly number[],
  tabWidth: number,
): boolean {
  const value = valueOf(tokens, name);
  if (value < 0) return false;
  const gap = (t: number): number => tokens.start(t) - tokens.gapStart(t);
  const columnOf = (t: number): number => columnAt(tokens.text, tokens.start(t), tabWidth);
  return others.some((other) => {
    const beside = other < 0 ? -1 : valueOf(tokens, other);
    if (beside < 0 || gap(value) + gap(beside) <= 2) return false;
    const later = Math.max(name, other);
    const isApart = gap(value) > 1 && gap(beside) > 1;
    if (!tokens.onNewLine(later) || tokens.lineEndsIn(later) > (isApart ? 2 : 1)) return false;
    // Names come to stand in one column, wherever they stand now.
    return columnOf(beside) - columnOf(other) === columnOf(value) - columnOf(name);
  });
}

/** The value behind a name and a colon close to it, where nothing but white space parts them on one line; or -1. */
function valueOf(tokens: TokenTable, name: number): number {
  const colon = name + 1;
  const value = name + 2;
  const isPair = value < tokens.count
    && tokens.kind(colon) as T === T.Colon
    && !tokens.isApart(colon)
    && tokens.isApart(value)
    && !tokens.onNewLine(value)
    && !tokens.isTrivia(value);
  return isPair ? value : -1;
}
