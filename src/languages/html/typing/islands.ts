import type { EnteredText } from "../../../core/language.js";
import type { Style } from "../../../core/style/style.js";
import { literalEnd } from "../literal.js";
import { tonguesIn } from "../lexer.js";
import { TONGUES } from "../signs.js";
import { enteredBetween, type Open } from "./between.js";

/** How far an island reaches, as UTF-16 offsets. */
const FAR = 1 << 13;

/** What an island begins with up to what it says: its sign, and what tells its kind. */
const BEGINS = /^(?:\{\{\{?|\{%|<%|<\?)[^\s}%]*/;

/**
 * What Enter comes to in an island of a template over several lines. `at` is where the line begins that Enter began.
 *
 *     {{              {{
 *     |}}               |
 *                     }}
 */
export function enteredInIsland(text: string, at: number, style: Style): EnteredText | undefined {
  const island = islandAt(text, at, style);
  return island && enteredBetween(text, at, island, style);
}

/** The island around a place. */
function islandAt(text: string, at: number, style: Style): Open | undefined {
  const from = Math.max(0, at - FAR);
  const above = text.slice(from, at);
  const sign = from + Math.max(...TONGUES.map(([begin]) => above.lastIndexOf(begin)));
  if (sign < from) return undefined;
  const [island] = tonguesIn(text, sign, Math.min(text.length, at + FAR));
  if (island === undefined || island.from !== sign || island.to <= at) return undefined;
  const [begin] = BEGINS.exec(text.slice(sign, at)) ?? [];
  if (begin === undefined || literalEnd(text, sign) !== 0) return undefined;
  const closer = TONGUES.find(([first]) => text.startsWith(first, sign))![1];
  // What is code alone stands where its sign does.
  const step = begin.startsWith("<?") ? 0 : style.indentSize;
  return { from: sign + begin.length, sign, closer, step };
}
