import { execFileSync } from "node:child_process";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { EditorConfigs, PROPERTIES } from "../dist/node/style/editorconfig.js";
import { random } from "./corpus/random.js";

/**
 * Compares what EditorConfig files say of files with what the standard's own implementation in C says
 * (`editorconfig`, of the package of that name): `node tools/editorconfig.js TREES [SEED]`.
 */

const GLOBS = [
  "*",
  "*.py",
  "*.{js,ts}",
  "lib/**",
  "lib/*.py",
  "**.js",
  "{tides,fares}.py",
  "[tf]*.py",
  "board/**.ts",
  "*.{py,js,ts}",
  "/tides.py",
  "t?des.*",
  "berth{1..12}.py",
  "[!b]*",
  "*.md",
];
const VALUES = {
  indent_style: ["space", "tab", "TAB", "unset"],
  indent_size: ["2", "4", "8", "tab", "unset"],
  tab_width: ["2", "4", "8", "unset"],
  end_of_line: ["lf", "crlf", "cr", "unset"],
  trim_trailing_whitespace: ["true", "false", "unset"],
  insert_final_newline: ["true", "false", "unset"],
  max_line_length: ["60", "100", "off", "unset"],
};
const FILES = [
  "tides.py",
  "lib/fares.py",
  "lib/deep/tides.js",
  "board/src/board.ts",
  "berth7.py",
  "notes.md",
  "lib/t1des.py",
];
const FOLDERS = ["", "lib", "lib/deep", "board", "board/src"];

const [trees = "1000", seed = "1"] = process.argv.slice(2);
const chance = random(Number(seed));
const pick = (list) => list[Math.floor(chance() * list.length)];
const most = (count) => Math.floor(chance() * (count + 1));

function config(upper) {
  const lines = chance() < 0.15 ? ["root = true", ""] : [];
  for (let i = most(3); i >= 0; i--) {
    lines.push(`[${pick(GLOBS)}]`);
    for (let k = most(3); k >= 0; k--) {
      const name = pick(Object.keys(VALUES));
      lines.push(`${upper ? name.toUpperCase() : name}${pick([" = ", "="])}${pick(VALUES[name])}`);
    }
    if (chance() < 0.3) lines.push(pick(["# a comment", "; another", ""]));
  }
  return `${lines.join(pick(["\n", "\n", "\r\n"]))}\n`;
}

/**
 * What the C program says, as far as it says it in values of the standard. It hands `unset` on to editors;
 * what is unset is derived as what nobody set: a tab is as wide as a step, a step of tabs is a tab.
 */
function standard(root, files) {
  const out = execFileSync("editorconfig", files.map((file) => join(root, file)), {
    encoding: "utf8",
  });
  return out.split(/^\[.*\]\n/m).slice(1).map((part) => {
    const said = part.split("\n")
      .map((line) => line.split("="))
      .filter(([name, value]) => Object.hasOwn(VALUES, name) && value !== "unset");
    const props = Object.fromEntries(said);
    if (props.indent_style === "tab") props.indent_size ??= "tab";
    if (props.indent_size === "tab" && props.tab_width === undefined) delete props.indent_size;
    else if (props.indent_size === "tab") props.indent_size = props.tab_width;
    else if (props.indent_size !== undefined) props.tab_width ??= props.indent_size;
    return Object.fromEntries(Object.entries(props).sort());
  });
}

const ours = (path) => Object.fromEntries(
  new EditorConfigs().optionsFor(path)
    .map(({ name, value }) => [PROPERTIES[name], String(value === 100_000 ? "off" : value)])
    .sort(),
);

let differ = 0;
let compared = 0;
for (let tree = 0; tree < Number(trees); tree++) {
  const root = mkdtempSync(join(tmpdir(), "editorconfig-"));
  const written = [];
  const upper = chance() < 0.1;
  for (const folder of FOLDERS) {
    mkdirSync(join(root, folder), { recursive: true });
    if (folder !== "" && chance() < 0.5) continue;
    const path = join(folder, ".editorconfig");
    const text = folder === "" ? `root = true\n${config(upper)}` : config(upper);
    written.push(`--- ${path}\n${text}`);
    writeFileSync(join(root, path), text);
  }
  const wanted = standard(root, FILES);
  FILES.forEach((file, i) => {
    compared++;
    const found = ours(join(root, file));
    if (JSON.stringify(found) === JSON.stringify(wanted[i])) return;
    differ++;
    if (differ <= 5)
      console.log(
        `${file}\n  standard ${JSON.stringify(wanted[i])}\n  ours     ${JSON.stringify(found)}\n${written.join("\n")}`,
      );
  });
  rmSync(root, { recursive: true });
}
console.log(`${compared} files in ${trees} trees, ${differ} differ`);
process.exitCode = differ > 0 ? 1 : 0;
