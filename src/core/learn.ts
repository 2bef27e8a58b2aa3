import { STYLE_VALUES, type Engine, type Style } from "./index.js";

/** A text whose style is learnt. */
export interface Sample {
  readonly languageId: string;
  readonly text: string;
}

/** One value that was weighed. */
export interface Weighed {
  /** Undefined where nothing is said, so that each text keeps what it shows. */
  readonly value: Style[keyof Style] | undefined;
  /** How many lines would change with it. */
  readonly lines: number;
}

/** What was found for one option. */
export interface Finding {
  readonly name: keyof Style;
  /** Undefined where nothing should be said: the texts show several, and no value serves all. */
  readonly value: Style[keyof Style] | undefined;
  readonly weighed: readonly Weighed[];
  /** From 0, where no line tells, to 1, where all lines that tell agree. */
  readonly sureness: number;
}

/** The style under which the fewest lines of some texts would change. */
export interface Learnt {
  readonly style: Partial<Style>;
  readonly findings: readonly Finding[];
  readonly lines: number;
  /** How many of them would change under it. */
  readonly changed: number;
  /** How many would change under no style but the defaults. */
  readonly changedBefore: number;
}

/** Lengths of lines that people agree on. */
const LIMITS = [60, 72, 79, 80, 88, 90, 95, 100, 110, 120, 140, 160];

/** The options that are weighed, in the order of what hangs on them. */
const WEIGHED: readonly (keyof Style)[] = [
  "maxLineLength",
  "indentStyle",
  "indentSize",
  "listSplit",
  "expressionSplit",
  "stringDelimiter",
  "statementTerminator",
  "closingComma",
  "operatorSplit",
  "bracePadding",
  "parameterGap",
  "bracePlacement",
  "clausePlacement",
  "markupDelimiter",
  "attributeSplit",
  "blankLineLimit",
  "endOfLine",
  "trimTrailingWhitespace",
  "insertFinalNewline",
];

const valuesOf = (name: keyof Style): readonly Style[keyof Style][] => {
  if (name === "maxLineLength") return LIMITS;
  if (name === "indentSize") return [2, 3, 4, 8];
  if (name === "blankLineLimit") return [1, 2, 3, 4];
  return STYLE_VALUES[name] as readonly Style[keyof Style][];
};

/** The options that say whether the author or the width splits. */
const SPLITS: ReadonlySet<keyof Style> = new Set(["listSplit", "expressionSplit"]);

/** Lines that are so long hold anything. */
const WIDE = 1_000;

/** How often all options are weighed: what one has come to may have another come out otherwise. */
const ROUNDS = 2;

/**
 * Finds the style under which the fewest lines of some texts would change, option by option (coordinate
 * descent). Where values are alike the default stays; of lengths the shortest one is taken.
 */
export function learn(engine: Engine, samples: readonly Sample[]): Learnt {
  const lines = samples.reduce((sum, { text }) => sum + lineCount(text), 0);
  const known = new Map<string, number>();
  const cost = (style: Partial<Style>): number => {
    const key = JSON.stringify(Object.entries(style).sort());
    let sum = known.get(key);
    if (sum === undefined)
      known.set(key, sum = samples.reduce((all, one) => all + changedLines(engine, one, style), 0));
    return sum;
  };
  const changedBefore = cost({});
  // With the lines as long as nearly all of them are, the other options tell.
  let style: Partial<Style> = { maxLineLength: usualLimit(samples) };
  const findings = new Map<keyof Style, Finding>();
  for (let round = 0; round < ROUNDS; round++) {
    for (const name of WEIGHED) {
      const weighed = valuesOf(name).map((value) => ({
        value,
        lines: cost({ ...style, [name]: value }),
      }));
      const fallback = cost(without(style, name));
      const finding = SPLITS.has(name)
        ? splitFinding(
          name,
          weighed,
          cost({ ...style, [name]: "by-width", maxLineLength: WIDE }),
          lines,
        )
        : findingFor(name, weighed, fallback, lines);
      findings.set(name, finding);
      style = finding.sureness > 0 && finding.value !== undefined
        ? { ...style, [name]: finding.value }
        : without(style, name);
    }
  }
  return { style, findings: [...findings.values()], lines, changed: cost(style), changedBefore };
}

