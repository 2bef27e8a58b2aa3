import { isBlank } from "../text/blanks.js";
import { Char } from "../text/characters.js";
import type { Language } from "../language.js";
import { Signs } from "../notation.js";
import { Allotment } from "../text/arrays.js";
import { TokenFlag, type TokenTable } from "../syntax/tokens.js";
import { isLineEnd } from "../text/line-ends.js";
import { lastAtMost } from "../text/search.js";
import { columnsBetween, indentColumn } from "../text/width.js";
import { Demand, FrameFlag, Mark, type Sheet } from "./sheet.js";
import type { Edges } from "./solution.js";

/** Tokens whose width is not simply their length. */
const UNEVEN = TokenFlag.MultiLine | TokenFlag.EndsLine;

/** More columns than any line limit. */
export const FAR = 0xffff;

/** Columns of a gap on one line by its demand; -1 where what is written tells. */
export const FLAT = new Int8Array(Demand.Pad + 1);
FLAT[Demand.Space] = FLAT[Demand.Fold] = 1;
FLAT[Demand.AsWritten] = FLAT[Demand.Fixed] = FLAT[Demand.Unset] = -1;

/** 1 for the demands of gaps in which no line ends. */
const STAYS = new Uint8Array(Demand.Pad + 1);
STAYS[Demand.Join] = STAYS[Demand.Space] = STAYS[Demand.Trailing] = STAYS[Demand.Pad] = 1;

/**
 * What the solver asks of a sheet's widths: prefix sums of the widths on one line, the next line end
 * that is certain, and how far it is to the next place that may break.
 */
export class Measure {
  /** Columns of all before gap g, written on one line. */
  readonly upTo: Int32Array;
  /** The space before a comment at the end of a line. */
  readonly commentSpace: number;
  /** The code of what lines of a comment may begin with, or -1. */
  private readonly leader: number;
  /** Where characters stand that may not fill one column each, as UTF-16 offsets in order. */
  private readonly odd: Int32Array;
  /** Between these two gaps no line certainly ends but at the second. */
  private lineFrom = 0;
  private lineTo = -1;

  constructor(
    private readonly sheet: Sheet,
    private readonly tabWidth: number,
    /** More columns than a line may have are as good as any number. */
    private readonly limit: number,
    { trailingSpace, notation }: Pick<Language, "trailingSpace" | "notation">,
    private readonly frozen?: (gap: number) => boolean,
    private readonly edges?: Edges,
  ) {
    const { tokens } = sheet;
    this.commentSpace = trailingSpace;
    this.leader = Signs.of(notation).leader;
    this.odd = oddCharacters(tokens.text);
    this.upTo = new Allotment(tokens.count * 4 + 8).ints(tokens.count + 2);
    this.sum(tokens.count);
    // With the tokens at its edges counts what a fragment has around it.
    if (edges === undefined) return;
    for (let g = edges.first; g < this.upTo.length; g++)
      this.upTo[g]! += g > edges.last ? edges.before + edges.after : edges.before;
  }

  /** Fills `upTo` from left to right. */
  private sum(count: number): void {
    const { upTo, odd } = this;
    const { tokens, demand, marks } = this.sheet;
    let width = 0;
    let seen = 0;
    let mark = marks[0]!;
    for (let g = 0; g < count; g++) {
      const flat = FLAT[demand[g]!]!;
      width += flat < 0 ? this.flatGap(g) : flat;
      const end = tokens.end(g);
      let plain = mark === 0 && !tokens.has(g, UNEVEN);
      if (seen < odd.length && odd[seen]! < end) {
        while (seen < odd.length && odd[seen]! < end) seen++;
        plain = false;
      }
      width += plain ? end - tokens.start(g) : this.headColumns(g);
      mark = marks[g + 1]!;
      if (mark !== 0) width += this.slot(g + 1);
      upTo[g + 1] = width;
    }
    upTo[count + 1] = width;
  }

