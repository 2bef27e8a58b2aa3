import { join } from "node:path";
import type { Range } from "../../core/index.js";
import type { Git } from "./git.js";

/** A file with the lines that were changed in it; all of them where there are none. */
export interface ChangedFile {
  /** From the top folder of the working tree on. */
  readonly name: string;
  readonly path: string;
  readonly lines: readonly Range[] | undefined;
}

/** Changes as git tells them: renames followed, links and submodules left out. */
const DIFF = [
  "--no-ext-diff",
  "--no-textconv",
  "--ignore-submodules",
  "--find-renames",
  "--diff-filter=AMR",
] as const;

/**
 * The files of a working tree, or of its index, that differ from a tree, with the lines that do. Files that
 * git does not know yet count as changed whole.
 *
 * @param tree what they are compared with.
 */
export async function changedFiles(
  git: Git,
  tree: string,
  { staged }: { readonly staged: boolean },
): Promise<ChangedFile[]> {
  const from = staged ? ["--cached", tree] : [tree];
  const [status, hunks, unknown] = await Promise.all([
    git.names(["diff", ...DIFF, ...from, "--raw", "-z", "--no-abbrev"]),
    git.run([
      "diff",
      ...DIFF,
      ...from,
      "--unified=0",
      "--no-color",
      "--src-prefix=a/",
      "--dst-prefix=b/",
    ]),
    staged ? [] : git.names(["ls-files", "--others", "--exclude-standard", "-z"]),
  ]);
  // Both list the files in one order; names with odd characters are only told whole by the first.
  const parts = hunks.split(/^(?=diff --git )/m).filter((part) => part.startsWith("diff --git "));
  const found = namesIn(status).flatMap(({ name, isFile }, i): ChangedFile[] => (
    isFile ? [{ name, path: join(git.root, name), lines: linesIn(parts[i] ?? "") }] : []
  ));
  const fresh = unknown.map((name) => ({ name, path: join(git.root, name), lines: undefined }));
  return [...found, ...fresh];
}

/** The new names in what `--raw -z` prints: `:modes hashes status`, a name, and a second one for renames. */
function namesIn(fields: readonly string[]): { name: string; isFile: boolean }[] {
  const found = [];
  for (let i = 0; i < fields.length; i++) {
    const [, mode = "", , , status = ""] = fields[i]!.split(" ");
    i += status.startsWith("R") || status.startsWith("C") ? 2 : 1;
    // A link's text is no source, and a submodule is no file.
    found.push({ name: fields[i]!, isFile: mode.startsWith("100") });
  }
  return found;
}

/** The lines that one file's part of a diff adds or changes. */
function linesIn(part: string): Range[] {
  return Array.from(part.matchAll(/^@@ -\S+ \+(\d+)(?:,(\d+))? @@/gm), ([, start, count = "1"]) => {
    // Where lines were only taken away, those beside the place stay as they are.
    const first = Number(start) - 1;
    return {
      start: { line: first, character: 0 },
      end: { line: first + Number(count), character: 0 },
    };
  })
    .filter(({ start, end }) => end.line > start.line);
}
