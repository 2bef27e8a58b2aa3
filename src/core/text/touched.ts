import type { Lines, Range } from "./lines.js";

/** A stretch of whole lines, zero-based, first and last included. */
export interface LineSpan {
  readonly first: number;
  readonly last: number;
}

/**
 * The lines of a range in a text. One that ends at the start of a line does not touch that line, unless it is empty, or the
 * text ends there too.
 */
export function linesOf({ start, end }: Range, lines: Lines): LineSpan {
  const { count } = lines;
  const first = Math.min(start.line, count - 1);
  const last = Math.min(end.line, count - 1);
  const before = end.character === 0 && end.line < count && lines.lineStart(last) < lines.length;
  const ends = last > first && before;
  return { first, last: ends ? last - 1 : Math.max(first, last) };
}

/**
 * Lines that were marked while the text around them changes. Spans above the change that came last are
 * counted from the beginning of the text, those below it from its end, so that a change beside the last
 * one moves none of them.
 */
export class TouchedLines {
  /** Spans above the last change, in order. */
  private readonly above: LineSpan[] = [];
  /** Spans below it, the lowest first; their lines are counted from the end, the last line being 0. */
  private readonly below: LineSpan[] = [];

  /** @param count how many lines the text has. */
  constructor(private count: number) {}

  /** The marked lines in order, spans that meet put together. */
  get spans(): LineSpan[] {
    const spans = [...this.above, ...[...this.below].reverse().map((span) => this.turned(span))];
    const merged: { first: number; last: number }[] = [];
    for (const { first, last } of spans) {
      const before = merged.at(-1);
      if (before !== undefined && first <= before.last + 1)
        before.last = Math.max(before.last, last);
      else merged.push({ first, last });
    }
    return merged;
  }

  has(line: number): boolean {
    const within = ({ first, last }: LineSpan): boolean => first <= line && line <= last;
    return this.above.some(within) || this.below.some((span) => within(this.turned(span)));
  }

  /**
   * Follows a change: what stood on lines `first` to `last` stands on `added` more lines now. Where one of
   * them was marked, all that stands there now is.
   *
   * @param marked the lines that are marked for it, counted in the new text; undefined for none.
   */
  follow(first: number, last: number, added: number, marked?: LineSpan): void {
    // Lines that come between two are part of neither.
    this.goTo(Math.min(first, last));
    const { above, below } = this;
    const met: LineSpan[] = [];
    if (above.length > 0 && above.at(-1)!.last >= first) met.push(above.pop()!);
    while (below.length > 0 && this.turned(below.at(-1)!).first <= last)
      met.push(this.turned(below.pop()!));
    this.count += added;
    if (met.length > 0) {
      const from = met[0]!.first;
      this.push({ first: Math.min(from, first), last: Math.max(met.at(-1)!.last, last) + added });
    }
    if (marked !== undefined) this.push(marked);
  }

  /** Marks the lines that are marked in a longer text, of which this one is the lines from `line` on. */
  adopt(longer: TouchedLines, line: number): void {
    for (const span of longer.spans)
      this.push({
        first: Math.max(0, span.first - line),
        last: Math.min(this.count - 1, span.last - line),
      });
  }

  clear(): void {
    this.above.length = 0;
    this.below.length = 0;
  }

  /** Takes the mark from lines. */
  unmark({ first, last }: LineSpan): void {
    const kept = this.spans
      .flatMap((span) => [
        { first: span.first, last: Math.min(span.last, first - 1) },
        { first: Math.max(span.first, last + 1), last: span.last },
      ])
      .filter((span) => span.last >= span.first);
    this.clear();
    for (const span of kept) this.above.push(span);
  }

  /** Adds a span at or behind the last one above. */
  private push(span: LineSpan): void {
    if (span.last < span.first) return;
    const before = this.above.at(-1);
    if (before === undefined || span.first > before.last + 1) {
      this.above.push(span);
    } else {
      this.above[this.above.length - 1] = {
        first: Math.min(before.first, span.first),
        last: Math.max(before.last, span.last),
      };
    }
  }

  /** Has every span that begins above a line stand above, and all others below. */
  private goTo(line: number): void {
    const { above, below } = this;
    while (above.length > 0 && above.at(-1)!.first > line) below.push(this.turned(above.pop()!));
    while (below.length > 0 && this.turned(below.at(-1)!).first <= line)
      above.push(this.turned(below.pop()!));
  }

  /** A span counted from the other end. */
  private turned({ first, last }: LineSpan): LineSpan {
    return { first: this.count - 1 - last, last: this.count - 1 - first };
  }
}
