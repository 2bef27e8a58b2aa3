import { Char } from "../text/characters.js";
import type { Document } from "../document.js";

/** How many documents are kept open. */
const MOST = 8;

/** What share of a text must be as it was for a document to be the one that had it. */
const ALIKE = 0.75;

/**
 * Documents of regions that were typed in lately. One whose text has changed a little is the same region
 * a few keys later: only the change is read again.
 */
export class OpenedRegions {
  private readonly documents: Document[] = [];

  /** The document of a region with this text, opened by `open` where none is known. */
  of(languageId: string, text: string, open: () => Document): Document {
    const { documents } = this;
    for (let i = 0; i < documents.length; i++) {
      const document = documents[i]!;
      if (!document.language.ids.includes(languageId)) continue;
      if (!follow(document, text)) continue;
      documents.splice(i, 1);
      documents.unshift(document);
      return document;
    }
    const opened = open();
    documents.unshift(opened);
    if (documents.length > MOST) documents.pop();
    return opened;
  }
}

/** Brings a document up to a text where most of that is the document's; false where it is not. */
function follow(document: Document, text: string): boolean {
  const { text: old } = document;
  if (old === text) return true;
  const most = Math.min(old.length, text.length);
  let head = 0;
  while (head < most && old.charCodeAt(head) === text.charCodeAt(head)) head++;
  let tail = 0;
  while (
    tail < most - head
    && old.charCodeAt(old.length - 1 - tail) === text.charCodeAt(text.length - 1 - tail)
  ) tail++;
  if (head + tail < Math.max(old.length, text.length) * ALIKE) return false;
  // Never within a line end of two characters.
  while (head > 0 && old.charCodeAt(head - 1) === Char.CarriageReturn) head--;
  while (tail > 0 && old.charCodeAt(old.length - tail) === Char.LineFeed) tail--;
  document.replace(
    [{ from: head, to: old.length - tail, text: text.slice(head, text.length - tail) }],
  );
  return true;
}
