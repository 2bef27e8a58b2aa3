import { isBlankRow, trimmedEnd, trimmedStart } from "../../../core/text/blanks.js";
import type { EnteredText } from "../../../core/language.js";
import { applyChanges, type Change } from "../../../core/text/edits.js";
import { endOfLine, startOfLine, whiteOf } from "../../../core/text/width.js";
import { parseBlocks, type Block, type Blocks, type Item, type List } from "../blocks.js";
import { B } from "../kinds.js";
import { numbersOf } from "../layout/leads.js";
import { RULES, R } from "../rules.js";
import { innermost, leadOf, lineBefore, put, type Line } from "./lines.js";
import { indented } from "./tags.js";
import { wrappedLead } from "./wrapped.js";

/** The box of a task. */
export const BOX = /^\[[ xX]\](?=[ \t]|$)/;

/** The marker of an item at the margin, and the blank behind it. */
const MARKER = /^(?:[-+*]|\d{1,9}[.)]) $/;

/** What the blank behind a marker comes to that stands at the margin: it goes to the column of the items above. */
export function begunItem(text: string, at: number): Change[] | undefined {
  const start = startOfLine(text, at);
  if (!MARKER.test(text.slice(start, at))) return undefined;
  const { root, starts } = parseBlocks(text.slice(0, at));
  const lists = root.children.filter(({ kind }) => kind === B.List);
  const list = lists.pop();
  const line = starts.length - 1;
  if (list?.last !== line || list.children.at(-1)!.first !== line) return undefined;
  const above =
    list.children.at(-2) ?? lists.filter((one) => isNumbered(one) === isNumbered(list)).at(-1);
  if (above === undefined) return undefined;
  const white = whiteOf(text, starts[above.first]!);
  return white === "" ? undefined : indented(text, start, white);
}

const isNumbered = ({ children }: Block): boolean =>
  (children[0] as Item).number !== undefined;

/** The next item of a list. */
export function follows(
  text: string,
  at: number,
  rest: string,
  above: Line,
  chain: readonly Block[],
  item: Item,
): EnteredText {
  const outer = leadOf(text, above, chain.slice(0, chain.indexOf(item)), item.first);
  const indent = " ".repeat(Math.max(0, item.column + markerIndent(text, item) - outer.length));
  const list = chain[chain.indexOf(item) - 1] as List;
  const nested = isBlankRow(rest) ? listBelow(text, chain[0]!, list, item) : undefined;
  if (nested !== undefined)
    return put(at, rest, outer + " ".repeat(item.content - outer.length) + nested);
  const marker = text.slice(item.marker, item.marker + item.length);
  const whole = item.number === undefined ? undefined : withoutLine(text, at, list);
  const number = nextNumber(whole ?? list, item);
  const sign = number === undefined ? marker : `${number}${marker.at(-1)!}`;
  const content = text.slice(item.marker + item.length, endOfLine(text, item.marker));
  const space = /^[ \t]+/.exec(content)?.[0] ?? " ";
  const gap = space.length > 4 ? " " : space;
  const box = BOX.test(trimmedStart(content)) ? "[ ] " : "";
  const stands = text.slice(startOfLine(text, item.marker), item.marker);
  // Tabs stay tabs.
  const lead = /^[ \t>]*\t[ \t>]*$/.test(stands) ? stands : outer + indent;
  const answer = put(at, rest, lead + sign + gap + box);
  const numbers = whole === undefined ? [] : renumbered(text, answer.changes, at, whole);
  return { ...answer, changes: [...answer.changes, ...numbers] };
}

