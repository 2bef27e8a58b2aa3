import type { Sequence } from "../outline/sequence.js";
import type { Source, Span } from "../outline/excerpt.js";
import type { TokenTable } from "../syntax/tokens.js";
import { lineColumn, startOfLine, type Characters } from "../text/width.js";
import type { Style } from "./style.js";

/** How far into a text its line ends and tabs are counted; more would say the same. */
const SAMPLE = 1 << 16;

/** How many blocks are asked. */
const ENOUGH = 24;

const SPACE = 32;
const STAR = 42;
const BACKSLASH = 92;
const DOLLAR = 36;
const BACKQUOTE = 96;
const BRACE = 123;
const CLOSING_BRACE = 125;
/** `(`, `[`, `{`. */
const OPENERS: ReadonlySet<number> = new Set([40, 91, BRACE]);
/** `|`, `?`, `:`, `&`. */
const SIGNS: ReadonlySet<number> = new Set([124, 63, 58, 38]);

/** Where fewer blocks show a step, brackets are asked too. */
const FEW = 6;

/** In longer texts something else tells. */
const SMALL = 1 << 12;

/** Columns that are steps where nothing but a value below its assignment tells. */
const USUAL: ReadonlySet<number> = new Set([2, 3, 4, 8]);

/** How many lines must agree on a step. */
const SEVERAL = 5;

/** Tab stops by which indentation is compared. */
const TAB = 8;

/** What a text shows of its own style, as far as it was looked at. */
export interface Shown {
  readonly style: Partial<Style>;
  /** UTF-16 offset behind which nothing was looked at. */
  readonly until: number;
}

/**
 * What a text shows of its own style: indentation and line ends. Nothing shown, nothing said.
 *
 * @param outline undefined for text of no known language: its lines alone tell.
 * @param blocksOnly whether lines within brackets may stand anywhere, so that blocks alone tell.
 * @param except a stretch that came from elsewhere and says nothing.
 * @param tokens asked where few blocks tell; undefined where nothing more shall be read.
 */
export function inferStyle(
  text: Source,
  outline: Sequence | undefined,
  blocksOnly: boolean,
  except?: Span,
  tokens?: () => TokenTable,
): Shown {
  const sample = except === undefined
    ? text.slice(0, SAMPLE)
    : text.slice(0, Math.min(except.from, SAMPLE)) + text.slice(except.to, except.to + SAMPLE);
  const style: { -readonly [K in keyof Style]?: Style[K] } = {};
  const endOfLine = inferEndOfLine(sample);
  if (endOfLine !== undefined) style.endOfLine = endOfLine;
  if (sample.includes("\t") && tabbedLines(sample) * 2 > indentedLines(sample)) {
    style.indentStyle = "tab";
    return { style, until: SAMPLE };
  }
  const steps = outline === undefined ? lineSteps(sample, 1) : blockSteps(text, outline, except);
  const size =
    stepShown(
      steps.found,
      steps.found.length < FEW && tokens !== undefined ? bracketSteps(tokens(), except) : [],
      sample,
    )
    // Where there is no nesting, the lines themselves tell, if several do.
    ?? (tokens === undefined ? undefined : stepShown([], valueSteps(tokens(), except), sample))
    ?? (blocksOnly ? undefined : stepShown(lineSteps(sample, SEVERAL).found, [], sample))
    ?? stepShown(steps.odd, [], sample);
  if (size !== undefined) {
    style.indentStyle = "space";
    style.indentSize = size;
  }
  return { style, until: Math.max(SAMPLE, steps.until) };
}

const tabbedLines = (text: string): number => text.match(/^\t/gm)?.length ?? 0;
/** Lines of a block comment, which a space sets in behind its first sign, do not count. */
const indentedLines = (text: string): number => text.match(/^[ \t]+(?![ \t*])/gm)?.length ?? 0;

function inferEndOfLine(text: string): Style["endOfLine"] | undefined {
  if (!text.includes("\r")) return text.includes("\n") ? "lf" : undefined;
  if (!/(?:^|[^\r])\n|\r(?!\n)/.test(text)) return "crlf";
  // Those of empty lines may go.
  const ends = Array.from(text.matchAll(/[^\s][ \t]*(\r\n|\r|\n)/g), (match) => match[1]);
  const all = ends.length > 0 ? ends : text.match(/\r\n|\r|\n/g) ?? [];
  const count = (end: string): number => all.filter((one) => one === end).length;
  const [crlf, lf, cr] = [count("\r\n"), count("\n"), count("\r")];
  return crlf >= lf && crlf >= cr ? "crlf" : lf >= cr ? "lf" : "cr";
}

interface Steps {
  readonly found: number[];
  /** Steps from lines that do not stand at a multiple of them, as a line does that lost its beginning. */
  readonly odd: number[];
  readonly until: number;
}

/** How many columns deeper the first blocks stand than the lines that open them. */
function blockSteps(text: Source, outline: Sequence, except: Span | undefined): Steps {
  const found: number[] = [];
  const odd: number[] = [];
  let until = 0;
  outline.walk((unit, start, first, open) => {
    until = Math.max(until, first);
    const foreign = except !== undefined && first >= except.from && first < except.to;
    if (
      foreign
      || !startsLine(text, first)
      || commentLine(text, unit)
      || commentLine(text, start)
    ) return true;
    const own = lineColumn(text, first, TAB);
    // Lines that carry on a header show nothing: what has no bracket hangs from the unit's first line.
    const outer = openerColumn(text, open ? unit : start);
    const column = outer < own ? outer : lineColumn(text, unit, TAB);
    const step = own - column;
    (column % step === 0 ? found : odd).push(step);
    return found.length + odd.length < ENOUGH;
  });
  return { found, odd, until: found.length + odd.length < ENOUGH ? text.length : until };
}

