import type { Measure } from "./measure.js";
import { FrameFlag, type Sheet } from "./sheet.js";

/**
 * Whether the author's rows of frame f find room. One that cannot break, and would find none in the opened frame
 * either, is no reason to open it.
 *
 * @param own columns that its lines have in the column in which it begins.
 * @param opened the same a step in.
 * @param tail columns of what stays on the line of its last.
 */
export function rowsFit(
  sheet: Sheet,
  measure: Measure,
  f: number,
  own: number,
  opened: number,
  tail: number,
): boolean {
  const closer = sheet.frames.end(f);
  const end = closer + 1;
  let begin = sheet.frames.begin(f);
  let breaks = false;
  for (let g = begin + 1; g <= end; g++) {
    const folds = sheet.folds(g);
    // A closer stays behind the last item where it stands there.
    const mayEnd =
      folds && sheet.owner[g] === f && (g !== closer || sheet.tokens.onNewLine(closer));
    if (g < end && measure.nextEnd(g) !== g && !mayEnd) {
      breaks ||= folds;
      continue;
    }
    const columns =
      measure.upTo[g]! - measure.upTo[begin]! - measure.flatGap(begin) + (g === end ? tail : 0);
    if (columns > own && (breaks || columns <= opened)) return false;
    begin = g;
    breaks = false;
  }
  return true;
}

/** The innermost frame with rows that holds gap g within frame f; f itself for none. */
export function rowsAround({ frames, owner }: Sheet, g: number, f: number): number {
  let inner = owner[g]!;
  while (inner > f && !frames.has(inner, FrameFlag.Rows)) inner = frames.parent(inner);
  return Math.max(inner, f);
}
