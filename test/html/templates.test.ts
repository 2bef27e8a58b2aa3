import { expect, test } from "vitest";
import { createEngine } from "../../src/index.js";

const engine = createEngine();

test.each([
  ["berths.html.erb", "html"],
  ["berths.HTM.TWIG", "html"],
  ["berths.html.php", "html"],
  ["berths.gohtml", "html"],
  ["berths.ts.hbs", undefined],
  ["berths.erb", undefined],
  ["berths.blade.php", "php"],
  ["berths.tpl", undefined],
])("the name %s says %s", (name, said) => {
  expect(engine.languageFor(name)?.ids[0]).toBe(said);
});

test.each([
  ["a page", "<!DOCTYPE html>\n<title>Berths</title>"],
  ["an element", "  <section>\n"],
  ["one of a name of its own", "<ferry-board :late='1'>"],
  ["a component", "<DepartureBoard @open={{this.open}} />"],
  [
    "what stands after front matter and remarks",
    "---\npier: 3\n---\n\n{# low > high #}\n<!-- tide -->\n<ul>",
  ],
  ["what stands after remarks that hold braces", "{{!-- {{pier}} --}}{{#if late}}<p>late"],
  ["what stands after code", "<%@ page pageEncoding='UTF-8' %>\n<% if (late) { %>\n<h1>"],
])("a template that begins with %s is a page", (_, text) => {
  for (const name of ["berths.hbs", "berths.ejs", "Berths.TWIG"])
    expect(engine.languageFor(name, () => text)?.name).toBe("html");
  expect(engine.languageFor("berths.ts.ejs", () => text)).toBeUndefined();
  expect(engine.languageFor("berths.js", () => text)?.name).toBe("javascript");
});

test.each([
  ["a program", "package {{pier}};\nclass Ferry<T> {}"],
  ["a letter", "Dear {{name}}, <b>late</b>"],
  ["settings", "{{#each piers}}\n  - {{this}}\n{{/each}}"],
  ["a document of another vocabulary", "<ferry:board xmlns:ferry='urn:gullhaven'>"],
  ["an element that no page knows", "<dependencies>\n  <pier/>\n</dependencies>"],
  ["XML", "<?xml version='1.0'?>\n<p>"],
  ["what has no end", "{{#if late\n<p>"],
  ["nothing", " \n"],
])("one that begins with %s is none", (_, text) => {
  expect(engine.languageFor("berths.mustache", () => text)).toBeUndefined();
});
