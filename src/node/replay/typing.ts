import type { Engine } from "../../core/engine.js";
import { applyEdits, type TextEdit } from "../../core/text/edits.js";

/** A line that did not come out as it stands in the file. */
export interface Miss {
  /** Zero-based. */
  readonly line: number;
  readonly expected: string;
  readonly actual: string;
}

export interface Played {
  readonly lines: number;
  readonly misses: readonly Miss[];
  /** Lines that stand less deep than the text can tell, where indentation is what makes blocks. */
  readonly undecided: number;
  /** Edits that touched a line before the one being typed. */
  readonly trespasses: number;
}

/**
 * Types a text out against the engine, character by character, with Enter at every line's end, and
 * never an indentation by hand. A line that comes out otherwise is put right before the next.
 */
export function typeOut(engine: Engine, languageId: string, text: string): Played {
  const expected = text.replace(/\n$/, "").split("\n");
  const document = engine.open({ uri: "replay:", languageId, text: "" });
  const triggers = new Set(engine.triggerCharacters(languageId));
  const style = engine.open({ uri: "replay:", languageId, text }).style();
  const byIndentation = engine.language(languageId)!.typing.blocks !== undefined;
  const misses: Miss[] = [];
  let undecided = 0;
  let trespasses = 0;
  let done = "";
  let line = "";

  const ask = (character: string): void => {
    document.update([{ text: done + line }]);
    const number = done.split("\n").length - 1;
    const { edits } = document.formatOnType(
      { line: number, character: line.length },
      character,
      style,
    );
    if (
      edits.some(({ range }) => range.start.line < number && !trims(done, range.start.line, edits))
    ) trespasses++;
    const after = applyEdits(done + line, edits);
    const at = after.lastIndexOf("\n") + 1;
    done = after.slice(0, at);
    line = after.slice(at);
  };

  expected.forEach((wanted, i) => {
    if (i > 0) {
      done += `${line}\n`;
      line = "";
      ask("\n");
    }
    const typed = toType(wanted, line);
    if (wanted.trim() !== "") {
      for (const character of typed) {
        line += character;
        if (triggers.has(character)) ask(character);
      }
    }
    // White space at the end is the next Enter's to take away.
    const right = line.trimEnd() === wanted;
    const deeper = indentOf(line) > indentOf(wanted);
    if (!right && byIndentation && deeper && line.trim() === wanted.trim()) undecided++;
    else if (!right) misses.push({ line: i, expected: wanted, actual: line });
    done = expected.slice(0, i).map((row) => `${row}\n`).join("");
    line = right ? line : wanted;
  });
  return { lines: expected.length, misses, undecided, trespasses };
}

const indentOf = (line: string): number => line.length - line.trimStart().length;

/** What a person types to get the wanted line, given what the engine has put there. */
export function toType(wanted: string, line: string): string {
  if (line.trimEnd() === wanted) return "";
  if (wanted.startsWith(line)) return wanted.slice(line.length);
  return wanted.trim() === "*/" && line.trim() === "*" ? "/" : wanted.trimStart();
}

/** Whether all that the edits do to an earlier line is to take white space from its end. */
function trims(text: string, line: number, edits: readonly TextEdit[]): boolean {
  const row = text.split("\n")[line] ?? "";
  return edits
    .filter(({ range }) => range.start.line === line)
    .every(
      ({ range, newText }) =>
        newText === ""
        && range.end.character === row.length
        && row.slice(range.start.character).trim() === "",
    );
}
