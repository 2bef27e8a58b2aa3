import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { StyleFiles } from "oak-tide/node";
import { folder, oakTide } from "../support/process.js";

const MESSY = "if tide:\n        moor( 1,'x' )\n";

/** The places from which a file's options come, with the values. */
async function origins(root: string, file: string, languageId = "python"): Promise<string[]> {
  const said = await new StyleFiles({ person: null }).of(join(root, file));
  return said.origins(languageId).map(
    ({ name, value, place }) => `${name}: ${String(value)} ${place.replace(`${root}/`, "")}`,
  );
}

describe("which value acts", () => {
  test("a nearer file's, key by key, and in one file a path's before a language's", async () => {
    const root = folder({
      "oak-tide.json": `{
        // for all
        "maxLineLength": 90,
        "stringDelimiter": "single",
        "languages": { "python": { "indentSize": 2, "blankLineLimit": 1 } },
        "paths": { "lib/*.py": { "blankLineLimit": 3 }, "tides.py": { "blankLineLimit": 2 } },
      }`,
      "lib/oak-tide.yaml": "maxLineLength: 70\n",
      "lib/tides.py": MESSY,
    });
    expect(await origins(root, "lib/tides.py")).toEqual([
      "indentSize: 2 oak-tide.json:5:36",
      "maxLineLength: 70 lib/oak-tide.yaml:1:1",
      "stringDelimiter: single oak-tide.json:4:9",
      "blankLineLimit: 2 oak-tide.json:6:71",
    ]);
    expect(await origins(root, "fares.js", "javascript")).toEqual([
      "maxLineLength: 90 oak-tide.json:3:9",
      "stringDelimiter: single oak-tide.json:4:9",
    ]);
  });

  test("EditorConfig ranks below a style file of its folder, and above those further up", async () => {
    const root = folder({
      "oak-tide.toml": "maxLineLength = 90\nindentSize = 3\nendOfLine = \"lf\"\n",
      "lib/.editorconfig":
        "[*.py]\nmax_line_length = 60\nindent_size = 8\ninsert_final_newline = unset\n",
      "lib/oak-tide.json": '{ "indentSize": 5 }',
      ".editorconfig": "root = true\n[*]\ninsert_final_newline = false\nend_of_line = crlf\n",
    });
    expect(await origins(root, "lib/tides.py")).toEqual([
      "indentSize: 5 lib/oak-tide.json:1:3",
      "tabWidth: 8 lib/.editorconfig:3",
      "endOfLine: lf oak-tide.toml:3:1",
      "maxLineLength: 60 lib/.editorconfig:2",
    ]);
  });

  test("a root ends the search; manifests serve as well", async () => {
    const root = folder({
      "oak-tide.json": '{ "maxLineLength": 50 }',
      "app/package.json": '{ "name": "board", "oak-tide": { "root": true, "indentSize": 3 } }',
      "app/api/pyproject.toml": "[project]\nname = 'tides'\n[tool.oak-tide]\nindentSize = 6\n",
    });
    expect(await origins(root, "app/a.py")).toEqual(["indentSize: 3 app/package.json:1:48"]);
    expect(await origins(root, "app/api/a.py")).toEqual([
      "indentSize: 6 app/api/pyproject.toml:4:1",
    ]);
  });

  test("a person's own file ranks last; --style rules alone", async () => {
    const cwd = folder({
      "settings/oak-tide/oak-tide.json": '{ "indentSize": 7, "stringDelimiter": "single" }',
      "oak-tide.json": '{ "indentSize": 3 }',
      "hook.json": '{ "stringDelimiter": "as-written" }',
      "tides.py": MESSY,
    });
    const env = { XDG_CONFIG_HOME: join(cwd, "settings") };
    const { out } = await oakTide(["format", "-", "--as", "tides.py"], { cwd, input: MESSY, env });
    expect(out).toBe("if tide:\n   moor(1, 'x')\n");
    const hook = await oakTide(
      ["format", "-", "--as", "tides.py", "--style", "hook.json"],
      { cwd, input: MESSY, env },
    );
    expect(hook.out).toBe("if tide:\n        moor(1, 'x')\n");
  });
});

