import type { Language } from "../../core/language.js";
import { html } from "../html/index.js";
import { htmlClosers, parseHtml } from "../html/parser.js";

/**
 * The markup of a component: typed like a page, and laid out by nobody, as its white space says otherwise than a
 * page's what is shown.
 */
export const template: Language = {
  ...html,
  name: "component-template",
  ids: ["component-template"],
  extensions: [],
  fileNames: [],
  typing: { ...html.typing, closers: (text, line) => htmlClosers(text, line, true) },
  parse: (text, byColumns) => parseHtml(text, byColumns, true),
  rewrite: () => [],
};
