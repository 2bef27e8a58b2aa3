import { existsSync, readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { STYLE_SCHEMA, createEngine, describeRule } from "oak-tide";
import { styleFileSchema } from "oak-tide/node";
import { PAGES } from "../tools/docs/index.js";
import { deadLinks } from "../tools/docs/site.js";

test.each(Object.entries(PAGES))("%s says what the code does", (path, page) => {
  const written = readFileSync(new URL(`../${path}`, import.meta.url), "utf8");
  expect(written, "run npm run docs").toBe(page());
});

test("no page links to what is not there", () => {
  expect(deadLinks((path: string) => existsSync(new URL(`../${path}`, import.meta.url)))).toEqual(
    [],
  );
});

test("every rule says what it asks for, and where that is written", () => {
  const engine = createEngine();
  const page = readFileSync(new URL("../docs/rules.md", import.meta.url), "utf8");
  for (const languageId of ["javascript", "typescriptreact", "python", "json", "yaml"]) {
    for (const id of engine.rules(languageId)) {
      const { description, link } = describeRule(engine, id)!;
      expect(description, id).toMatch(/\.$/);
      expect(page).toContain(`<a id="${link.slice(link.indexOf("#") + 1)}"></a>`);
    }
  }
  expect(describeRule(engine, "python/none")).toBeUndefined();
});

test("every option but the width of a tab is told by a rule that asks for it", () => {
  const engine = createEngine();
  const rules = new Set(engine.languageIds.flatMap((id) => engine.rules(id)));
  const told = [...rules].flatMap((id) => describeRule(engine, id)!.options);
  expect([...new Set([...told, "tabWidth"])].sort()).toEqual(Object.keys(STYLE_SCHEMA).sort());
});

test.each([
  ["typescript", "import {tide} from 'pier';", { bracePadding: "none" }, "ecma/bracket-space"],
  ["json", '{"a":{"b":1}}', { bracePadding: "none" }, "json/bracket-space"],
  ["javascript", "function moor() {}", { parameterGap: "blank" }, "ecma/call-space"],
  ["typescript", "interface Pier { moor(): void }", { parameterGap: "blank" }, "ecma/type-space"],
  ["css", "a{}", { bracePlacement: "own-line" }, "css/brace-space"],
  ["javascript", "if (a) {} else {}", { clausePlacement: "own-line" }, "ecma/brace-placement"],
  ["scss", "@if $a {}\n@else {}", { clausePlacement: "own-line" }, "css/brace-space"],
  ["html", '<a b="1" c="2">d</a>', { attributeSplit: "stacked" }, "html/line-split"],
  ["xml", '<a b="1" c="2"/>', { attributeSplit: "stacked" }, "xml/line-split"],
  ["typescriptreact", 'x = <a b="1" c="2"/>', { attributeSplit: "stacked" }, "ecma/line-split"],
  ["python", "x = 1", { insertFinalNewline: false }, "python/line"],
] as const)("%s %s: %j decides what %s asks for", (languageId, text, style, rule) => {
  const engine = createEngine();
  const [plain, styled] = [{}, style].map((by) =>
    engine.open({ uri: "", languageId, text, style: by })
      .formatDocument()
      .edits
      .filter((edit) => edit.rule === rule)
  );
  expect(styled).not.toEqual(plain);
  expect(describeRule(engine, rule)!.options).toEqual(expect.arrayContaining(Object.keys(style)));
});

test("the style's schema has every option that a style has", () => {
  const style = createEngine().open({ uri: "", languageId: "json", text: "" }).style();
  expect(Object.keys(STYLE_SCHEMA).sort()).toEqual(Object.keys(style).sort());
  for (const { description } of Object.values(STYLE_SCHEMA)) expect(description).toMatch(/\.$/);
});

test("the schema of style files knows every option, at the top, by language and by path", () => {
  const schema = styleFileSchema() as any;
  const options = Object.keys(STYLE_SCHEMA);
  const places = [
    schema,
    schema.properties.languages.additionalProperties,
    schema.properties.paths.additionalProperties,
  ];
  for (const { properties, additionalProperties } of places) {
    expect(Object.keys(properties)).toEqual(expect.arrayContaining(options));
    expect(additionalProperties).toBe(false);
    for (const option of options)
      expect(properties[option].description).toBe(
        STYLE_SCHEMA[option as keyof typeof STYLE_SCHEMA].description,
      );
  }
});
