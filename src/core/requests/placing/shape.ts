import { once } from "../../once.js";
import { Signs } from "../../notation.js";
import type { Style } from "../../style/style.js";
import { leastOf } from "../../text/least.js";
import { openBrackets } from "./brackets.js";
import { ENOUGH, type MovedLine } from "./moved.js";
import { lineDepths } from "./columns.js";
import type { Pasted } from "./pasted.js";

/** How a pasted block stands where it was copied. */
export interface Shape {
  /** The column of its first line there, which that may have lost on the way. */
  readonly own: number;
  /** How many columns one step of it is. */
  readonly step: number;
  /** How many steps deeper than its first line the others belong, where all stand in one column, as none has its own any more. */
  readonly lost?: readonly number[];
}

/** Steps that are tried beside the file's. */
const STEPS = [2, 4, 3, 8];

/**
 * The shape of a block, told by all of its lines: the first line's column and the step with which most of
 * them stand where the layout would have them. Where indentation makes blocks, readings under which the
 * block makes sense go first.
 */
export function shapeOf(pasted: Pasted): Shape {
  const { language, style, lines, brought, tabbed, isSure } = pasted;
  const file = style.indentSize;
  if (lines.length < 2) return { own: brought, step: file };
  if (language.sequence === undefined) return { own: plainOwn(pasted), step: file };
  const steps = tabbed ? [file] : [...new Set([file, ...STEPS])];
  const around = linesAround(lines);
  // In a text that does not add up the block tells by itself.
  const inPlace = once(() => (
    pasted.unbalanced ? stepsApart(pasted, brought, around) : stepsInPlace(pasted, around)
  ));
  const stepsFrom = (own: number): number[] => (
    isReadApart(pasted) ? stepsApart(pasted, own, around) : inPlace()
  );
  if (isFlat(pasted)) {
    const lost = inPlace();
    const first = lost.findIndex((depth) => depth > 0);
    if (first > 0 && !pasted.isFlush(first)) return { own: brought, step: file, lost };
  }
  let best: Shape = { own: brought, step: file };
  let least = Infinity;
  for (const own of isSure ? [brought] : candidates(pasted, steps, stepsFrom(brought))) {
    const reading = read(pasted, own, stepsFrom(own), around);
    for (const step of steps) {
      const score = reading.agreeing(step);
      const cost = reading.misfits * 1e6 - score * 100 + rank(pasted, own, step);
      if (cost < least) {
        least = cost;
        best = { own, step: score === 0 ? file : step };
      }
    }
  }
  return best;
}

/** What begins a line that stands deeper than the margin. */
const INDENTED = /(?:^|[\r\n])[ \t]+[^\s]/;

/** Whether the lines of a block stand in one column, in a text whose lines do not. */
function isFlat(pasted: Pasted): boolean {
  const { language, lines, brought, lead, text } = pasted;
  if (pasted.unbalanced || language.typing.blocks !== undefined) return false;
  const own = lines.slice(1).filter(({ comment }) => comment < 0);
  const column = own[0]?.column;
  return (
    (column === brought || (brought === 0 && column === lead))
    && own.every((line) => line.column === column)
    && (pasted.isPrefixed || INDENTED.test(text.slice(0, lines[0]!.to + 1)))
  );
}

/** Of readings that agree with as many lines, how likely each is: 0 the likeliest. */
function rank({ style, brought, lead }: Pasted, own: number, step: number): number {
  const usual = step === style.indentSize;
  if (own === brought) return usual ? 0 : step < 8 ? 20 : 50;
  if (own === lead && lead > 0 && usual) return 10;
  return (usual ? 40 : 60) + Math.min(9, Math.abs(own - brought) / 8);
}

/** Columns in which the first line may have stood. */
function candidates(
  pasted: Pasted,
  steps: readonly number[],
  depths: readonly number[],
): number[] {
  const { lines, brought, lead } = pasted;
  const votes = new Map<number, number>();
  lines.slice(1, ENOUGH).forEach(({ column, comment }, i) => {
    if (comment >= 0) return;
    for (const step of steps) {
      for (const depth of pasted.language.typing.blocks ? [0, 1, 2] : [depths[i + 1]!]) {
        const own = column - depth * step;
        if (own >= 0) votes.set(own, (votes.get(own) ?? 0) + 1);
      }
    }
  });
  const likely = [...votes].sort(([, a], [, b]) => b - a).slice(0, 12).map(([own]) => own);
  const most = Math.max(brought, outermost(pasted, depths));
  return [...new Set([brought, lead, ...likely])].filter((own) => own <= most);
}

