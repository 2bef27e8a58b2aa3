import { FrameFlag, ROOT } from "../sheet.js";
import { KEPT } from "../solution.js";
import { SolverState, State } from "./state.js";

/** How deep the lines of frames stand. */
export abstract class Depths extends SolverState {
  /** The column at which the line begins that holds token t. */
  protected indentOf(t: number): number {
    const { lines, columns } = this;
    const { tokens } = this.sheet;
    let g = t;
    while (g > 0 && lines[g]! <= 0 && !(lines[g]! < 0 && tokens.onNewLine(g))) g--;
    return columns[g] === KEPT ? this.writtenColumn(g) : columns[g]!;
  }

  /** How many columns deeper than the line on which it begins, which stands at `indent`, a frame stands. */
  protected insetOf(f: number, indent: number): number {
    const { frames } = this.sheet;
    const run = frames.deeperIn.get(f);
    if (run !== ROOT && this.state[run] === State.Split) {
      const around = this.insetOf(run, indent);
      if (indent + around === this.base[run]) return around + this.stepsOf(run) * this.step;
    }
    const outer = frames.inset.get(f);
    if (outer === ROOT) return 0;
    return indent === this.base[outer]! + this.stepsOf(outer) * this.step ? this.step : 0;
  }

  /** Whether a frame lays out the edges of a fragment, at which no line may end. */
  protected isEdge(f: number): boolean {
    const { options: { edges }, sheet: { frames } } = this;
    if (edges === undefined || f === ROOT) return false;
    // A comment may end a line there all the same, and what it comes to is given up.
    if (frames.has(f, FrameFlag.Block | FrameFlag.Split)) return false;
    const holds = (gap: number): boolean => frames.begin(f) <= gap && frames.end(f) >= gap;
    return holds(edges.first) || holds(edges.last);
  }

  /**
   * The steps of a frame. Where it has none, and the frames around stand joined although they hold a line
   * end, those of the nearest that has: in `moor(boat +` the next line is one step in.
   */
  protected stepsOf(f: number): number {
    const { frames, tokens } = this.sheet;
    const { frozen, spaced } = this.options;
    const aligned = frames.alignedIn.get(f);
    if (aligned !== ROOT && this.beginsLine(frames.begin(aligned))) return 0;
    let steps = this.isOpened(f) ? 1 : frames.stepsOf(f);
    if (steps === 0 && this.isEdge(frames.parent(f))) return 1;
    if (this.state[f] === State.Rows || frozen === undefined || frames.has(f, FrameFlag.Block))
      return steps;
    // A line that is asked for alone may go on where the layout would not let it.
    const ends = FrameFlag.Block | (spaced === undefined ? FrameFlag.Bracket : 0);
    for (let inner = f; steps === 0;) {
      const outer = frames.parent(inner);
      if (outer === ROOT || frames.has(outer, ends) || this.state[outer] === State.Rows) return 0;
      const begin = frames.begin(outer);
      if (!frozen(begin) || tokens.onNewLine(begin)) return 0;
      steps = frames.stepsOf(outer);
      inner = outer;
    }
    return steps;
  }
}
