import type { Document } from "../../core/document.js";
import type { Language } from "../../core/language.js";
import { Signs } from "../../core/notation.js";
import { LineIndex } from "../../core/text/lines.js";
import { applyEdits } from "../../core/text/edits.js";
import { whiteOf } from "../../core/text/width.js";
import { linesInTokens } from "./stretches.js";
import { Counter, type Tally } from "./tally.js";

/** The lines with which a pair begins and ends, zero-based. */
interface Pair {
  readonly first: number;
  readonly last: number;
}

/** Most pairs of one file that are tried. */
const MOST = 60;

/** A start tag that ends its line, and fills it. */
const START_TAG = /^[ \t]*<([a-zA-Z][\w:.-]*)\b[^<>]*(?<!\/)>$/;

/**
 * Takes out what stands between the lines of a pair, as in an editor that closes what is opened. Enter must bring the caret to
 * where the first of the lines began, and what closes to its own; and the lines, when they are pasted there, as well.
 *
 *     sail(() => {|});      sail(() => {
 *                             |
 *                           });
 */
export function playPairs(
  open: (text: string) => Document,
  language: Language,
  text: string,
): Map<"entered between" | "pasted between", Tally> {
  const [entered, pasted] = [new Counter(), new Counter()];
  const rows = text.split("\n");
  const lines = LineIndex.of(text);
  const style = open(text).style();
  const fixed = linesInTokens(language, text, lines);
  const all = [...bracketPairs(language, text, lines), ...tagPairs(language, rows)].filter(
    ({ first, last }) => (
      last > first + 1
      && tells(language, rows[first + 1]!)
      && [first, first + 1, last].every((line) => !fixed.has(line))
    ),
  );
  const step = Math.max(1, Math.ceil(all.length / MOST));
  for (const { first, last } of all.filter((_, i) => i % step === 0)) {
    const before = rows.slice(0, first + 1);
    const after = rows.slice(last);
    const closing = [after[0]!.trimStart(), ...after.slice(1)].join("\n");
    const white = whiteOf(rows[first + 1]!, 0);
    const typed = [...before, closing].join("\n");
    const begun = { line: first + 1, character: 0 };
    const { edits } = open(typed).formatOnType(begun, "\n", style);
    entered.text([...before, white, ...after].join("\n"), applyEdits(typed, edits));
    const put = [...rows.slice(0, last), closing].join("\n");
    const range = {
      start: { line: first, character: rows[first]!.length },
      end: { line: last, character: 0 },
    };
    pasted.text(text, applyEdits(put, open(put).formatOnPaste(range, style).edits));
  }
  return new Map([["entered between", entered], ["pasted between", pasted]]);
}

/** Whether the first line between a pair stands where any other would: no comment, nor a word that settles as it is typed. */
const tells = ({ notation, typing }: Language, row: string): boolean => {
  const head = row.trimStart();
  const lead = typing.next === undefined ? [...typing.words.keys()] : [];
  return (
    !Signs.of(notation).remarked.test(row)
    && typing.margin?.(head, undefined) !== true
    && !lead.some((word) => head.startsWith(word))
  );
};

/** Brackets of which the first ends its line, and the last begins one. */
function bracketPairs(language: Language, text: string, lines: LineIndex): Pair[] {
  const { tokens } = language.parse(text);
  const signs = Signs.of(language.notation);
  const pairs: Pair[] = [];
  const open: number[] = [];
  for (let t = 0; t < tokens.count; t++) {
    if (tokens.isTrivia(t)) continue;
    if (signs.closes(tokens.textOf(t))) {
      const opener = open.pop();
      if (opener !== undefined && tokens.onNewLine(t) && tokens.onNewLine(opener + 1))
        pairs.push({
          first: lines.lineAt(tokens.start(opener)),
          last: lines.lineAt(tokens.start(t)),
        });
    }
    if (signs.opens(tokens.textOf(t))) open.push(t);
  }
  return pairs;
}

/** Tags of an element that fill lines in one column, within which all stands deeper. */
function tagPairs({ notation }: Language, rows: readonly string[]): Pair[] {
  if (notation.tags !== true) return [];
  return rows.flatMap((row, first) => {
    const name = START_TAG.exec(row)?.[1];
    // What a whole page holds shows where its parts stand.
    if (name === undefined || name.toLowerCase() === "html") return [];
    const white = row.slice(0, row.indexOf("<"));
    const ends = rows.slice(first + 1).findIndex(
      (below) => below.trim() !== "" && !/[ \t]/.test(below.slice(white.length, white.length + 1)),
    );
    const last = first + 1 + ends;
    return ends > 0 && rows[last]!.startsWith(`${white}</${name}>`) ? [{ first, last }] : [];
  });
}
