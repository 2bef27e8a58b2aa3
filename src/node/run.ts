import type { Answer } from "../core/answer.js";
import type { Engine } from "../core/engine.js";
import type { Style } from "../core/style/style.js";
import type { Range } from "../core/text/lines.js";
import { SourceError, readSource, replaceSource, type Source } from "./source.js";
import type { StyleFiles } from "./style/files.js";

/** What became of one file that was looked at. */
export interface Outcome {
  readonly path: string;
  /** The text that was formatted. */
  readonly before: string;
  readonly answer: Answer;
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

export interface RunOptions {
  /** Rules over style files. */
  readonly style?: Partial<Style>;
  /** What style files say; nothing where they are left out. */
  readonly styles?: StyleFiles;
  /** Whether changed files are replaced. */
  readonly write: boolean;
}

/**
 * Formats files one after another. A file that cannot be read, understood or written is answered
 * as an error and stays as it was; the others still go on.
 */
export async function* formatFiles(
  engine: Engine,
  files: Iterable<string | Job | SourceError>,
  options: RunOptions,
): AsyncGenerator<Outcome | Excluded | SourceError> {
  for (const file of files) {
    if (file instanceof SourceError) {
      yield file;
      continue;
    }
    const job = typeof file === "string" ? { path: file } : file;
    yield await formatFile(engine, job, options).catch(
      (error: unknown) => asSourceError(job.path, error),
    );
  }
}

async function formatFile(
  engine: Engine,
  { path, lines, staged }: Job,
  { style, styles, write }: RunOptions,
): Promise<Outcome | Excluded> {
  const language = engine.languageFor(path);
  if (language === undefined) throw new SourceError(path, "no language is known for its ending");
  const said = styles?.of(path);
  if (said?.excludedBy !== undefined) return { path, excludedBy: said.excludedBy };
  const source = staged === undefined ? await readSource(path) : await staged.read();
  checkConflicts(path, source.text);
  const document = engine.open({
    uri: path,
    languageId: language.ids[0]!,
    text: source.text,
    style: said?.styleFor,
  });
  const answer = lines === undefined
    ? document.formatDocument(style)
    : document.formatSelection(lines, style);
  const outcome = { path, before: source.text, answer };
  if (!write || answer.editCount === 0) return outcome;
  if (staged === undefined) await replaceSource(source as Source, answer.text);
  else await staged.write(answer.text);
  return outcome;
}

/** @throws SourceError where a text holds a merge conflict: what stands on both sides of it is no program. */
export function checkConflicts(path: string, text: string): void {
  const begins = /^<{7}(?: .*)?$/m.exec(text);
  if (begins === null || !/^={7}$/m.test(text) || !/^>{7}(?: .*)?$/m.test(text)) return;
  const line = text.slice(0, begins.index).split("\n").length;
  throw new SourceError(`${path}:${line}`, "it holds a merge conflict; resolve that first");
}

function asSourceError(path: string, error: unknown): SourceError {
  return error instanceof SourceError
    ? error
    : new SourceError(path, error instanceof Error ? error.message : String(error));
}
