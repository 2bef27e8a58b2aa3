import { Char } from "../../core/text/characters.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { NO_EFFECT, Step, closes, goesOn, isPair, opens, type Effect } from "./effect.js";
import { BLOCK, FIXED, VOID } from "./elements.js";
import { CLOSES, FLOW, OPENS, T } from "./kinds.js";
import { literalEnd } from "./literal.js";
import { BEGINS_TONGUE, TONGUES } from "./signs.js";
import { ENDS_WORDY, FLOW_BLOCK, WORDY, islandCloser, islandEffect } from "./tongues.js";

/** What code between markup does to depth. */
export interface Code {
  effectOf(tokens: TokenTable, t: number): Effect;
  /** Whether token t takes part in the nesting of blocks. */
  nests(tokens: TokenTable, t: number): boolean;
  /** Whether token t has a line for itself, or with other code. */
  isLone(tokens: TokenTable, t: number): boolean;
  /** What closes the block that an island opens. */
  closerOf(island: string): string;
}

/** The head of a block as long as `length`, at least four, as scripts and style sheets know it. */
export const headOf = (length: number): string => `if(${"x".repeat(length - 4)})`;

/** What scripts and style sheets know that is as long as an island and nests as that does; undefined where it does not. */
export function partOfBlock(step: Step, length: number): string | undefined {
  switch (step) {
    case Step.Opens: return length < 6 ? "{".padStart(length, ";") : `${headOf(length - 1)}{`;
    case Step.Closes: return "}".padEnd(length, ";");
    case Step.GoesOn: return `}${partOfBlock(Step.Opens, length - 1)}`;
    default: return undefined;
  }
}

const BEGINS = new RegExp(BEGINS_TONGUE, "g");

/** The islands in a word of a page, and where each begins. What has no end is looked for once. */
function islandsIn(word: string): { readonly from: number; readonly island: string }[] {
  const islands = [];
  const missing = new Set<string>();
  BEGINS.lastIndex = 0;
  for (let found = BEGINS.exec(word); found !== null; found = BEGINS.exec(word)) {
    const from = found.index;
    let to = islandEnd(word, from, missing);
    BEGINS.lastIndex = from + 1;
    if (to < 0) continue;
    while (word.startsWith("}}", to - 2) && word[to] === "}") to++;
    islands.push({ from, island: word.slice(from, to) });
    BEGINS.lastIndex = to;
  }
  return islands;
}

/** Where an island ends that begins at an offset of a word; -1 where it does not. Ends that are `missing` are not there. */
function islandEnd(word: string, from: number, missing: Set<string>): number {
  for (const [begin, end] of TONGUES) {
    if (missing.has(end) || !word.startsWith(begin, from)) continue;
    const close = word.indexOf(end, from + begin.length);
    if (close >= 0) return close + end.length;
    missing.add(end);
  }
  return -1;
}

/** Whether a word of a page is nothing but islands. */
function isIsland(word: string): boolean {
  if (literalEnd(word, 0) === word.length) return true;
  let to = 0;
  for (const { from, island } of islandsIn(word)) {
    if (from > to) return false;
    to += island.length;
  }
  return to === word.length;
}

/** What the islands in a word of a page do: one may close what another one opens. */
function wordEffect(word: string): Effect {
  const open: string[] = [];
  let closed = 0;
  let ends: string | undefined;
  for (const { island } of islandsIn(word)) {
    const effect = islandEffect(island);
    if (effect.step === Step.Opens) open.push(effect.begins);
    else if (effect.step !== Step.None && open.length === 0) ends ??= effect.ends;
    if (effect.step === Step.Closes && open.pop() === undefined) closed++;
  }
  if (open.length === 0 && ends === undefined) return NO_EFFECT;
  const depth = open.length - closed;
  const step = depth > 0 ? Step.Opens : depth < 0 ? Step.Closes : Step.GoesOn;
  return { step, ends: ends ?? "", begins: open.at(-1) ?? "" };
}

