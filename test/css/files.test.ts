import { describe, expect, test } from "vitest";
import { createEngine } from "oak-tide";
import { playBlocks, retype, typeOut } from "oak-tide/node";
import { format } from "../support/format.js";
import { changing, damaged, invariants } from "../support/invariants.js";
import { packageFiles } from "../support/packages.js";

const files = [
  ...packageFiles("bootstrap/less", /\.less$/, 9, 12_000),
  ...packageFiles("spectre.css/src", /\.scss$/, 12, 12_000),
  ...packageFiles("typedoc/static", /^style\.css$/, 1, 60_000),
];

invariants(files);
changing(files.filter(({ text }) => text.length > 4_000), 60);
damaged(files.slice(2, 5));

describe.each(files)("$name, replayed", ({ name, text }) => {
  const engine = createEngine();
  const language = engine.languageFor(name)!;
  const settled = format(language.name, text);

  test("is typed from nothing, each line in its place, pasted and moved", () => {
    for (const play of [typeOut, retype]) {
      const { lines, misses } = play(engine, language.name, settled);
      expect(misses.length).toBeLessThanOrEqual(lines * 0.01);
    }
    for (const [way, { misses, trespasses }] of playBlocks(engine, language, settled)) {
      expect([way, misses]).toEqual([way, []]);
      expect([way, trespasses]).toEqual([way, 0]);
    }
  });
});
