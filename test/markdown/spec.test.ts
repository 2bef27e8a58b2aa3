import { readFileSync } from "node:fs";
import { HtmlRenderer, Parser } from "commonmark";
import { tests as examples } from "commonmark-spec";
import fc from "fast-check";
import MarkdownIt from "markdown-it";
import { expect, test } from "vitest";
import { violationsOf } from "oak-tide/language";
import { markdown } from "oak-tide/markdown";
import { createEngine } from "oak-tide/core";

const reader = new Parser();
const writer = new HtmlRenderer();
const withTables = new MarkdownIt({ html: true });
/** Without languages for fences: what those come to is theirs. */
const engine = createEngine({ languages: [markdown] });

/** Renderings of a text by two who know nothing of each other. */
const rendered = (text: string): string[] =>
  [writer.render(reader.parse(text)), withTables.render(text)].map((html) => html.trimEnd());

/** @param renderers how many of them are asked. */
function keepsItsMeaning(text: string, renderers = 2): void {
  const result = engine.open({ uri: "", languageId: "markdown", text }).formatDocument().text;
  expect(rendered(result).slice(0, renderers), JSON.stringify(text)).toEqual(
    rendered(text).slice(0, renderers),
  );
  const again = engine.open({ uri: "", languageId: "markdown", text: result }).formatDocument();
  expect(again.edits, JSON.stringify(text)).toEqual([]);
}

test("every example of the specification is rendered as before, and comes to rest", () => {
  expect(examples.length).toBeGreaterThan(600);
  for (const { markdown: text } of examples) keepsItsMeaning(text.replaceAll("→", "\t"));
});

// The second renderer reads half a tab before markup otherwise than the specification has it.
test("so are pieces of them, put together at random", () => {
  const piece = fc.constantFrom(
    "- ",
    "1. ",
    "  ",
    "    ",
    "> ",
    "a",
    "b  ",
    "\n",
    "\n\n",
    "```",
    "---",
    "* * *",
    "# ",
    "`",
    "<b>",
    "<div>",
    "\t",
    "10) ",
    "===",
    "\\",
    "|",
    "+ ",
  );
  fc.assert(
    fc.property(
      fc.array(piece, { maxLength: 24 }),
      (pieces) => keepsItsMeaning(pieces.join(""), 1),
    ),
    { numRuns: 2000 },
  );
});

test("the pages of this project keep what every language keeps", () => {
  for (const path of ["README.md", "docs/guide.md", "docs/keystrokes.md"])
    expect(violationsOf(markdown, readFileSync(path, "utf8"))).toEqual([]);
});
