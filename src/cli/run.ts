import { createEngine } from "../index.js";
import {
  SourceError,
  findSources,
  formatFiles,
  type Excluded,
  type Outcome,
} from "../node/index.js";
import { styleFilesOf, styleOf, type StyleOptions } from "./options.js";
import { printError, printExcluded } from "./report.js";

/** What became of all files of a run. */
export interface Totals {
  files: number;
  failed: number;
  excluded: number;
}

/**
 * Formats the files that are named, and those below folders that are. Errors and files that are named but
 * excluded are told on standard error, the same error once.
 *
 * @param each what is done with the others.
 */
export async function runOver(
  paths: readonly string[],
  options: StyleOptions & { readonly write: boolean },
  each: (outcome: Outcome) => void,
): Promise<Totals> {
  const engine = createEngine();
  const styles = styleFilesOf(options);
  const named = new Set(paths);
  const files = findSources(
    paths,
    (path) => engine.languageFor(path) !== undefined,
    (folder) => styles.excludesFolder(folder),
  );
  const totals = { files: 0, failed: 0, excluded: 0 };
  const told = new Set<string>();
  const run = formatFiles(engine, files, {
    write: options.write,
    style: styleOf(options),
    styles,
  });
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
  return totals;
}

const isExcluded = (outcome: Outcome | Excluded | SourceError): outcome is Excluded =>
  "excludedBy" in outcome;
