import { readFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { answerFor } from "oak-tide/node";
import { Client } from "../support/client.js";
import { folder, oakTide } from "../support/process.js";

/** A formatter of tide tables: one blank between columns. */
const TABLES = `import { text } from "node:stream/consumers";
const table = await text(process.stdin);
if (table.includes("flood")) {
  console.error("row 1 has no height");
  process.exit(3);
}
if (table.includes("slack")) await new Promise((ends) => setTimeout(ends, 60_000));
if (!table.includes("mute")) process.stdout.write(table.replace(/[ \\t]+/g, " "));
`;

const settings = (root: string): Record<string, unknown> => ({
  commands: {
    tables: { run: [process.execPath, join(root, "tables.mjs"), "{path}"], seconds: 1 },
    absent: { run: ["gullhaven-absent"], install: "ask at the pier" },
  },
});

const STYLE = `{
  "languages": { "python": { "indentSize": 4 } },
  "paths": {
    "*.tide": { "formatter": "tables" },
    "*.gone": { "formatter": "absent" },
    "*.other": { "formatter": "unheard" },
    "*.py": { "formatter": ["absent", "tables", "built-in"] },
    "*.js": { "formatter": ["absent", "built-in"] },
  },
}`;

function project(files: Record<string, string>): { cwd: string; env: Record<string, string> } {
  const cwd = folder({ "oak-tide.json": STYLE, ...files });
  const own = folder({ "tables.mjs": TABLES });
  const text = JSON.stringify(settings(own));
  return { cwd, env: { XDG_CONFIG_HOME: folder({ "oak-tide/oak-tide.json": text }) } };
}

const read = (cwd: string, name: string): string => readFileSync(join(cwd, name), "utf8");

test("a command formats the files of a pattern, in place and from standard input", async () => {
  const { cwd, env } = project({ "low.tide": "06:40   1.2\n12:55   4.6\n", "a.js": "a( 1)\n" });
  const { out, err, code } = await oakTide(["format", "."], { cwd, env });
  expect(err).toBe("");
  expect(out).toContain("written  low.tide  2 edits\n");
  expect(code).toBe(0);
  expect(read(cwd, "low.tide")).toBe("06:40 1.2\n12:55 4.6\n");
  expect(read(cwd, "a.js")).toBe("a(1);\n");
  const piped = await oakTide(["format", "-", "--as", "x.tide"], { cwd, env, input: "a   b\n" });
  expect(piped.out).toBe("a b\n");
});

test.each([
  ["a.tide", "flood   1\n", /a\.tide: the formatter "tables" ended with code 3 and said: row 1/],
  ["a.tide", "slack   1\n", /the formatter "tables" took longer than 1 s; the text stays/],
  ["a.tide", "mute   1\n", /the formatter "tables" printed nothing/],
  ["a.gone", "x   1\n", /oak-tide\.json:5:17: gullhaven-absent .* is not installed; .*ask at the/],
  ["a.other", "x   1\n", /oak-tide\.json:6:18: the formatter "unheard" is no command of your own/],
])("%s with %j stays as it is, and why is said", async (name, text, message) => {
  const { cwd, env } = project({ [name]: text });
  const { err, code } = await oakTide(["format", "."], { cwd, env });
  expect(err).toMatch(message);
  expect(code).toBe(2);
  expect(read(cwd, name)).toBe(text);
});

test("what a project says is never run", async () => {
  const { cwd, env } = project({
    "lib/oak-tide.json": '{ "commands": { "tables": { "run": ["touch", "ran"] } } }',
    "lib/a.tide": "a   b\n",
  });
  const { err } = await oakTide(["format", "."], { cwd, env });
  expect(err).toMatch(/lib\/oak-tide\.json:1:3: what is run is not for a project to say/);
  expect(read(cwd, "lib/a.tide")).toBe("a   b\n");
});

test("a command that is missing is told once", async () => {
  const { cwd, env } = project({ "a.gone": "", "b.gone": "", "c.gone": "" });
  const { err } = await oakTide(["check", "."], { cwd, env });
  expect(err.match(/not installed/g)).toHaveLength(1);
});

test("explain tells which formatter acts, and which undo each other", async () => {
  const { cwd, env } = project({ "a.py": "if tide:\n    moor()\n", "a.js": "a();\n" });
  const explained = await oakTide(["explain", "a.py"], { cwd, env });
  expect(explained.out).toContain("formatter   tables  (oak-tide.json:7:15)");
  expect(explained.out).toContain("gullhaven-absent of the formatter");
  const style = STYLE.replace('"absent", "tables"', '"tables"');
  const { cwd: other } = project({ "oak-tide.json": style, "a.py": "if tide:\n    moor()\n" });
  const conflicts = await oakTide(["explain", "--conflicts", "a.py"], { cwd: other, env });
  expect(conflicts.out).toBe("a.py: tables and built-in undo each other\n  line 2\n");
  expect(conflicts.code).toBe(1);
});

test("only the lines that changed are taken from a command's answer", () => {
  const text = "a  1\nb  2\nc  3\nd  4\n";
  const line = (first: number, last: number) => [{
    start: { line: first, character: 0 },
    end: { line: last, character: 0 },
  }];
  const wanted = "a 1\nb  2\nc 3\nd 4\n";
  expect(answerFor(text, wanted, "tables").text).toBe(wanted);
  expect(answerFor(text, wanted, "tables", { lines: line(0, 0) }).text).toBe(
    "a 1\nb  2\nc  3\nd  4\n",
  );
  expect(answerFor(text, wanted, "tables", { lines: line(1, 1) }).editCount).toBe(0);
});

test("the server answers with what the command makes of the text", async () => {
  const { cwd, env } = project({ "low.tide": "" });
  const client = new Client(env);
  await client.start();
  const uri = pathToFileURL(join(cwd, "low.tide")).href;
  const text = "06:40   1.2\n12:55 4.6\n";
  await client.open(uri, text, "plaintext");
  expect(applyEdits(text, await client.format(uri))).toBe("06:40 1.2\n12:55 4.6\n");
  await client.change(uri, 2, [{ text: "flood   1\n" }]);
  await expect(client.format(uri)).rejects.toThrow(/ended with code 3 .*row 1 has no height/);
});
