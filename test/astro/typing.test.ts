import { describe, expect, test } from "vitest";
import { keyed } from "../support/caret.js";

describe("Enter", () => {
  test.each([
    [
      "below a brace on a line of its own",
      "<ul>\n  {¦\n</ul>\n",
      "<ul>\n  {\n    ¦\n</ul>\n",
    ],
    [
      "below what opens brackets",
      "<ul>\n  {tides.map((tide) => (¦\n</ul>\n",
      "<ul>\n  {tides.map((tide) => (\n    ¦\n</ul>\n",
    ],
    [
      "between brackets",
      "<ul>\n  {tides.map((tide) => (¦))}\n</ul>\n",
      "<ul>\n  {tides.map((tide) => (\n    ¦\n  ))}\n</ul>\n",
    ],
    [
      "below markup in it",
      "<ul>\n  {tides.map((tide) => (\n    <li>low</li>¦\n  ))}\n</ul>\n",
      "<ul>\n  {tides.map((tide) => (\n    <li>low</li>\n    ¦\n  ))}\n</ul>\n",
    ],
    [
      "in a page",
      "<html>¦\n",
      "<html>\n  ¦\n",
    ],
    [
      "in the script at the beginning",
      "---\nif (late) {¦\n---\n<p />\n",
      "---\nif (late) {\n  ¦\n---\n<p />\n",
    ],
  ])("%s", (_, text, wanted) => {
    expect(keyed("astro", text)).toBe(wanted);
  });
});

describe("closing brackets go to the line that opened them", () => {
  test.each([
    [
      "with all that it opened",
      ")",
      "<ul>\n  {tides.map((tide) => (\n    <li>low</li>\n    ¦\n</ul>\n",
      "<ul>\n  {tides.map((tide) => (\n    <li>low</li>\n  )¦\n</ul>\n",
    ],
    [
      "the brace of an expression",
      "}",
      "<ul>\n  {\n    late && (\n      <li />\n    )\n    ¦\n</ul>\n",
      "<ul>\n  {\n    late && (\n      <li />\n    )\n  }¦\n</ul>\n",
    ],
  ])("%s", (_, key, text, wanted) => {
    expect(keyed("astro", text, key)).toBe(wanted);
  });
});
