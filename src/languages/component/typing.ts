import type { Typing } from "../../core/language.js";
import { startOfLine } from "../../core/text/width.js";
import { T } from "./kinds.js";
import { lexComponent } from "./lexer.js";
import { R, RULES } from "./rules.js";

/** What the first line of a block is taken for whose contents are nested in it. */
const NESTED_LINE = " x";

/** The name of the block whose opening tag ends a text. */
const OPENED = /(?:^|[\r\n])<(\w+)\b[^<>]*>\s*$/;

/** What stands below a line, up to an end tag at the margin; and a line of it that stands there too. */
const BLOCK_BELOW = /^([^]*?)[\r\n]<\//;
const AT_MARGIN = /[\r\n]\S/;

/** The first line of a script or a style sheet, with the white space before it. */
const FIRST_LINE = /(?<=^|[\r\n])<(?:script|style)\b[^<>]*>[ \t]*(?:\r\n|\r|\n)([ \t]*)(?=[^\s<])/g;

/** A line that ends a block within which no other of its name may stand, as a template may within one. */
const BLOCK_END = /^[ \t]+(<\/(?!template>)[\w-]+>)$/;

/** A line that begins a block. */
const BLOCK_START = /^[ \t]+<[a-zA-Z][^<>]*>$/;

/** What components say of text that is typed between their blocks. */
export const componentTyping: Typing = {
  triggers: [">"],
  words: new Map(["template", "script", "style"].map((name) => [`</${name}`, [">"]])),
  next(before, below) {
    const name = OPENED.exec(before)?.[1];
    if (name === undefined) return undefined;
    const block = BLOCK_BELOW.exec(below ?? "")?.[1] ?? "";
    // Of 990 templates of packages all were nested, of scripts one in fifteen.
    const isNested = block.trim() !== ""
      ? !AT_MARGIN.test(block)
      : name === "template" || nestsOthers(before, below ?? "");
    return isNested ? NESTED_LINE : undefined;
  },
  closers: closerOf,
  completed(text, at, character) {
    if (character !== ">") return undefined;
    const start = startOfLine(text, at);
    const line = text.slice(start, at);
    const tag = BLOCK_END.exec(line)?.[1] ?? (BLOCK_START.test(line) ? "" : undefined);
    if (tag === undefined || closerOf(text.slice(0, start)) !== tag) return undefined;
    const white = line.length - line.trimStart().length;
    return [{ from: start, to: start + white, text: "", rule: RULES[R.Line]! }];
  },
};

/** Whether the script or style sheet above a place is nested in its block, or the one below where there is none. */
function nestsOthers(before: string, below: string): boolean {
  const other = [...before.matchAll(FIRST_LINE)].at(-1) ?? [...below.matchAll(FIRST_LINE)][0];
  return (other?.[1] ?? "") !== "";
}

/** The end tag of the block that a text leaves open; empty where it leaves none. */
function closerOf(text: string): string {
  const { tokens } = lexComponent(text);
  for (let t = tokens.count - 1; t >= 0 && tokens.kind(t) !== T.Closing; t--) {
    if (tokens.kind(t) !== T.Opening) continue;
    return `</${/^<([\w-]+)/.exec(tokens.textOf(t))![1]!}>`;
  }
  return "";
}
