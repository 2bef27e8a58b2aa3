import type { Change } from "../text/edits.js";
import { endsLineAt } from "../text/line-ends.js";
import type { Lines } from "../text/lines.js";
import { SequenceFlag, type Sequence } from "./sequence.js";

/** A stretch of a text, as UTF-16 offsets. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** Units [begin, end) of a sequence that an excerpt leaves out. */
export interface Cut {
  readonly sequence: Sequence;
  readonly begin: number;
  readonly end: number;
  /** Where in the whole text the sequence begins. */
  readonly base: number;
  /** Where in the excerpt the units would stand. */
  readonly at: number;
}

/** What an excerpt asks of a text. */
export type Source = Pick<Lines, "length" | "slice" | "charCodeAt">;

/** One of the sequences around a place, and its units there with the gaps before and after them. */
export interface Level extends Span {
  readonly kind: number;
  /** Where in the whole text the sequence begins and ends. */
  readonly base: number;
  readonly end: number;
  /** Whether nothing of the sequence lies before the units. */
  readonly first: boolean;
  /** The unit behind them, where there is one. */
  readonly behind: { readonly kind: number; readonly to: number } | undefined;
  /** Whether this one, or one around it, is laid out together. */
  readonly joint: boolean;
}

export interface ExcerptOptions {
  /** How many more units on each side are kept whole. */
  readonly around: number;
  /** Whether the text at the focus has changed, so that what stands behind it may read otherwise. */
  readonly changed?: boolean;
  /** The kind of units that did not parse; those before the focus are kept. */
  readonly unparsed?: number;
  /** Whether the units that the focus touches, and those `around`, are kept with all that is in them. */
  readonly whole?: boolean;
}

/** Fewer characters are not worth a cut. */
const LEAST_CUT = 256;

/**
 * A text shortened to what bears on one place in it: the units there, one more on each side, the
 * first of every sequence around them, and the headers of all that they stand in. Lines stay whole,
 * so that indentation, columns and line ends say what they say in the whole text.
 */
export class Excerpt {
  private constructor(
    readonly text: string,
    /** The stretches of the whole text that it holds, in order. */
    private readonly pieces: readonly Span[],
    /** Where in the excerpt each piece begins. */
    private readonly places: readonly number[],
    readonly cuts: readonly Cut[],
    /** The sequences around the place that it was made for, outermost first. */
    readonly path: readonly Level[],
  ) {}

  static of(text: Source, root: Sequence, focus: Span, options: ExcerptOptions): Excerpt {
    const builder = new Builder(text, focus, options);
    builder.sequence(root, 0, 0, text.length);
    builder.copyTo(text.length);
    const { pieces, cuts, path } = builder;
    const places: number[] = [];
    let length = 0;
    for (const { from, to } of pieces) {
      places.push(length);
      length += to - from;
    }
    const at = (offset: number): number => placeOf(pieces, places, offset);
    return new Excerpt(
      pieces.map(({ from, to }) => text.slice(from, to)).join(""),
      pieces,
      places,
      cuts.map(({ after, ...cut }) => ({ ...cut, at: at(after) })),
      path,
    );
  }

  /** The units that it was made for, at the innermost level. */
  get core(): Level {
    return this.path[this.path.length - 1]!;
  }

  /** Whether what begins at an offset of the whole text is in it. */
  holds(offset: number): boolean {
    for (const { from, to } of this.pieces) if (offset >= from && offset < to) return true;
    return false;
  }

  /** Whether a stretch of the whole text that begins in it goes on in what was cut. */
  isCutIn({ from, to }: Span): boolean {
    return this.holds(from) && this.place(to) - this.place(from) < to - from;
  }

  /** Where an offset of the whole text stands in the excerpt; what was cut counts as its end. */
  place(offset: number): number {
    return placeOf(this.pieces, this.places, offset);
  }

  /** Changes of the excerpt as changes of the whole text. */
  back(changes: Iterable<Change>): Change[] {
    return placedBack(changes, this);
  }

  /** Where in the whole text a thing stands that begins at `place` in the excerpt. */
  begins(place: number): number {
    const { places, pieces } = this;
    let i = places.length - 1;
    while (i > 0 && places[i]! > place) i--;
    return pieces[i]!.from + place - places[i]!;
  }

