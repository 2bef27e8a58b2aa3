import { expect, test } from "vitest";
import { typed, within } from "../support/marks.js";
import { typedAtOnce } from "../support/typist.js";

/** A text without the indentation of its lines. */
const bare = (text: string): string => text.replace(/^[ \t]+/gm, "");

test.each([
  ["css", ".pier,\n.mill > a {\n  color: red;\n  transition:\n    top 1s,\n    left 2s;\n}\n"],
  ["css", "@media print {\n  a {\n    b: c;\n  }\n\n  d {\n    e: f;\n  }\n}\n"],
  [
    "scss",
    "@mixin wide($a) {\n  &:hover {\n    @include low($a) {\n      top: 0;\n    }\n  }\n}\n$depths: (\n  low: 1px,\n  high: 2px,\n);\n",
  ],
  ["less", ".wide(@a) when (@a > 0) {\n  .inner(@a);\n  &:extend(.b);\n  // end\n}\n"],
])("%s typed without any indentation gets it", (languageId, text) => {
  expect(typedAtOnce(languageId, bare(text), /[^]/).text).toBe(text);
});

test.each([
  ["css", "a {|}", "a {\n  |\n}"],
  ["css", "a {\n  b: c;|\n}", "a {\n  b: c;\n  |\n}"],
  ["css", "a,|", "a,\n|"],
  ["css", "a {\n  b:|", "a {\n  b:\n    |"],
  ["css", "a {\n  --low:|\n}", "a {\n  --low:\n    |\n}"],
  ["css", "a {\n  --low: 1px b,|\n}", "a {\n  --low: 1px b,\n    |\n}"],
  ["css", "a {\n  --low:\n    1px b,|\n}", "a {\n  --low:\n    1px b,\n    |\n}"],
  [
    "css",
    "a {\n  --b: c,\n      d;\n  --e: f,|\n}",
    "a {\n  --b: c,\n      d;\n  --e: f,\n      |\n}",
  ],
  ["css", "a {\n  --low: calc(|);\n}", "a {\n  --low: calc(\n    |\n  );\n}"],
  ["css", "a {\n  --low: 1px;|\n}", "a {\n  --low: 1px;\n  |\n}"],
  ["scss", "a {\n  &--low:hover,|\n}", "a {\n  &--low:hover,\n  |\n}"],
  ["scss", "$depths: (|)", "$depths: (\n  |\n)"],
  ["scss", "// low |tide", "// low\n// |tide"],
  ["css", "/**\n * Low.|\n */", "/**\n * Low.\n * |\n */"],
])("Enter in %s, %j", (languageId, before, after) => {
  expect(typed(languageId, before, "\n")).toBe(after);
});

test("what ends lays out what was typed, and a closer goes to its block", () => {
  expect(typedAtOnce("css", "a{\nb:c!important;\n}\n", /[^]/).text).toBe(
    "a {\n  b: c !important;\n}\n",
  );
  expect(typed("css", "a {\n  b: c;\n    |", "}")).toBe("a {\n  b: c;\n}|");
});

test("pasted rules go to the depth of their place", () => {
  const text = "@media print {\n  i {\n    b: c;\n  }\n[[a {\n\tb: c;\n}\n]]}\n";
  expect(within("css", text, "formatOnPaste")).toBe(
    "@media print {\n  i {\n    b: c;\n  }\n  a {\n    b: c;\n  }\n}\n",
  );
});

test("moved declarations take the depth of their block", () => {
  const text = "a {\n  b {\n[[  c: d;\n]]  }\n}\n";
  expect(within("css", text, "formatOnMove")).toBe("a {\n  b {\n    c: d;\n  }\n}\n");
});

test("a selection changes its lines only", () => {
  const text = "a{b:c}\n[[d{e:f}]]\n";
  expect(within("css", text, "formatSelection")).toBe("a{b:c}\nd {\n  e: f;\n}\n");
});
