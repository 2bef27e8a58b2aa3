import type { Language } from "../core/language.js";
import { aspx } from "./aspx/index.js";
import { astro } from "./astro/index.js";
import { component, template } from "./component/index.js";
import { csharp } from "./csharp/index.js";
import { css, less, scss } from "./css/index.js";
import { declared } from "./declared/index.js";
import { javascript, typescript, typescriptreact } from "./ecma/index.js";
import { html } from "./html/index.js";
import { json, jsonc } from "./json/index.js";
import { markdown } from "./markdown/index.js";
import { notebook } from "./notebook/index.js";
import { plain } from "./plain/index.js";
import { python } from "./python/index.js";
import { razor } from "./razor/index.js";
import { svelte } from "./svelte/index.js";
import { xml } from "./xml/index.js";

/** Every language that comes with Oak Tide. */
export const languages: readonly Language[] = [
  html,
  razor,
  aspx,
  component,
  template,
  svelte,
  astro,
  csharp,
  css,
  scss,
  less,
  python,
  javascript,
  typescript,
  typescriptreact,
  json,
  jsonc,
  markdown,
  notebook,
  plain,
  xml,
  ...declared,
];
