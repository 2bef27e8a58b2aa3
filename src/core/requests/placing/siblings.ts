import { Signs } from "../../notation.js";
import { Demand, FrameFlag, Mark, ROOT, type Sheet } from "../../layout/sheet.js";
import type { Style } from "../../style/style.js";
import { whiteOf } from "../../text/width.js";
import { addsUp } from "./brackets.js";
import { depthsIn, type Depth } from "./columns.js";
import { columnOf } from "./places.js";
import type { Context } from "../typing/context.js";
import { demands } from "../document.js";
import type { Site } from "./site.js";

/** An attribute whose tag is not there, so that it is a word, or the end of a tag: they tell nothing. */
const OF_TAG = /^(>|[\w:@.#-]+=["'{])/;

/**
 * Where a sibling that stands below in another column than the layout's tells the line's.
 *
 * @param head the token with which a block begins that ends on the line; below that stands no sibling of it where it ends
 *   further in or out.
 */
export function siblingBelow(
  { language, lines, syntax, style, offset, unbalanced }: Pick<Context, keyof Site | "offset">,
  { column, white }: Depth,
  rest: string,
  head = -1,
): Depth | undefined {
  const { tokens } = syntax;
  const { notation } = language;
  const signs = Signs.of(notation);
  const line = lines.lineAt(offset);
  const own = rest === "" ? -1 : tokens.lastAt(lines.lineEnd(line) - 1);
  let t = tokens.lastAt(lines.lineEnd(line)) + 1;
  if (own >= 0) while (t < tokens.count && !tokens.onNewLine(t)) t++;
  if (t >= tokens.count || !tokens.onNewLine(t)) return undefined;
  const text = tokens.textOf(t);
  // A closer, or the rest of a comment that lost its beginning, tells nothing of the line above.
  const sign = lines.slice(tokens.start(t), tokens.start(t) + 2);
  if (signs.beginsClosing(sign) || sign.charCodeAt(0) === signs.leader) return undefined;
  if (language.typing.margin?.(text, undefined) === true) return undefined;
  const stands = columnOf(tokens, t, style);
  // What does not add up may go on below with what was taken from here.
  if (stands === column || unbalanced || !addsUp(tokens, signs)) return undefined;
  if (language.typing.addsUp?.(tokens) === false) return undefined;
  // A header without brackets has no body yet: what stands below goes on with the header's own sequence.
  if (stands < column && signs.closes(tokens.textOf(t - 1))) return undefined;
  if (notation.tags === true && OF_TAG.test(text)) return undefined;
  const sheet = demands(language, syntax, style);
  if (head >= 0 && sheet.owner[head] !== sheet.owner[t]) return undefined;
  const there = { column: stands, white: whiteOf(tokens.text, tokens.start(t)) };
  // Below one attribute stands the next, or what a value holds that lost its beginning.
  const isNext = notation.tags === true && white !== undefined && /^(?:[:@]?\w|["'])/.test(text);
  if (rest === "" && !isNext && goesOn(sheet, t, stands, style, signs)) return there;
  // A word right behind a tag is text, or what a tag left that lost its beginning.
  if (notation.carriesOn?.test(text) === true || (/^\w/.test(text) && tokens.is(t - 1, ">")))
    return undefined;
  if (white !== undefined || !standsAlike(sheet, t, stands, style)) return undefined;
  if (sheet.frames.has(sheet.owner[t]!, FrameFlag.Rows)) return there;
  const [depth] = depthsIn(sheet, language, style, [t], false);
  return depth?.column === column && (stands > 0 || sheet.demand[t] === Demand.Line)
    ? there
    : undefined;
}

/** Whether the siblings after token t stand in its column: else it is the odd one, or goes on with what is missing. */
function standsAlike(sheet: Sheet, t: number, column: number, style: Style): boolean {
  const { tokens } = sheet;
  let found = 0;
  for (let next = t + 1; next < tokens.count && found < 8; next++) {
    if (!tokens.onNewLine(next) || sheet.owner[next] !== sheet.owner[t]) continue;
    const demand: Demand = sheet.demand[next]!;
    const stays = demand === Demand.AsWritten || demand === Demand.Fixed;
    if (stays || sheet.is(next, Mark.Dedent) || tokens.isTrivia(next)) continue;
    if (columnOf(tokens, next, style) !== column) return false;
    found++;
  }
  return true;
}

/** Whether token t begins a line that goes on with a construct, deeper than that begins. */
function goesOn(sheet: Sheet, t: number, column: number, style: Style, signs: Signs): boolean {
  const owner = sheet.owner[t]!;
  if (owner === ROOT || sheet.frames.has(owner, FrameFlag.Block) || sheet.is(t, Mark.Dedent))
    return false;
  const { tokens } = sheet;
  if (signs.endsPart(tokens.textOf(t - 1))) return false;
  // Where commas begin lines, no gap before them folds.
  const isPart = signs.endsPart(tokens.textOf(t));
  if (!(isPart || sheet.folds(t) || sheet.demand[t] === Demand.Space)) return false;
  let outer = owner;
  for (let f = owner; f !== ROOT && !sheet.frames.has(f, FrameFlag.Block | FrameFlag.Bracket);) {
    outer = f;
    f = sheet.frames.parent(f);
  }
  const begin = Math.max(0, sheet.frames.begin(outer) - 1);
  return column > columnOf(tokens, begin, style);
}
