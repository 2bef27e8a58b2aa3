import type { Span } from "./outline/excerpt.js";
import { movedSpan, type Replacement } from "./outline/splice.js";
import type { Style } from "./style/style.js";
import { ChangeList } from "./text/changelist.js";
import { byPlace, type Change } from "./text/edits.js";

/** More stretches than these are not worth being laid out one by one. */
const MOST_STALE = 16;

/** What formatting a whole text came to. */
export interface Whole {
  readonly changes: ChangeList;
  readonly unsettled: readonly Span[];
}

/**
 * What formatting the whole text came to when it was last asked for, kept while the text changes:
 * what lies outside the stretches that were read again stands, moved along.
 */
export class Remembered {
  private stale: Span[] = [];
  private changes: ChangeList;
  private unsettled: readonly Span[];

  constructor(
    /** The style of which it came. */
    readonly style: Style,
    whole: Whole,
  ) {
    this.changes = whole.changes;
    this.unsettled = whole.unsettled;
  }

  /** Whether it stands where nothing was read again: all of the text was understood, or nothing has changed. */
  get holds(): boolean {
    return this.unsettled.length === 0 || this.stale.length === 0;
  }

  /** The stretches that have to be laid out again. */
  get staleSpans(): readonly Span[] {
    return this.stale;
  }

  /**
   * Follows a change.
   *
   * @param read the stretch of the old text that was read again.
   * @returns false where too much has changed, or what around it does not parse hangs on it.
   */
  follow(change: Replacement, read: Span): boolean {
    const shift = change.inserted - (change.to - change.from);
    const fresh = { from: read.from, to: read.to + shift };
    const spans = this.stale.map((span) => movedSpan(span, change));
    this.stale = merged([...spans, fresh]);
    if (reachesOver(this.unsettled, read)) return false;
    this.changes = this.changes.without(read, shift);
    this.unsettled = this.unsettled
      .filter((span) => !isInside(span, read))
      .map((span) => (
        span.from >= read.to ? { from: span.from + shift, to: span.to + shift } : span
      ));
    return this.stale.length <= MOST_STALE;
  }

  /**
   * Takes what a stale stretch has come to.
   *
   * @param core the stretch for which `changes` and `unsettled` hold; they tell of what is around it too.
   * @returns false where a sign is put in at its edge, which hangs on what is on both sides.
   */
  refresh(
    stale: Span,
    core: Span,
    changes: Iterable<Change>,
    unsettled: readonly Span[],
  ): boolean {
    const inside = (span: Span): boolean => isInside(span, core);
    const known = [...this.changes];
    const found = [...changes];
    const atEdge = known.filter(
      (change) => isSign(change) && (change.to === core.from || change.from === core.to),
    );
    const beyond = found.filter((change) => isSign(change) && !inside(change));
    if (!isAmong(atEdge, found) || !isAmong(beyond, known)) return false;
    const before = known.filter((change) => !inside(change));
    this.changes = ChangeList.of([...before, ...found.filter(inside)].sort(byPlace));
    this.unsettled = [
      ...this.unsettled.filter((span) => !inside(span)),
      ...unsettled.filter(inside),
    ].sort((a, b) => a.from - b.from);
    this.stale = this.stale.filter((span) => span !== stale);
    return true;
  }

  get whole(): Whole {
    return { changes: this.changes, unsettled: this.unsettled };
  }
}

/** Whether a span lies partly in a stretch, and partly outside it. */
export const reachesOver = (spans: readonly Span[], { from, to }: Span): boolean =>
  spans.some((span) => span.from < to && span.to > from && (span.from < from || span.to > to));

/** Whether a change puts in more than white space. */
const isSign = ({ text }: Change): boolean => /\S/.test(text);

const isAmong = (some: readonly Change[], all: readonly Change[]): boolean => some.every(
  ({ from, to, text }) => all.some(
    (other) => other.from === from && other.to === to && other.text === text,
  ),
);

const isInside = (span: Span, { from, to }: Span): boolean => span.from >= from && span.to <= to;

/** Spans in order, those that touch put together. */
function merged(spans: Span[]): Span[] {
  const done: { from: number; to: number }[] = [];
  for (const span of spans.sort((a, b) => a.from - b.from)) {
    const last = done.at(-1);
    if (last !== undefined && span.from <= last.to) last.to = Math.max(last.to, span.to);
    else done.push({ ...span });
  }
  return done;
}
