import { execFile, execFileSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { promisify } from "node:util";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { BUNDLES, bundled } from "../tools/size.js";

const root = fileURLToPath(new URL("..", import.meta.url));
const elsewhere = mkdtempSync(join(tmpdir(), "gullhaven-pack-"));
const modules = join(elsewhere, "node_modules");
afterAll(() => rmSync(elsewhere, { recursive: true, force: true }));

const run = (command: string, args: string[], cwd = elsewhere): string => {
  try {
    return execFileSync(command, args, { cwd, encoding: "utf8", stdio: "pipe" });
  } catch (error) {
    const { stdout, stderr } = error as { stdout: string; stderr: string };
    throw new Error(`${command} ${args.join(" ")}\n${stdout}${stderr}`);
  }
};

/** The files that were packed, and the package as if installed by somebody else. */
let packed: string[];
beforeAll(() => {
  const [{ filename, files }] = JSON.parse(
    run("npm", ["pack", "--json", "--ignore-scripts", "--pack-destination", elsewhere], root),
  ) as [{ filename: string; files: { path: string }[] }];
  packed = files.map(({ path }) => path);
  mkdirSync(modules);
  run("tar", ["xzf", filename]);
  run("mv", ["package", "node_modules/oak-tide"]);
  // What it depends on, and what its users compile with.
  const { dependencies } = JSON.parse(readFileSync(join(root, "package.json"), "utf8")) as {
    dependencies: Record<string, string>;
  };
  for (const name of [...Object.keys(dependencies), "@types", "undici-types"])
    symlinkSync(join(root, "node_modules", name), join(modules, name));
  writeFileSync(join(elsewhere, "package.json"), '{ "type": "module" }');
});

test("nothing is packed that nobody uses", () => {
  const used =
    /^(dist\/|package\.json$|docs\/(?:rules\.md|style\.md|style-file\.schema\.json)$|README\.md$|LICENSE$|CHANGELOG\.md$)/;
  expect(packed.filter((path) => !used.test(path))).toEqual([]);
});

test("the entries for programs of Node and the command line run", () => {
  writeFileSync(
    join(elsewhere, "try.mjs"),
    `import { findSources } from "oak-tide/node";
     import { serve } from "oak-tide/server";
     console.log(typeof findSources + typeof serve);`,
  );
  expect(run(process.execPath, ["try.mjs"])).toBe("functionfunction\n");
  expect(
    run(process.execPath, [join(modules, "oak-tide/dist/bin/oak-tide.js"), "--version"]),
  ).toMatch(
    /^\d+\.\d+\.\d+\n$/,
  );
});

/** The programs of a page, each with what it prints. A fence that names no file goes on with the one before. */
function programsOf(page: string): { name: string; code: string; prints: string }[] {
  const text = readFileSync(join(root, "docs", page), "utf8");
  const programs: { name: string; code: string; prints: string }[] = [];
  for (const [, kind, body] of text.matchAll(/^```(ts|text)\n([^]*?)^```/gm)) {
    if (kind === "text") {
      programs.at(-1)!.prints = body!;
      continue;
    }
    const name = /^\/\/ (\w+)\.ts\n/.exec(body!)?.[1];
    const last = programs.at(-1);
    if (name === undefined && last !== undefined) last.code += `\n${body}`;
    else programs.push({ name: name ?? page.replace(".md", ""), code: body!, prints: "" });
  }
  return programs;
}

describe("the programs of the documentation", () => {
  const programs = ["languages.md", "guide.md"].flatMap(programsOf);
  const sources = programs.map(({ name }) => `${name}.ts`);
  const strict =
    "--strict --exactOptionalPropertyTypes --noUncheckedIndexedAccess --target es2022 --types node".split(
      " ",
    );

  beforeAll(() => {
    for (const { name, code } of programs) writeFileSync(join(elsewhere, `${name}.ts`), code);
  });

  test.each([
    ["a bundler's", "--module esnext --moduleResolution bundler --isolatedModules --noEmit"],
    ["Node's", "--module nodenext"],
  ])("compile under %s resolution", async (_, options) => {
    const tsc = join(root, "node_modules/typescript/bin/tsc");
    const args = [tsc, ...strict, ...options.split(" "), ...sources];
    const { stdout } = await promisify(execFile)(process.execPath, args, { cwd: elsewhere }).catch(
      (error: unknown) => error as { stdout: string },
    );
    expect(stdout).toBe("");
  });

  test.each(programs)("$name prints what its page says", ({ name, prints }) => {
    expect(run(process.execPath, [`${name}.js`])).toBe(prints);
  });
});

test.each(BUNDLES.filter(({ most }) => most > 0))("$name stays small", async ({
  program,
  most,
}) => {
  const { compressed } = await bundled(program);
  expect(compressed).toBeLessThanOrEqual(most);
});
