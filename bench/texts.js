import { readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { Parser } from "commonmark";
import MarkdownIt from "markdown-it";
import { createEngine, markdown } from "../dist/index.js";
import { race, table } from "./measure.js";

const MODULES = fileURLToPath(new URL("../node_modules/", import.meta.url));

/** How large a text may be, as UTF-16 length, and how many are taken. */
const MOST = 200_000;
const FILES = 300;

/** Formatting texts with marks as strangers left them, with the code in their fences and without, beside parsers. */
export function benchTexts() {
  const texts = [...textsIn(process.env["TEXTS"] ?? MODULES)].slice(0, FILES);
  const whole = createEngine();
  const alone = createEngine({ languages: [markdown] });
  const formatted = (engine) => (text) =>
    engine.open({ uri: "bench:", languageId: "markdown", text }).formatDocument().edits;
  const parser = new MarkdownIt();
  const each = ([name, work]) => [name, () => texts.forEach((text) => work(text))];
  const size = texts.reduce((sum, text) => sum + text.length, 0);
  const works = [
    ["markdown-it, parse alone", (text) => parser.parse(text, {})],
    ["formatDocument, fences as they are", formatted(alone)],
    ["formatDocument, with code in fences", formatted(whole)],
    ["commonmark, parse alone", (text) => new Parser().parse(text)],
  ];
  table(`texts, ${texts.length} files`, size, race(works.map(each), { warm: 4, runs: 7 }));
}

function* textsIn(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* textsIn(path);
    else if (/\.md$/i.test(entry.name)) {
      const text = readFileSync(path, "utf8");
      if (text.length < MOST) yield text;
    }
  }
}
