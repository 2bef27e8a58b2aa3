import type { Document } from "./document.js";
import { holdsFile } from "./layout/holds.js";
import { heldOf } from "./outline/holds.js";
import type { Range } from "./text/lines.js";

/** The stretches of a document that comments hold off. */
export function leftAlone(document: Document): Range[] {
  const { language, text } = document;
  const syntax = language.parse(text);
  const spans = holdsFile(syntax) ? [{ from: 0, to: text.length }] : heldOf(syntax);
  return spans.map(({ from, to }) => ({
    start: document.positionAt(from),
    end: document.positionAt(to),
  }));
}
