import type { EnteredText } from "./language.js";
import { blanksEnd } from "./text/blanks.js";

/**
 * What Enter comes to that puts something before what went down with the caret, in place of the white space there.
 *
 * @param at the offset where the new line begins.
 * @param rest what stands on it.
 * @param lead what shall stand before that.
 */
export function enteredWith(at: number, rest: string, lead: string, rule: string): EnteredText {
  const white = blanksEnd(rest, 0);
  const changes = rest.slice(0, white) === lead
    ? []
    : [{ from: at, to: at + white, text: lead, rule }];
  return { changes, caret: at + lead.length };
}
