import type { Syntax } from "../language.js";
import type { Span } from "./excerpt.js";

/** What every comment begins with that speaks to the formatter. */
export const HOLD_SIGN = "oak-tide:";

/** A comment that holds formatting off, or ends that. */
export interface Hold extends Span {
  /** What it says behind the sign. */
  readonly command: string;
}

/** The comments of a text that speak to the formatter, in order; the same words in a string do not. */
export function holdsIn({ tokens }: Syntax): Hold[] {
  const holds: Hold[] = [];
  for (let t = 0; t < tokens.count; t++) {
    if (!tokens.isTrivia(t)) continue;
    const command = commandOf(tokens.textOf(t));
    if (command !== "") holds.push({ from: tokens.start(t), to: tokens.end(t), command });
  }
  return holds;
}

/** What a comment says to the formatter; empty where it says nothing. */
export function commandOf(comment: string): string {
  const at = comment.indexOf(HOLD_SIGN);
  return at < 0 ? "" : comment.slice(at + HOLD_SIGN.length).replace(/\*\/$|-->$/, "").trim();
}

/** What comments hold off of a text; for an excerpt, what those of the whole text do. */
export const heldOf = (syntax: Syntax, holds = holdsIn(syntax)): readonly Span[] =>
  syntax.held ?? heldSpans(holds, syntax.tokens.text.length);

/** The stretches that comments hold off: from one to the next that ends it, or to the end. */
export function heldSpans(holds: readonly Hold[], length: number): Span[] {
  const spans: Span[] = [];
  let since = -1;
  for (const { from, to, command } of holds) {
    if (command === "leave" && since < 0) since = to;
    if (command !== "resume" || since < 0) continue;
    spans.push({ from: since, to: from });
    since = -1;
  }
  if (since >= 0) spans.push({ from: since, to: length });
  return spans;
}
