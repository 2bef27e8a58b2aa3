import { readFileSync, readdirSync, statSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import type { RealFile } from "./invariants.js";

const root = fileURLToPath(new URL("../../node_modules/", import.meta.url));

/** Every `step`-th file below a package's folder whose name `wanted` matches and that is not large. */
export function packageFiles(folder: string, wanted: RegExp, step = 1, most = 40_000): RealFile[] {
  const found: string[] = [];
  const walk = (path: string): void => {
    for (
      const entry of readdirSync(join(root, path), { withFileTypes: true }).sort((a, b) => (
        a.name < b.name ? -1 : 1
      ))
    ) {
      const inner = join(path, entry.name);
      if (entry.isDirectory()) walk(inner);
      else if (wanted.test(entry.name) && statSync(join(root, inner)).size < most)
        found.push(inner);
    }
  };
  walk(folder);
  return found.filter((_, i) => i % step === 0)
    .map((name) => ({
      name,
      text: readFileSync(join(root, name), "utf8"),
    }));
}
