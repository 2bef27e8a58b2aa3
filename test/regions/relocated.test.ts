import { readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { describe, expect, test } from "vitest";
import { relocated } from "../../dist/core/syntax/relocated.js";
import { ChangeList } from "../../dist/core/text/changelist.js";
import { engine } from "../support/format.js";

const data = (name: string): string =>
  readFileSync(fileURLToPath(new URL(`../../demo/data/${name}`, import.meta.url)), "utf8");

/** The tokens of a text after changes, as its language reads them again. */
const moved = (languageId: string, text: string, changes: [number, number, string][]) => {
  const list = ChangeList.of(
    changes.map(([from, to, put]) => ({ from, to, text: put, rule: "r" })),
  );
  const { tokens } = engine.language(languageId)!.parse(text);
  return relocated(tokens, list, list.appliedTo(text));
};

describe("tokens after changes of white space", () => {
  test.each([
    ["html", "departures.html"],
    ["razor", "Berths.cshtml"],
    ["aspx", "Tides.aspx"],
    ["vue", "berth.vue"],
  ])("hold the regions that reading the page again finds: %s", (languageId, name) => {
    const language = engine.language(languageId)!;
    const text = data(name);
    const syntax = language.parse(text);
    const list = new ChangeList();
    for (let t = 1; t < syntax.tokens.count; t++) {
      const from = syntax.tokens.gapStart(t);
      const to = syntax.tokens.gapEnd(t);
      if (to > from) list.push({ from, to, text: `${text.slice(from, to)}  `, rule: "r" });
    }
    const after = list.appliedTo(text);
    const tokens = relocated(syntax.tokens, list, after)!;
    const found = [...language.regions!.in({ ...syntax, tokens })];
    expect(found.length).toBeGreaterThan(0);
    expect(found).toEqual([...language.regions!.in(language.parse(after))]);
  });

  test("know where lines begin, and which of them hold line ends", () => {
    const { tokens } = engine.language("html")!.parse("<p x='b'>\na  c</p>");
    const now = moved(
      "html",
      "<p x='b\n'>a c</p>",
      [[7, 8, ""], [10, 10, "\n"], [11, 12, "  "]],
    )!;
    expect(now.count).toBe(tokens.count);
    for (let t = 0; t < now.count; t++) {
      const of = (table: typeof now) => [table.textOf(t), table.start(t), table.flagsOf(t)];
      expect(of(now)).toEqual(of(tokens));
    }
  });

  test.each<[string, [number, number, string]]>([
    ["a sign between two", [4, 4, "c"]],
    ["one that goes", [3, 4, ""]],
    ["one that loses its edge with white space", [4, 6, ""]],
  ])("are read again after more than that: %s", (_, change) => {
    expect(moved("html", "<p>a bc</p>", [change])).toBeUndefined();
  });
});
