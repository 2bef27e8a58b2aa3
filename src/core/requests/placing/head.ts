import { Signs } from "../../notation.js";
import { indentColumn, lineColumn, whiteOf } from "../../text/width.js";
import { whiteBeyond } from "../../style/indent.js";
import type { Style } from "../../style/style.js";
import type { Depth } from "./columns.js";
import { PLACEHOLDER, depthAfter } from "./depth.js";
import type { MovedLine } from "./moved.js";
import { siblingBelow } from "./siblings.js";
import type { Site } from "./site.js";

/** What goes with a line that is whole as it stands, or that ends with a comma or an operator. */
const GOES_ON: readonly string[] = ["", ` ${PLACEHOLDER}`];

/**
 * The depth that the place gives the block's first line.
 *
 * @param lead how much white space stood before the caret.
 * @param brought the column that the block brought.
 */
export function headDepth(
  site: Site,
  block: readonly MovedLine[],
  lead: number,
  brought: number,
): Depth {
  const { language, syntax, style, lines } = site;
  const { from, to, token } = block[0]!;
  const before = lines.text.slice(0, from);
  const { tokens } = syntax;
  const { to: lastTo, region } = block.at(-1)!;
  const end = lines.lineEnd(lines.lineAt(lastTo));
  // A text may go on below its last line.
  const textEnd = tokens.end(tokens.lastAt(end));
  const last = !region && textEnd > end ? textEnd : end;
  const below = lines.text.slice(last);
  const shown = shownWhite(site, block, 0);
  if (shown !== undefined)
    return { column: lineColumn(shown, 0, style.tabWidth), white: shown };
  const { blocks } = language.typing;
  if (blocks?.column(before, style, { rest: "" }) !== undefined) {
    // Where indentation is what tells, the block goes to the depth at which it was put.
    const put = indentColumn(lines.text, from, from + lead, style.tabWidth);
    return {
      column: lead > 0 ? put : blocks.nearest(before, brought, style, lines.slice(to, last), below),
    };
  }
  // A comment of several lines is one line's beginning.
  const comment = tokens.isTrivia(token) ? Math.max(to, tokens.end(token)) : to;
  // Where nothing else tells, the column in which it came does not either.
  const alone = Signs.of(language.notation).beginsClosing(below.trimStart().slice(0, 2));
  const next = alone && language.typing.next?.(before, below);
  const lineEnd = lines.lineEnd(lines.lineAt(comment));
  const written = lines.text.slice(from, lineEnd);
  const line = next ? whiteOf(next, 0) + written.trimStart() : written;
  const depth = depthAfter(language, before, line, GOES_ON, style, lines.text.slice(lineEnd));
  // What begins right below at the margin may be what stood after the caret, which had this white space.
  if (lead > 0 && /^(?:\r\n|\r|\n)\S/.test(below)) return depth;
  const offset = block.at(-1)!.to;
  return (
    siblingBelow({ ...site, offset }, depth, "", isElements(site, block) ? -1 : token) ?? depth
  );
}

/** The white space of line i of a block, where what stands around that, and its lines above, tell it. */
export function shownWhite(
  { language, lines, whole }: Pick<Site, "language" | "lines" | "whole">,
  block: readonly MovedLine[],
  i: number,
): string | undefined {
  const { shown } = language.typing;
  if (shown === undefined) return undefined;
  const { from, to } = block[i]!;
  const lineEnd = (offset: number): number => lines.lineEnd(lines.lineAt(offset));
  const [text, begin] = [whole.text(), whole.at(from)];
  const rest = text.slice(begin + lineEnd(block.at(-1)!.to) - from);
  return shown(text.slice(0, begin) + rest, begin, lines.slice(to, lineEnd(to)));
}

/** What an element, or a comment, ends with. */
const ENDS_ELEMENT = /(?:<\/[^<>]*|\/|--)>$/;

/**
 * Whether a block of markup looks like whole elements: it begins with no end tag, and ends with one as far out as any of
 * its lines reaches.
 */
export function isElements(
  { language: { notation }, lines }: Site,
  block: readonly MovedLine[],
): boolean {
  if (notation.tags !== true || notation.block !== undefined) return false;
  const { to, column } = block.at(-1)!;
  return (
    ENDS_ELEMENT.test(lines.slice(to, lines.lineEnd(lines.lineAt(to))).trimEnd())
    && !lines.text.startsWith("</", block[0]!.to)
    // Its first line may have lost columns.
    && block[0]!.column <= column
    && block.slice(1).every((line) => line.column >= column)
  );
}

/** The white space that reaches a column from a line's that reaches `from`. */
export const whiteTo = (base: string, from: number, column: number, style: Style): string =>
  column >= from ? whiteBeyond(base, column - from, style) : whiteBeyond("", column, style);
