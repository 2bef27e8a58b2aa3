import { Allotment, doubledBytes, doubledInts } from "../text/arrays.js";
import type { TokenTable } from "../syntax/tokens.js";
import { ChangeList } from "../text/changelist.js";
import type { Change } from "../text/edits.js";

/** What a gap shall hold. */
export const enum Demand {
  /** Nobody has said yet. */
  Unset,
  /** What stands there, moved along with its line. */
  AsWritten,
  /** Nothing. */
  Join,
  /** One space. */
  Space,
  /** Nothing; a line end where its frame is split. */
  Seam,
  /** One space; a line end where its frame is split. */
  Fold,
  /** A line end, and blank lines between a least and a most. */
  Line,
  /** The space before a comment at the end of a line. */
  Trailing,
  /** What stands there, to the letter. */
  Fixed,
  /** The line ends that stand there, and the indentation as it is. */
  Level,
  /** Nothing; one space where its frame is split. */
  Pad,
}

/** What a gap or its token carries besides the demand. */
export const enum Mark {
  /** A line here goes to the depth of the frame's own first line, as a closing bracket does. */
  Dedent = 1,
  /** A closing comma goes here where the gap's frame is split. */
  SeparatorSlot = 2,
  /** The token after the gap is dropped. */
  Removed = 4,
  /** The token after the gap is dropped unless the gap's frame is split. */
  RemovedFlat = 8,
  /** The token's inner lines move with its first line. */
  Reindent = 16,
  /** The gap and the token after it are held as they are. */
  KeepsBlanks = 32,
  /** A semicolon goes here. */
  TerminatorSlot = 64,
  /** A semicolon goes here where the gap's frame is split. */
  SplitTerminatorSlot = 128,
  /** Something inside the token is replaced. */
  Rewritten = 256,
  /** A sign goes in front of the token where the gap's frame is split. */
  LeadSlot = 512,
  /** Where its frame splits, the gap ends a line only where that is full, whatever the author did. */
  Fills = 1024,
  /** Any of the three. */
  Slots = SeparatorSlot | TerminatorSlot | SplitTerminatorSlot,
}

export const enum FrameFlag {
  /** Splits only where the line is full; else all of its folds or none. */
  Flow = 1,
  /** Real brackets stand around it. */
  Bracket = 2,
  /** Brackets are added around it where it splits. */
  Parens = 4,
  /** With `Parens`: they are added only where the content then fits. */
  IfItHelps = 8,
  /** With `Parens`: a separator is added too. */
  Separator = 16,
  /** Split, whatever the width. */
  Split = 32,
  /** Lines of a block: always split, and nothing to measure. */
  Block = 64,
  /** Splits where a bracket inside it must be split, so that outer frames stay ahead of inner ones. */
  Whole = 128,
  /**
   * With `Bracket`: lines end in it where the author's did, and where they are full. Where it has no steps, they stand in
   * the column in which it begins, and it splits, a step in, where one finds no room there.
   */
  Rows = 256,
}

/** No frame: the gap's lines go to the left edge. */
export const ROOT = -1;

/**
 * The demands on the gaps of a document, and the frames they live in.
 *
 * A language's layout walks its tree from left to right, opens and closes frames around gaps, and
 * states one demand for the gap before each token that its grammar sees. Frames must nest, and be
 * opened in the order in which they begin.
 */
export class Sheet {
  readonly demand: Uint8Array;
  readonly marks: Uint16Array;
  readonly owner: Int32Array;
  readonly rule: Uint8Array;
  /** Least and most blank lines of a `Line`, as least × 16 + most. */
  readonly blanks: Uint8Array;
  /** Where lines end in texts within tokens that are reindented, as UTF-16 offsets: the next ones stay. */
  readonly inTexts = new Set<number>();
  /** The replacements inside tokens, and where those of each begin and end. */
  private readonly rewrites = new ChangeList();
  private readonly rewriteRuns: number[] = [0];
  private readonly runOf = new Map<number, number>();
  private readonly slotFrames = new Map<number, number>();
  private readonly leads = new Map<number, string>();
  private readonly hanging = new Map<number, { first: number; columns: number }>();
  readonly frames: Frames;
  private current = ROOT;

