import { readFileSync } from "node:fs";
import { createEngine } from "../dist/index.js";
import { median, race, table } from "./measure.js";

const engine = createEngine();
const read = (name) => readFileSync(new URL(`../demo/data/${name}`, import.meta.url), "utf8");
const format = (languageId, text) =>
  engine.open({ uri: "bench:", languageId, text }).formatDocument();

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
  const line = Math.floor(document.text.split("\n").length / 2);
  const at = { line, character: document.text.split("\n")[line].length };
  const saves = [];
  for (let i = 0; i < 20; i++) {
    document.update([{ range: { start: at, end: at }, text: " " }]);
    const began = performance.now();
    document.formatDocument();
    saves.push(performance.now() - began);
    document.update([{
      range: { start: at, end: { ...at, character: at.character + 1 } },
      text: "",
    }]);
  }
  const save = saves.sort((a, b) => a - b)[10];
  console.log(
    `\nA save after a key in ${long.split("\n").length} lines: ${save.toFixed(2)} ms, ${((save / cold) * 100).toFixed(1)} % of a cold one (${cold.toFixed(0)} ms)`,
  );
}
