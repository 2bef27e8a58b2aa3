import { describe, expect, test } from "vitest";
import { createEngine } from "oak-tide";
import { languageFor } from "../../dist/server/languages.js";
import { allowed, styleOf } from "../../dist/server/options.js";
import { DEFAULT_SETTINGS, readSettings } from "../../dist/server/settings.js";

const engine = createEngine();

describe("the language of a document", () => {
  test.each([
    ["as both say", "file:///a.py", "python", "x = 1", "python"],
    [
      "by its ending, where the client says nothing that is known",
      "file:///a.py",
      "snake",
      "x = 1",
      "python",
    ],
    ["by its ending, as the text reads as well", "file:///a.json", "javascript", "[1]", "json"],
    [
      "by its ending, as it reads better",
      "file:///a.json",
      "javascript",
      '{"a": {"b": 1}}',
      "json",
    ],
    [
      "by the client, as it reads better so",
      "file:///a.js",
      "typescript",
      "let a: number",
      "typescript",
    ],
    ["by the client, where the ending is nobody's", "file:///a.tide", "css", "a {}", "css"],
    [
      "with a query behind it",
      "file:///a.py?rev=1",
      "javascript",
      "def f():\n    pass\n",
      "python",
    ],
    [
      "with signs that are written otherwise",
      "file:///gull%20haven/a.scss",
      "javascript",
      "$a: 1;",
      "scss",
    ],
    ["with comments, as the client says", "file:///a.json", "jsonc", "// a\n[1] // b\n", "jsonc"],
    ["a new one", "file:///a.ts", "javascript", "", "typescript"],
    ["nobody's", "untitled:1", "tidal", "a", "plaintext"],
  ])("%s", (_, uri, said, text, wanted) => {
    expect(languageFor(engine, { uri, languageId: said, text }).languageId).toBe(wanted);
  });
});

describe("an editor's options", () => {
  test.each([
    [{ tabSize: 4, insertSpaces: true }, { indentSize: 4, tabWidth: 4, indentStyle: "space" }],
    [{ tabSize: 0, insertSpaces: "yes" }, {}],
    [{ tabSize: 2.5, insertSpaces: false }, { indentStyle: "tab" }],
    [
      { trimTrailingWhitespace: false, insertFinalNewline: true },
      { trimTrailingWhitespace: false, insertFinalNewline: true },
    ],
    [undefined, {}],
  ])("%j", (options, style) => {
    expect(styleOf(options as never)).toEqual(style);
  });

  test("blank lines at a text's end stay where it asks for that", () => {
    const rule = "python/line";
    const changes = [
      { from: 1, to: 1, text: " ", rule },
      { from: 4, to: 6, text: "", rule },
      { from: 3, to: 3, text: "\n", rule },
    ].sort((a, b) => a.from - b.from);
    const text = "a=1\n\n\n";
    const options = { tabSize: 4, insertSpaces: true };
    expect(allowed(text, changes, options)).toEqual(changes);
    expect(allowed(text, changes, { ...options, trimFinalNewlines: false })).toEqual(
      changes.slice(0, 2),
    );
  });
});

describe("settings", () => {
  test.each([
    [undefined, DEFAULT_SETTINGS, []],
    [null, DEFAULT_SETTINGS, []],
    ["all", DEFAULT_SETTINGS, []],
    [{ save: null }, DEFAULT_SETTINGS, []],
    [{ save: "neat", unsettled: true }, { ...DEFAULT_SETTINGS, save: "neat", unsettled: true }, []],
    [
      { differences: "loud" },
      DEFAULT_SETTINGS,
      [
        '"oakTide.differences" is "loud"; it must be one of off, hint, information, warning, error.',
      ],
    ],
    [{ unsettled: 1 }, DEFAULT_SETTINGS, ['"oakTide.unsettled" is 1; it must be true or false.']],
    [{ save: 1 }, DEFAULT_SETTINGS, ['"oakTide.save" is 1; it must be a text.']],
    [
      { indent: "text" },
      DEFAULT_SETTINGS,
      [/There is no setting "oakTide.indent"; the nearest is ".*"\./],
    ],
  ])("%j", (given, wanted, said) => {
    const lines: string[] = [];
    expect(readSettings(given, (line) => lines.push(line))).toEqual(wanted);
    expect(lines).toHaveLength(said.length);
    said.forEach((line, i) => expect(lines[i]).toMatch(line));
  });
});
