import { chmod, mkdir, readFile, rm } from "node:fs/promises";
import { dirname, resolve } from "node:path";
import { SourceError } from "../error.js";
import { replaceFile } from "../replace.js";
import type { Git } from "./git.js";

const BEGIN = "# oak-tide begins: formats what is staged; git commit --no-verify passes by it";
const END = "# oak-tide ends";

/** A command as a shell reads it. */
const quoted = (word: string): string => `'${word.replaceAll("'", "'\\''")}'`;

/** The lines of a hook: the project's own copy, else the one that is installed, else the one that added the hook. */
const block = (command: readonly string[]): string => [
  BEGIN,
  'oak_tide="$(git rev-parse --show-toplevel)/node_modules/.bin/oak-tide"',
  'if [ -x "$oak_tide" ]; then "$oak_tide" format --staged --quiet || exit 1',
  "elif command -v oak-tide >/dev/null; then oak-tide format --staged --quiet || exit 1",
  `elif [ -e ${quoted(command.at(-1)!)} ]; then ${command.map(quoted).join(" ")} format --staged --quiet || exit 1`,
  'else echo "oak-tide is not installed: npm install --save-dev oak-tide" >&2; fi',
  END,
  "",
].join("\n");

const HELD = new RegExp(`^${BEGIN}$[^]*?^${END}$\\n?`, "m");

/** Where the hook stands that git runs before a commit. */
async function hookPath(git: Git): Promise<string> {
  return resolve(git.root, (await git.run(["rev-parse", "--git-path", "hooks/pre-commit"])).trim());
}

/**
 * Has git format what is staged before each commit, after what another hook's first line says runs it.
 *
 * @param command how this program was started.
 * @returns the hook's path.
 * @throws SourceError where there is a hook that is no shell script.
 */
export async function addHook(git: Git, command: readonly string[]): Promise<string> {
  const path = await hookPath(git);
  const before = await readFile(path, "utf8").catch(() => undefined);
  if (before !== undefined && !/^#!.*\b(?:ba|da|z|k)?sh\b/.test(before))
    throw new SourceError(
      path,
      "this hook is no shell script; call `oak-tide format --staged --quiet` from it by hand",
    );
  const others = (before ?? "#!/bin/sh\n").replace(HELD, "");
  const end = others.indexOf("\n") + 1;
  const first = end === 0 ? `${others}\n` : others.slice(0, end);
  await mkdir(dirname(path), { recursive: true });
  await replaceFile(path, first + block(command) + others.slice(first.length), 0o755);
  await chmod(path, 0o755);
  return path;
}

/**
 * Takes that out of the hook again; a hook that holds nothing else goes.
 *
 * @returns the hook's path; undefined where it was not there.
 */
export async function removeHook(git: Git): Promise<string | undefined> {
  const path = await hookPath(git);
  const before = await readFile(path, "utf8").catch(() => undefined);
  if (before === undefined || !HELD.test(before)) return undefined;
  const after = before.replace(HELD, "");
  if (/^#!.*\s*$/.test(after)) await rm(path);
  else await replaceFile(path, after, 0o755);
  return path;
}
