import { holdsLineEnd, isLineEnd } from "../text/line-ends.js";
import type { Change, OffsetChange } from "../text/edits.js";
import type { Lines } from "../text/lines.js";
import { lastAtMost } from "../text/search.js";
import type { Span } from "../outline/excerpt.js";
import type { Region } from "./region.js";

/** What a line lacks that stands before the others, and where in the host it belongs. */
export interface Lacking {
  readonly at: number;
  readonly text: string;
}

/** The line ends with which a text begins. */
const LINE_ENDS = /^[\r\n]+/;

const EACH_LINE_END = /\r\n|\r|\n/g;

/**
 * The lines of a region without what stands before them, and the way between its offsets and the host's.
 *
 *     > a = 1      a = 1
 *     > b = 2      b = 2
 */
export class RegionRows {
  private constructor(
    readonly region: Region,
    /** Where each line begins, counted from the region's beginning; none where no line has a prefix. */
    private readonly starts: Int32Array,
    /** How much of the prefix stands before each line. */
    private readonly prefixes: Int32Array,
    /** Where each line begins inside. */
    private readonly inners: Int32Array,
    /** How long the region is inside. */
    readonly length: number,
  ) {}

  /** @param put a stretch of the host that was put in. */
  static of(
    host: Pick<Lines, "slice" | "charCodeAt">,
    region: Region,
    put?: Span,
  ): RegionRows {
    const { from, to, prefix } = region;
    if (prefix === "") return new RegionRows(region, NONE, NONE, NONE, to - from);
    const found = new Found(prefix);
    const stretch = put && { from: put.from - from, to: put.to - from };
    found.read(host.slice(from, to), atLineStart(host, from), true, stretch);
    const { starts, prefixes, inners, text } = found;
    return new RegionRows(
      region,
      Int32Array.from(starts),
      Int32Array.from(prefixes),
      Int32Array.from(inners),
      text.length,
    );
  }

  /** The same rows of a region that was moved. */
  shifted(shift: number): RegionRows {
    const { region, starts, prefixes, inners, length } = this;
    const moved = { ...region, from: region.from + shift, to: region.to + shift };
    return new RegionRows(moved, starts, prefixes, inners, length);
  }

  /** The region's text inside. */
  textIn(host: Pick<Lines, "slice">): string {
    const { region: { from, to }, starts, prefixes } = this;
    const text = host.slice(from, to);
    if (starts.length === 0) return text;
    const parts: string[] = [];
    for (let row = 0; row < starts.length; row++)
      parts.push(text.slice(starts[row]! + prefixes[row]!, starts[row + 1] ?? text.length));
    return parts.join("");
  }

  /** An offset of the host inside; one in front of a line's content goes to its beginning. */
  inner(offset: number): number {
    const at = offset - this.region.from;
    const row = this.rowAt(at);
    if (row < 0) return Math.max(0, at);
    return this.inners[row]! + Math.max(0, at - this.starts[row]! - this.prefixes[row]!);
  }

  /** An offset inside as one of the host, after what stands before its line. */
  host(offset: number): number {
    const { region, starts, prefixes, inners } = this;
    if (starts.length === 0) return region.from + offset;
    const row = Math.max(0, lastAtMost(inners, offset));
    return region.from + starts[row]! + prefixes[row]! + offset - inners[row]!;
  }

  /** Where lines begin inside that lack some of what stands before the others. */
  get short(): number[] {
    const { region: { prefix }, prefixes, inners } = this;
    return [...inners].filter((_, row) => row > 0 && prefixes[row]! < prefix.length);
  }

  /** What stands before other lines and not before that of an offset of the host, and where it belongs. */
  lacking(offset: number): Lacking {
    const { region: { from, prefix }, starts, prefixes } = this;
    const row = this.rowAt(offset - from);
    if (row < 0) return { at: offset, text: "" };
    return { at: from + starts[row]! + prefixes[row]!, text: prefix.slice(prefixes[row]) };
  }

  /** How much of what stands before other lines stands before that of an offset of the host. */
  before(offset: number): string {
    const row = this.rowAt(offset - this.region.from);
    return row < 0 ? "" : this.region.prefix.slice(0, this.prefixes[row]);
  }

  /** Whether all lines between two offsets of the host have the prefix, or are blank. */
  isWhole(from: number, to: number, host: Pick<Lines, "slice">): boolean {
    const { region, starts, prefixes } = this;
    if (starts.length === 0) return true;
    const last = this.rowAt(to - region.from);
    for (let row = Math.max(1, this.rowAt(from - region.from)); row <= last; row++) {
      if (prefixes[row] === region.prefix.length) continue;
      const start = region.from + starts[row]!;
      const end = region.from + (starts[row + 1] ?? region.to - region.from);
      if (host.slice(start, end).trim() !== region.prefix.trim()) return false;
    }
    return true;
  }

