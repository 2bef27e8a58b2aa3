import { TokenFlag } from "../../syntax/tokens.js";
import { rowsAround, rowsFit } from "../rows.js";
import { Demand, FrameFlag, Mark, ROOT } from "../sheet.js";
import { isWhole } from "../part.js";
import { splitAsItStands } from "../standing.js";
import { Depths } from "./depths.js";
import { State } from "./state.js";

/** What finds room, and what becomes of a frame by that. */
export abstract class Fitting extends Depths {
  protected decide(f: number): State {
    const { frames } = this.sheet;
    const begin = frames.begin(f);
    const end = frames.end(f) + 1;
    const { frozen } = this.options;
    if (this.isEdge(f)) return State.Pass;
    if (frames.has(f, FrameFlag.Parens | FrameFlag.Rows)) {
      const goesOn = frozen !== undefined && !this.isInPart(begin, end, frozen);
      if (frames.has(f, FrameFlag.Rows))
        return goesOn || this.fitsInRows(f, this.column) ? State.Rows : State.Split;
      if (goesOn) return State.Pass;
    }
    if (frames.has(f, FrameFlag.Split | FrameFlag.Block) || this.forced[f] === 1)
      return State.Split;
    const splits = frozen && splitAsItStands(this.sheet, f, frozen);
    if (splits !== undefined) return splits ? State.Split : State.Pass;
    const partner = frames.splitsWith.get(f);
    if (partner !== ROOT && this.state[partner] === State.Split) return State.Split;
    const room = this.limit - this.column;
    const { upTo } = this.measure;
    const ends = this.measure.nextEnd(begin);
    const fitsTo = Math.min(frames.fitsTo.get(f), ends);
    if (fitsTo > 0 && upTo[fitsTo]! - upTo[begin]! + this.ending(fitsTo) > room) return State.Split;
    const content = upTo[end]! - upTo[begin]!;
    if (ends >= end && content + this.toBreak(end, f) <= room) return State.Flat;
    const hug = frames.hug(f);
    // With a bracket that is put in there.
    const toHug = hug > 0 ? upTo[hug]! - upTo[begin]! + this.measure.added(hug) : Infinity;
    if (ends < end) {
      const { sheet } = this;
      const inText =
        sheet.tokens.has(ends - 1, TokenFlag.MultiLine | TokenFlag.Continues)
        && !sheet.tokens.isTrivia(ends - 1)
        && !sheet.is(ends - 1, Mark.Removed);
      const hugged = hug > 0 && ends >= hug;
      if (frames.has(f, FrameFlag.Whole) && !inText && !hugged && !this.inRows(ends, f))
        return State.Split;
      const fits = (hugged ? toHug : upTo[ends]! - upTo[begin]!) <= room;
      return fits || frames.has(f, FrameFlag.IfItHelps) ? State.Pass : State.Split;
    }
    if (toHug <= room) return State.Pass;
    if (frames.has(f, FrameFlag.IfItHelps)) {
      // What follows stays on its last line, but for brackets put around it.
      const tail = frames.has(f, FrameFlag.Parens) ? 0 : this.toBreak(end, f);
      // It helps where the content then fits, and so does what stands before it with the bracket.
      if (content - 1 + tail > this.limit - this.indent - this.step || this.column + 2 > this.limit)
        return State.Pass;
    }
    return State.Split;
  }

  /** Whether all from one gap to another is laid out, and lines may come to end there. */
  private isInPart(first: number, last: number, frozen: (gap: number) => boolean): boolean {
    const { isCut, withinLines } = this.options;
    return isWhole(this.sheet, first, last, frozen, withinLines === true ? undefined : isCut);
  }

  /** Whether gap g, the first in frame f in which a line ends, lies in rows that find room. */
  private inRows(g: number, f: number): boolean {
    const { frames } = this.sheet;
    const { upTo } = this.measure;
    const inner = rowsAround(this.sheet, g, f);
    if (inner === f) return false;
    return this.fitsInRows(
      inner,
      this.column + upTo[frames.begin(inner)]! - upTo[frames.begin(f)]!,
    );
  }

