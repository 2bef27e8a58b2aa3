import type { Typing } from "../../core/language.js";
import { T } from "./kinds.js";
import { lexComponent } from "./lexer.js";

/** What components say of text that is typed between their blocks. */
export const componentTyping: Typing = {
  triggers: [">"],
  words: new Map(["template", "script", "style"].map((name) => [`</${name}`, [">"]])),
  closers(text) {
    const tokens = lexComponent(text);
    for (let t = tokens.count - 1; t >= 0 && tokens.kind(t) !== T.Closing; t--) {
      if (tokens.kind(t) !== T.Opening) continue;
      return `</${/^<([\w-]+)/.exec(tokens.textOf(t))![1]!}>`;
    }
    return "";
  },
};
