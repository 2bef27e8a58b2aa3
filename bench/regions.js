import { createEngine, python } from "../dist/index.js";
import { Demand, declareLanguage, regionsBy } from "../dist/language.js";
import { percentile } from "./measure.js";

const notes = declareLanguage({ name: "notes", extensions: [] });

/** Notes whose only region begins after their first line and ends before their last, a prefix before each line. */
const notesWith = (prefix) => ({
  ...notes,
  layout(sheet) {
    for (let t = 0; t < sheet.tokens.count; t++) sheet.set(t, Demand.AsWritten, 0);
  },
  regions: regionsBy(function* ({ tokens: { text } }) {
    const from = text.indexOf("\n") + 1;
    const to = text.lastIndexOf("\nend");
    if (from > 0 && to > from) yield { from, to, languageId: "python", prefix, closer: /^end/m };
  }),
});

const UNIT = (i) => `def departs_${i}(tide, crew):
    for person in crew:
        if not person.on_duty(tide, berth=${i}):
            return False
    return tide.level > ${i}


`;

const KEYS = [..."\nlevel = tide.at(hour=6)\nif level > 2:\nreturn\n"];
const SIZES = [200, 2_000, 20_000];
const TIMES = 12;

/** One keystroke in a region, the update and the typing request, beside the same in its text alone; and a save. */
export function benchRegions() {
  const ways = [
    ["alone", undefined],
    ["inside", ""],
    ["behind a bar", "| "],
  ];
  console.log("\nKeystrokes in a region of Python (update, then the typing request)");
  console.log(
    `  ${"lines".padStart(8)}${"".padStart(15)}${["p50 ms", "p95 ms", "save ms"].map((name) => name.padStart(12)).join("")}`,
  );
  for (const [, prefix] of ways) type(2_000, prefix);
  for (const size of SIZES) {
    for (const [name, prefix] of ways) {
      const { strokes, saves } = type(size, prefix);
      const cells = [
        percentile(strokes, 0.5).toFixed(3),
        percentile(strokes, 0.95).toFixed(3),
        percentile(saves, 0.5).toFixed(2),
      ];
      console.log(
        `  ${String(size).padStart(8)}${name.padStart(15)}${cells.map((cell) => cell.padStart(12)).join("")}`,
      );
    }
  }
}

function type(size, prefix) {
  const units = Array.from({ length: Math.round(size / 7) }, (_, i) => UNIT(i));
  const rows = units.join("").trimEnd().split("\n");
  const alone = prefix === undefined;
  const text = alone
    ? rows.join("\n")
    : ["notes", ...rows.map((row) => (row === "" ? prefix.trimEnd() : prefix + row)), "end\n"].join(
      "\n",
    );
  const languages = alone ? [python] : [notesWith(prefix), python];
  const engine = createEngine({ languages });
  const document = engine.open({ uri: "", languageId: languages[0].ids[0], text });
  document.formatDocument();
  const [first, column] = alone ? [0, 0] : [1, prefix.length];
  const strokes = [];
  const saves = [];
  for (let time = 0; time < TIMES; time++) {
    const line = first + 1 + 7 * Math.floor((units.length * (time + 0.5)) / TIMES);
    const found = document.text.split("\n").findIndex(
      (row, i) => i >= line && /for person in crew/.test(row),
    );
    let caret = { line: found, character: column + "    for person in crew:".length };
    for (const key of KEYS) {
      const start = performance.now();
      document.update([{ range: { start: caret, end: caret }, text: key }]);
      caret = key === "\n"
        ? { line: caret.line + 1, character: 0 }
        : { ...caret, character: caret.character + 1 };
      const answer = document.formatOnType(caret, key);
      strokes.push(performance.now() - start);
      document.update(
        [...answer.edits].reverse().map(({ range, newText: put }) => ({ range, text: put })),
      );
      caret = answer.caret;
    }
    const start = performance.now();
    document.formatDocument();
    saves.push(performance.now() - start);
  }
  return { strokes, saves };
}
