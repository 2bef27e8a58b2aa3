import { describe, expect, test } from "vitest";
import { applyEdits, createEngine } from "oak-tide";
import { playBlocks, playPairs, retype, still, typeOut, type Miss } from "oak-tide/node";
import type { RealFile } from "../support/invariants.js";
import { packageFiles } from "../support/packages.js";
import { libraryModules } from "../support/python.js";

const engine = createEngine();
const files = [
  ...packageFiles("commander/lib", /^(?:option|argument|error|help)\.js$/),
  ...packageFiles("postcss/lib", /\.js$/, 6, 4_000),
  ...packageFiles("vite/types", /\.d\.ts$/, 2, 12_000),
  ...packageFiles("acorn", /package\.json$/),
  ...libraryModules(12, 9_000),
];

function formatted({ name, text }: RealFile): { id: string; text: string } {
  const id = engine.languageFor(name)!.ids[0]!;
  const unix = text.replace(/\r\n/g, "\n");
  return {
    id,
    text: applyEdits(
      unix,
      engine.open({ uri: name, languageId: id, text: unix }).formatDocument().edits,
    ),
  };
}

const indentOf = (row: string): number => row.length - row.trimStart().length;

/**
 * Without the rows of Python's own library under what stands beside a bracket: in new code a line in brackets stands a step
 * in.
 */
const unasked = (id: string, misses: readonly Miss[]): readonly Miss[] =>
  misses.filter(({ expected, actual }) => (
    id !== "python"
    || expected.trim() !== actual.trim()
    || indentOf(expected) < indentOf(actual)
  ));

describe.each(files)("$name, replayed", (file) => {
  const { id, text } = formatted(file);

  test("is typed from nothing, and each line in its place", () => {
    const { lines, misses, trespasses } = typeOut(engine, id, text);
    expect(unasked(id, misses).length).toBeLessThanOrEqual(Math.ceil(lines * 0.01));
    expect(misses.length).toBeLessThanOrEqual(Math.ceil(lines * 0.1));
    expect(trespasses).toBe(0);
    const again = retype(engine, id, text);
    expect(unasked(id, again.misses).length).toBeLessThanOrEqual(Math.ceil(again.lines * 0.02));
    expect(again.trespasses).toBe(0);
  });

  test("is pasted back four ways, and moved down and up", () => {
    const ways = playBlocks(engine, engine.language(id)!, text);
    for (const [way, { tried, equal, misses, trespasses }] of ways) {
      expect([way, trespasses]).toEqual([way, 0]);
      if (way === "moved") expect(misses).toEqual([]);
      else expect([way, equal >= tried * 0.95]).toEqual([way, true]);
    }
  });

  test("opens each pair whose lines were taken out, and takes them back", () => {
    const open = (part: string) => engine.open({ uri: "", languageId: id, text: part });
    for (const [way, { misses }] of playPairs(open, engine.language(id)!, text))
      expect([way, misses]).toEqual([way, []]);
  });

  test("is left alone where nothing is to do", () => {
    const { asked, disturbed } = still(engine, engine.language(id)!, text);
    expect(asked).toBeGreaterThan(0);
    expect(disturbed).toEqual([]);
  });
});
