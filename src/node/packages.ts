import { existsSync, readFileSync, readdirSync, type Dirent } from "node:fs";
import { dirname, join } from "node:path";

/** What a project's top folder holds. */
const MANIFESTS = ["pyproject.toml", "setup.py", "setup.cfg", "package.json", ".git"] as const;

/** The packages of projects, by their top folders: each is looked at once. */
export class ProjectPackages {
  private readonly known = new Map<string, readonly string[]>();

  /** The names by which a file's own project is imported. */
  of(path: string): readonly string[] {
    const root = projectRoot(dirname(path));
    if (root === undefined) return [];
    let names = this.known.get(root);
    if (names === undefined) this.known.set(root, names = [...packagesIn(root)]);
    return names;
  }
}

function projectRoot(folder: string): string | undefined {
  if (MANIFESTS.some((name) => existsSync(join(folder, name)))) return folder;
  const above = dirname(folder);
  return above === folder ? undefined : projectRoot(above);
}

function packagesIn(root: string): Set<string> {
  const names = new Set<string>();
  const manifest = packageName(join(root, "package.json"));
  if (manifest !== undefined) names.add(manifest);
  for (const folder of [root, join(root, "src")]) {
    for (const entry of entriesOf(folder)) {
      if (entry.isFile() && entry.name.endsWith(".py")) names.add(entry.name.slice(0, -3));
      // A folder without modules of its own is none that Python imports.
      const holds = entry.isDirectory()
        && entriesOf(join(folder, entry.name)).some(({ name }) => name.endsWith(".py"));
      if (holds) names.add(entry.name);
    }
  }
  return names;
}

function packageName(path: string): string | undefined {
  try {
    const { name } = JSON.parse(readFileSync(path, "utf8")) as { name?: unknown };
    return typeof name === "string" ? name : undefined;
  } catch {
    return undefined;
  }
}

function entriesOf(folder: string): Dirent[] {
  try {
    return readdirSync(folder, { withFileTypes: true });
  } catch {
    return [];
  }
}
