import type { Change, Range, Style, TextEdit } from "../core/index.js";
import { applyChanges } from "../core/text/edits.js";
import { SourceError } from "./error.js";
import type { Excluded, Outcome } from "./run.js";

/** What a worker is asked for. */
export interface Batch {
  readonly files: readonly string[];
  readonly options: BatchOptions;
}

export interface BatchOptions {
  readonly write: boolean;
  readonly style?: Partial<Style>;
  readonly save?: string | undefined;
  /** The only style file that counts. */
  readonly only?: string | undefined;
  /** How many edits of a file are told at most; their number is told in any case. */
  readonly most: number;
  /** Whether the hashes of texts that are in order are wanted. */
  readonly remembers: boolean;
}

/** What became of a file, as plain data. */
export interface Done {
  readonly path: string;
  /** Why it could not be done. */
  readonly error?: string;
  readonly excludedBy?: string;
  readonly unsettled?: readonly Range[];
  readonly editCount?: number;
  readonly differs?: {
    readonly before: string;
    readonly changes: readonly Change[];
    readonly edits: readonly TextEdit[];
  };
  /** With the first of a batch: the hashes of its texts that are in order. */
  hashes?: readonly string[];
}

/** How many files go to a worker at once. */
const BATCH = 24;

/** Formats files in several processes' worth of threads, and tells of them in their order. */
export async function* formatInPool(
  files: readonly string[],
  workers: number,
  options: Omit<BatchOptions, "remembers">,
  found: ((hash: string) => void) | undefined,
): AsyncGenerator<Outcome | Excluded | SourceError> {
  const { Tinypool } = await import("tinypool");
  const pool = new Tinypool({
    filename: new URL("./pool-worker.js", import.meta.url).href,
    minThreads: workers,
    maxThreads: workers,
  });
  try {
    const batches: Promise<Done[]>[] = [];
    for (let i = 0; i < files.length; i += BATCH) {
      const batch: Batch = {
        files: files.slice(i, i + BATCH),
        options: { ...options, remembers: found !== undefined },
      };
      const done = pool.run(batch) as Promise<Done[]>;
      // The one that fails is told of when its turn comes.
      done.catch(() => undefined);
      batches.push(done);
    }
    for (const batch of batches) {
      for (const done of await batch) {
        done.hashes?.forEach((hash) => found?.(hash));
        yield outcomeOf(done);
      }
    }
  } finally {
    await pool.destroy();
  }
}

function outcomeOf({ path, error, excludedBy, unsettled = [], editCount = 0, differs }: Done):
  | Outcome
  | Excluded
  | SourceError {
  if (error !== undefined) return new SourceError(path, error);
  if (excludedBy !== undefined) return { path, excludedBy };
  const { before = "", changes = [], edits = [] } = differs ?? {};
  return {
    path,
    before,
    answer: {
      changes,
      edits,
      unsettled,
      editCount,
      get text() {
        return applyChanges(before, changes);
      },
    },
  };
}
