import type { Change } from "../../../core/text/edits.js";
import { pushChanges } from "../../../core/text/minimise.js";
import { behindBlanks, startOfLine, whiteOf } from "../../../core/text/width.js";
import { VOID } from "../../html/elements.js";
import { parseBlocks, type Block } from "../blocks.js";
import { B } from "../kinds.js";
import { RULES, R } from "../rules.js";

/** A line that holds an end tag and nothing else. */
const ENDS = /^[ \t]*<\/([a-z][\w-]*)[ \t]*>$/i;

/** A tag in a block of markup; quoted values may hold its signs. */
const TAG = /<(\/?)([a-z][\w-]*)(?:"[^"]*"|'[^']*'|[^"'<>])*>/gi;

/**
 * What the `>` of an end tag comes to that has a line for itself: the tag goes back to the column of the line
 * that its start tag begins, be blank lines between the two.
 *
 *     <p align="center">
 *       The ferry
 *       </p>
 *     ^ goes here
 *
 * @param at the offset behind the sign.
 * @returns undefined where nothing shall be said of it.
 */
export function endTagged(text: string, at: number): Change[] | undefined {
  const start = startOfLine(text, at);
  const name = ENDS.exec(text.slice(start, at))?.[1]?.toLowerCase();
  if (name === undefined) return undefined;
  const opener = openerOf(text.slice(0, at), name, start);
  if (opener === undefined || !behindBlanks(text, opener)) return undefined;
  return indented(text, start, whiteOf(text, opener));
}

/** Blocks whose lines nothing but their own end ends, and that hold no markup. */
const OTHERS = /^[ \t]*<(?:!|\?|(?:pre|script|style|textarea)\b)/i;

/** A tag that its line leaves open. */
const OPEN_TAG = /<[a-z][\w-]*(?:"[^"]*"|'[^']*'|[^"'<>])*$/i;

/**
 * The white space of the line that follows in a block of markup: a step more than that of a line that leaves an
 * element or a tag open, and behind a line that ends one that of the line where it begins.
 *
 *     <p>                        <img
 *       <a>Tides</a>               alt="Tide"
 *       ^ goes here              />
 *                                ^ and what comes next
 *
 * @param block the block up to the line's end.
 */
export function whiteBelow(block: string, step: string): string {
  const last = startOfLine(block, block.length);
  const own = whiteOf(block, last);
  if (OTHERS.test(block)) return own;
  const tag = OPEN_TAG.exec(block);
  if (tag !== null) return tag.index < last ? own : own + step;
  const open: OpenTag[] = [];
  /** Where what the last line ends begins first. */
  let ended: number | undefined;
  for (const tag of block.matchAll(TAG)) {
    const from = take(open, tag, tag.index);
    const onLast = tag.index + tag[0].length > last;
    if (onLast && from < last) ended = Math.min(from, ended ?? from);
  }
  const innermost = open.at(-1)?.from ?? -1;
  const white = ended === undefined ? own : whiteOf(block, startOfLine(block, ended));
  return innermost >= last || innermost === ended ? white + step : white;
}

/** Whether a line of code begins with a tag, and leaves an element open that it begins. */
export function leavesElement(line: string): boolean {
  if (line[whiteOf(line, 0).length] !== "<") return false;
  const open: OpenTag[] = [];
  for (const tag of line.matchAll(TAG)) take(open, tag, tag.index);
  return open.length > 0;
}

/** A start tag whose element is open. */
interface OpenTag {
  readonly name: string;
  readonly from: number;
}

/** Opens or ends an element with the tag at an offset; answers where that begins which it ends, the tag itself for none. */
function take(open: OpenTag[], [tag, slash, word]: readonly string[], from: number): number {
  const name = word!.toLowerCase();
  if (VOID.has(name) || tag!.endsWith("/>")) return from;
  if (slash === "") {
    open.push({ name, from });
    return from;
  }
  const at = open.map((one) => one.name).lastIndexOf(name);
  return at < 0 ? from : open.splice(at)[0]!.from;
}

/** What gives the line that begins at an offset other white space to begin with. */
export function indented(text: string, start: number, white: string): Change[] {
  const changes: Change[] = [];
  const end = start + whiteOf(text, start).length;
  pushChanges(changes, text, start, end, white, RULES[R.Line]!);
  return changes;
}

/**
 * Where the tag begins that an end tag on the line at `end` ends; undefined where none does, or the line is no markup. What is
 * open in markup goes on over blank lines; each stretch of code is one by itself.
 */
function openerOf(text: string, name: string, end: number): number | undefined {
  const { root, starts, ends } = parseBlocks(text);
  const markup: OpenTag[] = [];
  let found: readonly OpenTag[] | undefined;
  const walk = (block: Block): void => {
    const isCode = block.kind === B.Code;
    const open = isCode ? [] : markup;
    for (const { line } of isCode || block.kind === B.Html ? block.rows : []) {
      const from = starts[line]!;
      if (from === end) found = open;
      if (from >= end) return;
      for (const tag of text.slice(from, ends[line]).matchAll(TAG))
        take(open, tag, from + tag.index);
    }
    block.children.forEach(walk);
  };
  walk(root);
  return found?.filter((one) => one.name === name).at(-1)?.from;
}
