import type { Language, Syntax } from "../../language.js";
import type { Style } from "../../style/style.js";
import { TokenFlag, type TokenTable } from "../../syntax/tokens.js";
import type { Change } from "../../text/edits.js";
import type { LineIndex } from "../../text/lines.js";
import { pushChanges } from "../../text/minimise.js";
import type { LineSpan } from "../../text/touched.js";
import { indentColumn } from "../../text/width.js";
import type { Depth } from "./columns.js";

/** Lines of a block that are looked at; more would say the same. */
export const ENOUGH = 400;

/** One line of a block that moves. */
export interface MovedLine {
  /** Where its white space lies, as UTF-16 offsets. */
  readonly from: number;
  readonly to: number;
  readonly column: number;
  /** The token with which it begins; that in which it begins, for a line within a comment. */
  readonly token: number;
  /** For a line within a comment the place in the block of the line on which that begins, else -1. */
  readonly comment: number;
  /** Whether it stands at the margin wherever it is put. */
  readonly margin: boolean;
  /** Whether it is a region's, of whose lines the layout says nothing. */
  readonly region: boolean;
}

/**
 * The lines of a span that are not blank and do not begin inside a text; none where the first begins
 * inside a comment or a text, whose inside it is now. Those of a region move like others.
 *
 * @param tabWidth by which the columns are counted.
 */
export function movedLines(
  language: Language,
  syntax: Syntax,
  lines: LineIndex,
  { first, last }: LineSpan,
  tabWidth: number,
): MovedLine[] {
  const { tokens } = syntax;
  const block: MovedLine[] = [];
  const textsOf = language.regions?.movable(syntax);
  const before = lines.text.slice(0, lines.lineStart(first));
  let t = Math.max(0, tokens.lastAt(before.length));
  for (let line = first; line <= last; line++) {
    const from = lines.lineStart(line);
    const end = lines.lineEnd(line);
    while (t < tokens.count && tokens.end(t) <= from) t++;
    const inside = t < tokens.count && tokens.start(t) < from;
    let to = from;
    while (to < end && (lines.text[to] === " " || lines.text[to] === "\t")) to++;
    if (inside && block.length === 0) return [];
    // What stands at the margin does so in every place.
    const marginal = (above: string | undefined): boolean =>
      !inside && language.typing.margin?.(lines.text.slice(to, end), above) === true;
    if (to === from && marginal(undefined)) continue;
    // Its white space would belong to the text before it, as that before the end tag of text to the letter does.
    const ends = !inside
      && t > 0
      && tokens.end(t - 1) === from
      && tokens.has(t - 1, TokenFlag.MultiLine)
      && textsOf?.(from) === undefined;
    if (ends) continue;
    const isMovable = !inside
      || tokens.isTrivia(t)
      || textsOf?.(tokens.end(t))?.every((text) => text.from >= from || text.to <= from) === true;
    if (to === end || !isMovable) continue;
    block.push({
      from,
      to,
      column: indentColumn(lines.text, from, to, tabWidth),
      token: t,
      comment: inside && tokens.isTrivia(t) ? commentLine(block, tokens, t) : -1,
      margin: marginal(before),
      region: t < tokens.count && textsOf?.(tokens.end(t)) !== undefined,
    });
  }
  return block;
}

/** The place in the block of the line on which comment t begins. */
function commentLine(block: readonly MovedLine[], tokens: TokenTable, t: number): number {
  let i = block.length - 1;
  if (block[i]!.token === t && block[i]!.comment >= 0) return block[i]!.comment;
  while (i > 0 && block[i]!.from > tokens.start(t)) i--;
  return i;
}

/**
 * The depth of a block's first line at which none of them stands left of the margin: where parts of statements are
 * moved, further lines may stand further out.
 *
 * @param columns where its lines would stand.
 */
export function withRoom(
  depth: Depth,
  block: readonly MovedLine[],
  columns: readonly number[],
): Depth {
  const least = block.reduce(
    (min, { margin }, i) => (margin ? min : Math.min(min, columns[i]!)),
    0,
  );
  return least < 0 ? { column: depth.column - least } : depth;
}

/** The changes that give the lines of a block their white space. */
export function moveLines(
  lines: LineIndex,
  block: readonly MovedLine[],
  white: (i: number) => string | undefined,
  rule: string,
): Change[] {
  const changes: Change[] = [];
  block.forEach(({ from, to, margin }, i) => {
    const wanted = margin ? "" : white(i);
    if (wanted !== undefined) pushChanges(changes, lines.text, from, to, wanted, rule);
  });
  return changes;
}

/** How wide tabs count in a pasted text: where the file has steps of spaces, each is one step. */
export const movedTab = (text: string, { indentStyle, indentSize, tabWidth }: Style): number =>
  indentStyle === "space" && /^\t/m.test(text) ? indentSize : tabWidth;
