import { spawn } from "node:child_process";
import { createInterface } from "node:readline";
import { fileURLToPath } from "node:url";

/** Python's own parser in a process of its own, asked one question at a time. */
export function pythonOracle() {
  const script = fileURLToPath(new URL("python_oracle.py", import.meta.url));
  const child = spawn("python3", [script], { stdio: ["pipe", "pipe", "inherit"] });
  const waiting = [];
  createInterface({ input: child.stdout }).on("line", (line) => waiting.shift()(JSON.parse(line)));
  return {
    ask: (request) => new Promise((resolve) => {
      waiting.push(resolve);
      child.stdin.write(JSON.stringify(request) + "\n");
    }),
    stop: () => child.stdin.end(),
  };
}
