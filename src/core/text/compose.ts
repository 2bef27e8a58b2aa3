import { ChangeList } from "./changelist.js";
import { applyChanges, movedBy, type Change } from "./edits.js";
import { pushChanges } from "./minimise.js";

/**
 * Two lists of sorted, disjoint changes as one, the second of which speaks of what the first makes of
 * `text`. Changes that touch become one, and what the second brings is cut to what differs.
 */
export function compose(text: string, first: ChangeList, second: ChangeList): ChangeList {
  if (second.length === 0) return first;
  if (first.length === 0) return second;
  const list = new ChangeList();
  let i = 0;
  let j = 0;
  /** How much further on the text between the two lists stands than the first. */
  let shift = 0;
  const firstAt = (): number => (i < first.length ? first.fromOf(i) + shift : Infinity);
  const secondAt = (): number => (j < second.length ? second.fromOf(j) : Infinity);
  const next = (): number => Math.min(firstAt(), secondAt());
  // Where the changes that touch begin, in the text between.
  for (let begin = next(); begin < Infinity; begin = next()) {
    // Nearly all are the first list's, and stay as they are where nothing touches them.
    if (firstAt() === begin) {
      const one = first.at(i);
      const to = begin + one.text.length;
      if (secondAt() > to && !(i + 1 < first.length && first.fromOf(i + 1) === one.to)) {
        shift = to - one.to;
        list.push(one);
        i++;
        continue;
      }
    }
    const before = shift;
    const ones: Change[] = [];
    const others: Change[] = [];
    let end = begin;
    while (next() <= end) {
      if (firstAt() <= end) {
        const one = first.at(i++);
        const to = one.from + shift + one.text.length;
        shift = to - one.to;
        end = Math.max(end, to);
        ones.push(one);
      } else {
        const other = second.at(j++);
        end = Math.max(end, other.to);
        others.push(other);
      }
    }
    const last = others.at(-1) ?? ones.at(-1)!;
    const from = begin - before;
    const to = end - shift;
    const isAlone = ones.length === 0 && others.length === 1;
    const put = isAlone
      ? last.text
      : applyChanges(
        applyChanges(text.slice(from, to), movedBy(ones, -from)),
        movedBy(others, -begin),
      );
    pushChanges(list, text, from, to, put, last.rule);
  }
  return list;
}
