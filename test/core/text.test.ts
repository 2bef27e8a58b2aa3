import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  applyEdits,
  mapPosition,
  type Position,
  type PositionEncoding,
  type TextEdit,
} from "oak-tide";
import { format } from "../support/format.js";
import { ChangeList } from "../../dist/core/text/changelist.js";
import { compose } from "../../dist/core/text/compose.js";
import { LineIndex } from "../../dist/core/text/lines.js";
import { pushChanges } from "../../dist/core/text/minimise.js";
import { applyChanges, type Change } from "../../dist/core/text/edits.js";
import { columnsBetween, indentColumn } from "../../dist/core/text/width.js";

const ENCODINGS: PositionEncoding[] = ["utf-8", "utf-16", "utf-32"];
/** Text with every line end, surrogate pairs and wide characters. */
const text = fc.string({
  unit: fc.constantFrom("a", "é", "潮", "⛴️", "\n", "\r\n", "\r", " ", "\t"),
});

describe("positions", () => {
  test.each(ENCODINGS)("an offset becomes a position and comes back (%s)", (encoding) => {
    fc.assert(
      fc.property(text, (value) => {
        const lines = LineIndex.of(value);
        let offset = 0;
        for (const character of value) {
          const inLineEnd = value[offset] === "\n" && value[offset - 1] === "\r";
          if (!inLineEnd)
            expect(lines.offsetAt(lines.positionAt(offset, encoding), encoding)).toBe(offset);
          offset += character.length;
        }
        expect(lines.offsetAt(lines.positionAt(offset, encoding), encoding)).toBe(offset);
      }),
    );
  });

  test("lines are those of the protocol", () => {
    fc.assert(
      fc.property(text, (value) => {
        expect(LineIndex.of(value).count).toBe(value.split(/\r\n|\r|\n/).length);
      }),
    );
  });

  test.each([
    ["utf-8", 7],
    ["utf-16", 4],
    ["utf-32", 3],
  ] as const)("a ferry and an e with an accent count in %s", (encoding, character) => {
    expect(LineIndex.of("é🛥b").positionAt(4, encoding)).toEqual({ line: 0, character });
  });

  test("places outside the text come back to it", () => {
    const lines = LineIndex.of("pier\nquay");
    expect(lines.offsetAt({ line: 7, character: 2 })).toBe(9);
    expect(lines.offsetAt({ line: 0, character: 99 })).toBe(4);
    expect(lines.offsetAt({ line: -1, character: 0 })).toBe(0);
    expect(lines.positionAt(99)).toEqual({ line: 1, character: 4 });
  });
});

describe("edits", () => {
  const edit = (from: [number, number], to: [number, number], newText: string): Omit<
    TextEdit,
    "rule"
  > => ({
    range: { start: { line: from[0], character: from[1] }, end: { line: to[0], character: to[1] } },
    newText,
  });

  test("apply in order", () => {
    expect(applyEdits("a=1\nb=2", [edit([0, 1], [0, 2], " = "), edit([1, 3], [1, 3], "\n")])).toBe(
      "a = 1\nb=2\n",
    );
  });

  test.each([
    ["overlaps", [edit([0, 0], [0, 2], "x"), edit([0, 1], [0, 3], "y")], /Edit 1 overlaps/],
    ["runs backwards", [edit([0, 2], [0, 1], "x")], /Edit 0 ends before it starts: 0:2–0:1/],
    [
      "is out of order",
      [edit([0, 2], [0, 2], "x"), edit([0, 0], [0, 0], "y")],
      /Edit 1 overlaps the one before it or is out of order/,
    ],
  ])("an edit that %s is named", (_, edits, message) => {
    expect(() => applyEdits("abc", edits)).toThrow(message);
  });

  test.each<[string, Position, Omit<TextEdit, "rule">[], Position]>([
    [
      "before all edits",
      { line: 0, character: 1 },
      [edit([0, 2], [0, 2], "xx")],
      { line: 0, character: 1 },
    ],
    [
      "at an insertion",
      { line: 0, character: 2 },
      [edit([0, 2], [0, 2], "xx")],
      { line: 0, character: 2 },
    ],
    [
      "after an insertion",
      { line: 0, character: 3 },
      [edit([0, 2], [0, 2], "xx")],
      { line: 0, character: 5 },
    ],
    [
      "inside a replacement",
      { line: 0, character: 3 },
      [edit([0, 2], [0, 5], "\nx")],
      { line: 1, character: 1 },
    ],
    [
      "after a line end put in",
      { line: 0, character: 4 },
      [edit([0, 2], [0, 3], "\n  ")],
      { line: 1, character: 3 },
    ],
    [
      "on a later line",
      { line: 4, character: 4 },
      [edit([0, 2], [2, 0], " ")],
      { line: 2, character: 4 },
    ],
  ])("a position %s is mapped", (_, position, edits, expected) => {
    expect(mapPosition(position, edits)).toEqual(expected);
  });

  test("mapping agrees with applying: the text after a mapped position is the same", () => {
    fc.assert(
      fc.property(text, text, fc.nat(), fc.nat(), fc.nat(), (value, insert, a, b, c) => {
        const lines = LineIndex.of(value);
        const [from, to] = [a % (value.length + 1), b % (value.length + 1)].sort(
          (x, y) => x - y,
        ) as [number, number];
        const at = to + (c % (value.length - to + 1));
        const range = { start: lines.positionAt(from), end: lines.positionAt(to) };
        const inLineEnd = (offset: number): boolean =>
          value[offset] === "\n" && value[offset - 1] === "\r";
        // A half of a line end joined to another's is a line end of its own.
        if (inLineEnd(from) || inLineEnd(to) || inLineEnd(at) || /[\r\n]/.test(insert)) return;
        if (value[from - 1] === "\r" || value[to] === "\n") return;
        const after = applyEdits(value, [{ range, newText: insert }]);
        const mapped = LineIndex.of(after).offsetAt(
          mapPosition(lines.positionAt(at), [{ range, newText: insert }]),
        );
        if (from < to || at > to) expect(after.slice(mapped)).toBe(value.slice(at));
      }),
    );
  });
});

