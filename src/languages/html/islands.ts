import { Char } from "../../core/text/characters.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { BLOCK, VOID } from "./elements.js";
import { T } from "./kinds.js";
import { LITERAL, literalEnd } from "./literal.js";

/** Words of the tongues that end a block or go on with it, as they are typed, each with what makes an island of it. */
export const ISLAND_WORDS: readonly (readonly [word: string, rests: readonly string[]])[] = [
  ...["{%", "{%-"].flatMap((begin) => (
    [
      ...["if", "for", "unless", "case", "block", "with", "macro", "call", "filter", "raw"].map(
        (name) => `end${name}`,
      ),
      ...["else", "elif", "elsif", "when"],
    ].map((word) => [`${begin} ${word}`, [" %}"]] as const)
  )),
  ["{{/", ["x}}"]],
  ["{{else", ["}}"]],
  ["<% }", [" %>"]],
  ["<%}", ["%>"]],
];

/** What an island of another tongue does to the depth of what follows it. */
export const enum Step {
  None,
  Opens,
  Closes,
  /** It closes what was open, and opens again: `else`. */
  GoesOn,
  /** What follows it stands deeper, up to the next one or to the end of what is open: `case 1:`. */
  Label,
}

/** What code between markup does to depth. */
export interface Code {
  stepOf(tokens: TokenTable, t: number): Step;
  /** Whether token t takes part in the nesting of blocks. */
  nests(tokens: TokenTable, t: number): boolean;
  /** Whether token t has a line for itself, or with other code. */
  isLone(tokens: TokenTable, t: number): boolean;
  /** What closes the block that an island opens. */
  closerOf(island: string): string;
}

/** A tongue whose words tell depth. */
export interface Tongue {
  /** What an island is: the first group is what it says. */
  readonly island: RegExp;
  readonly opens: RegExp;
  readonly closes: RegExp;
  readonly goesOn: RegExp;
  /** The island that closes what one opens that says something. */
  closer(said: string): string;
}

/** What blocks of `{% %}` are called that hold markup. */
const FLOW =
  "if|for|unless|case|block|with|macro|call|filter|autoescape|spaceless|tablerow|capture|form|paginate|verbatim|raw"
  + `|comment|trans(?!\\s+["'_])|blocktrans|blocktranslate|ifchanged|embed|apply|sandbox`;

/** The tongues that pages hold most, by data: `{% if %}…{% endif %}` and `{{#if}}…{{/if}}`. */
export const TONGUES: readonly Tongue[] = [
  {
    island: /^\{%[-~]?\s*([^]*?)\s*[-~]?%\}$/,
    opens: new RegExp(`^(?:${FLOW}|${LITERAL})\\b`),
    closes: /^end\w*/,
    goesOn: /^(?:else|elif|elseif|elsif|when|empty|plural)\b/,
    closer: (said) => `{% end${/^\w+/.exec(said)?.[0] ?? ""} %}`,
  },
  {
    island: /^\{\{\{?~?\s*([^]*?)\s*~?\}?\}\}$/,
    opens: /^[#^]\s*[\w$@./-]+/,
    closes: /^\//,
    goesOn: /^(?:else\b|\^$)/,
    closer: (said) => `{{/${/^[#^]\s*([\w$@./-]+)/.exec(said)?.[1] ?? ""}}}`,
  },
];

/** How many brackets a piece of code opens and closes, texts and comments apart; `closer` is what closes `opener`. */
export function bracketsIn(
  code: string,
  opener: string,
  closer: string,
): { opens: number; closes: number } {
  let [opens, closes] = [0, 0];
  const plain = code.replace(
    /\/\/[^\r\n]*|\/\*[^]*?\*\/|@"(?:[^"]|"")*"|"(?:\\.|[^"\\])*"|'(?:\\.|[^'\\])*'/g,
    "",
  );
  for (const sign of plain) {
    if (sign === opener) opens++;
    else if (sign === closer && opens > 0) opens--;
    else if (sign === closer) closes++;
  }
  return { opens, closes };
}

