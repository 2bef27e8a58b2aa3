import fc from "fast-check";
import { test } from "vitest";
import { inPage } from "../support/browser.js";
import { format } from "../support/format.js";
import "../support/seed.js";

const IMAGE = `<img src="data:," alt="" width="9" height="9">`;

/** What stands within lines. */
const INLINE = [
  "low",
  "tide at noon",
  "<b>low</b>",
  "<b> low</b>",
  "<b>low </b>",
  `<a href="#">pier <i>two</i></a>`,
  "<a><b>quay</b></a>",
  IMAGE,
  `<picture>${IMAGE}</picture>`,
  "<map><area></map>",
  "<br>",
  `<input size="3">`,
  "<select><option>low<option>high</select>",
  "<textarea rows=1 cols=3>low</textarea>",
  "<label>berth</label>",
  "<svg width=9 height=9><rect width=9 height=9></rect></svg>",
  "<ruby>a<rt>b</rt></ruby>",
  "<progress value=1></progress>",
  "<slot>high</slot>",
  "<tide-card>six</tide-card>",
  `<span style="display: inline-block">late</span>`,
];

/** What has lines of its own, mostly. */
const BLOCKS = [
  "<div>ferry</div>",
  "<p>ferry<br>late</p>",
  "<ul><li>low<li>high</ul>",
  "<table><tr><td>low</td><td>high</td></tr></table>",
  "<pre>low\n high</pre>",
  "<hr>",
  "<dl><dt>low</dt><dd>high</dd></dl>",
  "<details open><summary>low</summary>high</details>",
  "<div>low<p>high</p>late</div>",
  `<a href="#"><div>pier</div></a>`,
  "<span><p>quay</p></span>",
  "<tide-card><div>six</div></tide-card>",
  ...["display: inline-block", "display: inline", "display: none", "float: left"].map(
    (css) => `<div style="${css}">late</div>`,
  ),
  "<!-- late -->",
  "<script>late()</script>",
  `<link rel="x">`,
];

const HOLDERS = [
  ["<div>", "</div>"],
  ["<p>", "</p>"],
  ["<ul><li>", "</ul>"],
  ["<table><tr><td>", "</td></tr></table>"],
  ["<span>", "</span>"],
  ["<b>", "</b>"],
  ["<button>", "</button>"],
  [`<div style="display: inline-block">`, "</div>"],
  [`<div style="display: flex">`, "</div>"],
  ["<fieldset>", "</fieldset>"],
  ["", ""],
] as const;

const gap = fc.constantFrom("", "", " ", "\n", "\n\n");
const part = fc.oneof(fc.constantFrom(...INLINE), fc.constantFrom(...BLOCKS));
const parts = fc.array(fc.tuple(part, gap), { minLength: 1, maxLength: 5 });
const content = fc.tuple(fc.constantFrom(...HOLDERS), gap, parts, gap, part).map(
  ([[begin, end], first, inner, behind, next]) =>
    begin + first + inner.flat().join("") + end + behind + next,
);

/** Where words and boxes come to stand in a page, to half a pixel. */
const DRAWN = `(text) => {
  document.body.innerHTML = new DOMParser().parseFromString(text, "text/html").body.innerHTML;
  const found = [];
  const note = (name, { x, y, width }) => found.push([name, ...[x, y, width].map((at) => Math.round(at * 2))].join(" "));
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_ELEMENT | NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const name = (node.nodeType === 3 ? node.parentElement : node).localName;
    if (/^(?:img|input|select|textarea|button|svg|progress|hr|table|fieldset)$/.test(name) && node.nodeType !== 3)
      note(name, node.getBoundingClientRect());
    if (node.nodeType !== 3 || /^(?:script|option|select|textarea)$/.test(name)) continue;
    for (const { 0: word, index } of node.data.matchAll(/[^ \\n]+/g)) {
      const range = document.createRange();
      range.setStart(node, index);
      range.setEnd(node, index + word.length);
      for (const box of range.getClientRects()) note(word, box);
    }
  }
  return found.join("\\n");
}`;

test("a browser draws contents of any parts the same", () => (
  inPage({ viewport: { width: 420, height: 800 } }, async (page) => {
    await page.setContent("<!doctype html>");
    const drawn = (text: string): Promise<string> =>
      page.evaluate(`(${DRAWN})(${JSON.stringify(text)})`);
    await fc.assert(
      fc.asyncProperty(content, async (inner) => {
        const text = `<!doctype html>\n<title>Tides</title>\n<body>\n${inner}\n</body>\n`;
        const after = format("html", text);
        const [before, now] = [await drawn(text), await drawn(after)];
        if (before !== now) throw new Error(`drawn otherwise:\n${after}\n${before}\n\n${now}`);
      }),
      { numRuns: 200 },
    );
  })
), 60_000);
