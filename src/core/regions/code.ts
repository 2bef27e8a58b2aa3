import type { Document } from "../document.js";
import { blanksEnd } from "../text/blanks.js";
import { isInText } from "../requests/placing/places.js";

/** Whether a text of several lines goes on at a UTF-16 offset where a line begins, of a document or of a region in it. */
export function goesOnAt({ current, language, lines, regions }: Document, offset: number): boolean {
  const view = current.view({ from: offset, to: offset }, { around: 0, whole: false });
  const region = regions?.find(view, offset, offset, "enter");
  if (region !== undefined) return region.goesOn(offset);
  // A region may begin behind the white space of the line.
  const begin = blanksEnd(lines, offset);
  if (regions?.find(view, begin, begin) !== undefined) return false;
  return isInText(language, view.syntax, view.place(offset));
}

/** Whether a line that begins at a UTF-16 offset holds something, and no token goes on there but a comment that moves. */
export function beginsCode({ lines, current }: Document, offset: number): boolean {
  if (lines.slice(offset, lines.lineEnd(lines.lineAt(offset))).trim() === "") return false;
  const { tokens } = current.syntax;
  const t = tokens.lastAt(offset - 1);
  return t < 0 || tokens.end(t) <= offset || (tokens.isTrivia(t) && tokens.onNewLine(t));
}