/** What an island between `<%` and `%>` does: its braces may close in another one. */
function codeStep(island: string): Step {
  const code = /^<%(?![@=:#$-])([^]*?)%>$/.exec(island)?.[1];
  return code === undefined ? Step.None : bracesStep(code);
}

/** What a piece of code does whose braces do not add up. */
export function bracesStep(code: string): Step {
  const { opens, closes } = bracketsIn(code, "{", "}");
  if (opens === 0 && closes === 0) return Step.None;
  if (opens > 0 && closes > 0) return Step.GoesOn;
  return opens > 0 ? Step.Opens : Step.Closes;
}

/** What one island does; `None` for all other text. */
export function islandStep(text: string): Step {
  for (const { island, opens, closes, goesOn } of TONGUES) {
    const said = island.exec(text)?.[1];
    if (said === undefined) continue;
    if (closes.test(said)) return Step.Closes;
    if (goesOn.test(said)) return Step.GoesOn;
    return opens.test(said) ? Step.Opens : Step.None;
  }
  return codeStep(text);
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

/** What ends an island that begins with a pair of signs. */
const ENDS: { readonly [begin: string]: string } = {
  "{{": "}}",
  "{%": "%}",
  "<%": "%>",
  "<?": "?>",
};

const BEGINS = /\{[{%]|<[%?]/g;

/** The islands in a word of a page, and where each begins. What has no end is looked for once. */
function islandsIn(word: string): { readonly from: number; readonly island: string }[] {
  const islands = [];
  const missing = new Set<string>();
  BEGINS.lastIndex = 0;
  for (let begin = BEGINS.exec(word); begin !== null; begin = BEGINS.exec(word)) {
    const end = ENDS[begin[0]]!;
    const from = begin.index;
    let to = missing.has(end) ? -1 : word.indexOf(end, from + 2);
    if (to < 0) {
      missing.add(end);
      BEGINS.lastIndex = from + 1;
      continue;
    }
    to += 2;
    while (end === "}}" && word[to] === "}") to++;
    islands.push({ from, island: word.slice(from, to) });
    BEGINS.lastIndex = to;
  }
  return islands;
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
function wordStep(word: string): Step {
  let [depth, least] = [0, 0];
  for (const { island } of islandsIn(word)) {
    const step = islandStep(island);
    if (step === Step.Closes) depth--;
    least = Math.min(least, step === Step.GoesOn ? depth - 1 : depth);
    if (step === Step.Opens) depth++;
  }
  if (depth > 0) return Step.Opens;
  if (depth < 0) return Step.Closes;
  return least < 0 ? Step.GoesOn : Step.None;
}

/** The island that closes what another one opens. */
function closerOf(word: string): string {
  for (const { island, closer } of TONGUES) {
    const said = island.exec(word)?.[1];
    if (said !== undefined) return closer(said);
  }
  return "<% } %>";
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
  ISLANDS.stepOf(tokens, t) !== Step.None && isIsland(tokens.textOf(t));

/** The name of the block whose start or end tag begins at token t; "" for none. */
function blockAt(tokens: TokenTable, t: number): string {
  const kind: T = tokens.kind(t);
  const sign = kind === T.TagStart ? 1 : kind === T.EndTagStart ? 2 : 0;
  const name = sign > 0 ? tokens.textOf(t).slice(sign).toLowerCase() : "";
  return BLOCK.has(name) ? name : "";
}

/** Whether a block ends right before token t. */
function endsBlock(tokens: TokenTable, t: number): boolean {
  let tag = t - 1;
  let kind: T = tokens.kind(tag);
  if (kind !== T.TagEnd && kind !== T.EmptyTagEnd) return false;
  do kind = tokens.kind(--tag);
  while (tag > 0 && kind !== T.TagStart && kind !== T.EndTagStart);
  const name = blockAt(tokens, tag);
  return kind === T.EndTagStart ? name !== "" : VOID.has(name);
}

/** Whether token t begins a line, or comes to as a block ends before it. */
export const beginsOwnLine = (tokens: TokenTable, t: number): boolean =>
  tokens.onNewLine(t) || (t > 0 && endsBlock(tokens, t));

/** Whether a line ends before token t, or comes to as a block begins or ends with it. */
export const endsOwnLine = (tokens: TokenTable, t: number): boolean =>
  t >= tokens.count || tokens.onNewLine(t) || blockAt(tokens, t) !== "";

/** Whether token t is an island on a line of its own. */
const isLone = (tokens: TokenTable, t: number): boolean => (
  tokens.kind(t) as T === T.Word
  && BEGINS_ISLAND.has(tokens.text.charCodeAt(tokens.start(t)))
  && beginsOwnLine(tokens, t)
  && endsOwnLine(tokens, t + 1)
  && isIsland(tokens.textOf(t))
);

/** What begins an island that shows a value, and is no part, statement or comment. */
const VALUE = /^(?:\{\{(?![~{]*[>!#/^&])|<%[=-](?!-)|<\?=)/;

/** Whether token t begins with an island that shows a value. */
export const isValue = (tokens: TokenTable, t: number): boolean => VALUE.test(tokens.textOf(t));

/** Whether a value of a template is all that stands on a line: `{{ tide }}`, `<%= tide %>`, `@Model.Tide`. */
export const isLoneValue = (tokens: TokenTable, t: number): boolean =>
  standsAlone(tokens, t) && (/^@[^@]/.test(tokens.textOf(t)) || isIsland(tokens.textOf(t)));

/** The tongues that stand in pages of any kind: within a line they are words. */
export const ISLANDS: Code = {
  stepOf: (tokens, t) => mayHoldIsland(tokens, t) ? wordStep(tokens.textOf(t)) : Step.None,
  nests: isLone,
  isLone,
  closerOf,
};

/** Whether each block that code between markup opens is closed, and none besides. */
export function blocksAddUp(tokens: TokenTable, code: Code): boolean {
  let open = 0;
  for (let t = 0; t < tokens.count && open >= 0; t++) {
    if (tokens.kind(t) as T !== T.Word || !code.nests(tokens, t)) continue;
    const step = code.stepOf(tokens, t);
    if (step === Step.Opens) open++;
    else if (step === Step.Closes) open--;
  }
  return open === 0;
}

const ON_ONE_LINE = /"(?:[^"\\\r\n]|\\.)*"|'(?:[^'\\\r\n]|\\.)*'/g;
const COMMENTS = /\/\*[^]*?\*\/|(?:\/\/|#)[^\r\n]*/g;

/** Whether a text over several lines may stand in an island, so that its lines must not move. */
export const holdsText = (island: string): boolean =>
  literalEnd(island, 0) > 0
  || /["'`]|<<</.test(island.replace(ON_ONE_LINE, "").replace(COMMENTS, ""));
