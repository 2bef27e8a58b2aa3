import { readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { parse as cssTree } from "css-tree";
import postcss from "postcss";
import { createEngine } from "../dist/index.js";
import { race, table } from "./measure.js";

const MODULES = fileURLToPath(new URL("../node_modules/", import.meta.url));

/** How large a style sheet may be, as UTF-16 length. */
const MOST = 200_000;

/** Formatting style sheets as strangers left them, beside parsers that format nothing. */
export function benchStyles() {
  const folder = process.env["STYLES"] ?? MODULES;
  const css = [...filesOf(folder, /(?<!\.min)\.css$/)];
  run("CSS of packages", "css", css, [
    ["css-tree, parse alone", (text) => cssTree(text)],
    ["postcss, parse alone", (text) => postcss.parse(text)],
  ]);
  // Of the dialects, css-tree reads what compilers make of them; here it merely gets as many letters.
  for (const name of ["scss", "less"])
    run(`${name} of packages`, name, [...filesOf(folder, new RegExp(`\\.${name}$`))], [
      ["css-tree, parse alone (tolerant)", (text) => cssTree(text)],
    ]);
}

function* filesOf(folder, ending) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* filesOf(path, ending);
    else if (entry.isFile() && ending.test(entry.name)) {
      const text = readFileSync(path, "utf8");
      if (text.length < MOST) yield text;
    }
  }
}

function run(title, languageId, texts, others) {
  const engine = createEngine();
  const language = engine.language(languageId);
  const each = ([name, work]) => [name, () => texts.forEach((text) => work(text))];
  const size = texts.reduce((sum, text) => sum + text.length, 0);
  const works = [
    [
      "formatDocument",
      (text) => engine.open({ uri: "bench:", languageId, text }).formatDocument().edits,
    ],
    ["our parse alone", (text) => language.parse(text)],
    ...others,
  ];
  table(`${title}, ${texts.length} files`, size, race(works.map(each), { warm: 6, runs: 9 }));
}
