import type { Engine } from "../../core/engine.js";
import type { Language } from "../../core/language.js";
import { LineIndex } from "../../core/text/lines.js";
import { accept } from "./accept.js";
import { Hand } from "./hand.js";
import { linesInTokens } from "./stretches.js";
import { Counter, type Tally } from "./tally.js";
import { opensComment, proseLines, toType } from "./typing.js";

/**
 * Enters each line of a file anew in its place, the file as its author left it: the line must come out
 * with the author's indentation. Then types each `;` and `}` at a line's end again, which must change
 * nothing.
 */
export function playForeign(engine: Engine, language: Language, text: string): Tally {
  const counter = new Counter();
  reenter(engine, language, text, counter);
  retypeEnds(engine, language, text, counter);
  return counter;
}

/** Most lines of one file that are entered anew. */
const MOST = 150;

function reenter(engine: Engine, language: Language, text: string, counter: Counter): void {
  const languageId = language.ids[0]!;
  const rows = text.replace(/\n$/, "").split("\n");
  const style = engine.open({ uri: "replay:", languageId, text }).style();
  const triggers = new Set(engine.triggerCharacters(languageId));
  const fixed = linesInTokens(language, text, LineIndex.of(text));
  const prose = proseLines(engine, languageId, text);
  const byIndentation = language.typing.blocks !== undefined;
  const step = Math.ceil(rows.length / MOST);
  for (let i = 1; i < rows.length; i += step) {
    const wanted = rows[i]!;
    if (wanted.trim() === "" || fixed.has(i) || prose.has(i)) continue;
    const before = rows[i - 1]!;
    const above = rows.slice(0, i - 1).map((row) => `${row}\n`).join("");
    const rest = rows.slice(i + 1).map((row) => `\n${row}`).join("");
    const document = engine.open({ uri: "replay:", languageId, text: above + before + rest });
    const hand = new Hand(document, style, above, before, i - 1);
    hand.enter();
    hand.ask("\n");
    hand.takeBack(wanted, language);
    for (const character of toType(wanted.trimEnd(), hand.line)) {
      hand.type(character);
      if (triggers.has(character)) hand.ask(character);
    }
    // What settles may come to stand on several lines.
    const came = `${hand.above}${hand.line}`.split("\n");
    const actual = came[i] ?? "";
    const stands = rows.slice(0, i).every((row, n) => row.trimEnd() === came[n]?.trimEnd());
    const [expected, got] = [indentOf(wanted), indentOf(actual)];
    if (!stands || !document.text.endsWith(rest)) counter.trespasses++;
    const untold =
      (byIndentation && got.length > expected.length) || opensComment(before, wanted, actual);
    if (got === expected || !untold)
      counter.note(got === expected ? undefined : { line: i, expected: wanted, actual });
  }
}

const indentOf = (row: string): string => row.slice(0, row.length - row.trimStart().length);

function retypeEnds(engine: Engine, language: Language, text: string, counter: Counter): void {
  const lines = LineIndex.of(text);
  const languageId = language.ids[0]!;
  for (let line = 0; line < lines.count; line++) {
    const end = lines.lineEnd(line);
    const character = text.slice(end - 1, end);
    if (character !== ";" && character !== "}") continue;
    const start = lines.positionAt(end - 1);
    const document = engine.open({
      uri: "replay:",
      languageId,
      text: text.slice(0, end - 1) + text.slice(end),
    });
    document.update([{ range: { start, end: start }, text: character }]);
    const { edits } = document.formatOnType(lines.positionAt(end), character, document.style());
    accept(document, edits);
    counter.text(text, document.text);
    if (edits.some(({ range }) => range.start.line < line)) counter.trespasses++;
  }
}
