import type { Document } from "../document.js";
import { isInText } from "../requests/placing/places.js";

/** Whether a text of several lines of a document's own goes on at a UTF-16 offset. */
export function goesOnAt({ current, language, regions }: Document, offset: number): boolean {
  const view = current.view({ from: offset, to: offset }, { around: 0, whole: false });
  if (regions?.find(view, offset, offset, "enter") !== undefined) return false;
  return isInText(language, view.syntax, view.place(offset));
}

/** Whether a line that begins at a UTF-16 offset holds something, and no token goes on there but a comment that moves. */
export function beginsCode({ lines, current }: Document, offset: number): boolean {
  if (lines.slice(offset, lines.lineEnd(lines.lineAt(offset))).trim() === "") return false;
  const { tokens } = current.syntax;
  const t = tokens.lastAt(offset - 1);
  return t < 0 || tokens.end(t) <= offset || (tokens.isTrivia(t) && tokens.onNewLine(t));
}
