import type { Language, Syntax } from "../language.js";
import { TokenFlag } from "../syntax/tokens.js";
import type { Source, Span } from "./excerpt.js";
import { movedOffset, type Replacement } from "./splice.js";

/**
 * The texts of several lines in a text, neither comments nor prose, in no order: Enter in one of them asks
 * for nothing. Where each begins and ends, as UTF-16 offsets one after the other: there may be thousands.
 */
export type Texts = readonly number[];

/** The texts of a syntax; a language that holds others tells of none, as what a text is hangs on what it is in. */
export function textsIn(syntax: Syntax, { typing, regions }: Language): Texts {
  const { tokens } = syntax;
  const texts: number[] = [];
  if (regions !== undefined) return texts;
  const next = (t: number): number => tokens.nextWith(TokenFlag.MultiLine, t);
  for (let t = next(0); t < tokens.count; t = next(t + 1)) {
    if (!tokens.isTrivia(t) && typing.isProse?.(syntax, t) !== true)
      texts.push(tokens.start(t), tokens.end(t));
  }
  return texts;
}

/** The text within which a stretch lies, its edges apart. */
export function textAround(texts: Texts, { from, to }: Span): Span | undefined {
  for (let i = 0; i < texts.length; i += 2) {
    if (texts[i]! < from && texts[i + 1]! > to) return { from: texts[i]!, to: texts[i + 1]! };
  }
  return undefined;
}

/** How much of a long text is read on both sides of a change, and at its ends, in UTF-16 units. */
const NEAR = 1 << 10;

/**
 * Whether a text is one still after a change inside it, and ends where it did. Read alone, and without what
 * is far from the change, it is the same token as in its place: what stands before it ends where it begins.
 */
export function staysText(
  language: Language,
  { from, to }: Span,
  before: Source,
  after: Source,
  change: Replacement,
): boolean {
  // Left open, it would go on with what follows it: the flags tell.
  const kindOf = (lines: Source, changed: number, end: number): number => {
    const near = Math.max(from, change.from - NEAR);
    const far = Math.min(end, changed + NEAR);
    const text =
      lines.slice(from, Math.min(near, from + NEAR))
      + lines.slice(near, far)
      + lines.slice(Math.max(far, end - NEAR), end);
    const { tokens, lookaheads } = language.parse(text);
    const isOne = tokens.count === 1 && tokens.end(0) === text.length;
    return isOne && !lookaheads?.length ? (tokens.kind(0) << 8) + tokens.flagsOf(0) : -1;
  };
  const kind = kindOf(after, change.from + change.inserted, movedOffset(to, change));
  return kind >= 0 && kind === kindOf(before, change.to, to);
}
