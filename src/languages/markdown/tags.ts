import type { Change } from "../../core/text/edits.js";
import { pushChanges } from "../../core/text/minimise.js";
import { behindBlanks, startOfLine, whiteOf } from "../../core/text/width.js";
import { VOID } from "../html/elements.js";
import { parseBlocks, type Block } from "./blocks.js";
import { B } from "./kinds.js";
import { RULES, R } from "./rules.js";

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
  const open: { readonly name: string; readonly from: number }[] = [];
  /** Where what the last line ends begins first, and whether that leaves an element open. */
  let ended: number | undefined;
  for (const { 0: found, 1: slash, 2: word, index } of block.matchAll(TAG)) {
    const name = word!.toLowerCase();
    const onLast = index + found.length > last;
    let from = index;
    if (slash === "/") {
      const at = open.map((one) => one.name).lastIndexOf(name);
      if (at >= 0) from = open.splice(at)[0]!.from;
    } else if (!VOID.has(name) && !found.endsWith("/>")) {
      open.push({ name, from });
    }
    if (onLast && from < last) ended = Math.min(from, ended ?? from);
  }
  const innermost = open.at(-1)?.from ?? -1;
  const white = ended === undefined ? own : whiteOf(block, startOfLine(block, ended));
  return innermost >= last || innermost === ended ? white + step : white;
}

/** What gives the line that begins at an offset other white space to begin with. */
export function indented(text: string, start: number, white: string): Change[] {
  const changes: Change[] = [];
  const end = start + whiteOf(text, start).length;
  pushChanges(changes, text, start, end, white, RULES[R.Line]!);
  return changes;
}

/** Where the tag begins that an end tag on the line at `end` ends; undefined where none does, or the line is no markup. */
function openerOf(text: string, name: string, end: number): number | undefined {
  const { root, starts, ends } = parseBlocks(text);
  const names: string[] = [];
  const places: number[] = [];
  let isMarkup = false;
  const walk = (block: Block): void => {
    for (const { line } of block.kind === B.Html ? block.rows : []) {
      const from = starts[line]!;
      isMarkup ||= from === end;
      if (from >= end) return;
      for (
        const { 0: tag, 1: slash, 2: word, index } of text.slice(from, ends[line]).matchAll(TAG)
      ) {
        const tagName = word!.toLowerCase();
        if (VOID.has(tagName) || tag.endsWith("/>")) continue;
        if (slash === "") {
          names.push(tagName);
          places[names.length - 1] = from + index;
        } else if (names.includes(tagName)) {
          names.length = names.lastIndexOf(tagName);
        }
      }
    }
    block.children.forEach(walk);
  };
  walk(root);
  return isMarkup ? places[names.lastIndexOf(name)] : undefined;
}
