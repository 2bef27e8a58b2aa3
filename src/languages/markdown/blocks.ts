import { isBlank, isBlankRow, trimmed } from "../../core/text/blanks.js";
import { B } from "./kinds.js";

/** A line as a block has it. */
export interface Row {
  /** The number of the line. */
  readonly line: number;
  /** Where its content begins, after what its containers take, as an offset of the text. */
  readonly at: number;
  /** The column of that, counted from the line's beginning. */
  readonly column: number;
  /** Whether it goes on with a paragraph though its containers are not marked on it. */
  readonly lazy: boolean;
}

export interface Block {
  readonly kind: B;
  readonly children: Block[];
  /** The lines of a block that holds no others. */
  readonly rows: Row[];
  /** The first line, and the last one that is not blank. */
  readonly first: number;
  last: number;
}

/** How an item of a list is marked. */
export interface Item extends Block {
  readonly kind: B.Item;
  /** Where its marker stands, and how long that is. */
  readonly marker: number;
  readonly length: number;
  /** The column of its marker, and that of what it holds. */
  readonly column: number;
  readonly content: number;
  /** Undefined for bullets. */
  readonly number: number | undefined;
}

export interface List extends Block {
  readonly kind: B.List;
  /** The sign of its bullets, or behind its numbers. */
  readonly sign: string;
}

export interface Fence extends Block {
  readonly kind: B.Fence;
  /** The sign and the length of the fence, its indentation, and what is said behind it. */
  readonly sign: string;
  readonly length: number;
  readonly indent: number;
  readonly info: string;
  closed: boolean;
}

export interface Html extends Block {
  readonly kind: B.Html;
  /** What ends it; undefined for a blank line. */
  readonly end: RegExp | undefined;
}

export interface Quote extends Block {
  readonly kind: B.Quote;
  /** By line, where its sign stands. */
  readonly signs: Map<number, number>;
}

export interface Kept extends Block {
  readonly kind: B.Kept;
  readonly end: RegExp;
}

/** A text by its blocks. */
export interface Blocks {
  readonly root: Block;
  /** Where lines begin, and where they end without their line ends. */
  readonly starts: readonly number[];
  readonly ends: readonly number[];
}

/** The lines of code in a fence. */
export const codeRows = ({ rows, closed }: Fence): readonly Row[] =>
  rows.slice(1, closed ? -1 : undefined);

/** How many columns containers leave of a tab that they take in part; 0 where a row begins with none. */
export function leftOfTab(text: string, { starts }: Blocks, { line, at, column }: Row): number {
  if (text.charCodeAt(at) !== 9) return 0;
  let there = 0;
  for (let i = starts[line]!; i < at; i++)
    there += text.charCodeAt(i) === 9 ? TAB - (there % TAB) : 1;
  return column <= there ? 0 : TAB - (column % TAB);
}

/** What stands on a line after what its containers take; what they leave of a tab is blanks. */
export function rowText(text: string, blocks: Blocks, row: Row): string {
  const left = leftOfTab(text, blocks, row);
  const from = left > 0 ? row.at + 1 : row.at;
  return " ".repeat(left) + text.slice(from, blocks.ends[row.line]);
}

/** Blocks nest no deeper: what is beyond is part of the text. */
const MOST_DEPTH = 100;

const TAB = 4;

const make = <K extends B, X extends object>(
  kind: K,
  line: number,
  more: X,
): Block & { kind: K } & X => ({
  kind,
  children: [],
  rows: [],
  first: line,
  last: line,
  ...more,
});

/** What lines begin with that begin a block other than a paragraph, or make another one of it. */
const BEGINS_BLOCK: ReadonlySet<number> = new Set(
  Array.from(">#`~$<=-|:*_+0123456789", (sign) => sign.charCodeAt(0)),
);

/** Whether a line, its indentation apart, ends a fence. */
function closesFence(line: string, { sign, length }: Fence): boolean {
  let end = 0;
  while (line[end] === sign) end++;
  return end >= length && isBlankRow(line.slice(end));
}

/** Tells the blocks of a text, line by line (CommonMark 0.31, appendix "A parsing strategy"). */
export function parseBlocks(text: string): Blocks {
  return new BlockParser(text).run();
}

