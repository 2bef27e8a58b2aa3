import type { Source, Span } from "./excerpt.js";
import type { Hold } from "./holds.js";
import type { Sequence } from "./sequence.js";
import type { Texts } from "./texts.js";
import { together, type Replacement } from "./splice.js";

/** The outline of a text, and what bears on how it can be mended. */
export interface Outlined {
  readonly root: Sequence;
  readonly unbalanced: boolean;
  /** The units that were looked at beyond their end. */
  readonly lookaheads: readonly Span[];
  readonly needsNewer: boolean;
  /** In how many places brackets do not add up. */
  readonly mismatches: number;
  /** The comments that hold formatting off, in order. */
  readonly holds: readonly Hold[];
  readonly texts: Texts;
}

/** Shorter texts are read anew at once. */
const SHORT = 1 << 14;

/** Changes that have grown longer leave too little of what the outline says. */
const FAR = 1 << 12;

/**
 * The outline of a text as it was before changes with which it could not be mended, such as a bracket
 * that is open while somebody types on, and all of these changes as one. Around them the text still
 * reads as it did.
 */
export class Stale {
  private constructor(
    readonly outlined: Outlined,
    /** The text that was outlined. */
    readonly text: Source,
    readonly change: Replacement,
  ) {}

  /** Undefined where the text is short or did not add up itself, or where the change is long. */
  static of(outlined: Outlined, text: Source, change: Replacement): Stale | undefined {
    const far = Math.max(change.to - change.from, change.inserted) > FAR;
    return text.length < SHORT || outlined.unbalanced || far
      ? undefined
      : new Stale(outlined, text, change);
  }

  /** The same after another change, which speaks of the text that those before have left. */
  with(change: Replacement): Stale | undefined {
    return Stale.of(this.outlined, this.text, together(this.change, change));
  }

  /** An offset of the changed text in the text that was outlined, at an end of the change where it lies within. */
  before(offset: number, end: "from" | "to"): number {
    const { change } = this;
    if (offset < change.from) return offset;
    return offset > change.from + change.inserted
      ? offset - change.inserted + (change.to - change.from)
      : change[end];
  }
}
