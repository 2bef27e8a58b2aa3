import { readFileSync, readdirSync, statSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { parse as babel } from "@babel/parser";
import { parse as acorn } from "acorn";
import { createEngine } from "../dist/index.js";
import { race, table } from "./measure.js";

const engine = createEngine();

/** How many files of a language are taken, and how large they may be, as UTF-16 lengths. */
const FILES = 300;
const LEAST = 1_000;
const MOST = 20_000;
/** How many of one package: some hold nothing but hundreds of tables in strings. */
const OF_PACKAGE = 20;

const MODULES = fileURLToPath(new URL("../node_modules/", import.meta.url));

/** Formatting many small files as strangers left them, beside strict parsers without tokens. */
export function benchSmall() {
  const javascript = files(MODULES, /\.[cm]?js$/, (text) => parses(() => acornOf(text)));
  run("JavaScript, small files of packages", "javascript", javascript, [
    ["acorn, parse alone", acornOf],
    ["@babel/parser, parse alone", (text) => babel(text, { sourceType: "unambiguous" })],
  ]);
  const types = files(MODULES, /\.[cm]?ts$/, (text) => parses(() => babelOf(text)));
  run("TypeScript, small files of packages", "typescript", types, [
    ["@babel/parser, parse alone", babelOf],
  ]);
  const json = files(MODULES, /\.json$/, (text) => parses(() => JSON.parse(text)), 5_000);
  run("JSON, files of 1 to 5 KB", "json", json, [["JSON.parse", (text) => JSON.parse(text)]]);
  const library = "/usr/lib/python3/dist-packages/";
  const python = statSync(library, { throwIfNoEntry: false })
    ? files(library, /\.py$/, () => true)
    : [];
  if (python.length > 0) run("Python, small files", "python", python, []);
}

const acornOf = (text) =>
  acorn(text, { ecmaVersion: "latest", sourceType: "module", allowReturnOutsideFunction: true });

const babelOf = (text) =>
  babel(text, { sourceType: "module", plugins: [["typescript", { dts: true }]] });

function parses(parse) {
  try {
    parse();
    return true;
  } catch {
    return false;
  }
}

function files(root, ending, takes, most = MOST) {
  const found = [];
  const taken = new Map();
  for (const path of walk(root)) {
    if (!ending.test(path)) continue;
    const [scope, name] = path.slice(root.length).split("/");
    const one = scope.startsWith("@") ? `${scope}/${name}` : scope;
    if ((taken.get(one) ?? 0) >= OF_PACKAGE) continue;
    const { size } = statSync(path);
    if (size < LEAST || size > most) continue;
    const text = readFileSync(path, "utf8");
    if (!takes(text)) continue;
    found.push(text);
    taken.set(one, (taken.get(one) ?? 0) + 1);
    if (found.length === FILES) break;
  }
  return found;
}

function* walk(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* walk(path);
    else if (entry.isFile()) yield path;
  }
}

function run(title, languageId, texts, others) {
  const language = engine.language(languageId);
  const each = ([name, work]) => [name, () => texts.forEach((text) => work(text))];
  const formatting = each([
    "formatDocument",
    (text) => engine.open({ uri: "bench:", languageId, text }).formatDocument().edits,
  ]);
  const parsing = each(["our parse alone", (text) => language.parse(text)]);
  const size = texts.reduce((sum, text) => sum + text.length, 0);
  const rows = race([formatting, parsing], { warm: 5, runs: 9 });
  const beside = race([formatting, ...others.map(each)], { warm: 5, runs: 9 }).slice(1);
  table(`${title}, ${texts.length} of them`, size, [...rows, ...beside]);
}
