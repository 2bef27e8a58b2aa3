import { readFileSync, readdirSync, statSync } from "node:fs";
import { join } from "node:path";
import {
  editCosts,
  firstDifference,
  format,
  languageOf,
  styleOf,
  tokenRow,
  wasteful,
} from "./checks.js";
import { change } from "./changes.js";
import { languages } from "../../dist/index.js";
import { cross } from "./cross/index.js";
import { churn } from "./churn.js";
import { damage } from "./damage.js";
import { judge, stopOracles } from "./oracles/index.js";
import { halve } from "./half.js";
import { unclose } from "./unclosed.js";
import { formatParts } from "./parts.js";
import { repeat } from "./repeat.js";
import { splittableLines } from "./overlong.js";
import { hidesStep, scramble } from "./scramble.js";

const argv = process.argv.slice(2);
if (argv.includes("--repeat")) {
  const [only] = argv.slice(argv.indexOf("--repeat") + 1).filter((word) => !word.startsWith("--"));
  const [pairs, contexts] = ["--pairs", "--contexts"].map((name) => argv.includes(name));
  process.exit(repeat({ pairs, contexts, only }) > 0 ? 1 : 0);
}
const flag = (name) => {
  const at = argv.indexOf(name);
  if (at < 0) return undefined;
  const [, value] = argv.splice(at, 2);
  return value;
};
const churning = argv.includes("--churn") && argv.splice(argv.indexOf("--churn"), 1).length > 0;
const styleFile = flag("--style-file");
const crossings = Number(flag("--cross") ?? 0);
const seed = Number(flag("--seed") ?? 1);
const most = Number(flag("--most") ?? Infinity);
const damaged = Number(flag("--damage") ?? 0);
const changes = Number(flag("--changes") ?? 0);
const unclosed = Number(flag("--unclosed") ?? 0);
const halved = Number(flag("--half") ?? 0);
const parts = Number(flag("--parts") ?? 0);
const style = JSON.parse(flag("--style") ?? "{}");
const verbose = Number(flag("--show") ?? 5);
if (argv.length === 0) {
  console.error(
    "Usage: npm run corpus -- DIR… [--most FILES] [--damage FILES] [--changes PER FILE] [--unclosed FILES] [--half FILES] [--parts PER FILE] [--style JSON] [--show FINDINGS]\n"
    + "       npm run corpus -- DIR… --cross PROGRAMS [--seed NUMBER] [--most FILES] [--show FINDINGS]\n"
    + "       npm run corpus -- DIR… --churn [--style-file FILE] [--most FILES] [--show LINES]\n"
    + "       npm run corpus -- --repeat [LANGUAGE] [--pairs] [--contexts]",
  );
  process.exit(2);
}

function* walk(path) {
  const stat = statSync(path, { throwIfNoEntry: false });
  if (stat?.isFile()) yield path;
  if (!stat?.isDirectory()) return;
  for (
    const entry of readdirSync(path, { withFileTypes: true }).sort((a, b) => (
      a.name < b.name ? -1 : 1
    ))
  ) {
    if (entry.isDirectory()) yield* walk(join(path, entry.name));
    else if (entry.isFile() || entry.isSymbolicLink()) yield join(path, entry.name);
  }
}

const totals = new Map();
const findings = new Map();

function find(kind, path, detail) {
  const list = findings.get(kind) ?? findings.set(kind, []).get(kind);
  list.push(`${path}: ${String(detail).slice(0, 300)}`);
}