const BEGINS_ISLAND: ReadonlySet<number> = new Set([Char.LeftBrace, Char.Less]);

/** Whether token t has a line for itself. */
const standsAlone = (tokens: TokenTable, t: number): boolean =>
  tokens.onNewLine(t) && (t + 1 >= tokens.count || tokens.onNewLine(t + 1));

/** Whether token t holds a sign with which islands begin. */
function mayHoldIsland(tokens: TokenTable, t: number): boolean {
  for (let i = tokens.start(t), end = tokens.end(t); i < end; i++)
    if (BEGINS_ISLAND.has(tokens.text.charCodeAt(i))) return true;
  return false;
}

/** Whether token t is nothing but islands, and tells of depth where it has a line for itself. */
export const isStep = (tokens: TokenTable, t: number): boolean =>
  ISLANDS.effectOf(tokens, t).step !== Step.None && isIslandAt(tokens, t);

/** Whether token t is nothing but islands, or a piece of control flow. */
const isIslandAt = (tokens: TokenTable, t: number): boolean => (
  tokens.has(t, FLOW)
  || (BEGINS_ISLAND.has(tokens.text.charCodeAt(tokens.start(t))) && isIsland(tokens.textOf(t)))
);

/** The name of the block whose start or end tag begins at token t; "" for none. */
function blockAt(tokens: TokenTable, t: number): string {
  const kind: T = tokens.kind(t);
  const sign = kind === T.TagStart ? 1 : kind === T.EndTagStart ? 2 : 0;
  const name = sign > 0 ? tokens.textOf(t).slice(sign).toLowerCase() : "";
  return BLOCK.has(name) ? name : "";
}

/** Whether token t begins an element, or a block of another tongue, that holds lines deeper than its own. */
export function holdsLines(tokens: TokenTable, t: number): boolean {
  const name = blockAt(tokens, t);
  if (name === "") return ISLANDS.effectOf(tokens, t).step === Step.Opens && standsAlone(tokens, t);
  return tokens.kind(t) as T === T.TagStart && !VOID.has(name) && !FIXED.has(name);
}

/** Whether a block ends right before token t, or begins there and holds the block that token t opens. */
function isBehindBlock(tokens: TokenTable, t: number): boolean {
  let tag = t - 1;
  let kind: T = tokens.kind(tag);
  if (kind !== T.TagEnd && kind !== T.EmptyTagEnd) return false;
  do kind = tokens.kind(--tag);
  while (tag > 0 && kind !== T.TagStart && kind !== T.EndTagStart);
  const name = blockAt(tokens, tag);
  if (kind === T.EndTagStart) return name !== "";
  if (VOID.has(name)) return true;
  const isBefore = t + 1 < tokens.count && (tokens.kind(t + 1) as T) !== T.EndTagStart;
  return (
    name !== ""
    && !FIXED.has(name)
    && isBefore
    && ISLANDS.effectOf(tokens, t).step === Step.Opens
  );
}

/** Whether token t begins a line, or comes to as a block ends or begins before it. */
export const beginsOwnLine = (tokens: TokenTable, t: number): boolean =>
  tokens.onNewLine(t) || (t > 0 && isBehindBlock(tokens, t));

/** Whether a line ends before token t, or comes to as a block begins or ends with it. */
export const endsOwnLine = (tokens: TokenTable, t: number): boolean =>
  t >= tokens.count || tokens.onNewLine(t) || blockAt(tokens, t) !== "";

/** Whether token t is an island on a line of its own. */
const isLone = (tokens: TokenTable, t: number): boolean => (
  tokens.kind(t) as T === T.Word
  && isIslandAt(tokens, t)
  && beginsOwnLine(tokens, t)
  && endsOwnLine(tokens, t + 1)
);

