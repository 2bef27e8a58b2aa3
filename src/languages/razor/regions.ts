import type { Syntax } from "../../core/language.js";
import type { Span } from "../../core/outline/excerpt.js";
import { wholeLines, withinLine } from "../../core/regions/place.js";
import type { Region } from "../../core/regions/region.js";
import { beginsItsLine, whiteOf } from "../../core/text/width.js";
import { T } from "../html/kinds.js";
import { htmlRegions } from "../html/regions.js";
import { bracketEnd } from "./code.js";
import { CODE, valuesIn } from "./lexer.js";

/** The head of a block, be its brace on the line or below. */
const HEAD =
  /^(?:@|\}?\s*else\s+|\}\s*(?=while))?((?:if|for|foreach|while|switch|using|lock)\s*\([^]*\))\s*[{;]?$/;

/** What a helper takes. */
const PARAMETERS = /^@helper\s+\w+\s*(\([^]*\))\s*\{?$/;

/** A statement by itself. */
const STATEMENT = /^[^@}][^]*;$/;

/** The members, the statements, the heads of blocks and the values of a page, and what its markup holds. */
export function* razorRegions(syntax: Syntax): Iterable<Region> {
  const { tokens } = syntax;
  const found: Region[] = Array.from(htmlRegions(syntax, valuesIn), (region) => ({
    ...region,
    closer: new RegExp(`@|${region.closer!.source}`, "i"),
  }));
  for (let t = 0; t < tokens.count; t++) {
    const span = { from: tokens.start(t), to: tokens.end(t) };
    const kind: T = tokens.kind(t);
    if (kind === T.Raw && tokens.has(t - 1, CODE)) found.push(members(tokens.text, span));
    else if (tokens.has(t, CODE)) found.push(...code(tokens.text, span));
    else if (kind === T.Word || kind === T.Value) found.push(...values(tokens.text, span));
  }
  yield* found.sort((a, b) => a.from - b.from);
}

/** What a block of members holds. */
function members(text: string, { from, to }: Span): Region {
  const place = wholeLines(text, from, to);
  const isStep = place.prefix !== "" && !place.prefix.includes("\t");
  return {
    ...place,
    languageId: "csharp",
    isCut: isCut(text, from, to),
    ...(isStep && { fallback: { indentStyle: "space", indentSize: 4 } }),
  };
}

/** Whether the brace after a stretch closes one that lacks in it, as it stands in another column than the block's line. */
function isCut(text: string, from: number, to: number): boolean {
  const brace = text.indexOf("}", to);
  return (
    brace >= 0
    && beginsItsLine(text, brace)
    && whiteOf(text, brace) !== whiteOf(text, text.lastIndexOf("{", from))
  );
}

/** What a piece of code holds that can be read by itself. */
function* code(text: string, { from, to }: Span): Iterable<Region> {
  const piece = text.slice(from, to);
  const header = HEAD.exec(piece)?.[1];
  const head = header ?? PARAMETERS.exec(piece)?.[1];
  if (head !== undefined) {
    const at = from + piece.indexOf(head);
    const start = header === undefined ? "parameters" : "header";
    const prefix = whiteOf(text, from);
    yield { from: at, to: at + head.length, languageId: "csharp", start, prefix };
  } else if (STATEMENT.test(piece)) {
    const { prefix, nested } = wholeLines(text, from, to);
    yield { from, to, languageId: "csharp", prefix, nested };
  }
}

/** The values in brackets of a word or of an attribute: `@(a + b)`. */
function* values(text: string, { from, to }: Span): Iterable<Region> {
  for (let at = text.indexOf("@(", from); at >= 0 && at < to; at = text.indexOf("@(", at + 2)) {
    const end = bracketEnd(text, at + 1, to);
    if (end < 0) return;
    if (text[at - 1] === "@" || /[\r\n]/.test(text.slice(at, end))) continue;
    const place = withinLine(text, at + 2, end - 1);
    if (place !== undefined) yield { ...place, languageId: "csharp", start: "expression" };
  }
}
