import { readFileSync, statSync, utimesSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { createEngine } from "oak-tide";
import { folder, oakTide } from "../support/process.js";

const MESSY = (i: number): string => `fare_${i}=( ${i},2 )\nif fare_${i}:\n   moor( ${i} )\n`;

const tree = (count: number): Record<string, string> =>
  Object.fromEntries(
    Array.from({ length: count }, (_, i) => [`lib/pier${i % 7}/f${i}.py`, MESSY(i)]),
  );

test(
  "many files go through workers, in order, and come to what the library makes of them",
  async () => {
    const files = { ...tree(340), "lib/broken.py": "fare = (\n" };
    const cwd = folder(files);
    const before = await oakTide(["check", "lib", "--no-cache", "--workers", "2"], { cwd });
    const { code, out } = await oakTide(["format", "lib", "--workers", "2"], { cwd });
    expect([before.code, code, out.split("\n").at(-2)]).toEqual([
      1,
      0,
      "341 files: 340 written, 1 in order already",
    ]);
    const paths = [...out.matchAll(/^written {2}(\S+)/gm)].map((match) => match[1]!);
    expect(paths).toEqual([...paths].sort());
    const engine = createEngine();
    for (const [path, text] of Object.entries(tree(340))) {
      const wanted = engine.open({ uri: path, languageId: "python", text }).formatDocument().text;
      expect(readFileSync(join(cwd, path), "utf8")).toBe(wanted);
    }
  },
  60_000,
);

test("what is in order is passed over the next time, and a change of file or style is seen", async () => {
  const cwd = folder({ "a.py": "a = 'x'\n", "b.py": "b = 1\n" });
  const env = { XDG_CACHE_HOME: join(cwd, "cache") };
  const check = () => oakTide(["check", "a.py", "b.py"], { cwd, env });
  await oakTide(["format", "a.py"], { cwd, env });
  expect((await check()).out).toBe("2 files: 0 would change, 2 in order\n");
  expect((await check()).out).toBe("2 files: 0 would change, 2 in order\n");
  // As long as before, and as old.
  const { atime, mtime } = statSync(join(cwd, "b.py"));
  writeFileSync(join(cwd, "b.py"), "b= 1 \n");
  utimesSync(join(cwd, "b.py"), atime, mtime);
  expect((await check()).out).toContain("differs  b.py:1:2");
  writeFileSync(join(cwd, "oak-tide.json"), '{ "stringDelimiter": "single" }\n');
  expect((await check()).out).toContain("differs  a.py:1:5");
});

test(
  "what is wrong is told as well where texts in order are passed over, or workers are many",
  async () => {
    const cwd = folder({ ...tree(320), "a.py": "a = 1\n" });
    const env = { XDG_CACHE_HOME: join(cwd, "cache") };
    const many = await oakTide(["format", "gone.py", "lib", "--workers", "2"], { cwd, env });
    expect([many.code, many.err]).toEqual([
      2,
      "error    gone.py: there is no such file or folder\n",
    ]);
    expect(many.out).toContain("321 files: 320 written, 0 in order already, 1 could not be done");
    const again = await oakTide(["format", "gone.py", "lib", "a.py"], { cwd, env });
    expect(again.out).toBe("322 files: 0 written, 321 in order already, 1 could not be done\n");
    const unknown = await oakTide(["format", "a.py", "--save", "full"], { cwd, env });
    expect([unknown.code, unknown.err]).toEqual([
      2,
      'error    a.py: there is no set of steps "full" in its style files, nor a step; the steps are organizeImports, format\n',
    ]);
    writeFileSync(join(cwd, "oak-tide.json"), '{ "indentsize": 2 }\n');
    const broken = await oakTide(["check", "a.py"], { cwd, env });
    expect([broken.code, broken.err]).toEqual([
      2,
      'error    oak-tide.json:1:3: there is no option "indentsize"; the nearest is "indentSize"\n',
    ]);
  },
  60_000,
);
