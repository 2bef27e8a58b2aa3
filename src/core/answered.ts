import type { Change } from "./text/edits.js";
import type { ChangeList } from "./text/changelist.js";

/**
 * The changes that a request answered, as they come back: an editor that takes an answer sends its edits
 * as changes of its own, in any order. Where one stands once others are in, a tree of sums tells (Fenwick,
 * 1994).
 */
export class Answered {
  private readonly taken: Uint8Array;
  /** By how much the changes that came back have lengthened the text, as a tree of sums. */
  private readonly sums: Int32Array;
  private left: number;
  /** The change that came back last: mostly the next is one beside it. */
  private last: number;

  constructor(private readonly changes: ChangeList) {
    this.taken = new Uint8Array(changes.length);
    this.sums = new Int32Array(changes.length + 1);
    this.left = changes.length;
    this.last = changes.length;
  }

  /** Whether all have come back. */
  get done(): boolean {
    return this.left === 0;
  }

  /** Takes one of the changes that comes back; false for any other change. */
  takes(change: Omit<Change, "rule">): boolean {
    const { last } = this;
    return this.takesAt(last - 1, change) || this.takesAt(last + 1, change) || this.finds(change);
  }

  private finds(change: Omit<Change, "rule">): boolean {
    const { changes } = this;
    const { from } = change;
    let low = 0;
    let high = changes.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (changes.fromOf(middle) + this.shift(middle) < from) low = middle + 1;
      else high = middle;
    }
    for (let i = low; i < changes.length && changes.fromOf(i) + this.shift(i) === from; i++)
      if (this.takesAt(i, change)) return true;
    return false;
  }

  private takesAt(i: number, { from, to, text }: Omit<Change, "rule">): boolean {
    const { changes, taken, sums } = this;
    if (i < 0 || i >= changes.length || taken[i] === 1) return false;
    const known = changes.at(i);
    const same = known.text === text && known.to - known.from === to - from;
    if (!same || known.from + this.shift(i) !== from) return false;
    taken[i] = 1;
    this.left--;
    this.last = i;
    for (let at = i + 1; at < sums.length; at += at & -at) sums[at]! += text.length - (to - from);
    return true;
  }

  /** By how much what has come back before change i moves it. */
  private shift(i: number): number {
    let sum = 0;
    for (let at = i; at > 0; at -= at & -at) sum += this.sums[at]!;
    return sum;
  }
}
