import { Command, Option } from "commander";
import pc from "picocolors";
import { createEngine, type Engine, type Language } from "../../index.js";
import { SourceError } from "../../node/error.js";
import type { Miss } from "../../node/replay/miss.js";
import { COLUMNS, playFile, type Played } from "../../node/replay/play.js";
import { languageOfFile } from "../../node/program.js";
import { readSource } from "../../node/source.js";
import { findSources } from "../../node/walk.js";
import { Exit } from "../exit.js";
import { writeOutput } from "../input.js";
import { counted, printError } from "../report.js";

interface Options {
  readonly report?: "text" | "json";
  readonly show?: number;
}

/** What one file, or all together, came to. */
interface Score {
  lines: number;
  /** Lines whose depth the text before them cannot tell. */
  undecided: number;
  /** Answers that touched text they had no business with. */
  trespasses: number;
  readonly ways: Record<string, { tried: number; equal: number }>;
}

interface FileScore extends Score {
  readonly path: string;
  readonly misses: readonly (Miss & { readonly way: string })[];
}

export const replayCommand = (): Command => new Command("replay")
  .description("Edit files as people do, against the engine, and count what comes out right.")
  .argument("<paths...>", "files and folders; they are not changed")
  .addOption(
    new Option("--report <form>", "how to answer").choices(["text", "json"]).default("text"),
  )
  .addOption(
    new Option("--show <count>", "how many lines that came out otherwise to show").default(
      6,
    ).argParser(Number),
  )
  .addHelpText("after", WAYS)
  .action(replay);

const WAYS = `
Each way has its column. All but foreign play the formatted text:
  typed      typed out from nothing, with Enter, no indentation by hand
  retyped    each line taken out and typed again in its place
  pasted     each statement pasted back: whole, unindented, deeper, its first line's indentation lost
  restepped  each statement pasted back in other steps, and in tabs
  moved      each statement moved down and up
  before     Enter in front of each line and within it, taken back
  between    Enter between the signs of each pair whose lines were taken out, and they pasted there
  foreign    the file as its author left it: lines entered anew, ; and } typed again
  small      each top-level statement as a file of its own
  still      requests with nothing to do`;

async function replay(paths: readonly string[], options: Options): Promise<void> {
  const engine = createEngine();
  const files = findSources(paths, (path) => isPlayed(languageOfFile(engine, path)));
  const scores: FileScore[] = [];
  let failed = 0;
  for (const [i, file] of files.entries()) {
    if (process.stderr.isTTY && options.report !== "json")
      process.stderr.write(`\r${i + 1} of ${files.length} `);
    try {
      if (file instanceof SourceError) throw file;
      scores.push(await scoreOf(engine, file));
    } catch (error) {
      failed++;
      printError(
        error instanceof SourceError ? error : new SourceError(String(file), String(error)),
      );
    }
  }
  const total = scores.reduce(add, { lines: 0, undecided: 0, trespasses: 0, ways: {} });
  if (options.report === "json")
    await writeOutput(`${JSON.stringify({ total, files: scores }, null, 2)}\n`);
  else print(scores, total, options.show ?? 6);
  if (failed > 0) process.exitCode = Exit.CouldNot;
}

async function scoreOf(engine: Engine, path: string): Promise<FileScore> {
  const language = languageOfFile(engine, path);
  if (language === undefined) throw new SourceError(path, "no language is known for its ending");
  const { lines, undecided, ways }: Played = playFile(
    engine,
    language,
    (await readSource(path)).text.replace(/^\uFEFF/, ""),
  );
  const tallies = [...ways];
  return {
    path,
    lines,
    undecided,
    trespasses: tallies.reduce((sum, [, { trespasses }]) => sum + trespasses, 0),
    ways: Object.fromEntries(tallies.map(([way, { tried, equal }]) => [way, { tried, equal }])),
    misses: tallies.flatMap(([way, { misses }]) => misses.map((miss) => ({ way, ...miss }))),
  };
}

function add(sum: Score, score: Score): Score {
  sum.lines += score.lines;
  sum.undecided += score.undecided;
  sum.trespasses += score.trespasses;
  for (const [way, { tried, equal }] of Object.entries(score.ways)) {
    const known = (sum.ways[way] ??= { tried: 0, equal: 0 });
    known.tried += tried;
    known.equal += equal;
  }
  return sum;
}

const NAME = 36;

function print(scores: readonly FileScore[], total: Score, show: number): void {
  if (process.stderr.isTTY) process.stderr.write("\r");
  const heads = COLUMNS.map(([column]) => column.padStart(10)).join("");
  console.log(pc.bold(`${"file".padEnd(NAME)}${"lines".padStart(7)}${heads}`));
  for (const score of scores)
    console.log(
      row(score.path.length > NAME - 2 ? `…${score.path.slice(3 - NAME)}` : score.path, score),
    );
  console.log(pc.bold(row(counted(scores.length, "file"), total)));
  console.log(
    pc.dim(
      `depths that the text cannot tell: ${total.undecided}; answers out of place: ${total.trespasses}`,
    ),
  );
  const misses = scores.flatMap(
    ({ path, misses: list }) => list.map((miss) => ({ path, ...miss })),
  );
  for (const { path, line, expected, actual, way } of misses.slice(0, show)) {
    console.log(
      `${pc.yellow("otherwise")} ${path}:${line + 1} ${pc.dim(way)}\n  expected ${JSON.stringify(expected)}\n  came     ${JSON.stringify(actual)}`,
    );
  }
  if (misses.length > show) console.log(pc.dim(`and ${misses.length - show} more`));
}

function row(name: string, { lines, ways }: Score): string {
  const cells = COLUMNS.map(([, parts]) => {
    const tallies = parts.flatMap((way) => ways[way] ?? []);
    const sum = (key: "tried" | "equal"): number =>
      tallies.reduce((all, tally) => all + tally[key], 0);
    const tried = sum("tried");
    return tried === 0 ? "    —   " : `${((100 * sum("equal")) / tried).toFixed(2)} %`;
  });
  return `${name.padEnd(NAME)}${String(lines).padStart(7)}${cells.map((cell) => cell.padStart(10)).join("")}`;
}

/** Whether Enter brings a depth and no more in a language, so that a text is typed as it stands: no list's marks. */
const isPlayed = (language: Language | undefined): boolean =>
  language !== undefined && language.rewrite === undefined;
