import type { Change } from "../../text/edits.js";
import type { Lines } from "../../text/lines.js";
import type { Typed } from "./typed.js";

/**
 * The changes of a typing request for an editor that places its caret itself. Some keep it before what is put in
 * where it stands, some after. What has a length leaves no choice: what belongs before the caret replaces the
 * character before it as well, what belongs after it the next one.
 *
 * @param offset UTF-16 offset of the caret before the changes.
 */
export function aroundCaret(
  { changes, caret }: Required<Typed>,
  text: Pick<Lines, "slice">,
  offset: number,
): Change[] {
  let shift = 0;
  for (const [i, change] of changes.entries()) {
    const { from, to } = change;
    if (to < offset) {
      shift += change.text.length - (to - from);
      continue;
    }
    const kept = caret - (from + shift);
    if (from > offset || kept < 0 || kept > change.text.length) return changes;
    const around = [
      withPrevious({ ...change, to: offset, text: change.text.slice(0, kept) }, text),
      withNext({ ...change, from: offset, text: change.text.slice(kept) }, text),
    ].filter((one) => one.from < one.to || one.text !== "");
    return joinedBefore([...changes.slice(0, i), ...around, ...changes.slice(i + 1)], i);
  }
  return changes;
}

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
  const [before, change] = [changes[i - 1], changes[i]!];
  if (before === undefined || before.to <= change.from) return changes;
  const text = before.text + change.text.slice(before.to - change.from);
  return [...changes.slice(0, i - 1), { ...before, to: change.to, text }, ...changes.slice(i + 1)];
}
