import type { Engine } from "../../core/engine.js";
import type { Language } from "../../core/language.js";
import { Signs } from "../../core/notation.js";
import { applyEdits } from "../../core/text/edits.js";
import { LineIndex } from "../../core/text/lines.js";
import { linesInTokens, stretches } from "./stretches.js";
import { Counter, type Tally } from "./tally.js";

/** Steps in which stretches come back: columns, or tabs. */
const OTHERS: readonly (number | "\t")[] = [2, 4, "\t"];

/** Pastes each stretch of a text back from its own text in other steps, and in tabs. */
export function pasteRestepped(engine: Engine, language: Language, text: string): Tally {
  const counter = new Counter();
  const languageId = language.ids[0]!;
  const lines = LineIndex.of(text);
  const rows = text.split("\n");
  const style = engine.open({ uri: "replay:", languageId, text }).style();
  const own = style.indentStyle === "tab" ? "\t" : style.indentSize;
  const fixed = linesInTokens(language, text, lines);
  const comments = commentLines(language, text, lines);
  const beside = besideLines(language, text, lines);
  const byIndentation = language.typing.blocks !== undefined;
  for (const { first, last } of stretches(language, text, lines)) {
    const block = rows.slice(first, last + 1);
    const base = /^[ \t]*/.exec(block[0]!)![0];
    for (const other of OTHERS) {
      if (other === own) continue;
      let shift = 0;
      const whites: string[] = [];
      const stepped = block.map((row, i) => {
        if (row.trim() === "" || fixed.has(first + i)) return row;
        const opener = comments.get(first + i);
        if (opener !== undefined && opener < first) return row;
        const from = opener === undefined ? row : rows[opener]!;
        const [depth, rest] = depthOf(from, own);
        const more = opener === undefined ? 0 : indentOf(row) - indentOf(from);
        const bare = byIndentation ? depth - depthOf(base, own)[0] : depth;
        const white = typeof other === "number" ? " ".repeat(other * bare) : other.repeat(bare);
        // What stands aligned keeps its distance from the line above it, or from that of its bracket.
        const line = opener === undefined ? beside.get(first + i) : undefined;
        if (line !== undefined && line >= first) {
          whites[i] = whites[line - first]! + " ".repeat(indentOf(row) - indentOf(rows[line]!));
          return whites[i]! + row.trimStart();
        }
        if (opener === undefined && rest > 0 && typeof other === "number")
          return " ".repeat(Math.max(0, indentOf(row) + shift)) + row.trimStart();
        whites[i] = white;
        if (opener === undefined) shift = white.length - indentOf(row);
        return white + " ".repeat(Math.max(0, rest + more)) + row.trimStart();
      });
      const lead = byIndentation ? base : "";
      const pasted = [
        ...rows.slice(0, first),
        lead + stepped[0]!,
        ...stepped.slice(1),
        ...rows.slice(last + 1),
      ].join("\n");
      const start = { line: first, character: lead.length };
      const range = { start, end: { line: last + 1, character: 0 } };
      const whole = engine.open({ uri: "replay:", languageId, text: pasted });
      const { edits } = whole.formatOnPaste(range, style);
      const strays = edits.some(({ range: at }) => at.start.line < first || at.end.line > last);
      if (strays) counter.trespasses++;
      counter.text(text, applyEdits(pasted, edits));
    }
  }
  return counter;
}

/** How many steps deep a row stands, and the columns beyond. */
function depthOf(row: string, step: number | "\t"): [depth: number, rest: number] {
  const white = /^[ \t]*/.exec(row)![0];
  if (step === "\t") {
    const tabs = /^\t*/.exec(white)![0].length;
    return [tabs, white.length - tabs];
  }
  return [Math.floor(white.length / step), white.length % step];
}

const indentOf = (row: string): number => row.length - row.trimStart().length;

/** Lines that begin under what stands beside the bracket around them, with the line of that. */
function besideLines(language: Language, text: string, lines: LineIndex): Map<number, number> {
  const { tokens } = language.parse(text);
  const signs = Signs.of(language.notation);
  const found = new Map<number, number>();
  const columnOf = (t: number): number =>
    tokens.start(t) - lines.lineStart(lines.lineAt(tokens.start(t)));
  const open: number[] = [];
  for (let t = 0; t < tokens.count; t++) {
    if (tokens.isTrivia(t)) continue;
    const sign = tokens.textOf(t);
    const first = open.at(-1);
    if (
      first !== undefined
      && tokens.onNewLine(t)
      && !tokens.onNewLine(first)
      && columnOf(t) === columnOf(first)
    )
      found.set(lines.lineAt(tokens.start(t)), lines.lineAt(tokens.start(first)));
    if (signs.opens(sign)) open.push(t + 1);
    else if (signs.closes(sign)) open.pop();
  }
  return found;
}

/** Lines that begin inside a comment, with the line on which that begins. */
function commentLines(language: Language, text: string, lines: LineIndex): Map<number, number> {
  const { tokens } = language.parse(text);
  const found = new Map<number, number>();
  for (let t = 0; t < tokens.count; t++) {
    if (!tokens.isTrivia(t)) continue;
    const opener = lines.lineAt(tokens.start(t));
    for (let line = opener + 1; line <= lines.lineAt(tokens.end(t) - 1); line++)
      found.set(line, opener);
  }
  return found;
}
