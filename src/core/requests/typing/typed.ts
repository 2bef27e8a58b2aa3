import type { Change } from "../../text/edits.js";

/** What typing one character brings about. */
export interface Typed {
  readonly changes: Change[];
  /** UTF-16 offset in the new text at which the caret should stand; left out, it moves with the text around it. */
  readonly caret?: number;
}

/** Where a caret stands once changes are in: behind what is put in where it stands. */
export const caretAfter = (offset: number, changes: readonly Change[]): number => changes.reduce(
  (at, { from, to, text }) => (
    from < offset
      ? at + text.length - (Math.min(to, offset) - from)
      : from === offset && to === offset
      ? at + text.length
      : at
  ),
  offset,
);
