import { indentText } from "../../style/indent.js";
import { lineDepths } from "./columns.js";
import { headDepth, isElements } from "./head.js";
import { ENOUGH, type MovedLine } from "./moved.js";
import type { Site } from "./site.js";

/**
 * Whether all lines of a block stand where the layout has them, so that it belongs where it is, be it parts of
 * statements. Where indentation makes blocks the layout has them wherever they are.
 */
export function standsInPlace(site: Site, block: readonly MovedLine[]): boolean {
  const { language, syntax, style, lines, unbalanced } = site;
  if (language.sequence === undefined || language.typing.blocks !== undefined) return false;
  if (block.length > ENOUGH || block.some(({ region }) => region)) return false;
  // What does not add up is read by its columns, be they what the block brought.
  if (unbalanced && block.some(({ column }) => column < block[0]!.column)) return false;
  const asked = block.filter(({ comment, margin }) => comment < 0 && !margin);
  const tokens = asked.map(({ token }) => token);
  const depths = lineDepths(language, syntax, style, tokens);
  // What an element holds may as well stand at its margin.
  if (isElements(site, block) && headDepth(site, block, 0, 0).column !== block[0]!.column)
    return false;
  return asked.every(({ from, to }, i) => {
    const { column, white } = depths[i] ?? {};
    if (column === undefined) return false;
    return lines.text.slice(from, to) === (white ?? indentText(style, column));
  });
}
