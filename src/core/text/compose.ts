import { ChangeList } from "./changelist.js";
import { applyChanges, type Change } from "./edits.js";
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
  while (i < first.length || j < second.length) {
    const nextFirst = i < first.length ? first.fromOf(i) + shift : Infinity;
    const nextSecond = j < second.length ? second.fromOf(j) : Infinity;
    const before = shift;
    const [ones, others]: [Change[], Change[]] = [[], []];
    // Where the changes that touch begin and end, in the text between.
    const begin = Math.min(nextFirst, nextSecond);
    let end = begin;
    let firstEnd = begin;
    for (;;) {
      if (i < first.length && first.fromOf(i) + shift <= end) {
        const one = first.at(i++);
        firstEnd = one.from + shift + one.text.length;
        shift = firstEnd - one.to;
        end = Math.max(end, firstEnd);
        ones.push(one);
      } else if (j < second.length && second.fromOf(j) <= end) {
        const other = second.at(j++);
        end = Math.max(end, other.to);
        others.push(other);
      } else {
        break;
      }
    }
    if (ones.length === 1 && others.length === 0) {
      list.push(ones[0]!);
      continue;
    }
    const from = begin - before;
    const to = end - shift;
    const between = applyChanges(text.slice(from, to), ones.map((one) => moved(one, -from)));
    const wanted = applyChanges(between, others.map((other) => moved(other, -begin)));
    pushChanges(list, text, from, to, wanted, lastRule(ones.at(-1), others.at(-1), firstEnd));
  }
  return list;
}

const moved = (change: Change, by: number): Change => ({
  ...change,
  from: change.from + by,
  to: change.to + by,
});

/** The rule of what stands last: of what the first list puts in, unless the second takes the end of that away. */
function lastRule(one: Change | undefined, other: Change | undefined, oneEnd: number): string {
  if (other === undefined || one === undefined) return (one ?? other!).rule;
  const stands = oneEnd > other.to || (oneEnd === other.to && one.text === "");
  return stands ? one.rule : other.rule;
}
