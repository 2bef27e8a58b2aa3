import { SourceError, decode } from "./error.js";
import { readFile, stat } from "node:fs/promises";
import writeFileAtomic from "write-file-atomic";

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
  const stamp = await stampOf(path);
  const bytes = await readFile(path).catch((error: unknown) => {
    throw new SourceError(path, reasonOf(error));
  });
  if ((await stampOf(path)) !== stamp)
    throw new SourceError(path, "it changed while it was read; try again");
  return { path, text: decode(path, bytes), stamp };
}

/**
 * Replaces a file's text in one step, keeping its mode and owner: readers see the old text or the new.
 *
 * @throws SourceError where the file changed since it was read, or cannot be written. It stays as it was.
 */
export async function replaceSource(source: Source, text: string): Promise<void> {
  const { path, stamp } = source;
  if ((await stampOf(path)) !== stamp)
    throw new SourceError(path, "it changed since it was read; try again");
  const { mode } = await stat(path);
  if ((mode & 0o222) === 0) throw new SourceError(path, "it is read-only; make it writable first");
  await writeFileAtomic(path, text, { encoding: "utf8" }).catch((error: unknown) => {
    throw new SourceError(path, reasonOf(error));
  });
}

async function stampOf(path: string): Promise<string> {
  try {
    const { mtimeMs, size, ino } = await stat(path);
    return `${mtimeMs}:${size}:${ino}`;
  } catch (error) {
    throw new SourceError(path, reasonOf(error));
  }
}

function reasonOf(error: unknown): string {
  const code = (error as { code?: string }).code;
  switch (code) {
    case "ENOENT": return "there is no such file";
    case "EACCES":
    case "EPERM":
      return "access is not allowed; check the rights of the file and its folder";
    case "EISDIR": return "it is a folder";
    case "EROFS": return "the file system is read-only";
    case "ENOSPC": return "the disk is full";
    default: return error instanceof Error ? error.message : String(error);
  }
}
