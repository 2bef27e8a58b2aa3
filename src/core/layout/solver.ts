import { Allotment } from "../text/arrays.js";
import { TokenFlag } from "../syntax/tokens.js";
import type { Pair } from "../notation.js";
import { FAR, FLAT, Measure, lineEndsIn, writtenColumn } from "./measure.js";
import { KEPT, type Insert, type Solution, type SolverOptions } from "./solution.js";
import { Standing, splitAsItStands } from "./standing.js";
import { Remarks } from "./remarks.js";
import { rowsAround, rowsFit } from "./rows.js";
import { Demand, FrameFlag, Mark, ROOT, type Sheet } from "./sheet.js";

/** What became of a frame. */
const enum State {
  /** On one line, with all frames inside. */
  Flat,
  /** Its own folds stay, but lines end within it. */
  Pass,
  /** At its folds lines end. */
  Split,
  /** Lines end in it where the author's did, or where they are full. */
  Rows,
}

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

class Solver {
  private readonly lines: Int16Array;
  private readonly columns: Int32Array;
  private readonly shifts = new Map<number, number>();
  private readonly inserts: Insert[] = [];
  private readonly dropped: Uint8Array;
  private readonly measure: Measure;
  private readonly remarks: Remarks;

  /** Of frames on the stack. */
  private readonly state: Uint8Array;
  private readonly base: Int32Array;
  private readonly safe: Uint8Array;
  /** The innermost frame around whose brackets were added, or `ROOT`: a line ends after it. */
  private readonly splitParens: Int32Array;
  /** 1 where the pass went back to split the frame. */
  private readonly forced: Uint8Array;
  /** 1 where the frame's added brackets were opened. */
  private readonly opened: Uint8Array;
  private readonly stack: number[] = [];
  /** What to go back to, four numbers a frame on the stack: column, indent, line, inserts. */
  private readonly saved: number[] = [];
  /** The last gap of the innermost frame on the stack. */
  private topEnd = Infinity;

  private column = 0;
  /** The column at which the current line begins. */
  private indent = 0;
  /** The gap that began the last line which begins one in the source too; -1 where that line stands. */
  private line = -1;
  /** The same for the line on which the current unit began. */
  private unitLine = -1;
  private nextFrame = 0;
  /** The gap whose shift was asked for last, and its column in the source. */
  private shifted = -1;
  private shiftedFrom = 0;

  /** With `follows`: the lines that others of their frame follow. */
  private readonly standing: Standing | undefined;
  private readonly followed = new Map<number, number>();

  /** What is put into slots, and around what splits. */
  private readonly separator: string;
  private readonly terminator: string;
  private readonly group: Pair;

  private readonly limit: number;
  private readonly step: number;

  constructor(private readonly sheet: Sheet, private readonly options: SolverOptions) {
    const gaps = sheet.tokens.count + 1;
    const frames = sheet.frames.count;
    const arrays = new Allotment(gaps * 7 + frames * 12 + 8);
    this.columns = arrays.ints(gaps);
    this.base = arrays.ints(frames);
    this.splitParens = arrays.ints(frames);
    this.lines = arrays.shorts(gaps);
    this.dropped = arrays.bytes(gaps);
    this.state = arrays.bytes(frames);
    this.safe = arrays.bytes(frames);
    this.forced = arrays.bytes(frames);
    this.opened = arrays.bytes(frames);
    this.measure = new Measure(
      sheet,
      options.style.tabWidth,
      options.style.maxLineLength,
      options.language,
      options.frozen,
    );
    this.remarks = new Remarks(
      sheet.tokens,
      options.language.trailingSpace,
      options.style.tabWidth,
    );
    const { separator = "", terminator = "", group = ["", ""] } = options.language.notation;
    this.separator = separator;
    this.terminator = terminator;
    this.group = group;
    this.limit = Math.min(options.style.maxLineLength, FAR - 1);
    this.step = options.style.indentSize;
    const { follows, frozen, spaced, style } = options;
    if (follows === true && frozen !== undefined)
      this.standing = new Standing(sheet, frozen, spaced, style.tabWidth);
  }

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

  private remark(gap: number, end: number): void {
    this.remarks.note(gap, end, this.line < 0 ? 0 : this.shiftOf(this.line));
  }

