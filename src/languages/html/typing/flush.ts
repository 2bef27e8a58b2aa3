import { pattern } from "../../../core/text/patterns.js";
import { beginsItsLine, startOfLine, whiteOf } from "../../../core/text/width.js";
import { NEXT_LINE } from "../margin.js";
import { missingEnds, startToCome } from "./end-tags.js";
import { isInTag } from "./open-tags.js";
import {
  beginsIsland,
  endsBefore,
  nearAbove,
  nearBelow,
  readStretch,
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
 *
 * @param tag of an element that the line begins: it ends others.
 */
export function flushWhite(text: string, at: number, tag = ""): string | undefined {
  const above = nearAbove(text, at);
  if (isInTag(above, above.length)) return undefined;
  const { block, blocks, open, shown, endsInTag } = readStretch(above);
  const below = nearBelow(text, at);
  if (block !== undefined)
    return flushAs(nearest(block, blocks, readStretch(below).blocks), block);
  const end = above.trimEnd().length;
  const inner = open.filter(({ name }) => !endsBefore(name, tag)).at(-1);
  const isBelowIsland = beginsIsland(above.slice(startOfLine(above, end), end).trimStart());
  if (isBelowIsland || inner === undefined || NEVER.test(inner.name)) return undefined;
  const after = readStretch(below);
  const [, next = "", sign = ""] = NEXT_LINE.exec(below) ?? [];
  const start = startToCome(text, open, after.ended);
  if (start !== undefined && next.startsWith(start)) return start;
  const { own, last } = inner;
  if (last !== undefined) return last.length <= own.length ? last : undefined;
  // What stands deeper below may be its own.
  if (next.length > own.length)
    return endsFlush(text.slice(at, at + LONG), inner) ? own : undefined;
  if (isBeside(text, inner, next, sign)) return next;
  const like = (isBelow: boolean): Shown | undefined => {
    const isLike = (one: Shown): boolean => one.isBelow === isBelow;
    return nearest(inner, shown.filter(isLike), after.shown.filter(isLike));
  };
  return flushAs(like(endsInTag) ?? (above[end - 1] === ">" ? like(true) : undefined), inner);
}

/** The white space of a head's own line, where what tells how it stands does not nest. */
const flushAs = (shown: Shown | undefined, { own }: Head): string | undefined =>
  shown?.isFlush === true ? own : undefined;

/**
 * Whether the next line, which begins with a sign or a tag, stands beside what comes first in an element that nothing but
 * its own end tag ends. What stands less deep may be that of an element whose tag is still to come.
 */
function isBeside(text: string, { name, own }: Open, next: string, sign: string): boolean {
  const tag = sign.slice(1);
  if (sign === "" || sign.startsWith("</") || NEVER.test(tag) || endsBefore(name, tag))
    return false;
  const missing = missingEnds(text, name);
  return next === own ? missing <= 0 : missing === 0;
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
