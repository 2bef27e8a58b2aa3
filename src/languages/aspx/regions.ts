import type { Syntax } from "../../core/language.js";
import { FAR, besideWord, wholeLines, withinLine } from "../../core/regions/place.js";
import type { Region } from "../../core/regions/region.js";
import { holdsLineEnd } from "../../core/text/line-ends.js";
import { LineStarts } from "../../core/text/width.js";
import { bracesStep } from "../html/braces.js";
import { Step } from "../html/effect.js";
import { T } from "../html/kinds.js";
import { htmlRegions } from "../html/regions.js";

/** A value between `<%=`, `<%#` or `<%:` and `%>`, or statements between `<%` and `%>`. */
const ISLAND = /<%(?<sign>[=:#]|(?![@$-]))(?<code>[^]*?)%>/g;

/** Statements on lines of their own that nothing closes yet. */
const OPEN = /^<%[ \t]*(?:\r\n|\r|\n)\s*(?=\S)(?![^]*%>)/;

/** Where a page says which language its islands are in. */
const DIRECTIVE = /<%\s*@[^%]*?\blanguage\s*=\s*["']?(\w+)/i;

/** The code of a page that can be read by itself, and what the markup holds. */
export function* aspxRegions(syntax: Syntax): Iterable<Region> {
  const { tokens } = syntax;
  const { text } = tokens;
  const lines = new LineStarts(text);
  const found: Region[] = Array.from(htmlRegions(syntax), (region) => {
    const before = text.slice(Math.max(0, region.from - FAR), region.from);
    const language = serverLanguage(before.slice(before.lastIndexOf("<script")));
    return { ...region, languageId: language ?? region.languageId };
  });
  if (languageOf(DIRECTIVE.exec(text)?.[1]) === "csharp") {
    for (let t = 0; t < tokens.count; t++)
      if (tokens.kind(t) as T === T.Word)
        found.push(...islands(lines, tokens.start(t), tokens.end(t)));
  }
  yield* found.sort((a, b) => a.from - b.from);
}

/** The code of the islands between two offsets. */
function* islands(lines: LineStarts, from: number, to: number): Iterable<Region> {
  const { text } = lines;
  const word = text.slice(from, to);
  const open = OPEN.exec(word)?.[0];
  if (open !== undefined)
    return yield {
      ...wholeLines(text, from + open.length, to),
      languageId: "csharp",
      closer: /%>/,
    };
  // What nothing ends is not looked through again from each beginning.
  const last = word.lastIndexOf("%>");
  if (last < 0) return;
  for (const { index, groups } of word.slice(0, last + 2).matchAll(ISLAND)) {
    const { sign, code } = groups as { sign: string; code: string };
    const start = from + index + "<%".length + sign.length;
    const region = sign === ""
      ? statements(lines, start, code, bracesStep(code))
      : value(lines, from + index, start, code);
    if (region !== undefined) yield region;
  }
}

function value(
  lines: LineStarts,
  island: number,
  from: number,
  code: string,
): Region | undefined {
  const to = from + code.length;
  const place = withinLine(lines, from, to);
  if (place === undefined || holdsLineEnd(code.trim())) return undefined;
  const beside = besideWord(lines.text, place, { from: island, to: to + "%>".length });
  return { ...place, languageId: "csharp", start: "expression", beside, closer: /%>/ };
}

/** Statements on lines of their own, or one on the line of its island, where their braces add up. */
function statements(
  lines: LineStarts,
  from: number,
  code: string,
  step: Step,
): Region | undefined {
  const { text } = lines;
  if (step !== Step.None) return undefined;
  const to = from + code.length;
  const place = withinLine(lines, from, to);
  if (place === undefined) return undefined;
  const isOne = /^[^;{}\r\n]*;$/.test(text.slice(place.from, place.to));
  const hasLines =
    holdsLineEnd(text.slice(from, place.from)) && holdsLineEnd(text.slice(place.to, to));
  if (!isOne && !hasLines) return undefined;
  const own = hasLines ? wholeLines(text, place.from, place.to) : place;
  return { ...own, languageId: "csharp", closer: /%>/ };
}

/** The language that a page or a script names; C# where it names none. */
const languageOf = (name: string | undefined): string =>
  name !== undefined && /^(?:vb|visualbasic)/i.test(name) ? "vb" : "csharp";

/** The language of a script that the server runs; undefined for others. */
function serverLanguage(tag: string): string | undefined {
  if (!/^<script\b[^>]*\brunat\s*=\s*["']?server/i.test(tag)) return undefined;
  return languageOf(/\blanguage\s*=\s*["']?(\w+)/i.exec(tag)?.[1]);
}
