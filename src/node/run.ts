import { resolve } from "node:path";
import type { Answer } from "../core/answer.js";
import type { Engine } from "../core/engine.js";
import type { Style } from "../core/style/style.js";
import type { Range } from "../core/text/lines.js";
import { checkConflicts } from "./conflicts.js";
import { SourceError } from "./error.js";
import { readSource, replaceSource, type Source } from "./source.js";
import { stepsOf } from "./steps.js";
import type { StyleFiles } from "./style/files.js";
import { ProjectPackages } from "./packages.js";

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
  /** The set of steps to take, as a style file names it, or a step; formatting where it is left out. */
  readonly save?: string | undefined;
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
  const packages = new ProjectPackages();
  for (const file of files) {
    if (file instanceof SourceError) {
      yield file;
      continue;
    }
    const job = typeof file === "string" ? { path: file } : file;
    yield await formatFile(engine, job, options, packages).catch(
      (error: unknown) => asSourceError(job.path, error),
    );
  }
}

async function formatFile(
  engine: Engine,
  { path, lines, staged }: Job,
  { style, styles, write, save }: RunOptions,
  packages: ProjectPackages,
): Promise<Outcome | Excluded> {
  const language = engine.languageFor(path);
  if (language === undefined) throw new SourceError(path, "no language is known for its ending");
  const said = await styles?.of(path);
  if (said?.excludedBy !== undefined) return { path, excludedBy: said.excludedBy };
  const source = staged === undefined ? await readSource(path) : await staged.read();
  checkConflicts(path, source.text);
  const document = engine.open({
    uri: path,
    languageId: language.ids[0]!,
    text: source.text,
    style: said?.styleFor,
  });
  const steps = stepsOf(save, said);
  const answer = document.formatOnSave({
    steps,
    lines: lines ?? "all",
    ownPackages: steps.includes("organizeImports")
      ? [...said?.ownPackages ?? [], ...packages.of(resolve(path))]
      : [],
    ...(style === undefined ? {} : { style }),
  });
  const outcome = { path, before: source.text, answer };
  if (!write || answer.editCount === 0) return outcome;
  if (staged === undefined) await replaceSource(source as Source, answer.text);
  else await staged.write(answer.text);
  return outcome;
}

function asSourceError(path: string, error: unknown): SourceError {
  return error instanceof SourceError
    ? error
    : new SourceError(path, error instanceof Error ? error.message : String(error));
}
