import { Char } from "../text/characters.js";
import type { Syntax } from "../language.js";
import type { Span } from "../outline/excerpt.js";
import type { Change } from "../text/edits.js";

/** What part of a program a region is; a language says in what surroundings each stands. */
export type Fragment = "expression" | "statements" | "declarations" | "parameters";

/** What stands around a fragment where it is read as a whole text. */
export type Surroundings = Readonly<
  Partial<Record<Fragment, readonly [before: string, after: string]>>
>;

/** A stretch of a text that is written in another language. */
export interface Region extends Span {
  /** The identifier of that language; one that nobody knows is moved, and never touched. */
  readonly languageId: string;
  /** As what it is read; a whole text where it is left out. */
  readonly start?: Fragment | undefined;
  /** What stands before each of its lines, indentation included: a quotation's `> `, a list's blanks. */
  readonly prefix: string;
}

/** What a language says of the regions of a text: in their order, disjoint, each of whole lines or within one. */
export type Regions = (syntax: Syntax) => Iterable<Region>;

/** One line of a region: where it begins in the host, what of its prefix stands there, and where it begins inside. */
interface Row {
  readonly host: number;
  readonly prefix: number;
  readonly inner: number;
}

/**
 * The text of a region without what stands before its lines, and the way back.
 *
 *     > a = 1      a = 1
 *     > b = 2      b = 2
 */
export class RegionText {
  readonly text: string;
  private readonly rows: readonly Row[];

  private constructor(readonly region: Region, text: string, rows: readonly Row[]) {
    this.text = text;
    this.rows = rows;
  }

  static of(host: string, region: Region): RegionText {
    const { from, to, prefix } = region;
    const rows: Row[] = [];
    let text = "";
    for (let start = from; start < to || rows.length === 0;) {
      let end = start;
      while (
        end < to
        && host.charCodeAt(end) !== Char.LineFeed
        && host.charCodeAt(end) !== Char.CarriageReturn
      ) end++;
      if (end < to)
        end += host.charCodeAt(end) === Char.CarriageReturn
          && end + 1 < to
          && host.charCodeAt(end + 1) === Char.LineFeed
          ? 2
          : 1;
      const begins = start > from || isLineStart(host, from);
      const taken = begins ? sharedLength(host, start, end, prefix) : 0;
      rows.push({ host: start, prefix: taken, inner: text.length });
      text += host.slice(start + taken, end);
      start = end;
      // What ends with a line end has one more line, an empty one.
      if (start === to && end > from && isLineEnd(host.charCodeAt(end - 1))) {
        rows.push({ host: start, prefix: 0, inner: text.length });
        break;
      }
    }
    return new RegionText(region, text, rows);
  }

  /** An offset of the host inside; one in front of a line's content goes to its beginning. */
  inner(offset: number): number {
    const row = this.rowAt(({ host }) => host <= offset);
    return row.inner + Math.max(0, offset - row.host - row.prefix);
  }

  /** An offset inside as one of the host, behind what stands before its line. */
  host(offset: number): number {
    const row = this.rowAt(({ inner }) => inner <= offset);
    return row.host + row.prefix + offset - row.inner;
  }

  /** What stands before other lines and not before that of an offset, and where it belongs. */
  lacking(offset: number): { readonly at: number; readonly text: string } {
    const { host, prefix } = this.rowAt(({ host: start }) => start <= offset);
    return { at: host + prefix, text: this.region.prefix.slice(prefix) };
  }

  private rowAt(before: (row: Row) => boolean): Row {
    let low = 0;
    let high = this.rows.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (before(this.rows[middle]!)) low = middle;
      else high = middle - 1;
    }
    return this.rows[low]!;
  }

  /** Changes made inside as changes of the host: each new line gets what stands before the others. */
  back(changes: Iterable<Change>): Change[] {
    const { prefix } = this.region;
    return Array.from(changes, ({ from, to, text, rule }) => ({
      from: this.host(from),
      to: this.host(to),
      text: prefix === "" ? text : text.replace(
        /(\r\n|\r|\n)(?=([\r\n])?)/g,
        (end, _, blank) => end + (blank === undefined ? prefix : prefix.trimEnd()),
      ),
      rule,
    }));
  }
}

const isLineEnd = (c: number): boolean => c === Char.LineFeed || c === Char.CarriageReturn;

const isLineStart = (text: string, offset: number): boolean =>
  offset === 0 || isLineEnd(text.charCodeAt(offset - 1));

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
