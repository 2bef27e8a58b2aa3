import { Answered } from "./requests/answered.js";
import type { ChangeList } from "./text/changelist.js";
import type { Lines, Range } from "./text/lines.js";
import { TouchedLines, type LineSpan } from "./text/touched.js";

/** Where a change lies, told before the text takes it. */
export interface Place {
  readonly from: number;
  readonly to: number;
  readonly lines: LineSpan;
  /** How many lines the text has. */
  readonly count: number;
  /** Whether nothing but white space stands before it on its first line. */
  readonly leads: boolean;
  /** Whether it begins at the end of a line, and whether it ends at the beginning of one. */
  readonly atEnd: boolean;
  readonly toStart: boolean;
}

/** Signs that may be typed to have a line settle, so that they alone do not count as typing in it. */
const SETTLES = /^[;}]$/;

/**
 * Which lines of a document were changed since it was opened or last formatted. Changes that a request
 * answered do not count when they come back.
 */
export class Edited {
  /** Lines that were changed at all, and those into which text was put. */
  readonly touched: TouchedLines;
  readonly typed: TouchedLines;
  /** What was answered last, in each form in which it may come back. */
  private answered: readonly Answered[] = [];
  /** The lines that will be formatted once it is in; undefined for none. */
  private formats: TouchedLines | undefined;

  constructor(count: number) {
    this.touched = new TouchedLines(count);
    this.typed = new TouchedLines(count);
  }

  static place(lines: Lines, from: number, to: number, range: Range | undefined): Place {
    const { count } = lines;
    const first = range === undefined ? 0 : Math.max(0, Math.min(range.start.line, count - 1));
    const last = range === undefined
      ? count - 1
      : Math.max(first, Math.min(range.end.line, count - 1));
    const next = lines.charCodeAt(from);
    const beyond = range !== undefined && range.start.line >= count;
    const start = beyond ? from : from - (range?.start.character ?? 0);
    return {
      from,
      to,
      lines: { first, last },
      count,
      leads: from === 0 || lines.slice(Math.max(0, start), from).trim() === "",
      atEnd: from === lines.length || next === 10 || next === 13,
      toStart: last > first && (range?.end.character ?? 1) === 0,
    };
  }

  /** Notes a change that the text has taken. `count`: how many lines it has now. */
  note(
    { from, to, lines, count: before, leads, atEnd, toStart }: Place,
    text: string,
    count: number,
  ): void {
    let { first, last } = lines;
    const added = count - before;
    // Lines that went or came whole leave those beside them as they were.
    if (from === to && atEnd && /^[\r\n]/.test(text)) first++;
    else if (
      leads && (toStart || from === to) && (/[\r\n]$/.test(text) || (text === "" && toStart))
    )
      last--;
    if (this.answered.some((answered) => answered.takes({ from, to, text }))) {
      this.follow(first, last, added);
      if (this.answered.some(({ done }) => done)) this.settle();
      return;
    }
    this.answered = [];
    const typed = /\S/.test(text) && !SETTLES.test(text);
    this.follow(first, last, added, { first, last: last + added }, typed);
  }

  private follow(
    first: number,
    last: number,
    added: number,
    marked?: LineSpan,
    typed = false,
  ): void {
    this.touched.follow(first, last, added, marked);
    this.typed.follow(first, last, added, typed ? marked : undefined);
    this.formats?.follow(first, last, added);
  }

  /**
   * Notes what was answered, and what lines it formats.
   *
   * @param forms the changes in each form in which they may come back.
   * @param formats `all`, or the lines that are formatted once they are in.
   */
  answer(forms: readonly ChangeList[], count: number, formats: "all" | readonly LineSpan[]): void {
    this.answered = forms.map((changes) => new Answered(changes));
    this.formats = new TouchedLines(count);
    const spans = formats === "all" ? [{ first: 0, last: count - 1 }] : formats;
    for (const { first, last } of [...spans].sort((a, b) => a.first - b.first))
      this.formats.follow(first, last, 0, { first, last });
    if (forms.every(({ length }) => length === 0)) this.settle();
  }

  /** All of an answer is in: what it has formatted counts as untouched. */
  private settle(): void {
    for (const span of this.formats?.spans ?? []) {
      this.touched.unmark(span);
      this.typed.unmark(span);
    }
    this.answered = [];
    this.formats = undefined;
  }
}
