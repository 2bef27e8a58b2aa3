import { expect, test } from "vitest";
import { createEngine } from "oak-tide";
import { typed, within } from "../support/marks.js";
import { typedAtOnce } from "../support/typist.js";

const engine = createEngine();

test("a page typed without any indentation gets it", () => {
  const page =
    "<ul>\n  <li>one\n  <li>two\n</ul>\n<div>\n  <p>three</p>\n  <a\n    href=x\n  >four</a>\n</div>\n";
  expect(typedAtOnce("html", page.replace(/^ +/gm, "")).text).toBe(page);
});

test.each([
  ["<div>|</div>", "<div>\n  |\n</div>"],
  ["<ul>\n  <li>a</li>|\n</ul>", "<ul>\n  <li>a</li>\n  |\n</ul>"],
  ["<script>\n  if (a) {|\n</script>", "<script>\n  if (a) {\n    |\n</script>"],
  // What goes on in the tag's column shows where the line stands.
  [
    "<head>\n  <hr>\n</head>\n<body>|\n<p>a</p>\n<pre>\n  b</pre>\n</body>",
    "<head>\n  <hr>\n</head>\n<body>\n|\n<p>a</p>\n<pre>\n  b</pre>\n</body>",
  ],
  ["<p>\n  <a|\n  >b</a>\n</p>", "<p>\n  <a\n    |\n  >b</a>\n</p>"],
  [
    "<html>|\n    <hr>\n  </head>\n  <body>\n  </body>\n</html>",
    "<html>\n    |\n    <hr>\n  </head>\n  <body>\n  </body>\n</html>",
  ],
  ["<html>|\n  <hr>\n</head>\n</html>", "<html>\n|\n  <hr>\n</head>\n</html>"],
  ["<head>\n  <hr>\n</head>\n<body>|\n</body>", "<head>\n  <hr>\n</head>\n<body>\n  |\n</body>"],
  // What an element holds stands where the nearest one of its name has it.
  ["<dd>\n\n<p>low</p>\n</dd>\n<dd>|", "<dd>\n\n<p>low</p>\n</dd>\n<dd>\n|"],
  ["<dd>|\n\n</dd>\n<dd>\n<p>low</p>\n</dd>", "<dd>\n|\n\n</dd>\n<dd>\n<p>low</p>\n</dd>"],
  ["<dd>\n  <p>low</p>\n</dd>\n<dd>|", "<dd>\n  <p>low</p>\n</dd>\n<dd>\n  |"],
  ["<dd>\nlow\n</dd>\n<dd>|\n  high\n</dd>", "<dd>\nlow\n</dd>\n<dd>\n  |\n  high\n</dd>"],
  // Text that is kept to the letter goes on under its last line.
  ["<pre>\n  low|\n</pre>", "<pre>\n  low\n  |\n</pre>"],
  ["<pre>|\n</pre>", "<pre>\n|\n</pre>"],
  ["<pre>\n  low</pre>|", "<pre>\n  low</pre>\n|"],
  // A script that names such an element opens none.
  [
    "<p>\n  <script>\n    // <textarea>\n    low();\n  </script>\n  <b>|</b>\n</p>",
    "<p>\n  <script>\n    // <textarea>\n    low();\n  </script>\n  <b>\n    |\n  </b>\n</p>",
  ],
  // Put at the margin for its text, it tells nothing of what comes after it.
  [
    "<div>\n  <p>low</p>\n<pre>\nhigh\n</pre>|\n</div>",
    "<div>\n  <p>low</p>\n<pre>\nhigh\n</pre>\n  |\n</div>",
  ],
  // Attributes go on where those of the tag above do.
  ["<p>low <a\nhref=a>b</a> <a|", "<p>low <a\nhref=a>b</a> <a\n|"],
  ["<p>low <a\n  href=a>b</a> <a|", "<p>low <a\n  href=a>b</a> <a\n    |"],
  ["<p>low <a|\nand <a\nhref=a>b</a>", "<p>low <a\n|\nand <a\nhref=a>b</a>"],
  ['<a href="b"\n   id="c">d</a>\n<a href="e"|', '<a href="b"\n   id="c">d</a>\n<a href="e"\n   |'],
  // What an element holds stands by the line on which its tag begins.
  ['<p title="a"\n   id="b">|\n</p>', '<p title="a"\n   id="b">\n  |\n</p>'],
  ['<p\n    title="a"\n    id="b">|\n</p>', '<p\n    title="a"\n    id="b">\n  |\n</p>'],
  // The line below shows more than the body further down.
  [
    "<head>|\n  <hr>\n</head>\n<body>\n<p>a</p>\n</body>",
    "<head>\n  |\n  <hr>\n</head>\n<body>\n<p>a</p>\n</body>",
  ],
  // All that an end tag waits for is its bracket.
  ["<p>\n  <b\n    id=a\n  >low</b|", "<p>\n  <b\n    id=a\n  >low</b\n  |"],
])("Enter in %j", (before, after) => {
  expect(typed("html", before, "\n")).toBe(after);
});

test.each([
  ["<dd>\n<p>low</p>\n</dd>\n<dd>\n<p|", ">"],
  ["<p>\n  <b\n    id=a\n  >low</b\n  |", ">"],
])("what stands where Enter puts it stays: %j", (before, character) => {
  expect(typed("html", before, character)).toBe(before.replace("|", `${character}|`));
});

test("an end tag finds its opener around text that stands at the margin", () => {
  const before =
    "<html>\n<body>\n  <main>\n    <div>\n<pre>low\n);</pre>\n    </div>\n    </script>\n    <|\n";
  expect(typed("html", before, "/")).toBe(before.replace("    <|", "  </|"));
});

test("white space before a pasted end tag is text where that of its element is", () => {
  const block = "    <pre>\nlow\n</pre>\n";
  const text = `<main>\n  <p>high</p>\n[[${block}]]</main>`;
  expect(within("html", text, "formatOnPaste")).toBe(
    "<main>\n  <p>high</p>\n  <pre>\nlow\n</pre>\n</main>",
  );
});

test.each([
  ["html", "<div><p>a</p></div>", "div div"],
  ["html", "<b a='<'><b>x</b></b>", "b b"],
  ["typescriptreact", "x = <Board.Row b={1}><i /></Board.Row>;", "Board.Row Board.Row"],
  ["html", "<div><p>a</div>", "div div"],
])("in %s, %j renames its tags together", (languageId, text, wanted) => {
  const document = engine.open({ uri: "", languageId, text });
  const at = document.positionAt(text.indexOf("<") + 1);
  const names = (position: typeof at): string =>
    document.linkedRanges(position).map(
      ({ start, end }) => text.slice(start.character, end.character),
    ).join(" ");
  expect(names(at)).toBe(wanted);
  expect(names(document.positionAt(text.lastIndexOf(wanted.split(" ")[0]!) + 1))).toBe(wanted);
  expect(names(document.positionAt(text.length))).toBe("");
});