/** What begins an island that shows a value, and is no part, statement or comment. */
const VALUE = /^(?:\{\{(?![~{]*[>!#/^&])|<%[=-](?!-)|<\?=)/;

/** Whether token t begins with an island that shows a value. */
export const isValue = (tokens: TokenTable, t: number): boolean => VALUE.test(tokens.textOf(t));

/** Whether a value of a template is all that stands on a line: `{{ tide }}`, `<%= tide %>`, `@Model.Tide`. */
export const isLoneValue = (tokens: TokenTable, t: number): boolean =>
  standsAlone(tokens, t) && (/^@[^@]/.test(tokens.textOf(t)) || isIsland(tokens.textOf(t)));

/** What a piece of control flow does. */
function flowEffect(tokens: TokenTable, t: number): Effect {
  const isOpener = tokens.has(t, OPENS);
  if (tokens.has(t, CLOSES)) return isOpener ? goesOn(FLOW_BLOCK) : closes(FLOW_BLOCK);
  return isOpener ? opens(FLOW_BLOCK) : islandEffect(tokens.textOf(t));
}

/** The tongues that stand in pages of any kind: within a line they are words. */
export const ISLANDS: Code = {
  effectOf(tokens, t) {
    if (tokens.has(t, FLOW)) return flowEffect(tokens, t);
    return mayHoldIsland(tokens, t) ? wordEffect(tokens.textOf(t)) : NO_EFFECT;
  },
  nests: isLone,
  isLone,
  closerOf: islandCloser,
};

/** Whether each block that code between markup opens is closed, and none besides. */
export function blocksAddUp(tokens: TokenTable, code: Code): boolean {
  const open: string[] = [];
  const hasWords = ENDS_WORDY.test(tokens.text);
  for (let t = 0; t < tokens.count; t++) {
    if (tokens.kind(t) as T !== T.Word || !code.nests(tokens, t)) continue;
    const { step, begins, ends } = code.effectOf(tokens, t);
    // A brace on a line of its own may as well be text.
    if (step === Step.Closes && ends === FLOW_BLOCK && !open.includes(ends)) continue;
    if (step === Step.Opens && (hasWords || !WORDY.has(begins))) open.push(begins);
    else if (step === Step.Closes && (open.length === 0 || !isPair(open.pop()!, ends)))
      return false;
  }
  return open.length === 0;
}

/** The blocks of template tongues among tokens of a tag. */
export interface TagBlocks {
  /** By the token that begins a block the one that ends it there. */
  readonly ends: ReadonlyMap<number, number>;
  /** The tokens that begin blocks which nothing ends there, outermost first. */
  readonly open: readonly number[];
}

/** The blocks among tokens [first, end) of a tag. */
export function blocksInTag(tokens: TokenTable, first: number, end: number): TagBlocks {
  const ends = new Map<number, number>();
  const open: number[] = [];
  for (let t = first; t < end; t++) {
    const c = tokens.text.charCodeAt(tokens.start(t));
    if (!BEGINS_ISLAND.has(c) || tokens.kind(t) as T !== T.Name) continue;
    const { step } = ISLANDS.effectOf(tokens, t);
    if (step === Step.Opens) open.push(t);
    const begin = step === Step.Closes ? open.pop() : undefined;
    if (begin !== undefined) ends.set(begin, t);
  }
  return { ends, open };
}

/** Texts on one line in the code of an island. */
export const ON_ONE_LINE = /"(?:[^"\\\r\n]|\\.)*"|'(?:[^'\\\r\n]|\\.)*'/g;
const COMMENTS = /\/\*[^]*?\*\/|(?:\/\/|#)[^\r\n]*/g;

/** Whether a text over several lines may stand in an island, so that its lines must not move. */
export const holdsText = (island: string): boolean =>
  literalEnd(island, 0) > 0
  || /["'`]|<<</.test(island.replace(ON_ONE_LINE, "").replace(COMMENTS, ""));
