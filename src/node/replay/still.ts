import type { Engine } from "../../core/engine.js";
import type { Language } from "../../core/language.js";
import { applyEdits, type TextEdit } from "../../core/text/edits.js";
import { LineIndex } from "../../core/text/lines.js";
import { firstMiss, type Miss } from "./miss.js";
import { stretches } from "./stretches.js";

/** Requests made of a text that is formatted already, which should answer nothing. */
export interface Stillness {
  readonly asked: number;
  /** Of each request that answered an edit after all, the first line that it changed. */
  readonly disturbed: readonly Miss[];
}

/** Most lines of one file whose last character is asked about. */
const MOST = 200;

/**
 * Asks of formatted text what an editor may ask with nothing to do: to format statements that are
 * selected, to settle statements that moved where they are, to settle what a line's last character ended.
 */
export function still(engine: Engine, language: Language, text: string): Stillness {
  const languageId = language.ids[0]!;
  const lines = LineIndex.of(text);
  const document = engine.open({ uri: "replay:", languageId, text });
  const style = document.style();
  const disturbed: Miss[] = [];
  let asked = 0;
  const expectNone = ({ edits }: { readonly edits: readonly TextEdit[] }): void => {
    asked++;
    if (edits.length > 0) disturbed.push(firstMiss(text, applyEdits(text, edits)));
  };
  for (const { first, last } of stretches(language, text, lines)) {
    const range = { start: { line: first, character: 0 }, end: { line: last + 1, character: 0 } };
    expectNone(document.formatSelection(range, style));
    expectNone(document.formatOnMove(range, style));
  }
  const triggers = new Set(engine.triggerCharacters(languageId));
  const step = Math.ceil(lines.count / MOST);
  for (let line = 0; line < lines.count; line += step) {
    const end = lines.lineEnd(line);
    const character = text.slice(end - 1, end);
    if (end > lines.lineStart(line) && triggers.has(character))
      expectNone(document.formatOnType(lines.positionAt(end), character, style));
  }
  return { asked, disturbed };
}
