import { TokenFlag, type TokenTable } from "../syntax/tokens.js";
import { columnAt } from "../text/width.js";

/** What a line holds before the comment at its end. */
interface Remarked {
  /** The gap before the comment. */
  readonly gap: number;
  /** The column at which what stands before it ends, once it is laid out. */
  readonly end: number;
  /** How many columns its line moves. */
  readonly shift: number;
}

/**
 * Comments at the ends of neighbouring lines that stand in one column go on standing in one:
 *
 *     high = 4    # metres
 *     low = 1     # metres
 *
 * It is the column that they had, or the next one in which all of them find room.
 */
export class Remarks {
  /** By their gaps: a line that is laid out once more is noted once more. */
  private readonly found = new Map<number, Remarked>();

  /** @param space the least space before a comment. */
  constructor(
    private readonly tokens: TokenTable,
    private readonly space: number,
    private readonly tabWidth: number,
  ) {}

  /** Notes a comment behind a gap, on a line that moves by `shift` and is `end` columns long without it. */
  note(gap: number, end: number, shift: number): void {
    this.found.set(gap, { gap, end, shift });
  }

  /** Notes one that stands as it is: those beside it follow. */
  stands(gap: number): void {
    this.note(gap, this.written(gap) - this.space, 0);
  }

  /** Settles the columns of space before them; `lines` says where line ends are, as a solution does. */
  align(lines: Int16Array, columns: Int32Array): void {
    if (this.found.size < 2) return;
    const all = [...this.found.values()].sort((a, b) => a.gap - b.gap);
    for (let i = 0; i < all.length;) {
      const column = this.written(all[i]!.gap);
      let end = i + 1;
      while (
        end < all.length
        && this.adjoin(all[end - 1]!.gap, all[end]!.gap, lines)
        && this.written(all[end]!.gap) === column
      ) end++;
      const group = end - i > 1 ? all.slice(i, end) : [];
      const shared = group.reduce(
        (most, line) => Math.max(most, line.end + this.space),
        column + all[i]!.shift,
      );
      for (const line of group) if (lines[line.gap] === 0) columns[line.gap] = shared - line.end;
      i = end;
    }
  }

  /** Whether the line of one comment stands right above that of another, and goes on to. */
  private adjoin(gap: number, next: number, lines: Int16Array): boolean {
    const { tokens } = this;
    if (!follows(tokens, gap, next)) return false;
    let ends = 0;
    for (let g = gap + 1; g <= next; g++) {
      if (lines[g]! > 0) ends += lines[g]!;
      else if (lines[g]! < 0 && tokens.onNewLine(g)) ends++;
    }
    return ends === 1;
  }

  private written(gap: number): number {
    return columnAt(this.tokens.text, this.tokens.start(gap), this.tabWidth);
  }
}

/** Whether the comment behind gap `next` stands at the end of the line below that of the one behind `gap`. */
function follows(tokens: TokenTable, gap: number, next: number): boolean {
  let ends = 0;
  for (let t = gap + 1; t <= next && ends < 2; t++) {
    if (tokens.onNewLine(t)) ends += tokens.lineEndsIn(t);
    if (tokens.has(t, TokenFlag.MultiLine) && t < next) return false;
  }
  return ends === 1;
}