/** An item's text that tells what stands below it. */
const ANNOUNCES = /:[*_`]*$/;

/**
 * The marker that goes below an item whose text ends with a colon, where such an item above it holds a list, or below one
 * before which the last two hold one; undefined elsewhere.
 */
function listBelow(text: string, root: Block, list: List, item: Item): string | undefined {
  const announces = (one: Item): boolean => {
    const end = endOfLine(text, one.marker);
    return ANNOUNCES.test(trimmedEnd(text.slice(one.marker, end)));
  };
  const listIn = (one: Block): List | undefined =>
    one.children.find(({ kind }) => kind === B.List) as List | undefined;
  const siblings = list.children.slice(0, list.children.indexOf(item)).slice(-2);
  const holdAll = siblings.length === 2 && siblings.every((one) => listIn(one) !== undefined);
  if (!holdAll && !announces(item)) return undefined;
  const items = (block: Block): Item[] =>
    block.children.flatMap((child) =>
      child.kind === B.Item ? [child as Item, ...items(child)] : items(child));
  const above = holdAll
    ? siblings[1]
    : items(root).filter((one) => one.marker < item.marker && announces(one)).at(-1);
  const [first] = (above === undefined ? [] : listIn(above)?.children ?? []) as Item[];
  return first === undefined || first.number !== undefined
    ? undefined
    : text.slice(first.marker, first.marker + first.length) + " ";
}

/** How far the marker of an item stands from where its list begins. */
const markerIndent = (text: string, { marker, content, column, length }: Item): number => {
  const content0 = content - column - length;
  const after = /^[ \t]*/.exec(text.slice(marker + length))![0].length;
  return Math.max(0, content0 - Math.max(1, Math.min(after, 4)));
};

/** The number after an item's: the same where all of several are the same. */
function nextNumber(list: List, { number }: Item): number | undefined {
  if (number === undefined) return undefined;
  const numbers = list.children.map((one) => (one as Item).number);
  return numbers.length > 1 && numbers.every((one) => one === number) ? number : number + 1;
}

/** The numbers of the items after a new one, where they followed from each other before. */
function renumbered(text: string, changes: readonly Change[], at: number, before: List): Change[] {
  const [first] = before.children as Item[];
  const after = applyChanges(text, changes);
  const shift = after.length - text.length;
  const { root } = parseBlocks(after);
  const whole = listAt(root, first!.marker);
  const were = numbersOf(before);
  const inOrder = before.children.every((item, i) => (item as Item).number === were[i]);
  if (whole === undefined || !inOrder) return [];
  const numbers = numbersOf(whole);
  return (whole.children as Item[]).flatMap((item, i): Change[] => {
    const from = item.marker - shift;
    if (from <= at || numbers[i] === item.number || numbers[i] === undefined) return [];
    return [{ from, to: from + item.length - 1, text: String(numbers[i]), rule: RULES[R.Number]! }];
  });
}

/** A list with all that follows the line that begins at an offset, and without that line. */
const withoutLine = (text: string, at: number, { children }: List): List | undefined => listAt(
  parseBlocks(text.slice(0, at) + text.slice(endOfLine(text, at))).root,
  (children[0] as Item).marker,
);

/** The list whose first item has its marker at an offset. */
function listAt(block: Block, marker: number): List | undefined {
  for (const child of block.children) {
    if (child.kind === B.List && (child.children[0] as Item).marker === marker)
      return child as List;
    const found = listAt(child, marker);
    if (found !== undefined) return found;
  }
  return undefined;
}

/** An item without text takes one level back, or is none any more. */
export function ended(
  text: string,
  at: number,
  above: Line,
  chain: readonly Block[],
  item: Item,
  blocks: Blocks,
): EnteredText {
  const outer = chain.slice(0, chain.indexOf(item) - 1);
  const parent = innermost<Item>(outer, B.Item);
  if (parent === undefined) return taken(text, at, item.marker, wrappedLead(text, blocks));
  const start = blocks.starts[parent.first]!;
  const lead = text.slice(start, parent.marker);
  const sign = text.slice(parent.marker, parent.marker + parent.length);
  const list = chain[chain.indexOf(parent) - 1] as List;
  const number = nextNumber(list, parent);
  const wanted = `${lead}${number === undefined ? sign : `${number}${sign.at(-1)!}`} `;
  const change = { from: above.start, to: at, text: wanted, rule: RULES[R.Line]! };
  return { changes: [change], caret: above.start + wanted.length };
}

/**
 * Takes a marker away, and the line end that was typed behind it.
 *
 * @param lead what stands there instead; undefined for what stood before the marker.
 */
export function taken(text: string, at: number, marker: number, lead?: string): EnteredText {
  const { start } = lineBefore(text, at);
  const before = trimmedEnd(text.slice(start, marker));
  const kept = lead ?? (before === "" ? "" : `${before} `);
  const change = { from: start, to: at, text: kept, rule: RULES[R.Line]! };
  return { changes: [change], caret: start + kept.length };
}
