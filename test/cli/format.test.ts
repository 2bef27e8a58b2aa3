import {
  chmodSync,
  lstatSync,
  readFileSync,
  readdirSync,
  statSync,
  symlinkSync,
  utimesSync,
} from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { folder, oakTide } from "../support/process.js";

const MESSY = "fare=( 1+2 )\n";
const NEAT = "fare = (1 + 2)\n";

describe("format", () => {
  test(
    "replaces what changes in files and below folders, and leaves the rest untouched",
    async () => {
      const cwd = folder({
        "lib/tides.py": MESSY,
        "lib/deep/neat.py": NEAT,
        "lib/notes.txt": MESSY,
        "a.py": MESSY,
      });
      utimesSync(join(cwd, "lib/deep/neat.py"), 1, 1);
      const { code, out, err } = await oakTide(["format", "a.py", "lib"], { cwd });
      expect({ code, err }).toEqual({ code: 0, err: "" });
      expect(out).toBe(
        "written  a.py  6 edits\nwritten  lib/tides.py  6 edits\n3 files: 2 written, 1 in order already\n",
      );
      expect(readFileSync(join(cwd, "lib/tides.py"), "utf8")).toBe(NEAT);
      expect(readFileSync(join(cwd, "lib/notes.txt"), "utf8")).toBe(MESSY);
      expect(statSync(join(cwd, "lib/deep/neat.py")).mtimeMs).toBe(1000);
    },
  );

  test("keeps the mode, and leaves nothing else behind", async () => {
    const cwd = folder({ "run.py": MESSY });
    chmodSync(join(cwd, "run.py"), 0o751);
    await oakTide(["format", "run.py"], { cwd });
    expect(statSync(join(cwd, "run.py")).mode & 0o777).toBe(0o751);
    expect(readdirSync(cwd)).toEqual(["run.py"]);
  });

  test("passes over links, hidden folders and fetched packages below a folder", async () => {
    const cwd = folder({
      "lib/a.py": MESSY,
      ".cache/b.py": MESSY,
      "node_modules/c/c.py": MESSY,
      "other/d.py": MESSY,
    });
    symlinkSync("../other", join(cwd, "lib/linked"));
    symlinkSync("../other/d.py", join(cwd, "lib/link.py"));
    await oakTide(["format", "lib", ".cache/..", "node_modules/../lib"], { cwd });
    expect(readFileSync(join(cwd, ".cache/b.py"), "utf8")).toBe(MESSY);
    expect(readFileSync(join(cwd, "node_modules/c/c.py"), "utf8")).toBe(MESSY);
    expect(lstatSync(join(cwd, "lib/link.py")).isSymbolicLink()).toBe(true);
  });

  test("names each file that it could not do, leaves it, and goes on", async () => {
    const cwd = folder({
      "bad.py": Uint8Array.of(0x61, 0x3d, 0xff),
      "good.py": MESSY,
      "still.py": MESSY,
    });
    chmodSync(join(cwd, "still.py"), 0o444);
    const { code, out, err } = await oakTide(
      ["format", "bad.py", "gone.py", "still.py", "good.py", "crew.tide"],
      { cwd },
    );
    expect(code).toBe(2);
    expect(err.split("\n")).toEqual([
      "error    bad.py: byte 2 is not UTF-8; save the file as UTF-8 first",
      "error    gone.py: there is no such file or folder",
      "error    still.py: it is read-only; make it writable first",
      "error    crew.tide: there is no such file or folder",
      "",
    ]);
    expect(out).toContain("5 files: 1 written, 0 in order already, 4 could not be done");
    expect(readFileSync(join(cwd, "bad.py"))).toEqual(Buffer.of(0x61, 0x3d, 0xff));
    expect(readFileSync(join(cwd, "still.py"), "utf8")).toBe(MESSY);
    expect(readFileSync(join(cwd, "good.py"), "utf8")).toBe(NEAT);
  });

  test("tells where it left code alone", async () => {
    const cwd = folder({ "torn.py": "a=1\nb = = 2\n" });
    const { code, err } = await oakTide(["format", "torn.py"], { cwd });
    expect({ code, err }).toEqual({ code: 0, err: "unparsed torn.py:2:1 left as written\n" });
    expect(readFileSync(join(cwd, "torn.py"), "utf8")).toBe("a = 1\nb = = 2\n");
  });

  test("honours a line limit", async () => {
    const cwd = folder({ "a.py": "f(pier, quay)\n" });
    await oakTide(["format", "--line-limit", "10", "--quiet", "a.py"], { cwd });
    expect(readFileSync(join(cwd, "a.py"), "utf8")).toBe("f(\n    pier,\n    quay,\n)\n");
  });

  test("reads standard input by the name that it is given", async () => {
    expect(await oakTide(["format", "-", "--as", "lib/tides.py"], { input: MESSY })).toEqual({
      code: 0,
      out: NEAT,
      err: "",
    });
    const long = "x=1\n".repeat(100_000);
    expect((await oakTide(["format", "-", "--as", "a.py"], { input: long })).out).toBe(
      "x = 1\n".repeat(100_000),
    );
  });

  test.each([
    [["format"], /name files or folders, or say --changed/],
    [["format", "-"], /- needs --as with a file name/],
    [["format", "-", "--as", "a.tide"], /a\.tide: no language is known for its ending/],
    [["format", "-", "--as", "a.py", "b.py"], /name no other path beside it/],
    [["format", "--line-limit", "wide", "a.py"], /'wide' is invalid\. It must be a whole number/],
    [["moor"], /unknown command 'moor'/],
  ])("%j is refused with a remedy", async (args, message) => {
    const { code, out, err } = await oakTide(args);
    expect({ code, out }).toEqual({ code: 2, out: "" });
    expect(err).toMatch(message);
  });

  test("standard input that is not UTF-8 is refused", async () => {
    const { code, err } = await oakTide(
      ["format", "-", "--as", "a.py"],
      { input: Uint8Array.of(0xc3) },
    );
    expect({ code, err }).toEqual({
      code: 2,
      err: "oak-tide: standard input: byte 0 is not UTF-8; save the file as UTF-8 first\n",
    });
  });
});

