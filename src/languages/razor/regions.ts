import type { Syntax } from "../../core/language.js";
import type { Span } from "../../core/outline/excerpt.js";
import type { Region } from "../../core/regions/region.js";
import { startOfLine } from "../../core/text/width.js";
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
  const { prefix, isWhole } = before(text, from);
  return {
    from: isWhole ? from - prefix.length : from,
    to,
    languageId: "csharp",
    prefix: isWhole ? prefix : "",
    ...(isWhole && prefix !== "" && !prefix.includes("\t") && {
      fallback: { indentStyle: "space", indentSize: 4 },
    }),
  };
}

/** What a piece of code holds that can be read by itself. */
function* code(text: string, { from, to }: Span): Iterable<Region> {
  const piece = text.slice(from, to);
  const { prefix, isWhole } = before(text, from);
  const header = HEAD.exec(piece)?.[1];
  const head = header ?? PARAMETERS.exec(piece)?.[1];
  if (head !== undefined) {
    const at = from + piece.indexOf(head);
    const start = header === undefined ? "parameters" : "header";
    yield { from: at, to: at + head.length, languageId: "csharp", start, prefix };
  } else if (STATEMENT.test(piece)) {
    yield { from, to, languageId: "csharp", prefix: isWhole ? prefix : "" };
  }
}

/** The values in brackets of a word or of an attribute: `@(a + b)`. */
function* values(text: string, { from, to }: Span): Iterable<Region> {
  for (let at = text.indexOf("@(", from); at >= 0 && at < to; at = text.indexOf("@(", at + 2)) {
    const end = bracketEnd(text, at + 1, to);
    if (end < 0) return;
    const { prefix } = before(text, at);
    if (text[at - 1] !== "@" && !/[\r\n]/.test(text.slice(at, end)))
      yield* trimmed(text, at + 2, end - at - 3, prefix);
  }
}

/** An expression without the white space at its edges; none where nothing is there. */
function* trimmed(text: string, from: number, length: number, prefix: string): Iterable<Region> {
  const inner = text.slice(from, from + length);
  if (inner.trim() === "") return;
  const begin = from + inner.length - inner.trimStart().length;
  yield {
    from: begin,
    to: begin + inner.trim().length,
    languageId: "csharp",
    start: "expression",
    prefix,
  };
}

/** The white space at the beginning of the line of an offset, and whether nothing else stands before that. */
function before(text: string, offset: number): { prefix: string; isWhole: boolean } {
  const line = startOfLine(text, offset);
  const prefix = /^[ \t]*/.exec(text.slice(line, offset))![0];
  return { prefix, isWhole: prefix.length === offset - line };
}
