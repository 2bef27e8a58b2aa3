import { TokenFlag } from "../../syntax/tokens.js";
import { FLAT } from "../measure.js";
import { Demand, FrameFlag, Mark, ROOT } from "../sheet.js";
import { KEPT } from "../solution.js";
import { FrameStack } from "./frames.js";
import { State } from "./state.js";

/** What becomes of single gaps and their tokens. */
export abstract class Gaps extends FrameStack {
  /** Decides one gap; answers a frame that has to be split instead, or -1. */
  protected gap(g: number): number {
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
        const written = most === 0 ? 0 : Math.min(most, sheet.tokens.lineEndsIn(g) - 1);
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
        this.lines[g] = sheet.tokens.lineEndsIn(g);
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

  /** Gaps first to last on one line, with all tokens after them. */
  protected flatRun(first: number, last: number): void {
    const { sheet, measure, lines, columns } = this;
    const { frames, demand, marks } = sheet;
    const count = sheet.tokens.count;
    while (this.nextFrame < frames.count && frames.begin(this.nextFrame) <= last) this.nextFrame++;
    // What `upTo` counts with the token before.
    this.column += measure.slot(first);
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
    // What follows a text of several lines stands behind its last one.
    if (sheet.tokens.has(end - 1, TokenFlag.MultiLine)) this.token(end - 1);
  }

  protected flat(g: number, spaces: number): void {
    this.lines[g] = 0;
    this.columns[g] = spaces;
    this.column += spaces;
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
          && sheet.tokens.lineEndsIn(g) > 1
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

  private newLine(g: number, owner: number, blanks: number): void {
    const { sheet } = this;
    const { tokens } = sheet;
    const out = sheet.is(g, Mark.Dedent) && !(owner !== ROOT && this.state[owner] === State.Rows);
    let column = out && owner !== ROOT ? this.base[owner]! : this.linesColumn(owner);
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

  /** The column in which a frame's lines begin. */
  private linesColumn(owner: number): number {
    if (owner === ROOT) return 0;
    return this.heldColumns.get(owner) ?? this.base[owner]! + this.stepsOf(owner) * this.step;
  }

  /** Has a sign begin the line that gap g begins, and its token stand behind it. */
  private lead(g: number): void {
    const text = this.sheet.leadOf(g);
    this.inserts.push({ gap: g, text, column: this.column });
    this.column += text.length;
    this.flat(g, 1);
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

  /** A gap that counts as it stands, so that what comes after is measured against the text as it is. */
  protected stands(g: number): void {
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
    // A line that does not parse leads no block.
    if (this.sheet.isStated(g) || this.isContinued(g)) this.indent = column;
  }

  /** Whether a backslash carries the line on that gap g begins. */
  private isContinued(g: number): boolean {
    return this.sheet.tokens.has(g - 1, TokenFlag.Continues);
  }

  private asWritten(g: number): void {
    this.lines[g] = -1;
    if (this.sheet.tokens.lineEndsIn(g) > 0) {
      if (this.makesBlocks && this.sheet.is(g, Mark.KeepsBlanks)) this.heldLine(g);
      const continued = this.isContinued(g);
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
      if (continued) this.indent = column;
    } else {
      this.columns[g] = 0;
      this.column += this.measure.flatGap(g);
    }
  }

  /**
   * Where indentation makes blocks, a held line that begins a statement moves with its block, and what is held of the
   * statement moves with it. A block whose header is held moves with the header.
   *
   *     if tide:
   *         # oak-tide: leave
   *         moor( boat )        moves with `if tide`
   *     for crew in rota:       stands at the margin
   *       call( crew )          moves with `for`
   */
  private heldLine(g: number): void {
    const { sheet } = this;
    const { frames, tokens } = sheet;
    const owner = sheet.owner[g]!;
    const isBlock = owner === ROOT || frames.has(owner, FrameFlag.Block);
    if (!isBlock) return;
    const begin = owner === ROOT ? 0 : frames.begin(owner);
    const first = tokens.skipTrivia(begin);
    const written = this.writtenColumn(first === 0 || tokens.onNewLine(first) ? first : g);
    const isHeadHeld =
      begin > 0 && sheet.is(begin, Mark.KeepsBlanks) && sheet.is(begin - 1, Mark.KeepsBlanks);
    if (isHeadHeld && !this.heldColumns.has(owner))
      this.heldColumns.set(owner, written + this.shiftOf(this.unitLine));
    this.columns[g] = Math.max(0, this.writtenColumn(g) + this.linesColumn(owner) - written);
    this.line = this.unitLine = g;
    this.indent = this.columns[g]!;
  }

  protected fillSlot(g: number, state: State): void {
    const { sheet } = this;
    if (this.options.withinLines === true && !sheet.is(g, Mark.TerminatorSlot)) return;
    const frame = sheet.slotFrame(g);
    const splits = this.ends(frame, frame === sheet.owner[g] ? state : this.state[frame]!);
    if (sheet.is(g, Mark.TerminatorSlot)) this.insert(g, this.terminator);
    else if (splits)
      this.insert(g, sheet.is(g, Mark.SeparatorSlot) ? this.separator : this.terminator);
  }

  private insert(gap: number, text: string): void {
    this.inserts.push({ gap, text, column: -1 });
    this.column += text.length;
  }

  protected token(t: number): void {
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

  private remark(gap: number, end: number): void {
    this.remarks.note(gap, end, this.line < 0 ? 0 : this.shiftOf(this.line));
  }
}
