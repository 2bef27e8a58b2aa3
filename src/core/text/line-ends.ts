import { Char } from "./characters.js";

/** Whether a character ends a line, or begins to. */
export const isLineEnd = (c: number): boolean => c === Char.LineFeed || c === Char.CarriageReturn;

/** Whether a line end ends right behind an offset: `\r\n` does so once. */
export const endsLineAt = (text: { charCodeAt(at: number): number }, at: number): boolean => {
  const c = text.charCodeAt(at);
  return (
    c === Char.LineFeed || (c === Char.CarriageReturn && text.charCodeAt(at + 1) !== Char.LineFeed)
  );
};

/** Whether a line ends in a text, or begins to. */
export const holdsLineEnd = (text: string): boolean => /[\r\n]/.test(text);

/** `isLineEnd` with the separators that ECMAScript knows besides (ECMA-262, 12.3). */
export const isLineTerminator = (c: number): boolean =>
  isLineEnd(c) || c === 0x2028 || c === 0x2029;