test.each([
  [
    "oak-tide.json",
    '{\n  "maxLineLenght": 90\n}',
    '2:3: there is no option "maxLineLenght"; the nearest is "maxLineLength"',
  ],
  [
    "oak-tide.json",
    '{ "languages": { "pyton": {} } }',
    '1:18: there is no language "pyton"; the nearest is "python"',
  ],
  ["oak-tide.json", '{ "indentSize": "2" }', '1:3: "indentSize" is "2"; it must be a whole number'],
  [
    "oak-tide.json",
    '{ "endOfLine": "unix" }',
    '1:3: "endOfLine" is "unix"; it must be one of "lf", "crlf", "cr"',
  ],
  [
    "oak-tide.json",
    '{ "paths": { "*.py": { "python": {} } } }',
    '1:24: "python" is a language; put it under "languages"',
  ],
  ["oak-tide.json", '{ "exclude": "dist" }', '1:3: "exclude" is "dist"; it must be a list'],
  ["oak-tide.json", '{ "root": true "exclude": [] }', '1:16: expected "," or "}"'],
  [
    "oak-tide.json",
    '{ "root": true, "root": false }',
    '1:17: expected another name: "root" stands here twice',
  ],
  ["oak-tide.yaml", "root: true\n  indentSize: 2\n", "1:7: this is no YAML"],
  [
    "oak-tide.yaml",
    "root: true\nexclude: *.min.js\n",
    '2:10: nothing is named ".min.js"; put a text that begins with "*" in quotes',
  ],
  [
    "oak-tide.yaml",
    "paths:\n  lib/*.py:\n    indentsize: 2\n",
    '3:5: there is no option "indentsize"; the nearest is "indentSize"',
  ],
  [
    "oak-tide.toml",
    "root = true\n[languages.python]\nindentSize = 0\n",
    '3:1: "languages.python.indentSize" is 0; it must be 1 or more',
  ],
  ["oak-tide.toml", "root = \n", "1:8: this is no TOML"],
  [
    "pyproject.toml",
    "[tool.oak-tide]\nroots = true\n",
    '2:1: there is no option "roots"; the nearest is "root"',
  ],
])("%s with %j is told at its place", async (name, text, message) => {
  const cwd = folder({ [`lib/${name}`]: text, "lib/tides.py": MESSY, "fares.py": MESSY });
  const { code, err, out } = await oakTide(["format", "lib/tides.py", "fares.py"], { cwd });
  expect(err).toContain(`error    lib/${name}:${message}`);
  expect(out).toBe(
    "written  fares.py  5 edits\n2 files: 1 written, 0 in order already, 1 could not be done\n",
  );
  expect(code).toBe(2);
  expect(readFileSync(join(cwd, "lib/tides.py"), "utf8")).toBe(MESSY);
});

test.each([
  ["none.json", "there is no such file"],
  ["lib", "it is a folder"],
])("a style file %s that cannot be read is told", async (name, reason) => {
  const cwd = folder({ "lib/tides.py": MESSY });
  const { code, err } = await oakTide(["format", "--style", name, "lib/tides.py"], { cwd });
  expect(err).toBe(`error    ${name}: ${reason}\n`);
  expect(code).toBe(2);
});

test("two style files in one folder are both named", async () => {
  const cwd = folder({ "oak-tide.json": "{}", "oak-tide.toml": "", "tides.py": MESSY });
  const { err } = await oakTide(["check", "tides.py"], { cwd });
  expect(err).toBe(
    "error    oak-tide.toml:1:1: oak-tide.json beside it holds style too; keep one of them\n",
  );
});

test("what is excluded stays, and is told where it was named", async () => {
  const cwd = folder({
    ".git/HEAD": "",
    ".gitignore": "# built\ndist/\n*.gen.py\n!keep.gen.py\n",
    "oak-tide.json": '{ "exclude": ["lib/tables/**", "!lib/tables/own.py"] }\n',
    "dist/a.py": MESSY,
    "lib/a.gen.py": MESSY,
    "lib/keep.gen.py": MESSY,
    "lib/tables/tides.py": MESSY,
    "lib/tables/own.py": MESSY,
    "lib/deep/.gitignore": "b.py",
    "lib/deep/b.py": MESSY,
  });
  const all = await oakTide(["check", "."], { cwd });
  expect(all.out.match(/differs {2}\S+/g)).toEqual([
    "differs  lib/keep.gen.py:2:14",
    "differs  lib/tables/own.py:2:14",
  ]);
  const named = await oakTide(
    ["format", "dist/a.py", "lib/deep/b.py", "lib/tables/tides.py"],
    { cwd },
  );
  expect(named.err.split("\n")).toEqual([
    'excluded dist/a.py by .gitignore:2 "dist/"',
    'excluded lib/deep/b.py by lib/deep/.gitignore:1 "b.py"',
    'excluded lib/tables/tides.py by oak-tide.json:1:15 "lib/tables/**"',
    "",
  ]);
  expect(readFileSync(join(cwd, "dist/a.py"), "utf8")).toBe(MESSY);
});

test("files that nothing formats stay", async () => {
  const cwd = folder({
    "oak-tide.json": '{ "paths": { "tables/*.py": { "formatter": "none" } } }\n',
    "tables/tides.py": MESSY,
  });
  const { err } = await oakTide(["format", "tables/tides.py"], { cwd });
  expect(err).toBe('excluded tables/tides.py by oak-tide.json:1:31 formatter "none"\n');
  expect(readFileSync(join(cwd, "tables/tides.py"), "utf8")).toBe(MESSY);
});

test("explain says what acts on a file, and where each is said", async () => {
  const cwd = folder({
    "oak-tide.json": '{ "maxLineLength": 90, "formatter": "built-in" }',
    "tides.py": "if a:\n  b\n# oak-tide: leave\nx  = 1\n# oak-tide: resume\n",
  });
  const { out } = await oakTide(["explain", "tides.py"], { cwd });
  expect(out.split("\n").map((line) => line.trimEnd())).toEqual(expect.arrayContaining([
    "language    python  (the ending .py)",
    "formatter   built-in  (oak-tide.json:1:24)",
    "left alone  lines 3 to 5  (a comment)",
    "  indentSize              2           what the text itself shows",
    "  maxLineLength           90          oak-tide.json:1:3",
    "  blankLineLimit          2           the default of python",
  ]));
  const json = JSON.parse(
    (await oakTide(["explain", "--report", "json", "tides.py"], { cwd })).out,
  );
  expect(json.style).toContainEqual({
    name: "maxLineLength",
    value: 90,
    place: "oak-tide.json:1:3",
  });
});
