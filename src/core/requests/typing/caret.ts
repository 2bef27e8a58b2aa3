import { applyChanges, type Change } from "../../text/edits.js";
import type { Lines } from "../../text/lines.js";
import type { Typed } from "./typed.js";

/**
 * The changes of a typing request for an editor that places its caret itself. Some keep it before what is put in
 * where it stands, some after. What has a length leaves no choice: what belongs before the caret ends where that
 * stands, with the character before it if need be, and what belongs after it begins there.
 *
 *     before    f(|);        the line end was typed: it is replaced as well, together with the blanks,
 *     after     f(⏎  |⏎);    and what comes after the caret replaces the closer
 *
 * @param offset UTF-16 offset of the caret before the changes.
 */
export function aroundCaret(
  { changes, caret }: Required<Typed>,
  text: Pick<Lines, "slice">,
  offset: number,
): Change[] {
  const place = oldPlace(changes, caret);
  let lo = Math.min(offset, place);
  let hi = Math.max(offset, place);
  const first = changes.findIndex(({ to }) => to >= lo);
  if (first < 0 || changes[first]!.from > hi) return changes;
  let end = first;
  for (; end < changes.length && changes[end]!.from <= hi; end++)
    hi = Math.max(hi, changes[end]!.to);
  lo = Math.min(lo, changes[first]!.from);
  const touching = changes.slice(first, end);
  const { rule } = touching[0]!;
  const whole = applyChanges(
    text.slice(lo, hi),
    touching.map((change) => ({ ...change, from: change.from - lo, to: change.to - lo })),
  );
  const kept = caret - lo - shiftOf(changes.slice(0, first));
  const around = [
    withPrevious({ from: lo, to: offset, text: whole.slice(0, kept), rule }, text),
    withNext({ from: offset, to: hi, text: whole.slice(kept), rule }, text),
  ].filter((one) => one.from < one.to || one.text !== "");
  return joinedBefore([...changes.slice(0, first), ...around, ...changes.slice(end)], first);
}

/** The offset of the old text that has come to an offset of the new one; the end of what replaces it. */
function oldPlace(changes: readonly Change[], offset: number): number {
  let shift = 0;
  for (const { from, to, text } of changes) {
    if (from + shift > offset) break;
    if (from + shift + text.length >= offset) return to;
    shift += text.length - (to - from);
  }
  return offset - shift;
}

const shiftOf = (changes: readonly Change[]): number =>
  changes.reduce((sum, { from, to, text }) => sum + text.length - (to - from), 0);

/** A change that only puts something in, with the character before it. */
function withPrevious(change: Change, text: Pick<Lines, "slice">): Change {
  const { from, to } = change;
  if (from < to || from === 0 || change.text === "") return change;
  const previous = /(?:\r\n|[^])$/u.exec(text.slice(Math.max(0, from - 2), from))![0];
  return { ...change, from: from - previous.length, text: previous + change.text };
}

/** The same with the character after it; at the end of the text there is none. */
function withNext(change: Change, text: Pick<Lines, "slice">): Change {
  const { from, to } = change;
  if (from < to || change.text === "") return change;
  const next = /^(?:\r\n|[^])/u.exec(text.slice(to, to + 2))?.[0] ?? "";
  return { ...change, to: to + next.length, text: change.text + next };
}

/** The same changes, where one that was widened may reach into the one before it. */
function joinedBefore(changes: Change[], i: number): Change[] {
  const [before, change] = [changes[i - 1], changes[i]];
  if (before === undefined || change === undefined || before.to <= change.from) return changes;
  const text = before.text + change.text.slice(before.to - change.from);
  return [...changes.slice(0, i - 1), { ...before, to: change.to, text }, ...changes.slice(i + 1)];
}
