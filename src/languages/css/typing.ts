import type { Typing } from "../../core/language.js";
import { TokenFlag, type TokenTable } from "../../core/syntax/tokens.js";
import { enteredInCustom } from "./custom.js";
import { T, type Dialect } from "./kinds.js";
import { lexCss } from "./lexer.js";

const CLOSERS: Readonly<Record<number, string>> = {
  [T.LeftParen]: ")",
  [T.LeftBracket]: "]",
  [T.LeftBrace]: "}",
};

/** What style sheets say of text that is being typed. */
export const cssTyping = (dialect: Dialect): Typing => ({
  triggers: ["}", ")", ";", "/"],
  carried: /:$/,
  words: new Map(),
  entered: enteredInCustom,
  closers(text) {
    const tokens = lexCss(text, dialect);
    const open: number[] = [];
    let begin = 0;
    for (let t = 0; t < tokens.count; t++) {
      const kind: T = tokens.kind(t);
      if (kind >= T.LeftParen && kind <= T.LeftBrace) open.push(kind);
      else if (kind >= T.RightParen && kind <= T.RightBrace && open.at(-1) === opening(kind))
        open.pop();
      if (kind === T.LeftBrace || kind === T.RightBrace || kind === T.Semicolon) begin = t + 1;
    }
    const closers = open.reverse().map((kind) => CLOSERS[kind]).join("");
    // Selectors of several lines want their block: by itself, the last one would begin another.
    return isSelector(tokens, begin) && !/^[)\]]/.test(closers) ? `{}${closers}` : closers;
  },
});

const opening = (closer: T): number => closer - (T.RightParen - T.LeftParen);

/** Whether what a text ends with, from a token on, takes several lines and is no declaration and no at-rule. */
function isSelector(tokens: TokenTable, from: number): boolean {
  const first = tokens.skipTrivia(from);
  if (tokens.nextWith(TokenFlag.OnNewLine, first + 1) === tokens.count) return false;
  if (first === tokens.count || tokens.kind(first) === T.AtWord) return false;
  const colon = tokens.skipTrivia(first + 1);
  if (tokens.kind(colon) !== T.Colon) return true;
  const value = tokens.skipTrivia(colon + 1);
  return value < tokens.count && tokens.end(colon) === tokens.start(value);
}
