import { escaped } from "../../../core/notation.js";
import type { TokenTable } from "../../../core/syntax/tokens.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { pattern } from "../../../core/text/patterns.js";
import { beginsItsLine, startOfLine, whiteOf } from "../../../core/text/width.js";
import { ENDED_BY, FIXED, VOID, elementName } from "../elements.js";
import { T } from "../kinds.js";
import { BEGINS_TONGUE, lexHtml } from "../lexer.js";
import { NEXT_LINE } from "../margin.js";
import { endOfTag } from "../tag-parser.js";
import { isInTag } from "./open-tags.js";

/** How far around a place is read for what its author does, as UTF-16 offsets. */
const FAR = 6_000;

/** How long an element may be whose last line is looked for. */
const LONG = 20_000;

/** Elements that tell nothing: what a head and a body hold need not stand as the rest does. */
const PARTS = /^(?:html|head|body)$/;

/** Elements whose first line is told otherwise. */
const NEVER = /^(?:html|pre|textarea|listing|xmp|script|style)$/;

/** Whether another tongue begins a line: it stands by its own rules, and what is below may be in its blocks. */
const beginsIsland = (line: string): boolean =>
  line.startsWith("@") || line.search(BEGINS_TONGUE) === 0;

/** An element that is open, with the white space of the lines that matter. */
interface Open {
  readonly name: string;
  /** Of the line with its start tag. */
  readonly own: string;
  /** Of the last line below that in it, but for those in a `pre`. */
  last: string | undefined;
}

/** An element whose content begins on a line below its tag. */
interface Shown {
  readonly name: string;
  /** Whether its tag stands at the margin: what a generator puts in there is written otherwise than the page around it. */
  readonly isAtMargin: boolean;
  readonly isFlush: boolean;
}

/**
 * The white space of the line that begins at an offset, where what its element holds stands no deeper than its tag: as the
 * last line in it does, or the next one, or the first line of the nearest other element of its name, or of any name;
 * undefined where the layout tells.
 *
 *     <li><a id="quay">            <form>              <dd>
 *     <!-- the berth -->           |                   <p>Low tide</p>
 *     </a>                         <p>Low tide</p>     </dd>
 *     |                            </form>             <dd>
 *                                                      |
 */
export function flushWhite(text: string, at: number): string | undefined {
  const above = text.slice(startOfLine(text, Math.max(0, at - FAR)), at);
  const end = above.trimEnd().length;
  const lastLine = above.slice(startOfLine(above, end), end).trimStart();
  if (isInTag(above, above.length) || beginsIsland(lastLine)) return undefined;
  const { open, shown } = readLines(above);
  const inner = open.at(-1);
  if (inner === undefined || NEVER.test(inner.name)) return undefined;
  const { name, own, last } = inner;
  if (last !== undefined) return last.length <= own.length ? last : undefined;
  const far = at + FAR;
  const below = text.slice(at, far < text.length ? startOfLine(text, far) : far);
  const [, next = "", sign = ""] = NEXT_LINE.exec(below) ?? [];
  // What stands deeper below may be its own.
  if (next.length > own.length)
    return endsFlush(text.slice(at, at + LONG), inner) ? own : undefined;
  const tells = sign !== "" && !sign.startsWith("</") && !NEVER.test(sign.slice(1));
  if (tells && !endsBefore(name, sign.slice(1))) {
    const missing = missingEnds(text, name);
    // What stands less deep may be that of an element whose tag is still to come.
    if (next === own ? missing <= 0 : missing === 0) return next;
  }
  // Text that goes on below its tag is wrapped, not nested.
  if (above[end - 1] !== ">") return undefined;
  const like = nearest(inner, shown, () => readLines(below).shown);
  return like?.isFlush === true ? own : undefined;
}

/** A line that begins or ends a script. */
const SCRIPT = /^<\/?script\b/i;