  /**
   * Goes over the line that gap g begins, where it fits: nothing on it can split before the first frame that
   * goes on beyond it. Answers the last gap that is done.
   */
  private wholeLine(g: number): number {
    const { sheet, measure } = this;
    const { frames, tokens } = sheet;
    const owner = sheet.owner[g]!;
    if (this.options.frozen !== undefined) return g;
    if (
      this.stack.length > 0
        ? this.top !== owner || !frames.has(owner, FrameFlag.Block)
        : owner !== ROOT
    )
      return g;
    const end = measure.nextEnd(g + 1);
    if (end <= g + 1 || end > this.topEnd || tokens.has(end - 1, TokenFlag.MultiLine)) return g;
    const columns = measure.upTo[end]! - measure.upTo[g + 1]! + measure.atEnd(end);
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
      : Math.min(1, lineEndsIn(tokens, tokens.count));
  }

  private get top(): number {
    return this.stack[this.stack.length - 1]!;
  }

  // Frames

  /** Takes the innermost frame off the stack. */
  private leave(): number {
    const { stack, saved } = this;
    const f = stack.pop()!;
    for (let i = 0; i < 4; i++) saved.pop();
    this.topEnd = stack.length > 0 ? this.sheet.frames.end(this.top) : Infinity;
    return f;
  }