  constructor(readonly tokens: TokenTable) {
    const gaps = tokens.count + 1;
    // Seldom do frames begin at more than every fourth gap.
    this.frames = new Frames((gaps >> 2) + 16);
    const arrays = new Allotment(gaps * 9);
    this.owner = arrays.ints(gaps).fill(ROOT);
    this.marks = arrays.words(gaps);
    this.demand = arrays.bytes(gaps);
    this.rule = arrays.bytes(gaps);
    this.blanks = arrays.bytes(gaps);
  }

  /** Opens a frame over gaps [begin, end], comments in front included, indented by `steps` where it is split. */
  open(begin: number, end: number, flags: number, steps: number): number {
    let first = begin;
    while (first > 0 && this.tokens.isTrivia(first - 1)) first--;
    this.current = this.frames.add(first, end, flags, steps, this.current);
    return this.current;
  }

  /** Whether the brackets that a frame adds go into gap g: in front of what it holds, after comments. */
  addsAt(f: number, g: number): boolean {
    const begin = this.frames.begin(f);
    if (g === begin) return true;
    if (g < begin || this.tokens.skipTrivia(begin) !== g) return false;
    for (let t = begin; t < g; t++)
      if (this.tokens.swallows(t) && !this.is(t, Mark.Removed)) return false;
    return true;
  }

  /** The frame that is open and holds no other open one, or `ROOT`. */
  get innermost(): number {
    return this.current;
  }

  close(): void {
    this.current = this.frames.parent(this.current);
  }

  set(gap: number, demand: Demand, rule: number): void {
    this.demand[gap] = demand;
    this.owner[gap] = this.current;
    this.rule[gap] = rule;
  }

  line(gap: number, least: number, most: number, rule: number): void {
    this.set(gap, Demand.Line, rule);
    this.blanks[gap] = Math.min(least, 15) * 16 + Math.min(most, 15);
  }

  /**
   * Has the line that gap g begins, which a mark carries on, stand `columns` deeper than the line that begins
   * at token `first`; others that are carried on move with that line.
   */
  hang(g: number, first: number, columns: number): void {
    this.hanging.set(g, { first, columns });
  }

  hangOf(g: number): { readonly first: number; readonly columns: number } | undefined {
    return this.hanging.get(g);
  }

  /** States replacements inside token t; none takes back what was stated before. */
  rewrite(t: number, changes: readonly Change[]): void {
    if (changes.length > 0) {
      for (const change of changes) this.rewrites.push(change);
      this.runOf.set(t, this.rewriteRuns.push(this.rewrites.length) - 1);
      this.mark(t, Mark.Rewritten);
    } else {
      this.marks[t]! &= ~Mark.Rewritten;
    }
  }

  /** The replacements inside token t. */
  rewritesOf(t: number): readonly Change[] {
    if (!this.is(t, Mark.Rewritten)) return [];
    const run = this.runOf.get(t)!;
    const changes: Change[] = [];
    for (let i = this.rewriteRuns[run - 1]!; i < this.rewriteRuns[run]!; i++)
      changes.push(this.rewrites.at(i));
    return changes;
  }

  /** Has a sign and a space go in front of the line that gap g begins where its frame is split. */
  lead(gap: number, sign: string): void {
    this.leads.set(gap, sign);
    this.mark(gap, Mark.LeadSlot);
  }

  /** Has the sign that a slot puts into a gap come where another frame than the gap's is split. */
  setSlotFrame(gap: number, frame: number): void {
    this.slotFrames.set(gap, frame);
  }

  slotFrame(gap: number): number {
    return this.slotFrames.get(gap) ?? this.owner[gap]!;
  }

  /** Has the sign of one gap go in front of another instead. */
  moveLead(from: number, to: number): void {
    this.lead(to, this.leadOf(from));
    this.marks[from]! &= ~Mark.LeadSlot;
  }

  leadOf(gap: number): string {
    return this.leads.get(gap)!;
  }

  mark(gap: number, mark: Mark): void {
    this.marks[gap]! |= mark;
  }

  /** Has a sign go in front of the gap, unless the token there would swallow it. */
  slot(
    gap: number,
    slot: Mark.SeparatorSlot | Mark.TerminatorSlot | Mark.SplitTerminatorSlot,
  ): void {
    if (!this.tokens.swallows(gap - 1)) this.mark(gap, slot);
  }

