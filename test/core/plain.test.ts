import { expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { format, open } from "../support/format.js";

const typed = (text: string, line: number, character: number, sign: string): string =>
  applyEdits(text, open("plaintext", text).formatOnType({ line, character }, sign).edits);

test("a document gets what is safe everywhere", () => {
  expect(format("plaintext", "pier {\n\tquay  \r\n\n\n  x\t\n}")).toBe(
    "pier {\n\tquay\n\n\n  x\n}\n",
  );
});

test.each([
  ["Enter after a bracket", "pier {\n", 1, 0, "\n", "pier {\n  "],
  ["Enter after a line", "pier {\n  a;\n", 2, 0, "\n", "pier {\n  a;\n  "],
  ["Enter after a colon", "tide:\n", 1, 0, "\n", "tide:\n  "],
  ["a closer first on its line", "pier {\n  a;\n  }", 2, 3, "}", "pier {\n  a;\n}"],
])("%s", (_, text, line, character, sign, after) => {
  expect(typed(text, line, character, sign)).toBe(after);
});

test("pasted lines keep their shape and go to the depth of the place", () => {
  const text = "a {\n    b\n      c\n}\n";
  const range = { start: { line: 1, character: 0 }, end: { line: 3, character: 0 } };
  expect(applyEdits(text, open("plaintext", text).formatOnPaste(range).edits)).toBe(
    "a {\n  b\n    c\n}\n",
  );
});

test.each([
  ["a text below a key", "yaml", "a: |  \n  x  \n    \n  y", "a: |\n  x  \n    \n  y"],
  ["a here-document", "shellscript", "cat <<END \nx  \nEND  \ny  ", "cat <<END \nx  \nEND\ny\n"],
  ["a string over lines", "rust", 'a("x  \ny");  \n', 'a("x  \ny");\n'],
  ["a raw string", "cpp", 'a(R"x(b  \n)" )x");  \n', 'a(R"x(b  \n)" )x");\n'],
  ["a long comment's end", "lua", "--[[ x  \n]]  \n", "--[[ x  \n]]\n"],
  ["a blank behind a backslash", "c", "a \\ \nb  \n", "a \\ \nb\n"],
])("%s keeps its blanks", (_, languageId, before, after) => {
  expect(format(languageId, before)).toBe(after);
  expect(format(languageId, after)).toBe(after);
});

test("a comment holds formatting off", () => {
  const text = "# oak-tide: leave\na  \n# oak-tide: resume\n";
  expect(format("yaml", `${text}b  \n`)).toBe(`${text}b\n`);
});
