import { spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { race, table } from "./measure.js";

const COMMAND = fileURLToPath(new URL("../dist/bin/oak-tide.js", import.meta.url));
const SOURCES = ["update.ts", "excerpt.ts", "sequence.ts"].map((name) =>
  fileURLToPath(new URL(`../src/core/outline/${name}`, import.meta.url)));

/** How many lines the longer text has. */
const LINES = 1000;

/** Whole calls of `oak-tide format -`, beside a program of nothing. */
export function benchStarts() {
  const text = SOURCES.map((path) => readFileSync(path, "utf8")).join("").split("\n");
  const whole = `${text.slice(0, LINES).join("\n")}\n`;
  const call = (args, input = "") => () => {
    const { status } = spawnSync(process.execPath, args, { input });
    if (status !== 0) throw new Error(`${args.join(" ")} ended with ${status}`);
  };
  const format = [COMMAND, "format", "-", "--as", "tides.ts", "--quiet"];
  const works = [
    ["node -e 0", call(["-e", "0"])],
    ["one line", call(format, "const high = [4, 2];\n")],
    [`${LINES} lines`, call(format, whole)],
  ];
  table("Calls of the command line", whole.length, race(works, { warm: 3, runs: 25 }));
}
