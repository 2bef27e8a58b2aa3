import { TokenFlag } from "../../syntax/tokens.js";
import { Demand, FrameFlag, Mark, ROOT, type Sheet } from "../sheet.js";
import type { Solution, SolverOptions } from "../solution.js";
import { Gaps } from "./gaps.js";
import { State } from "./state.js";

/**
 * Decides every gap in one pass from left to right (after Oppen, "Prettyprinting", 1980): a frame
 * is laid on one line where it fits up to the next place that may break, and else split, outer
 * frames before inner ones.
 *
 * A frame that must hold line ends anyway passes as long as its own folds find room. Where one does
 * not, the pass goes back to the frame's beginning and splits it; that happens at most once a frame.
 */
export function solve(sheet: Sheet, options: SolverOptions): Solution {
  return new Solver(sheet, options).run();
}

class Solver extends Gaps {
  run(): Solution {
    const { sheet } = this;
    const { tokens, frames } = sheet;
    const count = tokens.count;
    for (let g = 0; g <= count; g++) {
      while (this.topEnd < g) this.pop(g);
      let flat = -1;
      while (frames.begin(this.nextFrame) === g) {
        const f = this.nextFrame++;
        if (this.push(f) === State.Flat) {
          flat = frames.end(f);
          break;
        }
      }
      if (flat >= 0) {
        this.flatRun(g, flat);
        this.leave();
        g = flat;
        continue;
      }
      if (g === count) {
        if (sheet.is(g, Mark.Slots) && !sheet.is(g, Mark.KeepsBlanks))
          this.fillSlot(g, State.Split);
        break;
      }
      const back = this.gap(g);
      if (back >= 0) {
        g = this.goBack(back) - 1;
        continue;
      }
      this.token(g);
      if (sheet.demand[g] === Demand.Line) g = this.wholeLine(g);
    }
    this.lines[count] = this.finalLines();
    if (this.options.style.listSplit === "as-written")
      this.remarks.align(this.lines, this.columns);
    return {
      lines: this.lines,
      columns: this.columns,
      shifts: this.shifts,
      inserts: this.inserts,
      dropped: this.dropped,
      followed: this.followed,
    };
  }

  /**
   * Goes over the line that gap g begins, where it fits: nothing on it can split before the first frame that
   * goes on beyond it. Answers the last gap that is done.
   */
  private wholeLine(g: number): number {
    const { sheet, measure } = this;
    const { frames } = sheet;
    const owner = sheet.owner[g]!;
    const isLine = this.stack.length > 0
      ? this.top === owner && frames.has(owner, FrameFlag.Block)
      : owner === ROOT;
    if (!isLine || this.options.frozen !== undefined) return g;
    const end = measure.nextEnd(g + 1);
    if (end <= g + 1 || end > this.topEnd) return g;
    const columns =
      measure.slot(g + 1) + measure.upTo[end]! - measure.upTo[g + 1]! + measure.atEnd(end);
    if (this.column + columns > this.limit) return g;
    let last = end - 1;
    for (let f = this.nextFrame; f < frames.count && frames.begin(f) <= last; f++)
      if (frames.end(f) >= end || frames.has(f, FrameFlag.Split)) last = frames.begin(f) - 1;
    if (last > g) this.flatRun(g + 1, last);
    return Math.max(last, g);
  }

  /** Line ends after the last token. */
  private finalLines(): number {
    const { tokens } = this.sheet;
    if (tokens.count === 0) return 0;
    if (this.sheet.is(tokens.count, Mark.KeepsBlanks)) return -1;
    if (tokens.has(tokens.count - 1, TokenFlag.Continues)) return -1;
    return this.options.style.insertFinalNewline
      ? 1
      : Math.min(1, tokens.lineEndsIn(tokens.count));
  }
}
