import type { Language } from "../../core/language.js";
import { html } from "../html/index.js";

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
  rewrite: () => [],
};