class BlockParser {
  private readonly starts: number[] = [];
  private readonly ends: number[] = [];
  private readonly root = make(B.Document, 0, {});
  /** The blocks that are open, outermost first. */
  private open: Block[] = [this.root];
  private line = 0;
  /** Where on the line the parser stands, and in which column. */
  private at = 0;
  private column = 0;
  private end = 0;
  private readonly lineEnds = /\r\n|\r|\n/g;

  constructor(private readonly text: string) {}

  run(): Blocks {
    const { text, starts, ends } = this;
    let start = text.charCodeAt(0) === 0xfeff ? 1 : 0;
    while (start < text.length) {
      this.lineEnds.lastIndex = start;
      const found = this.lineEnds.exec(text);
      const end = found?.index ?? text.length;
      starts.push(start);
      ends.push(end);
      this.line = starts.length - 1;
      this.at = start;
      this.column = 0;
      this.end = end;
      this.readLine();
      start = end + (found?.[0].length ?? 0);
      if (found === null) break;
    }
    return { root: this.root, starts, ends };
  }

  // Places on the line

  private get isBlank(): boolean {
    return this.whiteEnd() >= this.end;
  }

  /** Where the white space from here on ends. */
  private whiteEnd(): number {
    const { text, end } = this;
    let i = this.at;
    while (i < end && isBlank(text.charCodeAt(i))) i++;
    return i;
  }

  /** How many columns of white space stand here. */
  private get indent(): number {
    const { text } = this;
    let column = this.column;
    for (let i = this.at; i < this.end; i++) {
      const c = text.charCodeAt(i);
      if (c === 32) column++;
      else if (c === 9) column += TAB - (column % TAB);
      else break;
    }
    return column - this.column;
  }

  /** The line from the next sign on. */
  private get rest(): string {
    return this.text.slice(this.whiteEnd(), this.end);
  }

  /** Goes over columns of white space; a tab that reaches further is left with what is over. */
  private skipColumns(count: number): void {
    const { text } = this;
    const target = this.column + count;
    while (this.at < this.end && this.column < target) {
      const c = text.charCodeAt(this.at);
      const width = c === 9 ? TAB - (this.column % TAB) : 1;
      if (c !== 32 && c !== 9) return;
      if (this.column + width > target) {
        // Half of the tab is taken: it is not passed, but counts less.
        this.column = target;
        return;
      }
      this.column += width;
      this.at++;
    }
  }

  private skipWhite(): void {
    this.skipColumns(this.indent);
  }

  private skipSigns(count: number): void {
    this.at += count;
    this.column += count;
  }

  // Lines

  private readLine(): void {
    const matched = this.matchOpen();
    const tip = this.open.at(-1)!;
    if (matched === this.open.length && isLeaf(tip) && tip.kind !== B.Paragraph) {
      this.takeLeaf(tip);
      return;
    }
    const isParagraph = tip.kind === B.Paragraph;
    let depth = matched;
    // Where the paragraph itself was matched it is not a container to start in.
    if (isParagraph && depth === this.open.length) depth--;
    const before = depth;
    const pending = this.open;
    const started = this.start(depth, pending);
    if (started === undefined) {
      if (this.isBlank) {
        this.blank(matched, isParagraph);
        return;
      }
      if (isParagraph) {
        // The paragraph goes on, lazily where its containers were not matched.
        this.addRow(tip, before < pending.length - 1);
        return;
      }
      this.open = pending.slice(0, depth);
      this.addParagraph();
    }
  }

  /** Goes through the open blocks that this line goes on with; answers how many do. */
  private matchOpen(): number {
    let depth = 1;
    for (; depth < this.open.length; depth++) if (!this.matches(this.open[depth]!)) break;
    return depth;
  }

  private matches(block: Block): boolean {
    switch (block.kind) {
      case B.List: return true;
      case B.Quote: {
        if (this.indent > 3 || this.text[this.whiteEnd()] !== ">" || this.isBlank) return false;
        this.skipWhite();
        (block as Quote).signs.set(this.line, this.at);
        this.skipSigns(1);
        if (this.indent > 0) this.skipColumns(1);
        return true;
      }
      case B.Item: {
        const { content, column } = block as Item;
        if (this.isBlank) {
          // An item that begins with a blank line ends with the next one.
          if (block.children.length === 0 && this.line > block.first) return false;
          this.skipWhite();
          return true;
        }
        if (this.indent < content - column) return false;
        this.skipColumns(content - column);
        return true;
      }
      case B.Paragraph: return !this.isBlank;
      case B.Fence: return true;
      case B.Kept: return true;
      case B.Html: return !((block as Html).end === undefined && this.isBlank);
      case B.Code: return this.isBlank || this.indent >= 4;
      case B.Table: return !this.isBlank && !this.interrupts();
      default: return false;
    }
  }

