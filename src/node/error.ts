/** A file that could not be read or replaced. The message names it, the reason and the remedy. */
export class SourceError extends Error {
  override readonly name = "SourceError";

  constructor(
    readonly path: string,
    readonly reason: string,
  ) {
    super(`${path}: ${reason}`);
  }
}

/** Why a file cannot be read or written, as people say it. */
export function reasonOf(error: unknown): string {
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
