import type { Syntax } from "../../core/language.js";
import { wholeLines } from "../../core/regions/place.js";
import type { Island, Region } from "../../core/regions/region.js";
import type { Style } from "../../core/style/style.js";
import { pattern } from "../../core/text/patterns.js";
import { languageIn } from "./code.js";
import { partOfBlock } from "./islands.js";
import { islandStep } from "./tongues.js";
import { T } from "./kinds.js";
import { attributeOf } from "./layout/tags.js";
import { tonguesIn } from "./lexer.js";
import { BEGINS_TONGUE } from "./signs.js";

/** Lines that end as those of scripts do, and none that begins with a tag. */
const LIKE_CODE = /^(?![^]*[\r\n][ \t]*<)[^]*[;{][ \t]*[\r\n]/;

/** What islands come to may hold either delimiter. */
const STYLE: Partial<Style> = { stringDelimiter: "as-written" };

/**
 * The stretches of other tongues in a part of a page that is written in a language, those which tell what parts of it there
 * are with what stands for them; undefined where nothing can.
 */
export type IslandsIn = (
  text: string,
  from: number,
  to: number,
  languageId: string,
) => readonly Island[] | undefined;

/** The scripts and the style sheets of a page. */
export function* htmlRegions(
  { tokens }: Syntax,
  islandsIn: IslandsIn = tongueIslands,
): Iterable<Region> {
  const { text } = tokens;
  for (let t = 1; t < tokens.count; t++) {
    if (tokens.kind(t) !== T.Raw || tokens.kind(t - 1) !== T.TagEnd) continue;
    let tag = t - 1;
    while (tag > 0 && tokens.kind(tag) !== T.TagStart && tokens.kind(tag) !== T.EndTagStart) tag--;
    const name = tokens.textOf(tag).slice(1).toLowerCase();
    const known = languageIn(
      name,
      attributeOf(tokens, tag, "type"),
      attributeOf(tokens, tag, "lang"),
    );
    // Its braces and brackets are those of scripts, whatever it is.
    const isUnknown = known === undefined && name === "script" && LIKE_CODE.test(tokens.textOf(t));
    const languageId = isUnknown ? "javascript" : known;
    if (languageId === undefined) continue;
    // What is white space to a script only, as a no-break space, stays around it.
    const code = tokens.textOf(t).trimEnd();
    const to = tokens.start(t) + code.length;
    const from = to - code.trimStart().length;
    if (from === to) continue;
    const islands = islandsIn(text, from, to, languageId);
    if (islands === undefined) continue;
    yield {
      ...wholeLines(text, from, to),
      languageId,
      closer: pattern(`</${name}|${BEGINS_TONGUE.source}`, "i"),
      ...(islands.length > 0 && { islands, style: STYLE }),
      ...((isUnknown || islands.some(({ as }) => as !== undefined)) && { isSketch: true }),
    };
  }
}

const tongueIslands: IslandsIn = (text, from, to, languageId) => {
  // Two braces begin an object in a value there.
  const braces = !languageId.endsWith("react");
  const islands = tonguesIn(text, from, to).filter((island) => {
    const isBraces = text.startsWith("{{", island.from);
    return !isBraces || (braces && !/[\r\n]/.test(text.slice(island.from, island.to)));
  });
  return islands.map((island) => {
    const { from: begin, to: end } = island;
    const as = partOfBlock(islandStep(text.slice(begin, end)), end - begin);
    return as === undefined ? island : { ...island, as };
  });
};
