import type { IndentedBlocks } from "../../../core/language.js";
import type { Style } from "../../../core/style/style.js";
import type { TokenTable } from "../../../core/syntax/tokens.js";
import { lineColumn, startOfLine } from "../../../core/text/width.js";
import { HEADERS, T } from "../kinds.js";
import { LOGICAL, PYTHON_TAB, lexPython } from "../lexer.js";
import { definitionColumn } from "./definitions.js";
import { leastColumn } from "./below.js";
import {
  CONTINUES,
  ENDS_BLOCK,
  commentColumn,
  endsWithColon,
  lastLine,
  levelsAbove,
  lineUpTo,
  wordOf,
} from "./lines.js";
import { CLOSERS, columnBehindItem, columnBehindOpener, openBrackets } from "./rows.js";

/** How blocks of Python stand, which indentation makes. */
export const blocks: IndentedBlocks = {
  column(text, style, { rest, below, left }) {
    const { indentSize, tabWidth } = style;
    const { tokens } = lexPython(text);
    const line = lastLine(tokens);
    if (line === undefined) return rest === "" ? commentColumn(tokens, tabWidth) ?? 0 : 0;
    if (openBrackets(tokens, line.first).length > 0) return undefined;
    const columnOf = (t: number): number => lineColumn(text, tokens.start(t), tabWidth);
    const column = columnOf(line.first);
    const end = tokens.count - 1;
    if ((tokens.kind(end) as T) === T.Continuation)
      return continuedColumn(tokens, line.first, below, style);
    const word = wordOf(rest);
    if (word !== undefined) {
      const wanted = blocks.wordColumn(text, word, column, style);
      if (wanted !== undefined) return wanted;
    }
    const comment = commentColumn(tokens, tabWidth);
    if (tokens.kind(line.last) === T.Colon) {
      if (comment !== undefined && comment > column) return comment;
      return below !== undefined && below > column ? below : column + indentSize;
    }
    const levels = levelsAbove(tokens, line.first, columnOf);
    const stays = (own: number): boolean => own === column || levels.includes(own);
    if (comment !== undefined && stays(comment)) return comment;
    // A depth to which somebody went back by hand stays, unless what is below shows that it does not end here.
    if (
      rest === ""
      && left !== undefined
      && left < column
      && stays(left)
      && (below === undefined || below <= left)
    ) return left;
    if (rest !== "" || below === column || !ENDS_BLOCK.has(tokens.kind(line.first))) return column;
    return levels[0] ?? Math.max(0, column - indentSize);
  },

  rowColumn(text, style, below) {
    // Most lines in brackets do not begin one, and are no part of a text that stands beside it.
    if (!/[([{]|^\s*\w{0,2}["']/.test(text.slice(startOfLine(text, text.trimEnd().length))))
      return undefined;
    const { tokens } = lexPython(text);
    const last = tokens.count - 1;
    return CLOSERS[tokens.kind(last)] === undefined
      ? columnBehindItem(tokens, below, style)
      : columnBehindOpener(tokens, style);
  },

  wordColumn(text, word, column, { indentSize, tabWidth }) {
    const opens = CONTINUES[word]!;
    const lines = text.split(/\r\n|\r|\n/);
    let least = Infinity;
    let nearest: number | undefined;
    for (let i = lines.length - 1; i >= 0; i--) {
      const line = lines[i]!;
      // A closing bracket ends a statement that began above.
      if (/^\s*(?:$|#|[)\]}])/.test(line)) continue;
      const own = lineColumn(line, line.length, tabWidth);
      if (own >= least) continue;
      least = own;
      if (!opens.test(line.trim())) continue;
      if (word === "finally" && /^else\b/.test(line.trim()) && !endsTry(lines, i, own, tabWidth))
        continue;
      // A `case` goes on with another, but stands one step within its `match`.
      const wanted = word === "case" && /^match\b/.test(line.trim()) ? own + indentSize : own;
      // Where the word stands at the depth of one that it may go on with, it is left there.
      if (wanted === column) return undefined;
      if (wanted < column) return nearest ?? wanted;
      nearest ??= wanted;
    }
    return nearest;
  },

  nearest(text, column, style, block = "", below = "") {
    const { indentSize, tabWidth } = style;
    const { tokens } = lexPython(text);
    const line = lastLine(tokens);
    if (line === undefined) return 0;
    const columnOf = (t: number): number => lineColumn(text, tokens.start(t), tabWidth);
    const deepest = columnOf(line.first);
    if (tokens.kind(line.last) === T.Colon) return deepest + indentSize;
    const defined = definitionColumn(tokens, block, below, column, style);
    if (defined !== undefined && defined <= deepest) return defined;
    const word = wordOf(block);
    const above = (most: number): { text: string; column: number } => {
      const t = lineUpTo(tokens, line.first, most, columnOf);
      return { text: text.slice(tokens.start(t)), column: columnOf(t) };
    };
    const least = leastColumn(above, block, below, column, style);
    if (least !== undefined) column = Math.max(column, least);
    const opener = word === undefined ? undefined : blocks.wordColumn(text, word, column, style);
    if (opener !== undefined) return opener;
    if (column >= deepest) return deepest;
    return levelsAbove(tokens, line.first, columnOf).find((level) => level <= column) ?? 0;
  },

  misfits(text) {
    const { tokens } = lexPython(text);
    const levels: number[] = [];
    let misfits = 0;
    let opened = true;
    for (let t = 0; t < tokens.count; t++) {
      if (!tokens.has(t, LOGICAL)) continue;
      const column = lineColumn(text, tokens.start(t), PYTHON_TAB);
      const before = levels.at(-1) ?? -1;
      while (levels.length > 0 && levels.at(-1)! > column) levels.pop();
      // What goes back further than the first line ends blocks that began above.
      const known = levels.length === 0 || levels.at(-1) === column;
      if (opened ? column <= before : column > before || !known) misfits++;
      if (levels.at(-1) !== column) levels.push(column);
      opened = endsWithColon(tokens, t);
    }
    return misfits;
  },
};

/** Whether the `else` on a line goes on with a `try`, and not with an `if` or a loop. */
function endsTry(lines: readonly string[], i: number, column: number, tabWidth: number): boolean {
  for (let above = i - 1; above >= 0; above--) {
    const line = lines[above]!;
    if (/^\s*(?:$|#|[)\]}])/.test(line) || lineColumn(line, line.length, tabWidth) > column)
      continue;
    return /^(?:try|except)\b/.test(line.trim());
  }
  return false;
}

/** The column of a line behind a backslash: that of the one before it, if carried on too, or of one below. */
function continuedColumn(
  tokens: TokenTable,
  first: number,
  below: number | undefined,
  { indentSize, tabWidth }: Style,
): number {
  const column = lineColumn(tokens.text, tokens.start(first), tabWidth);
  for (let t = tokens.count - 2; t > first; t--) {
    if (tokens.onNewLine(t) && (tokens.kind(t - 1) as T) === T.Continuation)
      return lineColumn(tokens.text, tokens.start(t), tabWidth);
  }
  if (below !== undefined && below > column) return below;
  const header = HEADERS.has(tokens.kind(first));
  return column + (header ? 2 : 1) * indentSize;
}
