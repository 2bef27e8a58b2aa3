import type { Syntax } from "../../core/language.js";
import type { Region } from "../../core/regions/region.js";
import { startOfLine } from "../../core/text/width.js";
import { T } from "../html/kinds.js";
import { htmlRegions } from "../html/regions.js";
import { CODE, valuesIn } from "./lexer.js";

/** The head of a block, be its brace on the line or below. */
const HEAD = /^@?((?:if|for|foreach|while|switch|using|lock)\s*\([^]*\))\s*\{?$/;

/** The members, the statements and the heads of blocks of a page, and what its markup holds. */
export function* razorRegions(syntax: Syntax): Iterable<Region> {
  const { tokens } = syntax;
  const { text } = tokens;
  const found: Region[] = Array.from(htmlRegions(syntax, valuesIn), (region) => ({
    ...region,
    closer: new RegExp(`@|${region.closer!.source}`, "i"),
  }));
  for (let t = 0; t < tokens.count; t++) {
    const isMembers = tokens.kind(t) === T.Raw && tokens.has(t - 1, CODE);
    if (!isMembers && !tokens.has(t, CODE)) continue;
    const from = tokens.start(t);
    const line = startOfLine(text, from);
    const prefix = /^[ \t]*/.exec(text.slice(line, from))![0];
    const isWhole = prefix.length === from - line;
    if (isMembers) {
      found.push({
        from: isWhole ? line : from,
        to: tokens.end(t),
        languageId: "csharp",
        prefix: isWhole ? prefix : "",
        ...(isWhole && prefix !== "" && !prefix.includes("\t") && {
          fallback: { indentStyle: "space", indentSize: 4 },
        }),
      });
      continue;
    }
    const code = tokens.textOf(t);
    const head = HEAD.exec(code);
    if (head !== null) {
      const at = from + code.indexOf(head[1]!);
      found.push({
        from: at,
        to: at + head[1]!.length,
        languageId: "csharp",
        start: "header",
        prefix,
      });
    } else if (/^[^@}][^]*;$/.test(code)) {
      found.push({ from, to: tokens.end(t), languageId: "csharp", prefix: isWhole ? prefix : "" });
    }
  }
  yield* found.sort((a, b) => a.from - b.from);
}
