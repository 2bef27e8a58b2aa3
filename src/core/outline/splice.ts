import type { Change } from "../text/edits.js";
import { placedBack, type Excerpt, type Source, type Span } from "./excerpt.js";

/** One replacement: what lay in [from, to) of the old text has become `inserted` UTF-16 units. */
export interface Replacement extends Span {
  readonly inserted: number;
}

/** Longer changes are not put together any more. */
const LONG = 1 << 12;

/** Two changes as one, the second of which speaks of the text that the first left; undefined where they do not meet. */
export function joined(first: Replacement, second: Replacement): Replacement | undefined {
  const meets = second.from <= first.from + first.inserted && second.to >= first.from;
  return meets && first.inserted + second.inserted < LONG ? together(first, second) : undefined;
}

/** Two changes as one, with all that lies between. */
export function together(first: Replacement, second: Replacement): Replacement {
  const reach = first.from + first.inserted;
  const shift = first.inserted - (first.to - first.from);
  const from = Math.min(first.from, second.from);
  return {
    from,
    to: Math.max(first.to, second.to - shift),
    inserted: Math.max(reach, second.to) - from + second.inserted - (second.to - second.from),
  };
}

/** An offset outside a change, after it. */
export const movedOffset = (offset: number, { from, to, inserted }: Replacement): number =>
  offset >= to ? offset + inserted - (to - from) : offset;

/** A stretch outside a change or around it, after it. */
export const movedSpan = ({ from, to }: Span, change: Replacement): Span => ({
  from: movedOffset(from, change),
  to: movedOffset(to, change),
});

/** An excerpt of a text with a change put in, and where its places stand in the changed text. */
export class Splice {
  readonly text: string;
  /** Where in the excerpt the change begins. */
  readonly at: number;
  /** By how much the change moves what stands behind it. */
  readonly shift: number;

  constructor(
    private readonly excerpt: Excerpt,
    newText: Source,
    private readonly change: Replacement,
  ) {
    const { from, to, inserted } = change;
    this.shift = inserted - (to - from);
    this.at = excerpt.place(from);
    this.text =
      excerpt.text.slice(0, this.at)
      + newText.slice(from, from + inserted)
      + excerpt.text.slice(this.at + to - from);
  }

  /** Where an offset of the old text outside the change stands in the new one. */
  moved(offset: number): number {
    return movedOffset(offset, this.change);
  }

  /** Where a place of the excerpt before the change stands here. */
  shifted(place: number): number {
    return place > this.at ? place + this.shift : place;
  }

  /** Where an offset of the new text stands here. */
  place(offset: number): number {
    const { from, inserted } = this.change;
    if (offset <= from) return this.excerpt.place(offset);
    return offset <= from + inserted
      ? this.at + offset - from
      : this.excerpt.place(offset - this.shift) + this.shift;
  }

  /** Where in the new text a thing stands that begins at `place` here. */
  begins(place: number): number {
    if (place < this.at) return this.excerpt.begins(place);
    return place < this.at + this.change.inserted
      ? this.change.from + place - this.at
      : this.excerpt.begins(place - this.shift) + this.shift;
  }

  /** Where in the new text a thing stands that ends at `place` here. */
  ends(place: number): number {
    if (place <= this.at) return this.excerpt.ends(place);
    return place <= this.at + this.change.inserted
      ? this.change.from + place - this.at
      : this.excerpt.ends(place - this.shift) + this.shift;
  }

  /** Changes made here as changes of the new text. */
  back(changes: Iterable<Change>): Change[] {
    return placedBack(changes, this);
  }
}
