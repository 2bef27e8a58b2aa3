import type { Language, Syntax } from "../../core/language.js";
import { withinLine } from "../../core/regions/place.js";
import type { Region } from "../../core/regions/region.js";
import { html } from "../html/index.js";
import { htmlClosers } from "../html/closers.js";
import { T } from "../html/kinds.js";
import { htmlRegions } from "../html/regions.js";
import { parseHtml } from "../html/parser.js";
import { regionsBy } from "../../core/regions/host.js";

/** A value between `<%=`, `<%#` or `<%:` and `%>`. */
const VALUE = /(<%[=#:])([^]*?)%>/g;

/** The values that islands show, and what the markup holds. */
function* aspxRegions(syntax: Syntax): Iterable<Region> {
  const { tokens } = syntax;
  const { text } = tokens;
  const found: Region[] = [...htmlRegions(syntax)].map((region) => ({
    ...region,
    languageId: serverLanguage(text.slice(text.lastIndexOf("<script", region.from), region.from))
      ?? region.languageId,
  }));
  for (let t = 0; t < tokens.count; t++) {
    if (tokens.kind(t) !== T.Word) continue;
    for (const { 1: begin, 2: value, index } of tokens.textOf(t).matchAll(VALUE)) {
      const from = tokens.start(t) + index + begin!.length;
      const place = withinLine(text, from, from + value!.length);
      if (place === undefined || /[\r\n]/.test(value!.trim())) continue;
      found.push({ ...place, languageId: "csharp", start: "expression", closer: /%>/ });
    }
  }
  yield* found.sort((a, b) => a.from - b.from);
}

/** The language of a script that the server runs; undefined for others. */
function serverLanguage(tag: string): string | undefined {
  if (!/^<script\b[^>]*\brunat\s*=\s*["']?server/i.test(tag)) return undefined;
  return /\blanguage\s*=\s*["']?(?:vb|visualbasic)/i.test(tag) ? "vb" : "csharp";
}

const DIALECT = { closesAny: true };

/** Pages of markup with islands of code between `<%` and `%>`, and controls of the server. */
export const aspx: Language = {
  ...html,
  name: "aspx",
  ids: ["aspx", "aspnet"],
  extensions: [".aspx", ".ascx", ".master"],
  defaults: { ...html.defaults, indentSize: 4, maxLineLength: 120 },
  typing: { ...html.typing, closers: (text, line) => htmlClosers(text, line, DIALECT) },
  regions: regionsBy(aspxRegions),
  parse: (text, byColumns) => parseHtml(text, byColumns, DIALECT),
  comparable: (tokens, t) => (
    tokens.kind(t) === T.Word ? tokens.textOf(t).replace(/\s+/g, "") : html.comparable(tokens, t)
  ),
};
