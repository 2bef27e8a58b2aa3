import { Signs } from "../notation.js";
import { ruleId } from "../rules.js";
import type { Change } from "../text/edits.js";
import type { LineSpan } from "../text/touched.js";
import { indentColumn, whiteOf } from "../text/width.js";
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
  let first = lines.lineAt(from);
  let last = lines.lineAt(to);
  if (last > first && text.slice(lines.lineStart(last), to).trim() === "") last--;
  let lead = text.slice(lines.lineStart(first), from);
  if (first === last && lead.trim() !== "") {
    const inside = (line: number): boolean => line === first;
    const changes = formatLines(language, syntax, style, lines, inside);
    return changes.filter((change) => change.from >= from && change.to <= to);
  }
  const row = (line: number): string => text.slice(lines.lineStart(line), lines.lineEnd(line));
  // Where the text begins with a line end, its first line is the next that holds something.
  if (text.slice(from, lines.lineEnd(first)).trim() === "") {
    do first++;
    while (first <= last && row(first).trim() === "");
    lead = "";
  }
  return first > last ? [] : pasteLines(site, { first, last }, lead);
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
