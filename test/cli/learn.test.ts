import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { createEngine, type Style } from "oak-tide";
import { learn } from "oak-tide/node";
import { packageFiles } from "../support/packages.js";
import { folder, oakTide } from "../support/process.js";

const engine = createEngine();
const texts = packageFiles("commander/lib", /^(?:help|option|command)\.js$/).map(
  ({ text }) => text,
);

test.each<Partial<Style>>([
  {
    maxLineLength: 72,
    stringDelimiter: "single",
    statementTerminator: "omitted",
    closingComma: "never",
  },
  { maxLineLength: 110, indentStyle: "tab", bracePlacement: "own-line", listSplit: "by-width" },
  { maxLineLength: 80, indentSize: 4, operatorSplit: "after", expressionSplit: "by-width" },
])("code that obeys a style has it proposed: %j", (style) => {
  const samples = texts.map((text) => {
    const document = engine.open({ uri: "", languageId: "javascript", text, style });
    return { languageId: "javascript", text: document.formatDocument().text };
  });
  const learnt = learn(engine, samples);
  expect(learnt.style).toMatchObject(style);
  expect(learnt.changed).toBeLessThanOrEqual(learnt.lines * 0.002);
  expect(learnt.changedBefore).toBeGreaterThan(learnt.changed);
});

test(
  "texts of several steps and line ends keep their own, which no value serves better",
  async () => {
    const samples = texts.flatMap((text, i) => [
      { languageId: "javascript", text },
      { languageId: "javascript", text: text.replace(/^( {2})+/gm, (white) => white + white) },
      { languageId: "javascript", text: i === 0 ? text : text.replaceAll("\n", "\r\n") },
    ]);
    const { style, findings, changed, changedBefore } = learn(engine, samples);
    expect(style).not.toHaveProperty("indentSize");
    expect(style).not.toHaveProperty("endOfLine");
    expect(changed).toBeLessThanOrEqual(changedBefore);
    const { weighed } = findings.find(({ name }) => name === "indentSize")!;
    expect(weighed[0]).toEqual({ value: undefined, lines: changed });

    const files = Object.fromEntries(samples.map(({ text }, i) => [`lib/${i}.js`, text]));
    const cwd = folder({ ...files, "tides.json": '{\n  "low": [\n    1\n  ]\n}\n' });
    const { out } = await oakTide(["learn"], { cwd });
    expect(out).toMatch(/indentSize +each file's +\d+ % sure +each file's \d+, 2 \d+/);
    // What holds for one language is not said of all.
    expect(JSON.parse(out.slice(out.indexOf("\n{")))).toMatchObject({
      languages: { json: { indentSize: 2 } },
    });
  },
  60_000,
);

test("the command says what it weighed, and writes the file where none is", async () => {
  const cwd = folder({ "lib/fares.js": "const a = 'x'\nconst b = 'y'\nmoor(a, b)\n".repeat(20) });
  const { out, err } = await oakTide(["learn", "lib", "--write"], { cwd });
  expect(out).toContain(
    "ecma: of 60 lines 0 would change (0.0 %); without a style file 60 (100.0 %)",
  );
  expect(out).toMatch(/stringDelimiter +single +100 % sure +double 40, single 0, as-written 0/);
  expect(err).toBe("lib/oak-tide.json is written\n");
  const written = JSON.parse(readFileSync(join(cwd, "lib/oak-tide.json"), "utf8"));
  expect(written).toMatchObject({ stringDelimiter: "single", statementTerminator: "omitted" });
  expect((await oakTide(["check", "lib/fares.js"], { cwd })).code).toBe(0);
  const one = await oakTide(["learn", "lib/fares.js", "--write"], { cwd });
  expect(one.err).toContain("lib/fares.js: a style file is saved in a folder; name that");
  const again = await oakTide(["learn", "lib", "--write"], { cwd });
  expect([again.code, again.err.includes("it is there already")]).toEqual([2, true]);
});
