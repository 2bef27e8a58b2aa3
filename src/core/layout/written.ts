import { NONE, onOneLine, type Parsed } from "../syntax/tree.js";
import { Demand, FrameFlag } from "./sheet.js";

/** Whether the author began a line at one of a node's own gaps, those inside its children apart. */
export function splitAtOwn({ tokens, tree }: Parsed, node: number): boolean {
  const first = tree.first(node);
  for (const part = tree.parts(node, first); part.next();) {
    if (part.at > first && tokens.onNewLine(part.at)) return true;
  }
  return false;
}

/**
 * How an expression splits at its own signs: always where the author did; else where the line is full, or
 * something inside it takes several lines that the author wrote on one, or only the width counts.
 *
 * @param keeps whether what the author split stays split.
 */
export function ownSplit(parsed: Parsed, node: number, keeps: boolean): FrameFlag | 0 {
  if (!keeps) return FrameFlag.Whole;
  if (splitAtOwn(parsed, node)) return FrameFlag.Split;
  return onOneLine(parsed, node) ? FrameFlag.Whole : 0;
}

/** Whether a child of one kind was split by its author at its own signs. */
export function holdsSplit(parsed: Parsed, node: number, kind: number): boolean {
  const { tree } = parsed;
  for (let c = tree.child(node); c !== NONE; c = tree.next(c))
    if (tree.kind(c) === kind && splitAtOwn(parsed, c)) return true;
  return false;
}

/** Whether the author's lines begin with the operators of a run, rather than end with them; true where it has none. */
export function operatorsLead(
  { tokens, tree }: Parsed,
  node: number,
  isOperator: (kind: number) => boolean,
): boolean {
  let behind = false;
  for (const part = tree.parts(node); part.next();) {
    const { at: t } = part;
    if (behind && tokens.onNewLine(t)) return false;
    behind = part.node === NONE && isOperator(tokens.kind(t));
    if (behind && tokens.onNewLine(t)) return true;
  }
  return true;
}

/** Columns of a token that gains nothing on a line of its own. */
const SHORT = 12;

/** Whether brackets hold one short token, be it with a comma behind it. */
export function holdsWord({ tokens, tree }: Parsed, node: number, comma: number): boolean {
  const word = tree.first(node) + 1;
  const inside = tree.end(node) - word - 1;
  if (inside !== 1 && !(inside === 2 && tokens.kind(word + 1) === comma)) return false;
  return !tokens.isTrivia(word) && tokens.end(word) - tokens.start(word) <= SHORT;
}

/** What stands between a number and the dot at token t: whole digits, which would take it, keep a blank. */
export function beforeDot({ tokens }: Parsed, t: number): Demand {
  return tokens.isApart(t) && /^[\d_]+$/.test(tokens.textOf(t - 1)) ? Demand.Space : Demand.Join;
}
