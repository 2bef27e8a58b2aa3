import type { EnteredText, Typing } from "../../../core/language.js";
import type { Style } from "../../../core/style/style.js";
import type { Change } from "../../../core/text/edits.js";
import { endFrontMatter, inFrontMatter, whiteInFrontMatter } from "../../../core/front-matter.js";
import { startOfLine, whiteOf } from "../../../core/text/width.js";
import { endsBlock, htmlClosers, openRaw } from "./closers.js";
import { whiteOfEnd } from "./end-tags.js";
import { headToCome, openFlow } from "./flow.js";
import { flushWhite } from "./flush.js";
import { beginsIsland } from "./stretch.js";
import { BLOCK, ENDED_BY, VOID } from "../elements.js";
import { ISLANDS, blocksAddUp } from "../islands.js";
import {
  RAW,
  codeWhite,
  leavesAtMargin,
  scriptWhite,
  standsBelow,
  whiteOfLast,
} from "../margin.js";
import { enteredInIsland, whiteOfCloser } from "./islands.js";
import { whiteInTag, whiteOfTagEnd } from "./open-tags.js";
import { whiteInPre } from "./pre.js";
import { R, RULES } from "../rules.js";
import { ISLAND_WORDS } from "../tongues.js";
import { enteredInValue } from "./values.js";

/** A name as people write it. */
const cases = (name: string): string[] => [name, name.toUpperCase()];

/** Tags that end what is open before them, each with what makes an element of it. */
const WORDS = new Map<string, readonly string[]>([
  ...[...ENDED_BY.values()].flatMap((names) => [...names])
    .flatMap(cases)
    .map(
      (name) => [`<${name}`, [VOID.has(name.toLowerCase()) ? ">" : `></${name}>`]] as const,
    ),
  ...[...BLOCK, "head", "script", "style", "template"].flatMap(cases)
    .map(
      (name) => [`</${name}`, [">"]] as const,
    ),
  ...ISLAND_WORDS,
]);

/** What the first line of an element is taken for whose contents authors leave at the margin, or do not. */
const FIRST_LINES: ReadonlyMap<string, string> = new Map([
  ["head", " <hr>"],
  ["body", " <hr>"],
  ["script", " x"],
  ["style", " x"],
]);

const HEAD = /<head\b/i;

/** What a line begins with that ends something, and with what begins an element. */
const ENDS = /^(?:<\/|\/?>|-->)/;
const START = /^<([a-z][\w:.-]*)/i;

/** A line that is an end tag. */
const END_LINE = /^([ \t]*)<\/([a-z][\w:.-]*)>$/i;

/** The first tag of a head or of a body, with what stands before it. */
const PART = /[\r\n]([ \t]*)<\/?(?:head|body)\b/i;

/** What Enter comes to that began the line at an offset: nothing but white space stands on that; undefined where it does not. */
export function enteredAs(
  text: string,
  at: number,
  white: string | undefined,
): EnteredText | undefined {
  const rest = /^[^\r\n]*/.exec(text.slice(at))![0];
  if (white === undefined || rest.trim() !== "") return undefined;
  const change = { from: at, to: at + rest.length, text: white, rule: RULES[R.Line]! };
  return { changes: rest === white ? [] : [change], caret: at + white.length };
}

/**
 * The white space that a line at an offset goes to by what stands around it, near or further away.
 *
 * @param tag of the element that it begins.
 */
const shownWhite = (
  text: string,
  at: number,
  hasFlow: boolean,
  tag?: string,
): string | undefined =>
  whiteInPre(text, at)
  ?? whiteInTag(text, at)
  ?? codeWhite(text, at)
  ?? scriptWhite(text, at)
  ?? (hasFlow ? headToCome(text, at) : undefined)
  ?? flushWhite(text, at, tag);

/** What takes a line that begins at an offset from its white space to another one. */
const placed = (start: number, old: string, white: string): Change[] => (
  old === white
    ? []
    : [{ from: start, to: start + old.length, text: white, rule: RULES[R.Line]! }]
);

