import type { Change } from "../../text/edits.js";
import type { Lines } from "../../text/lines.js";
import type { Typed } from "./typed.js";

/**
 * The changes of a typing request for an editor that moves its caret behind whatever is put in where it
 * stands: what belongs behind the caret replaces the next character by itself with the new text before it.
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
    if (change.to >= offset) {
      const kept = caret - (change.from + shift);
      const next = /^(?:\r\n|[^])/u.exec(text.slice(change.to, change.to + 2))?.[0];
      if (change.from > offset || kept < 0 || kept >= change.text.length || next === undefined)
        return changes;
      const to = change.to + next.length;
      return [
        ...changes.slice(0, i),
        ...(
          kept > 0 || change.to > change.from
            ? [{ ...change, text: change.text.slice(0, kept) }]
            : []
        ),
        { ...change, from: change.to, to, text: change.text.slice(kept) + next },
        ...changes.slice(i + 1),
      ];
    }
    shift += change.text.length - (change.to - change.from);
  }
  return changes;
}
