import { lastAtMost } from "../text/search.js";
import { writtenColumn } from "./measure.js";
import { Demand, FrameFlag, Mark, ROOT, type Sheet } from "./sheet.js";

/** The demands of gaps before items: there a frame's lines begin. */
const BREAKS: ReadonlySet<Demand> = new Set([Demand.Line, Demand.Level, Demand.Fold, Demand.Seam]);

/** Lines of one frame are siblings, those behind its items' last signs apart, and those that separators begin. */
const enum Kind {
  Item,
  Spaced,
  Separator,
}

const siblingKey = (owner: number, kind: Kind): number => owner * 3 + kind;

/** The lines that stand as they are and begin with an item of their frame: others of it go to their columns. */
export class Standing {
  /** Their gaps in order, by `siblingKey`. */
  private readonly gaps = new Map<number, number[]>();

  /** @param spaced gaps for one space in which a line ends all the same, as behind an operator. */
  constructor(
    private readonly sheet: Sheet,
    frozen: (gap: number) => boolean,
    private readonly spaced: ReadonlySet<number> | undefined,
    private readonly tabWidth: number,
    private readonly separator: string | undefined,
  ) {
    const { tokens } = sheet;
    for (let g = 0; g < tokens.count; g++) {
      if (!tokens.onNewLine(g) || !frozen(g) || sheet.is(g, Mark.Dedent) || tokens.isTrivia(g))
        continue;
      const kind = this.kindOf(g, sheet.demand[g] === Demand.Space);
      if (kind === Kind.Item && !BREAKS.has(sheet.demand[g]!)) continue;
      const key = siblingKey(sheet.owner[g]!, kind);
      const gaps = this.gaps.get(key);
      if (gaps === undefined) this.gaps.set(key, [g]);
      else gaps.push(g);
    }
  }

  /** The nearest such line before gap g in its frame, else the nearest after it; -1 for none. */
  siblingOf(g: number, owner: number): number {
    const gaps = this.gaps.get(siblingKey(owner, this.kindOf(g, this.spaced?.has(g) === true)));
    if (gaps === undefined) return -1;
    const above = lastAtMost(gaps, g - 1);
    // What is put at the margin within deeper lines stands there for itself: a trace, text to the letter.
    const isInner = owner !== ROOT && this.sheet.frames.begin(owner) > 0;
    const strays = above > 0 && isInner && this.columnOf(gaps[above]!) === 0;
    if (strays && this.columnOf(gaps[above - 1]!) > 0) return gaps[above - 1]!;
    if (above >= 0) return gaps[above]!;
    // Those below tell it only where they agree.
    const [first] = gaps as [number];
    const column = this.columnOf(first);
    return gaps.every((below) => this.columnOf(below) === column) ? first : -1;
  }

  private kindOf(g: number, isSpaced: boolean): Kind {
    const { separator } = this;
    if (separator !== undefined && this.sheet.tokens.is(g, separator)) return Kind.Separator;
    return isSpaced ? Kind.Spaced : Kind.Item;
  }

  private columnOf(g: number): number {
    return writtenColumn(this.sheet.tokens, g, this.tabWidth);
  }
}

/**
 * Whether a frame is split by those of its folds that count as they stand. Where some are free it is if a line ends in
 * another, and in the first of all, but where they fill lines; else nothing tells, as where it has none.
 */
export function splitAsItStands(
  sheet: Sheet,
  f: number,
  frozen: (gap: number) => boolean,
): boolean | undefined {
  const { frames, tokens, owner } = sheet;
  let splits: boolean | undefined;
  let isFree = false;
  let begins: boolean | undefined;
  for (let g = frames.begin(f), end = frames.end(f); g <= end; g++) {
    if (owner[g] !== f || !sheet.folds(g)) continue;
    const ends = tokens.onNewLine(g);
    begins ??= ends;
    if (frozen(g)) splits = ends || splits === true;
    else isFree = true;
  }
  if (!isFree) return splits;
  return begins === true && splits === true && !frames.has(f, FrameFlag.Flow) ? true : undefined;
}
