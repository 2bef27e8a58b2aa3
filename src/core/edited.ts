import { Answered } from "./answered.js";
import type { Signs } from "./notation.js";
import type { ChangeList } from "./text/changelist.js";
import { isLineEnd } from "./text/line-ends.js";
import type { Lines, Range } from "./text/lines.js";
import { TouchedLines, type LineSpan } from "./text/touched.js";

/** The lines that a change takes, told before the text takes it; `last` before `first` where it takes none. */
export interface Place extends LineSpan {
  /** How many lines the text has. */
  readonly count: number;
}

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
  private formats: TouchedLines | undefined = undefined;

  /** @param signs of the language: one that has a line settle does not count as typing in it. */
  constructor(count: number, private readonly signs: Signs) {
    this.touched = new TouchedLines(count);
    this.typed = new TouchedLines(count);
  }

  /** Where [from, to) lies, which `text` replaces; without a range it is all of the text. */
  static place(
    lines: Lines,
    from: number,
    to: number,
    text: string,
    range: Range | undefined,
  ): Place {
    const { count } = lines;
    const inside = (line: number): number => Math.max(0, Math.min(line, count - 1));
    const first = range === undefined ? 0 : inside(range.start.line);
    const last = range === undefined ? count - 1 : Math.max(first, inside(range.end.line));
    // Lines that go or come whole leave those beside them as they are.
    if (from === to && /^[\r\n]/.test(text)) {
      const next = lines.charCodeAt(from);
      if (from === lines.length || isLineEnd(next))
        return { first: first + 1, last, count };
    }
    const toStart = last > first && range?.end.character === 0;
    const whole = (toStart || from === to) && (/[\r\n]$/.test(text) || (text === "" && toStart));
    const leads = whole && lines.slice(lines.lineStart(first), from).trim() === "";
    return { first, last: leads ? last - 1 : last, count };
  }

  /** Whether a change is one of an answer's own that comes back. */
  takes(change: Parameters<Answered["takes"]>[0]): boolean {
    return this.answered.some((answered) => answered.takes(change));
  }

  /**
   * Notes a change that the text has taken.
   *
   * @param own whether it was an answer's.
   * @param count how many lines the text has now.
   */
  note({ first, last, count: before }: Place, text: string, own: boolean, count: number): void {
    const added = count - before;
    if (own) {
      this.follow(first, last, added);
      if (this.answered.some(({ done }) => done)) this.markFormatted();
      return;
    }
    this.answered = [];
    const typed = /\S/.test(text) && !this.signs.completes(text);
    this.follow(first, last, added, { first, last: last + added }, typed);
  }

  /** Marks the lines that are marked in a longer text, of which this one is the lines from `line` on. */
  adopt(host: Edited, line: number): void {
    this.touched.adopt(host.touched, line);
    this.typed.adopt(host.typed, line);
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
    if (forms.every(({ length }) => length === 0)) this.markFormatted();
  }

  /** All of an answer is in: what it has formatted counts as untouched. */
  private markFormatted(): void {
    for (const span of this.formats?.spans ?? []) {
      this.touched.unmark(span);
      this.typed.unmark(span);
    }
    this.answered = [];
    this.formats = undefined;
  }
}
