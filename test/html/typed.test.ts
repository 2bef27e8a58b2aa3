import { describe, expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { keyed } from "../support/caret.js";
import { engine } from "../support/format.js";
import { typedAtOnce } from "../support/typist.js";

describe("pages typed out from nothing, with Enter and no blank before a line", () => {
  test.each([
    ["lists", "<ul>\n  <li>low\n  <li>high\n</ul>\n"],
    ["tables without end tags", "<table>\n  <tr>\n    <td>06:40\n    <td>Heron\n</table>\n"],
    [
      "a head",
      "<html>\n<head>\n  <meta charset=\"utf-8\">\n  <title>Tides</title>\n</head>\n<body>\n  <p>low</p>\n</body>\n</html>\n",
    ],
    [
      "a script, and what comes after it",
      "<main>\n  <script>\n    if (tide) {\n      moor();\n    }\n  </script>\n  <p>low</p>\n</main>\n",
    ],
    ["a style sheet", "<style>\n  .a {\n    color: red;\n  }\n</style>\n"],
    ["definitions", "<dl>\n  <dt>low\n  <dd>water\n</dl>\n"],
    [
      "elements without an end tag",
      "<main>\n  <hr>\n  <app-board/>\n  <span>low</span>\n</main>\n",
    ],
    ["tags in capitals", "<DIV>\n  <P>low</P>\n</DIV>\n"],
    [
      "what only begins like a tag that settles",
      "<div>\n  <link>\n  <listing></listing>\n</div>\n",
    ],
  ])("%s", (_, page) => {
    expect(typedAtOnce("html", page.replace(/^ +/gm, "")).text).toBe(page);
  });
});

describe("Enter", () => {
  test.each([
    ["between tags", "<div>¦</div>\n", "<div>\n  ¦\n</div>\n"],
    [
      "behind a tag without content, before an end tag",
      "<div>\n  <br>\n¦</div>\n",
      "<div>\n  <br>\n\n¦</div>\n",
    ],
    ["in front of an end tag", "<div>\n  <p>a</p>\n¦</div>\n", "<div>\n  <p>a</p>\n\n¦</div>\n"],
    [
      "behind the first comment of a head",
      "<head>\n    <!-- a -->¦\n    <meta>\n</head>\n",
      "<head>\n    <!-- a -->\n    ¦\n    <meta>\n</head>\n",
    ],
    [
      "between the quotes of a class",
      "<main>\n  <p\n    class=\"¦\"\n  >low</p>\n</main>\n",
      "<main>\n  <p\n    class=\"\n      ¦\n    \"\n  >low</p>\n</main>\n",
    ],
    [
      "behind the first word of a class",
      "<main>\n  <p title='a' class=\"low¦ high\">tide</p>\n</main>\n",
      "<main>\n  <p title='a' class=\"low\n    ¦high\">tide</p>\n</main>\n",
    ],
    [
      "in front of the quote that ends such a value, and of its next line",
      "<main>\n  <p class=\"\n      low¦\">tide</p>\n</main>\n",
      "<main>\n  <p class=\"\n      low\n  ¦\">tide</p>\n</main>\n",
    ],
    [
      "below a line of it",
      "<main>\n  <p class=\"\n      low¦\n  \">tide</p>\n</main>\n",
      "<main>\n  <p class=\"\n      low\n      ¦\n  \">tide</p>\n</main>\n",
    ],
    [
      "in a value that is text",
      "<main>\n  <p title=\"low¦ tide\">tide</p>\n</main>\n",
      "<main>\n  <p title=\"low\n¦ tide\">tide</p>\n</main>\n",
    ],
    [
      "in a text that looks like a tag",
      "<main>\n  <p>a < b class=\"¦</p>\n</main>\n",
      "<main>\n  <p>a < b class=\"\n  ¦</p>\n</main>\n",
    ],
    [
      "in front of a line of a script that stands deeper than its tags",
      "<script>\n    moor();\n    ¦board();\n</script>\n",
      "<script>\n    moor();\n\n    ¦board();\n</script>\n",
    ],
    [
      "in a page whose body stands at the margin",
      "<body>\n<p>a</p>¦\n<p>b</p>\n</body>\n",
      "<body>\n<p>a</p>\n¦\n<p>b</p>\n</body>\n",
    ],
    [
      "in an element whose last line stands in its column",
      "<form>¦\n    <p>a</p>\n</div>\n</form>\n",
      "<form>\n¦\n    <p>a</p>\n</div>\n</form>\n",
    ],
    [
      "in an element whose next line stands in its column, those below elsewhere",
      "<form>¦\n<p>a</p>\n  <p>b</p>\n <p>c</p>\n</form>\n",
      "<form>\n¦\n<p>a</p>\n  <p>b</p>\n <p>c</p>\n</form>\n",
    ],
    [
      "in one that nothing ends yet, above the next item",
      "<ul>\n  <li>a</li>\n  <div>¦\n  <li>b</li>\n</ul>\n",
      "<ul>\n  <li>a</li>\n  <div>\n    ¦\n  <li>b</li>\n</ul>\n",
    ],
    [
      "in an item that nests nothing, below what began on its line",
      "<ul>\n<li><a id=\"quay\">\n<!-- berth -->\n</a>¦\n<h3>Quay</h3>\n</li>\n</ul>\n",
      "<ul>\n<li><a id=\"quay\">\n<!-- berth -->\n</a>\n¦\n<h3>Quay</h3>\n</li>\n</ul>\n",
    ],
    [
      "behind a cell, in a row like those above",
      "<table>\n<tr><td>Heron</td>\n<td>06:40</td>\n</tr>\n<tr><td>Tern</td>¦\n</tr>\n</table>\n",
      "<table>\n<tr><td>Heron</td>\n<td>06:40</td>\n</tr>\n<tr><td>Tern</td>\n¦\n</tr>\n</table>\n",
    ],
    [
      "in a paragraph whose text goes on in its column, as another's does",
      "<body>\n<p>Low water at\nthe quay.</p>\n<p>High water¦\n</p>\n</body>\n",
      "<body>\n<p>Low water at\nthe quay.</p>\n<p>High water\n¦\n</p>\n</body>\n",
    ],
    [
      "below a tag, where only text goes on in such a column",
      "<main>\n  <div>Low water at\n  the quay.</div>\n  <div>¦\n  </div>\n</main>\n",
      "<main>\n  <div>Low water at\n  the quay.</div>\n  <div>\n    ¦\n  </div>\n</main>\n",
    ],
    [
      "below a tag, where another holds nothing but a comment in its column",
      "<body>\n<div><a id=low>¦\n</a></div>\n<div><a id=high>\n<!-- -->\n</a></div>\n</body>\n",
      "<body>\n<div><a id=low>\n¦\n</a></div>\n<div><a id=high>\n<!-- -->\n</a></div>\n</body>\n",
    ],
    [
      "above what an end tag ends whose start tag is still to come",
      "<div>\n  <div>¦\n      <p>low</p>\n    </section>\n  </div>\n</div>\n",
      "<div>\n  <div>\n    ¦\n      <p>low</p>\n    </section>\n  </div>\n</div>\n",
    ],
    [
      "the same, of an element of that name",
      "<main>\n<div>¦\n   <p>low</p>\n</div>\n</div>\n</main>\n",
      "<main>\n<div>\n¦\n   <p>low</p>\n</div>\n</div>\n</main>\n",
    ],
    [
      "in a deeper element below some at the margin that nest nothing",
      "<body>\n<div>\n<p>a</p>\n</div>\n<div>\n<p>b</p>\n</div>\n  <aside>\n    <div>¦\n    </div>\n  </aside>\n</body>\n",
      "<body>\n<div>\n<p>a</p>\n</div>\n<div>\n<p>b</p>\n</div>\n  <aside>\n    <div>\n      ¦\n    </div>\n  </aside>\n</body>\n",
    ],
    [
      "below text and a comment at the margin, in an element whose others stand deeper",
      "<main>\n  <p>low\nwater</p>\n  <p>b</p>\n<!-- old -->\n  <p>c\nd</p>¦\n</main>\n",
      "<main>\n  <p>low\nwater</p>\n  <p>b</p>\n<!-- old -->\n  <p>c\nd</p>\n  ¦\n</main>\n",
    ],
    [
      "in a block of another tongue, in an element that nests nothing",
      "<main>\n<p>low</p>\n<p>high</p>\n  {% if tide %}¦\n  {% endif %}\n</main>\n",
      "<main>\n<p>low</p>\n<p>high</p>\n  {% if tide %}\n    ¦\n  {% endif %}\n</main>\n",
    ],
    [
      "in a block of another tongue, where one that begins so nests nothing",
      "<main>\n  <% if (low) { %>\n  <p>low</p>\n  <% } %>\n  <% if (high) { %>¦\n  <% } %>\n</main>\n",
      "<main>\n  <% if (low) { %>\n  <p>low</p>\n  <% } %>\n  <% if (high) { %>\n  ¦\n  <% } %>\n</main>\n",
    ],
    [
      "below an attribute, above what is left of a value that lost its beginning",
      "<main>\n  <tide-list\n    name=\"quay\"¦\n      \"low\": 1\n    }'\n  ></tide-list>\n</main>\n",
      "<main>\n  <tide-list\n    name=\"quay\"\n    ¦\n      \"low\": 1\n    }'\n  ></tide-list>\n</main>\n",
    ],
    [
      "in a script, below a line that stands less deep than its first",
      "<main>\n  <script>\n    moor();\n  board();¦\n  </script>\n</main>\n",
      "<main>\n  <script>\n    moor();\n  board();\n  ¦\n  </script>\n</main>\n",
    ],
    [
      "in a block that such a line begins",
      "<main>\n  <script>\n    moor();\nif (low) {¦}\n  </script>\n</main>\n",
      "<main>\n  <script>\n    moor();\nif (low) {\n  ¦\n}\n  </script>\n</main>\n",
    ],
    [
      "below a text at the margin that ends in such a script",
      "<main>\n  <script>\n    board(`\nlow\n`);¦\n  </script>\n</main>\n",
      "<main>\n  <script>\n    board(`\nlow\n`);\n    ¦\n  </script>\n</main>\n",
    ],
    [
      "in a paragraph, though one above ends with the list below it",
      "<div>\n  <p>\n  <ul>\n  </ul>\n  <p>¦\n</div>\n",
      "<div>\n  <p>\n  <ul>\n  </ul>\n  <p>\n    ¦\n</div>\n",
    ],
    [
      "below a `pre`, whose lines say nothing",
      "<div>\n  <section>\n    <p>a</p>\n<pre>\nb\n</pre>¦\n  </section>\n</div>\n",
      "<div>\n  <section>\n    <p>a</p>\n<pre>\nb\n</pre>\n    ¦\n  </section>\n</div>\n",
    ],
    [
      "in a script in the column of its tag",
      "<div>\n  <script>¦\n  moor();\n  </script>\n</div>\n",
      "<div>\n  <script>\n  ¦\n  moor();\n  </script>\n</div>\n",
    ],
    [
      "first in a script without its end tag, above another one",
      "<body>\n  <script>¦\n  <script src=\"tides.js\"></script>\n</body>\n",
      "<body>\n  <script>\n    ¦\n  <script src=\"tides.js\"></script>\n</body>\n",
    ],
    [
      "first in a script, whose outermost line stands at its tag's depth",
      "<body>\n  <script>¦\n    moor();\n  });\n  </script>\n</body>\n",
      "<body>\n  <script>\n  ¦\n    moor();\n  });\n  </script>\n</body>\n",
    ],
    [
      "first in a body whose scripts stand at the margin",
      "<body>¦\n  <p>a</p>\n<script src=a></script>\n<script src=b></script>\n</body>\n",
      "<body>\n  ¦\n  <p>a</p>\n<script src=a></script>\n<script src=b></script>\n</body>\n",
    ],
    [
      "between such scripts",
      "<body>\n  <p>a</p>\n<script src=a></script>¦\n<script src=b></script>\n</body>\n",
      "<body>\n  <p>a</p>\n<script src=a></script>\n¦\n<script src=b></script>\n</body>\n",
    ],
    [
      "in a page whose head stands deeper",
      "<html>¦\n  <title>a</title>\n  </head>\n<body>\n</body>\n</html>\n",
      "<html>\n  ¦\n  <title>a</title>\n  </head>\n<body>\n</body>\n</html>\n",
    ],
    [
      "in a script of a type that nobody knows",
      "<script type=\"text/x-tide\">\n  when (low) {¦\n  moor();\n  }\n</script>\n",
      "<script type=\"text/x-tide\">\n  when (low) {\n    ¦\n  moor();\n  }\n</script>\n",
    ],
    [
      "in a script with blocks of another tongue",
      "<script>\n  {% if low %}¦\n  {% endif %}\n  moor();\n</script>\n",
      "<script>\n  {% if low %}\n    ¦\n  {% endif %}\n  moor();\n</script>\n",
    ],
  ])("%s", (_, text, wanted) => {
    expect(keyed("html", text)).toBe(wanted);
  });
});

test.each([
  [
    "below what holds more",
    "---\npiers:¦\n---\n<p>a</p>\n",
    "\n",
    "---\npiers:\n  ¦\n---\n<p>a</p>\n",
  ],
  [
    "in front of a line",
    "---\npiers:\n  ¦- mill\n---\n<p>a</p>\n",
    "\n",
    "---\npiers:\n\n  ¦- mill\n---\n<p>a</p>\n",
  ],
  ["that has no end yet", "---\ntide: low¦", "\n", "---\ntide: low\n¦"],
  [
    "whose end goes to the margin",
    "---\npiers:\n  - mill\n  --¦",
    "-",
    "---\npiers:\n  - mill\n---¦",
  ],
])("front matter of a page: %s", (_, text, key, wanted) => {
  expect(keyed("html", text, key)).toBe(wanted);
});

test("the end tag of a script that nobody knows goes to its start tag", () => {
  const script = '<main>\n  <script type="text/x-tide">\n    when low\n      moor';
  expect(keyed("html", `${script}\n      </script¦\n</main>\n`, ">")).toBe(
    `${script}\n  </script>¦\n</main>\n`,
  );
});

test.each([
  ["as two others of such elements do", 2, "¦"],
  ["but not as one does, which may be an accident", 1, "      ¦"],
])("an end tag leaves its element's column, %s", (_, others, stands) => {
  const berths = "      <li>Heron\n</li>\n".repeat(others);
  const before = `<ul>\n${berths}      <li>Tern\n      </li`;
  expect(keyed("html", `${before}¦\n</ul>\n`, ">")).toBe(
    `<ul>\n${berths}      <li>Tern\n${stands.slice(0, -1)}</li>¦\n</ul>\n`,
  );
});

test("keys of all languages that a page may hold are worth a question", () => {
  const triggers = (id: string): readonly string[] => engine.triggerCharacters(id);
  expect(triggers("html")).toEqual(
    expect.arrayContaining([...triggers("javascript"), ...triggers("css")]),
  );
  expect(triggers("markdown")).toEqual(expect.arrayContaining([...triggers("python")]));
  expect(triggers("python")).not.toContain(">");
});

describe("what is pasted first into a head or a body", () => {
  test.each([
    [
      "keeps the depth that it brought",
      "<head>\n¦    <meta b>\n</head>\n",
      "    <meta a>\n",
      "<head>\n    <meta a>\n    <meta b>\n</head>\n",
    ],
    [
      "at the margin, where the others stand there",
      "<head>\n¦<meta b>\n</head>\n",
      "<meta a>\n",
      "<head>\n<meta a>\n<meta b>\n</head>\n",
    ],
    [
      "a step in, though the body's lines stand at the margin",
      "  <head>\n¦  </head>\n  <body>\n  <p>low</p>\n  </body>\n",
      "      <meta a>\n",
      "  <head>\n    <meta a>\n  </head>\n  <body>\n  <p>low</p>\n  </body>\n",
    ],
    [
      "a step of its own in, where only a script stands at the margin",
      "<head>\n<script>\nmoor();\n</script>\n</head>\n<body>\n¦</body>\n",
      "<form>\n    <p>low</p>\n</form>\n",
      "<head>\n<script>\nmoor();\n</script>\n</head>\n<body>\n    <form>\n        <p>low</p>\n    </form>\n</body>\n",
    ],
  ])("%s", (_, text, clip, wanted) => {
    const document = engine.open({ uri: "", languageId: "html", text: text.replace("¦", "") });
    const from = text.indexOf("¦");
    const at = document.positionAt(from);
    document.update([{ range: { start: at, end: at }, text: clip }]);
    const range = { start: at, end: document.positionAt(from + clip.length) };
    expect(applyEdits(document.text, document.formatOnPaste(range).edits)).toBe(wanted);
  });
});

test.each([
  [
    "under the attributes, as that of the tag above",
    "<p>\n  <a href=\"low\"\n     >low</a>\n  <a href=\"high\"\n  ¦high</a>\n</p>\n",
    "<p>\n  <a href=\"low\"\n     >low</a>\n  <a href=\"high\"\n     >¦high</a>\n</p>\n",
  ],
  [
    "under its tag, as that of the tag below",
    "<p>\n  <a href=\"low\"\n     ¦low</a>\n  <a href=\"high\"\n  >high</a>\n</p>\n",
    "<p>\n  <a href=\"low\"\n  >¦low</a>\n  <a href=\"high\"\n  >high</a>\n</p>\n",
  ],
  [
    "of an end tag, under what it ends though that holds less deep lines",
    "<main>\n    <div>\n<p>low</p>\n</div¦\n</main>\n",
    "<main>\n    <div>\n<p>low</p>\n    </div>¦\n</main>\n",
  ],
])("the end of a tag that begins a line stands %s", (_, text, wanted) => {
  expect(keyed("html", text, ">")).toBe(wanted);
});

test("a page without one of its end tags reads as before around it, be there lines less deep than their element", () => {
  const rows = [
    "<main>",
    "  <div>",
    "    <div>",
    "  <section>",
    "<h1>Tides</h1>",
    "<p>low</p>",
    "</section>",
    "  </div>",
    "</main>",
  ];
  const document = engine.open({ uri: "", languageId: "html", text: rows.join("\n") });
  const lines = [3, 1, 0].map((line) => (
    document.linkedRanges({ line, character: rows[line]!.length - 2 })?.map(
      ({ start }) => start.line,
    )
  ));
  expect(lines).toEqual([[3, 6], [1, 7], [0, 8]]);
});
