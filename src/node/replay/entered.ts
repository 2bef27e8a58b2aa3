import type { Document } from "../../core/document.js";
import type { Language } from "../../core/language.js";
import type { Style } from "../../core/style/style.js";
import { LineIndex } from "../../core/text/lines.js";
import { accept } from "./accept.js";
import { linesInTokens } from "./stretches.js";
import { Counter, type Tally } from "./tally.js";

/**
 * Presses Enter in front of each line's text, and within it between two tokens, and takes it back. In
 * front, the line must stand as it stood, below an empty one; within, both halves must be there with
 * nothing else changed.
 *
 * @param style asked with each request; undefined has the text show its own.
 */
export function enterBefore(
  document: Document,
  language: Language,
  style: Partial<Style> | undefined,
): Tally {
  const counter = new Counter();
  const { text } = document;
  const rows = text.split("\n");
  const fixed = linesInTokens(language, text, LineIndex.of(text));
  const places = gapPlaces(language, text);
  // Where Enter brings a mark, that stands before the second half.
  const bringsMarks = language.typing.entered !== undefined;
  const isHalf = (came: string, half: string): boolean =>
    bringsMarks ? came.endsWith(half) : came === half;
  rows.forEach((row, line) => {
    if (row.trim() === "" || fixed.has(line)) return;
    const indent = row.length - row.trimStart().length;
    const front = entered(document, line, indent, style);
    counter.note(
      front.length === rows.length + 1
        && /^(?:|\s*\*)$/.test(front[line]!)
        && front[line + 1] === row
        && others(rows, front, line, 2)
        ? undefined
        : { line, expected: row, actual: front[line + 1] ?? "" },
    );
    const at = places.get(line);
    if (at === undefined) return;
    const within = entered(document, line, at, style);
    const halves = [row.slice(0, at).trimEnd(), row.slice(at).trim()];
    counter.note(
      within[line] === halves[0]
        && isHalf(within[line + 1]?.trim() ?? "", halves[1]!)
        && others(rows, within, line, 2, bringsMarks)
        ? undefined
        : { line, expected: row, actual: within.slice(line, line + 2).join("⏎") },
    );
  });
  return counter;
}

/** The rows after Enter at a place and its answer; then the document is as it was. */
function entered(
  document: Document,
  line: number,
  character: number,
  style: Partial<Style> | undefined,
): string[] {
  const { text } = document;
  const at = { line, character };
  document.update([{ range: { start: at, end: at }, text: "\n" }]);
  const { edits } = document.formatOnType({ line: line + 1, character: 0 }, "\n", style);
  accept(document, edits);
  const rows = document.text.split("\n");
  const old = text.split("\n");
  const added = rows.length - old.length;
  const elsewhere = !others(old, rows, line, added + 1);
  const first = elsewhere ? 0 : line;
  const last = elsewhere ? rows.length - 1 : line + added;
  document.update([{
    range: {
      start: { line: first, character: 0 },
      end: { line: last, character: rows[last]!.length },
    },
    text: elsewhere ? text : old[line]!,
  }]);
  return rows;
}

/** The number of an item. */
const NUMBER = /^[\s>]*\d+/;

/**
 * Whether all rows but `count` from `line` on stand as they stood.
 *
 * @param numbers whether those below may be numbered anew, as items behind a new one are.
 */
const others = (
  before: readonly string[],
  after: readonly string[],
  line: number,
  count: number,
  numbers = false,
): boolean => {
  const alike = (row: string, came: string | undefined): boolean =>
    row === came || (numbers && row.replace(NUMBER, "") === came?.replace(NUMBER, ""));
  return (
    before.slice(0, line).every((row, i) => row === after[i])
    && before.slice(line + 1).every((row, i) => alike(row, after[line + count + i]))
  );
};

/** For each line a place in its middle between two tokens that a blank sets apart, behind no opening bracket. */
function gapPlaces(language: Language, text: string): Map<number, number> {
  const { tokens } = language.parse(text);
  const lines = LineIndex.of(text);
  const places = new Map<number, number>();
  for (let t = 1; t < tokens.count; t++) {
    const start = tokens.start(t);
    if (tokens.onNewLine(t) || tokens.isTrivia(t) || start === tokens.end(t - 1)) continue;
    if (/[([{>]$/.test(tokens.textOf(t - 1))) continue;
    const line = lines.lineAt(start);
    const from = lines.lineStart(line);
    if (start - from > (lines.lineEnd(line) - from) / 2 && places.has(line)) continue;
    places.set(line, start - from);
  }
  return places;
}
