import { Command, Option } from "commander";
import pc from "picocolors";
import { applyEdits, createEngine, type Engine } from "../../index.js";
import {
  SourceError,
  findSources,
  playBlocks,
  readSource,
  retype,
  still,
  typeOut,
  type Miss,
  type Way,
} from "../../node/index.js";
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
  typed: number;
  /** Lines whose depth the text before them cannot tell. */
  undecided: number;
  /** Answers that touched text they had no business with. */
  trespasses: number;
  retypedLines: number;
  retyped: number;
  readonly blocks: Record<string, { tried: number; equal: number }>;
  /** Requests of text with nothing to do, and those that answered an edit after all. */
  asked: number;
  stirred: number;
}

interface FileScore extends Score {
  readonly path: string;
  readonly misses: readonly (Miss & { readonly played: Played })[];
}

type Played = "typed" | "retyped" | "left alone" | Way;

const empty = (): Score => ({
  lines: 0,
  typed: 0,
  undecided: 0,
  trespasses: 0,
  retypedLines: 0,
  retyped: 0,
  blocks: {},
  asked: 0,
  stirred: 0,
});

export const replayCommand = (): Command => new Command("replay")
  .description(
    "Type, paste and move formatted files against the engine, and count what comes out right.",
  )
  .argument("<paths...>", "files and folders; they are not changed")
  .addOption(
    new Option("--report <form>", "how to answer").choices(["text", "json"]).default("text"),
  )
  .addOption(
    new Option("--show <count>", "how many lines that came out otherwise to show").default(
      6,
    ).argParser(Number),
  )
  .action(replay);

async function replay(paths: readonly string[], options: Options): Promise<void> {
  const engine = createEngine();
  const files = findSources(paths, (path) => engine.languageFor(path) !== undefined);
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
  const total = scores.reduce(add, empty());
  if (options.report === "json")
    await writeOutput(`${JSON.stringify({ total, files: scores }, null, 2)}\n`);
  else print(scores, total, options.show ?? 6);
  if (failed > 0) process.exitCode = Exit.CouldNot;
}

async function scoreOf(engine: Engine, path: string): Promise<FileScore> {
  const language = engine.languageFor(path);
  if (language === undefined) throw new SourceError(path, "no language is known for its ending");
  const { text: source } = await readSource(path);
  const languageId = language.ids[0]!;
  const unix = source.replace(/\r\n?/g, "\n");
  const text = applyEdits(
    unix,
    engine.open({ uri: path, languageId, text: unix }).formatDocument().edits,
  );
  const typed = typeOut(engine, languageId, text);
  const again = retype(engine, languageId, text);
  const blocks = [...playBlocks(engine, language, text)];
  const rest = still(engine, language, text);
  return {
    path,
    lines: typed.lines - typed.undecided,
    typed: typed.lines - typed.undecided - typed.misses.length,
    undecided: typed.undecided,
    trespasses: blocks.reduce(
      (all, [, way]) => all + way.trespasses,
      typed.trespasses + again.trespasses,
    ),
    retypedLines: again.lines,
    retyped: again.lines - again.misses.length,
    blocks: Object.fromEntries(blocks.map(([way, { tried, equal }]) => [way, { tried, equal }])),
    asked: rest.asked,
    stirred: rest.stirred.length,
    misses: [
      ...named("typed", typed.misses),
      ...named("retyped", again.misses),
      ...blocks.flatMap(([way, { misses }]) => named(way, misses)),
      ...named("left alone", rest.stirred),
    ],
  };
}

const named = (played: Played, misses: readonly Miss[]): FileScore["misses"] =>
  misses.map((miss) => ({ played, ...miss }));

function add(sum: Score, score: Score): Score {
  sum.lines += score.lines;
  sum.typed += score.typed;
  sum.undecided += score.undecided;
  sum.trespasses += score.trespasses;
  sum.retypedLines += score.retypedLines;
  sum.retyped += score.retyped;
  sum.asked += score.asked;
  sum.stirred += score.stirred;
  for (const [way, { tried, equal }] of Object.entries(score.blocks)) {
    const known = (sum.blocks[way] ??= { tried: 0, equal: 0 });
    known.tried += tried;
    known.equal += equal;
  }
  return sum;
}

const share = (part: number, whole: number): string => (
  whole === 0 ? "    —   " : `${((100 * part) / whole).toFixed(2).padStart(6)} %`
);

function print(scores: readonly FileScore[], total: Score, show: number): void {
  if (process.stderr.isTTY) process.stderr.write("\r");
  console.log(
    pc.bold(
      `${"file".padEnd(44)}${"lines".padStart(7)}${"typed".padStart(10)}${"retyped".padStart(10)}${"pasted".padStart(10)}${"moved".padStart(10)}`,
    ),
  );
  for (const score of scores)
    console.log(row(score.path.length > 42 ? `…${score.path.slice(-41)}` : score.path, score));
  console.log(pc.bold(row(counted(scores.length, "file"), total)));
  console.log(
    pc.dim(
      `depths that the text cannot tell: ${total.undecided}; edits out of place: ${total.trespasses}; requests of finished text that answered an edit: ${total.stirred} of ${total.asked}`,
    ),
  );
  const misses = scores.flatMap(
    ({ path, misses: list }) => list.map((miss) => ({ path, ...miss })),
  );
  for (const { path, line, expected, actual, played } of misses.slice(0, show)) {
    console.log(
      `${pc.yellow("otherwise")} ${path}:${line + 1} ${pc.dim(played)}\n  expected ${JSON.stringify(expected)}\n  came     ${JSON.stringify(actual)}`,
    );
  }
  if (misses.length > show) console.log(pc.dim(`and ${misses.length - show} more`));
}

function row(name: string, { lines, typed, retyped, retypedLines, blocks }: Score): string {
  const pasted = Object
    .entries(blocks)
    .filter(([way]) => way !== "moved")
    .map(([, block]) => block);
  const sum = (key: "tried" | "equal"): number =>
    pasted.reduce((all, block) => all + block[key], 0);
  const moved = blocks["moved"] ?? { tried: 0, equal: 0 };
  const cells = [
    share(typed, lines),
    share(retyped, retypedLines),
    share(sum("equal"), sum("tried")),
    share(moved.equal, moved.tried),
  ];
  return `${name.padEnd(44)}${String(lines).padStart(7)}${cells.map((cell) => cell.padStart(10)).join("")}`;
}