describe("minimal changes", () => {
  const changesOf = (old: string, wanted: string): Change[] => {
    const changes: Change[] = [];
    pushChanges(changes, old, 0, old.length, wanted, "rule");
    return changes;
  };

  test("turn one text into the other and share no end with it", () => {
    const white = fc.string({ unit: fc.constantFrom(" ", "\n", "\t", ","), maxLength: 30 });
    fc.assert(
      fc.property(white, white, (old, wanted) => {
        const changes = changesOf(old, wanted);
        expect(applyChanges(old, changes)).toBe(wanted);
        for (const { from, to, text: fresh } of changes) {
          expect(from < to || fresh !== "").toBe(true);
          if (from < to && fresh !== "")
            expect(old[from] === fresh[0] || old[to - 1] === fresh.at(-1)).toBe(false);
        }
      }),
    );
  });

  test("keep line ends in the middle", () => {
    expect(
      changesOf(" \n\t\n ", "\n\n").map(({ from, to, text: fresh }) => [from, to, fresh]),
    ).toEqual([
      [0, 1, ""],
      [2, 3, ""],
      [4, 5, ""],
    ]);
  });
});

test("no change begins or ends within a line end", () => {
  const changes: Change[] = [];
  pushChanges(changes, "a  \r\nb", 1, 5, "\n", "rule");
  expect(changes).toEqual([{ from: 1, to: 5, text: "\n", rule: "rule" }]);
  const text = "a=1\r\nb=2\nc=3\n";
  expect(format("python", text)).toBe("a = 1\nb = 2\nc = 3\n");
});

describe("columns", () => {
  test.each([
    ["abc", 3],
    ["潮位", 4],
    ["ｔ", 2],
    ["e\u0301", 1],
    ["🛥🌊", 3],
    ["가", 2],
  ])("%s fills %i", (value, columns) => {
    expect(columnsBetween(value, 0, value.length)).toBe(columns);
  });

  test.each([
    ["\t", 8, 8],
    ["   \t", 8, 8],
    ["\t  ", 4, 6],
    ["    ", 8, 4],
    [" \f  ", 8, 2],
  ])("indentation %j with tab stops at %i reaches column %i", (value, tabWidth, column) => {
    expect(indentColumn(value, 0, value.length, tabWidth)).toBe(column);
  });
});

test("two lists of changes are one", () => {
  const places = fc.array(
    fc.tuple(fc.nat(4), fc.nat(3), fc.constantFrom("", "a", " ", "\n", "xy")),
    { maxLength: 5 },
  );
  /** Sorted, disjoint changes of a text, a few characters apart. */
  const changesOf = (whole: string, steps: readonly (readonly [number, number, string])[]) => {
    const list = new ChangeList();
    let at = 0;
    for (const [gap, length, put] of steps) {
      const from = at + gap;
      const to = Math.min(whole.length, from + length);
      if (from > whole.length) break;
      list.push({ from, to, text: put, rule: "r" });
      at = to + 1;
    }
    return list;
  };
  fc.assert(fc.property(fc.string({ maxLength: 16 }), places, places, (whole, one, two) => {
    const first = changesOf(whole, one);
    const between = first.appliedTo(whole);
    const second = changesOf(between, two);
    expect(compose(whole, first, second).appliedTo(whole)).toBe(second.appliedTo(between));
  }));
});
