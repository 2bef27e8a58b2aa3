import { blanksEnd, blanksStart } from "./blanks.js";
import { Char } from "./characters.js";
import { isLineEnd } from "./line-ends.js";
/**
 * Ranges of code points that fill two columns: the Wide and Fullwidth classes of Unicode's
 * East Asian Width (UAX 11), merged to whole blocks where a block holds nothing narrower in use.
 */
const WIDE: readonly (readonly [number, number])[] = [
  [0x1100, 0x115f],
  [0x231a, 0x231b],
  [0x2329, 0x232a],
  [0x23e9, 0x23ec],
  [0x23f0, 0x23f0],
  [0x23f3, 0x23f3],
  [0x25fd, 0x25fe],
  [0x2614, 0x2615],
  [0x2648, 0x2653],
  [0x267f, 0x267f],
  [0x2693, 0x2693],
  [0x26a1, 0x26a1],
  [0x26aa, 0x26ab],
  [0x26bd, 0x26be],
  [0x26c4, 0x26c5],
  [0x26ce, 0x26ce],
  [0x26d4, 0x26d4],
  [0x26ea, 0x26ea],
  [0x26f2, 0x26f3],
  [0x26f5, 0x26f5],
  [0x26fa, 0x26fa],
  [0x26fd, 0x26fd],
  [0x2705, 0x2705],
  [0x270a, 0x270b],
  [0x2728, 0x2728],
  [0x274c, 0x274c],
  [0x274e, 0x274e],
  [0x2753, 0x2755],
  [0x2757, 0x2757],
  [0x2795, 0x2797],
  [0x27b0, 0x27b0],
  [0x27bf, 0x27bf],
  [0x2b1b, 0x2b1c],
  [0x2b50, 0x2b50],
  [0x2b55, 0x2b55],
  [0x2e80, 0x303e],
  [0x3041, 0x33ff],
  [0x3400, 0x4dbf],
  [0x4e00, 0x9fff],
  [0xa000, 0xa4cf],
  [0xa960, 0xa97f],
  [0xac00, 0xd7a3],
  [0xf900, 0xfaff],
  [0xfe10, 0xfe19],
  [0xfe30, 0xfe6f],
  [0xff01, 0xff60],
  [0xffe0, 0xffe6],
  [0x16fe0, 0x18cff],
  [0x1aff0, 0x1b2ff],
  [0x1f004, 0x1f004],
  [0x1f0cf, 0x1f0cf],
  [0x1f18e, 0x1f18e],
  [0x1f191, 0x1f19a],
  [0x1f200, 0x1f320],
  [0x1f32d, 0x1f335],
  [0x1f337, 0x1f37c],
  [0x1f37e, 0x1f393],
  [0x1f3a0, 0x1f3ca],
  [0x1f3cf, 0x1f3d3],
  [0x1f3e0, 0x1f3f0],
  [0x1f3f4, 0x1f3f4],
  [0x1f3f8, 0x1f43e],
  [0x1f440, 0x1f440],
  [0x1f442, 0x1f4fc],
  [0x1f4ff, 0x1f53d],
  [0x1f54b, 0x1f54e],
  [0x1f550, 0x1f567],
  [0x1f57a, 0x1f57a],
  [0x1f595, 0x1f596],
  [0x1f5a4, 0x1f5a4],
  [0x1f5fb, 0x1f64f],
  [0x1f680, 0x1f6c5],
  [0x1f6cc, 0x1f6cc],
  [0x1f6d0, 0x1f6d2],
  [0x1f6d5, 0x1f6d7],
  [0x1f6dc, 0x1f6df],
  [0x1f6eb, 0x1f6ec],
  [0x1f6f4, 0x1f6fc],
  [0x1f7e0, 0x1f7eb],
  [0x1f7f0, 0x1f7f0],
  [0x1f90c, 0x1f93a],
  [0x1f93c, 0x1f945],
  [0x1f947, 0x1f9ff],
  [0x1fa70, 0x1faff],
  [0x20000, 0x3fffd],
];

const COMBINING = /^[\p{Mn}\p{Me}\p{Cf}]$/u;

/** Columns that one code point fills: 0, 1 or 2. */
function columnsOf(code: number): number {
  if (code < 0x300) return 1;
  let low = 0;
  let high = WIDE.length - 1;
  while (low <= high) {
    const middle = (low + high) >> 1;
    const [from, to] = WIDE[middle]!;
    if (code < from) high = middle - 1;
    else if (code > to) low = middle + 1;
    else return 2;
  }
  return COMBINING.test(String.fromCodePoint(code)) ? 0 : 1;
}

