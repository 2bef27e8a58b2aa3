import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { createEngine, mapPosition, type Range } from "oak-tide";
import { open } from "../support/format.js";

const TEXT = "let tide = [ 1,2 ]\nmoor( tide )\n";

const range = (line: number, from: number, to: number): Range => ({
  start: { line, character: from },
  end: { line, character: to },
});

describe("answers", () => {
  const document = createEngine().open({
    uri: "a",
    languageId: "javascript",
    text: TEXT,
    version: 7,
  });

  test("survive being cloned, with the version they answer", () => {
    const answer = document.formatDocument();
    const { version, edits, unsettled } = answer;
    expect(version).toBe(7);
    expect(edits.length).toBeGreaterThan(0);
    expect(structuredClone(answer)).toEqual({ version, edits, unsettled });
    expect(JSON.parse(JSON.stringify(answer))).toEqual({ version, edits, unsettled });
    const typed = document.formatOnType({ line: 1, character: 12 }, ")");
    expect(structuredClone(typed)).toEqual(typed);
  });

  test("are to be had as offsets", () => {
    const { changes, text } = document.formatDocument();
    const done = [...changes].reverse().reduce(
      (whole, { from, to, text: put }) => whole.slice(0, from) + put + whole.slice(to),
      TEXT,
    );
    expect(done).toBe(text);
  });
});

test.each([
  ["a;\r\nb;\nc;\n", [[2, 4, "\n"]]],
  ["a;\r\nb;\r\nc;\n", [[10, 11, "\r\n"]]],
  ["a;\rb;\nc;\n", [[2, 3, "\n"]]],
])("a line end is replaced whole, by a rule of its own: %j", (text, wanted) => {
  const { changes } = open("javascript", text).formatDocument();
  expect(changes).toEqual(
    wanted.map(([from, to, put]) => ({ from, to, text: put, rule: "ecma/line-end" })),
  );
});

describe("changes", () => {
  test("all at once are those one after another", () => {
    const piece = fc.constantFrom("", "x", "\n", "tide\r\n", "  ", "{", "}");
    const change = fc.tuple(fc.nat(6), fc.nat(3), piece);
    fc.assert(
      fc.property(fc.array(change, { maxLength: 5 }), (list) => {
        let at = 0;
        const changes = list.map(([skip, length, text]) => {
          const from = Math.min(TEXT.length, at + skip);
          at = Math.min(TEXT.length, from + length);
          return { from, to: at, text };
        });
        const together = open("javascript", TEXT);
        together.replace(changes);
        const wanted = [...changes].reverse().reduce(
          (whole, { from, to, text }) => whole.slice(0, from) + text + whole.slice(to),
          TEXT,
        );
        expect(together.text).toBe(wanted);
        expect(together.formatDocument().text).toBe(
          open("javascript", wanted).formatDocument().text,
        );
      }),
      { numRuns: 200 },
    );
  });

  test.each([
    [[{ from: 3, to: 2, text: "" }], "Change 0 replaces [3, 2), outside [0, 32)."],
    [
      [{ from: 30, to: 33, text: "" }],
      "Change 0 replaces [30, 33), outside [0, 32).",
    ],
    [
      [{ from: 0, to: 4, text: "" }, { from: 3, to: 5, text: "" }],
      "Change 1 replaces [3, 5), outside [4, 32).",
    ],
  ])("%j are refused whole", (changes, message) => {
    const document = open("javascript", TEXT);
    expect(() => document.replace(changes)).toThrow(new RangeError(message));
    expect(document.text).toBe(TEXT);
  });

  test("a version that goes backward is refused", () => {
    const document = createEngine().open({ uri: "a", languageId: "json", text: "", version: 3 });
    expect(() => document.update([{ text: "1" }], 2)).toThrow(
      new RangeError("Version 2 is older than 3, which the document has."),
    );
    expect(document.text).toBe("");
  });

  test.each([
    [range(0, 4, 3), "Range 0:4–0:3 ends before it starts."],
    [range(0, NaN, 3), "Position 0:NaN is none: line and character are whole numbers from 0."],
    [range(-1, 0, 3), "Position -1:0 is none: line and character are whole numbers from 0."],
  ])("%j is no range", (wrong, message) => {
    const document = open("javascript", TEXT);
    const refused = new RangeError(message);
    expect(() => document.update([{ range: wrong, text: "" }])).toThrow(refused);
    expect(() => document.formatSelection(wrong)).toThrow(refused);
    expect(() => document.formatOnPaste(wrong)).toThrow(refused);
    expect(() => document.formatOnMove(wrong)).toThrow(refused);
  });
});

describe("positions", () => {
  const put = [{ range: range(0, 2, 2), newText: "x\n🚢" }];

  test.each([
    ["utf-16", 2],
    ["utf-8", 4],
    ["utf-32", 1],
  ] as const)("go behind what is put in, in %s", (encoding, width) => {
    const at = { line: 0, character: 2 };
    expect(mapPosition(at, put, { encoding })).toEqual(at);
    const behind = { line: 1, character: width };
    expect(mapPosition(at, put, { affinity: "after", encoding })).toEqual(behind);
    expect(mapPosition({ line: 0, character: 3 }, put, { encoding })).toEqual({
      line: 1,
      character: width + 1,
    });
  });
});

test("two carets on one line: what comes before the second's edits moves it", () => {
  const document = open("javascript", "");
  document.replace([{ from: 0, to: 0, text: "x=1;y=2;\n" }]);
  const { edits, carets } = document.formatOnTypeEach(
    [{ line: 0, character: 4 }, { line: 0, character: 8 }],
    ";",
  );
  document.replace(document.changesOf(edits));
  const places = carets.map((caret) => document.offsetAt(caret));
  expect([document.text, places]).toEqual(["x = 1;y = 2;\n", [6, 12]]);
});
