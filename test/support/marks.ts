import { applyEdits, type Style } from "oak-tide";
import { open } from "./format.js";

/** The lines of a template literal, without the line end after the last. */
export const lines = (literal: string): string => text(literal).replace(/\n$/, "");

/** A template literal without the line end with which it begins. */
export const text = (literal: string): string => literal.replace(/^\n/, "");

const positionOf = (whole: string, offset: number): { line: number; character: number } => {
  const rows = whole.slice(0, offset).split("\n");
  return { line: rows.length - 1, character: rows.at(-1)!.length };
};

/** A text with the caret at its mark, before a character is typed; what comes back has it behind. */
export function typed(
  languageId: string,
  marked: string,
  character: string,
  style?: Partial<Style>,
): string {
  const mark = marked.includes("@") && !/@\w/.test(marked) ? "@" : "|";
  const at = marked.indexOf(mark);
  const text = marked.slice(0, at) + marked.slice(at + 1);
  const whole = marked.slice(0, at) + character + marked.slice(at + 1);
  const document = open(languageId, text);
  const start = positionOf(text, at);
  document.update([{ range: { start, end: start }, text: character }]);
  const { edits, caret } = document.formatOnType(
    positionOf(whole, at + character.length),
    character,
    style,
  );
  const rows = applyEdits(whole, edits).split("\n");
  const row = rows[caret.line]!;
  rows[caret.line] = row.slice(0, caret.character) + mark + row.slice(caret.character);
  return rows.join("\n");
}

/** A text after a request for what lies between `[[` and `]]`. */
export function within(
  languageId: string,
  marked: string,
  request: "formatSelection" | "formatOnPaste" | "formatOnMove",
): string {
  const from = marked.indexOf("[[");
  const to = marked.indexOf("]]") - 2;
  const whole = marked.replace("[[", "").replace("]]", "");
  const range = { start: positionOf(whole, from), end: positionOf(whole, to) };
  return applyEdits(whole, open(languageId, whole)[request](range).edits);
}
