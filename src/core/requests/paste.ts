import { Signs } from "../notation.js";
import { ruleId } from "../rules.js";
import { applyChanges, type Change } from "../text/edits.js";
import { pushChanges } from "../text/minimise.js";
import type { LineSpan } from "../text/touched.js";
import { indentColumn, whiteOf } from "../text/width.js";
import { closerDepth, whiteFor } from "./placing/depth.js";
import { headDepth, whiteTo } from "./placing/head.js";
import { movedLines, movedTab, moveLines, withRoom } from "./placing/moved.js";
import { restep } from "./placing/restep.js";
import { shapeOf } from "./placing/shape.js";
import type { Site } from "./placing/site.js";
import { standsInPlace } from "./placing/stands.js";
import { whiteAt } from "./placing/white.js";
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
  const isOwn = (change: Change): boolean => change.from >= from && change.to <= to;
  const changes = first === span.last && lead.trim() !== ""
    ? formatLines(language, syntax, style, lines, (line) => line === first).filter(isOwn)
    : blockChanges(site, from, span, lead);
  if (ends && /\S/.test(text.charAt(to))) settleRest(site, to, lead, changes);
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
  const white = whiteFor(language, closerDepth(language, before, rest, style), before, style);
  if (above.trim() !== "" || white === above)
    pushChanges(changes, lines.text, start, to, white, ruleId(language, "block-indent"));
}

function pasteLines(site: Site, span: LineSpan, lead: string): Change[] {
  const { language, syntax, style, lines } = site;
  const { text } = lines;
  const start = lines.lineStart(span.first);
  const end = lines.lineEnd(span.last);
  const tabWidth = movedTab(text.slice(start + lead.length, end), style);
  const behindCode = lead.trim() !== "";
  const block = movedLines(language, syntax, lines, span, tabWidth);
  const [head] = block;
  if (head === undefined || (!behindCode && standsInPlace(site, block))) return [];
  const brought = behindCode ? 0 : indentColumn(text, head.from + lead.length, head.to, tabWidth);
  const put = behindCode ? 0 : indentColumn(lead, 0, lead.length, style.tabWidth);
  const shape = shapeOf({
    language,
    syntax,
    style,
    text: text.slice(0, end),
    lines: block,
    brought,
    lead: put,
    tabbed: block.slice(1).some(({ from }) => text[from] === "\t"),
    isSure: brought > put && !site.isPrefixed,
    behindCode,
    unbalanced: site.unbalanced,
    isPrefixed: site.isPrefixed,
  });
  // Its depth in its own steps is meant.
  const written = Math.round((brought * style.indentSize) / shape.step);
  const place = behindCode
    ? {
      column: indentColumn(text, head.from, head.to, style.tabWidth),
      white: whiteOf(text, start),
    }
    : headDepth(site, block, lead.length, written);
  const columns = restep(site, block, shape, place.column);
  const target = behindCode ? place : withRoom(place, block, columns);
  const base =
    target.white
    ?? whiteAt(Signs.of(language.notation), text.slice(0, start), target.column, style);
  const rule = ruleId(language, "block-indent");
  return moveLines(lines, block, (i) => {
    if (i === 0) return behindCode ? undefined : base;
    const column = columns[i]! + target.column - place.column;
    return whiteTo(base, target.column, Math.max(0, column), style);
  }, rule);
}
