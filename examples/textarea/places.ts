import type { Position } from "oak-tide";

/** A text area speaks in UTF-16 offsets, the engine in lines and characters. */
export function positionAt(text: string, offset: number): Position {
  const rows = text.slice(0, offset).split("\n");
  return { line: rows.length - 1, character: rows.at(-1)!.length };
}

export function offsetAt(text: string, { line, character }: Position): number {
  let start = 0;
  for (let n = 0; n < line; n++) start = text.indexOf("\n", start) + 1;
  return start + character;
}

/** The one change that turns a text into another, which ends at the caret where it can. */
export function changeBetween(
  before: string,
  after: string,
  caret: number,
): { from: number; to: number; text: string } {
  const behind = after.length - caret;
  let tail = Math.max(0, Math.min(behind, before.length));
  while (tail > 0 && !before.endsWith(after.slice(after.length - tail))) tail--;
  const most = Math.min(before.length, after.length) - tail;
  let from = 0;
  while (from < most && before[from] === after[from]) from++;
  return { from, to: before.length - tail, text: after.slice(from, after.length - tail) };
}
