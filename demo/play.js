import { readFileSync, readdirSync } from "node:fs";
import pc from "picocolors";
import { applyEdits, createEngine } from "../dist/index.js";
import { heading, listing, playSession } from "./session.js";

const folder = new URL("data/", import.meta.url);
const engine = createEngine();
/** The lines of each file that the selection request is shown on, counted from 1. */
const SELECTED = {
  "board.tsx": [8, 10],
  "fares.py": [12, 13],
  "rota.py": [7, 9],
  "scheduler.ts": [13, 15],
  "tides.py": [15, 17],
};

console.log(pc.bold("\nGullhaven Ferry: its source files, formatted by Oak Tide\n"));
const only = process.argv[2];
for (const name of readdirSync(folder).sort()) {
  if (only === undefined || name.startsWith(only)) show(name);
}

if (only === undefined || only === "session") playSession();

function show(name) {
  const text = readFileSync(new URL(name, folder), "utf8");
  const document = engine.open({ uri: name, languageId: engine.languageFor(name).ids[0], text });
  heading(`${name}, as it was found`);
  listing(text);

  const [first, last] = SELECTED[name] ?? [1, 3];
  const { edits: some } = document.formatSelection({
    start: { line: first - 1, character: 0 },
    end: { line: last, character: 0 },
  });
  heading(`${name}: formatSelection of lines ${first} to ${last}, ${some.length} edits`);
  edits(text, some, 6);

  const { edits: all } = document.formatDocument();
  heading(`${name}: formatDocument, ${all.length} edits`);
  edits(text, all, 6);
  rules(all);
  heading(`${name}, formatted`);
  listing(applyEdits(text, all));
}

/** The first edits, one a line: place, what was there, what comes, the rule that asked. */
function edits(text, list, most) {
  const lines = text.split("\n");
  const shown = (words) => (
    words === ""
      ? pc.dim("nothing")
      : JSON.stringify(words.length > 24 ? `${words.slice(0, 23)}…` : words)
  );
  if (list.length === 0) console.log(pc.dim("      no edit: these lines are in order, or held"));
  for (const { range, newText, rule } of list.slice(0, most)) {
    const { start, end } = range;
    const old = start.line === end.line
      ? lines[start.line].slice(start.character, end.character)
      : `${lines[start.line].slice(start.character)}\n`;
    const place = `${start.line + 1}:${start.character + 1}`.padStart(8);
    console.log(`${place}  ${shown(old)} ${pc.dim("→")} ${shown(newText)}  ${pc.dim(rule)}`);
  }
  if (list.length > most) console.log(pc.dim(`          and ${list.length - most} more`));
}

function rules(list) {
  const counts = new Map();
  for (const { rule } of list) counts.set(rule, (counts.get(rule) ?? 0) + 1);
  const row = [...counts].sort((a, b) => b[1] - a[1])
    .map(
      ([rule, count]) => `${rule.replace(/^.*\//, "")} ${count}`,
    );
  const more = row.length > 5 ? pc.dim(` · ${row.length - 5} rules more`) : "";
  console.log(`      ${pc.dim("by rule:")} ${row.slice(0, 5).join(pc.dim(" · "))}${more}`);
}
