import type { Span } from "../../core/outline/excerpt.js";
import type { Island } from "../../core/regions/region.js";
import { movedBy } from "../../core/text/edits.js";
import { beginsItsLine } from "../../core/text/width.js";
import { Step } from "../html/effect.js";
import { headOf, partOfBlock } from "../html/islands.js";
import type { IslandsIn } from "../html/regions.js";
import { bracketEnd } from "./code.js";
import { BLOCK_WORDS, valuesIn } from "./lexer.js";

/** What in a script is more than a value: blocks, comments, escapes. */
const MORE_THAN_VALUE = new RegExp(`@(?:[@{*:]|(?:${BLOCK_WORDS}|section|code|functions)\\b)`);

/** The signs of code and of markup in a script that holds blocks, and words that it does not know. */
const SIGNS = new RegExp(
  `@[@{:]|@\\*(?:[^]*?\\*@)?|@(?:(?:${BLOCK_WORDS}|section\\s+\\w+)\\b[ \\t]*)|</?text>|\\bforeach(?=\\s*\\()`,
  "g",
);

/** What is read in the place of a sign by itself. */
const READ_AS: { readonly [sign: string]: string | undefined } = {
  "@@": " @",
  "@{": ";{",
  "@:": ";;",
  "<text>": partOfBlock(Step.Opens, "<text>".length),
  "</text>": partOfBlock(Step.Closes, "</text>".length),
  foreach: "for    ",
};

/** The code in a part of a page that is written in another language, with what stands for that of blocks. */
export const codeIn: IslandsIn = (text, from, to, languageId) => {
  const inner = text.slice(from, to);
  if (!inner.includes("@")) return [];
  const values = valuesIn(text, from, to);
  if (!MORE_THAN_VALUE.test(inner)) {
    // What begins a line of a style sheet is a rule of that.
    const isRule = (value: Span): boolean => beginsItsLine(text, value.from);
    return languageId === "css" && values.some(isRule) ? undefined : values;
  }
  const found: Island[] = [];
  let end = from;
  const signs = movedBy(signsIn(inner), from);
  for (const island of [...signs, ...values].sort((a, b) => a.from - b.from || b.to - a.to)) {
    if (island.from < end) continue;
    found.push(island);
    end = island.to;
  }
  return found;
};

/** The signs in a script, each with what is read in its place. */
function* signsIn(script: string): Iterable<Island> {
  for (const { 0: sign, index: from } of script.matchAll(SIGNS)) {
    const to = from + sign.length;
    const as = READ_AS[sign];
    if (as !== undefined) {
      yield { from, to, as };
    } else if (sign.startsWith("@*")) {
      yield { from, to: from + 2, as: "/*" };
      if (sign.length > 3) yield { from: to - 2, to, as: "*/" };
    } else {
      yield head(script, from, to);
    }
  }
}

/** What stands before the brace of a block, as a statement that each language of scripts knows. */
function head(script: string, from: number, behind: number): Island {
  const end = script[behind] === "(" ? bracketEnd(script, behind) : -1;
  // A head over several lines is read as it stands.
  if (end < 0 || /[\r\n]/.test(script.slice(from, end))) return { from, to: from + 1, as: ";" };
  return { from, to: end, as: `;${headOf(end - from - 1)}` };
}
