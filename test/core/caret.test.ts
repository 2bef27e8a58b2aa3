import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { applyEdits, mapPosition, type Document } from "oak-tide";
import { engine } from "../support/format.js";

const KEYS: Readonly<Record<string, readonly string[]>> = {
  python: ["if a:", "else:", "f(", ")", "[", "]", "\n", "x = 1", "# a", "  ", '"""'],
  typescript: [
    "if (a) {",
    "}",
    "f(",
    ")",
    "[",
    "]",
    "\n",
    "x;",
    "// a",
    "/** ",
    " * ",
    "  ",
    "case a:",
    "<b>",
    "</b>",
  ],
  css: [".a {", "}", "b: c;", "\n", "@media x {", "/* ", "  "],
  html: [
    "<div>",
    "</div>",
    "<br>",
    "\n",
    "a",
    "<script>",
    "if (a) {",
    "}",
    "</script>",
    "  ",
    "<li>",
  ],
  markdown: ["- ", "1. ", "a", "\n", "> ", "```js", "if (a) {", "}", "```", "  ", "# "],
};

/** Types keys at a document's end; each answer must put the caret of every client in the same place. */
function type(document: Document, keys: readonly string[]): void {
  for (const key of keys.join("")) {
    const before = document.positionAt(document.text.length);
    document.update([{ range: { start: before, end: before }, text: key }]);
    const caret = document.positionAt(document.text.length);
    const { edits, clientEdits, caret: wanted } = document.formatOnType(caret, key);
    expect(applyEdits(document.text, clientEdits)).toBe(applyEdits(document.text, edits));
    if (edits.length > 0)
      for (const affinity of ["before", "after"] as const)
        expect(
          mapPosition(caret, clientEdits, { affinity }),
          `${affinity} ${JSON.stringify(document.text)}`,
        ).toEqual(wanted);
    document.update([...edits].reverse().map(({ range, newText }) => ({ range, text: newText })));
  }
}

describe("clients that keep their caret before what is put in, and clients that go after it", () => {
  test.each(Object.entries(KEYS))("end in the same place: %s", (languageId, pieces) => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...pieces), { maxLength: 14 }), (keys) => {
        type(engine.open({ uri: "", languageId, text: "" }), keys);
      }),
      { numRuns: 60 },
    );
  });

  test.each([["\n"], ["\r\n"], ["\r"]])("with the line end %j, between a pair", (lineEnd) => {
    const text = `f({});${lineEnd}`;
    const document = engine.open({ uri: "", languageId: "typescript", text });
    const at = { line: 0, character: 3 };
    document.update([{ range: { start: at, end: at }, text: lineEnd }]);
    const caret = { line: 1, character: 0 };
    const { clientEdits } = document.formatOnType(caret, "\n");
    expect(applyEdits(document.text, clientEdits)).toBe(`f({${lineEnd}  ${lineEnd}});${lineEnd}`);
    for (const affinity of ["before", "after"] as const)
      expect(mapPosition(caret, clientEdits, { affinity })).toEqual({ line: 1, character: 2 });
  });
});
