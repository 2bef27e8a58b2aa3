import type { Language } from "../../core/language.js";
import type { LineIndex } from "../../core/text/lines.js";
import { TokenFlag } from "../../core/syntax/tokens.js";
import { NONE } from "../../core/syntax/tree.js";

/** The whole lines of a statement: first and last, zero-based. */
export interface Stretch {
  readonly first: number;
  readonly last: number;
  /** The statement after it, where that fills whole lines too and stands beside it. */
  readonly next?: Omit<Stretch, "next">;
}

/** Most stretches of one file that are tried. */
const MOST = 60;

/** Statements that fill whole lines, spread over the text. */
export function stretches(language: Language, text: string, lines: LineIndex): Stretch[] {
  const { tokens, tree } = language.parse(text);
  const found = new Map<number, Stretch>();
  const linesOf = (node: number): Stretch | undefined => {
    const first = tree.first(node);
    const end = tree.end(node);
    if (!language.isUnit(tree.kind(node)) || end <= first) return undefined;
    if (first > 0 && !tokens.onNewLine(first)) return undefined;
    if (end < tokens.count && !tokens.onNewLine(end)) return undefined;
    return { first: lines.lineAt(tokens.start(first)), last: lines.lineAt(tokens.end(end - 1)) };
  };
  for (let node = 1; node < tree.size; node++) {
    const stretch = linesOf(node);
    if (stretch === undefined) continue;
    const beside = tree.next(node);
    const next = beside === NONE ? undefined : linesOf(beside);
    found.set(stretch.first, next === undefined ? stretch : { ...stretch, next });
  }
  const all = [...found.values()];
  const step = Math.max(1, Math.ceil(all.length / MOST));
  return all.filter((_, i) => i % step === 0);
}

/**
 * Lines that begin inside a token, such as a text of several lines: nobody moves those. A region's lines may
 * move, but for those of texts in it.
 */
export function linesInTokens(language: Language, text: string, lines: LineIndex): Set<number> {
  const syntax = language.parse(text);
  const { tokens } = syntax;
  const textsOf = language.regions?.movable(syntax);
  const fixed = new Set<number>();
  for (let t = 0; t < tokens.count; t++) {
    if (!tokens.has(t, TokenFlag.MultiLine) || tokens.isTrivia(t)) continue;
    const texts = textsOf?.(tokens.end(t)) ?? [{ from: tokens.start(t), to: tokens.end(t) }];
    for (const { from, to } of texts)
      for (let line = lines.lineAt(from) + 1; line <= lines.lineAt(to); line++) fixed.add(line);
  }
  return fixed;
}
