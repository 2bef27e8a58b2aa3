import { Char } from "./characters.js";

/*
 * Blanks are spaces and tabs. What else is white to the eye, a no-break space or an ideographic one, is a character of
 * its text like any other wherever words are shown: strings are not trimmed there by the runtime's own rule, which
 * takes both.
 */

/** Whether a character is a space or a tab. */
export const isBlank = (c: number): boolean => c === Char.Space || c === Char.Tab;

/** Where the blanks end that begin at an offset. */
export function blanksEnd(text: Pick<string, "charCodeAt">, from: number): number {
  let end = from;
  while (isBlank(text.charCodeAt(end))) end++;
  return end;
}

/** Where the blanks begin that end at an offset. */
export function blanksStart(text: Pick<string, "charCodeAt">, to: number): number {
  let start = to;
  while (start > 0 && isBlank(text.charCodeAt(start - 1))) start--;
  return start;
}

/** Whether a row holds nothing but blanks. */
export const isBlankRow = (row: string): boolean => blanksEnd(row, 0) === row.length;

/** A row without the blanks at its end. */
export const trimmedEnd = (row: string): string => row.slice(0, blanksStart(row, row.length));

/** A row without the blanks at its start. */
export const trimmedStart = (row: string): string => row.slice(blanksEnd(row, 0));

/** A row without the blanks at its ends. */
export const trimmed = (row: string): string =>
  row.slice(blanksEnd(row, 0), blanksStart(row, row.length));
