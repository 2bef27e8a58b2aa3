import type { Language, Syntax } from "../language.js";
import type { FindEdges } from "../layout/solution.js";
import type { Style } from "../style/style.js";
import type { Span } from "../outline/excerpt.js";
import { TokenFlag, type TokenTable } from "../syntax/tokens.js";
import type { Change } from "../text/edits.js";
import type { LineIndex } from "../text/lines.js";
import type { LineSpan } from "../text/touched.js";
import { formatWhole, type PartOptions } from "./document.js";

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
  /** Where alone changes may lie in these lines, as UTF-16 offsets; everywhere where it is left out. */
  readonly within?: Span;
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
  { withinLines = false, first = 0, within, edges }: LineOptions = {},
): Change[] {
  const { tokens } = syntax;
  const endOf = (gap: number): number => lines.lineAt(tokens.gapEnd(gap));
  const holds = ({ from, to }: Span): boolean => {
    if (within !== undefined && (from < within.from || to > within.to)) return false;
    for (let line = lines.lineAt(from), last = lines.lineAt(to); line <= last; line++)
      if (!inside(line)) return false;
    return true;
  };
  const part: PartOptions = {
    frozen: (gap) => gap < first || !inside(endOf(gap)),
    isCut: (gap) => !holds({ from: tokens.gapStart(gap), to: tokens.gapEnd(gap) }),
    isLong(gap) {
      const line = endOf(gap);
      return lines.lineEnd(line) - lines.lineStart(line) > style.maxLineLength;
    },
    holds,
    withinLines,
  };
  const changes = [...formatWhole(language, syntax, style, part, edges)];
  const torn = new Set<number>();
  for (const change of changes) if (!holds(change)) torn.add(tornBy(tokens, change));
  torn.delete(NO_TOKEN);
  return changes.filter((change) => (
    holds(change) && (torn.size === 0 || !torn.has(tokenOver(tokens, change)))
  ));
}

const NO_TOKEN = -1;

/** The token within which a change lies, or `NO_TOKEN`. */
function tokenOver(tokens: TokenTable, { from, to }: Span): number {
  const t = tokens.lastAt(from);
  return t < 0 || from >= tokens.end(t) || to <= tokens.start(t) ? NO_TOKEN : t;
}

/**
 * The token of several lines in which nothing changes without a change that is not made. What is changed of a text goes
 * together, as its quotes do, and the lines of a comment move with its first one.
 */
function tornBy(tokens: TokenTable, change: Span): number {
  const around = tokenOver(tokens, change);
  const t = around === NO_TOKEN ? tokens.lastAt(change.from) + 1 : around;
  const isText = around === NO_TOKEN || !tokens.isTrivia(t);
  return t < tokens.count && isText && tokens.has(t, TokenFlag.MultiLine) ? t : NO_TOKEN;
}