  /** Takes a line into the leaf that goes on with it. */
  private takeLeaf(block: Block): void {
    switch (block.kind) {
      case B.Fence: {
        const fence = block as Fence;
        const closes = this.indent < 4 && closesFence(this.rest, fence);
        this.addRow(block);
        if (!closes) return;
        fence.closed = true;
        this.close();
        return;
      }
      case B.Kept:
        this.addRow(block);
        if ((block as Kept).end.test(this.rest)) this.close();
        return;
      case B.Html:
        this.addRow(block);
        if ((block as Html).end?.test(this.rest) === true) this.close();
        return;
      case B.Code:
        if (this.isBlank) return;
        this.addRow(block);
        return;
      default: this.addRow(block);
    }
  }

  private addRow(block: Block, lazy = false): void {
    block.rows.push({ line: this.line, at: this.at, column: this.column, lazy });
    if (!this.isBlank || block.kind === B.Fence || block.kind === B.Kept)
      for (const one of this.open) one.last = this.line;
  }

  private close(): void {
    this.open = this.open.slice(0, -1);
  }

  /** A blank line ends paragraphs, and what was not matched. */
  private blank(matched: number, isParagraph: boolean): void {
    this.open = this.open.slice(0, matched);
    if (isParagraph && this.open.at(-1)!.kind === B.Paragraph) this.close();
  }

  /** Opens the blocks that begin here; undefined where none does. */
  private start(from: number, pending: Block[]): Block | undefined {
    let depth = from;
    let started: Block | undefined;
    for (;;) {
      const inParagraph = started === undefined && pending.at(-1)!.kind === B.Paragraph;
      // What goes on with a paragraph that was matched.
      const continues = inParagraph && depth === pending.length - 1;
      const next = this.begin(
        started === undefined ? pending.slice(0, depth) : this.open,
        continues ? pending.at(-1)! : undefined,
        inParagraph,
      );
      if (next === undefined) break;
      started = next;
      depth = this.open.length;
      if (next.kind !== B.Quote && next.kind !== B.Item) return started;
    }
    if (started === undefined || this.isBlank) return started;
    this.addParagraph();
    return started;
  }

