import { createEngine } from "../../dist/index.js";
import { languageOf } from "./checks.js";

const engine = createEngine();

/** Limits that projects set; the one behind which lines become fewest is taken for theirs. */
const LIMITS = [79, 80, 88, 90, 100, 110, 120, 140];

const isScript = ({ language }) => /script/.test(language.name);

/**
 * Prints what share of a project's lines formatting changes in the project's own style, by rule. Scripts may have
 * another style than the rest.
 *
 * @param files texts by path.
 * @param given a style that rules over the one the project shows.
 */
export function churn(project, files, given = {}, show = 0) {
  const texts = files.flatMap(({ path, text }) => {
    const language = languageOf(path);
    return language === undefined ? [] : [{ path, text, language }];
  });
  const parts = [texts.filter(isScript), texts.filter((one) => !isScript(one))];
  const filled = parts.filter(({ length }) => length > 0);
  const counts = filled.map((part) => churnOf(project, part, given, show));
  const sum = (key) => counts.reduce((total, one) => total + one[key], 0);
  return { lines: sum("lines"), changed: sum("changed") };
}

function churnOf(project, texts, given, show) {
  const style = { ...ownStyle(texts), ...given };
  let lines = 0;
  let changed = 0;
  const byRule = new Map();
  for (const { path, text, language } of texts) {
    lines += text.split("\n").length;
    const document = engine.open({ uri: path, languageId: language.ids[0], text, style });
    const rows = text.split("\n");
    const touched = new Set();
    for (const { range, newText, rule } of document.formatDocument().edits) {
      const kind = kindOf(rule, range, newText, rows);
      for (let line = range.start.line; line <= range.end.line; line++) {
        if (touched.has(line)) continue;
        touched.add(line);
        const seen = byRule.get(kind) ?? byRule.set(kind, { count: 0, places: [] }).get(kind);
        seen.count++;
        if (line === range.start.line)
          seen.places.push(`${path}:${line + 1}: ${rows[line].trim().slice(0, 90)}`);
      }
    }
    changed += touched.size;
  }
  const percent = (count) => `${((100 * count) / Math.max(1, lines)).toFixed(2)} %`;
  console.log(
    `${project}: ${texts.length} files, ${lines} lines, ${percent(changed)} changed, ${JSON.stringify(style)}`,
  );
  for (
    const [kind, { count, places }] of [...byRule].sort((a, b) => b[1].count - a[1].count).slice(
      0,
      8,
    )
  ) {
    console.log(`  ${kind.padEnd(36)}${String(count).padStart(7)}  ${percent(count)}`);
    for (let i = 0; i < Math.min(show, places.length); i++)
      console.log(`      ${places[Math.floor((i * places.length) / show)]}`);
  }
  return { lines, changed };
}

function kindOf(rule, { start, end }, newText, rows) {
  const was = end.line > start.line;
  const is = newText.includes("\n");
  if (was !== is) return `${rule} (${is ? "split" : "joined"})`;
  const moved = was || rows[start.line].slice(0, end.character).trim() === "";
  return moved ? `${rule} (moved)` : rule;
}

/** The style that most of a project shows, beyond what each file tells of its step and line ends. */
function ownStyle(texts) {
  const style = { maxLineLength: limitOf(texts) };
  const all = texts.map(({ text }) => text).join("\n");
  const count = (pattern) => all.match(pattern)?.length ?? 0;
  /** Takes what one way of writing stands for where the other is rare, and either way where neither is. */
  const tell = (name, value, ones, others) => {
    if (ones > 10 * others) style[name] = value;
    else if (others <= 10 * ones) style[name] = "as-written";
  };
  const single = count(/'[^'"\n]*'/g);
  const double = count(/"[^'"\n]*"/g);
  tell("stringDelimiter", "single", single, double);
  if (texts.some(isScript)) {
    const ended = count(/[\w)\]"'`];$/gm);
    const open = count(/^\s*(?:const|let|return|import) .*[\w)\]"'`]$/gm);
    if (open > 10 * ended) style.statementTerminator = "omitted";
    else if (ended <= 20 * open) style.statementTerminator = "as-written";
    const apart = count(/function \w+ \(/g);
    const close = count(/function \w+\(/g);
    tell("parameterGap", "blank", apart, close);
    const tight = count(/[{][\w"'][^{}\n]*[\w"'][}]/g);
    const padded = count(/[{] [\w"'][^{}\n]*[\w"'] [}]/g);
    tell("bracePadding", "none", tight, padded);
    const own = count(/^\s*[^{\s].*[^{\s].*\)\s*\n\s*\{$/gm);
    if (own > count(/\) \{$/gm)) style.bracePlacement = "own-line";
    const below = count(/^\s*\}\s*\n\s*(?:else|catch|finally)\b/gm);
    if (below > count(/\} (?:else|catch|finally)\b/g)) style.clausePlacement = "own-line";
    const after = count(/(?:&&|\|\||\+)$/gm);
    if (after > count(/^\s*(?:&&|\|\|) /gm) + count(/^\s*\+ /gm)) style.operatorSplit = "after";
  } else {
    const after = count(/ (?:and|or|\+)$/gm);
    if (after > count(/^\s*(?:and|or|\+) /gm)) style.operatorSplit = "after";
  }
  const commas = count(/,[ \t]*\n\s*[)\]}]/g);
  const bare = count(/[\w"'`)\]}][ \t]*\n\s*[)\]]/g);
  tell("closingComma", "never", bare, commas);
  if (count(/\n\n\n/g) * 50 > count(/\n\n/g)) style.blankLineLimit = 2;
  return style;
}

function limitOf(texts) {
  const counts = [];
  for (const { text } of texts)
    for (const { length } of text.split("\n")) counts[length] = (counts[length] ?? 0) + 1;
  const sum = (from, to) => {
    let lines = 0;
    for (let length = from; length <= to && length < counts.length; length++)
      lines += counts[length] ?? 0;
    return lines;
  };
  const cliff = (limit) => sum(limit - 5, limit) / (sum(limit + 1, limit + 6) + 5);
  const all = sum(0, counts.length);
  // Comments may be wrapped before the limit of the code.
  const kept = LIMITS.filter((limit) => sum(limit + 1, counts.length) * 33 < all);
  return (kept.length > 0 ? kept : LIMITS).reduce(
    (best, limit) => (cliff(limit) > cliff(best) ? limit : best),
  );
}
