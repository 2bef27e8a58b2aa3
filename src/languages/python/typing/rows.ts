import type { TokenTable } from "../../../core/syntax/tokens.js";
import { columnAt, lineColumn } from "../../../core/text/width.js";
import type { Style } from "../../../core/style/style.js";
import { HEADERS, T } from "../kinds.js";
import { lexPython } from "../lexer.js";
import { logicalStart } from "./lines.js";

/** How far below rows are looked for, in UTF-16 code units. */
const FAR = 4000;

export const CLOSERS: { readonly [kind: number]: string } = {
  [T.LeftParen]: ")",
  [T.LeftBracket]: "]",
  [T.LeftBrace]: "}",
};

/** An operator that goes on below. */
const OPERATOR = /^(?:and|or|not|in|is|if|else|[-+*/%&|^<>@]|[*/<>]{2}|[!=<>]=)$/;

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

/** The brackets that are open at the end of a text, from a token on, innermost first. */
export function openBrackets(tokens: TokenTable, from = 0): { closer: string }[] {
  const open: { closer: string }[] = [];
  for (let t = from; t < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    const closer = CLOSERS[kind];
    if (closer !== undefined) open.push({ closer });
    else if (isCloser(kind)) open.pop();
  }
  return open.reverse();
}

/** The column of a line behind an opener that ends its own: two steps in where the nearest rows like its stand so. */
export function columnBehindOpener(
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
 * that begin so stand there, those above first; undefined elsewhere.
 *
 *     fare = price(adults,
 *                  |
 */
export function columnBehindItem(
  tokens: TokenTable,
  below: string,
  { tabWidth }: Style,
): number | undefined {
  const end = tokens.grammarBefore(tokens.count);
  // What goes on in a condition would come to stand as its block does.
  const isCondition = (tokens.kind(end) as T) !== T.Comma && startsHeader(tokens, end);
  const goesOn = !isCondition && OPERATOR.test(tokens.textOf(end));
  if (!goesOn && !ENDS_ITEM.has(tokens.kind(end))) return undefined;
  const { first, aligned } = rowsBeside(tokens, tabWidth);
  if (first < 0) return undefined;
  const near =
    aligned.at(-1) ?? rowsBeside(lexPython(below.slice(0, FAR)).tokens, tabWidth).aligned[0];
  return near ?? !isCondition ? columnAt(tokens.text, tokens.start(first), tabWidth) : undefined;
}

/**
 * Whether the first rows below items that stand beside their opener stand in the column of those, in their order; and
 * the item beside the innermost opener that is open at the end, or -1.
 */
function rowsBeside(
  tokens: TokenTable,
  tabWidth: number,
): { readonly first: number; readonly aligned: readonly boolean[] } {
  const columnOf = (t: number): number => columnAt(tokens.text, tokens.start(t), tabWidth);
  /** What stands behind each opener; -1 once a line has ended there. */
  const open: number[] = [];
  const aligned: boolean[] = [];
  for (let t = 0; t < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    const closes = isCloser(kind);
    const first = open.at(-1) ?? -1;
    const isPart = kind === T.String && (tokens.kind(t - 1) as T) === T.String;
    if (tokens.onNewLine(t) && first >= 0 && !isPart) {
      if (first !== t && !closes) aligned.push(columnOf(t) === columnOf(first));
      open[open.length - 1] = -1;
    }
    if (CLOSERS[kind] !== undefined) open.push(t + 1);
    else if (closes) open.pop();
  }
  return { first: open.at(-1) ?? -1, aligned };
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
const startsHeader = (tokens: TokenTable, t: number): boolean =>
  HEADERS.has(tokens.kind(logicalStart(tokens, t)));
