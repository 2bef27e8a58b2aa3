import type { Span } from "../../../core/outline/excerpt.js";
import { blanksEnd, blanksStart, isBlankRow, trimmedEnd } from "../../../core/text/blanks.js";
import { LINE_ENDS } from "../../../core/style/indent.js";
import type { Style } from "../../../core/style/style.js";
import type { Change } from "../../../core/text/edits.js";
import { applyChanges } from "../../../core/text/edits.js";
import { pushChanges } from "../../../core/text/minimise.js";
import { ChangeList } from "../../../core/text/changelist.js";
import {
  parseBlocks,
  rowText,
  type Block,
  type Blocks,
  type Fence,
  type Item,
  type List,
  type Quote,
  type Row,
} from "../blocks.js";
import { B } from "../kinds.js";
import { RULES, R } from "../rules.js";
import { openAtEnds } from "./inline.js";
import { itemLead, markerOf, numbersOf, quoteLead, type Lead } from "./leads.js";
import { headingText, sameMeaning } from "./meaning.js";
import { alignedRows } from "./tables.js";

/** What is to be of a line. */
interface Wanted {
  readonly text: string;
  readonly rule: R;
}

/**
 * The changes that lay out a text with marks. Each is made only where the blocks stay what they are: what
 * lists come to is left out, and then all of it, where they would not.
 *
 * @param holds which changes may be made, where only a part of the lines is laid out.
 */
export function rewritten(
  text: string,
  blocks: Blocks,
  style: Style,
  holds: (change: Span) => boolean = () => true,
): Change[] {
  for (const lists of [true, false]) {
    const rewriter = new Rewriter(text, blocks, style, lists, holds);
    const changes = [...rewriter.changes()].filter(holds);
    if (changes.length === 0) return changes;
    const after = applyChanges(text, changes);
    if (sameMeaning(text, blocks, after, parseBlocks(after))) return changes;
  }
  return [];
}

class Rewriter {
  private readonly wanted = new Map<number, Wanted>();
  /** The lines that stay as they are written, blank ones among them. */
  private readonly kept = new Set<number>();
  private readonly blank: Uint8Array;
  /** The lines on which an item gets another number. */
  private readonly renumbered = new Set<number>();

  /**
   * @param lists whether lists, and what they hold, get their columns.
   * @param holds whether a stretch of the text is laid out.
   */
  constructor(
    private readonly text: string,
    private readonly blocks: Blocks,
    private readonly style: Style,
    private readonly lists: boolean,
    private readonly holds: (span: Span) => boolean,
  ) {
    const { starts, ends } = blocks;
    this.blank = new Uint8Array(starts.length);
    for (let line = 0; line < starts.length; line++) {
      this.blank[line] = blanksEnd(text, starts[line]!) >= ends[line]! ? 1 : 0;
    }
  }

  changes(): ChangeList {
    const { text, blocks: { root, starts, ends }, style } = this;
    this.container(root, () => "");
    const changes = new ChangeList();
    const lines = starts.length;
    const push = (from: number, to: number, put: string, rule: R): void =>
      pushChanges(changes, text, from, to, put, RULES[rule]!);
    for (let line = 0; line < lines; line++) {
      const [start, end] = [starts[line]!, ends[line]!];
      if (this.isFree(line)) {
        let last = line;
        while (last + 1 < lines && this.isFree(last + 1)) last++;
        const limit = line === 0 ? last + 1 : Math.max(1, style.blankLineLimit);
        // At the end of the text none is left.
        const most = last === lines - 1 ? 0 : limit;
        for (let i = line; i <= last; i++) {
          const excess = i - line >= most;
          // Blanks behind the last line end leave that to the line before.
          const joins = i > 0 && ends[i]! < text.length;
          if (excess) push(joins ? ends[i - 1]! : starts[i]!, ends[i]!, "", R.BlankLines);
          else if (starts[i] !== ends[i]) push(starts[i]!, ends[i]!, "", R.Line);
        }
        line = last;
        continue;
      }
      const wanted = this.wanted.get(line);
      if (wanted === undefined) continue;
      // What goes at the end of a line is no matter of its place.
      const words = Math.max(start, blanksStart(text, end));
      const trimmed = trimmedEnd(wanted.text);
      if (trimmed === wanted.text && words < end) {
        push(start, words, trimmed, wanted.rule);
        push(words, end, "", R.Line);
      } else {
        push(start, end, wanted.text, wanted.rule);
      }
    }
    this.lastLine(changes);
    return changes;
  }

