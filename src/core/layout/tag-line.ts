import type { Sheet } from "./sheet.js";

/**
 * Indents what an element holds against the line on which its start tag begins, where the tag ends on the line of an
 * attribute. Where its `>` has a line of its own, that tells the depth.
 *
 *     <p title="Low water"
 *        id="tide">
 *       At noon
 *
 * @param frame that of the content, which begins right after the tag.
 * @param tag the first token of the start tag.
 */
export function indentFromTag({ frames, tokens }: Sheet, frame: number, tag: number): void {
  const last = frames.begin(frame) - 1;
  if (tokens.onNewLine(last)) return;
  if (tokens.lineFirst(last, tag) > tag) frames.head.set(frame, tag);
}
