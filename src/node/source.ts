import { SourceError, decode, reasonOf } from "./error.js";
import { closeSync, fstatSync, openSync, readFileSync, statSync, type Stats } from "node:fs";
import { replaceFile } from "./replace.js";

/** A source file as it was read. */
export interface Source {
  readonly path: string;
  readonly text: string;
  /** Tells whether the file is still the one that was read. */
  readonly stamp: string;
}

/**
 * Reads a file as UTF-8. A byte order mark stays in the text.
 *
 * @throws SourceError where the file is missing, is no UTF-8, or changes while it is read.
 */
export async function readSource(path: string): Promise<Source> {
  let file: number | undefined;
  try {
    // At once: a wait for each of these calls costs more than they take.
    file = openSync(path, "r");
    const stamp = stampOf(fstatSync(file));
    const bytes = readFileSync(file);
    if (stampOf(fstatSync(file)) !== stamp)
      throw new SourceError(path, "it changed while it was read; try again");
    return { path, text: decode(path, bytes), stamp };
  } catch (error) {
    throw error instanceof SourceError ? error : new SourceError(path, reasonOf(error));
  } finally {
    if (file !== undefined) closeSync(file);
  }
}

/**
 * Replaces a file's text in one step, keeping its mode and owner: readers see the old text or the new.
 *
 * @throws SourceError where the file changed since it was read, or cannot be written. It stays as it was.
 */
export async function replaceSource(source: Source, text: string): Promise<void> {
  const { path, stamp } = source;
  const stats = statsOf(path);
  if (stampOf(stats) !== stamp)
    throw new SourceError(path, "it changed since it was read; try again");
  const { mode } = stats;
  if ((mode & 0o222) === 0) throw new SourceError(path, "it is read-only; make it writable first");
  await replaceFile(path, text).catch((error: unknown) => {
    throw new SourceError(path, reasonOf(error));
  });
}

function statsOf(path: string): Stats {
  try {
    return statSync(path);
  } catch (error) {
    throw new SourceError(path, reasonOf(error));
  }
}

const stampOf = ({ mtimeMs, size, ino }: Stats): string => `${mtimeMs}:${size}:${ino}`;