/** Columns that [from, to) of `text` fills; it holds no tab and no line end. */
export function columnsBetween(text: string, from: number, to: number): number {
  let columns = 0;
  for (let i = from; i < to; i++) {
    const unit = text.charCodeAt(i);
    if (unit < 0x300) {
      columns++;
    } else {
      const code = text.codePointAt(i)!;
      columns += columnsOf(code);
      if (code > 0xffff) i++;
    }
  }
  return columns;
}

/** A text, or what holds one. */
export type Characters = Pick<string, "charCodeAt">;

/** The column that the white space in [from, to) reaches from column 0, tabs going to the next stop. */
export function indentColumn(text: Characters, from: number, to: number, tabWidth: number): number {
  let column = 0;
  for (let i = from; i < to; i++) {
    const c = text.charCodeAt(i);
    if (c === Char.Tab) column += tabWidth - (column % tabWidth);
    else if (c === Char.FormFeed) column = 0;
    else column++;
  }
  return column;
}

/** Where the line begins that holds `offset`. */
export function startOfLine(text: Characters, offset: number): number {
  let i = offset;
  while (i > 0 && !isLineEnd(text.charCodeAt(i - 1))) i--;
  return i;
}

/** Where the line ends that holds `offset`. */
export function endOfLine(text: string, offset: number): number {
  let i = offset;
  while (i < text.length && !isLineEnd(text.charCodeAt(i))) i++;
  return i;
}

/** The white space with which the line begins that holds `offset`. */
export function whiteOf(
  text: string,
  offset: number,
  start = startOfLine(text, offset),
): string {
  return text.slice(start, blanksEnd(text, start));
}

/** Whether nothing but spaces and tabs stands before `offset` on its line; it looks no further than they reach. */
export function behindBlanks(text: Characters, offset: number): boolean {
  const i = blanksStart(text, offset);
  return i === 0 || isLineEnd(text.charCodeAt(i - 1));
}

/** Whether nothing but white space of any kind stands before `offset` on its line; it looks no further than that. */
export function beginsItsLine(text: string, offset: number): boolean {
  let i = offset;
  while (i > 0 && !isLineEnd(text.charCodeAt(i - 1)))
    if (text[--i]!.trim() !== "") return false;
  return true;
}

/** Whether what stands at [from, to) has its line for itself. */
export function isAloneOnLine(text: string, from: number, to: number): boolean {
  const end = blanksEnd(text, to);
  return beginsItsLine(text, from) && (end === text.length || isLineEnd(text.charCodeAt(end)));
}

/** The column of an offset on its line. */
export function columnAt(text: string, offset: number, tabWidth: number): number {
  const start = startOfLine(text, offset);
  const indent = Math.min(offset, blanksEnd(text, start));
  return indentColumn(text, start, indent, tabWidth) + columnsBetween(text, indent, offset);
}

/** Finds where lines begin, one offset after the other, in time that grows with the text however long its lines are. */
export class LineStarts<C extends Characters = string> {
  private start = 0;
  /** No line ends between `start` and this offset. */
  private seen = 0;

  constructor(readonly text: C) {}

  /** Where the line begins that holds `offset`. */
  of(offset: number): number {
    if (offset >= this.start && offset <= this.seen) return this.start;
    const known = offset > this.seen ? this.seen : 0;
    let i = offset;
    while (i > known && !isLineEnd(this.text.charCodeAt(i - 1))) i--;
    if (i > known || known === 0) this.start = i;
    this.seen = offset;
    return this.start;
  }
}

/** The same of the columns at which the first characters of lines stand, behind their indentation. */
export class LineColumns {
  private readonly starts: LineStarts<Characters>;
  private start = -1;
  /** The column of the line that begins at `start`. */
  private column = 0;

  constructor(
    text: Characters,
    private readonly tabWidth: number,
  ) {
    this.starts = new LineStarts(text);
  }

  /** The column of the line that holds `offset`. */
  of(offset: number): number {
    const start = this.starts.of(offset);
    if (start !== this.start) {
      const { text } = this.starts;
      this.start = start;
      this.column = indentColumn(text, start, blanksEnd(text, start), this.tabWidth);
    }
    return this.column;
  }
}

/** The column at which the first character of the line that holds `offset` stands, behind its indentation. */
export function lineColumn(text: Characters, offset: number, tabWidth: number): number {
  const start = startOfLine(text, offset);
  return indentColumn(text, start, blanksEnd(text, start), tabWidth);
}
