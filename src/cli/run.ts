import { createEngine, type Engine } from "../index.js";
import {
  SourceError,
  changedJobs,
  findSources,
  formatFiles,
  leftToDo,
  type ChangedOptions,
  type Excluded,
  type Outcome,
  type RunOptions,
} from "../node/index.js";
import { InOrder } from "../node/in-order.js";
import { workersFor } from "../node/workers.js";
import { styleFilesOf, styleOf, type RunCommandOptions } from "./options.js";
import { printError, printExcluded } from "./report.js";

/** What became of all files of a run. */
export interface Totals {
  files: number;
  failed: number;
  excluded: number;
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
 * @param each what is done with the others.
 */
export async function runOver(
  paths: readonly string[],
  options: RunCommandOptions & { readonly write: boolean },
  each: (outcome: Outcome) => void,
): Promise<Totals> {
  checkNamed(paths, options);
  const engine = createEngine();
  const styles = styleFilesOf(options);
  await styles.ready();
  const named = new Set(paths);
  const known = (path: string): boolean => engine.languageFor(path) !== undefined;
  const totals = { files: 0, failed: 0, excluded: 0 };
  const told = new Set<string>();
  const how = { write: options.write, style: styleOf(options), save: options.save, styles };
  const some = options.changed !== undefined || options.staged === true;
  const inOrder = some || options.cache === false ? undefined : InOrder.of(process.cwd());
  const run = some
    ? formatFiles(
      engine,
      (await changedJobs(paths.length === 0 ? ["."] : paths, options)).filter(
        ({ path }) => known(path),
      ),
      how,
    )
    : formatWhole(
      engine,
      findSources(paths, known, (folder) => styles.excludesFolder(folder)),
      how,
      { only: options.style, inOrder, passed: () => totals.files++ },
    );
  for await (const outcome of run) {
    if (isExcluded(outcome)) {
      if (!named.has(outcome.path)) continue;
      totals.excluded++;
      printExcluded(outcome);
      continue;
    }
    totals.files++;
    if (!(outcome instanceof SourceError)) {
      each(outcome);
      continue;
    }
    totals.failed++;
    if (!told.has(outcome.message)) printError(outcome);
    told.add(outcome.message);
  }
  await inOrder?.save();
  return totals;
}

/** Formats whole files, on all cores where they are many, but for those that are known to be in order. */
async function* formatWhole(
  engine: Engine,
  files: readonly (string | SourceError)[],
  how: RunOptions,
  { only, inOrder, passed }: {
    readonly only: string | undefined;
    readonly inOrder: InOrder | undefined;
    readonly passed: () => void;
  },
): AsyncGenerator<Outcome | Excluded | SourceError> {
  const left = inOrder === undefined
    ? files
    : await leftToDo(engine, files, { ...how, inOrder }, passed);
  const found = inOrder && ((hash: string): void => inOrder.add(hash));
  const readable = left.filter((file) => typeof file === "string");
  const workers = workersFor(readable.length);
  if (workers === 1) {
    yield* formatFiles(engine, left, { ...how, found });
    return;
  }
  yield* left.filter((file) => file instanceof SourceError);
  const { formatInPool } = await import("../node/pool.js");
  const { styles: _, ...plain } = how;
  yield* formatInPool(readable, workers, { ...plain, only, counts: how.write }, found);
}

const isExcluded = (outcome: Outcome | Excluded | SourceError): outcome is Excluded =>
  "excludedBy" in outcome;
