import type { Answer } from "../core/answer.js";
import type { Engine } from "../core/engine.js";
import type { Style } from "../core/style/style.js";
import { SourceError, readSource, replaceSource } from "./source.js";
import type { StyleFiles } from "./style/files.js";

/** What became of one file that was looked at. */
export interface Outcome {
  readonly path: string;
  readonly answer: Answer;
}

/** A file that a style file or an ignore file leaves alone. */
export interface Excluded {
  readonly path: string;
  /** The file, the line and the pattern that say so. */
  readonly excludedBy: string;
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
  files: Iterable<string | SourceError>,
  options: RunOptions,
): AsyncGenerator<Outcome | Excluded | SourceError> {
  for (const file of files) {
    if (file instanceof SourceError) yield file;
    else
      yield await formatFile(engine, file, options).catch(
        (error: unknown) => asSourceError(file, error),
      );
  }
}

async function formatFile(
  engine: Engine,
  path: string,
  { style, styles, write }: RunOptions,
): Promise<Outcome | Excluded> {
  const language = engine.languageFor(path);
  if (language === undefined) throw new SourceError(path, "no language is known for its ending");
  const said = styles?.of(path);
  if (said?.excludedBy !== undefined) return { path, excludedBy: said.excludedBy };
  const source = await readSource(path);
  const document = engine.open({
    uri: path,
    languageId: language.ids[0]!,
    text: source.text,
    style: said?.styleFor,
  });
  const answer = document.formatDocument(style);
  if (write && answer.editCount > 0) await replaceSource(source, answer.text);
  return { path, answer };
}

function asSourceError(path: string, error: unknown): SourceError {
  return error instanceof SourceError
    ? error
    : new SourceError(path, error instanceof Error ? error.message : String(error));
}
