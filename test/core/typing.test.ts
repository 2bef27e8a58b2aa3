import { describe, expect, test } from "vitest";
import { applyEdits, createEngine, type Range } from "oak-tide";
import { engine, open } from "../support/format.js";
import { typed } from "../support/marks.js";
import { typedAtOnce } from "../support/typist.js";

describe("Enter", () => {
  test.each([
    ["after an opener", "javascript", "function pier() {|", "function pier() {\n  |"],
    ["between a pair", "javascript", "open(() => {|});", "open(() => {\n  |\n});"],
    ["between brackets", "javascript", "f([|])", "f([\n  |\n])"],
    ["in an argument list", "javascript", "f(\n  a,|", "f(\n  a,\n  |"],
    ["after an operator", "javascript", "x = a +|", "x = a +\n  |"],
    ["after a statement", "javascript", "{\n  a();|", "{\n  a();\n  |"],
    ["after an arrow", "javascript", "x = () =>|", "x = () =>\n  |"],
    ["after an else", "javascript", "if (a) b;\nelse|", "if (a) b;\nelse\n  |"],
    ["after a case", "javascript", "switch (a) {\n  case 1:|", "switch (a) {\n  case 1:\n    |"],
    [
      "behind a jump that ends a case",
      "javascript",
      "switch (a) {\n  case 1:\n    break;|",
      "switch (a) {\n  case 1:\n    break;\n  |",
    ],
    [
      "behind a jump that may not happen",
      "javascript",
      "switch (a) {\n  case 1:\n    if (b) break;|",
      "switch (a) {\n  case 1:\n    if (b) break;\n    |",
    ],
    [
      "in what a template holds",
      "javascript",
      "if (a) {\n  b = `${f(|",
      "if (a) {\n  b = `${f(\n    |",
    ],
    ["in a documenting comment", "javascript", "  /**\n   * Tide.|", "  /**\n   * Tide.\n   * |"],
    ["after a bare leader", "javascript", "/**\n * |", "/**\n *\n * |"],
    ["within a comment", "javascript", "a(); // north |south", "a(); // north\n// |south"],
    ["within a comment", "python", "if a:\n    #: b| c", "if a:\n    #: b\n    #: |c"],
    ["between two comments", "javascript", "// a |// b", "// a\n|// b"],
    ["in a template", "javascript", "x = `a|\n  b`", "x = `a\n|\n  b`"],
    ["on a blank line", "javascript", "{\n  |", "{\n\n  |"],
    ["in JSX text", "javascript", "x = <p>\n  north|", "x = <p>\n  north\n  |"],
    ["in an interface", "typescript", "interface A {\n  a: b;|", "interface A {\n  a: b;\n  |"],
    ["in JSON", "json", '{\n  "a": [|', '{\n  "a": [\n    |'],
    ["after a header", "python", "if a:|", "if a:\n    |"],
    ["after return", "python", "def f():\n    return 1|", "def f():\n    return 1\n|"],
    [
      "after pass in a loop",
      "python",
      "for a in b:\n    if a:\n        break|",
      "for a in b:\n    if a:\n        break\n    |",
    ],
    ["in hanging brackets", "python", "x = f(\n    a,|", "x = f(\n    a,\n    |"],
    [
      "in a docstring",
      "python",
      'def f():\n    """Tide|\n    """',
      'def f():\n    """Tide\n    |\n    """',
    ],
    ["after a statement", "python", "if a:\n    b = 1|", "if a:\n    b = 1\n    |"],
  ])("%s (%s)", (_, languageId, before, after) => {
    expect(typed(languageId, before, "\n")).toBe(after);
  });
});

describe("a value in a plain string makes it a template", () => {
  test.each([
    ["f({ a: 'b ${c} ` $|' });", "f({ a: `b \\${c} \\` ${|` });"],
    ['x = "a $|}";', "x = `a ${|}`;"],
    ['export default "a $|";', "export default `a ${|`;"],
    ...[
      "x = `$|`",
      '"a $|";',
      'import "a $|";',
      'x = { "$|": 1 }',
      'x = "\\12$|"',
    ].map(
      (kept) => [kept, kept.replace("|", "{|")],
    ),
  ] as [string, string][])("%s", (before, after) => {
    const style = { interpolatedString: "template" } as const;
    expect(typed("javascript", before, "{", style)).toBe(after);
    expect(typed("javascript", before, "{")).toBe(before.replace("|", "{|"));
  });
});

