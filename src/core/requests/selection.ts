import type { Language, Syntax } from "../language.js";
import type { Style } from "../style/style.js";
import type { Change } from "../text/edits.js";
import type { LineIndex } from "../text/lines.js";
import { formatWhole } from "./document.js";

/** A stretch of whole lines, first and last included. */
export interface LineSpan {
  readonly first: number;
  readonly last: number;
}

/**
 * The changes that format the lines of the spans: those of the whole document that lie in them,
 * where every line outside counts as it stands.
 */
export function formatLines(
  language: Language,
  syntax: Syntax,
  style: Style,
  lines: LineIndex,
  spans: readonly LineSpan[],
): Change[] {
  const { tokens } = syntax;
  const inside = (line: number): boolean =>
    spans.some(({ first, last }) => first <= line && line <= last);
  const frozen = (gap: number): boolean => !inside(lines.lineAt(tokens.gapEnd(gap)));
  return [...formatWhole(language, syntax, style, frozen)].filter(({ from, to }) => {
    for (let line = lines.lineAt(from), last = lines.lineAt(to); line <= last; line++)
      if (!inside(line)) return false;
    return true;
  });
}
