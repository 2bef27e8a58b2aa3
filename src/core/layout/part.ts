import { TokenFlag } from "../syntax/tokens.js";
import { Demand, FrameFlag, Mark, ROOT, type Sheet } from "./sheet.js";

/** Some lines of a text, which alone are formatted. */
export interface Part {
  /** Whether a gap counts as it stands: it ends on another line. */
  readonly frozen: (gap: number) => boolean;
  /** Whether a gap that ends on one of these lines lies on others too, so that a line ends in it in any case. */
  readonly isCut: (gap: number) => boolean;
  /** Whether the line on which a gap ends finds no room. */
  readonly isLong: (gap: number) => boolean;
}

/** What is known of a frame by its folds. */
const enum Folds {
  /** One may be decided. */
  Free = 1,
  /** One counts as it stands. */
  Frozen = 2,
  /** A line ends in such a one. */
  Ends = 4,
  /** A line ends in the first of all. */
  Begins = 8,
  /** Its lines find no room. */
  Long = 16,
  /** One stands at an edge of the part, where a line ends. */
  Edge = 32,
}

/** What a frame has of which a part is not formatted. */
const PART = Folds.Frozen | Folds.Edge;

/** What a frame has that is not settled yet. */
const OPEN = Folds.Free | Folds.Edge;

/** What a frame has whose items stand on lines of their own. */
const FORM = Folds.Begins | Folds.Ends;

/** What decides its line ends by itself. */
const OWN = FrameFlag.Flow | FrameFlag.Block | FrameFlag.Parens | FrameFlag.Rows;

/**
 * Has a frame that goes on beyond the part keep its line ends, as half of its split form is no form at all. One that has
 * its items on lines of their own goes on with that, and a line without room breaks as ever. At the edges of the part
 * line ends stay in any case. A backslash goes only with what it carries on.
 *
 *     moor(boat,crew,        in the part        moor(boat, crew,
 *       tide);               outside              tide);
 *
 * @returns gaps for one space in which a line ends all the same, as behind an operator.
 */
export function keepForm(sheet: Sheet, part: Part): ReadonlySet<number> {
  return new FormKeeper(sheet, part).run();
}

class FormKeeper {
  /** What is known of each frame. */
  private readonly folds: Uint8Array;
  /** Gaps for one space in which a line ends all the same. */
  private readonly spaced = new Set<number>();
  /** The frame around a backslash that was asked for last, and whether all of it may change. */
  private asked = ROOT;
  private answer = false;

  constructor(private readonly sheet: Sheet, private readonly part: Part) {
    this.folds = new Uint8Array(sheet.frames.count);
  }

  run(): ReadonlySet<number> {
    const { count } = this.sheet.tokens;
    for (let g = 1; g < count; g++) this.read(g);
    for (let g = 1; g < count; g++) {
      if (this.isContinuation(g) && !this.isBracketed(g)) continueLine(this.sheet, g);
      this.settle(g);
    }
    return this.spaced;
  }

  /** Notes what gap g tells of its frame. */
  private read(g: number): void {
    const { folds, sheet, part: { frozen, isCut, isLong } } = this;
    const { frames, owner, tokens } = sheet;
    const f = owner[g]!;
    const isFree = !frozen(g);
    const ends = tokens.onNewLine(g);
    const atEdge = isFree && ends && isCut(g);
    if (!sheet.folds(g)) {
      if (atEdge) this.keepLine(g);
      return;
    }
    if (f === ROOT || frames.has(f, OWN)) return;
    const strands = isFree && !ends && isLast(sheet, g, frozen);
    if (strands) stay(sheet, g);
    if (folds[f] === 0 && ends) folds[f] = Folds.Begins;
    if (atEdge) folds[f]! |= Folds.Edge | Folds.Ends;
    else if (strands) folds[f]! |= Folds.Frozen | Folds.Ends;
    else if (isFree) folds[f]! |= Folds.Free | (isLong(g) ? Folds.Long : 0);
    else folds[f]! |= Folds.Frozen | (ends ? Folds.Ends : 0);
  }

