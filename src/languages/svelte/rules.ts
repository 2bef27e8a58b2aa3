import * as page from "../html/rules.js";

/** What stands around code between braces. */
export const CODE_RULE = "html/code-space";

/** The rules of components of markup with code between braces: those of pages, and one of their own. */
export const RULES: readonly string[] = [...page.RULES, CODE_RULE];

export const RULE_DESCRIPTIONS: Readonly<Record<string, string>> = {
  ...page.RULE_DESCRIPTIONS,
  "code-space":
    "No blank stands inside the braces of code in the markup, and one between its words and what they take.",
};
