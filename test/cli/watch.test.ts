import { spawn } from "node:child_process";
import { readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { expect, onTestFinished, test } from "vitest";
import { COMMAND, folder } from "../support/process.js";

/** Waits until something holds, and fails where it never does. */
async function until(holds: () => boolean): Promise<void> {
  for (let tries = 0; tries < 200; tries++) {
    if (holds()) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error("it never held");
}

test(
  "files are formatted as they are saved; own writes and excluded files are left alone",
  async () => {
    const cwd = folder({
      "lib/tides.py": "a = 1\n",
      "tables/old.py": "a=1\n",
      "oak-tide.json": '{ "exclude": ["tables/"] }\n',
    });
    const child = spawn(
      process.execPath,
      [COMMAND, "watch", "."],
      { cwd, env: { ...process.env, NO_COLOR: "1" } },
    );
    onTestFinished(() => void child.kill("SIGKILL"));
    let out = "";
    child.stdout.setEncoding("utf8").on("data", (chunk: string) => (out += chunk));
    await until(() => out.includes("watching"));
    const read = (name: string): string => readFileSync(join(cwd, name), "utf8");
    for (const name of ["lib/tides.py", "lib/fares.py", "tables/old.py", "notes.txt"])
      writeFileSync(join(cwd, name), "b=2\n");
    await until(() => read("lib/tides.py") === "b = 2\n" && read("lib/fares.py") === "b = 2\n");
    const written = statSync(join(cwd, "lib/tides.py")).mtimeMs;
    await new Promise((resolve) => setTimeout(resolve, 400));
    expect(statSync(join(cwd, "lib/tides.py")).mtimeMs).toBe(written);
    expect([read("tables/old.py"), read("notes.txt")]).toEqual(["b=2\n", "b=2\n"]);
    // The style file may change meanwhile.
    writeFileSync(join(cwd, "oak-tide.json"), '{ "stringDelimiter": "single" }\n');
    writeFileSync(join(cwd, "lib/tides.py"), 'b="x"\n');
    await until(() => read("lib/tides.py") === "b = 'x'\n");
    const ended = new Promise<number | null>((resolve) => child.on("close", resolve));
    child.kill("SIGINT");
    expect(await ended).toBe(0);
    // A slow machine may see two files of one burst one after the other.
    expect(out.match(/^written {2}\S+/gm)?.sort()).toEqual(
      ["written  lib/fares.py", "written  lib/tides.py", "written  lib/tides.py"],
    );
  },
  30_000,
);
