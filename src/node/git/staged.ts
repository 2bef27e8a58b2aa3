import { existsSync } from "node:fs";
import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { basename, dirname, join, resolve } from "node:path";
import { SourceError, decode } from "../error.js";
import { readSource, replaceSource } from "../source.js";
import type { Git } from "./git.js";

/** The text of a file as it is staged. */
export interface StagedText {
  readonly text: string;
  /** Whether the working tree holds something else. */
  readonly differs: boolean;
}

/** The text of a file in the index. */
export async function stagedText(git: Git, name: string): Promise<StagedText> {
  const [bytes, differing] = await Promise.all([
    git.bytes(["cat-file", "blob", `:0:${name}`]),
    git.names(["diff", "--name-only", "-z", "--no-ext-diff", "--", `:(top,literal)${name}`]),
  ]);
  return { text: decode(join(git.root, name), bytes), differs: differing.length > 0 };
}

/**
 * Stages another text for a file. Where the working tree held the staged text, it gets the new one too; where
 * it held more, what the new text changes goes in beside that, if both can stand together.
 *
 * @returns whether the working tree has the change too.
 */
export async function stageText(
  git: Git,
  name: string,
  { text, differs }: StagedText,
  next: string,
): Promise<boolean> {
  const path = join(git.root, name);
  const source = await readSource(path).catch(() => undefined);
  const working = source === undefined
    ? undefined
    : differs
    ? await mergedText(git, source.text, text, next)
    : asWorking(source.text, text, next);
  const hash = (await git.run(["hash-object", "-w", "--no-filters", "--stdin"], next)).trim();
  const [entry = ""] = await git.names([
    "ls-files",
    "--stage",
    "-z",
    "--",
    `:(top,literal)${name}`,
  ]);
  const mode = entry.slice(0, entry.indexOf(" "));
  for (const index of indexes(git)) {
    await git.inTurn(() => (
      git.run(["update-index", "-z", "--index-info"], `${mode} ${hash}\t${name}\0`, index)
    ));
  }
  if (source === undefined || working === undefined) return false;
  if (working !== source.text) await replaceSource(source, working);
  return true;
}

/**
 * The files of indexes that a text is staged in: undefined for git's own choice, and in a commit of named files the one that
 * will be there after it, as both have those files as they are committed.
 */
function indexes({ root }: Git): (string | undefined)[] {
  const own = process.env["GIT_INDEX_FILE"] ?? "";
  const after = resolve(root, dirname(own), "index.lock");
  return basename(own).startsWith("next-index-") && existsSync(after)
    ? [undefined, after]
    : [undefined];
}

/** A new text with the line ends that the working tree has where git turns them. */
const asWorking = (working: string, staged: string, next: string): string =>
  working !== staged && working.replace(/\r\n/g, "\n") === staged
    ? next.replace(/\n/g, "\r\n")
    : next;

/** A text with the changes that lead from `base` to `next`; undefined where they meet changes of its own. */
async function mergedText(
  git: Git,
  text: string,
  base: string,
  next: string,
): Promise<string | undefined> {
  const folder = await mkdtemp(join(tmpdir(), "oak-tide-"));
  try {
    const names = ["working", "staged", "formatted"].map((name) => join(folder, name));
    await Promise.all([text, base, next].map((one, i) => writeFile(names[i]!, one)));
    return await git.run(["merge-file", "--stdout", "--quiet", ...names]);
  } catch (error) {
    if (error instanceof SourceError) return undefined;
    throw error;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
