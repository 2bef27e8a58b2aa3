import type { Syntax } from "../../core/language.js";
import type { Span } from "../../core/outline/excerpt.js";
import { besideWord, withinLine } from "../../core/regions/place.js";
import type { Region } from "../../core/regions/region.js";
import type { Style } from "../../core/style/style.js";
import { TokenFlag, type TokenTable } from "../../core/syntax/tokens.js";
import { LineStarts } from "../../core/text/width.js";
import { besideValue } from "../component/template/beside.js";
import { PATH } from "../component/template/regions.js";
import { T } from "../html/kinds.js";
import { htmlRegions } from "../html/regions.js";
import { bracesIn } from "./braces.js";
import { partsOf } from "./code.js";

/** What stands between quotes must not take their delimiter. */
const QUOTED: Partial<Style> = { stringDelimiter: "as-written" };

/** The code between the braces of a component, its scripts and its style sheets. */
export function* svelteRegions(syntax: Syntax): Iterable<Region> {
  const { tokens } = syntax;
  const { text } = tokens;
  const lines = new LineStarts(text);
  const found: Region[] = [...htmlRegions(syntax, () => [])];
  for (let t = 0; t < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    if (kind !== T.Word && kind !== T.Value && kind !== T.Name) continue;
    const [from, to] = [tokens.start(t), tokens.end(t)];
    const isQuoted = kind === T.Value && /["']/.test(text[from]!);
    // The lines of a text stand where they are.
    if (isQuoted && tokens.has(t, TokenFlag.MultiLine)) continue;
    for (const braces of bracesIn(text, from, to, tokens.has(t, TokenFlag.Continues))) {
      for (const part of partsOf(text, braces)) {
        const region = codeRegion(tokens, t, lines, part, braces);
        if (region === undefined) continue;
        found.push({
          ...region,
          ...(braces.isOpen && { isCut: true }),
          ...(isQuoted && { style: QUOTED }),
        });
      }
    }
  }
  yield* found.sort((a, b) => a.from - b.from);
}

/**
 * The region of a part of the code between braces in token t; undefined where nothing of it can be laid out.
 *
 * @param braces where they stand.
 */
export function codeRegion(
  tokens: TokenTable,
  t: number,
  lines: LineStarts,
  part: Span & Pick<Region, "start" | "lacks">,
  braces: Span,
): Region | undefined {
  const { text } = tokens;
  const place = withinLine(lines, part.from, part.to);
  if (place === undefined || PATH.test(text.slice(place.from, place.to))) return undefined;
  const isValue = (tokens.kind(t) as T) === T.Value && tokens.start(t) === braces.from;
  return {
    ...part,
    ...place,
    languageId: "typescript",
    closer: /[{}]/,
    beside: isValue ? besideValue(tokens, t, place) : besideWord(text, place, braces),
  };
}
