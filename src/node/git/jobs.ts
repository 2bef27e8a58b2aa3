import { resolve, sep } from "node:path";
import type { Job } from "../run.js";
import { shownPath } from "../shown.js";
import { changedFiles } from "./changed.js";
import { Git } from "./git.js";
import { stageText, stagedText, type StagedText } from "./staged.js";

export interface ChangedOptions {
  /** Whether only the lines that changed since a revision are formatted; the last commit for `true`. */
  readonly changed?: string | true | undefined;
  /** Whether what is staged is formatted, and not the working tree. */
  readonly staged?: boolean | undefined;
}

/**
 * The files that git says have changed, below some paths.
 *
 * @throws SourceError where there is no repository, or no such revision.
 */
export async function changedJobs(
  paths: readonly string[],
  { changed, staged = false }: ChangedOptions,
): Promise<Job[]> {
  const git = await Git.of(process.cwd());
  const tree = await git.tree(typeof changed === "string" ? changed : undefined);
  const files = await changedFiles(git, tree, { staged });
  const roots = paths.map((path) => resolve(path));
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
