import { whiteAt } from "../layout/white.js";
import { Signs } from "../notation.js";
import { ruleId } from "../rules.js";
import type { Change } from "../text/edits.js";
import type { LineSpan } from "../text/touched.js";
import { headDepth, whiteTo } from "./placing/head.js";
import { moveLines, movedLines, withRoom } from "./placing/moved.js";
import type { Site } from "./placing/site.js";
import { starredChanges } from "./placing/starred.js";

/** The changes that bring moved lines to the depth of their place; they keep their shape. */
export function moveChanges(site: Site, span: LineSpan): Change[] {
  const { language, syntax, style, lines } = site;
  const { placed } = language.typing;
  if (placed !== undefined)
    return placed(lines.text, lines.lineStart(span.first), lines.lineEnd(span.last), false);
  const starred = starredChanges(site, span);
  if (starred !== undefined) return starred;
  const block = movedLines(language, syntax, lines, span, style.tabWidth);
  const [head] = block;
  if (head === undefined) return [];
  const place = headDepth(site, block, 0, head.column);
  const columns = block.map(({ column }) => column + place.column - head.column);
  const target = withRoom(place, block, columns);
  const shift = target.column - head.column;
  // As wide in other white space, lines stay unless those around them have it so.
  if (shift === 0 && target.white === undefined) return [];
  const base =
    target.white
    ?? whiteAt(Signs.of(language.notation), lines.text.slice(0, head.from), target.column, style);
  const own = lines.slice(head.from, head.to);
  return moveLines(lines, block, (i) => {
    if (i === 0) return base;
    if (base === own) return undefined;
    return whiteTo(base, target.column, block[i]!.column + shift, style);
  }, ruleId(language, "block-indent"));
}