  /**
   * One block that begins here, in containers that are open.
   *
   * @param paragraph the paragraph that this line would go on with otherwise.
   * @param inParagraph whether it would go on with one, lazily or not.
   */
  private begin(
    containers: Block[],
    paragraph: Block | undefined,
    inParagraph: boolean,
  ): Block | undefined {
    if (this.isBlank) return undefined;
    const { line } = this;
    const parent = containers.at(-1)!;
    const into = (block: Block): Block => {
      // Anything but an item ends a list.
      const list = parent.kind === B.List ? containers.at(-2)! : parent;
      const opened = parent.kind === B.List ? containers.slice(0, -1) : containers;
      list.children.push(block);
      this.open = [...opened, block];
      return block;
    };
    const leaf = (block: Block): Block => {
      into(block);
      this.addRow(block);
      return block;
    };
    const { indent } = this;
    if (indent >= 4) return inParagraph ? undefined : leaf(make(B.Code, line, {}));
    if (!BEGINS_BLOCK.has(this.text.charCodeAt(this.whiteEnd()))) return undefined;
    const { rest } = this;
    if (line === 0 && containers.length === 1) {
      const front = /^(---|\+\+\+)[ \t]*$/.exec(rest)?.[1];
      if (
        front !== undefined
        && indent === 0
        && this.hasLine(front === "---" ? /^(?:---|\.\.\.)[ \t]*$/m : /^\+\+\+[ \t]*$/m)
      )
        return leaf(
          make(B.Kept, line, {
            end: front === "---" ? /^(?:---|\.\.\.)[ \t]*$/ : /^\+\+\+[ \t]*$/,
          }),
        );
    }
    if (rest.startsWith(">") && containers.length < MOST_DEPTH) {
      const quote = make(B.Quote, line, { signs: new Map<number, number>() });
      into(quote);
      this.skipWhite();
      quote.signs.set(line, this.at);
      this.skipSigns(1);
      if (this.indent > 0) this.skipColumns(1);
      for (const one of this.open) one.last = line;
      return quote;
    }
    if (/^#{1,6}(?:[ \t]|$)/.test(rest)) {
      const heading = leaf(make(B.Heading, line, {}));
      this.close();
      return heading;
    }
    const fence = /^(`{3,})([^`]*)$/.exec(rest) ?? /^(~{3,})(.*)$/.exec(rest);
    if (fence !== null) {
      const [, signs, info] = fence as unknown as [string, string, string];
      return leaf(
        make(B.Fence, line, {
          sign: signs[0]!,
          length: signs.length,
          indent,
          info: trimmed(info),
          closed: false,
        }),
      );
    }
    if (/^\$\$[ \t]*$/.test(rest) && !inParagraph)
      return leaf(make(B.Kept, line, { end: /^\$\$[ \t]*$/ }));
    const html = htmlStart(rest, inParagraph);
    if (html !== undefined) {
      const block = leaf(make(B.Html, line, { end: html.end }));
      if (html.end?.test(rest) === true) this.close();
      return block;
    }
    if (paragraph !== undefined && /^(?:=+|-+)[ \t]*$/.test(rest)) {
      paragraph.rows.push({ line, at: this.at, column: this.column, lazy: false });
      for (const one of containers) one.last = line;
      paragraph.last = line;
      (paragraph as { kind: B }).kind = B.Underlined;
      this.open = containers;
      return paragraph;
    }
    if (paragraph !== undefined && this.tableBegins(paragraph, rest)) {
      (paragraph as { kind: B }).kind = B.Table;
      this.open = [...containers, paragraph];
      this.addRow(paragraph);
      return paragraph;
    }
    if (/^(?:(?:\*[ \t]*){3,}|(?:_[ \t]*){3,}|(?:-[ \t]*){3,})$/.test(rest)) {
      const across = leaf(make(B.Break, line, {}));
      this.close();
      return across;
    }
    return this.item(containers, rest, paragraph !== undefined);
  }

  /** The list item that begins here. */
  private item(containers: Block[], rest: string, inParagraph: boolean): Block | undefined {
    const match = /^(?:([-+*])|(\d{1,9})([.)]))(?=[ \t]|$)/.exec(rest);
    if (match === null || containers.length >= MOST_DEPTH) return undefined;
    const [marker, bullet, digits, after] = match as unknown as [string, string?, string?, string?];
    const isEmpty = isBlankRow(rest.slice(marker.length));
    const parent = containers.at(-1)!;
    // Only what is sure to be a list interrupts a paragraph.
    if (inParagraph && (isEmpty || (digits !== undefined && Number(digits) !== 1)))
      return undefined;
    const { line } = this;
    const sign = bullet ?? after!;
    const same = parent.kind === B.List
      && (parent as List).sign === sign
      && ((parent.children.at(-1) as Item).number === undefined) === (digits === undefined);
    let opened = containers;
    if (!same) {
      const list = make(B.List, line, { sign });
      if (parent.kind === B.List) opened = containers.slice(0, -1);
      opened.at(-1)!.children.push(list);
      opened = [...opened, list];
    }
    const column = this.column;
    const { indent } = this;
    this.skipWhite();
    const at = this.at;
    this.skipSigns(marker.length);
    const padding = this.indent;
    const isCode = !isEmpty && padding > 4;
    const width = isEmpty || isCode ? 1 : padding;
    this.skipColumns(isEmpty ? 0 : width);
    const item: Item = make(B.Item, line, {
      marker: at,
      length: marker.length,
      column,
      content: column + indent + marker.length + width,
      number: digits === undefined ? undefined : Number(digits),
    });
    opened.at(-1)!.children.push(item);
    this.open = [...opened, item];
    for (const one of this.open) one.last = line;
    return item;
  }

  private addParagraph(): void {
    const parent = this.open.at(-1)!;
    if (parent.kind === B.List) this.close();
    const paragraph = make(B.Paragraph, this.line, {});
    this.open.at(-1)!.children.push(paragraph);
    this.open = [...this.open, paragraph];
    this.addRow(paragraph);
  }

  /** Whether something begins here that ends a table. */
  private interrupts(): boolean {
    const { rest } = this;
    return (
      this.indent < 4
      && (/^(?:>|#{1,6}(?:[ \t]|$)|`{3,}[^`]*$|~{3,}|(?:[-+*]|\d{1,9}[.)])(?:[ \t]|$))/.test(rest)
        || /^(?:(?:\*[ \t]*){3,}|(?:_[ \t]*){3,}|(?:-[ \t]*){3,})$/.test(rest)
        || htmlStart(rest, true) !== undefined)
    );
  }

  /** Whether a line under a paragraph of one line makes a table of both. */
  private tableBegins(paragraph: Block, rest: string): boolean {
    if (paragraph.rows.length !== 1 || !DELIMITER_ROW.test(rest)) return false;
    const { line, at } = paragraph.rows[0]!;
    const head = trimmed(this.text.slice(at, this.ends[line]));
    return head.includes("|") && cellsOf(head).length === cellsOf(rest).length;
  }

  /** Whether a line after this one matches. */
  private hasLine(line: RegExp): boolean {
    return line.test(this.text.slice(this.end));
  }
}

