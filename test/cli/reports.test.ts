import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { applyEdits, describeDifference } from "oak-tide";
import { Repository } from "../support/repository.js";

const FILES = {
  "lib/tides.py": "import os\nx=[1,2]\ndef f(): pass\n",
  "lib/low tide.js": "const a = 'x'\r\nif(a){b()}\r\n",
  "lib/neat.json": "{}\n",
};

const check = async (...args: string[]) => {
  const repository = Repository.of(FILES);
  return { repository, ...await repository.run("check", "lib", ...args) };
};

test("text: one line a file, with its first difference and its rule", async () => {
  const { out, code } = await check();
  expect([code, out.split("\n")]).toEqual([1, [
    "differs  lib/low tide.js:1:11  7 edits, the first by ecma/string-delimiter: `\"` expected here, `'` found",
    "differs  lib/tides.py:2:1  6 edits, the first by python/blank-lines: one more blank line expected above",
    "3 files: 2 would change, 1 in order",
    "",
  ]]);
});

test("json: what an editor would apply", async () => {
  const { out } = await check("--report", "json");
  const { files } = JSON.parse(out) as { files: { file: string; differences: [] }[] };
  expect(files.map(({ file }) => file)).toEqual(["lib/low tide.js", "lib/tides.py"]);
  const tides = applyEdits(FILES["lib/tides.py"], files[1]!.differences);
  expect(tides).toBe("import os\n\nx = [1, 2]\n\n\ndef f():\n    pass\n");
});

test("diff: a patch that git takes, which comes to what formatting comes to", async () => {
  const { out, repository } = await check("--report", "diff");
  repository.write("../all.patch", out);
  repository.git("apply", "../all.patch");
  expect(readFileSync(join(repository.root, "lib/tides.py"), "utf8")).toContain(
    "x = [1, 2]\n\n\ndef",
  );
  expect((await repository.run("check", "lib")).code).toBe(0);
});

test("sarif: what the standard requires of a log, its rules and its results", async () => {
  const { out } = await check("--report", "sarif");
  const log = JSON.parse(out);
  expect(log).toMatchObject({
    version: "2.1.0",
    runs: [{ tool: { driver: { name: "Oak Tide" } } }],
  });
  const [{ tool: { driver: { rules } }, results, originalUriBaseIds }] = log.runs;
  expect(originalUriBaseIds.SRCROOT.uri).toMatch(/^file:.*\/$/);
  expect(results.length).toBe(13);
  for (
    const { ruleId, ruleIndex, message, level, locations: [{ physicalLocation }], fixes } of results
  ) {
    expect(rules[ruleIndex].id).toBe(ruleId);
    expect(rules[ruleIndex].shortDescription.text).toMatch(/\.$/);
    expect([level, message.text.length > 0]).toEqual(["warning", true]);
    const { artifactLocation: { uri, uriBaseId }, region } = physicalLocation;
    expect([["lib/low%20tide.js", "lib/tides.py"].includes(uri), uriBaseId]).toEqual([
      true,
      "SRCROOT",
    ]);
    expect(Math.min(region.startLine, region.startColumn, region.endColumn)).toBeGreaterThanOrEqual(
      1,
    );
    expect(region.endLine).toBeGreaterThanOrEqual(region.startLine);
    const [{ artifactChanges: [{ replacements }] }] = fixes;
    expect(replacements[0].deletedRegion).toEqual(region);
  }
});

test.each([
  ["", " ", false, "one blank expected here"],
  ["  ", "", false, "no blank expected here"],
  ["   ", " ", false, "one blank expected here, 3 blanks found"],
  ["", "\n\n", true, "2 more blank lines expected above"],
  ["\n", "", true, "one blank line fewer expected above"],
  ["  ", "    ", true, "this line stands 2 columns too far left"],
  [" ", "\n  ", false, "a new line expected to begin here"],
  ["\n  ", " ", false, "this is expected on one line with what follows"],
  ["'", '"', false, "`\"` expected here, `'` found"],
  [",", "", false, "`,` is not expected here"],
])("%j that becomes %j", (before, after, atLineStart, message) => {
  expect(describeDifference({ before, after, rule: "python/line", atLineStart })).toBe(message);
});
