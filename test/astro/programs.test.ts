import fc from "fast-check";
import { expect, test } from "vitest";
import { astroTree } from "../../tools/corpus/oracles/astro.js";
import { contents, gap } from "../support/contents.js";
import { format } from "../support/format.js";

/** What stands in a content: without others in it, or around another content. */
const LEAVES = [
  "low",
  "{tide+1}",
  "{ berth }",
  "<br>",
  "<!-- tide -->",
  "<Berth {tide} {...rest} />",
  '<i class:list={[ "a",{b} ]} title=`at ${tide}`></i>',
  "<input value={ level } disabled>",
  "<p is:raw> {low} </p>",
];
const AROUND: readonly (readonly [begin: string, end: string])[] = [
  ["<p>", "</p>"],
  ["<b>", "</b>"],
  ["<Pier a={b}>", "</Pier>"],
  ["<>", "</>"],
];

/** Code around markup, in which that stands. */
const CODE: readonly (readonly [begin: string, end: string])[] = [
  ["{late &&", "}"],
  ["{\n  late && (", ")\n}"],
  ["{tides.map((tide) => (", "))}"],
  ["{tides.map((tide) => {\n  const low=tide.low;\n  return (", ");\n})}"],
  ["{late ? (", ") : null}"],
];

const content = contents(LEAVES, () => [around, code]);

const around: fc.Memo<string> = fc.memo((depth) =>
  fc.tuple(fc.constantFrom(...AROUND), content(depth)).map(
    ([[begin, end], inner]) => begin + inner + end,
  ));

const code: fc.Memo<string> = fc.memo((depth) =>
  fc.tuple(fc.constantFrom(...CODE), gap, around(depth), gap).map(
    ([[begin, end], before, inner, behind]) => begin + before + inner + behind + end,
  ));

test("what the compiler reads stays, and the text comes to rest", () => {
  fc.assert(
    fc.property(content(3), (text) => {
      const before = astroTree(text);
      const after = format("astro", text);
      if (before !== undefined) expect(astroTree(after)).toBe(before);
      expect(format("astro", after)).toBe(after);
    }),
    { numRuns: 300 },
  );
});
