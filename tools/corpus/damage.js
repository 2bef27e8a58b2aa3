import { firstDifference, format, styleOf, tokenRow } from "./checks.js";
import { random } from "./random.js";

/** How many prefixes and deletions of one file are tried; all of them where it is small. */
const TRIES = 120;

/**
 * Cuts a file short and takes single tokens out of it. Nothing may throw or lose a token, and the
 * top-level statements away from the damage must come out as they do undamaged.
 */
export function damage(language, text, row, report) {
  const whole = language.parse(text).tokens;
  const { indentStyle, indentSize, tabWidth } = styleOf(language, text);
  const style = { indentStyle, indentSize, tabWidth };
  const next = random(text.length);
  const picks = whole.count <= TRIES
    ? [...Array(whole.count).keys()]
    : Array.from({ length: TRIES }, () => Math.floor(next() * whole.count));
  for (const t of picks) {
    row.prefixes++;
    attempt(
      language,
      text.slice(0, whole.start(t) + Math.ceil((whole.end(t) - whole.start(t)) / 2)),
      style,
      row,
      report,
    );
  }
  const units = unitsOf(language, text, format(language, text, style).text);
  for (const t of picks) {
    row.deletions++;
    const cut = text.slice(0, whole.start(t)) + text.slice(whole.end(t));
    const formatted = attempt(language, cut, style, row, report);
    if (formatted === undefined) continue;
    for (const unit of units) {
      if (unit.first <= t && t < unit.end) continue;
      row.statements++;
      if (!formatted.includes(unit.text)) {
        row.moved++;
        report(
          `without token ${t} ${JSON.stringify(whole.textOf(t))} at ${whole.start(t)}: ${JSON.stringify(unit.text.slice(0, 90))} came out otherwise`,
        );
      }
    }
  }
}

function attempt(language, text, style, row, report) {
  try {
    const formatted = format(language, text, style).text;
    const difference = firstDifference(tokenRow(language, text), tokenRow(language, formatted));
    if (difference !== undefined) {
      row.damageTokens++;
      report(`tokens: ${difference} in ${JSON.stringify(text.slice(-80))}`);
    }
    return formatted;
  } catch (error) {
    row.damageThrew++;
    report(error.stack);
    return undefined;
  }
}

/** Each top-level statement: its tokens in the source, and its formatted text. */
function unitsOf(language, text, formatted) {
  const before = topLevel(language, text);
  const after = topLevel(language, formatted);
  return before.map((unit, i) => ({ ...unit, text: formatted.slice(after[i].from, after[i].to) }));
}

function topLevel(language, text) {
  const { tokens, tree } = language.parse(text);
  const units = [];
  for (let c = tree.child(tree.root); c !== 0; c = tree.next(c)) {
    units.push({
      first: tree.first(c),
      end: tree.end(c),
      from: tokens.start(tree.first(c)),
      to: tokens.end(tree.end(c) - 1),
    });
  }
  return units;
}
