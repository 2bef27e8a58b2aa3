import type { Engine } from "../../core/engine.js";
import { applyEdits } from "../../core/text/edits.js";
import { toType, type Miss } from "./typing.js";

/**
 * Retypes each line of a text in its place: the caret goes to the end of the line before, Enter makes a
 * new line there, and the line's characters are typed.
 */
export function retype(engine: Engine, languageId: string, text: string): {
  lines: number;
  misses: Miss[];
} {
  const rows = text.replace(/\n$/, "").split("\n");
  const style = engine.open({ uri: "replay:", languageId, text }).style();
  const triggers = new Set(engine.triggerCharacters(languageId));
  const byIndentation = engine.language(languageId)!.typing.blocks !== undefined;
  const misses: Miss[] = [];
  let lines = 0;
  for (let i = 1; i < rows.length; i++) {
    const wanted = rows[i]!;
    if (wanted.trim() === "") continue;
    lines++;
    const above = `${rows.slice(0, i).join("\n")}\n`;
    const below =
      rows.slice(i + 1).map((row) => `\n${row}`).join("") + (text.endsWith("\n") ? "\n" : "");
    const document = engine.open({ uri: "replay:", languageId, text: "" });
    let line = "";
    const ask = (character: string): void => {
      const whole = above + line + below;
      document.update([{ text: whole }]);
      const { edits } = document.formatOnType(
        { line: i, character: line.length },
        character,
        style,
      );
      if (edits.length > 0) line = applyEdits(whole, edits).split("\n")[i] ?? "";
    };
    ask("\n");
    for (const character of toType(wanted, line)) {
      line += character;
      if (triggers.has(character)) ask(character);
    }
    // A depth that the text above cannot tell is nobody's fault.
    const deeper =
      line.length - line.trimStart().length > wanted.length - wanted.trimStart().length;
    if (byIndentation && deeper && line.trim() === wanted.trim()) lines--;
    else if (line.trimEnd() !== wanted) misses.push({ line: i, expected: wanted, actual: line });
  }
  return { lines, misses };
}
