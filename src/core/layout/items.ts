import type { Style } from "../style/style.js";
import { NONE, type Parsed, type Tree } from "../syntax/tree.js";
import { TokenFlag, type TokenTable } from "../syntax/tokens.js";
import { lineColumn } from "../text/width.js";
import { FrameFlag, Mark, type Sheet } from "./sheet.js";

/** What is to know of the items between a pair of brackets. */
export interface Items {
  count: number;
  /** One past the last token of the last item, or -1. */
  lastEnd: number;
  /** The separator after the last item, or -1. */
  closing: number;
  /** Items left out, as in `[a, , b]`. */
  holes: boolean;
  /** Whether all are numbers. */
  numbers: boolean;
  /** The last item where it is a node, or `NONE`. */
  last: number;
}

/** What a language says of the items of its lists. */
export interface ListRules {
  /** Whether a token parts items. */
  separates(t: number): boolean;
  /** Whether an item is a number: token t, or the child that begins there. */
  isNumber(t: number, child: number): boolean;
}

/** Counts the items of a node: between the brackets with which it begins and ends, or in tokens [first, end). */
export function itemsOf(
  tokens: TokenTable,
  tree: Tree,
  node: number,
  rules: ListRules,
  first = tree.first(node) + 1,
  end = tree.end(node) - 1,
): Items {
  const items: Items = {
    count: 0,
    lastEnd: -1,
    closing: -1,
    holes: false,
    numbers: true,
    last: NONE,
  };
  let separated = true;
  for (const part = tree.parts(node, first, end); part.next();) {
    const { at: t, node: child } = part;
    if (child === NONE && tokens.isTrivia(t)) continue;
    if (child === NONE && rules.separates(t)) {
      if (separated) items.holes = true;
      separated = true;
      items.closing = t;
      continue;
    }
    separated = false;
    items.closing = -1;
    items.lastEnd = child === NONE ? t + 1 : tree.end(child);
    items.count++;
    items.last = child;
    items.numbers &&= rules.isNumber(t, child);
  }
  return items;
}

/**
 * Whether a blank stands inside the braces of a node, where they share a line with what they hold. Beside comments
 * one does, where the author's counts: once they stand on lines of their own, it is gone.
 */
export function padsBraces({ tokens, tree }: Parsed, node: number, style: Style): boolean {
  if (style.bracePadding !== "as-written") return style.bracePadding === "blank";
  const opener = tree.first(node);
  return (
    tokens.isApart(opener + 1) || tokens.isTrivia(opener + 1) || tokens.isTrivia(tree.end(node) - 2)
  );
}

/** So many items make a table, which may stay in rows. */
const TABLE = 4;

/**
 * Whether a list fills lines rather than give each item one: many numbers do, and words that the author put in rows
 * between lines of the brackets, two to a row or more.
 *
 *     [
 *       "Gull", "Haven",
 *       "Tern", "Skua",
 *     ]
 *
 * Lines that end where the next item has no room make one row: so they do once the rows are filled.
 *
 * @param style what makes the author's lines count; undefined where they do not.
 */
export function fillsLines(
  { tokens, tree }: Parsed,
  node: number,
  { count, numbers }: Items,
  rules: ListRules,
  style: Pick<Style, "listSplit" | "maxLineLength" | "tabWidth"> | undefined,
): boolean {
  if (count < TABLE) return false;
  if (numbers) return true;
  const closer = tree.end(node) - 1;
  if (style?.listSplit !== "as-written" || !tokens.onNewLine(closer)) return false;
  const { maxLineLength, tabWidth } = style;
  let indent = 0;
  let column = 0;
  let lines = 0;
  let rows = 0;
  let separated = true;
  for (const part = tree.parts(node, tree.first(node) + 1, closer); part.next();) {
    const { at: t, node: child } = part;
    if (child === NONE && tokens.isTrivia(t)) continue;
    if (child === NONE && rules.separates(t)) {
      separated = true;
      continue;
    }
    const isWord = separated && child === NONE;
    if (!isWord && !rules.isNumber(t, child)) return false;
    separated = false;
    const columns = tokens.end(t) - tokens.start(t) + 1;
    const fits = column + 1 + columns <= maxLineLength;
    const begins = tokens.onNewLine(t);
    if (begins) {
      if (lines++ === 0) indent = lineColumn(tokens.text, tokens.start(t), tabWidth);
      if (fits) rows++;
    } else if (lines === 0) return false;
    column = begins || !fits ? indent + columns : column + 1 + columns;
  }
  return lines > 1 && count >= 2 * rows - 1;
}

/** Has the separator after the last item come or go as the style says, where the list may have one. */
export function closeWithSeparator(
  sheet: Sheet,
  { closing, lastEnd }: Items,
  { closingComma }: Style,
  rule: number,
): void {
  if (closingComma === "as-written") return;
  if (closing >= 0) {
    sheet.mark(closing, closingComma === "never" ? Mark.Removed : Mark.RemovedFlat);
    sheet.rule[closing] = rule;
  } else if (lastEnd >= 0 && closingComma === "when-split") {
    sheet.slot(lastEnd, Mark.SeparatorSlot);
  }
}

/** Whether the author put all of several items on one line below the opening bracket. */
export function isRow({ tokens, tree }: Parsed, node: number, { count }: Items): boolean {
  const first = tokens.skipTrivia(tree.first(node) + 1);
  if (count < 2 || !tokens.onNewLine(first)) return false;
  const ends = TokenFlag.OnNewLine | TokenFlag.EndsLine;
  const closer = tree.end(node) - 1;
  return tokens.nextWith(ends, first + 1, closer) === closer;
}

/** Opens the frame of a row whose first item begins at gap `first`: it splits before anything in it does. */
export function openRow(sheet: Sheet, first: number, closer: number): number {
  return sheet.open(first + 1, closer - 1, FrameFlag.Whole, 0);
}

/** The same as `closeWithSeparator` for a row: a separator behind it stays, and comes where the row must be split. */
export function closeRow(
  sheet: Sheet,
  row: number,
  items: Items,
  style: Style,
  rule: number,
): void {
  if (style.closingComma === "never") return closeWithSeparator(sheet, items, style, rule);
  if (items.closing >= 0 || items.lastEnd < 0 || style.closingComma !== "when-split") return;
  sheet.slot(items.lastEnd, Mark.SeparatorSlot);
  sheet.setSlotFrame(items.lastEnd, row);
}
