import { format } from "./checks.js";
import { random } from "./random.js";

/** How many braces of a file are tried. */
const TRIES = 5;

/**
 * Takes closing braces out of a formatted file, one at a time, and opening ones. Formatting what is left must move no
 * line outside the block that lost its brace.
 */
export function unclose(language, text, row, report) {
  const whole = format(language, text).text;
  const pairs = braces(language, whole);
  const next = random(whole.length);
  for (let i = 0; i < TRIES && pairs.length > 0; i++) {
    const [pair] = pairs.splice(Math.floor(next() * pairs.length), 1);
    for (const brace of [pair.to, pair.from]) {
      row.uncloses++;
      if (staysAround(language, whole, pair, brace)) continue;
      row.strays++;
      report(`without the brace at ${brace}, lines outside its block moved`);
    }
  }
}

function staysAround(language, whole, { from, to }, brace) {
  const after = format(language, whole.slice(0, brace) + whole.slice(brace + 1)).text.split("\n");
  const lines = whole.split("\n");
  const lineOf = (offset) => whole.slice(0, offset).split("\n").length - 1;
  const first = lineOf(from);
  const behind = lines.length - 1 - lineOf(to);
  return (
    lines.slice(0, first).every((line, i) => line === after[i])
    && lines.slice(lines.length - behind).every(
      (line, i) => line === after[after.length - behind + i],
    )
  );
}

/** The pairs of braces of a text that stand on lines of their own at their end. */
function braces(language, text) {
  const { tokens } = language.parse(text);
  const open = [];
  const pairs = [];
  for (let t = 0; t < tokens.count; t++) {
    const last = text[tokens.end(t) - 1];
    if (tokens.isTrivia(t)) continue;
    // The text between two values of a template closes one brace and opens another.
    if (text[tokens.start(t)] === "}" && open.length > 0) {
      const from = open.pop();
      if (tokens.onNewLine(t)) pairs.push({ from, to: tokens.start(t) });
    }
    if (last === "{") open.push(tokens.end(t) - 1);
  }
  return pairs;
}