/** Whether the last line of an element stands in its column, as its end tag does. */
function endsFlush(below: string, { name, own }: Open): boolean {
  const end = below.indexOf(`</${name}`);
  if (end < 0 || !beginsItsLine(below, end) || whiteOf(below, end) !== own) return false;
  const inner = below.slice(0, end).trimEnd();
  const last = inner.slice(startOfLine(inner, inner.length));
  return (
    last.startsWith(`${own}<`)
    && !inner.includes(`<${name}`)
    // Scripts at the end stand at the margin below deeper lines, too.
    && (!SCRIPT.test(last.trimStart()) || pattern(`^${own}<(?!\\/?script)`, "im").test(inner))
  );
}

/** The element that tells how another one stands: the nearest of its name, else of any. */
function nearest(
  { name, own }: Open,
  above: readonly Shown[],
  below: () => readonly Shown[],
): Shown | undefined {
  const isNear = (one: Shown): boolean => one.isAtMargin === (own === "");
  const isLike = (one: Shown): boolean => one.name === name && isNear(one);
  const upward = [...above].reverse();
  const like = upward.find(isLike) ?? below().find(isLike);
  if (like !== undefined) return like;
  const [last, before] = upward.filter((one) => isNear(one) && !PARTS.test(one.name));
  return before?.isFlush === last?.isFlush ? last : undefined;
}

/** How many more start tags than end tags of a name a text has. */
function missingEnds(text: string, name: string): number {
  let missing = 0;
  for (const [, slash] of text.matchAll(pattern(`<(/?)${escaped(name)}(?![\\w:.-])`, "gi")))
    missing += slash === "" ? 1 : -1;
  return missing;
}

/** The elements that a stretch of a page leaves open, outermost first, and those whose content begins below their tag. */
function readLines(text: string): { open: Open[]; shown: Shown[] } {
  const { tokens } = lexHtml(text, {});
  const open: Open[] = [];
  const shown: Shown[] = [];
  let own = "";
  for (let t = 0; t < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    const top = open.at(-1);
    const last = top?.last;
    if (tokens.has(t, TokenFlag.OnNewLine)) {
      own = whiteOf(text, tokens.start(t));
      if (top !== undefined) {
        // Text at the margin, and what stands less deep than its tag, was put in from elsewhere.
        const isInner = kind === T.TagStart && !endsBefore(top.name, tokens.textOf(t).slice(1));
        if (last === undefined && isInner && own.startsWith(top.own))
          shown.push({ name: top.name, isAtMargin: top.own === "", isFlush: own === top.own });
        const isTag = kind === T.TagStart || kind === T.EndTagStart;
        // Below deeper lines text is a trace.
        const isText = kind === T.Word && !beginsIsland(tokens.textOf(t));
        if (isTag || (isText && (last ?? "").length <= top.own.length)) top.last = own;
      }
    }
    if (kind === T.EndTagStart) {
      const name = elementName(tokens.textOf(t).slice(2));
      const place = open.map((one) => one.name).lastIndexOf(name);
      if (place >= 0) open.length = place;
    } else if (kind === T.TagStart) {
      const name = elementName(tokens.textOf(t).slice(1));
      t = endOfTag(tokens, t);
      if (VOID.has(name) || tokens.kind(t) === T.EmptyTagEnd) continue;
      while (open.length > 0 && endsBefore(open.at(-1)!.name, name)) open.pop();
      open.push({ name, own, last: undefined });
      if (!FIXED.has(name)) continue;
      t = endOfFixed(tokens, t, name);
      if (top !== undefined) top.last = last;
    }
  }
  return { open, shown };
}

/** Whether an element without its end tag ends before a start tag. */
const endsBefore = (name: string, tag: string): boolean =>
  ENDED_BY.get(name)?.has(elementName(tag)) === true;

/** The last token before the end tag of an element whose lines say nothing. */
function endOfFixed(tokens: TokenTable, first: number, name: string): number {
  const ends = `</${name}`;
  let t = first;
  while (t + 1 < tokens.count && tokens.textOf(t + 1).toLowerCase() !== ends) t++;
  return t;
}