  /** Whether the rows of a frame find room as they are, from a column on, or would be as long one step in. */
  private fitsInRows(f: number, column: number): boolean {
    if (this.sheet.frames.stepsOf(f) > 0) return true;
    const opened = this.limit - this.indent - this.step;
    const tail = this.toBreak(this.sheet.frames.end(f) + 1, f);
    return rowsFit(this.sheet, this.measure, f, this.limit - column, opened, tail);
  }

  /** Columns of what ends a line at gap g: a sign that is put in, or one before it that only flat lines drop. */
  private ending(g: number): number {
    return this.measure.atEnd(g) + (this.sheet.is(g - 1, Mark.RemovedFlat) ? 1 : 0);
  }

  /** Columns from gap g, in frame f or at its end, to the next place where a line may end. */
  protected toBreak(g: number, f: number): number {
    const { frames } = this.sheet;
    const columns = this.behindClosers(g);
    const splitParens = f === ROOT ? ROOT : this.splitParens[f]!;
    if (splitParens === ROOT || splitParens === f && g > frames.end(f)) return columns;
    const end = frames.end(splitParens) + 1;
    if (g > end) return columns;
    const toEnd = this.measure.upTo[end]! - this.measure.upTo[g]!;
    if (columns < toEnd) return columns;
    return toEnd + (frames.has(splitParens, FrameFlag.Separator) ? 1 : 0);
  }

  /** Columns from gap g to the next break, where no line ends before the closer of brackets that hug what they hold. */
  private behindClosers(g: number): number {
    const isText = g > 0 && this.sheet.tokens.has(g - 1, TokenFlag.MultiLine);
    return this.measure.toBreak(g, isText ? undefined : this.hugging);
  }

  private readonly hugging = (g: number): boolean => this.hugs(g);

  /** Whether gap g lies before the closer of brackets that hug what they hold. */
  private hugs(g: number): boolean {
    const { sheet } = this;
    if (!sheet.is(g, Mark.Dedent) || sheet.demand[g] === Demand.Line) return false;
    const owner = sheet.owner[g]!;
    if (owner === ROOT) return false;
    const state: State = this.state[owner]!;
    return state === State.Pass || (state === State.Rows && !sheet.tokens.onNewLine(g));
  }

  /**
   * Columns of what stands in a row from gap g on: up to its next fold where that fits on a line of its own, as an
   * element in a text does, else the `least` up to the next place that may break.
   */
  protected wholeItem(g: number, owner: number, least: number): number {
    const { sheet, measure } = this;
    const end = sheet.frames.end(owner) + 1;
    const last = Math.min(end, measure.nextEnd(g + 1));
    let next = g + 1;
    while (next < last && !(sheet.folds(next) && sheet.owner[next] === owner)) next++;
    const tail = next === end ? this.toBreak(end, owner) : 0;
    const columns = measure.head(g) + measure.upTo[next]! - measure.upTo[g + 1]! + tail;
    const indent = this.base[owner]! + this.stepsOf(owner) * this.step;
    return indent + columns <= this.limit ? Math.max(columns, least) : least;
  }

  /** Rows that the author made stay rows. */
  protected rowKept(g: number): boolean {
    return (
      this.options.style.listSplit === "as-written"
      && this.sheet.tokens.onNewLine(g)
      && !this.sheet.is(g, Mark.Fills)
    );
  }

  /** The frame to split so that a fold of `owner`, which passes, becomes a line end; -1 for none. */
  protected splittable(owner: number): number {
    const { frames } = this.sheet;
    let f = owner;
    while (f !== ROOT && this.safe[f] === 0 && !frames.has(f, FrameFlag.Parens))
      f = frames.parent(f);
    if (f === ROOT || this.state[f] !== State.Pass) return -1;
    if (frames.has(f, FrameFlag.Split) || this.forced[f] === 1) return -1;
    if (frames.has(f, FrameFlag.Parens) && frames.has(f, FrameFlag.IfItHelps)) return -1;
    return this.isEdge(f) ? -1 : f;
  }
}
