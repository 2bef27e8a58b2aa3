import fc from "fast-check";
import { afterAll, describe, expect, test } from "vitest";
import { python, type Range } from "oak-tide";
import {
  editCosts,
  firstDifference,
  format,
  tokenRow,
  wasteful,
} from "../../tools/corpus/checks.js";
import { damage } from "../../tools/corpus/damage.js";
import { pythonOracle } from "../../tools/corpus/oracles/python.js";
import { splittableLines } from "../../tools/corpus/overlong.js";
import { scramble } from "../../tools/corpus/scramble.js";
import { open } from "../support/format.js";
import { libraryModules } from "../support/python.js";

const modules = libraryModules(4);
const oracle = pythonOracle();
afterAll(() => oracle.stop());

describe.each(modules)("$name of Python's own library", ({ text }) => {
  const first = format(python, text);

  test("keeps its tokens and its meaning", async () => {
    expect(first.unsettled).toEqual([]);
    expect(firstDifference(tokenRow(python, text), tokenRow(python, first.text))).toBeUndefined();
    expect(await oracle.ask({ before: text, after: first.text })).toEqual({
      compiles: true,
      equal: true,
    });
  });

  test("formats once and for all, with the least edits", () => {
    expect(format(python, first.text).edits).toEqual([]);
    expect(wasteful(text, first.edits)).toBeUndefined();
    const { cost, least } = editCosts(python, text, first.edits);
    expect(cost).toBeLessThanOrEqual(least * 1.05);
    expect(splittableLines(python, first.text, 79)).toEqual([]);
  });

  test("comes back after its white space was scrambled", () => {
    const style = { listSplit: "by-width", indentStyle: "space", indentSize: 4 } as const;
    const settled = format(python, text, style).text;
    expect(format(python, scramble(python, settled, 7), style).text).toBe(settled);
  });
});

describe("damaged modules", () => {
  test.each(libraryModules(24, 12_000))("$name cut short or robbed of a token", ({ text }) => {
    const row = {
      prefixes: 0,
      deletions: 0,
      damageThrew: 0,
      damageTokens: 0,
      statements: 0,
      moved: 0,
    };
    damage(python, text, row, () => {});
    expect(row).toMatchObject({ damageThrew: 0, damageTokens: 0 });
    expect(row.deletions).toBeGreaterThan(20);
    expect(row.moved).toBeLessThanOrEqual(row.statements * 0.002);
  });
});

test("any text formats without a throw, keeps its tokens and settles at once", () => {
  const piece = fc.constantFrom(
    "if",
    "a",
    ":",
    "\n",
    "\n  ",
    "\n    ",
    "(",
    ")",
    "[",
    "]",
    "{",
    "}",
    ",",
    " ",
    "=",
    "**",
    "'",
    '"""',
    "#c",
    "\\\n",
    ";",
    "def",
    "@",
    "f'{",
    "潮",
    "lambda",
    "1.",
    "for",
    "\t",
    "\f",
    "\r\n",
    "match",
    "else",
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 40 }), (pieces) => {
      const text = pieces.join("");
      const once = format(python, text).text;
      expect(firstDifference(tokenRow(python, text), tokenRow(python, once))).toBeUndefined();
    }),
    { numRuns: 2000 },
  );
});

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

  test.each(sample)("of $name, formatted, answer no edit", ({ text }) => {
    const document = open("python", format(python, text).text);
    for (let line = 0; line < document.lineCount; line += 7) {
      const range = { start: { line, character: 0 }, end: { line: line + 5, character: 0 } };
      expect(document.formatSelection(range).edits).toEqual([]);
    }
  });
});
