import type { Language } from "./language.js";
import { LINE_END_RULE } from "./text/minimise.js";

/** The name, in each language, of the rule by which imports change their places. */
export const IMPORT_RULE = "import-order";

/** Rules of line ends, and of typing, pasting and moving, which every language has. */
export const REQUEST_RULES = [
  LINE_END_RULE,
  "new-line",
  "line",
  "comment-end",
  "block-indent",
] as const;

/** The id of such a rule in a language. */
export const ruleId = (
  { family }: Language,
  rule: typeof REQUEST_RULES[number],
): string => `${family}/${rule}`;

/** Every rule that a language's answers may name. */
export const ruleIds = (language: Language): string[] => [
  ...new Set([
    ...language.rules,
    ...REQUEST_RULES.map((rule) => ruleId(language, rule)),
    ...(language.organizeImports === undefined ? [] : [`${language.family}/${IMPORT_RULE}`]),
  ]),
];
