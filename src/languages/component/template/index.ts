import type { Language } from "../../../core/language.js";
import { regionsBy } from "../../../core/regions/host.js";
import { html } from "../../html/index.js";
import { htmlClosers } from "../../html/typing/closers.js";
import { parseHtml } from "../../html/parser.js";
import { T } from "../../html/kinds.js";
import { isDirective } from "./directives.js";
import { TemplateLayout } from "./layout.js";
import { templateRegions } from "./regions.js";

const DIALECT = { closesAny: true, hasComponents: true, holdsCode: isDirective };

/** The markup of a component: a page in which any tag may end itself, with expressions in its texts and attributes. */
export const template: Language = {
  ...html,
  name: "component-template",
  ids: ["component-template"],
  extensions: [],
  fileNames: [],
  typing: { ...html.typing, closers: (text, line) => htmlClosers(text, line, DIALECT) },
  regions: regionsBy(templateRegions),
  parse: (text, byColumns) => parseHtml(text, byColumns, DIALECT),
  comparable: (tokens, t) => {
    const kind = tokens.kind(t) as T;
    // What an expression says is told by its own language.
    return kind === T.Value || kind === T.Word
      ? tokens.textOf(t).replace(/[\s,;()]+/g, "")
      : html.comparable(tokens, t);
  },
  layout: (sheet, syntax, style) => new TemplateLayout(sheet, syntax, style).document(),
};
