import {
  blanksEnd,
  isBlankRow,
  trimmed,
  trimmedEnd,
  trimmedStart,
} from "../../core/text/blanks.js";
import type { EnteredText, Typing } from "../../core/language.js";
import { applyChanges, byPlace, type Change } from "../../core/text/edits.js";
import { endFrontMatter, inFrontMatter, whiteInFrontMatter } from "../../core/front-matter.js";
import { indentText } from "../../core/style/indent.js";
import type { Style } from "../../core/style/style.js";
import { startOfLine, whiteOf } from "../../core/text/width.js";
import {
  parseBlocks,
  type Block,
  type Blocks,
  type Fence,
  type Item,
  type List,
  type Quote,
} from "./blocks.js";
import { B } from "./kinds.js";
import { numbersOf } from "./layout/leads.js";
import { placed } from "./placing.js";
import { RULES, R } from "./rules.js";
import { endTagged, indented, whiteBelow } from "./tags.js";

/** What texts with marks say of what is typed into them. */
export const markdownTyping: Typing = {
  triggers: [">", "`", "~", "-"],
  words: new Map(),
  closers: () => "",
  entered,
  completed(text, at, character) {
    switch (character) {
      case ">": return endTagged(text, at);
      case "-": return endFrontMatter(text, at, RULES[R.Line]!);
      default: return endFenced(text, at);
    }
  },
  placed,
};

/** The box of a task. */
const BOX = /^\[[ xX]\](?=[ \t]|$)/;

/**
 * Answers for Enter: lists and quotations go on; an item without text ends its list, or takes one level back.
 *
 * @param at the offset where the new line begins.
 */
function entered(text: string, at: number, style: Style): EnteredText {
  const above = lineBefore(text, at);
  const answer = enteredBehind(text, at, above, style);
  // Two blanks end a line on purpose, one was between two words.
  const blank = above.end - 1;
  if (!/[^ \t] $/.test(text.slice(above.start, above.end))) return answer;
  const { changes, caret } = answer;
  if (changes.some(({ from, to }) => from <= above.end && to >= blank)) return answer;
  const trimmed = { from: blank, to: above.end, text: "", rule: RULES[R.Line]! };
  return { changes: [trimmed, ...changes].sort(byPlace), caret: caret - 1 };
}

function enteredBehind(text: string, at: number, above: Line, style: Style): EnteredText {
  const end = lineEnd(text, at);
  const rest = text.slice(at, end);
  const written = text.slice(above.start, above.end);
  // What stood on a line that Enter leaves empty keeps its place.
  if (isBlankRow(written) && !isBlankRow(rest)) return pushedDown(at, rest, above, written);
  if (inFrontMatter(text, above.start)) return put(at, rest, whiteInFrontMatter(written, style));
  const blocks = parseBlocks(text.slice(0, above.end));
  const line = blocks.starts.length - 1;
  // Nothing goes on behind an empty line.
  if (line < 0 || blocks.starts[line] !== above.start) return { changes: [], caret: at };
  const chain = chainAt(blocks.root, line);
  const tip = chain.at(-1)!;
  if (tip.kind === B.Html && innermost<Quote>(chain, B.Quote) === undefined) {
    const block = text.slice(blocks.starts[tip.first]!, above.end);
    const step = rest.startsWith("</") ? "" : indentText(style, style.indentSize);
    return put(at, rest, whiteBelow(block, step));
  }
  if (tip.kind === B.Kept || tip.kind === B.Html || tip.kind === B.Code || tip.kind === B.Fence)
    return put(at, rest, indentOf(text, above));
  const item = innermost<Item>(chain, B.Item);
  if (item !== undefined && item.first === line) {
    const content = trimmed(written.slice(item.marker + item.length - above.start));
    if (isBlankRow(content.replace(BOX, "")) && isBlankRow(rest))
      return ended(text, at, above, chain, item, blocks);
    return follows(text, at, rest, above, chain, item);
  }
  // A paragraph that an item begins with is the item's own, however many lines it has.
  if (item !== undefined && tip.kind === B.Paragraph && item.children[0] === tip)
    return follows(text, at, rest, above, chain, item);
  const quote = innermost<Quote>(chain, B.Quote);
  if (quote !== undefined && quote.signs.has(line)) {
    const sign = quote.signs.get(line)!;
    if (isBlankRow(text.slice(sign + 1, above.end)) && isBlankRow(rest))
      return taken(text, at, sign);
    return put(at, rest, leadOf(text, above, chain, line));
  }
  if (isBlankRow(written)) return emptied(at, above);
  return item === undefined
    ? { changes: [], caret: at }
    : put(at, rest, leadOf(text, above, chain, line));
}

