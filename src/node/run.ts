import type { Answer } from "../core/answer.js";
import type { Engine } from "../core/engine.js";
import type { Style } from "../core/style/style.js";
import { SourceError, readSource, replaceSource } from "./source.js";

/** What became of one file. */
export interface Outcome {
  readonly path: string;
  readonly answer: Answer;
}

export interface RunOptions {
  readonly style?: Partial<Style>;
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
): AsyncGenerator<Outcome | SourceError> {
  for (const file of files) {
    if (file instanceof SourceError) yield file;
    else
      yield await formatFile(engine, file, options).catch(
        (error: unknown) => asSourceError(file, error),
      );
  }
}

async function formatFile(engine: Engine, path: string, { style, write }: RunOptions): Promise<
  Outcome
> {
  const language = engine.languageFor(path);
  if (language === undefined) throw new SourceError(path, "no language is known for its ending");
  const source = await readSource(path);
  const document = engine.open({ uri: path, languageId: language.ids[0]!, text: source.text });
  const answer = document.formatDocument(style);
  if (write && answer.editCount > 0) await replaceSource(source, answer.text);
  return { path, answer };
}

function asSourceError(path: string, error: unknown): SourceError {
  return error instanceof SourceError
    ? error
    : new SourceError(path, error instanceof Error ? error.message : String(error));
}
