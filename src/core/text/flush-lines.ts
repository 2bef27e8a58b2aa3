import { indentColumn, startOfLine } from "./width.js";

/** A line that holds something, comments apart, with the white space before it. */
const LINE = /[\r\n]([ \t]*)(?![ \t]|\/[/*])([^\r\n]+)/g;

/** The end of a line that leaves a bracket open. */
const OPENS = /[([{][ \t]*(?:\/[/*][^([{]*)?$/;

const CLOSES = /^[)\]}]/;

/** A line with a blank one below. */
const APART = /[^\r\n]*(?:\r\n?|\n)[ \t]*[\r\n]/y;

/**
 * Tells of brackets with nothing deeper below their line whether they are closed in its column. One that is not
 * holds nothing: what stands below belongs to what is around.
 *
 *     .quay {
 *
 *     .pier {
 *       color: red;
 *     }
 */
export class FlushLines {
  /** Where the lines begin that leave a bracket open, as far as lines were looked through. */
  private readonly open = new Set<number>();
  private from = 0;
  private to = 0;
  private column = -1;

  /** @param tab by which columns are counted. */
  constructor(private readonly text: string, private readonly tab: number) {}

  /** Whether a bracket that opens on the line of an offset is not closed in a column. */
  isLeftOpen(offset: number, column: number): boolean {
    const line = startOfLine(this.text, offset);
    const isKnown = column === this.column && line >= this.from && line < this.to;
    if (!isKnown) this.look(line, column);
    return this.open.has(line);
  }

  /** Looks through the lines below one, up to the one that closes it or stands less deep than a column. */
  private look(line: number, column: number): void {
    const { tab, text } = this;
    const open = [line];
    /** Whether the line before in the column opened something. */
    let opened = false;
    /** Where the line begins that opened what is deeper; -1 where none did. */
    let holder = -1;
    let blocks = 0;
    LINE.lastIndex = line;
    let below = LINE.exec(text);
    for (; below !== null && open.length > 0; below = LINE.exec(text)) {
      const [, white = "", code = ""] = below;
      const depth = indentColumn(white, 0, white.length, tab);
      if (depth < column) break;
      if (depth > column) {
        if (opened) {
          open.pop();
          holder = column;
          blocks++;
        } else if (holder < 0 && OPENS.test(code)) holder = depth;
        else if (depth <= holder && CLOSES.test(code)) holder = OPENS.test(code) ? depth : -1;
        opened = false;
        continue;
      }
      if (holder < 0 && CLOSES.test(code)) open.pop();
      holder = -1;
      opened = OPENS.test(code);
      if (opened) open.push(below.index + 1);
    }
    this.from = line;
    this.to = below === null ? text.length : below.index + 1;
    this.column = column;
    // At the end of the text only a blank line, or several blocks, tell that the rest is not within.
    const isTold = below !== null || blocks > 1;
    for (const at of open) if (isTold || this.isApart(at)) this.open.add(at);
  }

  private isApart(line: number): boolean {
    APART.lastIndex = line;
    return APART.test(this.text);
  }
}
