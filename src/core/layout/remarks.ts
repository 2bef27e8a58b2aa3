import { TokenFlag, type TokenTable } from "../syntax/tokens.js";
import { columnAt } from "../text/width.js";
import { lineEndsIn } from "./measure.js";

/** What a line holds before the comment at its end. */
export interface Remarked {
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
 *
 * @param remarked the lines that are laid out, in order.
 * @param space the least space before a comment.
 * @param adjoins whether the lines of two gaps, one below the other, stay so.
 * @param place takes the columns of space before the comment of a gap.
 */
export function alignRemarks(
  tokens: TokenTable,
  remarked: readonly Remarked[],
  space: number,
  tabWidth: number,
  adjoins: (gap: number, next: number) => boolean,
  place: (gap: number, columns: number) => void,
): void {
  for (let i = 0; i < remarked.length;) {
    const column = writtenColumn(tokens, remarked[i]!.gap, tabWidth);
    let end = i + 1;
    while (
      end < remarked.length
      && follows(tokens, remarked[end - 1]!.gap, remarked[end]!.gap)
      && adjoins(remarked[end - 1]!.gap, remarked[end]!.gap)
      && writtenColumn(tokens, remarked[end]!.gap, tabWidth) === column
    ) end++;
    if (end - i > 1) {
      const group = remarked.slice(i, end);
      const shared = Math.max(
        column + group[0]!.shift,
        ...group.map((line) => line.end + space),
      );
      for (const line of group) place(line.gap, shared - line.end);
    }
    i = end;
  }
}

/** Whether the comment behind gap `next` stands at the end of the line below that of the one behind `gap`. */
function follows(tokens: TokenTable, gap: number, next: number): boolean {
  let ends = 0;
  for (let t = gap + 1; t <= next && ends < 2; t++) {
    if (tokens.onNewLine(t)) ends += lineEndsIn(tokens, t);
    if (tokens.has(t, TokenFlag.MultiLine) && t < next) return false;
  }
  return ends === 1;
}

const writtenColumn = (tokens: TokenTable, gap: number, tabWidth: number): number =>
  columnAt(tokens.text, tokens.start(gap), tabWidth);