  /** Where in the whole text a thing stands that ends at `place` in the excerpt. */
  ends(place: number): number {
    const { places, pieces } = this;
    let i = places.length - 1;
    while (i > 0 && places[i]! >= place) i--;
    return pieces[i]!.from + place - places[i]!;
  }
}

/**
 * Changes of a text that was cut together as changes of the whole; those that reach over what was cut are
 * none.
 */
export function placedBack(
  changes: Iterable<Change>,
  places: Pick<Excerpt, "begins" | "ends">,
): Change[] {
  const placed: Change[] = [];
  for (const change of changes) {
    const from = places.begins(change.from);
    const to = from + change.to - change.from;
    if (change.to === change.from || places.ends(change.to) === to)
      placed.push({ ...change, from, to });
  }
  return placed;
}

function placeOf(pieces: readonly Span[], places: readonly number[], offset: number): number {
  for (let i = 0; i < pieces.length; i++) {
    const { from, to } = pieces[i]!;
    if (offset <= to) return places[i]! + Math.max(0, offset - from);
  }
  const last = pieces.length - 1;
  return places[last]! + pieces[last]!.to - pieces[last]!.from;
}

/** Copies a text from left to right and leaves out what is far from the focus. */
class Builder {
  readonly pieces: { from: number; to: number }[] = [];
  readonly cuts: (Omit<Cut, "at"> & { after: number })[] = [];
  readonly path: Level[] = [];
  private copied = 0;

  constructor(
    private readonly text: Source,
    private readonly focus: Span,
    private readonly options: ExcerptOptions,
  ) {}

  copyTo(to: number): void {
    if (to === this.copied) return;
    const last = this.pieces.at(-1);
    if (last !== undefined && last.to === this.copied) last.to = to;
    else this.pieces.push({ from: this.copied, to });
    this.copied = to;
  }

  /** A sequence that holds the focus, which belongs to it from `start` to `reach`. */
  sequence(sequence: Sequence, base: number, start: number, reach: number): void {
    const { focus, options } = this;
    const { count } = sequence;
    const from = (i: number): number => base + sequence.unitFrom(i);
    const to = (i: number): number => base + sequence.unitTo(i);
    const first = Math.max(0, sequence.unitAt(focus.from - base));
    let last = first;
    while (last < count - 1 && to(last) < focus.to) last++;
    // Whether the one above strays from the others is told by the one before it.
    let keepFrom = Math.max(0, first - options.around - (options.changed === true ? 1 : 2));
    // Pieces of what does not parse may be the beginning of what stands at the focus.
    while (keepFrom > 0 && sequence.unitKind(keepFrom) === options.unparsed) keepFrom--;
    const keepTo = Math.min(count - 1, last + options.around + 1);
    const [begin, end] = this.lines(sequence, base, keepFrom, keepTo);
    const before = first - options.around - 1;
    const behind = last + options.around + 1;
    this.path.push({
      kind: sequence.kind,
      base,
      end: base + sequence.length,
      from: before >= 0 ? to(before) : start,
      to: behind < count ? from(behind) : reach,
      first: before < 0,
      behind: behind < count ? { kind: sequence.unitKind(behind), to: to(behind) } : undefined,
      joint: this.path.at(-1)?.joint === true || sequence.has(SequenceFlag.Joint),
    });
    if (begin > 0) {
      const next = this.first(sequence, base, begin);
      if (next < begin) this.cut(sequence, base, next, begin);
    }
    for (let i = begin; i <= end; i++) {
      if (i < first || i > last) {
        if (i < first - options.around || i > last + options.around) this.guard(sequence, base, i);
        continue;
      }
      this.unit(sequence, base, i, i < count - 1 ? from(i + 1) : reach);
    }
    if (end < count - 1) this.rest(sequence, base, end + 1);
  }

  /** Widens [begin, end] to units that do not share a line with the next ones. */
  private lines(
    sequence: Sequence,
    base: number,
    keepFrom: number,
    keepTo: number,
  ): [begin: number, end: number] {
    let begin = keepFrom;
    while (begin > 0 && !this.apart(sequence, base, begin - 1)) begin--;
    let end = keepTo;
    while (end < sequence.count - 1 && !this.apart(sequence, base, end)) end++;
    return [begin, end];
  }