/** The same for a line of a start tag's `>`; undefined for that where the layout has it. */
function endedTag(text: string, start: number, head: string): Change[] | undefined {
  const white = whiteOfTagEnd(text, start);
  return white === undefined ? undefined : placed(start, head.slice(0, -1), white);
}

function enteredInFrontMatter(text: string, at: number, style: Style): EnteredText | undefined {
  if (!inFrontMatter(text, at)) return undefined;
  const above = startOfLine(text, text.slice(0, at).trimEnd().length);
  return enteredAs(text, at, whiteInFrontMatter(text.slice(above, at).trimEnd(), style));
}

/**
 * What pages say of text that is being typed.
 *
 * @param hasFlow whether pieces of control flow may stand between markup: `@if (late) {`.
 */
export const typingOf = (hasFlow: boolean): Typing => ({
  triggers: [">", "/", " ", ")", "]", "}", "-"],
  words: WORDS,
  closers: htmlClosers,
  endsBlock(before, rest) {
    return endsBlock(before, rest, (text) => this.closers(text));
  },
  addsUp: (tokens) => blocksAddUp(tokens, ISLANDS),
  entered: (text, at, style, whole) => (
    enteredInFrontMatter(text, at, style)
    ?? enteredInIsland(text, at, style)
    ?? enteredInValue(text, at, style)
    ?? enteredAs(text, at, shownWhite(whole?.text() ?? text, whole?.at(at) ?? at, hasFlow))
  ),
  shown(text, at, line) {
    if (ENDS.test(line) || beginsIsland(line)) return undefined;
    return shownWhite(text, at, hasFlow, START.exec(line)?.[1]);
  },
  completed(text, at, character) {
    if (character === "-") return endFrontMatter(text, at, RULES[R.Line]!);
    const start = startOfLine(text, at);
    const head = text.slice(start, at);
    if (head.trimStart() === ">") return endedTag(text, start, head);
    if (/^\s*[)\]}]$/.test(head)) {
      const white = whiteOfCloser(text, at - 1);
      if (white !== undefined) return placed(start, head.slice(0, -1), white);
    }
    if (hasFlow && head.trimStart() === "}") {
      const opener = openFlow(text.slice(0, start));
      return opener < 0 ? undefined : placed(start, head.slice(0, -1), whiteOf(text, opener));
    }
    const [, old = "", name] = END_LINE.exec(head) ?? [];
    if (name === undefined) return undefined;
    if (!RAW.test(name)) {
      const white = whiteOfEnd(text, start, at, name);
      return white === undefined ? undefined : placed(start, old, white);
    }
    const opener = openRaw(text.slice(0, start), name);
    // What is no language that is known has no layout: its end tag stands where its start tag's line does.
    if (opener < 0) return undefined;
    return placed(start, old, whiteOf(text, opener));
  },
  // Text in a head would belong to the body, and the first line of these tells how deep the others stand.
  next(before, below) {
    const name = /^<\/(\w+)>/.exec(htmlClosers(before))?.[1]?.toLowerCase() ?? "";
    if (name === "html" && (PART.exec(below ?? "")?.[1] ?? "") !== "") return " <head>";
    const line = FIRST_LINES.get(name);
    if (line === undefined) return undefined;
    const stands = standsBelow(before, below ?? "");
    // Of 178 pages whose body leaves its lines at the margin, 160 do not so in their head.
    if (stands !== "deeper" && name === "body" && leavesAtMargin(before))
      return `${whiteOfLast(before)}<hr>`;
    // Of pages without a head three in four leave their body at the margin, of others one in six.
    if (name === "body" && stands !== "deeper" && !HEAD.test(before)) return undefined;
    return stands === "flush" ? `${whiteOfLast(before)}${line.trimStart()}` : line;
  },
});

export const htmlTyping = typingOf(true);
