import { Allotment } from "../../text/arrays.js";
import type { Pair } from "../../notation.js";
import { FAR, Measure, writtenColumn } from "../measure.js";
import type { Insert, SolverOptions } from "../solution.js";
import { Standing } from "../standing.js";
import { Remarks } from "../remarks.js";
import { FrameFlag, type Sheet } from "../sheet.js";

/** What became of a frame. */
export const enum State {
  /** On one line, with all frames inside. */
  Flat,
  /** Its own folds stay, but lines end within it. */
  Pass,
  /** At its folds lines end. */
  Split,
  /** Lines end in it where the author's did, or where they are full. */
  Rows,
}

/** What the pass has settled of gaps and frames, and where it stands. */
export abstract class SolverState {
  protected readonly lines: Int16Array;
  protected readonly columns: Int32Array;
  protected readonly shifts = new Map<number, number>();
  protected readonly inserts: Insert[] = [];
  protected readonly dropped: Uint8Array;
  protected readonly measure: Measure;
  protected readonly remarks: Remarks;

  /** Of frames on the stack. */
  protected readonly state: Uint8Array;
  protected readonly base: Int32Array;
  protected readonly safe: Uint8Array;
  /** The innermost frame around whose brackets were added, or `ROOT`: a line ends after it. */
  protected readonly splitParens: Int32Array;
  /** 1 where the pass went back to split the frame. */
  protected readonly forced: Uint8Array;
  /** 1 where the frame's added brackets were opened. */
  protected readonly opened: Uint8Array;
  protected readonly stack: number[] = [];
  /** What to go back to, four numbers a frame on the stack: column, indent, line, inserts. */
  protected readonly saved: number[] = [];
  /** The last gap of the innermost frame on the stack. */
  protected topEnd = Infinity;

  protected column = 0;
  /** The column at which the current line begins. */
  protected indent = 0;
  /** The gap that began the last line which begins one in the source too; -1 where that line stands. */
  protected line = -1;
  /** The same for the line on which the current unit began. */
  protected unitLine = -1;
  protected nextFrame = 0;
  /** The gap whose shift was asked for last, and its column in the source. */
  private shifted = -1;
  private shiftedFrom = 0;

  /** With `follows`: the lines that others of their frame follow. */
  protected readonly standing: Standing | undefined;
  protected readonly followed = new Map<number, number>();

  /** What is put into slots, and around what splits. */
  protected readonly separator: string;
  protected readonly terminator: string;
  protected readonly group: Pair;

  /** Where indentation makes blocks: the columns of those whose headers are held. */
  protected readonly heldColumns = new Map<number, number>();
  protected readonly makesBlocks: boolean;

  protected readonly limit: number;
  protected readonly step: number;

  constructor(
    protected readonly sheet: Sheet,
    protected readonly options: SolverOptions,
  ) {
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
      options.edges,
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
    this.makesBlocks = options.language.typing.blocks !== undefined;
    this.limit = Math.min(options.style.maxLineLength, FAR - 1);
    this.step = options.style.indentSize;
    const { follows, frozen, spaced, style } = options;
    if (follows === true && frozen !== undefined)
      this.standing = new Standing(sheet, frozen, spaced, style.tabWidth, separator);
  }

  protected get top(): number {
    return this.stack[this.stack.length - 1]!;
  }

  /** Whether the rows of a frame found no room. */
  protected isOpened(f: number): boolean {
    return this.sheet.frames.has(f, FrameFlag.Rows) && this.state[f] === State.Split;
  }

  /** Whether a line ends after what a frame holds. */
  protected ends(f: number, state: State): boolean {
    if (state !== State.Rows) return state === State.Split;
    return this.sheet.tokens.onNewLine(this.sheet.frames.end(f));
  }

  /** Whether a line begins at gap g, or at a comment before its token. */
  protected beginsLine(g: number): boolean {
    return this.endsAt(g) || (this.sheet.tokens.isTrivia(g) && this.beginsLine(g + 1));
  }

  /** Whether a line ends in gap g, which is settled. */
  private endsAt(g: number): boolean {
    const lines = this.lines[g]!;
    return lines > 0 || (lines < 0 && this.sheet.tokens.onNewLine(g));
  }

  /** How far the line moves against the source that gap g begins; where that is -1, it stands. */
  protected shiftOf(g: number): number {
    if (g < 0) return 0;
    // All that stands as it is written asks for its line.
    if (g !== this.shifted) {
      this.shifted = g;
      this.shiftedFrom = this.writtenColumn(g);
    }
    return this.columns[g]! - this.shiftedFrom;
  }

  protected writtenColumn(g: number): number {
    return writtenColumn(this.sheet.tokens, g, this.options.style.tabWidth);
  }
}
