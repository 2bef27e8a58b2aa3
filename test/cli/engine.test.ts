import { expect, test } from "vitest";
import { createEngine, languages } from "oak-tide";
import { engineFor } from "../../src/node/engine.js";

test("an engine for one file takes it for what an engine with all languages does", async () => {
  const all = createEngine();
  const names = languages.flatMap(({ extensions, fileNames, variants = [] }) => [
    ...[extensions, ...variants.map((variant) => variant.extensions)].flat().flatMap(
      (ending) => [`pier${ending}`, `PIER${ending.toUpperCase()}`],
    ),
    ...fileNames,
  ]);
  for (const name of [...names, "pier", "pier.unknown", "pier.toString"]) {
    const alone = await engineFor(name);
    expect([name, alone.languageFor(name)?.name]).toEqual([name, all.languageFor(name)?.name]);
  }
});

test("a language that holds others comes with all of them", async () => {
  for (const name of ["board.html", "berth.vue", "README.md", "berth.cshtml"])
    expect((await engineFor(name)).languageIds).toEqual(createEngine().languageIds);
  expect((await engineFor("tides.py")).languageIds).toEqual(["python"]);
});
