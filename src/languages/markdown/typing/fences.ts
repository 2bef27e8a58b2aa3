import type { Change } from "../../../core/text/edits.js";
import { startOfLine, whiteOf } from "../../../core/text/width.js";
import { chainAt, parseBlocks, type Fence } from "../blocks.js";
import { B } from "../kinds.js";
import { indented } from "./tags.js";

/** A line that holds what may end a fence, and nothing else. */
const FENCE = /^[ \t]*(`{3,}|~{3,})$/;

/** What the last sign of a fence comes to: it goes back to the column of the one that it ends. */
export function endFenced(text: string, at: number): Change[] | undefined {
  const start = startOfLine(text, at);
  const sign = FENCE.exec(text.slice(start, at))?.[1];
  if (sign === undefined) return undefined;
  const blocks = parseBlocks(text.slice(0, start));
  const fence = chainAt(blocks.root, blocks.starts.length - 1).at(-1) as Fence;
  const ends = fence.kind === B.Fence && !fence.closed && sign === fence.sign.repeat(fence.length);
  if (!ends) return undefined;
  const opener = blocks.starts[fence.first]!;
  const white = whiteOf(text, opener);
  const isBehindMarker = !text.startsWith(fence.sign, opener + white.length);
  return indented(
    text,
    start,
    isBehindMarker ? " ".repeat(fence.rows[0]!.column + fence.indent) : white,
  );
}
