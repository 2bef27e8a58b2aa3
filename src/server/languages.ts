import type { Engine } from "../core/engine.js";
import type { Language } from "../core/language.js";
import { unsettledStretches } from "../core/requests/document.js";

/** What serves languages that the engine does not know. */
export const PLAIN_TEXT = "plaintext";

/** The language in which a document is read, and what told it. */
export interface ChosenLanguage {
  readonly languageId: string;
  readonly reason: string;
  /** Whether that is otherwise than the client said. */
  readonly differs: boolean;
}

/**
 * The language of a document. Where the client's identifier and the file's ending disagree, the ending
 * rules unless the text reads worse in its language.
 */
export function languageFor(
  engine: Engine,
  { uri, languageId, text }: { uri: string; languageId: string; text: string },
): ChosenLanguage {
  const said = engine.language(languageId);
  const byName = engine.languageFor(decodeURIComponent(uri.replace(/[?#].*$/, "")), () => text);
  const bySaid = { languageId, reason: "the client's identifier", differs: false };
  if (byName === undefined)
    return said === undefined
      ? { languageId: PLAIN_TEXT, reason: `no language "${languageId}" is known`, differs: true }
      : bySaid;
  if (byName.ids.includes(languageId)) return bySaid;
  if (said !== undefined && leftOut(said, text) < leftOut(byName, text)) return bySaid;
  return { languageId: byName.ids[0]!, reason: "the file's ending", differs: true };
}

/** How much of a text a language does not understand. */
const leftOut = (language: Language, text: string): number =>
  unsettledStretches(language, language.parse(text)).reduce(
    (sum, { from, to }) => sum + to - from,
    0,
  );
