import { execFileSync } from "node:child_process";
import { readFileSync, readdirSync, statSync } from "node:fs";
import { join } from "node:path";

/** Modules of Python's own library, every `step`-th of those below `most` bytes. */
export function libraryModules(step: number, most = 60_000): { name: string; text: string }[] {
  const folder = execFileSync(
    "python3",
    ["-c", "import os; print(os.path.dirname(os.__file__))"],
    { encoding: "utf8" },
  ).trim();
  return readdirSync(folder)
    .filter((name) => name.endsWith(".py") && statSync(join(folder, name)).size < most)
    .sort()
    .filter((_, i) => i % step === 0)
    .map((name) => ({ name, text: readFileSync(join(folder, name), "utf8") }));
}
