import { FrameFlag, ROOT } from "../sheet.js";
import { Fitting } from "./fitting.js";
import { State } from "./state.js";

/** The frames in which the pass stands. */
export abstract class FrameStack extends Fitting {
  protected push(f: number): State {
    const { frames } = this.sheet;
    const parent = frames.parent(f);
    this.stack.push(f);
    this.topEnd = frames.end(f);
    this.saved.push(this.column, this.indent, this.line, this.inserts.length);
    const anchor = frames.has(f, FrameFlag.Block) ? frames.anchor.get(f) : frames.head.get(f);
    const under = frames.under.get(f);
    const indent = anchor < 0 ? this.indent : this.indentOf(anchor);
    this.base[f] = under >= 0
      ? this.column - this.measure.full(under)
      : indent + this.insetOf(f, indent);
    this.splitParens[f] = parent === ROOT ? ROOT : this.splitParens[parent]!;
    const bracket = frames.has(f, FrameFlag.Bracket);
    const block = frames.has(f, FrameFlag.Block);
    const parens = frames.has(f, FrameFlag.Parens);
    const bound = frames.bound.get(f);
    const reachable =
      (parent === ROOT ? this.options.language.breaksAnywhere : this.safe[parent] === 1)
      && (bound === ROOT || this.state[bound]! >= State.Split || this.isEdge(bound));
    let state = this.decide(f);
    if (state === State.Split && !bracket && !block && !parens && !reachable) state = State.Pass;
    this.state[f] = state;
    if (state === State.Rows) {
      const steps = frames.stepsOf(f);
      if (steps === 0) this.base[f] = this.column;
      // What it begins with goes on in the column of its rows.
      if (!this.sheet.tokens.onNewLine(frames.begin(f)))
        this.indent = this.base[f]! + steps * this.step;
    }
    if (parens && state === State.Split) this.splitParens[f] = f;
    this.opened[f] = 0;
    const safe =
      bracket
      || (parens && state === State.Split)
      || (block ? this.options.language.breaksAnywhere : reachable);
    this.safe[f] = safe ? 1 : 0;
    return state;
  }

  /** Ends a frame before gap g, where the brackets that it added close. */
  protected pop(g: number): void {
    const f = this.leave();
    const { frames } = this.sheet;
    if (this.opened[f] === 0) return;
    const base = this.base[f]!;
    if (frames.has(f, FrameFlag.Separator))
      this.inserts.push({ gap: g, text: this.separator, column: -1 });
    this.inserts.push({ gap: g, text: this.group[1], column: base });
    this.column = base + 1;
    this.indent = base;
  }

  /** Takes the innermost frame off the stack. */
  protected leave(): number {
    const { stack, saved } = this;
    const f = stack.pop()!;
    for (let i = 0; i < 4; i++) saved.pop();
    this.topEnd = stack.length > 0 ? this.sheet.frames.end(this.top) : Infinity;
    return f;
  }

  /** Takes the pass back to the beginning of frame f, which will now be split. */
  protected goBack(f: number): number {
    while (this.top !== f) this.leave();
    const { saved } = this;
    const at = saved.length - 4;
    this.column = saved[at]!;
    this.indent = saved[at + 1]!;
    this.line = saved[at + 2]!;
    this.inserts.length = saved[at + 3]!;
    this.leave();
    this.nextFrame = f;
    this.forced[f] = 1;
    return this.sheet.frames.begin(f);
  }
}