/** The column from which what an opener holds is counted: its line's, or its own behind a sign as in `| {`. */
function openerColumn(text: Characters, offset: number): number {
  const column = lineColumn(text, offset, TAB);
  let sign = offset - 1;
  while (text.charCodeAt(sign) === SPACE) sign--;
  if (!SIGNS.has(text.charCodeAt(sign))) return column;
  return isLead(text, sign) ? column + offset - sign : column;
}

/** Whether a line begins at an offset, and none that a backslash carries on. */
function startsLine(text: Characters, offset: number): boolean {
  let i = offset - 1;
  while (i >= 0 && text.charCodeAt(i) <= SPACE) i--;
  return offset > 0 && isLead(text, offset) && text.charCodeAt(i) !== BACKSLASH;
}

/** Whether nothing but white space stands before an offset on its line. */
function isLead(text: Characters, offset: number): boolean {
  let i = offset - 1;
  while (i >= 0 && (text.charCodeAt(i) === SPACE || text.charCodeAt(i) === 9)) i--;
  return i < 0 || text.charCodeAt(i) === 10 || text.charCodeAt(i) === 13;
}

/** Whether the line of an offset begins with the end of a comment. */
function commentLine(text: Characters, offset: number): boolean {
  let i = startOfLine(text, offset);
  while (text.charCodeAt(i) === SPACE || text.charCodeAt(i) === 9) i++;
  return text.charCodeAt(i) === STAR;
}

/**
 * How many columns deeper lines stand than those before them, where at least `several` lines stand so
 * many columns deep or a multiple, and few do not: those around a text of several lines show no step.
 */
function lineSteps(text: string, several: number): Steps {
  const columns = Array.from(
    text.matchAll(/^[ \t]*(?=[^\s*])/gm),
    ([line]) => lineColumn(`${line}x`, 0, TAB),
  );
  const steps = columns.map((column, i) => column - (columns[i - 1] ?? 0));
  const indented = columns.filter((column) => column > 0);
  const shown = new Set([...new Set(steps)].filter((step) => {
    const even = indented.filter((column) => column % step === 0).length;
    return step > 0 && even >= several && even * 4 >= indented.length * 3;
  }));
  return { found: steps.filter((step) => shown.has(step)), odd: [], until: SAMPLE };
}

/** How many columns deeper lines stand than those before them that end with an opening bracket or tag. */
function bracketSteps(tokens: TokenTable, except: Span | undefined): number[] {
  const steps: number[] = [];
  const { text } = tokens;
  /** How many values of templates are open: how their lines stand is the text's affair. */
  let values = 0;
  for (let t = 1; t < tokens.count && tokens.start(t) < SAMPLE; t++) {
    const start = tokens.start(t - 1);
    const last = tokens.end(t - 1) - 1;
    const sign = text.charCodeAt(last);
    if (sign === BRACE && text.charCodeAt(last - 1) === DOLLAR) values++;
    const goesOn = last > start && text.charCodeAt(start) === CLOSING_BRACE;
    if (values > 0 && goesOn && (sign === BRACE || sign === BACKQUOTE)) values--;
    if (values > 0 || !tokens.onNewLine(t) || tokens.isTrivia(t) || tokens.isTrivia(t - 1))
      continue;
    if (except !== undefined && tokens.start(t) >= except.from && tokens.start(t) < except.to)
      continue;
    const opens = OPENERS.has(sign) || (tokens.is(t - 1, ">") && tokens.is(t, "<"));
    if (!opens || commentLine(text, start)) continue;
    const step = lineColumn(text, tokens.start(t), TAB) - openerColumn(text, start);
    if (step > 0) steps.push(step);
  }
  return steps;
}

/** What carries on the line before it. */
const CARRIES_ON = /^(?:[?:.+*/%&|^-]|\?\.|&&|\|\||\?\?)$/;

/** How many columns deeper values stand than the lines that assign them, and operators than those they carry on. */
function valueSteps(tokens: TokenTable, except: Span | undefined): number[] {
  const steps: number[] = [];
  const columnOf = (t: number): number => lineColumn(tokens.text, tokens.start(t), TAB);
  for (let t = 1; t < tokens.count && tokens.start(t) < SMALL; t++) {
    if (!tokens.onNewLine(t) || tokens.isTrivia(t)) continue;
    if (!/^=>?$/.test(tokens.textOf(t - 1)) && !CARRIES_ON.test(tokens.textOf(t))) continue;
    if (except !== undefined && tokens.start(t) >= except.from && tokens.start(t) < except.to)
      continue;
    const step = columnOf(t) - columnOf(t - 1);
    if (USUAL.has(step)) steps.push(step);
  }
  return steps;
}

/**
 * The step that most show, between 1 and 8, blocks counting twice; of two that as many show the one that
 * divides more of the columns seen, and then the smaller.
 */
function stepShown(
  blocks: readonly number[],
  brackets: readonly number[],
  sample: string,
): number | undefined {
  const votes = new Map<number, number>();
  const vote = (weight: number) => (step: number): void => {
    if (step >= 1 && step <= 8) votes.set(step, (votes.get(step) ?? 0) + weight);
  };
  blocks.forEach(vote(2));
  brackets.forEach(vote(1));
  const most = Math.max(...votes.values());
  const best = [...votes].filter(([, count]) => count === most).map(([step]) => step);
  if (best.length < 2) return best[0];
  const columns = (sample.match(/^[ \t]+(?=[^\s*])/gm) ?? []).map(
    (white) => lineColumn(`${white}x`, 0, TAB),
  );
  const even = (step: number): number => columns.filter((column) => column % step === 0).length;
  return best.sort((a, b) => even(b) - even(a) || a - b)[0];
}
