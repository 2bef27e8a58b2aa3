import type { Span } from "../outline/excerpt.js";
import type { Change } from "../text/edits.js";

/** More lines than these are not worth being compared one by one. */
const MOST = 1_000;

const linesOf = (text: string): string[] => text.match(/[^\r\n]*(?:\r\n|\r|\n)|[^\r\n]+$/g) ?? [];

/**
 * The changes by whole lines that turn a stretch into another text: what is in both, in one order, stays
 * (longest common subsequence, Wagner and Fischer 1974).
 */
export function moveLines(
  text: string,
  { from, to }: Span,
  wanted: string,
  rule: string,
): Change[] {
  const old = linesOf(text.slice(from, to));
  const now = linesOf(wanted);
  if (old.length > MOST || now.length > MOST) return [{ from, to, text: wanted, rule }];
  const columns = now.length + 1;
  const common = new Int32Array((old.length + 1) * columns);
  for (let i = old.length - 1; i >= 0; i--)
    for (let j = now.length - 1; j >= 0; j--)
      common[i * columns + j] = old[i] === now[j]
        ? common[(i + 1) * columns + j + 1]! + 1
        : Math.max(common[(i + 1) * columns + j]!, common[i * columns + j + 1]!);
  const changes: Change[] = [];
  let at = from;
  for (let i = 0, j = 0; i < old.length || j < now.length;) {
    const start = at;
    let put = "";
    while (i < old.length || j < now.length) {
      if (i < old.length && j < now.length && old[i] === now[j]) break;
      const drop = i < old.length
        && (j === now.length || common[(i + 1) * columns + j]! >= common[i * columns + j + 1]!);
      if (drop) at += old[i++]!.length;
      else put += now[j++];
    }
    if (at > start || put !== "") changes.push({ from: start, to: at, text: put, rule });
    while (i < old.length && j < now.length && old[i] === now[j]) {
      at += old[i++]!.length;
      j++;
    }
  }
  return changes;
}
