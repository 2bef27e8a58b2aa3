import { expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { keyed } from "../support/caret.js";
import { open } from "../support/format.js";

test.each([
  ["a block", "class A\n{¦\n}", "\n", "class A\n{\n    ¦\n}"],
  ["a documentation comment goes on", "/// <summary>¦", "\n", "/// <summary>\n/// ¦"],
  ["a body below its header", "if (x)¦", "\n", "if (x)\n    ¦"],
  ["its brace", "if (x)\n    ¦", "{", "if (x)\n{¦"],
  [
    "the brace of a member",
    "class A\n{\n    void F()\n        ¦",
    "{",
    "class A\n{\n    void F()\n    {¦",
  ],
  ["the brace of a function in a call", "f(a, b =>\n    ¦", "{", "f(a, b =>\n{¦"],
  ["the brace of a value", "var a =\n    ¦", "{", "var a =\n{¦"],
  ["the brace of an object", "x = new Berth\n    ¦", "{", "x = new Berth\n{¦"],
  [
    "a closer",
    "class A\n{\n    void F()\n    {\n        ¦",
    "}",
    "class A\n{\n    void F()\n    {\n    }¦",
  ],
  ["a condition of the preprocessor", "class A\n{\n    ¦", "#", "class A\n{\n#¦"],
  ["a region, as deep as code", "class A\n{\n#region¦", " ", "class A\n{\n    #region ¦"],
  [
    "what ends a region",
    "class A\n{\n    #region B\n    ¦",
    "#",
    "class A\n{\n    #region B\n    #¦",
  ],
  [
    "a case",
    "switch (x)\n{\n    case 1:\n        f();\n        break;\n        case¦",
    " ",
    "switch (x)\n{\n    case 1:\n        f();\n        break;\n    case ¦",
  ],
  [
    "a resource below another",
    "using (var a = b())\n    using¦",
    " ",
    "using (var a = b())\nusing ¦",
  ],
  [
    "a clause of a query",
    "var a = from b in c\n    where¦",
    " ",
    "var a = from b in c\n        where ¦",
  ],
  [
    "the clause that ends one",
    "var a = from b in c\n        where b\n    select¦",
    " ",
    "var a = from b in c\n        where b\n        select ¦",
  ],
  ["in front of a closer on its line", "class A\n{\n¦}", "\n", "class A\n{\n\n¦}"],
])("%s", (_, text, key, wanted) => {
  expect(keyed("csharp", text, key)).toBe(wanted);
});

test("what is pasted keeps the columns of a query's clauses", () => {
  const text =
    "class A\n{\n    void F()\n    {\n        var a = from b in c\n                where b > 1\n                select b;\n    }\n}\n";
  const range = { start: { line: 4, character: 0 }, end: { line: 7, character: 0 } };
  expect(open("csharp", text).formatOnPaste(range).edits).toEqual([]);
});

test("lines for the preprocessor stay at the margin where code moves", () => {
  const before = "class A\n{\nvoid F()\n{\n#if X\nf();\n#endif\n}\n}\n";
  const range = { start: { line: 2, character: 0 }, end: { line: 8, character: 0 } };
  expect(applyEdits(before, open("csharp", before).formatOnPaste(range).edits)).toBe(
    "class A\n{\n    void F()\n    {\n#if X\n    f();\n#endif\n    }\n}\n",
  );
});