/**
 * The column in which the first line stood at most: that of the line furthest out, where the layout has that no less deep
 * than the first.
 */
function outermost(
  { language, style, syntax, lines }: Pasted,
  depths: readonly number[],
): number {
  if (language.typing.blocks !== undefined) return Infinity;
  let outer = 0;
  lines.forEach(({ column, comment, margin, region }, i) => {
    if (i === 0 || comment >= 0 || margin || region) return;
    if (outer === 0 || column < lines[outer]!.column) outer = i;
  });
  if (outer === 0) return Infinity;
  let deeper = depths[outer];
  if (outer >= depths.length) {
    const asked = [lines[0]!.token, lines[outer]!.token];
    const [first, last] = lineDepths(language, syntax, unitOf(style), asked, false);
    deeper = last && last.column - (first?.column ?? 0);
  }
  return deeper !== undefined && deeper >= 0 ? lines[outer]!.column : Infinity;
}

interface Reading {
  /** How many lines do not fit where indentation makes blocks. */
  readonly misfits: number;
  /** How many lines stand where the layout would have them, for a step. */
  agreeing(step: number): number;
}

/** Whether a block is read by itself, its first line in its place, as indentation is what tells. */
const isReadApart = ({ language, behindCode }: Pasted): boolean =>
  language.typing.blocks !== undefined && !behindCode;

/** The block read as if its first line stood in column `own`. */
function read(
  pasted: Pasted,
  own: number,
  depths: readonly number[],
  around: readonly number[],
): Reading {
  const { language, lines } = pasted;
  const { blocks } = language.typing;
  const besides = columnsInBrackets(pasted, own);
  return {
    misfits: isReadApart(pasted) ? blocks?.misfits?.(standingText(pasted, own)) ?? 0 : 0,
    agreeing: (step) => lines.slice(1, ENOUGH).reduce((sum, { column, comment }, i) => {
      if (comment >= 0) return sum;
      const beside = besides[i + 1];
      const inBrackets = column === beside?.column;
      const stands = column === own + depths[i + 1]! * step;
      const outer = around[i + 1]!;
      // A line that stands right below one around it shows the step wherever that stands.
      const deeper = depths[i + 1]! - depths[outer]!;
      const below =
        outer > 0
        && deeper > 0
        && (inBrackets || column - lines[outer]!.column === deeper * step);
      const level = depths[i + 1] === 0 ? 8 : 2;
      const score = stands || (inBrackets && beside!.isSure) ? level : inBrackets ? level - 1 : 0;
      return sum + score + (below ? 3 : 0);
    }, 0),
  };
}

/**
 * For each line the nearest before it that stands less deep, or -1. A tag with code below it counts as standing where
 * the last line does: it may have lost its column, and code that stands in that is not deeper.
 */
function linesAround(lines: readonly MovedLine[]): number[] {
  const stack: number[] = [];
  const last = lines.at(-1)!;
  const first = lines[1]?.region === true && !last.region ? last : lines[0]!;
  const columnOf = (i: number): number => (i === 0 ? first : lines[i]!).column;
  return lines.map((_, i) => {
    while (stack.length > 0 && columnOf(stack.at(-1)!) >= columnOf(i)) stack.pop();
    const outer = stack.at(-1) ?? -1;
    stack.push(i);
    return outer;
  });
}

/** A style under which a column is a step. */
const unitOf = (style: Style): Style => ({ ...style, indentStyle: "space", indentSize: 1 });
/** The same for a block read by itself, whose rows the author may have put any number of such steps in. */
const apartOf = (style: Style): Style => ({ ...unitOf(style), listSplit: "by-width" });

/** How many steps deeper than the first line the layout would have each line; NaN where it has no say. */
function stepsInPlace(pasted: Pasted, around: readonly number[]): number[] {
  const { language, style, syntax, lines } = pasted;
  const asked = lines.slice(0, ENOUGH).map(({ token }) => token);
  const depths = lineDepths(language, syntax, unitOf(style), asked, false);
  const first = depths[0]?.column ?? 0;
  const deep = depths.map((depth) => (depth?.column ?? NaN) - first);
  return filled(pasted, deep.map((depth, i) => (lines[i]!.region ? NaN : depth)), around);
}

