import type { Change } from "../core/text/edits.js";

/**
 * More edits than clients bear: they take them one by one, and some move all marks of the text at each
 * (docs/decisions/0013).
 */
export const MOST_EDITS = 2000;

/**
 * Joins neighbouring changes across the shortest stretches between them, until there are few enough.
 *
 * @param text what they change.
 * @param changes sorted and disjoint.
 */
export function joined(
  text: string,
  changes: readonly Change[],
  most = MOST_EDITS,
): readonly Change[] {
  if (changes.length <= most) return changes;
  const gaps = Int32Array.from(changes, ({ from }, i) => from - (changes[i - 1]?.to ?? 0));
  // As many gaps are closed as there are changes too many.
  const widest = gaps.slice(1).sort()[changes.length - most - 1]!;
  const list: { from: number; to: number; text: string; rule: string }[] = [];
  for (const [i, change] of changes.entries()) {
    const last = list.at(-1);
    if (last === undefined || gaps[i]! > widest) {
      list.push({ ...change });
      continue;
    }
    last.text += text.slice(last.to, change.from) + change.text;
    last.to = change.to;
  }
  return list;
}
