import { applyEdits, createEngine, mapPosition } from "../../dist/index.js";
import { LineIndex } from "../../dist/core/text/lines.js";
import { firstDifference, tokenRow } from "./checks.js";
import { judge } from "./oracles/index.js";
import { random } from "./random.js";

const engine = createEngine();

/** The most lines that are asked for at once. */
const MOST_LINES = 12;

/**
 * Formats stretches of lines of a file, each by itself: no edit may lie outside of them, the program stays the same
 * program, and the same stretch asked for again is left alone.
 */
export async function formatParts(language, path, text, count, row, report) {
  const next = random(text.length);
  const any = (most) => Math.floor(next() * most);
  const lines = LineIndex.of(text);
  for (let i = 0; i < count; i++) {
    const line = any(lines.count);
    const end = Math.min(lines.count - 1, line + 1 + any(MOST_LINES));
    const range = {
      start: { line, character: 0 },
      end: { line: end, character: end > line ? 0 : lines.lineEnd(end) - lines.lineStart(end) },
    };
    const where = `lines ${line + 1} to ${Math.max(end, line + 1)}`;
    const { text: formatted, edits } = inPart(language, text, range);
    row.parts++;
    if (edits.some((edit) => edit.range.start.line < line || isBelow(edit.range.end, range.end))) {
      row.outside++;
      report(`${where}: an edit lies outside`);
    }
    if (edits.length === 0) continue;
    const { equal, where: place } = await judge(language, path, text, formatted);
    const tokens = firstDifference(tokenRow(language, text), tokenRow(language, formatted));
    if (!equal || tokens !== undefined) {
      row.partBroken++;
      report(`${where}: ${equal ? tokens : place}`);
    }
    const moved = (at, affinity) => mapPosition(at, edits, { affinity });
    const again = { start: moved(range.start, "before"), end: moved(range.end, "after") };
    if (inPart(language, formatted, again).edits.length > 0) {
      row.partUnstable++;
      report(`${where}: not stable`);
    }
  }
}

function inPart(language, text, range) {
  const document = engine.open({ uri: "corpus:", languageId: language.ids[0], text });
  const { edits } = document.formatSelection(range);
  return { edits, text: applyEdits(text, edits) };
}

const isBelow = (a, b) => a.line > b.line || (a.line === b.line && a.character > b.character);
