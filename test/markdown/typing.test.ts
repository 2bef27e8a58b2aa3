import { describe, expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { keyed } from "../support/caret.js";
import { engine } from "../support/format.js";

/** A line in the middle of a sentence, as long as lines get. */
const FULL = "The ferry goes when the tide is high, and waits for all who have";

test.each([
  ["a list goes on", "- a¦", "- a\n- ¦"],
  ["a task", "- [x] a¦", "- [x] a\n- [ ] ¦"],
  ["numbers, and those below", "1. a¦\n2. b\n", "1. a\n2. ¦\n3. b\n"],
  ["numbers that are all the same", "1. a\n1. b¦", "1. a\n1. b\n1. ¦"],
  ["and below the first, where those below are", "1. a¦\n1. b\n", "1. a\n1. ¦\n1. b\n"],
  ["with the tabs of the item", "- a\n\t- b¦\n\t- c\n", "- a\n\t- b\n\t- ¦\n\t- c\n"],
  ["within an item, below a blank line", "2. a\n¦\n\n   b\n", "2. a\n\n   ¦\n\n   b\n"],
  ["but not before another's list", "- a\n¦\n  - b\n", "- a\n\n¦\n  - b\n"],
  [
    "in the column of a text deeper than its item",
    "- Tides\n\n    low,\n    high¦",
    "- Tides\n\n    low,\n    high\n    ¦",
  ],
  [
    "a list below an item as below the two above",
    "* North\n  - 1\n* West\n  - 2\n* South¦",
    "* North\n  - 1\n* West\n  - 2\n* South\n  - ¦",
  ],
  ["text that goes down", "- low¦ tide", "- low\n- ¦tide"],
  ["in a list", "1. a\n   - b¦", "1. a\n   - b\n   - ¦"],
  ["an item without text ends its list", "- a\n- ¦", "- a\n¦"],
  ["or goes one level back", "1. a\n   - b\n   - ¦", "1. a\n   - b\n2. ¦"],
  [
    "or goes on with the item above, where items have several lines",
    "- low\n  tide\n- high\n- ¦",
    "- low\n  tide\n- high\n  ¦",
  ],
  [
    "in the column of the line above",
    "- Tide: low,\n        high,\n- ¦\n",
    "- Tide: low,\n        high,\n        ¦\n",
  ],
  [
    "a line full of words, as paragraphs are",
    `${FULL}\ncome.\n\n- ${FULL}\n- ¦`,
    `${FULL}\ncome.\n\n- ${FULL}\n  ¦`,
  ],
  [
    "a line full that ends a sentence",
    `${FULL}\ncome.\n\n- ${FULL}.\n- ¦`,
    `${FULL}\ncome.\n\n- ${FULL}.\n¦`,
  ],
  [
    "a list below an item as below the one above",
    "- North:\n  - 1\n- South:¦",
    "- North:\n  - 1\n- South:\n  - ¦",
  ],
  ["nothing below the first such item", "- North:¦", "- North:\n- ¦"],
  ["between two sentences", "Low tide.  ¦High tide.", "Low tide.\n¦High tide."],
  ["behind two blanks that end a line", "Low tide  ¦\n", "Low tide  \n¦\n"],
  [
    "below an opener in indented code",
    "Moor:\n\n    moor({¦\n",
    "Moor:\n\n    moor({\n        ¦\n",
  ],
  ["below a tag there", "Moor:\n\n    <p>¦\n", "Moor:\n\n    <p>\n        ¦\n"],
  ["in a quotation", "> Moor:\n>\n>     > moor({¦\n", "> Moor:\n>\n>     > moor({\n>       ¦\n"],
  ["before a closer there", "Moor:\n\n    moor({¦})\n", "Moor:\n\n    moor({\n    ¦})\n"],
  ["a tag in a fence of no language", "```\n<p>¦\n```\n", "```\n<p>\n  ¦\n```\n"],
  ["an object in a fence", "```js\n{\n  a: 1,¦\n}\n```\n", "```js\n{\n  a: 1,\n  ¦\n}\n```\n"],
  ["before it", "```js\n¦{ a: 1 }\n```\n", "```js\n\n¦{ a: 1 }\n```\n"],
  ["and then ends", "- low\n  tide\n- high\n  ¦", "- low\n  tide\n- high\n\n¦"],
  ["behind a blank line too", "- low\n  tide\n\n- ¦", "- low\n  tide\n\n¦"],
  ["a further paragraph of an item", "- a\n\n  b¦", "- a\n\n  b\n  ¦"],
  ["a quotation", "> a¦", "> a\n> ¦"],
  ["that ends", "> a\n> ¦", "> a\n¦"],
  ["a list in a quotation", "> - a¦", "> - a\n> - ¦"],
  ["a paragraph", "tide¦", "tide\n¦"],
  ["in front of an item's further line", "- a\n  ¦b\n", "- a\n\n  ¦b\n"],
  ["in front of its further paragraph", "1. a\n\n   ¦b\n", "1. a\n\n\n   ¦b\n"],
  ["in front of a line of markup", "<p>\n  ¦<b>x</b>\n</p>\n", "<p>\n\n  ¦<b>x</b>\n</p>\n"],
  ["below a tag", "<ul>¦\n</ul>\n", "<ul>\n  ¦\n</ul>\n"],
  ["in its pair", "<ul>¦</ul>\n", "<ul>\n¦</ul>\n"],
  ["behind an element", "<p>\n  <b>a</b>¦", "<p>\n  <b>a</b>\n  ¦"],
  ["behind what its line ends", "<p>\n  <b>\n    a</b>¦", "<p>\n  <b>\n    a</b>\n  ¦"],
  ["in a tag", "<p>\n  <img¦", "<p>\n  <img\n    ¦"],
  ["behind its end", '<p>\n  <img\n    alt="<>">¦', '<p>\n  <img\n    alt="<>">\n  ¦'],
  ["behind that of one that holds more", '<div\n  id="a">¦', '<div\n  id="a">\n  ¦'],
  ["in text shown as it is", "<pre>\n <b>¦", "<pre>\n <b>\n ¦"],
  ["code in a fence", "```js\nif (a) {¦\n```\n", "```js\nif (a) {\n  ¦\n```\n"],
])("Enter: %s", (_, text, wanted) => {
  expect(keyed("markdown", text)).toBe(wanted);
});

test.each([
  ["goes back to its start tag", "<p>\n  Low\n  </p¦\n", "<p>\n  Low\n</p>¦\n"],
  ["over blank lines", "<div>\n\n<p>a</p>\n\n  </div¦", "<div>\n\n<p>a</p>\n\n</div>¦"],
  [
    "in its own depth",
    "<ul>\n  <li>\n    a\n    </li¦\n</ul>\n",
    "<ul>\n  <li>\n    a\n  </li>¦\n</ul>\n",
  ],
  [
    "past tags that hold nothing",
    "<p>\n  <br>\n  <img src='>'>\n  </p¦",
    "<p>\n  <br>\n  <img src='>'>\n</p>¦",
  ],
  ["of nothing stays", "a\n\n  </p¦\n", "a\n\n  </p>¦\n"],
  ["behind text stays", "<p>\n  low</p¦\n", "<p>\n  low</p>¦\n"],
  ["in a fence is the code's", "<p>\n\n```text\n  </p¦\n```\n", "<p>\n\n```text\n  </p>¦\n```\n"],
])("an end tag %s", (_, text, wanted) => {
  expect(keyed("markdown", text, ">")).toBe(wanted);
});

test.each([
  [
    "goes to the line of its opener",
    "a\n\n    moor({\n        b\n        ¦",
    "a\n\n    moor({\n        b\n    }¦",
  ],
  ["of nothing stays", "a\n\n      ¦", "a\n\n      }¦"],
  ["in a text stays", "a {\n  ¦", "a {\n  }¦"],
])("a closing brace in indented code %s", (_, text, wanted) => {
  expect(keyed("markdown", text, "}")).toBe(wanted);
});

test("an end tag in indented code goes back to its start tag in the same stretch", () => {
  expect(keyed("markdown", "<p>\n\na\n\n    <p>\n      b\n      </p¦\n", ">")).toBe(
    "<p>\n\na\n\n    <p>\n      b\n    </p>¦\n",
  );
});

test.each([
  ["goes to the column of the list above", "  - a\n\n## b\n\n-¦\n", "  - a\n\n## b\n\n  - ¦\n"],
  ["and of the item above", " 1. a\n\n2.¦\n", " 1. a\n\n 2. ¦\n"],
  ["stays below one at the margin", "- a\n\n## b\n\n-¦\n", "- a\n\n## b\n\n- ¦\n"],
])("a marker at the margin %s", (_, text, wanted) => {
  expect(keyed("markdown", text, " ")).toBe(wanted);
});

test.each([
  ["goes back to its beginning", "```js\nif (a) {\n  b();\n  ``¦", "```js\nif (a) {\n  b();\n```¦"],
  ["in an item", "1. a\n   ```js\n   b(\n     ``¦", "1. a\n   ```js\n   b(\n   ```¦"],
  ["behind a marker", "- ```sh\n  a\n    ``¦", "- ```sh\n  a\n  ```¦"],
  ["longer than three signs waits for all", "````\na\n  ``¦", "````\na\n  ```¦"],
  ["that begins one stays", "a\n\n  ``¦", "a\n\n  ```¦"],
])("a fence %s", (_, text, wanted) => {
  expect(keyed("markdown", text, "`")).toBe(wanted);
});

test.each([
  ["goes on", "---\ntitle: Tides¦\n", "---\ntitle: Tides\n¦\n"],
  ["below what holds more", "---\nberths:¦", "---\nberths:\n  ¦"],
  [
    "under the members of an entry",
    "---\nberths:\n  - name: North¦\n---\n",
    "---\nberths:\n  - name: North\n    ¦\n---\n",
  ],
  ["is none behind its end", "---\ntitle: Tides\n---\n- a¦", "---\ntitle: Tides\n---\n- a\n- ¦"],
  ["is none behind a line alone", "---\n- a¦", "---\n- a\n- ¦"],
])("front matter %s", (_, text, wanted) => {
  expect(keyed("markdown", text)).toBe(wanted);
});

test.each([
  ["goes to the margin", "---\nberths:\n  - North\n    --¦\n", "---\nberths:\n  - North\n---¦\n"],
  ["is a line elsewhere", "- a\n\n  --¦\n", "- a\n\n  ---¦\n"],
])("the end of front matter %s", (_, text, wanted) => {
  expect(keyed("markdown", text, "-")).toBe(wanted);
});

describe("what is pasted", () => {
  test.each([
    ["in an item", "- ¦\n", "x\ny", "- x\n  y\n"],
    ["under an item", "- a\n  ¦\n", "x\n\ny", "- a\n  x\n\n  y\n"],
    ["in a quotation", "> ¦\n", "x\ny", "> x\n> y\n"],
    ["items, whose numbers follow", "1. a\n¦2. b\n", "7. x\n8. y\n", "1. a\n2. x\n3. y\n4. b\n"],
    [
      "in a fence",
      "```js\nif (a) {\n¦\n}\n```\n",
      "x();\ny();",
      "```js\nif (a) {\n  x();\n  y();\n}\n```\n",
    ],
    ["at the margin", "a\n\n¦\n", "    code\n    more", "a\n\n    code\n    more\n"],
  ])("%s", (_, text, clip, wanted) => {
    const document = engine.open({ uri: "", languageId: "markdown", text: text.replace("¦", "") });
    const from = text.indexOf("¦");
    const at = document.positionAt(from);
    document.update([{ range: { start: at, end: at }, text: clip }]);
    const range = { start: at, end: document.positionAt(from + clip.length) };
    expect(applyEdits(document.text, document.formatOnPaste(range).edits)).toBe(wanted);
  });
});

test("numbers follow moved items", () => {
  const text = "1. a\n3. c\n2. b\n";
  const document = engine.open({ uri: "", languageId: "markdown", text });
  const range = { start: { line: 1, character: 0 }, end: { line: 2, character: 0 } };
  expect(applyEdits(text, document.formatOnMove(range).edits)).toBe("1. a\n2. c\n3. b\n");
});
