import type { Lookahead } from "./language.js";

/** What was looked at from an offset to the end of a text; nothing where that is where it begins, or beyond. */
export const lookaheadToEnd = (from: number, { length }: string): Lookahead[] =>
  from < length ? [{ from, to: length }] : [];
