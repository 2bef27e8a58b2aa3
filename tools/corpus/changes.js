import { createEngine } from "../../dist/index.js";
import { Sequence } from "../../dist/core/outline/sequence.js";
import { Reading } from "../../dist/core/reading.js";
import { LineIndex } from "../../dist/core/text/lines.js";
import { random } from "./random.js";

/** What is typed into a text, fit or not. */
const PIECES = [
  ..."x1 ;:,.=@#!?&<>()[]{}/'\"`\n",
  "  ",
  "\n\n",
  "()",
  "{}",
  "// a",
  "/*",
  "*/",
  "=>",
  "${",
  "async ",
  "await ",
  "export ",
  "return",
  "else",
  "case 1:",
  "x = 1\n",
  '"use strict";\n',
  "if (x) {\n  y();\n}\n",
  "class A {\n  b() {}\n}\n",
  "def f():\n    pass\n",
];

/** How many changes one text takes before the next is opened. */
const ROUND = 10;

/**
 * Changes a text at random places. After each change its outline, and now and then its formatting,
 * must be what the changed text gives when it is read from nothing.
 */
export function change(language, text, tries, row, report) {
  const engine = createEngine();
  const next = random(text.length + tries);
  const below = (n) => Math.floor(next() * n);
  const open = (whole) => engine.open({ uri: "", languageId: language.ids[0], text: whole });
  const kinds = (kind) => language.sequence(kind);
  for (let left = tries; left > 0; left -= ROUND) {
    let now = text;
    const document = open(now);
    document.formatDocument();
    const reading = new Reading(language, LineIndex.of(now));
    for (let i = 0; i < Math.min(ROUND, left); i++) {
      const from = below(now.length + 1);
      const kind = below(10);
      const to = kind < 6 ? from : Math.min(now.length, from + below(kind < 9 ? 4 : 120));
      const piece = kind === 6 || kind === 7 ? "" : PIECES[below(PIECES.length)];
      const after = now.slice(0, from) + piece + now.slice(to);
      const lines = LineIndex.of(now);
      const range = { start: lines.positionAt(from), end: lines.positionAt(to) };
      // No position lies within a line end of two characters.
      if (lines.offsetAt(range.start) !== from || lines.offsetAt(range.end) !== to) continue;
      row.changes++;
      document.update([{ range, text: piece }]);
      // The outline is made while the text is as it was, and mended then.
      if (reading["outline"].unbalanced) reading.settle();
      reading.change(from, to, piece);
      reading.bringUpToDate();
      const mended = reading["outlined"];
      const told = `${JSON.stringify({ from, to, piece })}`;
      if (mended !== undefined && !mended.unbalanced) {
        row.reused++;
        if (shape(mended.root) !== shape(outlineOf(language, after, kinds))) {
          row.outlines++;
          report(`the outline after ${told} is not what the text gives`);
        }
      }
      if (below(3) === 0) {
        const kept = JSON.stringify(document.formatDocument());
        if (kept !== JSON.stringify(open(after).formatDocument())) {
          row.layouts++;
          report(`the edits after ${told} are not what the text gives`);
        }
      }
      now = after;
    }
  }
}

/** The outline of a text; undefined where its brackets do not add up. */
function outlineOf(language, text, kinds) {
  const syntax = language.parse(text);
  return syntax.unbalanced ? undefined : Sequence.of(syntax, kinds);
}

/** An outline as text. */
function shape(sequence) {
  if (sequence === undefined) return "";
  let out = `(${sequence.kind} ${sequence.from}+${sequence.length}`;
  for (let i = 0; i < sequence.count; i++) {
    out += ` ${sequence.unitKind(i)}:${sequence.unitFrom(i)}-${sequence.unitTo(i)}`;
    for (const inner of sequence.inside(i)) out += shape(inner);
  }
  return `${out})`;
}
