import type { TokenTable } from "../../../core/syntax/tokens.js";
import { whiteOf } from "../../../core/text/width.js";
import { NO_EFFECT, Step } from "../effect.js";
import { ISLANDS } from "../islands.js";
import { FLOW } from "../kinds.js";
import { lexHtml } from "../lexer.js";
import { NEXT_LINE } from "../margin.js";
import { FLOW_BLOCK } from "../tongues.js";
import { openerOf } from "./closers.js";
import { nearBelow } from "./stretch.js";

/** Where the block of control flow begins that a brace after a text ends; -1 where none is open. */
export const openFlow = (text: string): number =>
  openerOf(text, ({ block }) => block === FLOW_BLOCK);

/**
 * The white space of a brace below an offset that ends a block whose head is still to come, as a page has one more of these
 * than of those; undefined elsewhere.
 *
 *     |
 *       <li>late</li>
 *     }
 */
export function headToCome(text: string, at: number): string | undefined {
  const below = nearBelow(text, at);
  const brace = /[\r\n][ \t]*\}/.test(below) ? loneBrace(lexHtml(below, {}).tokens) : undefined;
  if (brace === undefined || NEXT_LINE.exec(below)?.[1]?.startsWith(brace) !== true)
    return undefined;
  const { tokens } = lexHtml(text, {});
  let missing = 0;
  for (let t = 0; t < tokens.count; t++) missing += flowDepth(tokens, t);
  return missing === -1 ? brace : undefined;
}

/** How much deeper a piece of control flow leaves what follows it. */
function flowDepth(tokens: TokenTable, t: number): number {
  const { step } = tokens.has(t, FLOW) ? ISLANDS.effectOf(tokens, t) : NO_EFFECT;
  return step === Step.Opens ? 1 : step === Step.Closes ? -1 : 0;
}

/** The white space before the first brace that ends a block which does not begin in the same text. */
function loneBrace(tokens: TokenTable): string | undefined {
  for (let t = 0, depth = 0; t < tokens.count; t++) {
    const isBrace = tokens.has(t, FLOW) && tokens.text[tokens.start(t)] === "}";
    if (isBrace && depth === 0)
      return tokens.onNewLine(t) ? whiteOf(tokens.text, tokens.start(t)) : undefined;
    depth += flowDepth(tokens, t);
  }
  return undefined;
}
