import { isBlankRow, trimmed } from "../../../core/text/blanks.js";
import type { EnteredText } from "../../../core/language.js";
import { byPlace } from "../../../core/text/edits.js";
import { inFrontMatter, whiteInFrontMatter } from "../../../core/front-matter.js";
import { indentText } from "../../../core/style/indent.js";
import type { Style } from "../../../core/style/style.js";
import { chainAt, parseBlocks, type Block, type Item, type Quote } from "../blocks.js";
import { B } from "../kinds.js";
import { RULES, R } from "../rules.js";
import { whiteBelowCode } from "./code.js";
import { BOX, ended, follows, taken } from "./items.js";
import { endOfLine, startOfLine, whiteOf } from "../../../core/text/width.js";
import { innermost, leadOf, lineBefore, put, type Line } from "./lines.js";
import { whiteBelow } from "./tags.js";

/**
 * Answers for Enter: lists and quotations go on; an item without text ends its list, or takes one level back.
 *
 * @param at the offset where the new line begins.
 */
export function entered(text: string, at: number, style: Style): EnteredText {
  const above = lineBefore(text, at);
  const rest = text.slice(at, endOfLine(text, at));
  const answer = enteredBehind(text, at, rest, above, style);
  const blank = blankBetween(text, rest, above);
  const { changes, caret } = answer;
  if (blank === above.end || changes.some(({ from, to }) => from <= above.end && to >= blank))
    return answer;
  const trimmed = { from: blank, to: above.end, text: "", rule: RULES[R.Line]! };
  return { changes: [trimmed, ...changes].sort(byPlace), caret: caret - (above.end - blank) };
}

/** Where the blanks at the end of a line begin that were between two words or sentences; two end a line on purpose. */
function blankBetween(text: string, rest: string, { start, end }: Line): number {
  const written = text.slice(start, end);
  const between = isBlankRow(rest) ? /(?<=[^ \t]) $/ : /(?:(?<=[.!?:]) +|(?<=[^ \t]) )$/;
  return start + (between.exec(written)?.index ?? written.length);
}

/** @param rest what went down with the caret. */
function enteredBehind(
  text: string,
  at: number,
  rest: string,
  above: Line,
  style: Style,
): EnteredText {
  const written = text.slice(above.start, above.end);
  // What stood on a line that Enter leaves empty keeps its place.
  if (isBlankRow(written) && !isBlankRow(rest)) return pushedDown(at, rest, above, written);
  if (inFrontMatter(text, above.start)) return put(at, rest, whiteInFrontMatter(written, style));
  const blocks = parseBlocks(text.slice(0, above.end));
  const line = blocks.starts.length - 1;
  if (line < 0) return { changes: [], caret: at };
  const chain = chainAt(blocks.root, line);
  // Nothing goes on behind an empty line, but within an item.
  if (blocks.starts[line] !== above.start)
    return isBlankRow(rest)
      ? put(at, rest, whiteWithin(text, at, chain))
      : { changes: [], caret: at };
  const tip = chain.at(-1)!;
  if (tip.kind === B.Html && innermost<Quote>(chain, B.Quote) === undefined) {
    const block = text.slice(blocks.starts[tip.first]!, above.end);
    const step = rest.startsWith("</") ? "" : indentText(style, style.indentSize);
    return put(at, rest, whiteBelow(block, step));
  }
  if (tip.kind === B.Code) {
    const code = text.slice(tip.rows.at(-1)!.at, above.end);
    const step = /^(?:[)\]}]|<\/)/.test(rest) ? "" : indentText(style, style.indentSize);
    return put(at, rest, leadOf(text, above, chain, line) + whiteBelowCode(code, step));
  }
  if (tip.kind === B.Kept || tip.kind === B.Html || tip.kind === B.Fence)
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
  if (item === undefined) return { changes: [], caret: at };
  const lead = leadOf(text, above, chain, line);
  // Lines that the author has put deeper than the item's text go on there.
  const white = whiteOf(text, above.start);
  return put(at, rest, /^ *$/.test(lead) && white.length > lead.length ? white : lead);
}

/**
 * What stands before the next line below that is not blank, where that is the content of an item above. An item there that
 * begins a list may come to be another's.
 */
function whiteWithin(text: string, at: number, chain: readonly Block[]): string {
  const below = text.slice(endOfLine(text, at)).trimStart();
  const white = below === "" ? "" : whiteOf(text, startOfLine(text, text.length - below.length));
  const isItem = /^(?:[-+*]|\d{1,9}[.)])[ \t]/.test(below);
  const holds = chain.some((one) => (
    one.kind === B.Item
    && (one as Item).content === white.length
    && (!isItem || one.children.some(({ kind }) => kind === B.List))
  ));
  return holds && !white.includes("\t") ? white : "";
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

const indentOf = (text: string, { start, end }: Line): string =>
  /^[ \t>]*/.exec(text.slice(start, end))![0];
