import { trimmedEnd } from "../../../core/text/blanks.js";
import { whiteOf } from "../../../core/text/width.js";
import { chainAt, parseBlocks, type Block, type Blocks, type Item, type Row } from "../blocks.js";
import { B } from "../kinds.js";
import { innermost, leadOf } from "./lines.js";

/**
 * What stands before the text of the item that the line above the last one ends, where the text has items of several
 * lines, or paragraphs that end their lines where this one does: without a blank line, what follows is that item's text.
 * Undefined elsewhere.
 *
 *     - Mind the gap when the
 *       tide is low.
 *     - Keep clear of the
 *       |
 */
export function wrappedLead(text: string, { starts, ends }: Blocks): string | undefined {
  const line = starts.length - 2;
  const above = { start: starts[line]!, end: ends[line]! };
  const { root } = parseBlocks(text.slice(0, above.end));
  const chain = chainAt(root, line);
  const item = innermost<Item>(chain, B.Item);
  if (chain.at(-1)!.kind !== B.Paragraph || item === undefined) return undefined;
  // The author has put the text in a column of its own.
  if (item.first < line && innermost(chain, B.Quote) === undefined)
    return whiteOf(text, above.start);
  const blocks = parseBlocks(text);
  const goesOn = wrappedRow(blocks.root)?.lazy === false
    || isFull(trimmedEnd(text.slice(above.start, above.end)), blocks);
  return goesOn ? leadOf(text, above, chain, line) : undefined;
}

/** How many columns before the end of a text's longest lines a full line may end. */
const RAGGED = 12;

/** How long lines of paragraphs are at least that are broken because they are full. */
const FULL = 60;

/** Whether a row ends in the middle of a sentence where the lines of paragraphs in a text end that are full. */
function isFull(row: string, { root, starts, ends }: Blocks): boolean {
  if (/[.!?:]$/.test(row)) return false;
  const lengths = root.children
    .filter(({ kind }) => kind === B.Paragraph)
    .flatMap(({ rows }) => rows.slice(0, -1).map(({ line }) => ends[line]! - starts[line]!));
  const longest = lengths.reduce((most, length) => Math.max(most, length), 0);
  return longest >= FULL && row.length > longest - RAGGED && row.length <= longest + RAGGED;
}

/** The second row of the last item in a block whose text goes on under itself. */
function wrappedRow({ kind, children }: Block): Row | undefined {
  const [first] = children;
  for (const child of [...children].reverse()) {
    const row = wrappedRow(child);
    if (row !== undefined) return row;
  }
  return kind === B.Item && first?.kind === B.Paragraph ? first.rows[1] : undefined;
}