/** Takes the white space of a line that Enter leaves blank. */
function emptied(at: number, { start, end }: Line): EnteredText {
  const changes = start === end ? [] : [{ from: start, to: end, text: "", rule: RULES[R.Line]! }];
  return { changes, caret: at - (end - start) };
}

/** Takes the white space of a line that Enter leaves empty along with what went down. */
function pushedDown(at: number, rest: string, { start, end }: Line, white: string): EnteredText {
  if (white === "") return { changes: [], caret: at };
  const { changes, caret } = put(at, rest, white);
  const { changes: above } = emptied(at, { start, end });
  return { changes: [...above, ...changes], caret: caret - white.length };
}

interface Line {
  readonly start: number;
  readonly end: number;
}

/** The line before the one that begins at an offset, without its line end. */
function lineBefore(text: string, at: number): Line {
  let end = at - 1;
  if (text[end] === "\n" && text[end - 1] === "\r") end--;
  let start = end;
  while (start > 0 && text[start - 1] !== "\n" && text[start - 1] !== "\r") start--;
  return { start, end };
}

function lineEnd(text: string, at: number): number {
  let end = at;
  while (end < text.length && text[end] !== "\n" && text[end] !== "\r") end++;
  return end;
}

const indentOf = (text: string, { start, end }: Line): string =>
  /^[ \t>]*/.exec(text.slice(start, end))![0];

