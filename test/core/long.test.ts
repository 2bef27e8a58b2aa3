import { describe, expect, test } from "vitest";
import { open } from "../support/format.js";

/** How long something takes for a text of so many parts, in milliseconds: the least of two turns. */
function least(parts: number, act: (parts: number) => void): number {
  const turn = (): number => {
    const begun = performance.now();
    act(parts);
    return performance.now() - begun;
  };
  return Math.min(turn(), turn());
}

/** Eight times as many parts take about eight times as long; with the square it would be 64 times. */
function expectGrowth(parts: number, act: (parts: number) => void): void {
  const short = least(parts, act);
  expect(least(8 * parts, act)).toBeLessThan(Math.max(150, 25 * short));
}

describe("long texts take time that grows with them", () => {
  test.each([
    ["lines without strings or comments", "yaml", "", "tide:\n  low: 1\n", ""],
    ["lines of a script that lack the page's columns", "html", `
<div>
  <script>
      sail();
`, "if(low){\nmoor(1,2)\n}\n", "</script>\n</div>\n"],
    [
      "elements that are not compiled",
      "vue",
      "<template>\n",
      "<p v-pre>{{a}}</p>\n",
      "</template>\n",
    ],
  ])("%s", (_, languageId, before, part, after) => {
    expectGrowth(2500, (parts) =>
      void open(languageId, before + part.repeat(parts) + after).formatDocument().edits);
  });

  test.each([
    ["javascript", "if (low) {\n/*", "*/\n}"],
    ["html", "<div>\n<!--", "-->\n</div>"],
  ])("pasted comments (%s)", (languageId, before, after) => {
    expectGrowth(4000, (parts) => {
      const document = open(languageId, before + "low\n".repeat(parts) + after);
      const end = document.positionAt(document.text.length);
      void document.formatOnPaste({ start: { line: 0, character: 0 }, end }).edits;
    });
  });
});

test.each([
  ["with comments at their ends", "python", "low = 1  # metres\n".repeat(130_000)],
  ["within a comment", "css", `a {\n/*${" low\n".repeat(130_000)}*/\n}\n`],
])("more lines than a call takes arguments, %s", (_, languageId, text) => {
  expect(() => open(languageId, text).formatDocument().edits).not.toThrow();
});
