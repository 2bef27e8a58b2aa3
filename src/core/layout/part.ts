import { TokenFlag } from "../syntax/tokens.js";
import { Demand, FrameFlag, Mark, ROOT, type Sheet } from "./sheet.js";

/** Some lines of a text, which alone are formatted. */
export interface Part {
  /** Whether a gap counts as it stands: it ends on another line. */
  readonly frozen: (gap: number) => boolean;
  /** Whether a gap begins on another line, so that its line end stays where it ends on one of these. */
  readonly isEdge: (gap: number) => boolean;
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

/** What a frame has whose items stand on lines of their own. */
const FORM = Folds.Begins | Folds.Ends;

/** What decides its line ends by itself. */
const OWN = FrameFlag.Flow | FrameFlag.Block | FrameFlag.Parens | FrameFlag.Rows;

/**
 * Has a frame that goes on beyond the part keep its line ends, as half of its split form is no form at all. One that has
 * its items on lines of their own goes on with that, and a line without room breaks as ever. At the edges of the part line ends
 * stay in any case.
 *
 *     moor(boat,crew,        in the part        moor(boat, crew,
 *       tide);               outside              tide);
 */
export function keepForm(sheet: Sheet, part: Part): ReadonlySet<number> {
  const { tokens, frames, owner, demand } = sheet;
  const { frozen, isEdge, isLong } = part;
  const folds = new Uint8Array(frames.count);
  const spaced = new Set<number>();
  for (let g = 1; g < tokens.count; g++) {
    const f = owner[g]!;
    const isFree = !frozen(g);
    const ends = tokens.onNewLine(g);
    const atEdge = isFree && ends && isEdge(g);
    if (!sheet.folds(g)) {
      if (!atEdge) continue;
      if (demand[g] === Demand.Space) spaced.add(g);
      stay(sheet, g);
    } else if (f !== ROOT && !frames.has(f, OWN)) {
      const strands = isFree && !ends && isLast(sheet, g, frozen);
      if (strands) stay(sheet, g);
      if (folds[f] === 0 && ends) folds[f] = Folds.Begins;
      folds[f]! |= atEdge
        ? Folds.Edge | Folds.Ends
        : strands
        ? Folds.Frozen | Folds.Ends
        : isFree
        ? Folds.Free | (isLong(g) ? Folds.Long : 0)
        : Folds.Frozen | (ends ? Folds.Ends : 0);
    }
  }
  for (let g = 1; g < tokens.count; g++) {
    const f = owner[g]!;
    if (isContinuation(sheet, g) && !isWhole(sheet, g, frozen)) continueLine(sheet, g);
    const of = f === ROOT ? 0 : folds[f]!;
    if ((of & PART) === 0 || (of & (Folds.Free | Folds.Edge)) === 0 || (of & Folds.Long) !== 0)
      continue;
    const keeps = (of & FORM) !== FORM;
    // What only its split form has does not come, and does not go.
    if (keeps) sheet.marks[g]! &= ~(Mark.LeadSlot | Mark.SeparatorSlot | Mark.RemovedFlat);
    else if ((of & Folds.Edge) !== 0) frames.setFlag(f, FrameFlag.Split);
    if (frozen(g)) continue;
    const isSpaced = keeps && demand[g] === Demand.Space && tokens.onNewLine(g);
    if (isSpaced) spaced.add(g);
    if (isSpaced || (sheet.folds(g) && (keeps || isEdge(g)))) stay(sheet, g);
  }
  return spaced;
}

/** Whether token t carries its line on, and is dropped as brackets stand around it or are put there. */
function isContinuation(sheet: Sheet, t: number): boolean {
  return sheet.is(t, Mark.Removed) && sheet.tokens.has(t, TokenFlag.Continues);
}

/** Whether brackets stand around token t, or all of what they are put around is in the part. */
function isWhole(
  { frames, owner }: Sheet,
  t: number,
  frozen: (gap: number) => boolean,
): boolean {
  let f = owner[t]!;
  while (f !== ROOT && !frames.has(f, FrameFlag.Bracket | FrameFlag.Parens)) f = frames.parent(f);
  if (f === ROOT) return false;
  if (frames.has(f, FrameFlag.Bracket)) return true;
  for (let g = frames.begin(f); g <= frames.end(f) + 1; g++) if (frozen(g)) return false;
  return true;
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
function stay({ tokens, demand, blanks }: Sheet, g: number): void {
  switch (demand[g]) {
    case Demand.Line:
    case Demand.Level:
    case Demand.AsWritten:
    case Demand.Fixed:
    case Demand.Unset: return;
  }
  if (tokens.onNewLine(g)) {
    demand[g] = Demand.Line;
    blanks[g] = 15;
  } else demand[g] = demand[g] === Demand.Fold ? Demand.Space : Demand.Join;
}
