import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { ledgers } from "../support/ledger.js";

const open = (text: string) => ledgers.open({ uri: "", languageId: "ledger", text });

const format = (text: string): string => open(text).formatDocument().text;

const TEXT = `pier North  
  json:
  | {"berths":[1,2],
  |   "tide":"low"}
  python:
  | if tide:
  |     moor( 1,2 )
  | x=1
  ledger:
  | pier South
  |   json:
  |   | [ 1,2 ]
  tidal:
  | a   b
  json:
  | {"broken":
`;

test("each is laid out by its own language, and what nobody knows or does not parse stays", () => {
  const wanted = `pier North
  json:
  | {
  |   "berths": [1, 2],
  |   "tide": "low"
  | }
  python:
  | if tide:
  |     moor(1, 2)
  | x = 1
  ledger:
  | pier South
  |   json:
  |   | [1, 2]
  tidal:
  | a   b
  json:
  | {"broken":
`;
  expect(format(TEXT)).toBe(wanted);
  expect(format(wanted)).toBe(wanted);
  expect(open(TEXT).formatDocument().unsettled.length).toBe(1);
});

test("the width is counted from the margin", () => {
  const row = (length: number): string => `      json:\n      | ["${"x".repeat(length)}", 1]\n`;
  // 8 columns before it, 7 around the text.
  expect(format(row(100 - 8 - 7))).toBe(row(100 - 8 - 7));
  expect(format(row(100 - 8 - 6)).split("\n").length).toBe(6);
});

test.each([
  ["pier <<a+b>> and << c( 1,2 ) >>\n", "pier <<a + b>> and << c(1, 2) >>\n"],
  ["pier <<a+>> and <<{a:1}>>\n", "pier <<a+>> and <<{ a: 1 }>>\n"],
])("an expression in a line is laid out, and its edges are the line's: %j", (before, after) => {
  expect(format(before)).toBe(after);
  expect(format(after)).toBe(after);
});

test("a comment of the host holds them", () => {
  const held = "# oak-tide: leave\njson:\n| [1,2]\n# oak-tide: resume\n";
  expect(format(`${held}json:\n| [1,2]\n`)).toBe(`${held}json:\n| [1, 2]\n`);
});

describe("requests", () => {
  const lines = (first: number, last: number) => ({
    start: { line: first, character: 0 },
    end: { line: last + 1, character: 0 },
  });

  test("a selection is shared out", () => {
    expect(open(TEXT).formatSelection(lines(6, 7)).text).toBe(
      TEXT.replace("|     moor( 1,2 )", "|     moor(1, 2)").replace("x=1", "x = 1"),
    );
  });

  const typed = (marked: string, character: string): string => {
    const at = marked.indexOf("¦");
    const document = open(marked.replace("¦", ""));
    const { edits, caret } = document.formatOnType(document.positionAt(at), character);
    const text = applyEdits(document.text, edits);
    const after = open(text).offsetAt(caret);
    return `${text.slice(0, after)}¦${text.slice(after)}`;
  };

  test.each([
    ["json:\n| {\n¦\n", "\n", "json:\n| {\n|   ¦\n"],
    ["  python:\n  | if a:\n¦\n  | b\n", "\n", "  python:\n  | if a:\n  |     ¦\n  | b\n"],
    ["ledger:\n| json:\n| | [\n¦\n", "\n", "ledger:\n| json:\n| | [\n| |   ¦\n"],
    ["json:\n| {\n|   }¦\n", "}", "json:\n| {\n| }¦\n"],
    ["python:\n| f(\n|     a\n|     )¦\n", ")", "python:\n| f(\n|     a\n| )¦\n"],
    ["pier {\n¦\n", "\n", "pier {\n  ¦\n"],
  ])("a key is answered by the language it is typed in: %j", (before, key, after) => {
    expect(typed(before, key)).toBe(after);
  });

  test("what is pasted takes the region's depth", () => {
    const text = "python:\n| if a:\n|     b\n|       c\n|       d\n";
    expect(open(text).formatOnPaste(lines(3, 4)).text).toBe(
      "python:\n| if a:\n|     b\n|     c\n|     d\n",
    );
  });
});

test("lines pasted into a region get what stands before its others", () => {
  const document = open("  python:\n  | if a:\n  |     b\n  | d\n");
  const at = { line: 3, character: 0 };
  document.update([{ range: { start: at, end: at }, text: "    c(\n      1,\n    )\n" }]);
  const { text } = document.formatOnPaste({ start: at, end: { line: 6, character: 0 } });
  expect(text).toBe(
    "  python:\n  | if a:\n  |     b\n  |     c(\n  |         1,\n  |     )\n  | d\n",
  );
});

test("5,000 random edits read as from nothing", () => {
  const piece = fc.constantFrom(
    "x",
    "\n",
    "\n| ",
    " ",
    "{",
    "}",
    '"a": 1,',
    "json:\n",
    "  | ",
    "python:\n| if a:\n",
  );
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(), fc.nat(4), piece), { maxLength: 50 }), (edits) => {
      let text = TEXT;
      const document = open(text);
      for (const [place, length, put] of edits) {
        const from = place % (text.length + 1);
        const to = Math.min(text.length, from + length);
        document.replace([{ from, to, text: put }]);
        text = text.slice(0, from) + put + text.slice(to);
      }
      const answer = document.formatDocument();
      expect(answer.text).toBe(format(text));
      expect(format(answer.text)).toBe(answer.text);
    }),
    { numRuns: 200 },
  );
});
