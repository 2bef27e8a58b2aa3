import { describe, expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { keyed } from "../support/caret.js";
import { engine, format } from "../support/format.js";
import { markdownRegions } from "../../dist/languages/markdown/regions.js";
import { parseMarkdown } from "../../dist/languages/markdown/parser.js";

/** The languages of the fences of a text, each with what stands before its lines. */
const regions = (text: string): string[] =>
  [...markdownRegions(parseMarkdown(text))].map(
    ({ languageId, prefix, isUneven }) =>
      isUneven === true ? "uneven" : `${languageId} ${JSON.stringify(prefix)}`,
  );

const fenced = (info: string): string => `\`\`\`${info}\na\n\`\`\`\n`;

describe("whose a fence is", () => {
  test.each([
    ["js", "javascript"],
    ["JavaScript", "javascript"],
    ["jsx", "javascriptreact"],
    ["ts", "typescript"],
    ["tsx title=\"pier.tsx\"", "typescriptreact"],
    ["ts{1,3}", "typescript"],
    ["{.py}", "python"],
    ["py", "python"],
    ["python", "python"],
    ["yml", "yaml"],
    ["sh", "shellscript"],
    ["json", "json"],
    ["jsonc", "jsonc"],
    ["scss", "scss"],
    ["html", "html"],
    ["vue", "vue"],
    ["tidal", "tidal"],
  ])("%s", (info, languageId) => {
    expect(regions(fenced(info))).toEqual([`${languageId} ""`]);
  });

  test.each([
    ["const board = <Board>\n  late\n</Board>;", "typescriptreact"],
    ["return (\n  <Board", "typescriptreact"],
    ["const board = <Board>late;\nconst of = <T>(x: T) => x;", "typescript"],
  ])("of TypeScript by what it holds: %j", (code, languageId) => {
    expect(regions(`\`\`\`ts\n${code}\n\`\`\`\n`)).toEqual([`${languageId} ""`]);
  });

  test.each([
    ["// a berth\n{\n  name: 1,\n}", "expression"],
    ["{ ...berth }", "expression"],
    ["{ 'a': 1 }", "expression"],
    ["{\n  name: string;\n}", undefined],
    ["{ moor(); }", undefined],
    ["a = { b: 1 }", undefined],
  ])("an object, or statements: %j", (code, start) => {
    const [region] = markdownRegions(parseMarkdown(`\`\`\`ts\n${code}\n\`\`\`\n`));
    expect(region!.start).toBe(start);
  });

  test.each(["/".repeat(40_000), "// ".repeat(10_000), "\n".repeat(20_000), "{// ".repeat(5_000)])(
    "by what begins it, however long that is: %#",
    (code) => {
      const [region] = markdownRegions(parseMarkdown(`\`\`\`js\n${code}\nf();\n\`\`\`\n`));
      expect(region!.start).toBeUndefined();
    },
  );

  test.each(["console", "text", "pycon", "diff"])("nobody's: %j", (info) => {
    expect(regions(fenced(info))).toEqual([]);
  });

  test.each([
    "",
    "  ",
  ])("unsaid: brackets tell how it is typed, and nothing else of it changes: %j", (info) => {
    expect(regions(fenced(info))).toEqual(['plaintext ""']);
    const text = `\`\`\`${info}\ntides = {  \n\`\`\`\n`;
    expect(format("markdown", text)).toBe(text.replace(/`  +/, "`"));
    expect(keyed("markdown", "- a\n  ```\n  tides = {¦\n  ```\n")).toBe(
      "- a\n  ```\n  tides = {\n    ¦\n  ```\n",
    );
  });

  test("what stands before its lines", () => {
    expect(regions("- a\n\n  ```js\n  b\n  ```\n")).toEqual(['javascript "  "']);
    expect(regions("> ```js\n> b\n>\n> c\n> ```\n")).toEqual(['javascript "> "']);
    expect(regions("> 1. ```py\n>    b\n>    ```\n")).toEqual(['python ">    "']);
    expect(regions("  ```js\n  b\n  ```\n")).toEqual(['javascript "  "']);
    // Lines that have other things before them wait for what their list or quotation gives them.
    expect(regions("> ```js\n> b\n>c\n> ```\n")).toEqual(["uneven"]);
    expect(regions("- a\n\n  ```js\n\tb\n  ```\n")).toEqual(["uneven"]);
    expect(regions("```js\n```\n")).toEqual([]);
  });
});

describe("what is laid out in them", () => {
  test.each([
    [
      "with the lines that its list gets",
      "*   a\n\n    ```js\n    if(a){\n    b()\n    }\n    ```\n",
      "* a\n\n  ```js\n  if (a) {\n    b();\n  }\n  ```\n",
    ],
    [
      "in its width",
      `- a\n\n  \`\`\`js\n  f(${"tide, ".repeat(19)}tide)\n  \`\`\`\n`,
      `- a\n\n  \`\`\`js\n  f(\n${"    tide,\n".repeat(20)}  );\n  \`\`\`\n`,
    ],
    [
      "with texts over several lines",
      "> ```js\n> const a=`\n>   b`\n> ```\n",
      "> ```js\n> const a = `\n>   b`;\n> ```\n",
    ],
    [
      "pages",
      "```html\n<ul><li>a<li>b</ul>\n```\n",
      "```html\n<ul>\n  <li>a\n  <li>b\n</ul>\n```\n",
    ],
    [
      "a text in a text",
      "````md\n*   a\n\n```js\nb\n```\n````\n",
      "````md\n*   a\n\n```js\nb\n```\n````\n",
    ],
  ])("%s", (_, text, wanted) => {
    expect(format("markdown", text)).toBe(wanted);
    expect(format("markdown", wanted)).toBe(wanted);
  });

  test("a selection changes no other line", () => {
    const text = "```js\na=1\nb=2\n```\n\n*   c\n*   d\n";
    const document = engine.open({ uri: "", languageId: "markdown", text });
    const line = (n: number): string =>
      applyEdits(
        text,
        document.formatSelection({
          start: { line: n, character: 0 },
          end: { line: n, character: 3 },
        }).edits,
      );
    expect(line(1)).toBe(text.replace("a=1", "a = 1;"));
    expect(line(6)).toBe(text.replace("*   d", "* d"));
  });
});

describe("what is typed into them", () => {
  test.each([
    [
      "a list's",
      "- a\n\n  ```js\n  if (a) {¦\n  ```\n",
      "\n",
      "- a\n\n  ```js\n  if (a) {\n    ¦\n  ```\n",
    ],
    ["a quotation's", "> ```py\n> if a:¦\n> ```\n", "\n", "> ```py\n> if a:\n>     ¦\n> ```\n"],
    ["a closer", "```js\nif (a) {\n  ¦\n```\n", "}", "```js\nif (a) {\n}¦\n```\n"],
    ["a style sheet's", "```css\n.a {¦}\n```\n", "\n", "```css\n.a {\n  ¦\n}\n```\n"],
  ])("%s", (_, text, key, wanted) => {
    expect(keyed("markdown", text, key)).toBe(wanted);
  });
});
