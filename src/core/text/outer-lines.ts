import { indentColumn } from "./width.js";

/** Where a line begins behind its white space, as a UTF-16 offset, and its column. */
export interface OuterLine {
  readonly at: number;
  readonly column: number;
}

/** A line that holds something, comments apart, with the white space before it. */
const LINE = /[\r\n]([ \t]*)(?=[^\s/*#])/g;

/** Finds lines of a text that stand no deeper than a column; what was found last is known. */
export class OuterLines {
  private from = 0;
  private least = -1;
  private line: OuterLine = { at: -1, column: -1 };

  /** @param tab by which columns are counted. */
  constructor(private readonly text: string, private readonly tab: number) {}

  /** The first line below an offset that stands no deeper than a column; the text's end, in column -1, for none. */
  below(from: number, column: number): OuterLine {
    const isKnown = column === this.least && this.from <= from && from < this.line.at;
    if (!isKnown) {
      this.from = from;
      this.least = column;
      this.line = this.find(from, column);
    }
    return this.line;
  }

  private find(from: number, least: number): OuterLine {
    const { text, tab } = this;
    LINE.lastIndex = from;
    for (let line = LINE.exec(text); line !== null; line = LINE.exec(text)) {
      const at = LINE.lastIndex;
      const column = indentColumn(text, at - line[1]!.length, at, tab);
      if (column <= least) return { at, column };
    }
    return { at: text.length, column: -1 };
  }
}
