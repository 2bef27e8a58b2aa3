import type { Language, Syntax } from "../language.js";
import { indentText } from "../style/indent.js";
import type { Style } from "../style/style.js";
import type { Change } from "../text/edits.js";
import type { LineIndex } from "../text/lines.js";
import { pushChanges } from "../text/minimise.js";
import { indentColumn } from "../text/width.js";
import { WHOLE, columnAfter, lineColumns, tokenAt } from "./depth.js";
import type { LineSpan } from "./selection.js";

/** One line that moves: where its indentation lies, and the column that it reaches. */
interface Moving {
  readonly from: number;
  readonly to: number;
  readonly column: number;
}

/**
 * Moves whole lines as one block to the depth of their place. They keep their inner shape, and the
 * inside of strings and comments stays.
 *
 * @param pasted where the lines were copied from elsewhere, how many characters stood before the caret.
 * The first line may then have lost its indentation: the others are moved by what they tell themselves.
 */
export function moveLines(
  language: Language,
  syntax: Syntax,
  style: Style,
  lines: LineIndex,
  span: LineSpan,
  pasted?: { readonly lead: number },
): Change[] {
  const moving = movingLines(syntax, style, lines, span);
  const [head, second] = moving;
  if (head === undefined) return [];
  const target = headColumn(language, style, lines, head, pasted?.lead ?? 0);
  const headShift = target - head.column;
  let shift = headShift;
  if (pasted !== undefined && second !== undefined) {
    // With indentation of its own, or in its place already, the first line has lost nothing.
    const indented = head.to - head.from > pasted.lead;
    const placed = headShift === 0 && pasted.lead === 0;
    const whole = language.typing.blocks !== undefined && (indented || placed);
    const own = indentColumn(lines.text, head.from + pasted.lead, head.to, style.tabWidth);
    // Another line at its depth, and none less deep, shows that the block is as it was.
    const intact = Math.min(...moving.slice(1).map(({ column }) => column)) === own;
    shift = whole || intact
      ? target - own
      : othersShift(language, syntax, style, moving, target) ?? headShift;
  }
  const changes: Change[] = [];
  moving.forEach(({ from, to, column }, i) => {
    const wanted = Math.max(0, column + (i === 0 ? headShift : shift));
    if (wanted !== column) pushChanges(
      changes,
      lines.text,
      from,
      to,
      indentText(style, wanted),
      `${language.name}/block-indent`,
    );
  });
  return changes;
}

/** The column that the place gives the block's first line. */
function headColumn(
  language: Language,
  style: Style,
  lines: LineIndex,
  { from, to }: Moving,
  lead: number,
): number {
  const before = lines.text.slice(0, from);
  const { blocks } = language.typing;
  if (blocks?.column(before, style) !== undefined) {
    // Where indentation is what tells, the block goes to the depth at which it was put.
    const written = indentColumn(lines.text, from, lead > 0 ? from + lead : to, style.tabWidth);
    return lead > 0 ? written : blocks.nearest(before, written, style);
  }
  return columnAfter(
    language,
    before,
    lines.text.slice(to, lines.lineEnd(lines.lineAt(to))),
    WHOLE,
    style,
  );
}

/** How far the lines after the first have to go, judged by the first of them. */
function othersShift(
  language: Language,
  syntax: Syntax,
  style: Style,
  moving: readonly Moving[],
  target: number,
): number | undefined {
  const [head, second] = moving as [Moving, Moving];
  const { blocks } = language.typing;
  if (blocks !== undefined) {
    // A header's block stands one step in; else the least deep line leads.
    const line = syntax.tokens.text.slice(head.to).split(/[\r\n]/, 1)[0]!;
    const least = Math.min(...moving.slice(1).map(({ column }) => column));
    return blocks.opens(line) && least >= second.column
      ? target + style.indentSize - second.column
      : target - least;
  }
  const tokens = [tokenAt(syntax, head.to), tokenAt(syntax, second.to)];
  if (tokens.some((t) => t < 0)) return undefined;
  const [first, next] = lineColumns(language, syntax, style, tokens);
  if (first === undefined || next === undefined) return undefined;
  return target + (next - first) - second.column;
}

/** The lines of a span that are not blank and do not begin inside a token; none where the first does. */
function movingLines(
  { tokens }: Syntax,
  style: Style,
  lines: LineIndex,
  { first, last }: LineSpan,
): Moving[] {
  const moving: Moving[] = [];
  let t = 0;
  for (let line = first; line <= last; line++) {
    const from = lines.lineStart(line);
    const end = lines.lineEnd(line);
    while (t < tokens.count && tokens.end(t) <= from) t++;
    // A comment that begins within the span moves with it.
    const inside =
      t < tokens.count
      && tokens.start(t) < from
      && !(tokens.isTrivia(t) && tokens.start(t) >= lines.lineStart(first));
    let to = from;
    while (to < end && (lines.text[to] === " " || lines.text[to] === "\t")) to++;
    // What has come to stand in a comment or a string is its text now.
    if (inside && moving.length === 0) return moving;
    if (!inside && to < end)
      moving.push({ from, to, column: indentColumn(lines.text, from, to, style.tabWidth) });
  }
  return moving;
}
