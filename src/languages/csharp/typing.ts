import type { Typing } from "../../core/language.js";
import { csharpClosers } from "./parser/statements.js";

/** Words and signs that go on with the statement before, or begin a case, each with what makes it whole. */
const WORDS = new Map<string, readonly string[]>([
  ["else", [" {}"]],
  ["catch", [" {}"]],
  ["finally", [" {}"]],
  ["case", [" x:"]],
  ["default", [":"]],
  // Of a type's parameters, or of a query.
  ["where", [" T : x", " x"]],
  ["from", [" x in y"]],
  ["join", [" x in y on z equals w"]],
  ["let", [" x = y"]],
  ["orderby", [" x"]],
  ["select", [" x"]],
  ["group", [" x by y"]],
  // Below another one it stands in its column, as one statement holds the other.
  ["using", [" (x) {}", " x;"]],
  ["fixed", [" (x* y = z) {}"]],
  [".", ["x"]],
  ["?", [" x : x"]],
  ["??", [" x"]],
  ["?.", ["x"]],
  [":", [" x", " base() {}"]],
  ["&", ["& x", " x"]],
  ["|", ["| x", " x"]],
  ["+", [" x"]],
  ["-", [" x"]],
  ["=>", [" x;"]],
]);

/** A line for the preprocessor, with the white space before it and its word. */
const DIRECTIVE = /^([ \t]*)#[ \t]*(\w*)/gm;

for (const word of ["", "if", "region", "pragma", "nullable"]) WORDS.set(`#${word}`, [" x"]);

/**
 * Whether a line for the preprocessor stands at the margin: as the one that opened what it closes, or the one
 * before of its kind. Regions stand as deep as code where nothing shows otherwise.
 */
function margin(line: string, before: string | undefined): boolean {
  const own = /^#[ \t]*(\w*)/.exec(line)?.[1];
  if (own === undefined || before === undefined) return own !== undefined;
  const open: { isRegion: boolean; atMargin: boolean }[] = [];
  const last = new Map<boolean, boolean>();
  for (const [, white, word] of before.matchAll(DIRECTIVE)) {
    const isRegion = /^(?:end)?region$/.test(word!);
    const atMargin = white === "";
    last.set(isRegion, atMargin);
    if (word === "if" || word === "region") open.push({ isRegion, atMargin });
    else if (word === "endif" || word === "endregion") open.pop();
  }
  const isRegion = /^(?:end)?region$/.test(own);
  const opener = own === ""
    ? open.at(-1)
    : /^(?:endif|endregion|else|elif)$/.test(own)
    ? open.filter((one) => one.isRegion === isRegion).at(-1)
    : undefined;
  return opener?.atMargin ?? last.get(isRegion) ?? !isRegion;
}

/** What C# says of text that is being typed. */
export const csharpTyping: Typing = {
  triggers: ["}", ")", "]", ";", ">", "/", "{", ".", "?", ":", "&", "|", "+", "-", " ", "(", "#"],
  carried: /(?:[^+]\+|[^-]-|[^*]\/|[*%&|^=!?~<]|=>)$/,
  words: WORDS,
  waits: new Set(["+", "-"]),
  margin,
  closers: csharpClosers,
};
