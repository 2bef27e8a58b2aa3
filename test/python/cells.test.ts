import { expect, test } from "vitest";
import { engine } from "../support/format.js";

const open = (text: string) =>
  engine.open({ uri: "", languageId: "python", text, isCell: true });

test.each([
  ["magic words", "%timeit low( 4 )\nhigh( 5 )\n", "%timeit low( 4 )\nhigh(5)\n"],
  ["a shell, with a quote that is left open", '!ls "tides\nhigh( 5 )\n', '!ls "tides\nhigh(5)\n'],
  ["in a block", "if a :\n    !ls\n    b( 1 )\n", "if a:\n    !ls\n    b(1)\n"],
  ["what is given to a name", "files  =  !ls\nx=1\n", "files  =  !ls\nx = 1\n"],
  ["help", "tide.low?\nx=1\n", "tide.low?\nx = 1\n"],
  [
    "over several lines",
    "!ls \\\n  -l  \\\n    --all\nx=1\n",
    "!ls \\\n  -l  \\\n    --all\nx = 1\n",
  ],
  ["a cell in another language", "%%bash\nls   -l\n  x=1\n", "%%bash\nls   -l\n  x=1\n"],
  ["an operator at a line's beginning", "x = (a\n% b)\n", "x = (\n    a\n    % b\n)\n"],
])("lines that are no Python stay: %s", (_, text, wanted) => {
  const answer = open(text).formatDocument();
  expect(answer.text).toBe(wanted);
  expect(answer.unsettled).toEqual([]);
});

test("the same in a module does not parse", () => {
  const document = engine.open({ uri: "", languageId: "python", text: "!ls\nx=1\n" });
  expect(document.formatDocument().unsettled.length).toBe(1);
});

test("Enter behind a line for a shell, whatever that leaves open", () => {
  const document = open("if a:\n    !ls (");
  document.update([{
    range: { start: { line: 1, character: 9 }, end: { line: 1, character: 9 } },
    text: "\n",
  }]);
  expect(document.formatOnType({ line: 2, character: 0 }, "\n").caret).toEqual({
    line: 2,
    character: 4,
  });
});
