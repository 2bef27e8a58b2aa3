import type { Span } from "../outline/excerpt.js";
import type { Change } from "../text/edits.js";
import { differencesOf } from "../text/subsequence.js";

/** More lines than these are not worth being compared one by one. */
const MOST = 1_000;

const linesOf = (text: string): string[] => text.match(/[^\r\n]*(?:\r\n|\r|\n)|[^\r\n]+$/g) ?? [];

/** The changes by whole lines that turn a stretch into another text: what is in both, in one order, stays. */
export function replaceLines(
  text: string,
  { from, to }: Span,
  wanted: string,
  rule: string,
): Change[] {
  const old = linesOf(text.slice(from, to));
  const now = linesOf(wanted);
  if (old.length > MOST || now.length > MOST) return [{ from, to, text: wanted, rule }];
  const starts = [from];
  for (const line of old) starts.push(starts.at(-1)! + line.length);
  const changed = differencesOf(old.length, now.length, (i, j) => old[i] === now[j]);
  return changed.map(([oldFrom, oldTo, newFrom, newTo]) => ({
    from: starts[oldFrom]!,
    to: starts[oldTo]!,
    text: now.slice(newFrom, newTo).join(""),
    rule,
  }));
}
