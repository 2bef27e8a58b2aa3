import { createEngine } from "../index.js";
import {
  SourceError,
  changedJobs,
  findSources,
  formatFiles,
  leftToDo,
  type ChangedOptions,
  type Excluded,
  type Outcome,
} from "../node/index.js";
import { InOrder } from "../node/in-order.js";
import { workersFor } from "../node/workers.js";
import { styleFilesOf, styleOf, type StyleOptions } from "./options.js";
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
  options: StyleOptions & ChangedOptions & {
    readonly write: boolean;
    readonly save?: string;
    readonly cache?: boolean;
  },
  each: (outcome: Outcome) => void,
): Promise<Totals> {
  checkNamed(paths, options);
  const engine = createEngine();
  const styles = styleFilesOf(options);
  await styles.ready();
  const named = new Set(paths);
  const known = (path: string): boolean => engine.languageFor(path) !== undefined;
  const files = options.changed === undefined && options.staged !== true
    ? findSources(paths, known, (folder) => styles.excludesFolder(folder))
    : (await changedJobs(paths.length === 0 ? ["."] : paths, options)).filter(
      ({ path }) => known(path),
    );
  const told = new Set<string>();
  const inOrder = options.cache === false ? undefined : InOrder.of(process.cwd());
  const common = { write: options.write, style: styleOf(options), save: options.save };
  const totals = { files: 0, failed: 0, excluded: 0 };
  const plainFiles = files.filter((file) => typeof file === "string");
  const whole = plainFiles.length === files.length;
  const left = whole && inOrder !== undefined
    ? await leftToDo(engine, plainFiles, { ...common, styles, inOrder }, () => totals.files++)
    : files;
  const workers = whole ? workersFor(left.length) : 1;
  const run = workers > 1
    ? (await import("../node/pool.js")).formatInPool(
      left as string[],
      workers,
      { ...common, only: options.style, remembers: inOrder !== undefined, counts: options.write },
      inOrder,
    )
    : formatFiles(engine, left, { ...common, styles, ...(inOrder && { inOrder }) });
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

const isExcluded = (outcome: Outcome | Excluded | SourceError): outcome is Excluded =>
  "excludedBy" in outcome;
