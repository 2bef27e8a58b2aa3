import type { IndentedBlocks, Typing } from "../../core/language.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { columnAt, lineColumn, startOfLine } from "../../core/text/width.js";
import type { Style } from "../../core/style/style.js";
import { HEADERS, N, T } from "./kinds.js";
import { LOGICAL, PYTHON_TAB, lexPython } from "./lexer.js";
import { withoutMagics } from "./magics.js";

/** Words that go on with a compound statement, and the words that may have begun or gone on with it. */
const CONTINUES: { readonly [word: string]: RegExp } = {
  else: /^(?:if|elif|for|while|try|except|async\s+for)\b/,
  elif: /^(?:if|elif)\b/,
  except: /^(?:try|except)\b/,
  finally: /^(?:try|except|else)\b/,
  case: /^(?:match|case)\b/,
};

const CLOSERS: { readonly [kind: number]: string } = {
  [T.LeftParen]: ")",
  [T.LeftBracket]: "]",
  [T.LeftBrace]: "}",
};

/** What an item may end with, or be parted by from the next. */
const ENDS_ITEM: ReadonlySet<number> = new Set([
  T.Comma,
  T.Name,
  T.Number,
  T.String,
  T.RightParen,
  T.RightBracket,
  T.RightBrace,
]);

const isCloser = (kind: T): boolean => kind >= T.RightParen && kind <= T.RightBrace;