async function checkFile(language, path, text, row) {
  const { compiles } = await judge(language, path, text);
  if (!compiles) {
    row.skipped++;
    return;
  }
  row.files++;
  row.bytes += text.length;
  let first;
  try {
    first = format(language, text, style);
  } catch (error) {
    row.threw++;
    return find("threw", path, error.stack);
  }
  if (first.unsettled.length > 0) {
    row.unsettled++;
    find("unsettled", path, JSON.stringify(first.unsettled[0]));
  }
  const difference = firstDifference(tokenRow(language, text), tokenRow(language, first.text));
  if (difference !== undefined) {
    row.tokens++;
    find("tokens", path, difference);
  }
  const { equal, where } = await judge(language, path, text, first.text);
  if (!equal) {
    row.meaning++;
    find("meaning", path, where);
  }
  const second = format(language, first.text, style);
  if (second.edits.length > 0) {
    row.unstable++;
    find("unstable", path, JSON.stringify(second.edits[0]));
  }
  if (wasteful(text, first.edits) !== undefined) {
    row.wasteful++;
    find("wasteful", path, JSON.stringify(wasteful(text, first.edits)));
  }
  const { cost, least } = editCosts(language, text, first.edits);
  row.cost += cost;
  row.least += least;
  if (cost > least * 1.05) {
    row.dear++;
    find("dear", path, `${cost} where ${least} would do`);
  }
  const long = splittableLines(language, first.text, language.defaults.maxLineLength ?? 100);
  if (long.length > 0) {
    row.overlong++;
    find("overlong", path, `lines ${long.slice(0, 6).join(", ")}`);
  }
  const byWidth = { ...style, listSplit: "by-width" };
  // What regions hold has a step of its own, which the host's hides.
  const bare = language.regions === undefined
    ? text
    : text.replace(/(<(script|style)\b[^>]*>)[^]*?(?=<\/\2\b)/gi, "$1");
  const settled = format(language, bare, byWidth).text;
  const scrambled = scramble(language, settled, row.files);
  const step = hidesStep(language) ? shown(language, settled) : {};
  const again = format(language, scrambled, { ...step, ...byWidth }).text;
  if (again !== settled) {
    row.scramble++;
    const a = settled.split("\n");
    const b = again.split("\n");
    const at = a.findIndex((line, i) => line !== b[i]);
    find(
      "scramble",
      path,
      `line ${at + 1}: ${JSON.stringify(a.slice(at, at + 2))} | ${JSON.stringify(b.slice(at, at + 2))}`,
    );
  }
  if (row.files <= unclosed)
    unclose(language, text, row, (detail) => find("unclosed", path, detail));
  if (row.files <= halved) halve(language, text, row, (detail) => find("half", path, detail));
  if (parts > 0)
    await formatParts(
      language,
      path,
      text,
      { count: parts, style },
      row,
      (detail) => find("parts", path, detail),
    );
  if (changes > 0 && language.sequence !== undefined)
    change(language, text, changes, row, (detail) => find("changes", path, detail));
  if (row.files <= damaged) damage(language, text, row, (detail) => find("damage", path, detail));
}

/** The indentation that a formatted text shows, which scrambling hides. */
function shown(language, text) {
  const { indentStyle, indentSize, tabWidth, endOfLine } = styleOf(language, text);
  return { indentStyle, indentSize, tabWidth, endOfLine };
}

const fresh = () => ({
  files: 0,
  skipped: 0,
  bytes: 0,
  threw: 0,
  unsettled: 0,
  tokens: 0,
  meaning: 0,
  unstable: 0,
  wasteful: 0,
  dear: 0,
  overlong: 0,
  scramble: 0,
  cost: 0,
  least: 0,
  uncloses: 0,
  strays: 0,
  parts: 0,
  outside: 0,
  partBroken: 0,
  partUnstable: 0,
  halves: 0,
  jumps: 0,
  changes: 0,
  reused: 0,
  outlines: 0,
  layouts: 0,
  prefixes: 0,
  deletions: 0,
  damageThrew: 0,
  damageTokens: 0,
  statements: 0,
  moved: 0,
});

