import { applyEdits, createEngine, mapPosition } from "../../dist/index.js";
import { LineIndex } from "../../dist/core/text/lines.js";
import { firstDifference, tokenRow } from "./checks.js";
import { judge } from "./oracles/index.js";
import { random } from "./random.js";

const engine = createEngine();

/** The most lines of a stretch, and the most stretches that are asked for at once. */
const MOST_LINES = 12;
const MOST_STRETCHES = 12;

/**
 * Formats stretches of lines of a file, one by itself and many at once as changed lines are: no edit may lie outside of
 * them, the program stays the same program, and the same stretches asked for again are left alone.
 */
export async function formatParts(language, path, text, { count, style }, row, report) {
  const next = random(text.length);
  const any = (most) => Math.floor(next() * most);
  const lines = LineIndex.of(text);
  for (let i = 0; i < count; i++) {
    const ranges = i % 2 === 0 ? [stretch(lines, any)] : scattered(lines, any);
    const where =
      `lines ${ranges.map(({ start, end }) => `${start.line + 1}-${end.line}`).join(" ")}`;
    const { text: formatted, edits } = inPart(language, text, style, ranges);
    row.parts++;
    if (edits.some((edit) => !ranges.some((range) => holds(range, edit.range)))) {
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
    const again = ranges.map(({ start, end }) => (
      { start: moved(start, "before"), end: moved(end, "after") }
    ));
    if (inPart(language, formatted, style, again).edits.length > 0) {
      row.partUnstable++;
      report(`${where}: not stable`);
    }
  }
}

function stretch(lines, any) {
  const line = any(lines.count);
  return wholeLines(lines, line, line + 1 + any(MOST_LINES));
}

/** Lines here and there, in order. */
function scattered(lines, any) {
  const found = [];
  for (let line = any(lines.count); found.length < MOST_STRETCHES && line < lines.count;) {
    const end = line + 1 + any(2);
    found.push(wholeLines(lines, line, end));
    line = end + 1 + any(3);
  }
  return found;
}

/** The range of lines up to another one, which it does not touch. */
function wholeLines(lines, line, end) {
  const start = { line, character: 0 };
  if (end < lines.count) return { start, end: { line: end, character: 0 } };
  const last = lines.count - 1;
  return {
    start,
    end: { line: last, character: lines.lineEnd(last) - lines.lineStart(last) },
  };
}

function inPart(language, text, style, ranges) {
  const document = engine.open({ uri: "corpus:", languageId: language.ids[0], text, style });
  const { edits } = document.formatSelection(ranges);
  return { edits, text: applyEdits(text, edits) };
}

const holds = (outer, { start, end }) =>
  outer.start.line <= start.line && !isBelow(end, outer.end);

const isBelow = (a, b) => a.line > b.line || (a.line === b.line && a.character > b.character);
