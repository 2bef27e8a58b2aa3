import { createEngine, type Engine } from "../index.js";
import { SourceError } from "../node/error.js";
import { changedJobs, type ChangedOptions } from "../node/git/jobs.js";
import {
  formatFiles,
  leftToDo,
  type Excluded,
  type Job,
  type Outcome,
  type RunOptions,
} from "../node/run.js";
import type { StyleFiles } from "../node/style/files.js";
import { findSources } from "../node/walk.js";
import { KnownFiles } from "../node/formatters/known.js";
import { InOrder } from "../node/in-order.js";
import { workersFor } from "../node/workers.js";
import { styleFilesOf, styleOf, type RunCommandOptions } from "./options.js";
import { Progress } from "./progress.js";
import { printError, printExcluded } from "./report.js";

/** What became of all files of a run. */
export interface Totals {
  files: number;
  failed: number;
  excluded: number;
  /** How long it took, as `0.4 s`. */
  took: string;
}

/** @throws RangeError where nothing says which files are meant. */
function checkNamed(paths: readonly string[], { changed, staged }: ChangedOptions): void {
  if (paths.length === 0 && changed === undefined && staged !== true)
    throw new RangeError("name files or folders, or say --changed or --staged; . is this folder");
}

/**
 * Formats the files that are named, and those below folders that are. Errors and files that are named but
 * excluded are told on standard error, the same error once.
 *
 * @param options `most`: how many edits of a file are asked for at most.
 * @param each what is done with the others.
 */
export async function runOver(
  paths: readonly string[],
  options: RunCommandOptions & { readonly write: boolean; readonly most: number },
  each: (outcome: Outcome) => void,
): Promise<Totals> {
  checkNamed(paths, options);
  const begun = performance.now();
  const engine = createEngine();
  const styles = styleFilesOf(options);
  await styles.ready();
  const named = new Set(paths);
  const totals: Totals = { files: 0, failed: 0, excluded: 0, took: "" };
  const told = new Set<string>();
  const how = { write: options.write, style: styleOf(options), save: options.save, styles };
  const some = options.changed !== undefined || options.staged === true;
  const inOrder = some || options.cache === false ? undefined : InOrder.of(process.cwd());
  const progress = new Progress();
  const passed = (): void => {
    totals.files++;
    progress.step();
  };
  const known = new KnownFiles(engine, styles);
  const run = some
    ? formatFiles(engine, progress.over(await changedFiles(paths, options, known)), how)
    : formatWhole(
      engine,
      progress.over(await namedFiles(paths, styles, known)),
      how,
      { only: options.style, most: options.most, workers: options.workers, inOrder, passed },
    );
  const tell = (outcome: Outcome | Excluded | SourceError): void => {
    if (isExcluded(outcome)) {
      if (!named.has(outcome.path)) return;
      totals.excluded++;
      printExcluded(outcome);
      return;
    }
    totals.files++;
    if (!(outcome instanceof SourceError)) {
      each(outcome);
      return;
    }
    totals.failed++;
    if (!told.has(outcome.message)) printError(outcome);
    told.add(outcome.message);
  };
  for await (const outcome of run) {
    progress.clear();
    tell(outcome);
    progress.step();
  }
  progress.end();
  await inOrder?.save();
  totals.took = `${((performance.now() - begun) / 1000).toFixed(1)} s`;
  return totals;
}

/** The files that git says have changed. */
const changedFiles = async (
  paths: readonly string[],
  options: ChangedOptions,
  known: KnownFiles,
): Promise<Job[]> => known.among(
  await changedJobs(paths, options),
  ({ path }) => path,
);

/** The files that are named, whatever they are, and those below folders that something formats. */
async function namedFiles(
  paths: readonly string[],
  styles: StyleFiles,
  known: KnownFiles,
): Promise<(string | SourceError)[]> {
  const named = new Set(paths);
  const found = findSources(paths, () => true, (folder) => styles.excludesFolder(folder));
  return known.among(
    found,
    (file) => typeof file === "string" && !named.has(file) ? file : undefined,
  );
}

/** Formats whole files, in workers where they are many, but for those that are known to be in order. */
async function* formatWhole(
  engine: Engine,
  files: readonly (string | SourceError)[],
  how: RunOptions,
  { only, most, inOrder, passed, workers }: {
    readonly only: string | undefined;
    readonly most: number;
    readonly workers: number | undefined;
    readonly inOrder: InOrder | undefined;
    readonly passed: () => void;
  },
): AsyncGenerator<Outcome | Excluded | SourceError> {
  const left = inOrder === undefined
    ? files
    : await leftToDo(engine, files, { ...how, inOrder }, passed);
  const found = inOrder && ((hash: string): void => inOrder.add(hash));
  const readable = left.filter((file) => typeof file === "string");
  const threads = workers ?? workersFor(readable.length);
  if (threads === 1) {
    yield* formatFiles(engine, left, { ...how, found });
    return;
  }
  yield* left.filter((file) => file instanceof SourceError);
  const { formatInPool } = await import("../node/pool.js");
  const { styles: _, ...plain } = how;
  yield* formatInPool(readable, threads, { ...plain, only, most }, found);
}

const isExcluded = (outcome: Outcome | Excluded | SourceError): outcome is Excluded =>
  "excludedBy" in outcome;
