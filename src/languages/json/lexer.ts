import { TokenFlag, TokenTable } from "../../core/syntax/tokens.js";
import { T } from "./kinds.js";

const PUNCTUATION: { readonly [character: string]: T } = {
  "[": T.LeftBracket,
  "{": T.LeftBrace,
  "]": T.RightBracket,
  "}": T.RightBrace,
  ",": T.Comma,
  ":": T.Colon,
};

const LINE_COMMENT = /\/\/[^\r\n]*/y;
const BLOCK_COMMENT = /\/\*[^]*?(?:\*\/|$)/y;
/** Its second group is missing where the string is left open. */
const STRING = /(["'])(?:(?!\1)[^\\\r\n]|\\(?:\r\n|[^]|$))*(\1)?/y;
const WORD = /[^\s"'[\]{},:/]+/y;

/** Splits JSON (ECMA-404) into tokens; comments, single quotes and bare words are read too. */
export function lexJson(text: string): TokenTable {
  let at = text.charCodeAt(0) === 0xfeff ? 1 : 0;
  const tokens = new TokenTable(text, at);
  let newLine = true;
  const add = (kind: T, end: number, flags: number): void => {
    const lines = kind !== T.Word && /[\r\n]/.test(text.slice(at, end)) ? TokenFlag.MultiLine : 0;
    tokens.add(kind, at, end, flags | lines | (newLine ? TokenFlag.OnNewLine : 0));
    newLine = false;
    at = end;
  };
  const matches = (pattern: RegExp): number => {
    pattern.lastIndex = at;
    return pattern.test(text) ? pattern.lastIndex : -1;
  };
  while (at < text.length) {
    const c = text.charCodeAt(at);
    if (c === 10 || c === 13) newLine = true;
    if (c <= 32 || c === 0xfeff || c === 0xa0) {
      at++;
      continue;
    }
    const punctuation = PUNCTUATION[text[at]!];
    if (punctuation !== undefined) add(punctuation, at + 1, 0);
    else if (c === 34 || c === 39) string();
    else if (c === 47) comment();
    else {
      const end = matches(WORD);
      if (end > at) add(T.Word, end, 0);
      else add(T.Unknown, at + 1, 0);
    }
  }
  return tokens;

  function string(): void {
    STRING.lastIndex = at;
    const [whole,, close] = STRING.exec(text)!;
    const end = at + whole.length;
    const open = end === text.length
      ? TokenFlag.EndsLine | TokenFlag.Continues
      : TokenFlag.EndsLine;
    add(T.String, end, close === undefined ? open : 0);
  }

  function comment(): void {
    const line = matches(LINE_COMMENT);
    const block = line < 0 ? matches(BLOCK_COMMENT) : -1;
    if (line >= 0) {
      let end = line;
      while (text.charCodeAt(end - 1) === 32 || text.charCodeAt(end - 1) === 9) end--;
      add(T.Comment, end, TokenFlag.Trivia | TokenFlag.EndsLine);
    } else if (block >= 0) {
      add(
        T.Comment,
        block,
        TokenFlag.Trivia | (block - at > 3 && text.endsWith("*/", block) ? 0 : TokenFlag.Continues),
      );
    } else {
      add(T.Unknown, at + 1, 0);
    }
  }
}
