import { Char } from "./characters.js";

/** Whether a character ends a line, or begins to. */
export const isLineEnd = (c: number): boolean => c === Char.LineFeed || c === Char.CarriageReturn;

/** The same with the separators that ECMAScript knows besides (ECMA-262, 12.3). */
export const isLineTerminator = (c: number): boolean =>
  isLineEnd(c) || c === 0x2028 || c === 0x2029;