  /** Changes made inside as changes of the host: each new line gets what stands before the others. */
  back(changes: Iterable<Change>): Change[] {
    const { prefix } = this.region;
    return Array.from(changes, (change) => {
      const { from, to, text, rule } = change;
      if (prefix === "") return { from: this.host(from), to: this.host(to), text, rule };
      const isBlank = isLineEnd(text.charCodeAt(0));
      if (isBlank && this.isWholeAt(from)) return this.above(change);
      const lost = isBlank ? "" : this.lost(from, to);
      // What stands before the next line stays where nothing else comes.
      const stays = lost !== "" && text === "" && this.inners.includes(to);
      const put = this.prefixed(text);
      return {
        from: this.host(from),
        to: this.host(to) - (stays ? lost.length : 0),
        text: stays ? put : lost + put,
        rule,
      };
    });
  }

  /** A change that puts blank lines before one that has a prefix: they do without its white space. */
  private above({ from, to, text, rule }: Change): Change {
    const { prefix } = this.region;
    const signs = prefix.trimEnd();
    const white = prefix.slice(signs.length);
    const blank = LINE_ENDS.exec(text)![0];
    const lines = blank.replace(EACH_LINE_END, `$&${signs}`);
    const at = this.host(from) - white.length;
    if (from === to && blank === text) return { from: at, to: at, text: lines, rule };
    const rest = this.prefixed(text.slice(blank.length));
    return { from: at, to: this.host(to), text: lines + white + rest, rule };
  }

  /** A text with what stands before other lines before each of its own but the first. */
  private prefixed(text: string): string {
    const { prefix } = this.region;
    return text.replace(
      EACH_LINE_END,
      (end, at: number) => (
        end + (isLineEnd(text.charCodeAt(at + end.length)) ? prefix.trimEnd() : prefix)
      ),
    );
  }

  /** Whether an offset inside is the beginning of a line that has a prefix. */
  private isWholeAt(offset: number): boolean {
    const { region: { prefix }, inners, prefixes } = this;
    const row = lastAtMost(inners, offset);
    return row > 0 && inners[row] === offset && prefixes[row] === prefix.length;
  }

  /**
   * What of the prefix is lost where a blank line that lacks it goes with its end, and the next line's content
   * comes to its place.
   */
  private lost(from: number, to: number): string {
    const { region: { prefix }, inners, prefixes } = this;
    const row = Math.max(0, lastAtMost(inners, from));
    const goesOn = inners[row] === from && row + 1 < inners.length && inners[row + 1]! <= to;
    const next = Math.max(0, lastAtMost(inners, to));
    // Lines of texts lack it too, and say what they say.
    return goesOn && prefixes[next] === prefix.length ? prefix.slice(prefixes[row]) : "";
  }

  /**
   * The rows after a change of the host that lies within the region, and what it changes inside; `exact` says
   * that it takes nothing of what stands before lines.
   *
   * @param host the text after the change.
   */
  replaced(
    host: Pick<Lines, "slice" | "charCodeAt">,
    { from, to, text }: OffsetChange,
  ): { rows: RegionRows; change: OffsetChange; exact: boolean } {
    const { region, starts, inners } = this;
    const shift = text.length - (to - from);
    const grown = { ...region, to: region.to + shift };
    if (starts.length === 0) {
      const rows = new RegionRows(grown, NONE, NONE, NONE, this.length + shift);
      const change = { from: from - region.from, to: to - region.from, text };
      return { rows, change, exact: true };
    }
    const [begin, end] = [from - region.from, to - region.from];
    const first = this.rowAt(begin);
    // A line end that is taken joins the next line to this one.
    const last = Math.min(starts.length - 1, this.rowAt(end));
    const isLast = last === starts.length - 1;
    const stretchEnd = isLast ? region.to - region.from : starts[last + 1]!;
    const stretch = host.slice(region.from + starts[first]!, region.from + stretchEnd + shift);
    const found = new Found(region.prefix);
    const put = begin - starts[first]!;
    found.read(stretch, first > 0 || atLineStart(host, region.from), isLast, {
      from: put,
      to: put + text.length,
    });
    const innerEnd = isLast ? this.length : inners[last + 1]!;
    const rows = this.spliced(grown, first, last, found, shift, innerEnd);
    const old = innerEnd - inners[first]!;
    // What lies in the lines before and after the change stays, where it is no prefix.
    const head = this.isContent(begin) ? this.inner(from) - inners[first]! : -1;
    const tail = this.isContent(end) ? innerEnd - this.inner(to) : -1;
    const exact =
      head >= 0
      && tail >= 0
      && head + tail <= Math.min(old, found.text.length)
      && found.isContent(put + text.length, end === starts[last]);
    const [kept, rest] = exact ? [head, tail] : [0, 0];
    return {
      rows,
      change: {
        from: inners[first]! + kept,
        to: innerEnd - rest,
        text: found.text.slice(kept, found.text.length - rest),
      },
      exact,
    };
  }

