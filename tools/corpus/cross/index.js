import { firstDifference, format, tokenRow } from "../checks.js";
import { random } from "../random.js";
import { ecmaCrossing } from "./ecma.js";
import { pythonCrossing } from "./python.js";
import { mutate } from "./mutate.js";
import { shrink } from "./shrink.js";

/** Longest program that is crossed, and longest piece that goes into another, as UTF-16 lengths. */
const PROGRAM = 1200;
const PIECE = 300;
/** Behind a program it makes a long text, in which nothing is looked at twice. */
const TAIL = " tide".repeat(420);
const BLANK_LINE = /\n[ \t]*\n/;
/** How many pieces of a kind are kept. */
const POOL = 4000;

const STYLES = {
  maxLineLength: [40, 60, 80, 100],
  listSplit: ["as-written", "by-width"],
  operatorSplit: ["before", "after"],
  closingComma: ["when-split", "never", "as-written"],
  stringDelimiter: ["double", "single", "as-written"],
};

const crossingOf = (language) => (
  language.name === "python"
    ? pythonCrossing()
    : language.name.includes("script")
    ? ecmaCrossing(language.name)
    : undefined
);

/**
 * Crosses programs: pieces of some are put in the places of pieces of the same kind in others. What an
 * independent parser takes is formatted: it must mean the same, keep its tokens, and be stable.
 *
 * @param texts of which programs and pieces are taken.
 * @param most how many different failures end the run.
 * @returns how many crossings were kept, and the cases that failed, cut down.
 */
export async function cross({ language, texts, count, seed = 1, most = 10, quiet = false }) {
  const crossing = crossingOf(language);
  if (crossing === undefined) return { kept: 0, failures: [] };
  const chance = random(seed);
  const pick = (list) => list[Math.floor(chance() * list.length)];
  const { programs, pool } = await takeApart(crossing, texts, chance);
  for (const [kind, texts] of Object.entries(crossing.extra))
    for (let i = 0; i < 8; i++) (pool[kind] ??= []).push(...texts);
  const failures = [];
  const seen = new Set();
  let kept = 0;
  let tried = 0;
  const began = Date.now();
  while (kept < count && programs.length > 0) {
    tried++;
    const mutated = mutate(pick(programs), pool, crossing, chance, pick);
    if (mutated === undefined) continue;
    const text = chance() < 0.5 ? mutated : `${mutated}\n${crossing.remark}${TAIL}`;
    if (!(await crossing.judge(text)).compiles) continue;
    kept++;
    const style = styleFor(crossing, chance, pick);
    const fault = await check(language, crossing, text, style);
    if (fault === undefined) continue;
    const kind = fault.kind;
    const small = await shrink(text, crossing, async (less) => (
      (await crossing.judge(less)).compiles
      && (await check(language, crossing, less, style))?.kind === kind
    ));
    const failure = {
      kind,
      text: small,
      style,
      detail: (await check(language, crossing, small, style)).detail,
    };
    const shape = kind + small.replace(/\w+/g, "a").replace(/\s+/g, " ");
    if (seen.has(shape)) continue;
    seen.add(shape);
    failures.push(failure);
    if (!quiet) console.log(`\n${kind} ${JSON.stringify(style)}\n${small}\n  ${failure.detail}`);
    if (failures.length >= most) break;
  }
  crossing.stop?.();
  if (!quiet)
    console.log(
      `${language.name}: ${kept} crossings kept of ${tried}, ${failures.length} failed, ${((Date.now() - began) / 1000).toFixed(0)} s`,
    );
  return { kept, failures };
}

async function takeApart(crossing, texts, chance) {
  const programs = [];
  const pool = {};
  for (const text of texts) {
    if (text.length > 60_000 || text.includes("\ufeff")) continue;
    const parts = await crossing.pieces(text);
    if (parts?.roots === undefined) continue;
    for (const [kind, from, to] of parts.found) {
      if (to - from > PIECE) continue;
      const list = (pool[kind] ??= []);
      const piece = text.slice(from, to);
      if (list.length < POOL) list.push(piece);
      else if (chance() < 0.1) list[Math.floor(chance() * POOL)] = piece;
    }
    for (const [from, to] of parts.roots) {
      if (to - from > PROGRAM || to - from < 20) continue;
      const program = text.slice(from, to);
      const own = await crossing.pieces(program);
      if (own?.roots === undefined) continue;
      if (programs.length < POOL) programs.push({ text: program, ...own });
      else if (chance() < 0.2) programs[Math.floor(chance() * POOL)] = { text: program, ...own };
    }
  }
  return { programs, pool };
}

function styleFor(crossing, chance, pick) {
  const style = {};
  for (const [name, values] of Object.entries({ ...STYLES, ...crossing.styles }))
    if (name === "maxLineLength" || chance() < 0.3) style[name] = pick(values);
  return style;
}

/** What is wrong with a program's formatting; undefined where nothing is. */
async function check(language, crossing, text, style) {
  let first;
  try {
    first = format(language, text, style);
  } catch (error) {
    return { kind: "threw", detail: String(error.stack).split("\n").slice(0, 3).join(" ") };
  }
  // A blank line within a statement says that it is half written: it stays, and has no fault.
  if (first.unsettled.length > 0)
    return BLANK_LINE.test(text)
      ? undefined
      : { kind: "unsettled", detail: JSON.stringify(first.unsettled[0]) };
  const difference = firstDifference(tokenRow(language, text), tokenRow(language, first.text));
  if (difference !== undefined) return { kind: "tokens", detail: difference };
  const { equal, where } = await crossing.judge(text, first.text);
  if (!equal)
    return {
      kind: where === "another tree" ? "meaning" : "broken",
      detail: `${where}: ${JSON.stringify(first.text.slice(0, 200))}`,
    };
  const second = format(language, first.text, style).text;
  if (second !== first.text)
    return {
      kind: "unstable",
      detail:
        `${JSON.stringify(first.text.slice(0, 300))} then ${JSON.stringify(second.slice(0, 300))}`,
    };
  return undefined;
}
