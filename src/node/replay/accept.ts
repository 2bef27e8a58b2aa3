import type { Document } from "../../core/document.js";
import type { TextEdit } from "../../core/text/edits.js";

/** Takes an answer's edits, from the last to the first, so that none moves what another speaks of. */
export const accept = (document: Document, edits: readonly TextEdit[]): void =>
  document.update([...edits].reverse().map(({ range, newText }) => ({ range, text: newText })));
