import type { Language } from "../language.js";
import { Signs, type Notation } from "../notation.js";
import type { Source, Span } from "../outline/excerpt.js";
import type { Sequence } from "../outline/sequence.js";
import type { TokenTable } from "../syntax/tokens.js";
import { lineColumn } from "../text/width.js";
import { SAMPLE, StepReader, TAB, type Steps } from "./steps.js";
import type { Style } from "./style.js";

/** Where fewer blocks show a step, brackets are asked too. */
const FEW = 6;

/** What begins a line that stands deeper than the margin. */
const INDENTED = /(?:^|[\r\n])[ \t]/;

/** How many lines must agree on a step. */
const SEVERAL = 5;

/** What a text shows of its own style, as far as it was looked at. */
export interface Shown {
  readonly style: Partial<Style>;
  /** UTF-16 offset behind which nothing was looked at. */
  readonly until: number;
  /** Whether blocks show the step, or many brackets: the text does however its lines come to end. */
  readonly sure: boolean;
  /** Whether one block alone shows it, which may be a list that comes to stand on one line. */
  readonly once: boolean;
}

/**
 * What a text shows of its own style: indentation and line ends. Nothing shown, nothing said.
 *
 * @param outline undefined for text of no known language: its lines alone tell.
 * @param except a stretch that came from elsewhere and says nothing.
 * @param tokens asked where few blocks tell; undefined where nothing more shall be read.
 */
export function inferStyle(
  text: Source,
  language: Pick<Language, "notation" | "typing">,
  outline: Sequence | undefined,
  except?: Span,
  tokens?: () => TokenTable,
): Shown {
  const sample = except === undefined
    ? text.slice(0, SAMPLE)
    : text.slice(0, Math.min(except.from, SAMPLE)) + text.slice(except.to, except.to + SAMPLE);
  const style: { -readonly [K in keyof Style]?: Style[K] } = {};
  const endOfLine = inferEndOfLine(sample);
  if (endOfLine !== undefined) style.endOfLine = endOfLine;
  const signs = Signs.of(language.notation);
  const whites = (): readonly string[] => signs.whiteBefore(sample);
  const tabbed = linesWithTab(sample);
  if (outnumber(tabbed, whites)) {
    style.indentStyle = "tab";
    return { style, until: SAMPLE, sure: tabbed > 1, once: false };
  }
  if (text.length <= SAMPLE && !INDENTED.test(sample))
    return { style, until: SAMPLE, sure: false, once: false };
  const reader = new StepReader(text, language, except);
  const steps = outline === undefined ? lineSteps(whites(), 1) : reader.blocks(outline);
  // Where indentation makes blocks, lines within brackets may stand anywhere.
  const blocksOnly = language.typing.blocks !== undefined;
  const { found } = steps;
  const brackets = found.length < FEW && tokens !== undefined
    ? reader.brackets(tokens())
    : [];
  const shown =
    stepShown(found, brackets, whites)
    // Where there is no nesting, the lines themselves tell, if several do.
    ?? (tokens === undefined ? undefined : stepShown([], reader.values(tokens()), whites))
    ?? (blocksOnly ? undefined : stepShown(lineSteps(whites(), SEVERAL).found, [], whites))
    ?? stepShown(steps.odd, [], whites);
  const few = found.length + brackets.length < SEVERAL;
  const size = (few && shown !== undefined ? reader.lostStep(sample, shown) : undefined) ?? shown;
  if (size !== undefined) {
    // Lines of other languages outnumber the text's own.
    const isTab = size === TAB && tabbed > linesWith(sample, /^ {8}/gm);
    style.indentStyle = isTab ? "tab" : "space";
    if (!isTab) style.indentSize = size;
  }
  const sure = size !== undefined && (found.length > 0 || brackets.length >= FEW);
  const once = found.length === 1 && brackets.length < FEW;
  return { style, until: Math.max(SAMPLE, steps.until), sure, once };
}

