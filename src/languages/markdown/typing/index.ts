import type { Typing } from "../../../core/language.js";
import { endFrontMatter } from "../../../core/front-matter.js";
import { RULES, R } from "../rules.js";
import { closedCode } from "./code.js";
import { entered } from "./enter.js";
import { endFenced } from "./fences.js";
import { begunItem } from "./items.js";
import { placed } from "./placing.js";
import { endTagged } from "./tags.js";

/** What texts with marks say of what is typed into them. */
export const markdownTyping: Typing = {
  triggers: [">", "`", "~", "-", " ", ")", "]", "}"],
  words: new Map(),
  closers: () => "",
  entered,
  completed(text, at, character) {
    switch (character) {
      case ">": return endTagged(text, at);
      case "-": return endFrontMatter(text, at, RULES[R.Line]!);
      case " ": return begunItem(text, at);
      case ")":
      case "]":
      case "}": return closedCode(text, at);
      default: return endFenced(text, at);
    }
  },
  placed,
};
