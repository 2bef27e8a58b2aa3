import { describe, expect, test } from "vitest";
import { format } from "../support/format.js";

const table = (cases: readonly (readonly [name: string, text: string, wanted: string])[]): void => {
  test.each(cases)("%s", (_, text, wanted) => {
    expect(format("markdown", text)).toBe(wanted);
    expect(format("markdown", wanted)).toBe(wanted);
  });
};

describe("lists", () => {
  table([
    [
      "what an item holds stands one blank behind its marker",
      "*   pier\n\n    quay\n",
      "* pier\n\n  quay\n",
    ],
    ["lists in lists", "-   a\n    -   b\n        more\n-   c\n", "- a\n  - b\n    more\n- c\n"],
    ["numbers follow from the first", "3. a\n3. b\n9. c\n", "3. a\n4. b\n5. c\n"],
    ["all the same stay so", "1. a\n1. b\n1. c\n", "1. a\n1. b\n1. c\n"],
    ["a longer number moves what its item holds", "9. a\n1. b\n\n   c\n", "9. a\n10. b\n\n    c\n"],
    ["tight and loose", "- a\n\n\n\n- b\n-\n- c\n", "- a\n\n- b\n-\n- c\n"],
    ["a task", "-  [ ] moor\n", "- [ ] moor\n"],
    ["code right behind a marker", "-     code\n", "-     code\n"],
    ["what would come into the list stays out", "-   a\n\n  b\n", "- a\n\nb\n"],
    ["lines that go on without being told", "-   a\nb\n", "- a\n  b\n"],
    ["in a quotation", "> *   a\n>     b\n", "> * a\n>   b\n"],
  ]);
});

describe("lines", () => {
  table([
    [
      "white space at their ends",
      "# Tides \t\n\nlow  \nhigh \nslack\t\n",
      "# Tides\n\nlow  \nhigh\nslack\n",
    ],
    ["behind a backslash", "low\\ \nhigh\n", "low\\ \nhigh\n"],
    ["within code", "a `b \nc` d \n", "a `b \nc` d\n"],
    ["blank lines up to the limit", "a\n\n\n\nb\n\n\n", "a\n\nb\n"],
    ["none in code", "    a  \n\n\n    b\n", "    a  \n\n\n    b\n"],
    ["a last one without an end", "a", "a\n"],
    [
      "what stands at the beginning",
      "---\ntitle:   Tides\n\n\n---\n\n# A\n",
      "---\ntitle:   Tides\n\n\n---\n\n# A\n",
    ],
    ["formulas", "$$\n  a  \n\n\n  b\n$$\n", "$$\n  a  \n\n\n  b\n$$\n"],
    [
      "markup",
      "<div>\n  a  \n</div>\n\n<!-- a\n\n\nb -->\n",
      "<div>\n  a  \n</div>\n\n<!-- a\n\n\nb -->\n",
    ],
  ]);
});

describe("tables", () => {
  table([
    [
      "columns are as wide as they are shown",
      "|Time|Ferry|Seats|\n|-|:-:|-:|\n|06:40|潮|12|\n|7|🛥️ Heron|4 \\| 5|\n",
      "| Time  |  Ferry   |  Seats |\n| ----- | :------: | -----: |\n| 06:40 |    潮    |     12 |\n| 7     | 🛥️ Heron | 4 \\| 5 |\n",
    ],
    [
      "as written where a row would be too long",
      `|a|b|\n|-|-|\n|1|${"x".repeat(100)}|\n`,
      `|a|b|\n|-|-|\n|1|${"x".repeat(100)}|\n`,
    ],
    [
      "without pipes at their ends",
      "pier|m|note\n:-:|--:|-\n潮|4.1|`\\|`\nnorth|10|low water\n",
      "pier  |   m | note\n:---: | --: | ---------\n潮    | 4.1 | `\\|`\nnorth |  10 | low water\n",
    ],
    ["with an empty cell there", "a|b\n-|-\n |c\n", "a|b\n-|-\n|c\n"],
    [
      "with pipes where its rows begin",
      "|pier|m\n|-|-\n|north|\n|south\n|low|2 |\n",
      "| pier  | m\n| ----- | ---\n| north |\n| south\n| low   | 2   |\n",
    ],
    ["with pipes before some rows", "a|b\n-|-\n|c|d|\n", "a|b\n-|-\n|c|d|\n"],
  ]);
});

describe("code in fences", () => {
  table([
    [
      "by its language",
      "```js\nconst tide={low:1}\n```\n",
      "```js\nconst tide = { low: 1 };\n```\n",
    ],
    [
      "in a list, in a quotation",
      "> 1. a\n>\n>    ~~~ py\n>    x=1\n>    ~~~\n",
      "> 1. a\n>\n>    ~~~ py\n>    x = 1\n>    ~~~\n",
    ],
    [
      "a session, or nobody's",
      "```console\n$ a   b\n```\n\n```\na   b\n```\n",
      "```console\n$ a   b\n```\n\n```\na   b\n```\n",
    ],
    [
      "indented, with blanks on an empty line",
      "  ```text\n  a\n   \n  b\n  ```\n",
      "```text\na\n \nb\n```\n",
    ],
    [
      "behind tabs that reach into its column",
      "- a\n\n  ```js\n\tlow()\n\t\thigh()\n\t```\n",
      "- a\n\n  ```js\n  low();\n  high();\n  ```\n",
    ],
    ["what does not parse", "```js\nif (\n```\n", "```js\nif (\n```\n"],
    ["open at the end", "```text\na  \n\n\n", "```text\na  \n\n\n"],
  ]);
});

describe("what is white to the eye alone is a letter", () => {
  table([
    ["at the end of a paragraph", "a\u00a0  \n", "a\u00a0\n"],
    ["on a line of its own", "a\n\n\u00a0\n\nb\n", "a\n\n\u00a0\n\nb\n"],
    ["at the start of a line", " \u3000a\n  b\n", "\u3000a\n  b\n"],
    ["around a heading", "#   a\u2003 \n", "# a\u2003\n"],
    [
      "at the edge of a cell",
      "| a\u00a0  | b |\n| - | - |\n| \u00a0c | d |\n",
      "| a\u00a0  | b   |\n| --- | --- |\n| \u00a0c  | d   |\n",
    ],
    [
      "behind a fence that it does not close",
      "```sh\na\n```\u00a0\n```\n",
      "```sh\na\n```\u00a0\n```\n",
    ],
    ["behind a bullet that it makes none", "*\u00a0a\n\n+ b\n", "*\u00a0a\n\n+ b\n"],
  ]);
});

describe("lines of white space in a fence that moves", () => {
  table([
    [
      "hold no more than what was code",
      "* a\n   ```\n   b\n   \n     \n   c\n   ```\n",
      "* a\n  ```\n  b\n\n    \n  c\n  ```\n",
    ],
    [
      "and stay in one that does not",
      "* a\n  ```\n  b\n   \n  ```\n",
      "* a\n  ```\n  b\n   \n  ```\n",
    ],
  ]);
});

describe("the end of a text", () => {
  table([
    ["brings a line end of the text's own kind", "a\r\nb", "a\r\nb\r\n"],
    ["loses blank lines, and blanks behind the last line end", "a\r\n\r\n ", "a\r\n"],
  ]);
});

test("a comment holds formatting off", () => {
  const text = "<!-- oak-tide: leave -->\n\n*   a\n\n<!-- oak-tide: resume -->\n\n*   b\n";
  expect(format("markdown", text)).toBe(text.replace("*   b", "* b"));
});
