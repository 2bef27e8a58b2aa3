import { trimmedSpan } from "../../../core/regions/place.js";
import type { Fragment } from "../../../core/regions/region.js";
import type { Span } from "../../../core/outline/excerpt.js";

/** What a value of a directive holds, with as what it is read. */
export interface Part extends Span {
  readonly start: Fragment;
}

/** A loop: what is taken, the word between, and what it is taken from. */
const LOOP = /^(\s*\(?)([^]*?)(\)?\s+(?:in|of)\s+)([^]*)$/;

/** Whether an attribute's value is written in the language of scripts. */
export function isDirective(name: string): boolean {
  return /^(?:[:@#]|v-|slot-scope$)/.test(name);
}

/** Whether the value of an attribute is what to do when something happens. */
export const isEvent = (name: string): boolean => /^(?:@|v-on:)/.test(name);

/** What a statement of one line consists of: texts, and signs. */
const PIECE = /"(?:\\.|[^"\\])*"|'(?:\\.|[^'\\])*'|`(?:\\.|[^`\\])*`|[^]/g;

/** The statements between semicolons, without the white space around them. */
export function statementsIn(text: string, { from, to }: Span): Span[] {
  const found: Span[] = [];
  let depth = 0;
  let begin = from;
  const add = (end: number): void => {
    const inner = trimmedSpan(text, begin, end);
    if (inner.from < inner.to) found.push(inner);
  };
  for (const { 0: piece, index } of text.slice(from, to).matchAll(PIECE)) {
    if (/^[([{]/.test(piece)) depth++;
    else if (/^[)\]}]/.test(piece)) depth--;
    if (piece !== ";" || depth > 0) continue;
    add(from + index);
    begin = from + index + 1;
  }
  add(to);
  return found;
}

/**
 * The parts of the value of an attribute that are written in the language of scripts.
 *
 *     v-for="(berth, i) in berths"    parameters, and an expression
 *     #head="{ tide }"                parameters
 *     @click="late = 1; board(berth)" an expression, or several
 *     :class="{ late }"               an expression
 */
export function directiveOf(name: string, text: string, { from, to }: Span): readonly Part[] {
  if (!isDirective(name)) return [];
  if (/^(?:#|v-slot(?![\w-])|slot-scope$)/.test(name)) return [{ from, to, start: "parameters" }];
  if (isEvent(name))
    return statementsIn(text, { from, to }).map((span) => ({ ...span, start: "expression" }));
  if (name !== "v-for") return [{ from, to, start: "expression" }];
  const loop = LOOP.exec(text.slice(from, to));
  if (loop === null) return [];
  const [, open, taken, between, source] = loop as unknown as [
    string,
    string,
    string,
    string,
    string,
  ];
  const begin = from + open.length;
  return [
    { from: begin, to: begin + taken.length, start: "parameters" },
    {
      from: begin + taken.length + between.length,
      to: to - (source.length - source.trimEnd().length),
      start: "expression",
    },
  ];
}
