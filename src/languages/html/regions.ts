import type { Syntax } from "../../core/language.js";
import type { Region } from "../../core/regions/region.js";
import { startOfLine } from "../../core/text/width.js";
import { languageIn } from "./code.js";
import { T } from "./kinds.js";
import { attributeOf } from "./layout/tags.js";

/** The scripts and the style sheets of a page. */
export function* htmlRegions({ tokens }: Syntax): Iterable<Region> {
  const { text } = tokens;
  for (let t = 1; t < tokens.count; t++) {
    if (tokens.kind(t) !== T.Raw || tokens.kind(t - 1) !== T.TagEnd) continue;
    let tag = t - 1;
    while (tag > 0 && tokens.kind(tag) !== T.TagStart) tag--;
    const name = tokens.textOf(tag).slice(1).toLowerCase();
    const languageId = languageIn(
      name,
      attributeOf(tokens, tag, "type"),
      attributeOf(tokens, tag, "lang"),
    );
    if (languageId === undefined) continue;
    const start = tokens.start(t);
    const line = startOfLine(text, start);
    const white = text.slice(line, start);
    const whole = white.trim() === "";
    yield {
      from: whole ? line : start,
      to: tokens.end(t),
      languageId,
      prefix: whole ? white : "",
      closer: new RegExp(`</${name}`, "i"),
    };
  }
}
