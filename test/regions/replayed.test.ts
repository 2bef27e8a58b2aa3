import { expect, test } from "vitest";
import { createEngine } from "oak-tide";
import { playFile } from "oak-tide/node";
import { islands } from "../support/island.js";
import { packageFiles } from "../support/packages.js";
import { libraryModules } from "../support/python.js";

const engine = createEngine();
const files = [
  ...packageFiles("acorn", /package\.json$/),
  ...packageFiles("commander/lib", /^(?:argument|error)\.js$/),
  ...libraryModules(3, 3_000),
];

test.each(files)("every way of editing $name comes out in an island as it does alone", ({
  name,
  text,
}) => {
  const language = engine.languageFor(name)!;
  const alone = playFile(engine, language, text);
  const island = playFile(islands(engine), language, text);
  expect(island.lines).toBe(alone.lines);
  for (const [way, { tried, equal, misses, trespasses }] of alone.ways) {
    const { misses: more, ...found } = island.ways.get(way)!;
    expect({ way, tried: found.tried, equal: found.equal, trespasses: found.trespasses, more })
      .toEqual({ way, tried, equal, trespasses, more: misses });
  }
});
