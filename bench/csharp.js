import { readFileSync } from "node:fs";
import { createEngine } from "../dist/index.js";
import { median, percentile, race, table } from "./measure.js";

const engine = createEngine();
const read = (name) => readFileSync(new URL(`../demo/data/${name}`, import.meta.url), "utf8");
const format = (languageId, text) =>
  engine.open({ uri: "bench:", languageId, text }).formatDocument();

/** Saves timed, each after a key at the end of another line. */
const SAVES = 60;

/** C# beside TypeScript of the same size, and what a save costs after a key in 10,000 lines. */
export function benchCsharp() {
  const [csharp, typescript] = [read("BerthService.cs"), read("scheduler.ts")];
  const again = (text, size) => text.repeat(Math.ceil(size / text.length));
  const size = 400_000;
  const texts = { csharp: again(csharp, size), typescript: again(typescript, size) };
  table("C# beside TypeScript", size, race(
    [
      ["C#, formatDocument", () => format("csharp", texts.csharp)],
      ["TypeScript, formatDocument", () => format("typescript", texts.typescript)],
    ],
    { warm: 5, runs: 9 },
  ));
  const settled = format("csharp", csharp).text;
  const long = settled.repeat(Math.ceil(10_000 / settled.split("\n").length));
  const cold = median(() => format("csharp", long), { warm: 3, runs: 5 });
  const document = engine.open({ uri: "bench:", languageId: "csharp", text: long });
  document.formatDocument();
  const lines = document.text.split("\n");
  const saves = [];
  // The first half compiles the code, as the first runs of a cold one do.
  for (let i = 0; i < 2 * SAVES; i++) {
    const line = Math.floor(((i % SAVES + 0.5) / SAVES) * lines.length);
    const start = { line, character: lines[line].length };
    const end = { ...start, character: start.character + 1 };
    document.update([{ range: { start, end: start }, text: " " }]);
    const began = performance.now();
    document.formatDocument();
    if (i >= SAVES) saves.push(performance.now() - began);
    document.update([{ range: { start, end }, text: "" }]);
    document.formatDocument();
  }
  const save = percentile(saves, 0.5);
  console.log(
    `\nA save after a key in ${lines.length} lines: ${save.toFixed(2)} ms, ${((save / cold) * 100).toFixed(1)} % of a cold one (${cold.toFixed(0)} ms)`,
  );
}
