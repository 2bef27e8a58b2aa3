import { escaped } from "../../core/notation.js";
import { BLOCK, COMPONENT, HIDDEN, INLINE, INLINE_BLOCK, LOOSE, VOID } from "./elements.js";
import { TONGUES } from "./signs.js";

/** Endings of templates, which make pages as well as programs, settings and letters. */
export const TEMPLATES: readonly string[] = [
  ".eex",
  ".ejs",
  ".erb",
  ".eta",
  ".handlebars",
  ".hbs",
  ".j2",
  ".jinja",
  ".jinja2",
  ".jsp",
  ".liquid",
  ".mustache",
  ".njk",
  ".phtml",
  ".tmpl",
  ".twig",
];

/** What stands before the markup of a template: white space, front matter, remarks, islands. XML begins like an island. */
const BEFORE = new RegExp(
  [
    "\\s+",
    "---[ \\t]*\\r?\\n[^]*?\\n---(?=\\s)",
    "<!--[^]*?-->",
    ...TONGUES.map(([begin, end]) => `(?!<\\?xml\\b)${escaped(begin)}[^]*?${escaped(end)}`),
  ].join("|"),
  "y",
);

/** The first tag of a text, or its document type. */
const FIRST = /<(?:!doctype\s+html\b|([a-z][^\s/>{<]*)([^>]*))/iy;

const ELEMENTS = [BLOCK, HIDDEN, INLINE, INLINE_BLOCK, LOOSE, VOID];

/** Whether a template makes a page, or a part of one: an element of HTML, or of a name of its own, is the first that it says. */
export function holdsMarkup(text: string): boolean {
  let at = text.startsWith("\uFEFF") ? 1 : 0;
  for (BEFORE.lastIndex = at; BEFORE.test(text); BEFORE.lastIndex = at) at = BEFORE.lastIndex;
  FIRST.lastIndex = at;
  const [tag, name, rest] = FIRST.exec(text) ?? [];
  if (tag === undefined || name === undefined) return tag !== undefined;
  const known = name.toLowerCase();
  if (ELEMENTS.some((names) => names.has(known))) return true;
  // What names its vocabulary is some other one's markup.
  return (/[-:.]/.test(name) || COMPONENT.test(name)) && !/\bxmlns\b/.test(rest!);
}