/** A line that holds what may end a fence, and nothing else. */
const FENCE = /^[ \t]*(`{3,}|~{3,})$/;

/** What the last sign of a fence comes to: it goes back to the column of the one that it ends. */
function endFenced(text: string, at: number): Change[] | undefined {
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

/** The blocks that hold a line, outermost first. */
function chainAt(root: Block, line: number): Block[] {
  const chain = [root];
  for (let block = root;;) {
    const next = block.children.at(-1);
    const holds = next !== undefined
      && (
        next.last >= line
        || (next.kind === B.Quote && (next as Quote).signs.has(line))
        || isOpen(next, line)
      );
    if (!holds) return chain;
    chain.push(next);
    block = next;
  }
}

/** The innermost block of a kind. */
const innermost = <T extends Block>(chain: readonly Block[], kind: T["kind"]): T | undefined =>
  chain.filter((block) => block.kind === kind).at(-1) as T | undefined;

/** Whether an item without text, or what holds one, is the last thing of a text. */
const isOpen = ({ first }: Block, line: number): boolean => first === line;

/** What stands before the content of the innermost container, on a line that goes on with it. */
function leadOf(text: string, above: Line, chain: readonly Block[], line: number): string {
  let lead = "";
  let column = 0;
  for (const block of chain) {
    if (block.kind === B.Quote) {
      const sign = (block as Quote).signs.get(line);
      if (sign === undefined) return lead;
      lead +=
        " ".repeat(Math.max(0, sign - above.start - column))
        + (text[sign + 1] === " " ? "> " : ">");
      column = lead.length;
    } else if (block.kind === B.Item) {
      lead += " ".repeat(Math.max(0, (block as Item).content - lead.length));
      column = lead.length;
    }
  }
  return lead;
}

/** Puts something before what went down with the caret. */
function put(at: number, rest: string, lead: string): EnteredText {
  const white = blanksEnd(rest, 0);
  const changes: Change[] = rest.slice(0, white) === lead
    ? []
    : [{ from: at, to: at + white, text: lead, rule: RULES[R.Line]! }];
  return { changes, caret: at + lead.length };
}

/** The next item of a list. */
function follows(
  text: string,
  at: number,
  rest: string,
  above: Line,
  chain: readonly Block[],
  item: Item,
): EnteredText {
  const outer = leadOf(text, above, chain.slice(0, chain.indexOf(item)), item.first);
  const indent = " ".repeat(Math.max(0, item.column + markerIndent(text, item) - outer.length));
  const marker = text.slice(item.marker, item.marker + item.length);
  const list = chain[chain.indexOf(item) - 1] as List;
  const number = nextNumber(list, item);
  const sign = number === undefined ? marker : `${number}${marker.at(-1)!}`;
  const content = text.slice(item.marker + item.length, lineEnd(text, item.marker));
  const space = /^[ \t]+/.exec(content)?.[0] ?? " ";
  const gap = space.length > 4 ? " " : space;
  const box = BOX.test(trimmedStart(content)) ? "[ ] " : "";
  const answer = put(at, rest, outer + indent + sign + gap + box);
  return { ...answer, changes: [...answer.changes, ...renumbered(text, answer.changes, at, list)] };
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
function renumbered(text: string, changes: readonly Change[], at: number, list: List): Change[] {
  const [first] = list.children as Item[];
  if (first?.number === undefined) return [];
  const after = applyChanges(text, changes);
  const shift = after.length - text.length;
  const { root } = parseBlocks(after);
  const whole = listAt(root, first.marker);
  if (whole === undefined) return [];
  const before = listAt(
    parseBlocks(text.slice(0, at) + text.slice(lineEnd(text, at))).root,
    first.marker,
  );
  const were = before === undefined ? [] : numbersOf(before);
  const inOrder = before?.children.every((item, i) => (item as Item).number === were[i]) === true;
  if (!inOrder) return [];
  const numbers = numbersOf(whole);
  return (whole.children as Item[]).flatMap((item, i): Change[] => {
    const from = item.marker - shift;
    if (from <= at || numbers[i] === item.number || numbers[i] === undefined) return [];
    return [{ from, to: from + item.length - 1, text: String(numbers[i]), rule: RULES[R.Number]! }];
  });
}

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
function ended(
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
 * What stands before the text of the item that the line above the last one ends, where the text has items of several
 * lines: without a blank line, what follows is that item's text. Undefined elsewhere.
 *
 *     - Mind the gap when the
 *       tide is low.
 *     - Keep clear of the
 *       |
 */
function wrappedLead(text: string, { starts }: Blocks): string | undefined {
  const line = starts.length - 2;
  const { root } = parseBlocks(text.slice(0, starts[line + 1]));
  const chain = chainAt(root, line);
  if (chain.at(-1)!.kind !== B.Paragraph || innermost(chain, B.Item) === undefined)
    return undefined;
  if (!hasWrapped(parseBlocks(text).root)) return undefined;
  return leadOf(text, { start: starts[line]!, end: starts[line + 1]! }, chain, line);
}

/** Whether a block holds an item whose text goes on under itself. */
function hasWrapped({ kind, children }: Block): boolean {
  const [first] = children;
  const isText = kind === B.Item && first?.kind === B.Paragraph;
  return (isText && first.rows[1]?.lazy === false) || children.some(hasWrapped);
}

/**
 * Takes a marker away, and the line end that was typed behind it.
 *
 * @param lead what stands there instead; undefined for what stood before the marker.
 */
function taken(text: string, at: number, marker: number, lead?: string): EnteredText {
  const { start } = lineBefore(text, at);
  const before = trimmedEnd(text.slice(start, marker));
  const kept = lead ?? (before === "" ? "" : `${before} `);
  const change = { from: start, to: at, text: kept, rule: RULES[R.Line]! };
  return { changes: [change], caret: start + kept.length };
}