describe("check", () => {
  test("changes nothing and says what would change", async () => {
    const cwd = folder({ "a.py": NEAT, "b.py": `${NEAT}\n${MESSY}` });
    const { code, out } = await oakTide(["check", "."], { cwd });
    expect(code).toBe(1);
    expect(out).toBe(
      "differs  b.py:3:5  6 edits, the first by python/operator-space: one blank expected here\n2 files: 1 would change, 1 in order\n",
    );
    expect(readFileSync(join(cwd, "b.py"), "utf8")).toBe(`${NEAT}\n${MESSY}`);
  });

  test.each([
    [["a.py"], 0],
    [["b.py"], 1],
    [["b.py", "gone.py"], 2],
  ])("of %j exits with %i", async (paths, expected) => {
    const cwd = folder({ "a.py": NEAT, "b.py": MESSY });
    const { code, out } = await oakTide(["check", "--quiet", ...paths], { cwd });
    expect({ code, out }).toEqual({ code: expected, out: "" });
  });
});

describe("ask", () => {
  test("prints a request's answer", async () => {
    const cwd = folder({ "a.py": "a=1\nb=2\nc = = 3\n" });
    const { code, out } = await oakTide(["ask", "selection", "a.py", "--lines", "2"], { cwd });
    expect(code).toBe(0);
    const at = (line: number, character: number) => ({
      start: { line, character },
      end: { line, character },
    });
    expect(JSON.parse(out)).toEqual({
      edits: [
        { range: at(1, 1), newText: " ", rule: "python/operator-space" },
        { range: at(1, 2), newText: " ", rule: "python/operator-space" },
      ],
      unsettled: [],
    });
    const whole = JSON.parse((await oakTide(["ask", "document", "a.py"], { cwd })).out) as {
      edits: unknown[];
      unsettled: unknown[];
    };
    expect([whole.edits.length, whole.unsettled.length]).toEqual([4, 1]);
  });

  test("answers typing, pasting and moving", async () => {
    const cwd = folder({ "a.js": "f(() => {\n", "b.js": "{\n  a();\n}\n{\n    b();\n}\n" });
    const edits = async (...args: string[]): Promise<string[]> => {
      const { out } = await oakTide(["ask", ...args], { cwd });
      return (JSON.parse(out) as { edits: { newText: string }[] }).edits.map(
        ({ newText }) => newText,
      );
    };
    expect(await edits("type", "a.js", "--at", "2:1")).toEqual(["  "]);
    expect(await edits("move", "b.js", "--lines", "5")).toEqual([""]);
    expect(await edits("paste", "b.js", "--lines", "5")).toEqual([""]);
  });

  test.each([
    [["ask", "selection", "a.py"], /needs --lines/],
    [["ask", "selection", "a.py", "--lines", "9-3"], /"9-3" is no stretch of lines such as 10-20/],
    [["ask", "tide", "a.py"], /Allowed choices are document, selection, type, paste, move/],
    [["ask", "document", "gone.py"], /gone\.py: there is no such file/],
  ])("%j is refused", async (args, message) => {
    const cwd = folder({ "a.py": NEAT });
    const { code, err } = await oakTide(args, { cwd });
    expect(code).toBe(2);
    expect(err).toMatch(message);
  });
});

describe("replay", () => {
  test("counts what comes out right, as text and as JSON", async () => {
    const cwd = folder({ "a.js": "function pier(a) {\n  if (a) {\n    return tide(a);\n  }\n}\n" });
    const { code, out } = await oakTide(["replay", "a.js"], { cwd });
    expect(code).toBe(0);
    expect(out).toMatch(/a\.js +5 +100\.00 % +100\.00 % +100\.00 % +100\.00 %/);
    const { total } = JSON.parse(
      (await oakTide(["replay", "a.js", "--report", "json"], { cwd })).out,
    ) as { total: { lines: number } };
    const typed = { tried: 5, equal: 5 };
    expect(total).toMatchObject({ lines: 5, trespasses: 0, ways: { typed } });
  });
});
