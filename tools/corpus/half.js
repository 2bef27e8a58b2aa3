import { applyEdits, mapPosition } from "../../dist/index.js";
import { LineIndex } from "../../dist/core/text/lines.js";
import { format } from "./checks.js";
import { random } from "./random.js";

/** How many places of a file are tried. */
const TRIES = 5;

/** A tag on a line. */
const TAG = /<\/?[A-Za-z][^<>\r\n]*>/g;

/** What formatting may put behind half a statement, where its rest comes to stand. */
const ENDS = /^[ \t]*[;,]/;

/**
 * Formats a file in which a statement or a tag is half written, then writes the rest and formats it again: that must be
 * the file as it was.
 */
export function halve(language, text, row, report) {
  const whole = format(language, text).text;
  const next = random(whole.length);
  const any = (most) => Math.floor(next() * most);
  const ends = /^\s*</.test(whole) ? tagsIn(whole, any) : statementsIn(language, whole);
  for (let i = 0; i < TRIES && ends.length > 0; i++) {
    const [{ cut, to }] = ends.splice(any(ends.length), 1);
    row.halves++;
    if (isRestored(language, whole, cut, to)) continue;
    row.jumps++;
    report(`saved at ${cut} without ${JSON.stringify(whole.slice(cut, Math.min(to, cut + 40)))}`);
  }
}

function isRestored(language, whole, cut, to) {
  const half = whole.slice(0, cut) + whole.slice(to);
  const { edits } = format(language, half);
  const saved = applyEdits(half, edits);
  const caret = mapPosition(LineIndex.of(half).positionAt(cut), edits, { affinity: "before" });
  const at = LineIndex.of(saved).offsetAt(caret);
  const behind = saved.slice(at);
  const rests = [behind, behind.replace(ENDS, "")];
  return rests.some((rest) => (
    format(language, saved.slice(0, at) + whole.slice(cut, to) + rest).text === whole
  ));
}

/** A place within each tag, and where that ends. */
function tagsIn(text, any) {
  const tags = [...text.matchAll(TAG)].filter(({ index }) => index > 0);
  return tags.map(({ 0: tag, index }) => (
    { cut: index + 1 + any(tag.length - 1), to: index + tag.length }
  ));
}

/** The ends of tokens, each with the end of the line on which all is closed that opens behind the beginning of its own. */
function statementsIn(language, text) {
  const { tokens } = language.parse(text);
  const found = [];
  let waiting = [];
  let depth = 0;
  let lineDepth = 0;
  for (let t = 0; t < tokens.count; t++) {
    if (tokens.onNewLine(t)) {
      const to = tokens.end(t - 1);
      found.push(
        ...waiting
          .filter((one) => one.depth >= depth && one.cut < to)
          .map(({ cut }) => ({ cut, to })),
      );
      waiting = waiting.filter((one) => one.depth < depth);
      lineDepth = depth;
    }
    const sign = tokens.isTrivia(t) ? "" : text.slice(tokens.start(t), tokens.end(t));
    if (/^[)\]}]/.test(sign)) depth--;
    if (/[([{]$/.test(sign)) depth++;
    if (sign !== "" && !/[\r\n]/.test(sign)) waiting.push({ cut: tokens.end(t), depth: lineDepth });
  }
  return found;
}