  /** Has the last line end with a line end, and nothing behind that. */
  private lastLine(changes: ChangeList): void {
    const { text, blocks: { starts, ends }, style } = this;
    const last = starts.length - 1;
    if (last < 0 || this.kept.has(last) || this.isFree(last)) return;
    const end = ends[last]!;
    if (end < text.length || !style.insertFinalNewline) return;
    changes.push({ from: end, to: end, text: LINE_ENDS[style.endOfLine], rule: RULES[R.Line]! });
  }

  /** Whether a line is blank, and no part of anything. */
  private isFree(line: number): boolean {
    return this.blank[line] === 1 && !this.kept.has(line);
  }

  // Containers

  private container(block: Block, lead: Lead): void {
    for (const child of block.children) {
      switch (child.kind) {
        case B.Quote: {
          this.quote(child as Quote, lead);
          break;
        }
        case B.List:
          this.list(child as List, lead);
          break;
        default: this.leaf(child, lead);
      }
    }
  }

  private quote(quote: Quote, outer: Lead): void {
    const lead = quoteLead(this.text, quote, outer);
    for (const line of quote.signs.keys()) {
      const own = lead(line);
      // What it holds on the line says more, where it holds anything.
      if (own !== undefined && this.isBare(line, quote)) this.want(line, trimmedEnd(own), R.Indent);
    }
    this.container(quote, lead);
  }

  /** Whether nothing stands on a line but the signs of quotations, the given one last. */
  private isBare(line: number, quote: Quote): boolean {
    const { text, blocks: { ends } } = this;
    return isBlankRow(text.slice(quote.signs.get(line)! + 1, ends[line]));
  }

  private list(list: List, outer: Lead): void {
    const { text } = this;
    const numbers = this.lists ? numbersOf(list) : [];
    for (const [i, child] of list.children.entries()) {
      const item = child as Item;
      const moves = this.lists && this.isLaidOut(item);
      const marker = markerOf(text, item, moves ? numbers[i] : undefined);
      if (marker.length !== item.length || !text.startsWith(marker, item.marker))
        this.renumbered.add(item.first);
      const lead = moves ? itemLead(item, marker, outer) : asWritten;
      const bare = item.children[0]?.first !== item.first;
      const before = outer(item.first);
      if (moves && bare && before !== undefined) this.want(item.first, before + marker, R.Number);
      this.container(item, lead);
    }
  }

  /** Whether all lines of an item are laid out: what it holds stands where its marker has it. */
  private isLaidOut({ first, last }: Item): boolean {
    const { starts, ends } = this.blocks;
    return this.holds({ from: starts[first]!, to: ends[last]! });
  }

  // Leaves

  private leaf(block: Block, lead: Lead): void {
    switch (block.kind) {
      case B.Paragraph:
      case B.Underlined:
        return this.paragraph(block, lead);
      case B.Heading: return this.heading(block.rows[0]!, lead);
      case B.Break: return this.line(block.rows[0]!, lead, 0, R.Indent);
      case B.Table: return this.table(block, lead);
      case B.Fence: return this.fence(block as Fence, lead);
      default: return this.asIs(block, lead);
    }
  }

  /** A line with its lead, and with white space between that and its words. */
  private line(
    row: Row,
    lead: Lead,
    white: number,
    rule: R,
    content = trimmedEnd(this.contentOf(row)),
  ): void {
    const before = lead(row.line);
    const { text, blocks: { starts } } = this;
    const written = before === undefined
      ? text.slice(starts[row.line], this.wordsAt(row))
      : before + " ".repeat(white);
    this.want(row.line, written + content, rule);
  }

  /** One blank stands between the signs of a heading and its words. */
  private heading(row: Row, lead: Lead): void {
    this.line(row, lead, 0, R.Indent, headingText(this.contentOf(row)));
  }