  /** Columns of a semicolon that goes into gap g although no line need end there; they count with token g - 1. */
  slot(g: number): number {
    const { tokens, marks, demand } = this.sheet;
    const mark = marks[g]! & (Mark.TerminatorSlot | Mark.KeepsBlanks);
    const ends = g === tokens.count || demand[g] === Demand.Line;
    return mark === Mark.TerminatorSlot && !ends ? 1 : 0;
  }

  /** Columns of what is put in at gap g where a line ends there, beyond what `upTo` knows of. */
  atEnd(g: number): number {
    return this.sheet.is(g, Mark.Slots) ? 1 - this.slot(g) : 0;
  }

  /** The first gap at or after g where a line certainly ends; the gap after the last token at the latest. */
  nextEnd(g: number): number {
    if (g >= this.lineFrom && g <= this.lineTo) return this.lineTo;
    const { tokens, demand } = this.sheet;
    const { count } = tokens;
    let end = g;
    for (; end < count; end++) {
      const even = STAYS[demand[end]!] === 1 && !tokens.has(end - 1, TokenFlag.MultiLine);
      if (!even && this.endsLine(end)) break;
    }
    this.lineFrom = g;
    return this.lineTo = end;
  }

  /**
   * Columns from gap g to the next gap where a line may end, at most `FAR`; beyond the limit nobody counts on.
   *
   * @param stays tells gaps, of those with a mark, at which none ends after all; missing for none.
   */
  toBreak(g: number, stays?: (gap: number) => boolean): number {
    const { upTo, frozen, sheet } = this;
    const { tokens, demand, marks } = sheet;
    const far = upTo[g]! + this.limit;
    let added = 0;
    let at = g;
    for (; at < tokens.count && upTo[at]! <= far; at++) {
      if (marks[at] !== 0) {
        if (stays?.(at) === true) continue;
        added += this.added(at);
      } else if (demand[at] === Demand.Fold) added += this.added(at);
      if ((sheet.folds(at) && frozen?.(at) !== true) || this.endsLine(at)) break;
    }
    if (at === tokens.count && sheet.is(at, Mark.Slots)) added++;
    return Math.min(upTo[at]! - upTo[g]! + added, FAR);
  }

  /** Columns of token t up to its first line end; none for a comment at the end of a line. */
  head(t: number): number {
    return this.upTo[t + 1]! - this.upTo[t]! - this.flatGap(t);
  }

  /** Columns of what is put in at gap g if a line ends there: a comma, or an opening bracket. */
  added(g: number): number {
    const { sheet } = this;
    // A sign in front of the first of several stands on the next line.
    if (sheet.is(g, Mark.RemovedFlat) && sheet.folds(g)) return 0;
    if (sheet.is(g, Mark.Slots | Mark.RemovedFlat)) return 1 - this.slot(g);
    const owner = sheet.owner[g]!;
    if (sheet.frames.has(owner, FrameFlag.Parens) && sheet.addsAt(owner, g))
      return this.flatGap(g) + 1;
    return 0;
  }

  /** Columns of gap g where no line ends in it. */
  flatGap(g: number): number {
    switch (this.sheet.demand[g]) {
      case Demand.Space:
      case Demand.Fold: return 1;
      case Demand.AsWritten:
      case Demand.Fixed:
      case Demand.Unset: {
        const { tokens } = this.sheet;
        return columnsBetween(tokens.text, tokens.gapStart(g), tokens.gapEnd(g));
      }
      default: return 0;
    }
  }

  private headColumns(t: number): number {
    const { tokens, marks, demand } = this.sheet;
    const mark = marks[t]!;
    if ((mark & (Mark.Removed | Mark.RemovedFlat)) !== 0) return 0;
    if (demand[t] === Demand.Trailing && tokens.has(t, TokenFlag.EndsLine)) return 0;
    const start = tokens.start(t);
    const end = tokens.end(t);
    if (tokens.has(t, TokenFlag.MultiLine))
      return this.columns(start, firstLineEnd(tokens.text, start, end));
    return this.columns(start, end) + ((mark & Mark.Rewritten) !== 0 ? this.grown(t) : 0);
  }

  /** Columns of token t when it is really written. */
  full(t: number): number {
    const { tokens } = this.sheet;
    const before = t + 1 === this.edges?.first ? this.edges.before : 0;
    const written = this.columns(tokens.start(t), tokens.end(t)) + before;
    return this.sheet.is(t, Mark.Rewritten) ? written + this.grown(t) : written;
  }