  /** Whether a line ends in a gap where its frame splits. */
  folds(gap: number): boolean {
    const demand: Demand = this.demand[gap]!;
    return demand === Demand.Fold || demand === Demand.Seam;
  }

  /** Whether something other than what stands there is asked of a gap. */
  isStated(gap: number): boolean {
    const demand: Demand = this.demand[gap]!;
    return demand > Demand.AsWritten && demand !== Demand.Fixed;
  }

  is(gap: number, mark: Mark): boolean {
    return (this.marks[gap]! & mark) !== 0;
  }
}

/** A number that few frames have. */
class Sparse {
  private numbers: Map<number, number> | undefined = undefined;

  /** @param none what the others have. */
  constructor(private readonly none: number) {}

  get(f: number): number {
    return this.numbers === undefined ? this.none : this.numbers.get(f) ?? this.none;
  }

  set(f: number, number: number): void {
    this.numbers ??= new Map();
    this.numbers.set(f, number);
  }
}

/** The frames of a sheet, in typed arrays, numbered in the order in which they begin. */
export class Frames {
  count = 0;
  private begins: Int32Array;
  private ends: Int32Array;
  private parents: Int32Array;
  private hugs: Int32Array;
  /** The gap up to which the frame must fit with what follows it, though that could split; 0 for none. */
  readonly fitsTo = new Sparse(0);
  /** The token whose line the frame's lines are indented against, or -1 for the line on which it begins. */
  readonly anchor = new Sparse(-1);
  /** The token against whose line the lines of brackets are indented, or -1 for the line on which they begin. */
  readonly head = new Sparse(-1);
  /** The token right before it under which its lines stand, or -1 for the depth of the line on which it begins. */
  readonly under = new Sparse(-1);
  /** The frame before it whose split splits this one too, or `ROOT`. */
  readonly splitsWith = new Sparse(ROOT);
  /** The frame around it whose split has its lines stand in one column with its first, or `ROOT`. */
  readonly alignedIn = new Sparse(ROOT);
  /** The frame around it by whose steps it stands deeper, where that splits and both begin on one line; or `ROOT`. */
  readonly deeperIn = new Sparse(ROOT);
  /** The frame around it, on one of whose later lines it may begin, and then stands a step deeper; or `ROOT`. */
  readonly inset = new Sparse(ROOT);
  /** The frame around it without whose split it does not split, or `ROOT`. */
  readonly bound = new Sparse(ROOT);
  private flags: Int32Array;
  private steps: Uint8Array;

  /** @param room how many frames are likely. */
  constructor(room: number) {
    const arrays = new Allotment(room * 21);
    this.begins = arrays.ints(room);
    this.ends = arrays.ints(room);
    this.parents = arrays.ints(room);
    this.hugs = arrays.ints(room);
    this.flags = arrays.ints(room);
    this.steps = arrays.bytes(room);
  }

  add(begin: number, end: number, flags: number, steps: number, parent: number): number {
    const f = this.count++;
    if (f === this.begins.length) this.grow();
    this.begins[f] = begin;
    this.ends[f] = end;
    this.parents[f] = parent;
    this.flags[f] = flags;
    this.steps[f] = steps;
    return f;
  }

  begin(f: number): number {
    return f < this.count ? this.begins[f]! : -1;
  }

  end(f: number): number {
    return this.ends[f]!;
  }

  parent(f: number): number {
    return f < 0 ? ROOT : this.parents[f]!;
  }

  /** The gap up to which the frame must fit to stay whole though what follows it splits; 0 for none. */
  hug(f: number): number {
    return this.hugs[f]!;
  }

  setHug(f: number, gap: number): void {
    this.hugs[f] = gap;
  }

  stepsOf(f: number): number {
    return this.steps[f]!;
  }

  has(f: number, flag: number): boolean {
    return f >= 0 && (this.flags[f]! & flag) !== 0;
  }

  setFlag(f: number, flag: number): void {
    this.flags[f]! |= flag;
  }

  private grow(): void {
    this.begins = doubledInts(this.begins);
    this.ends = doubledInts(this.ends);
    this.parents = doubledInts(this.parents);
    this.hugs = doubledInts(this.hugs);
    this.flags = doubledInts(this.flags);
    this.steps = doubledBytes(this.steps);
  }
}
