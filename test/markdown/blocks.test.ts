import { expect, test } from "vitest";
import { parseBlocks, type Block } from "../../dist/languages/markdown/blocks.js";

/** Names of blocks, by their numbers. */
const NAMES = [
  "document",
  "quote",
  "list",
  "item",
  "paragraph",
  "heading",
  "underlined",
  "break",
  "fence",
  "code",
  "html",
  "table",
  "kept",
];

/** Blocks as a person writes them down: `list(item(paragraph 1-2))`, lines counted from 1. */
function written({ kind, children, first, last, rows }: Block): string {
  const name = NAMES[kind]!;
  if (children.length > 0) return `${name}(${children.map(written).join(" ")})`;
  const [from, to] = rows.length === 0 ? [first, last] : [rows[0]!.line, rows.at(-1)!.line];
  return from === to ? `${name} ${from + 1}` : `${name} ${from + 1}-${to + 1}`;
}

const blocks = (text: string): string =>
  parseBlocks(text).root.children.map(written).join(", ");

test.each([
  ["paragraphs", "a\nb\n\nc\n", "paragraph 1-2, paragraph 4"],
  ["headings", "# a\nb\n===\nc\n---\n", "heading 1, underlined 2-3, underlined 4-5"],
  [
    "a line across, and one under",
    "***\na\n***\n- - -\n",
    "break 1, paragraph 2, break 3, break 4",
  ],
  ["lists", "- a\n- b\n", "list(item(paragraph 1) item(paragraph 2))"],
  [
    "another sign begins another list",
    "- a\n+ b\n",
    "list(item(paragraph 1)), list(item(paragraph 2))",
  ],
  [
    "so does another sign behind numbers",
    "1. a\n2) b\n",
    "list(item(paragraph 1)), list(item(paragraph 2))",
  ],
  ["lists in lists", "- a\n  - b\n    c\n", "list(item(paragraph 1 list(item(paragraph 2-3))))"],
  ["several on a line", "- 1. a\n", "list(item(list(item(paragraph 1))))"],
  ["an item without text", "-\n- a\n", "list(item 1 item(paragraph 2))"],
  [
    "which may begin on the next line, but no later",
    "-\n  a\n-\n\n  b\n",
    "list(item(paragraph 2) item 3), paragraph 5",
  ],
  ["only a list that begins with one interrupts", "a\n2. b\n", "paragraph 1-2"],
  ["a list that does", "a\n1. b\n", "paragraph 1, list(item(paragraph 2))"],
  ["lazy lines", "> a\nb\n", "quote(paragraph 1-2)"],
  ["lazy lines in a list", "- a\nb\n", "list(item(paragraph 1-2))"],
  ["no lazy fence", "> a\n```\n", "quote(paragraph 1), fence 2"],
  ["code", "    a\n\n    b\nc\n", "code 1-3, paragraph 4"],
  ["none in a paragraph", "a\n    b\n", "paragraph 1-2"],
  ["fences", "```js\na\n\n```\nb\n", "fence 1-4, paragraph 5"],
  [
    "a fence that is open, and ends with its list",
    "- ```\n  a\n\nb\n",
    "list(item(fence 1-3)), paragraph 4",
  ],
  ["longer fences", "````\n```\n````\n", "fence 1-3"],
  ["markup up to a blank line", "<div>\na\n\nb\n", "html 1-2, paragraph 4"],
  ["markup up to its end", "<!-- a\n\nb --> c\nd\n", "html 1-3, paragraph 4"],
  ["a tag alone does not interrupt", "a\n<b>\n", "paragraph 1-2"],
  ["tables", "|a|b|\n|-|-|\n|1|2|\nc\n\nd\n", "table 1-4, paragraph 6"],
  ["as many cells as the head has", "|a|b|\n|-|\n", "paragraph 1-2"],
  ["what stands at the beginning", "---\na: b\n---\n# c\n", "kept 1-3, heading 4"],
  ["and what only looks like it", "---\n# c\n", "break 1, heading 2"],
  ["formulas", "$$\na\n\nb\n$$\nc\n", "kept 1-5, paragraph 6"],
  ["tabs", "-\ta\n\n\tb\n", "list(item(paragraph 1 paragraph 3))"],
])("%s", (_, text, wanted) => {
  expect(blocks(text)).toBe(wanted);
  // Line ends say nothing else.
  expect(blocks(text.replaceAll("\n", "\r\n"))).toBe(wanted);
});

test("the deepest nesting is read in time that grows with the text", () => {
  const time = (count: number): number => {
    const text = "> ".repeat(count) + "a\n" + "- ".repeat(count) + "b\n";
    const begun = performance.now();
    parseBlocks(text);
    return performance.now() - begun;
  };
  time(2000);
  expect(time(40_000)).toBeLessThan(Math.max(200, 60 * time(2000)));
});