/** How deep the brackets of a block have each of its lines, below the line of its bracket; undefined outside all. */
function levelsInBrackets(
  { language, lines, syntax: { tokens } }: Pasted,
): (readonly [outer: number, deeper: number] | undefined)[] {
  const signs = Signs.of(language.notation);
  return openBrackets(lines.slice(0, ENOUGH), tokens, signs).map((bracket, i) => (
    bracket === undefined || bracket.beside >= 0
      ? undefined
      : [bracket.line, signs.closes(tokens.textOf(lines[i]!.token)) ? 0 : 1]
  ));
}

/** The same for a block that is read by itself, its first line in column `own`. */
function stepsApart(pasted: Pasted, own: number, around: readonly number[]): number[] {
  const { language, style, lines } = pasted;
  const apart = language.parse(standingText(pasted, own));
  let at = 0;
  const tokens = lines.slice(0, ENOUGH).map(({ column, to }, i) => {
    const start = at + (i === 0 ? own : column);
    at = start + contentLength(pasted, i, to) + 1;
    return apart.tokens.lastAt(start);
  });
  const depths = lineDepths(language, apart, apartOf(style), tokens, false);
  const first = depths[0]?.column ?? NaN;
  return filled(pasted, depths.map((depth) => (depth?.column ?? NaN) - first), around);
}

/** How many steps deeper a line stands than the one around it at most; what stands further is aligned. */
const DEEPEST = 6;

/**
 * Where the layout has no say, as behind a backslash, a line is as deep as its bracket has it, or one step deeper than the
 * one around it; NaN where it aligns.
 */
function filled(pasted: Pasted, depths: number[], around: readonly number[]): number[] {
  const inBrackets = !isReadApart(pasted) && depths.some(Number.isNaN)
    ? levelsInBrackets(pasted)
    : [];
  const all: number[] = [];
  depths.forEach((depth, i) => {
    const outer = all[around[i]!] ?? -1;
    const [line, deeper] = inBrackets[i] ?? [around[i]!, 1];
    if (Number.isNaN(depth)) all.push((all[line] ?? -1) + deeper);
    else all.push(depth - outer > DEEPEST ? NaN : depth);
  });
  return all;
}

/** How many UTF-16 units stand from a line's first character to the end before the next line of the block. */
function contentLength({ lines, text }: Pasted, i: number, to: number): number {
  const next = lines[i + 1];
  const end = next === undefined ? text.length : next.from;
  return text.slice(to, end).replace(/(?:\r\n|\r|\n)$/, "").length;
}

/** The block alone, indented with spaces, its first line in a column. */
function standingText(pasted: Pasted, own: number): string {
  const { lines, text } = pasted;
  return lines.slice(0, ENOUGH).map(({ column, to }, i) => {
    const from = to + contentLength(pasted, i, to);
    return " ".repeat(i === 0 ? own : column) + text.slice(to, from);
  }).join("\n");
}

/**
 * Where lines in brackets may stand as well: aligned behind a bracket, or, where indentation is what
 * makes blocks, two of the file's steps in below one at a line's end, a closer beside the last of them. Undefined for
 * others. Two steps are seldom, and not sure where the first line may have lost its column.
 */
function columnsInBrackets(
  { language, style, syntax: { tokens }, lines, brought }: Pasted,
  own: number,
): ({ readonly column: number; readonly isSure: boolean } | undefined)[] {
  const signs = Signs.of(language.notation);
  return openBrackets(lines.slice(0, ENOUGH), tokens, signs).map((bracket, i) => {
    if (bracket === undefined) return undefined;
    const { line, beside } = bracket;
    const column = line === 0 ? own : lines[line]!.column;
    if (beside >= 0) return { column: column + beside - lines[line]!.to, isSure: true };
    if (language.typing.blocks === undefined) return undefined;
    if (line < i - 1 && signs.closes(tokens.textOf(lines[i]!.token)))
      return { column: lines[i - 1]!.column, isSure: true };
    return { column: column + 2 * style.indentSize, isSure: brought > 0 };
  });
}

/** Text of no known language is as it was unless the caret's column shows what its first line lost. */
function plainOwn({ lines, brought, lead }: Pasted): number {
  const least = leastOf(lines.slice(1).map(({ column }) => column));
  return lead > 0 && brought === 0 && least === lead ? lead : brought;
}