  /** Decides gap g where its frame goes on beyond the part. */
  private settle(g: number): void {
    const { sheet, part: { frozen, isCut } } = this;
    const { demand, frames, marks, owner, tokens } = sheet;
    const f = owner[g]!;
    const of = f === ROOT ? 0 : this.folds[f]!;
    if ((of & PART) === 0 || (of & OPEN) === 0 || (of & Folds.Long) !== 0) return;
    const keeps = (of & FORM) !== FORM;
    // What only its split form has does not come, and does not go.
    if (keeps) marks[g]! &= ~(Mark.LeadSlot | Mark.SeparatorSlot | Mark.RemovedFlat);
    else if ((of & Folds.Edge) !== 0) frames.setFlag(f, FrameFlag.Split);
    if (frozen(g)) return;
    if (sheet.folds(g)) {
      if (keeps || isCut(g)) stay(sheet, g);
    } else if (keeps && demand[g] === Demand.Space && tokens.onNewLine(g)) this.keepLine(g);
  }

  /** Has a line end in gap g, which is none that the layout would split. */
  private keepLine(g: number): void {
    if (this.sheet.demand[g] === Demand.Space) this.spaced.add(g);
    stay(this.sheet, g);
  }

  /** Whether token t carries its line on, and is dropped as brackets stand around it or are put there. */
  private isContinuation(t: number): boolean {
    return this.sheet.is(t, Mark.Removed) && this.sheet.tokens.has(t, TokenFlag.Continues);
  }

  /** Whether brackets stand around token t or after it, or all of what they are put around is in the part. */
  private isBracketed(t: number): boolean {
    const { sheet, part: { frozen, isCut } } = this;
    const { frames, owner } = sheet;
    let f = owner[t]!;
    while (f !== ROOT && !frames.has(f, FrameFlag.Bracket | FrameFlag.Parens)) f = frames.parent(f);
    // What comes after it has brackets of its own.
    if (f === ROOT) return !frozen(t + 1) && !isCut(t + 1);
    if (f !== this.asked) {
      this.asked = f;
      this.answer = frames.has(f, FrameFlag.Bracket)
        || isWhole(sheet, frames.begin(f), frames.end(f) + 1, frozen, isCut);
    }
    return this.answer;
  }
}

/**
 * Whether all of what stands between two gaps may change, and something come in at the end of the first and at the
 * beginning of the last. That one may end on a line that stays, where it is told which gaps do.
 */
export function isWhole(
  { tokens }: Pick<Sheet, "tokens">,
  first: number,
  last: number,
  frozen: (gap: number) => boolean,
  isCut?: (gap: number) => boolean,
): boolean {
  for (let g = first; g < last; g++) if (frozen(g)) return false;
  if (isCut === undefined) return !frozen(last);
  return !isCut(first) && (!isCut(last) || !tokens.has(last - 1, TokenFlag.MultiLine));
}

/** Has token t carry its line on as it does, with the line end that comes after it. */
function continueLine({ demand, marks, owner }: Sheet, t: number): void {
  marks[t]! &= ~Mark.Removed;
  demand[t] = demand[t + 1] = Demand.AsWritten;
  owner[t + 1] = owner[t]!;
}

/**
 * Whether the token behind gap g ends the part, with no line end of its layout behind it: it would stand alone on a line.
 *
 *     low &&
 *         ^
 *     high
 */
function isLast({ tokens, demand }: Sheet, g: number, frozen: (gap: number) => boolean): boolean {
  return demand[g + 1] === Demand.Space && tokens.onNewLine(g + 1) && frozen(g + 1);
}

/** Decides whether a line ends in gap g by what stands there; blank lines stay too. */
function stay(sheet: Sheet, g: number): void {
  const { tokens, demand, blanks } = sheet;
  if (!sheet.isStated(g) || demand[g] === Demand.Line || demand[g] === Demand.Level) return;
  if (tokens.onNewLine(g)) {
    demand[g] = Demand.Line;
    blanks[g] = 15;
  } else demand[g] = demand[g] === Demand.Fold ? Demand.Space : Demand.Join;
}
