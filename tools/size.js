import { readFileSync, readdirSync, statSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { gzipSync } from "node:zlib";
import { build } from "esbuild";

const root = fileURLToPath(new URL("../", import.meta.url));

/** What a program imports, and how many bytes its bundle may take at most, compressed; 0 for any. */
export const BUNDLES = [
  {
    name: "applyEdits alone",
    program: 'export { applyEdits } from "oak-tide/core";',
    most: 2_000,
  },
  {
    name: "core with JSON",
    program:
      'export { createEngine, applyEdits } from "oak-tide/core"; export { json } from "oak-tide/json";',
    most: 55_000,
  },
  {
    name: "core with Python",
    program:
      'export { createEngine } from "oak-tide/core"; export { python } from "oak-tide/python";',
    most: 71_350,
  },
  {
    name: "core with JavaScript and TypeScript",
    program:
      'export { createEngine } from "oak-tide/core"; export * from "oak-tide/typescript";',
    most: 0,
  },
  { name: "every language", program: 'export { createEngine } from "oak-tide";', most: 0 },
];

/** How many bytes the bundle of a program takes, plain and compressed. */
export async function bundled(contents) {
  const { outputFiles } = await build({
    stdin: { contents, resolveDir: root },
    bundle: true,
    minify: true,
    format: "esm",
    write: false,
    logLevel: "silent",
  });
  const [{ contents: bytes }] = outputFiles;
  return { plain: bytes.length, compressed: gzipSync(bytes, { level: 9 }).length };
}

/** Lines of code below some folders, blank ones apart. */
export function codeLines(...folders) {
  let lines = 0;
  for (const folder of folders) for (const path of sources(join(root, folder))) {
    lines += readFileSync(path, "utf8").split("\n").filter((line) => line.trim() !== "").length;
  }
  return lines;
}

function* sources(folder) {
  for (const name of readdirSync(folder)) {
    const path = join(folder, name);
    if (name === "node_modules" || name === "dist" || name === "data" || name === "samples")
      continue;
    if (statSync(path).isDirectory()) yield* sources(path);
    else if (/\.[cm]?[jt]s$/.test(name)) yield path;
  }
}

async function main() {
  console.log(
    `${"bundle".padEnd(38)}${"bytes".padStart(9)}${"compressed".padStart(12)}${"at most".padStart(9)}`,
  );
  for (const { name, program, most } of BUNDLES) {
    const { plain, compressed } = await bundled(program);
    console.log(
      name.padEnd(38)
      + String(plain).padStart(9)
      + String(compressed).padStart(12)
      + (most > 0 ? String(most) : "").padStart(9),
    );
  }
  const code = codeLines("src", "tools", "bench", "examples", "demo");
  const test = codeLines("test");
  const share = ((test / (code + test)) * 100).toFixed(1);
  console.log(`\ncode lines ${code}, test lines ${test}: ${share} % of all`);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await main();
