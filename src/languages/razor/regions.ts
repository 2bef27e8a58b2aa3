import type { Syntax } from "../../core/language.js";
import type { Span } from "../../core/outline/excerpt.js";
import { besideWord, wholeLines, withinLine } from "../../core/regions/place.js";
import type { Fragment, Region } from "../../core/regions/region.js";
import { pattern } from "../../core/text/patterns.js";
import { LineStarts, beginsItsLine, whiteOf } from "../../core/text/width.js";
import { T } from "../html/kinds.js";
import { htmlRegions } from "../html/regions.js";
import { bracketEnd, valueEnd } from "./code.js";
import { CODE } from "./lexer.js";
import { codeIn } from "./scripts.js";

/** The head of a block, be its brace on the line or below. */
const HEAD =
  /^(?:@|\}?\s*else\s+|\}\s*(?=while))?((?:if|for|foreach|while|switch|using|lock)\s*\([^]*\))\s*[{;]?$/;

/** What a helper takes. */
const PARAMETERS = /^@helper\s+\w+\s*(\([^]*\))\s*\{?$/;

/** A statement by itself. */
const STATEMENT = /^[^@}][^]*;$/;

/** The words before the bracket of a head that is being written. */
const OPEN_HEAD = /^@(?:(helper)\s+\w+|if|for|foreach|while|switch|using|lock)\s*(?=\()/;

/** A statement that is being written, and the brace that ends what it stands in. */
const UNFINISHED = /^\w[^]*[^\s{};:]\s*\}?$/;

/** The members, the statements, the heads of blocks and the values of a page, and what its markup holds. */
export function* razorRegions(syntax: Syntax): Iterable<Region> {
  const { tokens } = syntax;
  const lines = new LineStarts(tokens.text);
  const found: Region[] = Array.from(htmlRegions(syntax, codeIn), (region) => ({
    ...region,
    closer: pattern(`@|${region.closer!.source}`, "i"),
  }));
  for (let t = 0; t < tokens.count; t++) {
    const span = { from: tokens.start(t), to: tokens.end(t) };
    const kind: T = tokens.kind(t);
    if (kind === T.Raw && tokens.has(t - 1, CODE)) found.push(members(tokens.text, span));
    else if (tokens.has(t, CODE)) found.push(...code(lines, span));
    else if (kind === T.Word || kind === T.Value) found.push(...values(lines, span));
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
function* code(lines: LineStarts, { from, to }: Span): Iterable<Region> {
  const { text } = lines;
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
  } else {
    const head = OPEN_HEAD.exec(piece);
    const start = head?.[1] === undefined ? "expression" : "parameters";
    if (head !== null) yield unfinished(text, from + head[0].length, to, start);
    else if (UNFINISHED.test(piece)) yield unfinished(text, from, to);
    else if (piece.startsWith("@")) yield* values(lines, { from, to });
  }
}

/** What is being written, without the brace that ends what it stands in. */
function unfinished(text: string, from: number, to: number, start?: Fragment): Region {
  const { prefix, nested } = wholeLines(text, from, to);
  const length = text.slice(from, to).search(/\s*\}?$/);
  return {
    from,
    to: from + length,
    languageId: "csharp",
    start,
    prefix: prefix || whiteOf(text, from),
    nested,
    isCut: true,
  };
}

/** What stands in the brackets of values in a word or an attribute: `@(a + b)`, `@Show("low", b)`. */
function* values(lines: LineStarts, { from, to }: Span): Iterable<Region> {
  const { text } = lines;
  const next = (sign: string, at: number, end = to): number => {
    const found = text.slice(at, end).indexOf(sign);
    return found < 0 ? end : at + found;
  };
  for (let at = next("@", from); at < to; at = next("@", at + 1)) {
    if (text[at + 1] === "@") {
      at++;
    } else if (text[at + 1] === "(") {
      const end = bracketEnd(text, at + 1, to);
      if (end < 0) return;
      yield* value(lines, at + 2, end - 1);
    } else if (at === from || !/[\p{L}\p{N}]/u.test(text[at - 1]!)) {
      const end = Math.min(to, valueEnd(text, at));
      for (let open = next("(", at, end); open < end;) {
        const close = bracketEnd(text, open, end);
        if (close < 0) return;
        // What is handed over reads like a tuple.
        if (text.slice(open + 1, close - 1).trim() !== "") yield* value(lines, open, close);
        open = next("(", close, end);
      }
      if (text[end] === "(" && bracketEnd(text, end, to) < 0)
        return yield unfinished(text, end, to, "expression");
    }
  }
}

/** A value that holds no markup. Over several lines it stands as its author likes. */
function* value(lines: LineStarts, from: number, to: number): Iterable<Region> {
  const { text } = lines;
  const inner = text.slice(from, to);
  const place = inner.includes("@<") ? undefined : withinLine(lines, from, to);
  if (place === undefined) return;
  const isSketch = /[\r\n]/.test(inner.trim());
  yield {
    ...place,
    languageId: "csharp",
    start: "expression",
    beside: besideWord(text, place),
    ...(isSketch && { isSketch }),
  };
}
