import { readFileSync } from "node:fs";
import type { Answer } from "../core/answer.js";
import type { Engine } from "../core/engine.js";
import type { Range } from "../core/text/lines.js";
import { SourceError } from "./error.js";
import { InOrder } from "./in-order.js";
import { Saver, type SaverOptions } from "./save.js";
import { readSource, replaceSource, type Source } from "./source.js";

/** What became of one file that was looked at. */
export interface Outcome {
  readonly path: string;
  /** The text that was formatted. */
  readonly before: string;
  readonly answer: Pick<Answer, "changes" | "edits" | "editCount" | "text" | "unsettled">;
}

/** A file that a style file or an ignore file leaves alone. */
export interface Excluded {
  readonly path: string;
  /** The file, the line and the pattern that say so. */
  readonly excludedBy: string;
}

/** A file to format. */
export interface Job {
  readonly path: string;
  /** The lines that are formatted; all of them where they are left out. */
  readonly lines?: readonly Range[] | undefined;
  /** Where its text is staged: that is formatted, not the working tree's. */
  readonly staged?: StagedFile | undefined;
}

/** A text that is read and replaced elsewhere than in its file. */
export interface StagedFile {
  read(): Promise<{ readonly text: string }>;
  write(text: string): Promise<void>;
}

export interface RunOptions extends SaverOptions {
  /** Whether changed files are replaced. */
  readonly write: boolean;
  /** Told the hash of each text that is found in order. */
  readonly found?: ((hash: string) => void) | undefined;
}

/** How many files are formatted and written at a time: one waits for the disk while others are laid out. */
const AHEAD = 16;

/**
 * Formats files one after another. A file that cannot be read, understood or written is answered
 * as an error and stays as it was; the others still go on.
 */
export async function* formatFiles(
  engine: Engine,
  files: Iterable<string | Job | SourceError>,
  options: RunOptions,
): AsyncGenerator<Outcome | Excluded | SourceError> {
  const saver = new Saver(engine, options);
  const pending: Promise<Outcome | Excluded | SourceError>[] = [];
  for (const file of files) {
    if (file instanceof SourceError) {
      pending.push(Promise.resolve(file));
    } else {
      const job = typeof file === "string" ? { path: file } : file;
      const outcome = formatFile(saver, job, options);
      pending.push(outcome.catch((error: unknown) => asSourceError(job.path, error)));
    }
    if (pending.length >= AHEAD) yield await pending.shift()!;
  }
  for (const outcome of pending) yield await outcome;
}

async function formatFile(
  saver: Saver,
  { path, lines, staged }: Job,
  { write, found }: RunOptions,
): Promise<Outcome | Excluded> {
  const acting = await saver.acting(path);
  if ("excludedBy" in acting) return { path, excludedBy: acting.excludedBy };
  const source = staged === undefined ? await readSource(path) : await staged.read();
  const answer = await saver.answer(path, source.text, acting, lines);
  const outcome = { path, before: source.text, answer };
  const settled = answer.editCount === 0 && answer.unsettled.length === 0;
  // What a command would say next time, nobody knows.
  if (settled && lines === undefined && acting.external === undefined)
    found?.(InOrder.keyOf(source.text, acting));
  if (!write || answer.editCount === 0) return outcome;
  if (staged === undefined) await replaceSource(source as Source, answer.text);
  else await staged.write(answer.text);
  return outcome;
}

/**
 * The files of a run that are not known to be in order; those that are need no formatting.
 *
 * @param passed told each file that is in order.
 */
export async function leftToDo(
  engine: Engine,
  files: readonly (string | SourceError)[],
  options: RunOptions & { readonly inOrder: InOrder },
  passed: (path: string) => void,
): Promise<(string | SourceError)[]> {
  const saver = new Saver(engine, options);
  const left: (string | SourceError)[] = [];
  for (const file of files) {
    // Whatever is wrong is told of where the file is formatted.
    const known = typeof file === "string"
      && await isInOrder(saver, file, options.inOrder).catch(() => false);
    if (known) passed(file);
    else left.push(file);
  }
  return left;
}

async function isInOrder(saver: Saver, path: string, inOrder: InOrder): Promise<boolean> {
  const acting = await saver.acting(path);
  return (
    !("excludedBy" in acting)
    && acting.external === undefined
    && inOrder.has(InOrder.keyOf(readFileSync(path, "utf8"), acting))
  );
}

function asSourceError(path: string, error: unknown): SourceError {
  return error instanceof SourceError
    ? error
    : new SourceError(path, error instanceof Error ? error.message : String(error));
}