describe("other characters", () => {
  test.each([
    [
      "a brace first on its line",
      "javascript",
      "}",
      "if (a) {\n  b();\n  |",
      "if (a) {\n  b();\n}|",
    ],
    [
      "a separator first on its line, as others of its statement",
      "javascript",
      ",",
      "if (a) {\n    b();\n}\nvar low = 1\n  , high = 2\n|",
      "if (a) {\n    b();\n}\nvar low = 1\n  , high = 2\n  ,|",
    ],
    ["a separator within a line", "javascript", ",", "f(a|)", "f(a,|)"],
    ["a bracket first on its line", "javascript", ")", "f(\n  a,\n  |", "f(\n  a,\n)|"],
    [
      "a bracket first on its line in what a template holds",
      "javascript",
      ")",
      "if (a) {\n  b = `${f(\n    c\n    |",
      "if (a) {\n  b = `${f(\n    c\n  )|",
    ],
    [
      "the end of a comment that has stars, but for its last line",
      "javascript",
      "/",
      "/**\n * Berths.\n and piers\n *|",
      "/**\n * Berths.\n and piers\n */|",
    ],
    [
      "the end of a comment without stars",
      "javascript",
      "/",
      "/* Berths.\n   and piers\n   *|",
      "/* Berths.\n   and piers\n*/|",
    ],
    [
      "the same, under its opener's star",
      "javascript",
      "/",
      "/* Berths.\n   and piers\n *|",
      "/* Berths.\n   and piers\n */|",
    ],
    ["a dot that goes on with a chain", "javascript", ".", "x = tides\n|", "x = tides\n  .|"],
    [
      "a word that goes on with a statement deeper than the layout has it",
      "javascript",
      " ",
      "tide();\n    if (low) {\n        moor();\n    }\n    else|",
      "tide();\n    if (low) {\n        moor();\n    }\n    else |",
    ],
    [
      "the same, on a line that stands elsewhere",
      "typescript",
      "(",
      "{\n      try {\n        moor();\n      }\ncatch|\n}",
      "{\n      try {\n        moor();\n      }\n      catch(|\n}",
    ],
    ["a tag that closes", "javascript", "/", "x = <p>\n  a\n  <|", "x = <p>\n  a\n</|"],
    ["the end of a comment", "javascript", "/", "/**\n * a\n * |", "/**\n * a\n */|"],
    ["nothing in a string", "javascript", ";", "x = 'a|'", "x = 'a;|'"],
    ["the first case of a match", "python", ":", "match a:\n    case|", "match a:\n    case:|"],
  ])("%s", (_, languageId, character, before, after) => {
    expect(typed(languageId, before, character)).toBe(after);
  });
});

describe("pastes and moves", () => {
  const lines = (first: number, last: number, character = 0): Range => ({
    start: { line: first, character },
    end: { line: last + 1, character: 0 },
  });
  test.each([
    [
      "staircase-shaped",
      "javascript",
      "if (a) {\nb(() => {\n      c();\n    });\n}\n",
      lines(1, 3),
      "if (a) {\n  b(() => {\n    c();\n  });\n}\n",
    ],
    [
      "deeper than its place",
      "typescript",
      "{\n        a();\n        b();\n}\n",
      lines(1, 2),
      "{\n  a();\n  b();\n}\n",
    ],
    [
      "with a template that stays",
      "javascript",
      "{\nx = `\n y`;\nz();\n}\n",
      lines(1, 3),
      "{\n  x = `\n y`;\n  z();\n}\n",
    ],
    ["into an array", "json", "[\n1,\n  2\n]\n", lines(1, 1), "[\n  1,\n  2\n]\n"],
    [
      "at the caret's depth",
      "python",
      "if a:\n    b\n    for c in d:\n  e()\n",
      lines(2, 3, 4),
      "if a:\n    b\n    for c in d:\n        e()\n",
    ],
    [
      "within one line",
      "javascript",
      "f(1,2)\n",
      { start: { line: 0, character: 2 }, end: { line: 0, character: 5 } },
      "f(1, 2)\n",
    ],
  ] as const)("pasted %s (%s)", (_, languageId, text, range, after) => {
    expect(applyEdits(text, open(languageId, text).formatOnPaste(range).edits)).toBe(after);
  });

  test("moved out of a block, with its comment", () => {
    const text = "if (a) {\n  b();\n}\n  // tide\n  c(\n    1,\n  );\n";
    expect(applyEdits(text, open("javascript", text).formatOnMove(lines(3, 6)).edits)).toBe(
      "if (a) {\n  b();\n}\n// tide\nc(\n  1,\n);\n",
    );
  });

  test("the only deeper lines of a text, once they were cut out", () => {
    const text = "moor((boat) => {\n    call(boat);\n    row(boat);\n});\n";
    const document = open("javascript", text);
    const [cut, back] = [lines(1, 2), { start: lines(1, 1).start, end: lines(1, 1).start }];
    document.update([{ range: cut, text: "" }]);
    document.update([{ range: back, text: "    call(boat);\n    row(boat);\n" }]);
    expect(document.formatOnPaste(cut).edits).toEqual([]);
  });

  test("ten thousand lines at once", () => {
    const text = `{\n${"tide();\n".repeat(10_000)}}\n`;
    expect(applyEdits(text, open("javascript", text).formatOnPaste(lines(1, 10_000)).edits)).toBe(
      `{\n${"  tide();\n".repeat(10_000)}}\n`,
    );
  });
});

test("every language states its trigger characters", () => {
  for (const id of engine.languageIds) expect(engine.triggerCharacters(id)[0]).toBe("\n");
  expect(() => createEngine().triggerCharacters("tidal")).toThrow(/"tidal"/);
});

test("a closer goes with what the end of its statement lays out", () => {
  const text = "const moor =\n  (pier) =>\n  (tide) => {\n    go();\n  };";
  expect(typedAtOnce("javascript", text.replace(/^ +/gm, "")).text).toBe(text);
});
