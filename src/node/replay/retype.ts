import type { Engine } from "../../core/engine.js";
import { Hand } from "./hand.js";
import type { Miss } from "./miss.js";
import { opensComment, proseLines, toType } from "./typing.js";

/**
 * Retypes each line of a text in its place: the caret goes to the end of the line before, Enter makes a
 * new line there, and the line's characters are typed.
 */
export function retype(engine: Engine, languageId: string, written: string): {
  lines: number;
  misses: Miss[];
  /** Answers with an edit outside the line, as `Played` counts them. */
  trespasses: number;
} {
  // White space at a line's end is the next Enter's to take away.
  const text = written.replace(/[ \t]+$/gm, "");
  const rows = text.replace(/\n$/, "").split("\n");
  const style = engine.open({ uri: "replay:", languageId, text }).style();
  const triggers = new Set(engine.triggerCharacters(languageId));
  const language = engine.language(languageId)!;
  const byIndentation = language.typing.blocks !== undefined;
  const misses: Miss[] = [];
  const prose = proseLines(engine, languageId, text);
  let lines = 0;
  let trespasses = 0;
  let above = "";
  const document = engine.open({ uri: "replay:", languageId, text });
  for (let i = 1; i < rows.length; i++) {
    const wanted = rows[i]!;
    if (wanted.trim() !== "") {
      lines++;
      // The line goes, with its line end, and is typed anew.
      const start = { line: i - 1, character: rows[i - 1]!.length };
      document.update([{ range: { start, end: { line: i, character: wanted.length } }, text: "" }]);
      const hand = new Hand(document, style, above, rows[i - 1]!, i - 1);
      hand.enter();
      const ask = (character: string): void => {
        if (hand.ask(character)) trespasses++;
      };
      ask("\n");
      hand.takeBack(wanted, language);
      for (const character of toType(wanted, hand.line)) {
        hand.type(character);
        if (triggers.has(character)) ask(character);
      }
      const { line } = hand;
      // A depth that the text above cannot tell is nobody's fault.
      const deeper =
        line.length - line.trimStart().length > wanted.length - wanted.trimStart().length;
      const decided = !(byIndentation && deeper) && !prose.has(i);
      const untold =
        (!decided && line.trim() === wanted.trim()) || opensComment(rows[i - 1], wanted, line);
      if (line.trimEnd() !== wanted && untold) lines--;
      else if (line.trimEnd() !== wanted) misses.push({ line: i, expected: wanted, actual: line });
      hand.correct(`${above}${rows[i - 1]!}\n`, wanted);
    }
    above += `${rows[i - 1]!}\n`;
  }
  return { lines, misses, trespasses };
}
