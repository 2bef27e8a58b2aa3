import { existsSync } from "node:fs";
import { resolve, sep } from "node:path";
import { SourceError } from "../error.js";
import type { Job } from "../run.js";
import { shownPath } from "../shown.js";
import { changedFiles } from "./changed.js";
import { Git } from "./git.js";
import { stageText, stagedText, type StagedText } from "./staged.js";

export interface ChangedOptions {
  /**
   * Whether only the lines that changed since a revision are formatted; the last commit for `true`, and for a path,
   * which counts as one of the paths: `--changed lib`.
   */
  readonly changed?: string | true | undefined;
  /** Whether what is staged is formatted, and not the working tree. */
  readonly staged?: boolean | undefined;
}

/**
 * The files that git says have changed.
 *
 * @param paths the files and folders below which they lie; the working folder where it is empty.
 * @throws SourceError where there is no repository, or no such revision.
 */
export async function changedJobs(
  paths: readonly string[],
  { changed, staged = false }: ChangedOptions,
): Promise<Job[]> {
  const git = await Git.of(process.cwd());
  const revision = typeof changed === "string" ? changed : undefined;
  const commit = revision === undefined ? await git.head() : await git.commit(revision);
  if (commit === undefined && !existsSync(revision!))
    throw new SourceError(revision!, "git knows no such commit, and there is no such file");
  const named = commit === undefined ? [...paths, revision!] : paths;
  const files = await changedFiles(git, commit ?? await git.head(), { staged });
  const roots = (named.length === 0 ? ["."] : named).map((path) => resolve(path));
  return files
    .filter(({ path }) => roots.some((root) => path === root || path.startsWith(`${root}${sep}`)))
    .filter(({ lines }) => changed === undefined || lines === undefined || lines.length > 0)
    .map(({ name, path, lines }) => ({
      path: shownPath(path),
      lines: changed === undefined ? undefined : lines,
      staged: staged ? stagedFile(git, name) : undefined,
    }));
}

function stagedFile(git: Git, name: string): Job["staged"] {
  let text: Promise<StagedText> | undefined;
  const read = (): Promise<StagedText> => (text ??= stagedText(git, name));
  return { read, write: async (next) => void await stageText(git, name, await read(), next) };
}
