import type { Language, Syntax } from "../language.js";
import type { FindEdges } from "../layout/solution.js";
import type { Style } from "../style/style.js";
import type { Change } from "../text/edits.js";
import type { LineIndex } from "../text/lines.js";
import type { LineSpan } from "../text/touched.js";
import { formatWhole } from "./document.js";

/** Whether a line lies in one of the spans. */
export function insideOf(spans: readonly LineSpan[]): (line: number) => boolean {
  const inside = new Uint8Array(spans.reduce((most, { last }) => Math.max(most, last), -1) + 1);
  for (const { first, last } of spans) inside.fill(1, first, last + 1);
  return (line) => inside[line] === 1;
}

/** How lines of a text are formatted. */
interface LineOptions {
  /** Whether line ends and indentation stay as they are too. */
  readonly withinLines?: boolean;
  /** The first gap that does not count as it stands. */
  readonly first?: number;
  /** The edges of the fragment that the text is. */
  readonly edges?: FindEdges | undefined;
}

/**
 * The changes that format the lines `inside`: those of the whole document that lie in them,
 * where every line outside counts as it stands.
 */
export function formatLines(
  language: Language,
  syntax: Syntax,
  style: Style,
  lines: LineIndex,
  inside: (line: number) => boolean,
  { withinLines = false, first = 0, edges }: LineOptions = {},
): Change[] {
  const { tokens } = syntax;
  const frozen = (gap: number): boolean => gap < first || !inside(lines.lineAt(tokens.gapEnd(gap)));
  return [...formatWhole(language, syntax, style, { frozen, withinLines }, edges)].filter(
    ({ from, to }) => {
      for (let line = lines.lineAt(from), last = lines.lineAt(to); line <= last; line++)
        if (!inside(line)) return false;
      return true;
    },
  );
}
