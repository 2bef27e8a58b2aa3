import { readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { parse } from "parse5";
import { createEngine } from "../dist/index.js";
import { race, table } from "./measure.js";

const MODULES = fileURLToPath(new URL("../node_modules/", import.meta.url));

/** How large a page may be, as UTF-16 length. */
const MOST = 200_000;

/** Formatting pages as strangers left them, with their scripts and style sheets, beside a parser. */
export function benchPages() {
  const texts = [...pagesIn(process.env["PAGES"] ?? MODULES)];
  const engine = createEngine();
  const language = engine.language("html");
  const each = ([name, work]) => [name, () => texts.forEach((text) => work(text))];
  const size = texts.reduce((sum, text) => sum + text.length, 0);
  const works = [
    [
      "formatDocument",
      (text) => engine.open({ uri: "bench:", languageId: "html", text }).formatDocument().edits,
    ],
    ["our parse alone", (text) => language.parse(text)],
    ["parse5, parse alone", (text) => parse(text)],
  ];
  table(`pages, ${texts.length} files`, size, race(works.map(each), { warm: 4, runs: 7 }));
}

function* pagesIn(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* pagesIn(path);
    else if (/\.html?$/.test(entry.name)) {
      const text = readFileSync(path, "utf8");
      if (text.length < MOST) yield text;
    }
  }
}
