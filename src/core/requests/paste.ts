import type { Style } from "../style/style.js";
import type { Change } from "../text/edits.js";
import type { LineSpan } from "../text/touched.js";
import { indentColumn } from "../text/width.js";
import { blockLines, blockTab, moveBlock, type BlockLine } from "./block.js";
import type { Depth } from "./columns.js";
import { depthAfter, WHOLE } from "./depth.js";
import { siblingBelow } from "./siblings.js";
import { ruleId } from "./rules.js";
import type { Site } from "./site.js";
import { formatLines } from "./selection.js";
import { restep } from "./restep.js";
import { shapeOf } from "./shape.js";
import { whiteBeyond, whiteAt, whiteOf } from "./white.js";

/**
 * The changes for text that was pasted at [from, to). Text of several lines keeps its inner shape and
 * moves as one block; what was pasted within a line gets its gaps.
 */
export function pasteChanges(site: Site, { from, to }: { from: number; to: number }): Change[] {
  const { language, syntax, style, lines } = site;
  const { text } = lines;
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
  const tabWidth = blockTab(text.slice(start + lead.length, end), style);
  const behindCode = lead.trim() !== "";
  const block = blockLines(syntax, lines, span, tabWidth);
  const [head] = block;
  if (head === undefined) return [];
  const brought = behindCode ? 0 : indentColumn(text, head.from + lead.length, head.to, tabWidth);
  const shape = shapeOf({
    language,
    syntax,
    style,
    text: text.slice(0, end),
    lines: block,
    brought,
    lead: behindCode ? 0 : indentColumn(lead, 0, lead.length, style.tabWidth),
    tabbed: /^\t/m.test(text.slice(start + lead.length, end)),
    behindCode,
  });
  // Its depth in its own steps is meant.
  const written = Math.round((brought * style.indentSize) / shape.step);
  const target = behindCode
    ? {
      column: indentColumn(text, head.from, head.to, style.tabWidth),
      white: whiteOf(text, start),
    }
    : headDepth(site, block, lead.length, written);
  const columns = restep(site, block, shape, target.column);
  const base = target.white ?? whiteAt(text.slice(0, start), target.column, style);
  const rule = ruleId(language, "block-indent");
  return moveBlock(lines, block, (i) => {
    if (i === 0) return behindCode ? undefined : base;
    return whiteTo(base, target.column, Math.max(0, columns[i]!), site.style);
  }, rule);
}

/** The white space that reaches a column from a line's that reaches `from`. */
const whiteTo = (base: string, from: number, column: number, style: Style): string =>
  column >= from ? whiteBeyond(base, column - from, style) : whiteBeyond("", column, style);

/** The changes that bring moved lines to the depth of their place; they keep their shape. */
export function moveChanges(site: Site, span: LineSpan): Change[] {
  const { language, syntax, style, lines } = site;
  const block = blockLines(syntax, lines, span, style.tabWidth);
  const [head] = block;
  if (head === undefined) return [];
  const target = headDepth(site, block, 0, head.column);
  const base = target.white ?? whiteAt(lines.text.slice(0, head.from), target.column, style);
  const shift = target.column - head.column;
  const rule = ruleId(language, "block-indent");
  return moveBlock(lines, block, (i) => {
    if (i === 0)
      return base === lines.text.slice(head.from, head.to) || shift !== 0 ? base : undefined;
    if (shift === 0) return undefined;
    return whiteTo(base, target.column, Math.max(0, block[i]!.column + shift), style);
  }, rule);
}

/**
 * The depth that the place gives the block's first line.
 *
 * @param lead how much white space stood before the caret.
 * @param written the column that the block brought.
 */
function headDepth(site: Site, block: readonly BlockLine[], lead: number, written: number): Depth {
  const { language, syntax, style, lines } = site;
  const { from, to, token } = block[0]!;
  const before = lines.text.slice(0, from);
  const { blocks } = language.typing;
  if (blocks?.column(before, style, { rest: "" }) !== undefined) {
    // Where indentation is what tells, the block goes to the depth at which it was put.
    const put = indentColumn(lines.text, from, from + lead, style.tabWidth);
    return { column: lead > 0 ? put : blocks.nearest(before, written, style) };
  }
  const { tokens } = syntax;
  // A comment of several lines is one line's beginning.
  const end = tokens.isTrivia(token) ? Math.max(to, tokens.end(token)) : to;
  const line = lines.text.slice(to, lines.lineEnd(lines.lineAt(end)));
  const depth = depthAfter(language, before, line, WHOLE, style);
  const offset = block.at(-1)!.to;
  return siblingBelow({ ...site, offset }, depth, "") ?? depth;
}