  private paragraph(block: Block, lead: Lead): void {
    const { rows } = block;
    const texts = rows.map((row) => this.contentOf(row));
    const open = openAtEnds(texts);
    const words = block.kind === B.Underlined ? rows.length - 2 : rows.length - 1;
    rows.forEach((row, i) => {
      const written = texts[i]!;
      const trimmed = trimmedEnd(written);
      const counts =
        i < words && (open[i]! || / {2,}$|\t[ \t]*$/.test(written) || trimmed.endsWith("\\"));
      const isUnder = block.kind === B.Underlined && i === rows.length - 1;
      this.line(
        row,
        lead,
        i === 0 || isUnder ? 0 : this.whiteOf(row),
        this.renumbered.has(row.line) ? R.Number : R.Indent,
        counts ? written : trimmed,
      );
    });
  }

  private table(block: Block, lead: Lead): void {
    const { rows } = block;
    const before = lead(rows[0]!.line) ?? "";
    const texts = rows.map((row) => trimmedEnd(this.contentOf(row)));
    const aligned = alignedRows(texts, this.style.maxLineLength - before.length) ?? texts;
    rows.forEach((row, i) => this.line(row, lead, 0, R.Table, aligned[i]!));
  }

  private fence(fence: Fence, lead: Lead): void {
    const { rows, closed, indent } = fence;
    const column = rows[0]!.column + indent;
    rows.forEach((row, i) => {
      const isEdge = i === 0 || (closed && i === rows.length - 1);
      if (isEdge) return this.line(row, lead, 0, R.Indent);
      this.kept.add(row.line);
      if (this.blank[row.line] === 1) this.movedBlank(row, lead, column);
      else this.moved(row, lead, Math.min(indent, this.whiteOf(row)));
    });
  }

  /** A line of white space in a fence that stood in a column: what reaches beyond that is code, and no more than that. */
  private movedBlank(row: Row, lead: Lead, column: number): void {
    const before = lead(row.line);
    if (before === undefined || before.length === column) return;
    const beyond = row.column + this.whiteOf(row) - column;
    const text = beyond > 0 ? before + " ".repeat(beyond) : trimmedEnd(before);
    this.want(row.line, text, R.Indent);
  }

  private asIs(block: Block, lead: Lead): void {
    for (const { line } of block.rows) this.kept.add(line);
    // Blank lines within code are its own.
    if (block.kind === B.Code)
      for (let line = block.first; line <= block.last; line++) this.kept.add(line);
    for (const row of block.rows) this.moved(row, lead, 0);
  }

  /** A line whose white space is its own: only what its containers take changes. */
  private moved(row: Row, lead: Lead, drop: number): void {
    const { text, blocks: { starts } } = this;
    const before = lead(row.line);
    if (before === undefined || (this.blank[row.line] === 1 && drop === 0)) return;
    const isThere =
      row.at - starts[row.line]! === before.length && text.startsWith(before, starts[row.line]);
    if (drop === 0 && isThere) return;
    const own = rowText(text, this.blocks, row);
    const dropped = isBlankRow(own.slice(0, drop)) && !own.slice(0, drop).includes("\t")
      ? own.slice(drop)
      : own;
    this.want(row.line, dropped === "" ? trimmedEnd(before) : before + dropped, R.Indent);
  }

  private want(line: number, text: string, rule: R): void {
    const { starts, ends } = this.blocks;
    const start = starts[line]!;
    if (ends[line]! - start === text.length && this.text.startsWith(text, start))
      this.wanted.delete(line);
    else this.wanted.set(line, { text, rule });
  }

  /** What stands on a line behind white space. */
  private contentOf(row: Row): string {
    return this.text.slice(this.wordsAt(row), this.blocks.ends[row.line]);
  }

  private wordsAt({ at, line }: Row): number {
    return Math.min(this.blocks.ends[line]!, blanksEnd(this.text, at));
  }

  /** How many columns of white space stand before the words of a line, after its containers. */
  private whiteOf(row: Row): number {
    const { text } = this;
    let { column } = row;
    for (let i = row.at; i < this.wordsAt(row); i++)
      column += text[i] === "\t" ? 4 - (column % 4) : 1;
    return column - row.column;
  }
}

const asWritten: Lead = () => undefined;
