import { escaped } from "../../../core/notation.js";
import { pattern } from "../../../core/text/patterns.js";
import { beginsItsLine, startOfLine, whiteOf } from "../../../core/text/width.js";
import { FIXED } from "../elements.js";
import { NEXT_LINE } from "../margin.js";
import { isInTag } from "./open-tags.js";
import {
  beginsIsland,
  endsBefore,
  linesAbove,
  linesBelow,
  readStretch,
  type Ended,
  type Head,
  type Open,
  type Shown,
} from "./stretch.js";

/** How long an element may be whose last line is looked for. */
const LONG = 20_000;

/** Elements that tell nothing: what a head and a body hold need not stand as the rest does. */
const PARTS = /^(?:html|head|body)$/;

/** Elements whose first line is told otherwise. */
const NEVER = /^(?:html|pre|textarea|listing|xmp|script|style)$/;

/**
 * The white space of the line that begins at an offset, where what its element holds stands no deeper than its tag: as the
 * last line in it does, or the next one, or the first line of the nearest other element of its name, or of any name; the same
 * in a block of another tongue. Undefined where the layout tells.
 *
 *     <li><a id="quay">            <form>              <dd>
 *     <!-- the berth -->           |                   <p>Low tide</p>
 *     </a>                         <p>Low tide</p>     </dd>
 *     |                            </form>             <dd>
 *                                                      |
 */
export function flushWhite(text: string, at: number): string | undefined {
  const above = linesAbove(text, at);
  const end = above.trimEnd().length;
  if (isInTag(above, above.length)) return undefined;
  const { open, shown, blocks, block, endsInTag } = readStretch(above);
  const below = linesBelow(text, at);
  if (block !== undefined) {
    const like = nearest(block, blocks, readStretch(below).blocks);
    return like?.isFlush === true ? block.own : undefined;
  }
  if (beginsIsland(above.slice(startOfLine(above, end), end).trimStart())) return undefined;
  const inner = open.at(-1);
  if (inner === undefined || NEVER.test(inner.name)) return undefined;
  const { name, own, last } = inner;
  const [, next = "", sign = ""] = NEXT_LINE.exec(below) ?? [];
  const rest = readStretch(below);
  const start = startToCome(text, open, rest.ended);
  if (start !== undefined && next.startsWith(start)) return start;
  if (last !== undefined) return last.length <= own.length ? last : undefined;
  // What stands deeper below may be its own.
  if (next.length > own.length)
    return endsFlush(text.slice(at, at + LONG), inner) ? own : undefined;
  const tells = sign !== "" && !sign.startsWith("</") && !NEVER.test(sign.slice(1));
  if (tells && !endsBefore(name, sign.slice(1))) {
    const missing = missingEnds(text, name);
    // What stands less deep may be that of an element whose tag is still to come.
    if (next === own ? missing <= 0 : missing === 0) return next;
  }
  const like = (isBelow: boolean): Shown | undefined => {
    const isLike = (one: Shown): boolean => one.isBelow === isBelow;
    return nearest(inner, shown.filter(isLike), rest.shown.filter(isLike));
  };
  const shows = like(endsInTag) ?? (above[end - 1] === ">" ? like(true) : undefined);
  return shows?.isFlush === true ? own : undefined;
}

/**
 * The white space of an end tag below whose start tag is still to come, as a page has one more of these than of those:
 *
 *     <div id="quay">
 *     |
 *       <p>Low tide</p>
 *     </section>
 *     </div>
 */
function startToCome(
  text: string,
  open: readonly Open[],
  ended: readonly Ended[],
): string | undefined {
  const lone = ended.filter(({ own }) => own === undefined);
  const [first] = lone;
  const { name, own } = open.at(-1)!;
  // Of a paragraph that something has ended, the end tag may stand anywhere, and that of a `pre` is its last line.
  if (first?.white?.startsWith(own) !== true || first.name === "p" || FIXED.has(first.name))
    return undefined;
  const opens = open.filter((one) => one.name === name && one.own === own).length;
  const ends = lone.filter((one) => one.name === name && one.white === own).length;
  const isOwn = first.name === name
    ? ends < (first.white === own ? opens + 1 : opens)
    : open.some((one) => one.name === first.name);
  return isOwn || missingEnds(text, first.name) !== -1 ? undefined : first.white;
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

/** The element or the block that tells how another one stands: the nearest of its name, else two of any. */
function nearest(
  { name, own }: Head,
  above: readonly Shown[],
  below: readonly Shown[],
): Shown | undefined {
  const near = [...[...above].reverse(), ...below].filter(
    (one) => one.isAtMargin === (own === ""),
  );
  const like = near.find((one) => one.name === name);
  if (like !== undefined) return like;
  const [first, second] = near.filter((one) => !PARTS.test(one.name));
  return first?.isFlush === second?.isFlush ? first : undefined;
}

/** How many more start tags than end tags of a name a text has. */
function missingEnds(text: string, name: string): number {
  let missing = 0;
  for (const [, slash] of text.matchAll(pattern(`<(/?)${escaped(name)}(?![\\w:.-])`, "gi")))
    missing += slash === "" ? 1 : -1;
  return missing;
}
