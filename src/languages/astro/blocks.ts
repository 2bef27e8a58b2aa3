import { Step, type Effect } from "../html/effect.js";
import { withoutTexts } from "../html/braces.js";
import { ISLANDS, type Code } from "../html/islands.js";
import { CLOSES, FLOW, OPENS } from "../html/kinds.js";
import { FLOW_BLOCK } from "../html/tongues.js";

/** What a function returns stands deeper than a line that ends with its arrow. */
const ARROW: Effect = { step: Step.Label, ends: "", begins: FLOW_BLOCK };

/** What closes each bracket. */
const CLOSERS: Readonly<Record<string, string>> = { "(": ")", "[": "]", "{": "}" };

/** The brackets that close what a piece of code leaves open. */
export function closersOf(piece: string): string {
  const open: string[] = [];
  for (const sign of withoutTexts(piece)) {
    const closer = CLOSERS[sign];
    if (closer !== undefined) open.push(closer);
    else if (sign === open.at(-1)) open.pop();
  }
  return open.reverse().join("");
}

/** The code around markup: each of its pieces takes part in the nesting, as expressions in lines are words. */
export const BLOCKS: Code = {
  ...ISLANDS,
  effectOf(tokens, t) {
    const isArrow = tokens.has(t, FLOW)
      && (tokens.flagsOf(t) & (OPENS | CLOSES)) === 0
      && tokens.text.endsWith("=>", tokens.end(t));
    return isArrow ? ARROW : ISLANDS.effectOf(tokens, t);
  },
  nests: (tokens, t) => tokens.has(t, FLOW),
  closerOf: closersOf,
};