/** How much worse a value may be that says something than one that leaves all as it is, of all lines. */
const TOLERANCE = 0.001;

/**
 * How much worse the best value may be than none, where texts show their own, in lines and of all of them: some of a
 * team's texts are odd.
 */
const ODD = 2;
const ODD_SHARE = 0.02;

/**
 * The value to propose: the best one that says something, unless leaving all as it is, or as the default has
 * it, is clearly better. None where each text keeping its own is.
 *
 * @param fallback how many lines change where nothing is said.
 */
function findingFor(
  name: keyof Style,
  weighed: readonly Weighed[],
  fallback: number,
  all: number,
): Finding {
  const least = Math.min(...weighed.map(({ lines }) => lines));
  const most = Math.max(...weighed.map(({ lines }) => lines));
  if (least - fallback > Math.max(ODD, all * ODD_SHARE)) {
    const unsaid = { value: undefined, lines: fallback };
    const sureness = (least - fallback) / least;
    return { name, value: undefined, weighed: [unsaid, ...weighed], sureness };
  }
  const near = least + all * TOLERANCE;
  const says = weighed.filter(({ value }) => value !== "as-written");
  const best =
    [...says, ...weighed].find(({ lines }) => lines <= near && lines === bestOf(says, near, least))
    ?? weighed.find(({ lines }) => lines === least)!;
  const told = most > near && (name === "maxLineLength" || most > least);
  const others = (best.value === "as-written" ? weighed : says).filter(({ lines }) => lines > near);
  const next = Math.min(...others.map(({ lines }) => lines), most);
  const asDefault = typeof best.value === "boolean" && fallback <= near;
  const sureness = told && !asDefault ? (next - best.lines) / Math.max(1, next) : 0;
  return { name, value: best.value, weighed, sureness };
}

/**
 * Where lines split as the width has it, both values leave all as it is: the width is what the code obeys then,
 * if it splits anything at all.
 *
 * @param widened how many lines change by width where lines may be as long as they like.
 */
function splitFinding(
  name: keyof Style,
  weighed: readonly Weighed[],
  widened: number,
  all: number,
): Finding {
  const written = weighed.find(({ value }) => value === "as-written")!;
  const byWidth = weighed.find(({ value }) => value === "by-width")!;
  const obeys = byWidth.lines <= written.lines + all * TOLERANCE;
  const value = obeys ? byWidth.value : written.value;
  const [less, more] = obeys ? [byWidth.lines, widened] : [written.lines, byWidth.lines];
  return { name, value, weighed, sureness: more > less ? (more - less) / more : 0 };
}

/** The least count among values that say something, where it is near the least of all. */
function bestOf(says: readonly Weighed[], near: number, least: number): number {
  const own = Math.min(...says.map(({ lines }) => lines));
  return own <= near ? own : least;
}

function without(style: Partial<Style>, name: keyof Style): Partial<Style> {
  return Object.fromEntries(Object.entries(style).filter(([other]) => other !== name));
}

/** A last line counts with and without an end. */
const lineCount = (text: string): number => text.split("\n").length - (text.endsWith("\n") ? 1 : 0);

function usualLimit(samples: readonly Sample[]): number {
  const widths = samples
    .flatMap(({ text }) => text.split(/\r?\n/).map((line) => line.length))
    .sort(
      (a, b) => a - b,
    );
  const usual = widths[Math.floor(widths.length * 0.998)] ?? 0;
  return LIMITS.find((limit) => limit >= usual) ?? LIMITS.at(-1)!;
}

/** How many lines of a text formatting touches. */
function changedLines(engine: Engine, { languageId, text }: Sample, style: Partial<Style>): number {
  const document = engine.open({ uri: "", languageId, text, style });
  let count = 0;
  let last = -1;
  for (const { range } of document.formatDocument().edits) {
    const first = Math.max(range.start.line, last + 1);
    if (range.end.line >= first) count += range.end.line - first + 1;
    last = Math.max(last, range.end.line);
  }
  // Behind the end of the last line there is none.
  return Math.min(count, lineCount(text));
}