  /** Whether a line ends between unit i and the next one. */
  private apart(sequence: Sequence, base: number, i: number): boolean {
    const from = base + sequence.unitTo(i);
    return lineEndIn(this.text, from, base + sequence.unitFrom(i + 1)) >= 0;
  }

  /** Keeps the first unit of a sequence, those before `limit` that share its line too; answers the next one. */
  private first(sequence: Sequence, base: number, limit: number): number {
    let kept = 0;
    while (kept < limit - 1 && !this.apart(sequence, base, kept)) kept++;
    for (let i = 0; i <= kept; i++) this.guard(sequence, base, i);
    return kept + 1;
  }

  /** Cuts the units from `begin` on; of a sequence without a closer the last one stays to end it. */
  private rest(sequence: Sequence, base: number, begin: number): void {
    const { count } = sequence;
    if (!sequence.has(SequenceFlag.Open)) return this.cut(sequence, base, begin, count);
    let last = count - 1;
    while (last > begin && !this.apart(sequence, base, last - 1)) last--;
    if (last > begin) this.cut(sequence, base, begin, last);
    for (let i = last; i < count; i++) this.guard(sequence, base, i);
  }

  /** Leaves out units [begin, end), whole lines. */
  private cut(sequence: Sequence, base: number, begin: number, end: number): void {
    const { text } = this;
    const before = base + sequence.unitTo(begin - 1);
    const from = lineEndIn(text, before, base + sequence.unitFrom(begin));
    const after = base + sequence.unitTo(end - 1);
    // What stands behind the last unit may be text, with the focus in it.
    const to = end < sequence.count
      ? lineStartIn(text, after, base + sequence.unitFrom(end))
      : lineEndIn(text, after, base + sequence.length);
    if (from < 0 || to - from < LEAST_CUT) return;
    this.copyTo(from);
    this.cuts.push({ sequence, begin, end, base, after: from });
    this.copied = to;
  }

  /** A unit that is there to be recognised: what is inside it can go. */
  private guard(sequence: Sequence, base: number, i: number): void {
    const from = base + sequence.unitFrom(i);
    if (sequence.unitTo(i) - sequence.unitFrom(i) < LEAST_CUT) return;
    for (const inner of sequence.inside(i)) this.emptied(inner, from + inner.from);
  }

  private emptied(sequence: Sequence, base: number): void {
    const next = this.first(sequence, base, sequence.count);
    if (next < sequence.count) this.rest(sequence, base, next);
  }

  /** A unit that the focus touches, or stands right before or after; `reach` is where the next begins. */
  private unit(sequence: Sequence, outer: number, i: number, reach: number): void {
    const { focus } = this;
    const unitFrom = outer + sequence.unitFrom(i);
    const unitTo = outer + sequence.unitTo(i);
    if (unitTo - unitFrom < LEAST_CUT) return;
    const inside = sequence.inside(i);
    for (const inner of inside) {
      const base = unitFrom + inner.from;
      const end = base + inner.length;
      const open = inner.has(SequenceFlag.Open);
      // Where indentation tells, that of the first unit is part of the sequence.
      const begin = open ? lineStartIn(this.text, unitFrom, base) : base;
      const limit = open && end === unitTo ? reach : open ? end : end - 1;
      if (focus.from > base && focus.to <= limit && (focus.to < end || open)) {
        this.sequence(inner, base, open ? base : base + 1, limit);
      } else if (
        (focus.to < begin || focus.from > end)
        && this.bearsNothing(inner, unitTo)
      ) {
        this.emptied(inner, base);
      }
    }
  }

  /** Whether a sequence away from the focus, in a unit that ends at `unitTo`, can be cut. */
  private bearsNothing(inner: Sequence, unitTo: number): boolean {
    const { changed, whole } = this.options;
    if (whole === true) return false;
    return changed !== true || this.focus.from > unitTo || inner.has(SequenceFlag.Alone);
  }
}

/** Where the first line that begins in [from, to) begins, or -1. */
function lineEndIn(text: Source, from: number, to: number): number {
  for (let i = from; i < to; i++) if (endsLineAt(text, i)) return i + 1;
  return -1;
}

/** Where the last line that begins in [from, to) begins; `from` where none does. */
function lineStartIn(text: Source, from: number, to: number): number {
  for (let i = to; i > from; i--) if (endsLineAt(text, i - 1)) return i;
  return from;
}
