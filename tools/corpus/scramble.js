import { random } from "./random.js";

/**
 * The text with its white space made random wherever the language ignores it: inside brackets lines
 * end anywhere, elsewhere spaces come and go. Where a comment stands on its line, blank lines between
 * statements and indentation stay, since they say something.
 */
export function scramble(language, text, seed) {
  const next = random(seed);
  const { tokens } = language.parse(text);
  const parts = [];
  let depth = 0;
  for (let t = 0; t <= tokens.count; t++) {
    const gap = text.slice(tokens.gapStart(t), tokens.gapEnd(t));
    const before = t > 0 ? tokens.textOf(t - 1) : "";
    const after = t < tokens.count ? tokens.textOf(t) : "";
    if (/^[([{]$/.test(before)) depth++;
    parts.push(t === 0 || t === tokens.count ? gap : shuffle(gap, before, after, depth, tokens, t, next));
    if (/^[)\]}]$/.test(after)) depth--;
    parts.push(after);
  }
  return parts.join("");
}

const WORD = /^[\p{L}\p{N}_"'.]/u;
const WORD_END = /[\p{L}\p{N}_"'.]$/u;

function shuffle(gap, before, after, depth, tokens, t, next) {
  if (gap.includes("\\") || before === "\\" || after === "\\") return gap;
  if (tokens.isTrivia(t) || tokens.isTrivia(t - 1)) {
    // A comment keeps the end of its line and, outside brackets, its place.
    return depth > 0 && gap.includes("\n") ? "\n" + " ".repeat(Math.floor(next() * 9)) : gap.includes("\n") ? gap : " ".repeat(1 + Math.floor(next() * 4));
  }
  if (depth === 0 && gap.includes("\n")) return gap;
  const roll = next();
  if (depth > 0 && roll < 0.25) return "\n" + " ".repeat(Math.floor(next() * 12));
  if (roll < 0.6 && !(WORD_END.test(before) && WORD.test(after))) return "";
  return " ".repeat(1 + Math.floor(next() * 3));
}