if (churning) {
  const given = JSON.parse(styleFile === undefined ? "{}" : readFileSync(styleFile, "utf8"));
  for (const root of argv) {
    const files = [...walk(root)]
      .filter((path) => languageOf(path) !== undefined && !/\.json$|\.d\.[cm]?ts$/.test(path))
      .slice(0, most)
      .map((path) => ({ path, text: readFileSync(path, "utf8") }));
    churn(root, files, { ...style, ...given }, Number(verbose));
  }
  process.exit(0);
}

if (crossings > 0) {
  let failed = 0;
  for (const language of languages) {
    const texts = argv
      .flatMap((root) => [...walk(root)])
      .filter((path) => languageOf(path) === language)
      .slice(0, most)
      .map((path) => readFileSync(path, "utf8"));
    if (texts.length === 0) continue;
    const { failures } = await cross({ language, texts, count: crossings, seed, most: verbose });
    failed += failures.length;
  }
  process.exit(failed > 0 ? 1 : 0);
}

// An interrupted run still tells what it has found.
let stopped = false;
process.once("SIGINT", () => (stopped = true));

const began = Date.now();
for (const root of argv) {
  for (const path of walk(root)) {
    if (stopped) break;
    const language = languageOf(path);
    if (language === undefined) continue;
    const row = totals.get(language.name) ?? totals.set(language.name, fresh()).get(language.name);
    if (row.files >= most) continue;
    let text;
    try {
      text = new TextDecoder("utf-8", { fatal: true, ignoreBOM: true }).decode(readFileSync(path));
    } catch {
      row.skipped++;
      continue;
    }
    await checkFile(language, path, text, row);
    if (row.files % 500 === 0)
      console.error(`… ${row.files} files, ${Math.round((Date.now() - began) / 1000)} s`);
  }
}
stopOracles();

for (const [kind, list] of findings) {
  console.log(`\n${kind}: ${list.length}`);
  for (const line of list.slice(0, verbose)) console.log(`  ${line}`);
}
console.log("");
for (const [name, row] of totals) {
  console.log(
    `${name}: ${row.files} files, ${(row.bytes / 1e6).toFixed(1)} MB (${row.skipped} skipped: not UTF-8 or not accepted by the oracle)`,
  );
  const lines = [
    ["threw", row.threw],
    ["with unparsed ranges", row.unsettled],
    ["token rows changed", row.tokens],
    ["meaning changed", row.meaning],
    ["not stable", row.unstable],
    ["edits sharing ends", row.wasteful],
    ["edits above 1.05 of the least", row.dear],
    ["splittable lines over the limit", row.overlong],
    ["scrambled, not restored", row.scramble],
  ];
  for (const [label, count] of lines)
    console.log(
      `  ${label.padEnd(34)}${String(count).padStart(7)}  ${((100 * count) / Math.max(1, row.files)).toFixed(2)} %`,
    );
  console.log(
    `  ${"edit cost against the least".padEnd(34)}${(row.cost / Math.max(1, row.least)).toFixed(4).padStart(7)}`,
  );
  if (row.parts > 0)
    console.log(
      `  formatted in part: ${row.parts} times, ${row.outside} edits outside, ${row.partBroken} not the same program, ${row.partUnstable} not stable`,
    );
  if (row.halves > 0)
    console.log(`  saved half written: ${row.halves} times, ${row.jumps} not as before once whole`);
  if (row.uncloses > 0)
    console.log(
      `  a brace taken out: ${row.uncloses} times, ${row.strays} moved lines outside its block`,
    );
  if (row.changes > 0)
    console.log(
      `  changed: ${row.changes} times, ${row.reused} read in part; ${row.outlines} outlines and ${row.layouts} formattings not as from nothing`,
    );
  if (row.prefixes + row.deletions > 0) {
    console.log(
      `  damaged: ${row.prefixes} prefixes, ${row.deletions} deletions, ${row.damageThrew} threw, ${row.damageTokens} changed tokens`,
    );
    console.log(
      `  statements outside the damage as undamaged: ${(100 * (1 - row.moved / Math.max(1, row.statements))).toFixed(3)} % of ${row.statements}`,
    );
  }
}
