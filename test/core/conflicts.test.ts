import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { conflictsIn } from "../../src/core/text/conflicts.js";
import { engine } from "../support/format.js";

// A merge left its marks in a text: nothing moves until somebody has resolved it.

const CONFLICT = [
  "function moor() {",
  "<<<<<<< HEAD",
  "  sail(  low);",
  "=======",
  "  sail(high  );",
  ">>>>>>> tide",
  "call( )",
  "}",
  "",
].join("\n");

const opened = (text: string) => engine.open({ uri: "a.js", languageId: "javascript", text });

describe("a text with a conflict", () => {
  const lines = { start: { line: 6, character: 0 }, end: { line: 7, character: 0 } };

  test("is left alone by every request, which says where", () => {
    const document = opened(CONFLICT);
    const conflict = { start: { line: 1, character: 0 }, end: { line: 5, character: 12 } };
    const answers = [
      document.formatDocument(),
      document.formatSelection(lines),
      document.formatOnSave({ steps: ["organizeImports", "format"] }),
      document.formatOnPaste(lines),
      document.formatOnMove(lines),
    ];
    for (const { edits, unsettled } of answers) {
      expect(edits).toEqual([]);
      expect(unsettled).toEqual([conflict]);
    }
    expect(document.formatOnType({ line: 7, character: 1 }, "}").edits).toEqual([]);
  });

  test("is formatted again once one side was taken", () => {
    const document = opened(CONFLICT);
    document.formatDocument();
    const remove = (first: number, last: number) => document.update([
      {
        range: { start: { line: first, character: 0 }, end: { line: last, character: 0 } },
        text: "",
      },
    ]);
    remove(3, 6);
    remove(1, 2);
    const { edits } = document.formatDocument();
    expect(applyEdits(document.text, edits)).toBe(
      "function moor() {\n  sail(low);\n  call();\n}\n",
    );
  });

  test.each([
    ["no mark parts", CONFLICT.replace("=======\n", "")],
    ["no mark ends", CONFLICT.replace(">>>>>>> tide\n", "")],
    ["signs within a line", "a = `\n  <<<<<<< b\n=======\n>>>>>>> c\n`\nd( )\n"],
  ])("it is none where %s", (_, text) => {
    expect(conflictsIn(text)).toEqual([]);
    expect(opened(text).formatDocument().edits).not.toEqual([]);
  });

  test("is found whatever the line ends are", () => {
    const text = CONFLICT.replaceAll("\n", "\r\n");
    expect(conflictsIn(text)).toHaveLength(1);
    expect(opened(text).formatDocument().edits).toEqual([]);
  });

  test("is found in whatever order its parts come into the text", () => {
    const cuts = fc.uniqueArray(fc.integer({ min: 1, max: CONFLICT.length - 1 }), {
      maxLength: 12,
    });
    const ordered = cuts.chain((offsets) => {
      const ends = [0, ...offsets.sort((a, b) => a - b), CONFLICT.length];
      const parts = ends.slice(1).map((to, i) => ({ from: ends[i]!, to }));
      return fc.shuffledSubarray(parts, { minLength: parts.length });
    });
    fc.assert(fc.property(ordered, (parts) => {
      const document = opened("");
      parts.forEach(({ from, to }, i) => {
        const before = parts.slice(0, i).filter((part) => part.from < from);
        const at = before.reduce((sum, part) => sum + part.to - part.from, 0);
        document.replace([{ from: at, to: at, text: CONFLICT.slice(from, to) }]);
      });
      expect(document.text).toBe(CONFLICT);
      expect(document.formatDocument().unsettled).toHaveLength(1);
    }));
  });
});
