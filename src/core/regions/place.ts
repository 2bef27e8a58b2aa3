import { LineStarts, beginsItsLine, startOfLine, whiteOf } from "../text/width.js";
import type { Region } from "./region.js";

/** Where a region lies, and what stands before each of its lines. */
export type Place = Pick<Region, "from" | "to" | "prefix" | "nested">;

/**
 * A stretch as whole lines, nested in its host's, where nothing but white space stands before it, which then is no
 * part of any of them.
 */
export function wholeLines(text: string, from: number, to: number): Place {
  if (!beginsItsLine(text, from)) return { from, to, prefix: "" };
  const start = startOfLine(text, from);
  return { from: start, to, prefix: text.slice(start, from), nested: true };
}

/** The lines of the text that was asked for last: many regions may stand on one line, and are told in their order. */
let lines = new LineStarts("");

/** A stretch within a line, without the white space at its edges; undefined where nothing else is there. */
export function withinLine(text: string, from: number, to: number): Place | undefined {
  const inner = text.slice(from, to);
  const trimmed = inner.trim();
  if (trimmed === "") return undefined;
  const begin = from + inner.length - inner.trimStart().length;
  if (lines.text !== text) lines = new LineStarts(text);
  const prefix = whiteOf(text, begin, lines.of(begin));
  return { from: begin, to: begin + trimmed.length, prefix };
}
