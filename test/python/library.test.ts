import fc from "fast-check";
import { afterAll, describe, expect, test } from "vitest";
import type { Range } from "oak-tide";
import { stopOracles } from "../../tools/corpus/oracles/index.js";
import { open } from "../support/format.js";
import { damaged, invariants } from "../support/invariants.js";
import { libraryModules } from "../support/python.js";

afterAll(stopOracles);

const modules = libraryModules(6);

describe("modules of Python's own library", () => invariants(modules));
describe("damaged modules", () => damaged(libraryModules(24, 12_000)));

describe("selections", () => {
  const sample = modules.slice(0, 12);

  test.each(sample)("of $name edit nothing outside their lines", ({ text }) => {
    const document = open("python", text);
    fc.assert(
      fc.property(fc.nat(document.lineCount - 1), fc.nat(20), (first, more) => {
        const range: Range = {
          start: { line: first, character: 0 },
          end: { line: first + more, character: 0 },
        };
        const last = Math.max(first, first + more - 1);
        for (const edit of document.formatSelection(range).edits) {
          expect(edit.range.start.line).toBeGreaterThanOrEqual(first);
          expect(edit.range.end.line).toBeLessThanOrEqual(last);
        }
      }),
      { numRuns: 20 },
    );
  });
});