const blocks: IndentedBlocks = {
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
    if (rest !== "" || below === column) return column;
    switch (tokens.kind(line.first) as T) {
      // Nothing can follow these in their block.
      case T.Return:
      case T.Raise:
      case T.Break:
      case T.Continue:
      case T.Pass:
        return levels[0] ?? Math.max(0, column - indentSize);
      default:
        return column;
    }
  },

  rowColumn(text, style) {
    // Most lines in brackets do not begin one.
    if (!/[([{]/.test(text.slice(startOfLine(text, text.trimEnd().length))))
      return undefined;
    const { tokens } = lexPython(text);
    const last = tokens.count - 1;
    return CLOSERS[tokens.kind(last)] === undefined
      ? columnBehindItem(tokens, style)
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

  nearest(text, column, { indentSize, tabWidth }) {
    const { tokens } = lexPython(text);
    const line = lastLine(tokens);
    if (line === undefined) return 0;
    const columnOf = (t: number): number => lineColumn(text, tokens.start(t), tabWidth);
    const deepest = columnOf(line.first);
    if (tokens.kind(line.last) === T.Colon) return deepest + indentSize;
    if (column >= deepest) return deepest;
    let best = 0;
    for (let t = 0; t < tokens.count; t++) {
      if (!tokens.has(t, LOGICAL)) continue;
      const own = columnOf(t);
      if (own <= column && own > best) best = own;
    }
    return best;
  },

  misfits(text) {
    const { tokens } = lexPython(text);
    const levels: number[] = [];
    let misfits = 0;
    let opened = true;
    for (let t = 0; t < tokens.count; t++) {
      if (!tokens.has(t, LOGICAL)) continue;
      const column = lineColumn(text, tokens.start(t), PYTHON_TAB);
      const before = levels.at(-1) ?? column;
      while (levels.length > 0 && levels.at(-1)! > column) levels.pop();
      // What goes back further than the first line ends blocks that began above.
      const known = levels.length === 0 || levels.at(-1) === column;
      if (opened ? column <= before && levels.length > 0 : column > before || !known) misfits++;
      if (levels.at(-1) !== column) levels.push(column);
      opened = endsWithColon(tokens, t);
    }
    return misfits;
  },
};

/** Whether the logical line that begins at token t ends with a colon. */
function endsWithColon(tokens: TokenTable, t: number): boolean {
  let last = t;
  for (let next = t + 1; next < tokens.count && !tokens.has(next, LOGICAL); next++)
    if (!tokens.isTrivia(next)) last = next;
  return (tokens.kind(last) as T) === T.Colon;
}

/** The column of a line behind an opener that ends its own: two steps in where the nearest rows like its stand so. */
function columnBehindOpener(
  tokens: TokenTable,
  { indentSize, tabWidth }: Style,
): number | undefined {
  const opener = tokens.count - 1;
  const columnOf = (t: number): number => lineColumn(tokens.text, tokens.start(t), tabWidth);
  const above = rowsLike(tokens, opener);
  const steps = 2 * indentSize;
  if (above < 0 || columnOf(above) - columnOf(above - 1) !== steps) return undefined;
  return columnOf(opener) + steps;
}

/**
 * The column of the first line below an item that stands beside its opener: that of the item, where the nearest rows
 * above that begin so stand there; undefined elsewhere.
 *
 *     fare = price(adults,
 *                  |
 */
function columnBehindItem(tokens: TokenTable, { tabWidth }: Style): number | undefined {
  if (!ENDS_ITEM.has(tokens.kind(tokens.grammarBefore(tokens.count)))) return undefined;
  const columnOf = (t: number): number => columnAt(tokens.text, tokens.start(t), tabWidth);
  /** What stands behind each opener; -1 once a line has ended there. */
  const open: number[] = [];
  let isAligned = false;
  for (let t = 0; t < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    const closes = isCloser(kind);
    const first = open.at(-1) ?? -1;
    if (tokens.onNewLine(t) && first >= 0) {
      if (first !== t && !closes) isAligned = columnOf(t) === columnOf(first);
      open[open.length - 1] = -1;
    }
    if (CLOSERS[kind] !== undefined) open.push(t + 1);
    else if (closes) open.pop();
  }
  const first = open.at(-1) ?? -1;
  return isAligned && first >= 0 ? columnOf(first) : undefined;
}

/**
 * The first token of the nearest rows above an opener that ends its line, behind one of its kind that ends a line of a
 * header as well, or of none; -1 for none.
 */
function rowsLike(tokens: TokenTable, opener: number): number {
  const kind: T = tokens.kind(opener);
  if (CLOSERS[kind] === undefined) return -1;
  const inHeader = startsHeader(tokens, opener);
  for (let t = opener; t > 0; t--) {
    if (!tokens.onNewLine(t) || (tokens.kind(t - 1) as T) !== kind) continue;
    const isRow = tokens.textOf(t) !== CLOSERS[kind] && !tokens.isTrivia(t);
    if (isRow && startsHeader(tokens, t - 1) === inHeader) return t;
  }
  return -1;
}

/** Whether the logical line of token t begins a compound statement. */
function startsHeader(tokens: TokenTable, t: number): boolean {
  while (t > 0 && !tokens.has(t, LOGICAL)) t--;
  return HEADERS.has(tokens.kind(t));
}

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

/** The columns of the lines that stand around the one that begins at token t, innermost first. */
function levelsAbove(
  tokens: TokenTable,
  first: number,
  columnOf: (t: number) => number,
): number[] {
  const levels: number[] = [];
  let least = columnOf(first);
  for (let t = first - 1; t >= 0 && least > 0; t--) {
    if (!tokens.has(t, LOGICAL)) continue;
    const column = columnOf(t);
    if (column < least) levels.push((least = column));
  }
  return levels;
}

/** The column of the comment that the last line is; undefined where it is none. */
function commentColumn(tokens: TokenTable, tabWidth: number): number | undefined {
  const t = tokens.count - 1;
  return t >= 0 && (tokens.kind(t) as T) === T.Comment && (t === 0 || tokens.onNewLine(t))
    ? lineColumn(tokens.text, tokens.start(t), tabWidth)
    : undefined;
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

/** The word with which text begins that goes on with an earlier line. */
function wordOf(rest: string): string | undefined {
  const word = /^[a-z]+(?=[\s:(]|$)/.exec(rest)?.[0];
  return word !== undefined && Object.hasOwn(CONTINUES, word) ? word : undefined;
}

/** The last logical line: its first token and its last, comments apart. */
function lastLine(tokens: TokenTable): { first: number; last: number } | undefined {
  let last = tokens.count - 1;
  while (last >= 0 && tokens.isTrivia(last)) last--;
  if (last < 0) return undefined;
  let first = last;
  while (first > 0 && !tokens.has(first, LOGICAL)) first--;
  return { first, last };
}

/** What Python says of text that is being typed. */
export const pythonTyping: Typing = {
  triggers: [")", "]", "}", " ", ":", "("],
  carried: /(?:[-+*/%&|^<>=~]|\b(?:and|or|not|in|is|if|else))$/,
  words: new Map(Object.keys(CONTINUES).map((word) => [word, [":"]] as const)),
  closers: (text) => openBrackets(lexPython(text).tokens).map(({ closer }) => closer).join(""),
  blocks,
  headers: new Set([N.Clause, N.Function, N.Class]),
  isProse: ({ tokens }, t) => (tokens.kind(t) as T) === T.String && tokens.has(t, LOGICAL),
  proseOpener: /^[a-z]*("""|''')$/i,
};

/** The same in cells of notebooks, where lines for a shell open nothing. */
export const typingOfCells: Typing = {
  ...pythonTyping,
  closers: (text) => pythonTyping.closers(withoutMagics(text)),
  blocks: {
    column: (text, style, around) => blocks.column(withoutMagics(text), style, around),
    wordColumn: (text, ...more) => blocks.wordColumn(withoutMagics(text), ...more),
    rowColumn: (text, style) => blocks.rowColumn!(withoutMagics(text), style),
    nearest: (text, ...more) => blocks.nearest(withoutMagics(text), ...more),
    misfits: (text) => blocks.misfits!(withoutMagics(text)),
  },
};

/** The brackets that are open at the end of a text, from a token on, innermost first. */
function openBrackets(tokens: TokenTable, from = 0): { closer: string }[] {
  const open: { closer: string }[] = [];
  for (let t = from; t < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    const closer = CLOSERS[kind];
    if (closer !== undefined) open.push({ closer });
    else if (isCloser(kind)) open.pop();
  }
  return open.reverse();
}
