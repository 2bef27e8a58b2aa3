import { whiteAt } from "../layout/white.js";
import { Signs } from "../notation.js";
import { ruleId } from "../rules.js";
import type { Style } from "../style/style.js";
import { applyChanges, type Change } from "../text/edits.js";
import { pushChanges } from "../text/minimise.js";
import type { LineSpan } from "../text/touched.js";
import { columnAt, indentColumn, whiteOf } from "../text/width.js";
import { closerDepth, whiteFor } from "./placing/depth.js";
import { headDepth, whiteTo } from "./placing/head.js";
import { bracketAround, lineBehindBrackets } from "./placing/brackets.js";
import type { Depth } from "./placing/columns.js";
import { movedLines, movedTab, moveLines, withRoom, type MovedLine } from "./placing/moved.js";
import { restep } from "./placing/restep.js";
import { pastedAt, type Pasted } from "./placing/pasted.js";
import { isInText } from "./placing/places.js";
import { shapeOf, type Shape } from "./placing/shape.js";
import type { Site } from "./placing/site.js";
import { standsInPlace } from "./placing/stands.js";
import { starredChanges } from "./placing/starred.js";
import { formatLines } from "./selection.js";

/**
 * The changes for text that was pasted at [from, to). Text of several lines keeps its inner shape and
 * moves as one block; what was pasted within a line gets its gaps.
 */
export function pasteChanges(site: Site, { from, to }: { from: number; to: number }): Change[] {
  const { language, syntax, style, lines } = site;
  const { text } = lines;
  const own = language.typing.placed?.(text, from, to, true);
  if (own !== undefined) return own;
  const first = lines.lineAt(from);
  const last = lines.lineAt(to);
  const lead = text.slice(lines.lineStart(first), from);
  const ends = last > first && text.slice(lines.lineStart(last), to).trim() === "";
  const span = { first, last: ends ? last - 1 : last };
  const isBehind = lead.trim() !== "";
  const starred = starredChanges(site, isBehind ? { first: first + 1, last: span.last } : span);
  if (starred !== undefined) return starred;
  const within = { from, to };
  const changes = first === span.last && isBehind
    ? formatLines(language, syntax, style, lines, (line) => line === first, { within })
    : blockChanges(site, from, span, lead);
  if (ends && /\S/.test(text.charAt(to)) && !isInText(language, syntax, to))
    settleRest(site, to, lead, changes);
  return changes;
}

/** The changes for pasted text that begins at `from` and fills the rest of a span. */
function blockChanges(site: Site, from: number, { first, last }: LineSpan, lead: string): Change[] {
  const { lines } = site;
  const row = (line: number): string => lines.slice(lines.lineStart(line), lines.lineEnd(line));
  // Where the text begins with a line end, its first line is the next that holds something.
  if (lines.slice(from, lines.lineEnd(first)).trim() !== "")
    return pasteLines(site, { first, last }, lead);
  let next = first + 1;
  while (next <= last && row(next).trim() === "") next++;
  return next > last ? [] : pasteLines(site, { first: next, last }, "");
}

/**
 * What stood after the caret and begins a line now goes where Enter would take it. In front of it that is its own
 * white space, or else a line stands there that was whole before.
 *
 *     if (tide) {|}        if (tide) {
 *                            sail();
 *                          }
 *
 * @param above what stands before the pasted text on its first line.
 */
function settleRest(
  { language, lines, style }: Site,
  to: number,
  above: string,
  changes: Change[],
): void {
  const line = lines.lineAt(to);
  const start = lines.lineStart(line);
  const rest = lines.slice(to, lines.lineEnd(line));
  const before = applyChanges(lines.slice(0, start), changes);
  const { blocks } = language.typing;
  // Where indentation makes blocks, only what closes has one place.
  if (blocks !== undefined && !Signs.of(language.notation).closes(rest)) return;
  const below = lines.text.slice(lines.lineEnd(line));
  const white = whiteFor(
    language,
    closerDepth(language, before, rest, style, below),
    before,
    style,
  );
  if (above.trim() !== "" || white === above)
    pushChanges(changes, lines.text, start, to, white, ruleId(language, "block-indent"));
}

