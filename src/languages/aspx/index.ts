import type { Language } from "../../core/language.js";
import { html } from "../html/index.js";
import { T } from "../html/kinds.js";
import { parseHtml } from "../html/parser.js";
import { regionsBy } from "../../core/regions/host.js";
import { aspxRegions } from "./regions.js";
import { DIALECT, aspxTyping } from "./typing.js";

/** Pages of markup with islands of code between `<%` and `%>`, and controls of the server. */
export const aspx: Language = {
  ...html,
  name: "aspx",
  ids: ["aspx", "aspnet"],
  extensions: [".aspx", ".ascx", ".master"],
  defaults: { ...html.defaults, indentSize: 4, maxLineLength: 120 },
  typing: aspxTyping,
  regions: regionsBy(aspxRegions),
  parse: (text, byColumns) => parseHtml(text, byColumns, DIALECT),
  keepsLineEnds: (tokens, t) => !tokens.isTrivia(t),
  comparable: (tokens, t) => (
    tokens.kind(t) === T.Word ? tokens.textOf(t).replace(/\s+/g, "") : html.comparable(tokens, t)
  ),
};
