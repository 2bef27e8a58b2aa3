import type { TokenTable } from "../../core/syntax/tokens.js";
import { Step } from "../html/effect.js";
import { ISLANDS, type Code } from "../html/islands.js";
import { FLOW } from "../html/kinds.js";

/** By the tokens of a text, the pieces of blocks that tell depth. */
const nesting = new WeakMap<TokenTable, ReadonlySet<number>>();

/**
 * Those of blocks whose beginning has a line of its own, wherever their other pieces stand.
 *
 *     {#if boat.name}
 *       <b>{boat.name}</b>
 *     {:else}nobody{/if}
 */
function nestingIn(tokens: TokenTable): ReadonlySet<number> {
  const found = new Set<number>();
  /** For each block that is open whether it tells depth. */
  const open: boolean[] = [];
  for (let t = 0; t < tokens.count; t++) {
    if (!tokens.has(t, FLOW)) continue;
    const { step } = ISLANDS.effectOf(tokens, t);
    if (step === Step.Opens) open.push(ISLANDS.isLone(tokens, t));
    if (open.at(-1) ?? ISLANDS.isLone(tokens, t)) found.add(t);
    if (step === Step.Closes) open.pop();
  }
  return found;
}

/** Blocks between single braces, as markup has them. */
export const BLOCKS: Code = {
  ...ISLANDS,
  nests(tokens, t) {
    if (!tokens.has(t, FLOW)) return false;
    let known = nesting.get(tokens);
    if (known === undefined) nesting.set(tokens, known = nestingIn(tokens));
    return known.has(t);
  },
};
