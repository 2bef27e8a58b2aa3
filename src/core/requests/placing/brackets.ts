import type { Signs } from "../../notation.js";
import type { Style } from "../../style/style.js";
import type { TokenTable } from "../../syntax/tokens.js";
import type { MovedLine } from "./moved.js";
import { columnOf } from "./places.js";

/**
 * The column of the line that token t begins, judged by brackets alone, for what layouts leave as it is:
 * that of the line before it within the same brackets, or one step in from the line with the opener; a
 * closer's is the opener's. Undefined outside all brackets. Text in a template counts what it opens.
 */
export function bracketColumn(
  tokens: TokenTable,
  t: number,
  style: Style,
  signs: Signs,
): number | undefined {
  const closes = signs.closes(tokens.textOf(t));
  let depth = 0;
  for (let before = t - 1; before >= 0; before--) {
    if (tokens.isTrivia(before)) continue;
    const token = tokens.textOf(before);
    if (signs.opens(token)) {
      if (depth === 0) {
        const column = columnOf(tokens, before, style);
        return closes ? column : column + style.indentSize;
      }
      depth--;
    }
    if (signs.closes(token)) depth++;
    if (!closes && depth === 0 && tokens.onNewLine(before))
      return columnOf(tokens, before, style);
  }
  return undefined;
}

/** Whether every bracket of a text has its partner, by their signs alone. */
export function addsUp(tokens: TokenTable, signs: Signs): boolean {
  let depth = 0;
  for (let t = 0; t < tokens.count && depth >= 0; t++) {
    if (tokens.isTrivia(t)) continue;
    const token = tokens.textOf(t);
    if (signs.closes(token)) depth--;
    if (signs.opens(token)) depth++;
  }
  return depth === 0;
}

/** The opening bracket around token t, by the brackets' signs alone, or -1. */
export function bracketAround(tokens: TokenTable, t: number, signs: Signs): number {
  let depth = 0;
  for (let before = t - 1; before >= 0; before--) {
    if (tokens.isTrivia(before)) continue;
    const token = tokens.textOf(before);
    if (signs.opens(token) && depth-- === 0) return before;
    if (signs.closes(token)) depth++;
  }
  return -1;
}

/**
 * The first line of a block outside of all brackets, where it begins in some; -1 where it begins in none, or ends in some.
 *
 *     moor(boat,
 *          crew)        the block begins here
 *     sail()            and leaves them before this line
 */
export function lineBehindBrackets(
  block: readonly MovedLine[],
  tokens: TokenTable,
  signs: Signs,
): number {
  let open = 0;
  for (let t = block[0]!.token; (t = bracketAround(tokens, t, signs)) >= 0;) open++;
  if (open === 0) return -1;
  for (let line = 1, t = block[0]!.token; line < block.length; line++) {
    for (; t < block[line]!.token; t++) {
      if (tokens.isTrivia(t)) continue;
      const sign = tokens.textOf(t);
      if (signs.opens(sign)) open++;
      else if (signs.closes(sign)) open--;
    }
    if (open <= 0) return line;
  }
  return -1;
}

/** A bracket that is open around a line of a block. */
export interface OpenBracket {
  /** The line of the block on which it stands. */
  readonly line: number;
  /** Where what stands beside it begins, as a UTF-16 offset; -1 where its line ends behind it. */
  readonly beside: number;
}

/** The innermost bracket of a block that is open around each of its lines. */
export function openBrackets(
  block: readonly MovedLine[],
  tokens: TokenTable,
  signs: Signs,
): (OpenBracket | undefined)[] {
  const open: OpenBracket[] = [];
  let t = block[0]!.token;
  let line = 0;
  return block.map(({ token }) => {
    for (; t < token; t++) {
      if (line + 1 < block.length && tokens.start(t) >= block[line + 1]!.from) line++;
      if (tokens.isTrivia(t)) continue;
      const sign = tokens.textOf(t);
      if (signs.opens(sign)) {
        const ends = t + 1 >= tokens.count || tokens.onNewLine(t + 1);
        open.push({ line, beside: ends ? -1 : tokens.start(t + 1) });
      } else if (signs.closes(sign)) {
        open.pop();
      }
    }
    return open.at(-1);
  });
}
