import { execFileSync } from "node:child_process";
import { readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { parser as grammar } from "@lezer/python";
import { createEngine, python } from "../dist/index.js";
import { median, race, table } from "./measure.js";

const engine = createEngine();
const format = (text) =>
  engine.open({ uri: "bench:", languageId: "python", text }).formatDocument();

const AST_TIMES = `
import ast, sys, time, json
texts = [open(path, encoding="utf-8").read() for path in json.load(sys.stdin)]
times = []
for _ in range(3):
    began = time.perf_counter()
    for text in texts: ast.parse(text)
    times.append(time.perf_counter() - began)
print(sorted(times)[1] * 1000)
`;

/** Formatting beside parsing, on the modules of Python's own library. */
export function benchPython() {
  const folder = execFileSync(
    "python3",
    ["-c", "import os; print(os.path.dirname(os.__file__))"],
    { encoding: "utf8" },
  ).trim();
  const paths = readdirSync(folder)
    .filter((name) => name.endsWith(".py"))
    .map((name) => join(folder, name));
  const texts = paths.map((path) => readFileSync(path, "utf8"));
  const bytes = texts.reduce((sum, text) => sum + text.length, 0);
  const each = (work) => () => texts.forEach((text) => work(text));
  const rows = race(
    [
      ["formatDocument", each(format)],
      ["our parse alone", each((text) => python.parse(text))],
      ["@lezer/python, parse alone", each((text) => grammar.parse(text))],
    ],
    { warm: 2, runs: 5 },
  );
  const ast = Number(
    execFileSync("python3", ["-c", AST_TIMES], { input: JSON.stringify(paths), encoding: "utf8" }),
  );
  table("Python, the standard library's modules", bytes, [
    ...rows,
    ["python3, ast.parse", ast, ast / rows[0][1]],
  ]);

  const long = texts.join("\n").slice(0, 1e7).padEnd(1e7, "\npier = 1");
  const line = `tides = [${"2.4, ".repeat(2e5)}]`;
  const deep = `x = ${"[".repeat(1e5)}${"]".repeat(1e5)}\n`;
  for (
    const [title, text] of [
      ["Python, one long file", long],
      ["Python, one line", line],
      ["Python, 100,000 nested brackets", deep],
    ]
  ) {
    table(title, text.length, [
      ["formatDocument", median(() => format(text), { warm: 0, runs: 1 })],
    ]);
  }
}
