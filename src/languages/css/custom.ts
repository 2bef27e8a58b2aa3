import type { EnteredText } from "../../core/language.js";
import { indentText } from "../../core/style/indent.js";
import type { Style } from "../../core/style/style.js";
import { blanksEnd, isBlankRow } from "../../core/text/blanks.js";
import { endOfLine, lineColumn, startOfLine, whiteOf } from "../../core/text/width.js";
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
  const step = row.startsWith("--")
    ? deeperBy(text.slice(0, start), style) ?? indentText(style, style.indentSize)
    : /[([{]$/.test(row)
    ? indentText(style, style.indentSize)
    : "";
  const lead = white + step;
  const from = blanksEnd(rest, 0);
  const rule = RULES[R.Line]!;
  const changes = rest.slice(0, from) === lead
    ? []
    : [{ from: at, to: at + from, text: lead, rule }];
  return { changes, caret: at + lead.length };
}

/** What stands before the second line of the last custom property of several lines, beyond what stands before its first. */
function deeperBy(text: string, { tabWidth }: Style): string | undefined {
  const shown = [...text.matchAll(SEVERAL)].at(-1);
  if (shown === undefined) return undefined;
  const [, first, second] = shown;
  const column = (white: string): number => lineColumn(`${white}x`, 0, tabWidth);
  if (column(second!) <= column(first!)) return undefined;
  return second!.startsWith(first!) ? second!.slice(first!.length) : undefined;
}