  /**
   * Columns from the last line end inside token t to its end, where its lines move as its first does.
   *
   * @param shift how many columns that line moves.
   * @param column the column of the token, under whose leader those of a comment's other lines go.
   */
  movedTail(t: number, shift: number, column: number): number {
    const { tokens } = this.sheet;
    const { indent } = this.lastLine(t);
    if (tokens.isTrivia(t) && tokens.text.charCodeAt(indent) === this.leader)
      return column + 1 + this.columns(indent, tokens.end(t));
    return this.tail(t) + shift;
  }

  /** Columns from the last line end inside token t to its end. */
  tail(t: number): number {
    const { text } = this.sheet.tokens;
    const { start, indent } = this.lastLine(t);
    const columns = this.columns(indent, this.sheet.tokens.end(t));
    return indentColumn(text, start, indent, this.tabWidth) + columns;
  }

  /** Where the last line inside token t begins, and what it holds behind its white space. */
  private lastLine(t: number): { readonly start: number; readonly indent: number } {
    const { tokens } = this.sheet;
    const end = tokens.end(t);
    const start = lastLineStart(tokens.text, tokens.start(t), end);
    let indent = start;
    while (indent < end && isBlank(tokens.text.charCodeAt(indent))) indent++;
    return { start, indent };
  }

  private grown(t: number): number {
    return this.sheet.rewritesOf(t).reduce(
      (sum, change) => sum + change.text.length - (change.to - change.from),
      0,
    );
  }

  private columns(from: number, to: number): number {
    const last = lastAtMost(this.odd, to - 1);
    const even = last < 0 || this.odd[last]! < from;
    return even ? to - from : columnsBetween(this.sheet.tokens.text, from, to);
  }

  private endsLine(g: number): boolean {
    const { sheet } = this;
    if (g > 0 && sheet.tokens.has(g - 1, TokenFlag.MultiLine)) return true;
    if (this.frozen?.(g) === true) return sheet.tokens.onNewLine(g);
    switch (sheet.demand[g]) {
      case Demand.Line:
      case Demand.Level: return true;
      case Demand.Seam:
      case Demand.Fold: {
        const { frames, owner, demand } = sheet;
        const f = owner[g]!;
        const rows = FrameFlag.Rows | (demand[g] === Demand.Fold ? FrameFlag.Flow : 0);
        if (!frames.has(f, rows)) return frames.has(f, FrameFlag.Split);
        return (
          frames.has(f, FrameFlag.Rows | FrameFlag.Split)
          && sheet.tokens.onNewLine(g)
          && !sheet.is(g, Mark.Fills)
        );
      }
      case Demand.AsWritten:
      case Demand.Fixed:
      case Demand.Unset: return sheet.tokens.onNewLine(g);
      default: return false;
    }
  }
}

function oddCharacters(text: string): Int32Array {
  const found: number[] = [];
  const odd = /[\u0300-\uffff]/g;
  while (odd.test(text)) found.push(odd.lastIndex - 1);
  return Int32Array.from(found);
}

function firstLineEnd(text: string, from: number, to: number): number {
  let i = from;
  while (i < to && !isLineEnd(text.charCodeAt(i))) i++;
  return i;
}

export function lastLineStart(text: string, from: number, to: number): number {
  let i = to;
  while (i > from && !isLineEnd(text.charCodeAt(i - 1))) i--;
  return i;
}

/** The column at which the line begins in the source that gap g ends. */
export function writtenColumn(tokens: TokenTable, g: number, tabWidth: number): number {
  const end = tokens.gapEnd(g);
  // Mostly the line begins with spaces and nothing else.
  let blank = end;
  while (tokens.text.charCodeAt(blank - 1) === Char.Space) blank--;
  if (tokens.text.charCodeAt(blank - 1) === Char.LineFeed) return end - blank;
  const start = lastLineStart(tokens.text, tokens.gapStart(g), end);
  return indentColumn(tokens.text, start, end, tabWidth);
}
