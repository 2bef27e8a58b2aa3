import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import type { SaveStep } from "../core/document.js";
import type { Language } from "../core/language.js";
import type { Answer } from "../core/answer.js";
import type { Engine } from "../core/engine.js";
import type { Style } from "../core/style/style.js";
import type { Range } from "../core/text/lines.js";
import { checkConflicts } from "./conflicts.js";
import { InOrder } from "./in-order.js";
import { SourceError } from "./error.js";
import { readSource, replaceSource, type Source } from "./source.js";
import { stepsOf } from "./steps.js";
import type { FileStyle, StyleFiles } from "./style/files.js";
import { ProjectPackages } from "./packages.js";

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

export interface RunOptions {
  /** Rules over style files. */
  readonly style?: Partial<Style>;
  /** What style files say; nothing where they are left out. */
  readonly styles?: StyleFiles;
  /** Whether changed files are replaced. */
  readonly write: boolean;
  /** The set of steps to take, as a style file names it, or a step; formatting where it is left out. */
  readonly save?: string | undefined;
  /** Texts that are known to be in order, which need not be formatted. */
  readonly inOrder?: InOrder;
  /** Told the hash of each text that is found in order. */
  readonly found?: (hash: string) => void;
}

/** How many files are read, formatted and written at a time: one waits for the disk while others are laid out. */
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
  const packages = new ProjectPackages();
  const pending: Promise<Outcome | Excluded | SourceError>[] = [];
  for (const file of files) {
    if (file instanceof SourceError) {
      pending.push(Promise.resolve(file));
    } else {
      const job = typeof file === "string" ? { path: file } : file;
      const outcome = formatFile(engine, job, options, packages);
      pending.push(outcome.catch((error: unknown) => asSourceError(job.path, error)));
    }
    if (pending.length >= AHEAD) yield await pending.shift()!;
  }
  for (const outcome of pending) yield await outcome;
}

async function formatFile(
  engine: Engine,
  { path, lines, staged }: Job,
  { style, styles, write, save, inOrder, found }: RunOptions,
  packages: ProjectPackages,
): Promise<Outcome | Excluded> {
  const language = engine.languageFor(path);
  if (language === undefined) throw new SourceError(path, "no language is known for its ending");
  const said = await styles?.of(path);
  if (said?.excludedBy !== undefined) return { path, excludedBy: said.excludedBy };
  const source = staged === undefined ? await readSource(path) : await staged.read();
  checkConflicts(path, source.text);
  const languageId = language.ids[0]!;
  const { steps, ownPackages } = savedWith(path, said, save, packages);
  const remembers = inOrder !== undefined && lines === undefined && language.regions === undefined;
  const key = remembers ? keyOf(source.text, language, said, { steps, ownPackages, style }) : "";
  if (remembers && inOrder.has(key)) {
    found?.(key);
    return { path, before: source.text, answer: NOTHING };
  }
  const document = engine.open({
    uri: path,
    languageId,
    text: source.text,
    style: said?.styleFor,
  });
  const answer = document.formatOnSave({
    steps,
    lines: lines ?? "all",
    ownPackages,
    ...(style === undefined ? {} : { style }),
  });
  const outcome = { path, before: source.text, answer };
  if (remembers && answer.editCount === 0 && answer.unsettled.length === 0) {
    inOrder.add(key);
    found?.(key);
  }
  if (!write || answer.editCount === 0) return outcome;
  if (staged === undefined) await replaceSource(source as Source, answer.text);
  else await staged.write(answer.text);
  return outcome;
}

/** What a save of a file takes. */
interface Saved {
  readonly steps: readonly SaveStep[];
  readonly ownPackages: readonly string[];
  readonly style?: Partial<Style> | undefined;
}

function savedWith(
  path: string,
  said: FileStyle | undefined,
  save: string | undefined,
  packages: ProjectPackages,
): Saved {
  const steps = stepsOf(save, said);
  const ownPackages = steps.includes("organizeImports")
    ? [...said?.ownPackages ?? [], ...packages.of(resolve(path))]
    : [];
  return { steps, ownPackages };
}

const keyOf = (
  text: string,
  language: Language,
  said: FileStyle | undefined,
  saved: Saved,
): string => InOrder.keyOf(text, [language.name, saved, said?.styleFor(language.ids[0]!)]);

/**
 * The files of a run that are not known to be in order; those that are need no formatting.
 *
 * @param passed told each file that is in order.
 */
export async function leftToDo(
  engine: Engine,
  files: readonly string[],
  { style, styles, save, inOrder }: RunOptions & Required<Pick<RunOptions, "inOrder">>,
  passed: (path: string) => void,
): Promise<string[]> {
  const packages = new ProjectPackages();
  const left: string[] = [];
  for (const path of files) {
    const language = engine.languageFor(path);
    const said = await styles?.of(path).catch(() => undefined);
    // Whatever is wrong is told of where the file is formatted.
    const usable =
      language !== undefined && language.regions === undefined && said?.excludedBy === undefined;
    const text = usable ? textNow(path) : undefined;
    const known = text !== undefined
      && inOrder.has(
        keyOf(text, language!, said, { ...savedWith(path, said, save, packages), style }),
      );
    if (known) passed(path);
    else left.push(path);
  }
  return left;
}

function textNow(path: string): string | undefined {
  try {
    return readFileSync(path, "utf8");
  } catch {
    return undefined;
  }
}

/** The answer for a text that is in order. */
const NOTHING: Outcome["answer"] = {
  changes: [],
  edits: [],
  editCount: 0,
  text: "",
  unsettled: [],
};

function asSourceError(path: string, error: unknown): SourceError {
  return error instanceof SourceError
    ? error
    : new SourceError(path, error instanceof Error ? error.message : String(error));
}
