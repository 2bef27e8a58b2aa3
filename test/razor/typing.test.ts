import { expect, test } from "vitest";
import { engine } from "../support/format.js";
import { keyed } from "../support/caret.js";
import { within } from "../support/marks.js";

test.each([
  [
    "Enter before a statement keeps its depth",
    "@if (a) {\n    ¦b();\n}\n",
    "\n",
    "@if (a) {\n\n    ¦b();\n}\n",
  ],
  [
    "Enter over blank lines of members",
    "@functions {\n    int a = new B(\n        1);\n\n    ¦",
    "\n",
    "@functions {\n    int a = new B(\n        1);\n\n\n    ¦",
  ],
  [
    "a brace goes back to its block behind an element without content",
    "@if (a) {\n    <input type=\"text\" />\n    ¦\n",
    "}",
    "@if (a) {\n    <input type=\"text\" />\n}¦\n",
  ],
  [
    "a label goes back to its switch",
    "@switch (a) {\n    case 1:\n        break;\n        case¦\n}\n",
    " ",
    "@switch (a) {\n    case 1:\n        break;\n    case ¦\n}\n",
  ],
  [
    "an element is no part of the statement that lacks its end",
    "@{\n    a\n    <p>b</p>¦\n}\n",
    "\n",
    "@{\n    a\n    <p>b</p>\n    ¦\n}\n",
  ],
  [
    "in a statement that lacks its end",
    "@{\n    a = F(¦\n}\n",
    "\n",
    "@{\n    a = F(\n        ¦\n}\n",
  ],
  [
    "in the last of a page",
    "@{\n    a = F(\n        b,¦",
    "\n",
    "@{\n    a = F(\n        b,\n        ¦",
  ],
  [
    "in a value that lacks its bracket",
    "<p>\n    @F(¦\n</p>\n",
    "\n",
    "<p>\n    @F(\n        ¦\n</p>\n",
  ],
  [
    "in what a helper takes",
    "@helper A(¦\n    <p></p>\n}\n",
    "\n",
    "@helper A(\n    ¦\n    <p></p>\n}\n",
  ],
  ["in a head", "<p>\n    @if (a &&¦", "\n", "<p>\n    @if (a &&\n        ¦"],
  ["in one between statements", "@{\n    @F(¦\n}\n", "\n", "@{\n    @F(\n        ¦\n}\n"],
  [
    "behind a long statement that is the last of its block",
    `@{\n    try {\n    }\n    if (a) {\n    }\n    b = F(\n        ${"c".repeat(300)},\n        d);¦`,
    "\n",
    `@{\n    try {\n    }\n    if (a) {\n    }\n    b = F(\n        ${"c".repeat(300)},\n        d);\n    ¦`,
  ],
])("%s", (_, text, key, wanted) => {
  expect(keyed("razor", text, key)).toBe(wanted);
});

test.each([
  [
    "in an element of a block",
    "@if (a) {\n    <div>\n[[<input name=\"@b\" />\n]]    </div>\n}\n",
    "        ",
  ],
  ["in a block of a block", "@if (a) {\n    if (b) {\n[[<p>c</p>\n]]    }\n}\n", "        "],
  ["under a label", "@switch (a) {\n    case 1:\n[[<p>b</p>\n]]        break;\n}\n", "        "],
])("what is pasted %s stands in its depth", (_, text, white) => {
  const wanted = text.replace("[[", white).replace("]]", "");
  expect(within("razor", text, "formatOnPaste")).toBe(wanted);
  expect(within("razor", text, "formatOnMove")).toBe(wanted);
});

test("the page's own style handed back does not rule its code", () => {
  const text =
    "@functions {\n    void F()\n    {\n        if (a)\n        {\n            b();\n        }\n    }\n}\n";
  const document = engine.open({ uri: "", languageId: "razor", text });
  expect(document.formatDocument(document.style()).edits).toEqual([]);
  expect(document.formatDocument({ bracePlacement: "same-line" }).edits).not.toEqual([]);
});