  private push(f: number): State {
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
      && (bound === ROOT || this.state[bound]! >= State.Split);
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

  /** The column at which the line begins that holds token t. */
  private indentOf(t: number): number {
    const { lines, columns } = this;
    const { tokens } = this.sheet;
    let g = t;
    while (g > 0 && lines[g]! <= 0 && !(lines[g]! < 0 && tokens.onNewLine(g))) g--;
    return columns[g] === KEPT ? this.writtenColumn(g) : columns[g]!;
  }

  private decide(f: number): State {
    const { frames } = this.sheet;
    const begin = frames.begin(f);
    const end = frames.end(f) + 1;
    const { frozen } = this.options;
    if (frozen !== undefined && frames.has(f, FrameFlag.Parens) && (frozen(begin) || frozen(end)))
      return State.Pass;
    if (frames.has(f, FrameFlag.Rows))
      return frozen !== undefined || this.fitsInRows(f, this.column) ? State.Rows : State.Split;
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
    if (ends < end) {
      const { sheet } = this;
      const inText =
        sheet.tokens.has(ends - 1, TokenFlag.MultiLine | TokenFlag.Continues)
        && !sheet.tokens.isTrivia(ends - 1)
        && !sheet.is(ends - 1, Mark.Removed);
      const hug = frames.hug(f);
      const hugged = hug > 0 && ends >= hug;
      if (frames.has(f, FrameFlag.Whole) && !inText && !hugged && !this.inRows(ends, f))
        return State.Split;
      const fits = upTo[hugged ? hug : ends]! - upTo[begin]! <= room;
      return fits || frames.has(f, FrameFlag.IfItHelps) ? State.Pass : State.Split;
    }
    const content = upTo[end]! - upTo[begin]!;
    if (content + this.toBreak(end, f) <= room) return State.Flat;
    const hug = frames.hug(f);
    if (hug > 0 && upTo[hug]! - upTo[begin]! <= room) return State.Pass;
    if (frames.has(f, FrameFlag.IfItHelps)) {
      // What follows stays on its last line, but for brackets put around it.
      const tail = frames.has(f, FrameFlag.Parens) ? 0 : this.toBreak(end, f);
      // It helps where the content then fits, and so does what stands before it with the bracket.
      if (content - 1 + tail > this.limit - this.indent - this.step || this.column + 2 > this.limit)
        return State.Pass;
    }
    return State.Split;
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

  /** Whether the rows of a frame found no room. */
  private isOpened(f: number): boolean {
    return this.sheet.frames.has(f, FrameFlag.Rows) && this.state[f] === State.Split;
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
  private toBreak(g: number, f: number): number {
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
    const { sheet, measure } = this;
    let at = g;
    if (g === 0 || !sheet.tokens.has(g - 1, TokenFlag.MultiLine)) while (this.hugs(at)) at++;
    return measure.upTo[at]! - measure.upTo[g]! + measure.toBreak(at);
  }

  /** Whether gap g lies before the closer of brackets that hug what they hold. */
  private hugs(g: number): boolean {
    const { sheet } = this;
    if (!sheet.is(g, Mark.Dedent) || sheet.demand[g] === Demand.Line) return false;
    const owner = sheet.owner[g]!;
    if (owner === ROOT) return false;
    const state: State = this.state[owner]!;
    return state === State.Pass || (state === State.Rows && !sheet.tokens.onNewLine(g));
  }

  /** Ends a frame before gap g, where the brackets that it added close. */
  private pop(g: number): void {
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

  /** Takes the pass back to the beginning of frame f, which will now be split. */
  private goBack(f: number): number {
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

  // Gaps

  /** Gaps first to last on one line, with all tokens after them. */
  private flatRun(first: number, last: number): void {
    const { sheet, measure, lines, columns } = this;
    const { frames, demand, marks } = sheet;
    const count = sheet.tokens.count;
    while (this.nextFrame < frames.count && frames.begin(this.nextFrame) <= last) this.nextFrame++;
    for (let g = first; g <= last && g < count; g++) {
      const flat = FLAT[demand[g]!]!;
      lines[g] = Math.min(flat, 0);
      columns[g] = Math.max(flat, 0);
      if (demand[g] === Demand.Trailing) {
        columns[g] = measure.commentSpace;
        if (sheet.tokens.has(g, TokenFlag.EndsLine))
          this.remark(g, this.column + measure.upTo[g]! - measure.upTo[first]!);
      }
      const mark = marks[g]!;
      if (mark === 0) continue;
      if ((mark & Mark.RemovedFlat) !== 0) this.dropped[g] = 1;
      if ((mark & (Mark.TerminatorSlot | Mark.KeepsBlanks)) === Mark.TerminatorSlot)
        this.inserts.push({ gap: g, text: this.terminator, column: -1 });
    }
    // A terminator behind it comes with its gap.
    const end = Math.min(last + 1, count);
    this.column += measure.upTo[end]! - measure.upTo[first]! - measure.slot(end);
  }

  /** Decides one gap; answers a frame that has to be split instead, or -1. */
  private gap(g: number): number {
    const { sheet } = this;
    const owner = sheet.owner[g]!;
    const state = owner === ROOT ? State.Split : this.state[owner]!;
    if (sheet.marks[g] !== 0) {
      if (sheet.is(g, Mark.Slots) && !sheet.is(g, Mark.KeepsBlanks)) this.fillSlot(g, state);
      this.dropped[g] = sheet.is(g, Mark.RemovedFlat) && !this.ends(owner, state) ? 1 : 0;
    }
    if (this.options.frozen?.(g) === true) {
      this.stands(g);
      return -1;
    }
    if (this.options.withinLines === true && this.staysOnLine(g)) return -1;
    switch (sheet.demand[g]) {
      case Demand.Line: {
        const least = sheet.blanks[g]! >> 4;
        const most = sheet.blanks[g]! & 15;
        const written = most === 0 ? 0 : Math.min(most, lineEndsIn(sheet.tokens, g) - 1);
        this.newLine(g, owner, Math.max(least, written));
        return -1;
      }
      case Demand.Seam:
      case Demand.Fold:
        return this.breakable(g, owner, state);
      case Demand.AsWritten:
      case Demand.Fixed:
      case Demand.Unset:
        this.asWritten(g);
        return -1;
      case Demand.Level:
        this.lines[g] = lineEndsIn(sheet.tokens, g);
        this.columns[g] = KEPT;
        this.line = -1;
        return -1;
      case Demand.Trailing:
        if (sheet.tokens.has(g, TokenFlag.EndsLine)) this.remark(g, this.column);
        this.flat(g, this.measure.commentSpace);
        return -1;
      case Demand.Pad:
        this.flat(g, state === State.Split ? 1 : 0);
        return -1;
      default:
        this.flat(g, this.measure.flatGap(g));
        return -1;
    }
  }

  /** With `withinLines`: whether a gap was settled because a line ends in it, or might come to. */
  private staysOnLine(g: number): boolean {
    const { sheet } = this;
    const demand: Demand = sheet.demand[g]!;
    if (sheet.tokens.onNewLine(g) || demand === Demand.Line || demand === Demand.Level) {
      this.stands(g);
      return true;
    }
    if (!sheet.folds(g)) return false;
    this.flat(g, this.measure.flatGap(g));
    return true;
  }

  private fillSlot(g: number, state: State): void {
    const { sheet } = this;
    if (this.options.withinLines === true && !sheet.is(g, Mark.TerminatorSlot)) return;
    const frame = sheet.slotFrame(g);
    const splits = this.ends(frame, frame === sheet.owner[g] ? state : this.state[frame]!);
    if (sheet.is(g, Mark.TerminatorSlot)) this.insert(g, this.terminator);
    else if (splits)
      this.insert(g, sheet.is(g, Mark.SeparatorSlot) ? this.separator : this.terminator);
  }

  /** Whether a line ends after what a frame holds. */
  private ends(f: number, state: State): boolean {
    if (state !== State.Rows) return state === State.Split;
    return this.sheet.tokens.onNewLine(this.sheet.frames.end(f));
  }

  private insert(gap: number, text: string): void {
    this.inserts.push({ gap, text, column: -1 });
    this.column += text.length;
  }

  private breakable(g: number, owner: number, state: State): number {
    const { sheet, measure } = this;
    const { frames } = sheet;
    const flat = measure.flatGap(g);
    const ahead = flat + measure.head(g) + this.toBreak(g + 1, owner);
    const seam = sheet.demand[g] === Demand.Seam;
    const rows = state === State.Rows;
    if (rows && seam && !sheet.tokens.onNewLine(g)) {
      this.flat(g, flat);
      return -1;
    }
    if (rows || state === State.Split) {
      const flows = frames.has(owner, FrameFlag.Flow) && !this.isOpened(frames.parent(owner));
      const keeps = !seam && (rows || flows);
      const fits =
        keeps && this.column + flat + this.wholeItem(g, owner, ahead - flat) <= this.limit;
      if (fits && !this.rowKept(g)) {
        this.flat(g, flat);
      } else {
        const adds = frames.has(owner, FrameFlag.Parens) && sheet.addsAt(owner, g);
        if (adds) {
          this.insert(g, flat > 0 ? ` ${this.group[0]}` : this.group[0]);
          this.opened[owner] = 1;
        }
        const kept =
          !adds
          && this.options.style.listSplit === "as-written"
          && lineEndsIn(sheet.tokens, g) > 1
          && !sheet.is(g, Mark.Dedent)
          && sheet.demand[g] === Demand.Fold;
        this.newLine(g, owner, kept ? 1 : 0);
        if (sheet.is(g, Mark.LeadSlot) && this.options.frozen?.(g) !== true) this.lead(g);
      }
      return -1;
    }
    if (this.column + ahead > this.limit) {
      const back = this.splittable(owner);
      if (back >= 0) return back;
    }
    this.flat(g, flat);
    return -1;
  }

  /**
   * Columns of what stands in a row from gap g on: up to its next fold where that fits on a line of its own, as an
   * element in a text does, else the `least` up to the next place that may break.
   */
  private wholeItem(g: number, owner: number, least: number): number {
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

  /** Has a sign begin the line that gap g begins, and its token stand behind it. */
  private lead(g: number): void {
    const text = this.sheet.leadOf(g);
    this.inserts.push({ gap: g, text, column: this.column });
    this.column += text.length;
    this.flat(g, 1);
  }

  /** Rows that the author made stay rows. */
  private rowKept(g: number): boolean {
    return (
      this.options.style.listSplit === "as-written"
      && this.sheet.tokens.onNewLine(g)
      && !this.sheet.is(g, Mark.Fills)
    );
  }

  /** The frame to split so that a fold of `owner`, which passes, becomes a line end; -1 for none. */
  private splittable(owner: number): number {
    const { frames } = this.sheet;
    let f = owner;
    while (f !== ROOT && this.safe[f] === 0 && !frames.has(f, FrameFlag.Parens))
      f = frames.parent(f);
    if (f === ROOT || this.state[f] !== State.Pass) return -1;
    if (frames.has(f, FrameFlag.Split) || this.forced[f] === 1) return -1;
    if (frames.has(f, FrameFlag.Parens) && frames.has(f, FrameFlag.IfItHelps)) return -1;
    return f;
  }

  private flat(g: number, spaces: number): void {
    this.lines[g] = 0;
    this.columns[g] = spaces;
    this.column += spaces;
  }

  private newLine(g: number, owner: number, blanks: number): void {
    const { sheet } = this;
    const { tokens } = sheet;
    const out = sheet.is(g, Mark.Dedent) && !(owner !== ROOT && this.state[owner] === State.Rows);
    let column = 0;
    if (owner !== ROOT && !out) column = this.base[owner]! + this.stepsOf(owner) * this.step;
    else if (owner !== ROOT) column = this.base[owner]!;
    if (this.standing !== undefined && !out) {
      const sibling = this.standing.siblingOf(g, owner);
      if (sibling >= 0) {
        column = this.writtenColumn(sibling);
        this.followed.set(g, sibling);
      }
    }
    const first = g === 0;
    const written = tokens.onNewLine(g) || first;
    if (written && this.options.frozen?.(g) === true) column = this.writtenColumn(g);
    this.lines[g] = first ? 0 : 1 + blanks;
    this.columns[g] = column;
    this.column = column;
    this.indent = column;
    if (!written) return;
    this.line = g;
    if (owner === ROOT || sheet.frames.has(owner, FrameFlag.Block)) this.unitLine = g;
  }

  /** How many columns deeper than the line on which it begins, which stands at `indent`, a frame stands. */
  private insetOf(f: number, indent: number): number {
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

  /**
   * The steps of a frame. Where it has none, and the frames around stand joined although they hold a line
   * end, those of the nearest that has: in `moor(boat +` the next line is one step in.
   */
  private stepsOf(f: number): number {
    const { frames, tokens } = this.sheet;
    const { frozen, spaced } = this.options;
    const aligned = frames.alignedIn.get(f);
    if (aligned !== ROOT && this.beginsLine(frames.begin(aligned))) return 0;
    let steps = this.isOpened(f) ? 1 : frames.stepsOf(f);
    if (this.state[f] === State.Rows || frozen === undefined || frames.has(f, FrameFlag.Block))
      return steps;
    // A line that is asked for alone may go on where the layout would not let it.
    const ends = FrameFlag.Block | (spaced === undefined ? FrameFlag.Bracket : 0);
    for (let inner = f; steps === 0;) {
      const outer = frames.parent(inner);
      if (outer === ROOT || frames.has(outer, ends)) return 0;
      const begin = frames.begin(outer);
      if (!frozen(begin) || tokens.onNewLine(begin)) return 0;
      steps = frames.stepsOf(outer);
      inner = outer;
    }
    return steps;
  }

  /** Whether a line begins at gap g, or at a comment before its token. */
  private beginsLine(g: number): boolean {
    return this.endsAt(g) || (this.sheet.tokens.isTrivia(g) && this.beginsLine(g + 1));
  }

  /** Whether a line ends in gap g, which is settled. */
  private endsAt(g: number): boolean {
    const lines = this.lines[g]!;
    return lines > 0 || (lines < 0 && this.sheet.tokens.onNewLine(g));
  }

  /** How far the line moves against the source that gap g begins; where that is -1, it stands. */
  private shiftOf(g: number): number {
    if (g < 0) return 0;
    // All that stands as it is written asks for its line.
    if (g !== this.shifted) {
      this.shifted = g;
      this.shiftedFrom = this.writtenColumn(g);
    }
    return this.columns[g]! - this.shiftedFrom;
  }

  private writtenColumn(g: number): number {
    return writtenColumn(this.sheet.tokens, g, this.options.style.tabWidth);
  }

  /** A gap that counts as it stands, so that what comes after is measured against the text as it is. */
  private stands(g: number): void {
    this.lines[g] = -1;
    if (this.sheet.demand[g] === Demand.Trailing) this.remarks.stands(g);
    if (g > 0 && !this.sheet.tokens.onNewLine(g)) {
      this.columns[g] = 0;
      this.column += this.measure.flatGap(g);
      return;
    }
    const column = this.writtenColumn(g);
    this.columns[g] = this.column = column;
    this.line = this.unitLine = -1;
    // A line that a backslash carries on, or that does not parse, leads no block.
    const demand: Demand = this.sheet.demand[g]!;
    if (demand !== Demand.AsWritten && demand !== Demand.Fixed && demand !== Demand.Unset)
      this.indent = column;
  }

  private asWritten(g: number): void {
    this.lines[g] = -1;
    if (this.sheet.tokens.onNewLine(g)) {
      const continued = this.sheet.tokens.has(g - 1, TokenFlag.Continues);
      const shift = this.sheet.demand[g] === Demand.Fixed
        ? 0
        : continued
        ? this.shiftOf(this.unitLine)
        : this.shiftOf(this.line);
      const hang = this.sheet.is(g, Mark.KeepsBlanks) ? undefined : this.sheet.hangOf(g);
      const written = hang === undefined
        ? this.writtenColumn(g)
        : this.writtenColumn(hang.first) + hang.columns;
      const column = Math.max(0, written + shift);
      this.columns[g] = column;
      this.column = column;
    } else {
      this.columns[g] = 0;
      this.column += this.measure.flatGap(g);
    }
  }

  private token(t: number): void {
    const { sheet, measure } = this;
    if (sheet.marks[t] !== 0) {
      if (sheet.is(t, Mark.Removed) || this.dropped[t] === 1) return;
      if (sheet.is(t, Mark.Reindent)) {
        const shift = this.shiftOf(this.line);
        this.shifts.set(t, shift);
        this.column = measure.movedTail(t, shift, this.columns[t]!);
        return;
      }
    }
    if (sheet.tokens.has(t, TokenFlag.MultiLine)) this.column = measure.tail(t);
    else this.column += measure.full(t);
  }
}
