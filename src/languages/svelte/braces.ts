import type { Span } from "../../core/outline/excerpt.js";
import { codeEnd } from "../../core/regions/texts.js";
import { BRACE_BLOCKS, BRACE_PARTS } from "../html/tongues.js";

const BLOCK = BRACE_BLOCKS.join("|");

/** What begins a block between markup, or goes on with one. */
const HEAD = new RegExp(`\\{\\s*(?:#(?:${BLOCK})|:(?:${BRACE_PARTS.join("|")}))\\b`, "y");

/** What ends one. */
const END = new RegExp(`\\{\\s*/(?:${BLOCK})\\s*\\}`, "y");

/** Whether a block between markup begins, goes on or ends at an offset. */
export function beginsPiece(text: string, at: number): boolean {
  HEAD.lastIndex = END.lastIndex = at;
  return HEAD.test(text) || END.test(text);
}

/** Code between braces, with them. */
export interface Braces extends Span {
  /** Whether nothing closes it yet: it goes on to the end of what was looked at. */
  readonly isOpen: boolean;
}

/**
 * The code between braces that begins at an offset; undefined where a look at its signs does not tell where it ends.
 *
 * @param endless takes in the braces that nothing closes.
 */
export function bracesAt(text: string, from: number, endless?: Set<number>): Braces | undefined {
  END.lastIndex = from;
  if (END.test(text)) return { from, to: END.lastIndex, isOpen: false };
  const { brace, open, isOpen } = codeEnd(text, from + 1);
  if (brace >= 0) return { from, to: brace + 1, isOpen: false };
  for (const at of [from, ...open]) endless?.add(at);
  return isOpen ? { from, to: text.length, isOpen } : undefined;
}

/** The code between braces in a part of a text, in its order; none that nothing closes but for what the part ends with. */
export function bracesIn(text: string, from: number, to: number, endsOpen = false): Braces[] {
  const found: Braces[] = [];
  const part = text.slice(from, to);
  const endless = new Set<number>();
  for (let at = part.indexOf("{"); at >= 0; at = part.indexOf("{", at)) {
    const braces = endless.has(at) ? undefined : bracesAt(part, at, endless);
    at++;
    if (braces === undefined || (braces.isOpen && !endsOpen)) continue;
    found.push({ ...braces, from: from + braces.from, to: from + braces.to });
    at = braces.to;
  }
  return found;
}