const isLeaf = ({ kind }: Block): boolean =>
  kind !== B.Document && kind !== B.Quote && kind !== B.List && kind !== B.Item;

/** The row under a table's head. */
export const DELIMITER_ROW = /^\|?[ \t]*:?-+:?[ \t]*(?:\|[ \t]*:?-+:?[ \t]*)*\|?[ \t]*$/;

/** The cells of a table's row, without the pipes at its ends; a pipe behind a backslash parts nothing. */
export function cellsOf(row: string): string[] {
  const inner = trimmed(row).replace(/^\|/, "");
  const cells: string[] = [];
  let from = 0;
  for (let i = 0; i < inner.length; i++) {
    if (inner[i] === "\\") i++;
    else if (inner[i] === "|") {
      cells.push(trimmed(inner.slice(from, i)));
      from = i + 1;
    }
  }
  const last = trimmed(inner.slice(from));
  if (last !== "" || !/\|[ \t]*$/.test(inner)) cells.push(last);
  return cells;
}

/** Elements that begin a block of markup (CommonMark 0.31, 4.6, condition 6). */
const BLOCK_NAMES = new RegExp(
  `^</?(?:${
    "address article aside base basefont blockquote body caption center col colgroup dd details dialog dir div dl dt fieldset figcaption figure footer form frame frameset h1 h2 h3 h4 h5 h6 head header hr html iframe legend li link main menu menuitem nav noframes ol optgroup option p param search section summary table tbody td tfoot th thead title tr track ul"
      .replaceAll(" ", "|")
  })(?:[ \\t]|/?>|$)`,
  "i",
);

const ATTRIBUTE = `[ \\t]+[a-z_:][\\w.:-]*(?:[ \\t]*=[ \\t]*(?:[^ \\t"'=<>\`]+|'[^']*'|"[^"]*"))?`;
const WHOLE_TAG = new RegExp(
  `^(?:<[a-z][a-z\\d-]*(?:${ATTRIBUTE})*[ \\t]*/?>|</[a-z][a-z\\d-]*[ \\t]*>)[ \\t]*$`,
  "i",
);

/** What ends the block of markup that a line begins; undefined where it begins none. */
function htmlStart(
  rest: string,
  inParagraph: boolean,
): { readonly end: RegExp | undefined } | undefined {
  if (!rest.startsWith("<")) return undefined;
  if (/^<(?:script|pre|style|textarea)(?:[ \t>]|$)/i.test(rest))
    return { end: /<\/(?:script|pre|style|textarea)>/i };
  if (rest.startsWith("<!--")) return { end: /-->/ };
  if (rest.startsWith("<?")) return { end: /\?>/ };
  if (/^<![a-z]/i.test(rest)) return { end: />/ };
  if (rest.startsWith("<![CDATA[")) return { end: /\]\]>/ };
  if (BLOCK_NAMES.test(rest)) return { end: undefined };
  return !inParagraph && WHOLE_TAG.test(rest) ? { end: undefined } : undefined;
}

/** The blocks that hold a line, outermost first. */
export function chainAt(root: Block, line: number): Block[] {
  const chain = [root];
  for (let block = root;;) {
    const next = block.children.at(-1);
    const holds = next !== undefined
      && (
        next.last >= line
        || (next.kind === B.Quote && (next as Quote).signs.has(line))
        || isOpen(next, line)
      );
    if (!holds) return chain;
    chain.push(next);
    block = next;
  }
}

/** Whether an item without text, or what holds one, is the last thing of a text. */
const isOpen = ({ first }: Block, line: number): boolean => first === line;