/** Whether tabs begin most of the lines of a text that do not stand at the margin, as far as it is looked at. */
export function isMostlyTabs(text: string, notation: Notation): boolean {
  const sample = text.slice(0, SAMPLE);
  return outnumber(linesWithTab(sample), () => Signs.of(notation).whiteBefore(sample));
}

const linesWithTab = (text: string): number => text.includes("\t") ? linesWith(text, /^\t/gm) : 0;

/** Whether so many lines are most of those which stand deeper than the margin. */
const outnumber = (tabbed: number, whites: () => readonly string[]): boolean =>
  tabbed > 0 && tabbed * 2 > indented(whites()).length;

/**
 * Whether each line of a text that stands deeper than the one before stands one step of a style deeper, so that
 * whatever is asked of the text, it shows that style or none. What takes several steps at once may show another.
 */
export function isEvenlyIndented(
  text: string,
  notation: Notation,
  { indentStyle, indentSize, endOfLine }: Style,
): boolean {
  const isTab = indentStyle === "tab";
  if (endOfLine !== "lf" || text.includes("\r") || (!isTab && text.includes("\t"))) return false;
  const step = isTab ? 1 : indentSize;
  let above = 0;
  for (const white of Signs.of(notation).whiteBefore(text)) {
    if (isTab && white.includes(" ")) return false;
    const { length } = white;
    if (length > above && length !== above + step) return false;
    above = length;
  }
  return true;
}

const linesWith = (text: string, begin: RegExp): number => text.match(begin)?.length ?? 0;

/** The white space before indented lines. */
const indented = (whites: readonly string[]): string[] => whites.filter((white) => white !== "");

const columnsOf = (whites: readonly string[]): number[] =>
  whites.map((white) => lineColumn(`${white}x`, 0, TAB));

function inferEndOfLine(text: string): Style["endOfLine"] | undefined {
  if (!text.includes("\r")) return text.includes("\n") ? "lf" : undefined;
  if (!/(?:^|[^\r])\n|\r(?!\n)/.test(text)) return "crlf";
  // Those of empty lines may go.
  const ends = Array.from(text.matchAll(/[^\s][ \t]*(\r\n|\r|\n)/g), (match) => match[1]);
  const all = ends.length > 0 ? ends : text.match(/\r\n|\r|\n/g) ?? [];
  const count = (end: string): number => all.filter((one) => one === end).length;
  const [crlf, lf, cr] = [count("\r\n"), count("\n"), count("\r")];
  // Before a whole line end another sign is what some program has put there.
  if (cr > crlf && cr > lf && !text.includes("\r\r\n")) return "cr";
  return crlf >= lf ? "crlf" : "lf";
}

/**
 * How many columns deeper lines stand than those before them, where at least `several` lines stand so
 * many columns deep or a multiple, and few do not: those around a text of several lines show no step.
 */
function lineSteps(whites: readonly string[], several: number): Steps {
  const columns = columnsOf(whites);
  const steps = columns.map((column, i) => column - (columns[i - 1] ?? 0));
  const indented = columns.filter((column) => column > 0);
  const shown = new Set([...new Set(steps)].filter((step) => {
    const even = indented.filter((column) => column % step === 0).length;
    // Each line is a multiple of one column: that is a step where a line stands in two of them.
    const nests = step > 1
      || (columns.includes(1)
        && columns.some((column, i) => column === columns[i - 1]! + 1 && column > 1));
    return step > 0 && nests && even >= several && even * 4 >= indented.length * 3;
  }));
  // Labels one column in show no step where others do.
  if (shown.size > 1) shown.delete(1);
  return { found: steps.filter((step) => shown.has(step)), odd: [], until: SAMPLE };
}

/**
 * The step that most show, between 1 and 8, blocks counting twice; of two that as many show the one that
 * divides more of the columns seen, and then the smaller.
 */
function stepShown(
  blocks: readonly number[],
  brackets: readonly number[],
  whites: () => readonly string[],
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
  const columns = columnsOf(indented(whites()));
  const even = (step: number): number => columns.filter((column) => column % step === 0).length;
  return best.sort((a, b) => even(b) - even(a) || a - b)[0];
}
