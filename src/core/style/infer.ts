import { SequenceFlag, type Sequence } from "../outline/sequence.js";
import type { Source, Span } from "../outline/excerpt.js";
import { lineColumn } from "../text/width.js";
import type { Style } from "./style.js";

/** How far into a text its line ends and tabs are counted; more would say the same. */
const SAMPLE = 1 << 16;

/** How many blocks are asked. */
const ENOUGH = 24;

const SPACE = 32;

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
 */
export function inferStyle(
  text: Source,
  outline: Sequence | undefined,
  blocksOnly: boolean,
  except?: Span,
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
  // Where there is no block, the lines themselves tell, if several do.
  const size =
    mostFrequent(steps.found)
    ?? (blocksOnly ? undefined : mostFrequent(lineSteps(sample, SEVERAL).found))
    ?? mostFrequent(steps.odd);
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
  const crlf = text.match(/\r\n/g)?.length ?? 0;
  const lf = (text.match(/\n/g)?.length ?? 0) - crlf;
  const cr = (text.match(/\r/g)?.length ?? 0) - crlf;
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
  const look = (sequence: Sequence, base: number): void => {
    for (let i = 0; i < sequence.count && found.length + odd.length < ENOUGH; i++) {
      const from = base + sequence.unitFrom(i);
      for (const inner of sequence.inside(i)) {
        if (found.length + odd.length === ENOUGH) return;
        const start = from + inner.from;
        const first = start + inner.unitFrom(0);
        until = Math.max(until, first);
        const foreign = except !== undefined && first >= except.from && first < except.to;
        const opener = inner.has(SequenceFlag.Open) ? headerEnd(text, first) : start;
        if (!foreign && beginsLine(text, first)) {
          const column = lineColumn(text, opener, TAB);
          const step = lineColumn(text, first, TAB) - column;
          (column % step === 0 ? found : odd).push(step);
        }
        look(inner, start);
      }
    }
  };
  look(outline, 0);
  return { found, odd, until: found.length + odd.length < ENOUGH ? text.length : until };
}

/** Where what stands before the white space in front of `offset` ends. */
function headerEnd(text: Source, offset: number): number {
  let i = offset;
  while (i > 0 && text.charCodeAt(i - 1) <= SPACE) i--;
  return Math.max(0, i - 1);
}

function beginsLine(text: Source, offset: number): boolean {
  let i = offset - 1;
  while (i >= 0 && (text.charCodeAt(i) === SPACE || text.charCodeAt(i) === 9)) i--;
  return i >= 0 && (text.charCodeAt(i) === 10 || text.charCodeAt(i) === 13);
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

/** The step that most show, between 1 and 8; the smaller of two that are even. */
function mostFrequent(steps: readonly number[]): number | undefined {
  const votes = new Map<number, number>();
  for (const step of steps)
    if (step >= 1 && step <= 8) votes.set(step, (votes.get(step) ?? 0) + 1);
  let best: number | undefined;
  for (const [step, count] of [...votes].sort(([a], [b]) => a - b))
    if (best === undefined || count > votes.get(best)!) best = step;
  return best;
}
