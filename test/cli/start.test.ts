import {
  chmodSync,
  existsSync,
  readFileSync,
  readdirSync,
  statSync,
  utimesSync,
  writeFileSync,
} from "node:fs";
import { join } from "node:path";
import zlib from "node:zlib";
import { expect, test } from "vitest";
import { folder, oakTide } from "../support/process.js";

/** The first versions of Node 20 lack a sum to check compiled code by. */
const keeps = "crc32" in zlib;

const TIDES = { args: ["format", "-", "--as", "tides.ts"], input: "const high=[ 4,2 ]\n" };

async function start(cwd: string, env: Record<string, string> = {}): Promise<string> {
  const ran = await oakTide(TIDES.args, {
    cwd,
    input: TIDES.input,
    env: { XDG_CACHE_HOME: join(cwd, "cache"), ...env },
  });
  expect([ran.code, ran.err]).toEqual([0, ""]);
  return ran.out;
}

const compiledIn = (cwd: string): string => join(cwd, "cache/oak-tide/compiled");

/** The files of compiled code, by their paths. */
function codeIn(cwd: string): string[] {
  const compiled = compiledIn(cwd);
  const [build] = readdirSync(compiled) as [string];
  return readdirSync(join(compiled, build))
    .filter((name) => name.endsWith(".code"))
    .map((name) => join(compiled, build, name));
}

test.runIf(keeps)("a call keeps its compiled code, and the next one starts with it", async () => {
  const cwd = folder({});
  expect(await start(cwd)).toBe("const high = [4, 2];\n");
  const files = codeIn(cwd);
  expect(files.length).toBeGreaterThan(5);
  const written = files.map((file) => statSync(file).mtimeMs);
  // The time until it is kept anew is counted from the first call.
  expect(await start(cwd)).toBe("const high = [4, 2];\n");
  expect(codeIn(cwd)).toEqual(files);
  expect(files.map((file) => statSync(file).mtimeMs)).toEqual(written);
});

test.runIf(keeps)("code that is damaged, cut or lost is made anew", async () => {
  const cwd = folder({});
  await start(cwd);
  const files = codeIn(cwd);
  files.forEach((file, i) => {
    const code = readFileSync(file);
    // A bit that has turned over, no code at all, half of it.
    if (i % 3 === 0) code[code.length >> 1]! ^= 16;
    writeFileSync(file, [code, "no code", code.subarray(0, code.length >> 1)][i % 3]!);
  });
  const damaged = files.map((file) => readFileSync(file));
  expect(await start(cwd)).toBe("const high = [4, 2];\n");
  files.forEach((file, i) => expect(readFileSync(file).equals(damaged[i]!)).toBe(false));
});

test.runIf(
  keeps,
)("code that nobody has written to for long goes when a build first keeps its own", async () => {
  const cwd = folder({
    "cache/oak-tide/compiled/old/main.js.code": "",
    "cache/oak-tide/compiled/other/main.js.code": "",
  });
  const compiled = compiledIn(cwd);
  const longAgo = Date.now() / 1000 - 60 * 24 * 60 * 60;
  utimesSync(join(compiled, "old"), longAgo, longAgo);
  await start(cwd);
  expect(readdirSync(compiled)).toContain("other");
  expect(readdirSync(compiled)).not.toContain("old");
});

test("where nothing may be kept, a call does what it does", async () => {
  const cwd = folder({ cache: "a file" });
  expect(await start(cwd)).toBe("const high = [4, 2];\n");
  expect(readFileSync(join(cwd, "cache"), "utf8")).toBe("a file");
  const locked = folder({ "cache/x": "" });
  chmodSync(join(locked, "cache"), 0o500);
  expect(await start(locked)).toBe("const high = [4, 2];\n");
  const forbidden = folder({});
  expect(await start(forbidden, { NODE_DISABLE_COMPILE_CACHE: "1" })).toBe(
    "const high = [4, 2];\n",
  );
  expect(existsSync(compiledIn(forbidden))).toBe(false);
});