  /** The rows with those from `first` to `last` replaced, and those after them shifted. */
  private spliced(
    region: Region,
    first: number,
    last: number,
    found: Found,
    shift: number,
    innerEnd: number,
  ): RegionRows {
    const { starts, prefixes, inners } = this;
    const inner = found.text.length - (innerEnd - inners[first]!);
    const put = (old: Int32Array, fresh: number[], base: number, moved: number): Int32Array => {
      const all = new Int32Array(old.length - (last - first + 1) + fresh.length);
      all.set(old.subarray(0, first));
      for (let i = 0; i < fresh.length; i++) all[first + i] = fresh[i]! + base;
      const after = first + fresh.length;
      all.set(old.subarray(last + 1), after);
      for (let i = after; moved !== 0 && i < all.length; i++) all[i]! += moved;
      return all;
    };
    return new RegionRows(
      region,
      put(starts, found.starts, starts[first]!, shift),
      put(prefixes, found.prefixes, 0, 0),
      put(inners, found.inners, inners[first]!, inner),
      this.length + inner,
    );
  }

  /** Whether something may be put at a place: after what stands before its line, or before that. */
  private isContent(at: number): boolean {
    const row = this.rowAt(at);
    return at === this.starts[row] || at >= this.starts[row]! + this.prefixes[row]!;
  }

  private rowAt(at: number): number {
    return this.starts.length === 0 ? -1 : Math.max(0, lastAtMost(this.starts, at));
  }
}

const NONE = new Int32Array(0);

/** Rows as they are found in a stretch, all counted from its beginning. */
class Found {
  readonly starts: number[] = [];
  readonly prefixes: number[] = [];
  readonly inners: number[] = [];
  text = "";

  constructor(private readonly prefix: string) {}

  /**
   * @param ends whether the region ends here: what ends with a line end has one more line, an empty one.
   * @param put what was put in. White space at the beginning of a line that it begins is no part of a prefix, unless it
   *   brought that before each of its lines.
   */
  read(stretch: string, beginsLine: boolean, ends: boolean, put?: Span): void {
    const { length: whole } = this.prefix;
    const shared = (start: number, end: number): number => (
      start > 0 || beginsLine ? sharedLength(stretch, start, end, this.prefix) : 0
    );
    const begins = put !== undefined && holdsLineEnd(stretch.slice(put.from, put.to));
    const lacks = begins && this.lacks(stretch, put, shared);
    for (const { 0: line, index } of stretch.matchAll(LINE)) {
      const end = index + line.length;
      const taken = shared(index, end);
      const isFresh = begins
        && index >= put.from
        && index <= put.to
        && (index < put.to ? lacks : taken < whole);
      this.add(stretch, index, end, isFresh ? 0 : taken);
    }
    const open = ends && /[\r\n]$/.test(stretch);
    if (open || this.starts.length === 0) this.add(stretch, stretch.length, stretch.length, 0);
  }

  /** Whether any line that begins within what was put in lacks some of the prefix; blank ones may. */
  private lacks(
    stretch: string,
    put: Span,
    shared: (start: number, end: number) => number,
  ): boolean {
    for (const { 0: line, index } of stretch.slice(0, put.to).matchAll(LINE)) {
      if (index < put.from || line.trim() === this.prefix.trim()) continue;
      if (shared(index, index + line.length) < this.prefix.length) return true;
    }
    return false;
  }

  /** Whether an offset of the stretch lies after what stands before its line, or `first` before that. */
  isContent(offset: number, first: boolean): boolean {
    const row = lastAtMost(this.starts, offset);
    const start = this.starts[row]!;
    return (first && offset === start) || offset >= start + this.prefixes[row]!;
  }

  private add(stretch: string, start: number, end: number, taken: number): void {
    this.starts.push(start);
    this.prefixes.push(taken);
    this.inners.push(this.text.length);
    this.text += stretch.slice(start + taken, end);
  }
}

/** A line with its line end, or the last one. */
const LINE = /[^\r\n]*(?:\r\n|\r|\n)|[^\r\n]+/g;

const atLineStart = (host: Pick<Lines, "charCodeAt">, offset: number): boolean =>
  offset === 0 || isLineEnd(host.charCodeAt(offset - 1));

/** How much of a prefix stands at a line's beginning. */
function sharedLength(text: string, start: number, end: number, prefix: string): number {
  let length = 0;
  while (
    length < prefix.length
    && start + length < end
    && text.charCodeAt(start + length) === prefix.charCodeAt(length)
  ) length++;
  return length;
}
