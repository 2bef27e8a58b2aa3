import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, expect, test } from "vitest";

const root = fileURLToPath(new URL("..", import.meta.url));
const elsewhere = mkdtempSync(join(tmpdir(), "gullhaven-pack-"));
afterAll(() => rmSync(elsewhere, { recursive: true, force: true }));

const run = (command: string, args: string[], cwd: string): string =>
  execFileSync(command, args, { cwd, encoding: "utf8", stdio: ["pipe", "pipe", "ignore"] });

test("the packed package runs elsewhere: library, command line, server entry", () => {
  const packed = JSON.parse(
    run("npm", ["pack", "--json", "--ignore-scripts", "--pack-destination", elsewhere], root),
  ) as { filename: string; files: { path: string }[] }[];
  const { filename, files } = packed[0]!;
  expect(
    files.map(({ path }) => path)
      .filter(
        (path) => !/^(dist\/|package\.json$|README\.md$|LICENSE$|CHANGELOG\.md$)/.test(path),
      ),
  ).toEqual([]);
  run("tar", ["xzf", filename], elsewhere);
  symlinkSync(join(root, "node_modules"), join(elsewhere, "package", "node_modules"));
  const script = `
    import { applyEdits, createEngine } from "oak-tide";
    import { findSources } from "oak-tide/node";
    import { serve } from "oak-tide/server";
    const document = createEngine().open({ uri: "a", languageId: "python", text: "fare=2" });
    console.log(applyEdits(document.text, document.formatDocument().edits) + typeof findSources + typeof serve);
  `;
  writeFileSync(join(elsewhere, "package", "try.mjs"), script);
  expect(run(process.execPath, ["try.mjs"], join(elsewhere, "package"))).toBe(
    "fare = 2\nfunctionfunction\n",
  );
  expect(
    run(process.execPath, ["dist/cli/main.js", "--version"], join(elsewhere, "package")),
  ).toMatch(/^\d+\.\d+\.\d+\n$/);
});
