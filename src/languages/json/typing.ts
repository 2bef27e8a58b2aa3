import type { Typing } from "../../core/language.js";
import { T } from "./kinds.js";
import { lexJson } from "./lexer.js";

/** What JSON says of text that is being typed. */
export const jsonTyping: Typing = {
  triggers: ["}", "]", "/"],
  carried: /:$/,
  words: new Map(),
  closers(text) {
    const tokens = lexJson(text);
    const open: string[] = [];
    for (let t = 0; t < tokens.count; t++) {
      const kind: T = tokens.kind(t);
      if (kind === T.LeftBrace) open.push("}");
      else if (kind === T.LeftBracket) open.push("]");
      else if (kind === T.RightBrace || kind === T.RightBracket) open.pop();
    }
    return open.reverse().join("");
  },
};
