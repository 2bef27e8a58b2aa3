import { describe, expect, test } from "vitest";
import { fixtures } from "../support/fixtures.js";
import { format, open } from "../support/format.js";

describe("what takes lines of its own in an element of a text stands deeper", () => {
  fixtures("html", [
    ["a label around its field", `
      <form>
        <label>
        <input type="checkbox">
        Ferry
        </label>
      </form>
      `, `
      <form>
        <label>
          <input type="checkbox">
          Ferry
        </label>
      </form>
      `],
    ["choices without end tags, whose field ends them", `
      <form>
      <select name="season"><option>Summer<option>Winter</select>
      <b>or</b>
      </form>
      `, `
      <form>
        <select name="season">
          <option>Summer
          <option>Winter
        </select>
        <b>or</b>
      </form>
      `],
    ["an element that takes lines, right after a tag", `
      <figure><picture> <source srcset="a.webp"> <img src="a.png"> </picture><figcaption>The ferry</figcaption></figure>
      `, `
      <figure>
        <picture>
          <source srcset="a.webp">
          <img src="a.png">
        </picture>
        <figcaption>The ferry</figcaption>
      </figure>
      `],
    ["a text at the end of an element of others", `
      <tide-card>
      <p>low</p>
      at six
      </tide-card>
      `, `
      <tide-card>
        <p>low</p>
        at six
      </tide-card>
      `],
    ["elements of others", `
      <tide-card>
      <tide-title>Low</tide-title>
      <tide-body>
      <b>05:12</b>
      </tide-body>
      </tide-card>
      `, `
      <tide-card>
        <tide-title>Low</tide-title>
        <tide-body>
          <b>05:12</b>
        </tide-body>
      </tide-card>
      `],
    ["behind a tag with attributes on lines of their own", `
      <p>
        <a class="button button-primary button-large" href="https://gullhaven.example/return" title="Both ways">
        <span>Buy</span>
        </a>
      </p>
      `, `
      <p>
        <a
          class="button button-primary button-large"
          href="https://gullhaven.example/return"
          title="Both ways"
        >
          <span>Buy</span>
        </a>
      </p>
      `],
    ["an element that ends on the line of its last word", `
      <p>
        Ferries <a href="/tides">
        at low water</a> wait.
      </p>
      `, `
      <p>
        Ferries <a href="/tides">
          at low water</a> wait.
      </p>
      `],
    ["on one line it stays there", `
      <p>Ferries <a href="/tides"> wait </a> at <em>low water</em>.</p>
      `],
  ]);
});

/** What makes a text too long for a second look. */
const long = `<!-- ${"the tide is out ".repeat(40)}-->\n`;

test("a comment on a line of its own keeps it where lines are filled", () => {
  const style = { listSplit: "by-width" } as const;
  const text = `<b>\n<!-- low -->\n<i>tide</i>\n<!-- high -->\n</b>\n${long}`;
  const wanted = `<b>\n  <!-- low -->\n  <i>tide</i>\n  <!-- high -->\n</b>\n${long}`;
  expect(format("html", text, style)).toBe(wanted);
  expect(format("html", wanted, style)).toBe(wanted);
});

test("no white space comes to where a browser opens an element again", () => {
  const text = `<pre><code>low\n</pre></code>\n<div>\n  tide\n</div>\n${long}`;
  expect(format("html", text)).toBe(text);
  const closed = text.replace("</pre></code>", "</code></pre><b>high</b>");
  expect(format("html", closed)).toBe(closed.replace("<b>", "\n<b>"));
});

test("where tags do not add up, columns end no paragraph that a browser has go on", () => {
  const text = `${long}<p>Moor the ferry:\n\n<code><pre>\n  moor()\n</pre></code>\n\n<p>Leave.\n`;
  const wanted = text.replace("<p>Moor the ferry:\n\n<code>", "<p>\n  Moor the ferry:\n\n  <code>");
  expect(format("html", text)).toBe(wanted);
  expect(format("html", wanted)).toBe(wanted);
});

test("a text that comes among what stands apart has all of it laid out anew", () => {
  const links = '<link rel="help">\n'.repeat(400);
  const written = (text: string): string =>
    `<html>\n<head>\n${links}${text}${links}</head>\n</html>\n`;
  const document = open("html", written(""));
  document.formatDocument();
  const from = written("").indexOf("</head>") - links.length;
  document.replace([{ from, to: from, text: "low " }]);
  const { edits } = open("html", written("low ")).formatDocument();
  expect(document.formatDocument().edits).toEqual(edits);
});
