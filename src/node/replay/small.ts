import type { Engine } from "../../core/engine.js";
import type { Language } from "../../core/language.js";
import { applyEdits } from "../../core/text/edits.js";
import { LineIndex } from "../../core/text/lines.js";
import { enterBefore } from "./entered.js";
import { Counter, type Tally } from "./tally.js";

/** Most statements of one file that are tried. */
const MOST = 40;

/**
 * Makes a file of each top-level statement that goes over lines: formatted it must stay as it is, and
 * Enter before and within its lines must do as it does in the whole, though it alone shows the style.
 */
export function playSmall(engine: Engine, language: Language, text: string): Tally {
  const counter = new Counter();
  const languageId = language.ids[0]!;
  const pieces = statements(language, text);
  const step = Math.max(1, Math.ceil(pieces.length / MOST));
  for (const piece of pieces.filter((_, i) => i % step === 0)) {
    const document = engine.open({ uri: "replay:", languageId, text: piece });
    const { edits } = document.formatDocument();
    counter.text(piece, applyEdits(piece, edits));
    if (edits.length > 0) continue;
    const { tried, equal, misses } = enterBefore(document, language, undefined);
    counter.tried += tried;
    counter.equal += equal;
    counter.misses.push(...misses);
  }
  return counter;
}

/** The top-level statements that fill whole lines, two at least, with the comments above them. */
function statements(language: Language, text: string): string[] {
  const { tokens, tree } = language.parse(text);
  const lines = LineIndex.of(text);
  const pieces: string[] = [];
  for (let node = tree.child(tree.root); node > 0; node = tree.next(node)) {
    const first = tree.first(node);
    const end = tree.end(node);
    const whole =
      (first === 0 || tokens.onNewLine(first))
      && (end === tokens.count || tokens.onNewLine(end))
      && lines.lineStart(lines.lineAt(tokens.start(first))) === tokens.start(first);
    const last = lines.lineAt(tokens.end(end - 1));
    const from = lines.lineAt(tokens.start(first));
    if (whole && last > from && tree.kind(node) !== language.unparsed)
      pieces.push(`${text.slice(lines.lineStart(from), lines.lineEnd(last))}\n`);
  }
  return pieces;
}
