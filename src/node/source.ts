import { readFile, stat } from "node:fs/promises";
import writeFileAtomic from "write-file-atomic";

/** A source file as it was read. */
export interface Source {
  readonly path: string;
  readonly text: string;
  /** Tells whether the file is still the one that was read. */
  readonly stamp: string;
}

/** A file that could not be read or replaced. The message names it, the reason and the remedy. */
export class SourceError extends Error {
  override readonly name = "SourceError";

  constructor(
    readonly path: string,
    reason: string,
  ) {
    super(`${path}: ${reason}`);
  }
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

/** What `bytes` hold as UTF-8; `name` stands for them in the error. */
export function decode(name: string, bytes: Uint8Array): string {
  try {
    return new TextDecoder("utf-8", { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch {
    throw new SourceError(
      name,
      `byte ${firstInvalid(bytes)} is not UTF-8; save the file as UTF-8 first`,
    );
  }
}

/** Offset of the first byte that is not part of well-formed UTF-8. */
function firstInvalid(bytes: Uint8Array): number {
  let low = 0;
  let high = bytes.length;
  // The longest beginning that a longer text could have.
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (decodes(bytes.subarray(0, middle), true)) low = middle;
    else high = middle - 1;
  }
  // A character that is cut off begins up to three bytes before.
  while (low > 0 && !decodes(bytes.subarray(0, low), false)) low--;
  return low;
}

function decodes(bytes: Uint8Array, more: boolean): boolean {
  try {
    new TextDecoder("utf-8", { fatal: true }).decode(bytes, { stream: more });
    return true;
  } catch {
    return false;
  }
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
