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

/**
 * The parts of the value of an attribute that are written in the language of scripts.
 *
 *     v-for="(berth, i) in berths"    parameters, and an expression
 *     #head="{ tide }"                parameters
 *     @click="board(berth)"           an expression; several statements stay as they are
 *     :class="{ late }"               an expression
 */
export function directiveOf(name: string, text: string, { from, to }: Span): readonly Part[] {
  if (!isDirective(name)) return [];
  if (/^(?:#|v-slot(?![\w-])|slot-scope$)/.test(name)) return [{ from, to, start: "parameters" }];
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
