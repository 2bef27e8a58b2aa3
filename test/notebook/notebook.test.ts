import { describe, expect, test } from "vitest";
import { format } from "../support/format.js";

/** A notebook as its authors' tools write it. */
const notebook = (cells: readonly object[], language = "python"): string =>
  `${JSON.stringify({ cells, metadata: { kernelspec: { language } }, nbformat: 4, nbformat_minor: 5 }, null, 1)}\n`;

const code = (...source: string[]): object => ({
  cell_type: "code",
  execution_count: 1,
  metadata: { b: 1, a: [] },
  outputs: [{ text: ["a  =1"] }],
  source,
});

/** The sources of a notebook's cells. */
const sources = (text: string): string[] =>
  JSON.parse(text).cells.map(({ source }: { source: string | string[] }) => (
    typeof source === "string" ? source : source.join("")
  ));

describe("cells", () => {
  test.each([
    ["code", ["x=1\n", "y = 2"], "x = 1\ny = 2"],
    ["more lines than before", ["if a: b=1"], "if a:\n    b = 1"],
    ["fewer", ["x=1\n", "\n", "\n", "\n", "\n", "y=2"], "x = 1\n\n\ny = 2"],
    [
      "lines of magic",
      ["%matplotlib inline\n", "x=1\n", "!ls  -l {x}\n", "x?"],
      "%matplotlib inline\nx = 1\n!ls  -l {x}\nx?",
    ],
    ["magic in a block", ["if x :\n", "    !ls"], "if x:\n    !ls"],
    ["magic that gives something", ["files  =  !ls\n", "t=1"], "files  =  !ls\nt = 1"],
    ["a percent sign that goes on with a line", ["f('%s'\n", "% x)"], 'f(\n    "%s"\n    % x,\n)'],
    ["a cell that is something else", ["%%bash\n", "ls   -l"], "%%bash\nls   -l"],
    ["what does not parse", ["if (\n", "x=1"], "if (\nx=1"],
    ["nothing", [], ""],
  ])("%s", (_, source, wanted) => {
    const text = notebook([code(...source)]);
    const after = format("ipynb", text);
    expect(sources(after)).toEqual([wanted]);
    expect(format("ipynb", after)).toBe(after);
    // All else stays to the letter.
    const without = (whole: string): string =>
      JSON.stringify(JSON.parse(whole), (key, value) => (key === "source" ? null : value));
    expect(without(after)).toBe(without(text));
  });

  test("of text, and of other languages", () => {
    const markdown = { cell_type: "markdown", metadata: {}, source: ["*   a\n", "*   b"] };
    const text = notebook([markdown, { ...code(), source: "let  a=1" }], "javascript");
    expect(sources(format("ipynb", text))).toEqual(["* a\n* b", "let a = 1;"]);
    expect(format("ipynb", notebook([code("x  =1")], "cobol"))).toBe(
      notebook([code("x  =1")], "cobol"),
    );
  });

  test("lines that stay are written as they were", () => {
    const text = notebook([code("s = '\u00e9'\n", "x=1")]).replace("\u00e9", "\\u00e9");
    expect(format("ipynb", text.replace("'\\u00e9'", '\\"\\u00e9\\"'))).toContain("\\u00e9");
  });

  test.each([
    ["{"],
    ["[]"],
    ['{"cells":3}'],
    [""],
    ['{"cells":[{"source":[1],"cell_type":"code"}]}'],
  ])(
    "%s is no notebook, and stays",
    (text) => {
      expect(format("ipynb", text)).toBe(text);
    },
  );
});
