import { spawn } from "node:child_process";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { onTestFinished } from "vitest";

export const COMMAND = fileURLToPath(new URL("../../dist/bin/oak-tide.js", import.meta.url));

export interface Ran {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
}

/** Runs the command line as a process. What it prints comes without the time that a run took. */
export function oakTide(
  args: readonly string[],
  { cwd, input, env }: {
    cwd?: string;
    input?: string | Uint8Array;
    env?: Record<string, string>;
  } = {},
): Promise<Ran> {
  return new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      [COMMAND, ...args],
      { cwd, env: { ...process.env, NO_COLOR: "1", ...env } },
    );
    let out = "";
    let err = "";
    child.stdout.setEncoding("utf8").on("data", (chunk: string) => (out += chunk));
    child.stderr.setEncoding("utf8").on("data", (chunk: string) => (err += chunk));
    child.on("error", reject).on("close", (code) =>
      resolve({ code, out: out.replace(/; \d+\.\d s$/m, ""), err }));
    child.stdin.end(input ?? "");
  });
}

/** A folder with these files, gone when the test has finished. */
export function folder(files: Readonly<Record<string, string | Uint8Array>>): string {
  const root = mkdtempSync(join(tmpdir(), "gullhaven-"));
  onTestFinished(() => rmSync(root, { recursive: true, force: true }));
  for (const [name, content] of Object.entries(files)) {
    mkdirSync(dirname(join(root, name)), { recursive: true });
    writeFileSync(join(root, name), content);
  }
  return root;
}
