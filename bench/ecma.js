import { readFileSync, readdirSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { parse as babel } from "@babel/parser";
import { parse as acorn } from "acorn";
import { createEngine } from "../dist/index.js";
import { median, race, table } from "./measure.js";

const engine = createEngine();
const source = (path) =>
  readFileSync(fileURLToPath(new URL(`../node_modules/${path}`, import.meta.url)), "utf8");

/** Formatting beside strict parsers, tokens included, on a script and on TypeScript of 500 KB each. */
export function benchEcma() {
  const javascript = source("@babel/parser/lib/index.js");
  run("JavaScript, a parser's bundle", "javascript", [javascript], [
    [
      "acorn, parse with tokens",
      (text) => acorn(text, { ecmaVersion: "latest", sourceType: "script", onToken: [] }),
    ],
    [
      "@babel/parser, parse with tokens",
      (text) => babel(text, { sourceType: "script", tokens: true }),
    ],
  ]);
  const dom = source("typescript/lib/lib.dom.d.ts");
  run(
    "TypeScript, declarations of the DOM",
    "typescript",
    [dom.slice(0, dom.lastIndexOf("\n}\n", 500_000) + 3)],
    [
      [
        "@babel/parser, parse with tokens",
        (text) => babel(text, {
          sourceType: "module",
          tokens: true,
          plugins: [["typescript", { dts: true }]],
        }),
      ],
    ],
  );
  const own = [...sources(new URL("../src/", import.meta.url))];
  run("TypeScript, our own sources", "typescript", [...own, ...own], [
    [
      "@babel/parser, parse with tokens",
      (text) => babel(text, { sourceType: "module", tokens: true, plugins: ["typescript"] }),
    ],
  ]);
  const minified =
    `var tides=[${"{level:2.4,time:'06:10',high:true,at:function(a,b){return a&&b?a.level*b.level:a||b}},".repeat(60_000)}]`;
  globalThis.gc?.();
  const before = process.memoryUsage().rss;
  table("JavaScript, one minified line", minified.length, [[
    "formatDocument",
    median(() => format("javascript", minified).text, { warm: 0, runs: 1 }),
  ]]);
  console.log(
    `  memory: ${((process.memoryUsage().rss - before) / minified.length).toFixed(1)} times the file`,
  );
}

const format = (languageId, text) =>
  engine.open({ uri: "bench:", languageId, text }).formatDocument();

function run(title, languageId, texts, others) {
  const language = engine.language(languageId);
  const each = ([name, work]) => [name, () => texts.forEach((text) => work(text))];
  const formatting = each(["formatDocument", (text) => format(languageId, text)]);
  const parsing = each(["our parse alone", (text) => language.parse(text)]);
  const size = texts.reduce((sum, text) => sum + text.length, 0);
  // The garbage of the strict parsers is collected while others run, so they run apart.
  const rows = race([formatting, parsing]);
  table(title, size, [...rows, ...race([formatting, ...others.map(each)]).slice(1)]);
}

function* sources(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const url = new URL(entry.isDirectory() ? `${entry.name}/` : entry.name, folder);
    if (entry.isDirectory()) yield* sources(url);
    else yield readFileSync(url, "utf8");
  }
}
