import type { TokenTable } from "../../../core/syntax/tokens.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { startOfLine, whiteOf } from "../../../core/text/width.js";
import { ENDED_BY, FIXED, VOID, elementName } from "../elements.js";
import { Step } from "../effect.js";
import { ISLANDS } from "../islands.js";
import { T } from "../kinds.js";
import { lexHtml } from "../lexer.js";
import { BEGINS_TONGUE } from "../signs.js";
import { linesAbove } from "../margin.js";
import { endOfTag } from "../tag-parser.js";

/** How far around a place is read for what its author does, as UTF-16 offsets. */
const FAR = 6_000;

/** The lines before an offset that are near. */
export const nearAbove = (text: string, at: number): string => linesAbove(text, at, FAR);

/** What stands behind an offset and is near, up to the beginning of a line. */
export const nearBelow = (text: string, at: number): string =>
  text.slice(at, at + FAR < text.length ? startOfLine(text, at + FAR) : text.length);

/** What a block of another tongue begins with. */
const BLOCK_HEAD = /^\W*\w*/;

/** Whether another tongue begins a line: it stands by its own rules, and what is below may be in its blocks. */
export const beginsIsland = (line: string): boolean =>
  line.startsWith("@") || line.search(BEGINS_TONGUE) === 0;

/** What begins an element, or a block of another tongue. */
export interface Head {
  /** The name of an element, or the sign and the word of a block: `{% if`. */
  readonly name: string;
  /** The white space of the line with its start tag. */
  readonly own: string;
}

/** An element that is open, with the white space of the lines that matter. */
export interface Open extends Head {
  /** The token with which its start tag ends. */
  readonly tagEnd: number;
  /** Of the last line below that in it, but for those in a `pre`. */
  last: string | undefined;
  /** Of a comment's line, where that is the first one below. */
  comment: string | undefined;
}

/** An element whose content begins, or goes on, on a line below its tag. */
export interface Shown {
  readonly name: string;
  /** Whether it begins there: what goes on below its tag is wrapped, not nested. */
  readonly isBelow: boolean;
  /** Whether its tag stands at the margin: what a generator puts in there is written otherwise than the page around it. */
  readonly isAtMargin: boolean;
  readonly isFlush: boolean;
}

/** An end tag, with the white space of the line that it begins, if any, of the last one above, and of its start tag's. */
export interface Ended {
  readonly name: string;
  readonly white: string | undefined;
  readonly above: string;
  /** Undefined where the start tag is not in the stretch. */
  readonly own: string | undefined;
}

/** What a stretch of a page shows of how its author writes. */
export interface Stretch {
  /** The elements that it leaves open, outermost first. */
  readonly open: readonly Open[];
  /** Those of which it has the end of the tag's line and the next one. */
  readonly shown: readonly Shown[];
  readonly ended: readonly Ended[];
  /** The same as `shown` for blocks of another tongue. */
  readonly blocks: readonly Shown[];
  /** The one that its last token begins. */
  readonly block: Head | undefined;
  /** Whether its last token ends the start tag of the innermost element that is open. */
  readonly endsInTag: boolean;
}

/** Reads a stretch of a page, from the beginning of a line. */
export function readStretch(text: string): Stretch {
  const { tokens } = lexHtml(text, {});
  const open: Open[] = [];
  const shown: Shown[] = [];
  const ended: Ended[] = [];
  const blocks: Shown[] = [];
  let block: Head | undefined;
  let own = "";
  for (let t = 0; t < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    const top = open.at(-1);
    const last = top?.last;
    const beginsLine = tokens.has(t, TokenFlag.OnNewLine);
    const above = own;
    if (beginsLine) {
      own = whiteOf(text, tokens.start(t));
      if (top !== undefined) noteLine(top, tokens, t, own, shown);
    }
    const step = beginsLine ? ISLANDS.effectOf(tokens, t).step : Step.None;
    if (block !== undefined && (step === Step.None || step === Step.Opens))
      blocks.push(shownBy(block, own));
    const endsLine = t + 1 >= tokens.count || tokens.onNewLine(t + 1);
    block = endsLine && (step === Step.Opens || step === Step.GoesOn)
      ? { name: BLOCK_HEAD.exec(tokens.textOf(t))![0], own }
      : undefined;
    if (kind === T.EndTagStart) {
      const name = elementName(tokens.textOf(t).slice(2));
      const place = open.map((one) => one.name).lastIndexOf(name);
      ended.push({ name, white: beginsLine ? own : undefined, above, own: open[place]?.own });
      if (place >= 0) open.length = place;
    } else if (kind === T.TagStart) {
      const name = elementName(tokens.textOf(t).slice(1));
      t = endOfTag(tokens, t);
      if (VOID.has(name) || tokens.kind(t) === T.EmptyTagEnd) continue;
      while (open.length > 0 && endsBefore(open.at(-1)!.name, name)) open.pop();
      open.push({ name, own, tagEnd: t, last: undefined, comment: undefined });
      if (!FIXED.has(name)) continue;
      t = endOfFixed(tokens, t, name);
      if (top !== undefined) top.last = last;
    }
  }
  return { open, shown, ended, blocks, block, endsInTag: open.at(-1)?.tagEnd === tokens.count - 1 };
}

/** Takes in what a line tells of the element that is open where it begins, with token t. */
function noteLine(top: Open, tokens: TokenTable, t: number, own: string, shown: Shown[]): void {
  const kind: T = tokens.kind(t);
  const { name, last } = top;
  const isText = kind === T.Word && !beginsIsland(tokens.textOf(t));
  const isFirst = t === top.tagEnd + 1;
  if (kind === T.Comment && isFirst) top.comment = own;
  // Text at the margin, and what stands less deep than its tag, was put in from elsewhere.
  const isInner = kind === T.TagStart
    ? !endsBefore(name, tokens.textOf(t).slice(1))
    : isText && !isFirst;
  const first = isInner ? own : kind === T.EndTagStart ? top.comment : undefined;
  if (last === undefined && first?.startsWith(top.own) === true)
    shown.push({ ...shownBy(top, first), isBelow: isFirst || !isInner });
  const isTag = kind === T.TagStart || kind === T.EndTagStart;
  // Below deeper lines text is a trace.
  if (isTag || (isText && (last ?? "").length <= top.own.length)) top.last = own;
}

/** What the first line below a head shows of it. */
const shownBy = ({ name, own }: Head, first: string): Shown => (
  { name, isBelow: true, isAtMargin: own === "", isFlush: first === own }
);

/** Whether an element without its end tag ends before a start tag. */
export const endsBefore = (name: string, tag: string): boolean =>
  ENDED_BY.get(name)?.has(elementName(tag)) === true;

/** The last token before the end tag of an element whose lines say nothing. */
function endOfFixed(tokens: TokenTable, first: number, name: string): number {
  const ends = `</${name}`;
  let t = first;
  while (t + 1 < tokens.count && tokens.textOf(t + 1).toLowerCase() !== ends) t++;
  return t;
}
