import { readFileSync } from "node:fs";
import { dirname, join, relative, sep } from "node:path";
import { shownPath } from "../shown.js";
import ignore, { type Ignore } from "ignore";

interface IgnoreFile {
  readonly path: string;
  readonly lines: readonly string[];
  readonly matcher: Ignore;
}

/** What `.gitignore` files leave out, from the folder of a repository down. */
export class Ignored {
  private readonly files = new Map<string, IgnoreFile | undefined>();

  /** @param namesIn what a folder holds. */
  constructor(private readonly namesIn: (folder: string) => ReadonlySet<string>) {}

  /** The line that leaves a path out, as `.gitignore:3 "dist/"`; a folder's path ends with a slash. */
  by(path: string): string | undefined {
    const folders: string[] = [];
    for (let folder = dirname(path);; folder = dirname(folder)) {
      folders.push(folder);
      if (this.namesIn(folder).has(".git") || folder === dirname(folder)) break;
    }
    // A folder that is left out takes what is below along, whatever files in it say.
    const steps = [...folders.slice(0, -1).reverse().map((folder) => `${folder}${sep}`), path];
    for (const step of steps) {
      const found = this.ruleFor(step, folders);
      if (found !== undefined) return found;
    }
    return undefined;
  }

  private ruleFor(path: string, folders: readonly string[]): string | undefined {
    const bare = path.endsWith(sep) ? path.slice(0, -1) : path;
    for (const folder of folders) {
      const below = relative(folder, bare).split(sep).join("/");
      if (below === "" || below.startsWith("..")) continue;
      const file = this.fileIn(folder);
      if (file === undefined) continue;
      const name = path === bare ? below : `${below}/`;
      const { ignored, unignored, rule } = file.matcher.test(name);
      if (unignored) return undefined;
      if (!ignored) continue;
      const pattern = rule?.pattern ?? "";
      const line = file.lines.findLastIndex((one) => one.trim() === pattern.trim()) + 1;
      return `${shownPath(file.path)}:${line} "${pattern}"`;
    }
    return undefined;
  }

  private fileIn(folder: string): IgnoreFile | undefined {
    if (this.files.has(folder)) return this.files.get(folder);
    const file = this.namesIn(folder).has(".gitignore")
      ? readIgnoreFile(join(folder, ".gitignore"))
      : undefined;
    this.files.set(folder, file);
    return file;
  }
}

function readIgnoreFile(path: string): IgnoreFile | undefined {
  try {
    const text = readFileSync(path, "utf8");
    return {
      path,
      lines: text.split(/\r?\n/),
      matcher: ignore({ ignorecase: false }).add(text),
    };
  } catch {
    return undefined;
  }
}