function pasteLines(site: Site, span: LineSpan, lead: string): Change[] {
  const { language, syntax, style, lines } = site;
  const start = lines.lineStart(span.first);
  const end = lines.lineEnd(span.last);
  const tabWidth = movedTab(lines.slice(start + lead.length, end), style);
  const block = movedLines(language, syntax, lines, span, tabWidth);
  if (block.length === 0) return [];
  const pasted = pastedAt(site, block, lead, tabWidth);
  if (!pasted.behindCode && standsInPlace(site, block)) return [];
  const shape = shapeOf(pasted);
  const placed = site.isStepOpen ? { ...site, style: ownStyle(pasted, shape, tabWidth) } : site;
  return placeBlock(placed, pasted, shape, lead);
}

/** The style of a block in its own steps. */
const ownStyle = ({ style, tabbed }: Pasted, { step }: Shape, tabWidth: number): Style => ({
  ...style,
  indentSize: step,
  ...(tabbed ? { indentStyle: "tab", tabWidth } : {}),
});

/** The changes that bring a block to its place in the steps of a site's style. */
function placeBlock(
  site: Site,
  { lines: block, text: before, behindCode }: Pasted,
  shape: Shape,
  lead: string,
): Change[] {
  const { language, style, lines, isStepOpen } = site;
  const { text } = lines;
  const head = block[0]!;
  const start = lines.lineStart(lines.lineAt(head.from));
  // Its depth in its own steps is meant.
  const written = Math.round((shape.own * style.indentSize) / shape.step);
  const place = behindCode
    ? {
      column: indentColumn(text, head.from, head.to, style.tabWidth),
      white: whiteOf(text, start),
    }
    : besideBracket(site, head) ?? headDepth(site, block, lead.length, written);
  const columns = restep(site, block, shape, place.column);
  const rest = statementsBelow(site, block, place.column, before.length);
  const target = behindCode ? place : withRoom(place, block.slice(0, rest?.line), columns);
  const base =
    target.white
    ?? whiteAt(Signs.of(language.notation), text.slice(0, start), target.column, style);
  const rule = ruleId(language, "block-indent");
  return moveLines(lines, block, (i) => {
    if (i === 0) return behindCode ? undefined : base;
    const column = rest !== undefined && i >= rest.line
      ? block[i]!.column + rest.shift
      : columns[i]! + target.column - place.column;
    // Where no step is told, a line that stays in its column keeps the signs that bring it there.
    if (isStepOpen && column === block[i]!.column) return undefined;
    return whiteTo(base, target.column, Math.max(0, column), style);
  }, rule);
}

/** Where indentation makes blocks: the place of a line that stands below what stands beside the bracket around it. */
function besideBracket(
  { language, lines: { text }, style: { tabWidth }, syntax: { tokens } }: Site,
  { column, from, to, token }: MovedLine,
): Depth | undefined {
  if (language.typing.blocks === undefined) return undefined;
  const first = bracketAround(tokens, token, Signs.of(language.notation)) + 1;
  if (first === 0 || first === token || tokens.onNewLine(first)) return undefined;
  if (columnAt(text, tokens.start(first), tabWidth) !== column) return undefined;
  return { column, white: text.slice(from, to) };
}

/**
 * Where indentation makes blocks: the first line of a block that begins within brackets which stands behind these, and
 * how far it goes with all below it. Where the lines in brackets came to stand beside others says nothing of it.
 *
 * @param target where the block's first line goes.
 * @param end where the block ends.
 */
function statementsBelow(
  { language, lines: { text }, style, syntax: { tokens } }: Site,
  block: readonly MovedLine[],
  target: number,
  end: number,
): { line: number; shift: number } | undefined {
  const { blocks } = language.typing;
  if (blocks === undefined) return undefined;
  const line = lineBehindBrackets(block, tokens, Signs.of(language.notation));
  if (line < 0) return undefined;
  const { column, from, to } = block[line]!;
  const shift = target - block[0]!.column;
  const wanted = shift % style.indentSize === 0 ? column + shift : column;
  const own = text.slice(to, end);
  const place = blocks.nearest(text.slice(0, from), wanted, style, own, text.slice(end));
  return { line, shift: place - column };
}
