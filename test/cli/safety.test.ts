import { spawn, spawnSync } from "node:child_process";
import { readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { expect, test } from "vitest";
import { createEngine } from "oak-tide";
import { Client, OPTIONS } from "../support/client.js";
import { COMMAND, folder, oakTide } from "../support/process.js";

const OLD = "x=1\n".repeat(3_000);
const NEW = "x = 1\n".repeat(3_000);

test("a file that can only be written in part stays as it was", () => {
  const cwd = folder({ "a.py": OLD });
  // As on a full disk: no file may be longer than 16 kB, and the new text would be.
  const { status } = spawnSync(
    "bash",
    ["-c", 'ulimit -f 16; "$0" "$1" format a.py --no-cache', process.execPath, COMMAND],
    { cwd },
  );
  expect(status).not.toBe(0);
  expect(readFileSync(join(cwd, "a.py"), "utf8")).toBe(OLD);
  expect(readdirSync(cwd)).toEqual(["a.py"]);
});

test.each(["SIGINT", "SIGKILL"] as const)(
  "%s in the middle leaves every file old or new",
  async (signal) => {
    const names = Array.from({ length: 60 }, (_, i) => `f${i}.py`);
    const cwd = folder(Object.fromEntries(names.map((name) => [name, OLD])));
    const child = spawn(process.execPath, [COMMAND, "format", ".", "--no-cache"], { cwd });
    const ended = new Promise((resolve) => child.on("close", resolve));
    child.stdout.once("data", () => child.kill(signal));
    await ended;
    const texts = names.map((name) => readFileSync(join(cwd, name), "utf8"));
    expect(texts.every((text) => text === OLD || text === NEW)).toBe(true);
    expect(texts.filter((text) => text === NEW).length).toBeGreaterThan(0);
    if (signal === "SIGINT") expect(readdirSync(cwd).length).toBe(names.length);
  },
  30_000,
);

test(
  "the library, the command line, its workers and the server come to the same bytes",
  async () => {
    const data = new URL("../../demo/data/", import.meta.url);
    const names = readdirSync(data);
    const texts = names.map((name) => readFileSync(new URL(name, data), "utf8"));
    const style = {
      stringDelimiter: "single",
      maxLineLength: 72,
      indentSize: 3,
      indentStyle: "space",
    } as const;
    const engine = createEngine({ style });
    const wanted = names.map((name, i) => {
      const languageId = engine.languageFor(name)!.ids[0]!;
      return engine.open({ uri: name, languageId, text: texts[i]! }).formatDocument().text;
    });
    const files: Record<string, string> = { "oak-tide.json": `${JSON.stringify(style)}\n` };
    for (let copy = 0; copy < 60; copy++)
      names.forEach((name, i) => (files[`many/c${copy}/${name}`] = texts[i]!));
    names.forEach((name, i) => (files[`few/${name}`] = files[`served/${name}`] = texts[i]!));
    const cwd = folder(files);
    const env = { XDG_CACHE_HOME: join(cwd, "cache") };
    await oakTide(["format", "few"], { cwd, env });
    await oakTide(["format", "many", "--workers", "2"], { cwd, env });
    const client = new Client();
    await client.start();
    for (const [i, name] of names.entries()) {
      expect(readFileSync(join(cwd, "few", name), "utf8")).toBe(wanted[i]);
      for (const copy of [0, 31, 59])
        expect(readFileSync(join(cwd, `many/c${copy}`, name), "utf8")).toBe(wanted[i]);
      const { out } = await oakTide(
        ["format", "-", "--as", `served/${name}`],
        { cwd, env, input: texts[i]! },
      );
      expect(out).toBe(wanted[i]);
      const uri = pathToFileURL(join(cwd, "served", name)).href;
      await client.open(uri, texts[i]!, engine.languageFor(name)!.ids[0]!);
      const edits = await client.format(uri, OPTIONS);
      const document = engine.open({ uri, languageId: "plaintext", text: texts[i]! });
      document.update([...edits].reverse().map(({ range, newText }) => ({ range, text: newText })));
      expect(document.text).toBe(wanted[i]);
    }
  },
  60_000,
);
