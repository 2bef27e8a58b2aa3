import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { applyEdits, type ContentChange, type Document, type TextEdit } from "oak-tide";
import { TouchedLines } from "../../dist/core/text/touched.js";
import { open } from "../support/format.js";

/** The touched lines of a document, by their numbers. */
const touched = (document: Document): number[] => document.touched.flatMap(
  ({ start, end }) => Array.from({ length: end.line - start.line }, (_, i) => start.line + i),
);

const at = (line: number, character: number) => ({ line, character });

/** One change from a place to another. */
const change = (
  [line, from]: readonly [number, number],
  [last, to]: readonly [number, number],
  text: string,
): ContentChange => ({ range: { start: at(line, from), end: at(last, to) }, text });

const backwards = (edits: readonly TextEdit[]): ContentChange[] =>
  [...edits].reverse().map(({ range, newText }) => ({ range, text: newText }));

const TEXT = "let  a=1\nlet  b=2\nlet  c=3\nlet  d=4\n";

test.each([
  ["a character", [change([1, 8], [1, 8], "0")], [1]],
  ["a deletion", [change([1, 3], [1, 4], "")], [1]],
  ["a line put in", [change([2, 0], [2, 0], "x\n")], [2]],
  ["Enter at a line's end", [change([1, 8], [1, 8], "\n")], [2]],
  ["Enter in front of a line", [change([1, 0], [1, 0], "\n")], [1]],
  ["Enter within a line", [change([1, 4], [1, 4], "\n")], [1, 2]],
  ["lines taken out", [change([1, 0], [3, 0], "")], []],
  ["lines joined", [change([1, 8], [2, 0], "")], [1]],
  ["two places", [change([0, 0], [0, 1], "L"), change([3, 0], [3, 1], "L")], [0, 3]],
  [
    "a place above another",
    [change([3, 0], [3, 1], "L"), change([1, 0], [1, 0], "x\ny\n")],
    [1, 2, 5],
  ],
  ["all of it", [{ text: "a\nb\n" }], [0, 1, 2]],
] as const)("%s", (_, changes, lines) => {
  const document = open("javascript", TEXT);
  document.update(changes);
  expect(touched(document)).toEqual(lines);
});

describe("an answer's own edits", () => {
  test("are no touch, whichever way they come back", () => {
    for (const order of ["backwards", "one by one"]) {
      const document = open("javascript", TEXT);
      const { edits, text } = document.formatSelection({ start: at(1, 0), end: at(3, 0) });
      if (order === "backwards") document.update(backwards(edits));
      else for (const part of backwards(edits)) document.update([part]);
      expect(document.text).toBe(text);
      expect(touched(document)).toEqual([]);
    }
  });

  test("leave what was touched outside of them, and clear what they format", () => {
    const document = open("javascript", TEXT);
    document.update([change([0, 0], [0, 0], "x\n"), change([3, 8], [3, 8], "0")]);
    expect(touched(document)).toEqual([0, 3]);
    document.update(backwards(document.formatSelection({ start: at(3, 0), end: at(4, 0) }).edits));
    expect(touched(document)).toEqual([0]);
    document.update(backwards(document.formatDocument().edits));
    expect(touched(document)).toEqual([]);
    expect(document.formatDocument().edits).toEqual([]);
  });

  test("of typing leave the line touched that was typed", () => {
    const document = open("javascript", "if (a) {");
    document.update([change([0, 8], [0, 8], "\n")]);
    const { edits } = document.formatOnType(at(1, 0), "\n");
    document.update(backwards(edits));
    expect([document.text, touched(document)]).toEqual(["if (a) {\n  ", [1]]);
  });
});

test("what was changed is formatted, and nothing else", () => {
  const document = open("javascript", TEXT);
  document.update([change([1, 8], [1, 8], "0"), change([3, 0], [3, 0], "let  e=5\n")]);
  const { edits } = document.formatSelection(document.touched);
  expect(applyEdits(document.text, edits)).toBe(
    "let  a=1\nlet b = 20;\nlet  c=3\nlet e = 5;\nlet  d=4\n",
  );
});

test("marks follow any changes as a list of lines would", () => {
  const step = fc.record({
    first: fc.nat(9),
    reach: fc.nat(3),
    rows: fc.nat(4),
    marks: fc.boolean(),
  });
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 9 }),
      fc.array(step, { maxLength: 9 }),
      (count, steps) => {
        let model: boolean[] = new Array<boolean>(count).fill(false);
        const lines = new TouchedLines(count);
        for (const { first: nth, reach, rows, marks } of steps) {
          const first = nth % model.length;
          const last = Math.min(model.length - 1, first + reach);
          const put = Math.max(1, rows);
          const had = model.slice(first, last + 1).some((mark) => mark);
          model = [
            ...model.slice(0, first),
            ...new Array<boolean>(put).fill(had || marks),
            ...model.slice(last + 1),
          ];
          const added = put - (last - first + 1);
          lines.follow(first, last, added, marks ? { first, last: last + added } : undefined);
          expect(model.map((_, line) => lines.has(line))).toEqual(model);
        }
      },
    ),
  );
});
