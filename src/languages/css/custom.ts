import { enteredWith } from "../../core/entered.js";
import type { EnteredText } from "../../core/language.js";
import { whiteBeyond } from "../../core/style/indent.js";
import type { Style } from "../../core/style/style.js";
import { isBlankRow } from "../../core/text/blanks.js";
import { endOfLine, indentColumn, startOfLine, whiteOf } from "../../core/text/width.js";
import { R, RULES } from "./rules.js";

/** How far before a line its property is looked for, as a UTF-16 length. */
const FAR = 4000;

/** A custom property whose value has no end yet. */
const BEGUN = /(?:^|[;{}\s])--[\w-]+\s*:[^;{}]*$/;

/** A custom property on a line, the line end, and the white space before the next line of its value. */
const SEVERAL = /^([ \t]*)--[\w-]+[ \t]*:[^;{}\r\n]*\r?\n([ \t]*)(?=[^\s-]|-(?!-))/gm;

/**
 * Answers for Enter within the value of a custom property, which stays as it is written: below its first line it goes a
 * step deeper, or as far as in the nearest other one, and stands under itself after that.
 *
 *     --low-tide:
 *       2px solid,
 *       |
 *
 * @param at the offset where the new line begins.
 * @returns undefined elsewhere.
 */
export function enteredInCustom(text: string, at: number, style: Style): EnteredText | undefined {
  const before = text.slice(Math.max(0, at - FAR), at);
  const rest = text.slice(at, endOfLine(text, at));
  if (!BEGUN.test(before) || /^[)\]}]/.test(rest.trimStart())) return undefined;
  const start = startOfLine(text, text[at - 2] === "\r" ? at - 2 : at - 1);
  const row = text.slice(start, at).trim();
  if (isBlankRow(row)) return undefined;
  const white = whiteOf(text, start);
  const deeper = row.startsWith("--")
    ? deeperBy(text.slice(0, start), style)
    : /[([{]$/.test(row)
    ? style.indentSize
    : 0;
  const lead = deeper === 0 ? white : whiteBeyond(white, deeper, style);
  return enteredWith(at, rest, lead, RULES[R.Line]!);
}

/** How much deeper the second line of the last custom property of several lines stands than its first; a step where none does. */
function deeperBy(text: string, { indentSize, tabWidth }: Style): number {
  const [, first = "", second = ""] = [...text.matchAll(SEVERAL)].at(-1) ?? [];
  const column = (white: string): number => indentColumn(white, 0, white.length, tabWidth);
  const deeper = column(second) - column(first);
  return deeper > 0 ? deeper : indentSize;
}
