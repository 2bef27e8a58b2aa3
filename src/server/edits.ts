import type { Change } from "../core/text/edits.js";

/** More edits than a client is sent, however short the text is. */
const MOST = 2000;
/** Fewer are sent however long it is: else too much of it would be replaced. */
const LEAST = 200;
/** Edits times UTF-16 units that a client gets through in a second or two. */
const BORNE = 4e8;

/**
 * How many edits of a text clients bear: they put them in one by one, and some go through the text from its
 * beginning at each (docs/decisions/0013-in-the-editor.md).
 */
const mostEdits = (length: number): number =>
  Math.max(LEAST, Math.min(MOST, Math.floor(BORNE / length)));

/**
 * Joins neighbouring changes across the shortest stretches between them, until there are few enough.
 *
 * @param text what they change.
 * @param changes sorted and disjoint.
 */
export function joined(
  text: string,
  changes: readonly Change[],
  most = mostEdits(text.length),
): readonly Change[] {
  if (changes.length <= most) return changes;
  const gaps = Int32Array.from(changes, ({ from }, i) => from - (changes[i - 1]?.to ?? 0));
  // As many gaps are closed as there are changes too many; of the widest of them the first.
  const sorted = gaps.slice(1).sort();
  const closed = changes.length - most;
  const widest = sorted[closed - 1]!;
  let ofWidest = closed - sorted.indexOf(widest);
  const list: { from: number; to: number; text: string; rule: string }[] = [];
  for (const [i, change] of changes.entries()) {
    const last = list.at(-1);
    const gap = gaps[i]!;
    if (last === undefined || gap > widest || (gap === widest && ofWidest-- <= 0)) {
      list.push({ ...change });
      continue;
    }
    last.text += text.slice(last.to, change.from) + change.text;
    last.to = change.to;
  }
  return list;
}
