import { readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { describe, expect, test } from "vitest";
import { javascript, json, python, typescript, typescriptreact } from "oak-tide";
import { cross } from "../../tools/corpus/cross/index.js";
import { repeat } from "../../tools/corpus/repeat.js";
import { packageFiles } from "../support/packages.js";
import { libraryModules } from "../support/python.js";

const own = fileURLToPath(new URL("../../src/languages/ecma/parser/", import.meta.url));
const ours = (...names: string[]): string[] =>
  names.map((name) => readFileSync(own + name, "utf8"));

const PROGRAMS = [
  {
    language: javascript,
    texts: packageFiles("commander/lib", /\.js$/, 1, 60_000).map(({ text }) => text),
  },
  { language: typescript, texts: ours("expressions.ts", "members.ts", "types.ts") },
  { language: typescriptreact, texts: ours("jsx.ts", "statements.ts", "base.ts") },
  { language: python, texts: libraryModules(8).map(({ text }) => text) },
];

describe("programs crossed with one another stay the same programs and come to rest", () => {
  test.each(PROGRAMS)("$language.name", async ({ language, texts }) => {
    const { kept, failures } = await cross({ language, texts, count: 250, seed: 7, quiet: true });
    expect(failures.filter(({ kind }) => kind !== "unsettled")).toEqual([]);
    expect(kept).toBe(250);
  });
});

// The language, how often its pieces are repeated, as often again and four times as often; and of its
// pieces every how manieth.
const REPEATED = [
  { name: json.name, count: 500, step: 1 },
  { name: python.name, count: 250, step: 2 },
  { name: typescript.name, count: 200, step: 5 },
];

describe("pieces repeated neither throw nor take time by their square", () => {
  test.each(REPEATED)("$name", ({ name, count, step }) => {
    expect(repeat({ only: name, quiet: true, count, step })).toBe(0);
  });
});
