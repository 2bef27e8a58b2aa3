import { statSync } from "node:fs";
import { fdir } from "fdir";
import { SourceError } from "./error.js";

/** Folders that hold what tools made or fetched, not what people write. */
const SKIPPED = new Set(["node_modules", "__pycache__"]);

/** Whether a folder of this name is never looked into. */
export const isPassedOver = (name: string): boolean => name.startsWith(".") || SKIPPED.has(name);

/**
 * The files to work on, in a stable order: each path that is a file, and of each folder the files
 * below it that `accepts` names. Symbolic links in folders are not followed; hidden folders and
 * those of fetched packages are passed over.
 *
 * @param skips whether a folder below is passed over too.
 * @returns paths, and an error for each path that does not exist.
 */
export function findSources(
  paths: readonly string[],
  accepts: (path: string) => boolean,
  skips: (folder: string) => boolean = () => false,
): (string | SourceError)[] {
  const found: (string | SourceError)[] = [];
  const seen = new Set<string>();
  for (const path of paths) {
    const stats = statSync(path, { throwIfNoEntry: false });
    if (stats === undefined) found.push(new SourceError(path, "there is no such file or folder"));
    const files = stats === undefined
      ? []
      : stats.isDirectory()
      ? walk(path, skips).filter(accepts)
      : [path];
    for (const file of files) {
      if (!seen.has(file)) found.push(file);
      seen.add(file);
    }
  }
  return found;
}

function walk(folder: string, skips: (folder: string) => boolean): string[] {
  return new fdir({ excludeSymlinks: true })
    .withBasePath()
    .exclude((name, path) => isPassedOver(name) || skips(path))
    .crawl(folder)
    .sync()
    .map((path) => path.replace(/^\.\//, ""))
    .sort();
}
