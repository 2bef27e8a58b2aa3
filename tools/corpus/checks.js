import { applyEdits, createEngine } from "../../dist/index.js";
import { LineIndex } from "../../dist/core/text/lines.js";
import { costs } from "./least.js";

const engine = createEngine();

export const languageOf = (path) => engine.languageFor(path);

export function format(language, text, style = {}) {
  const document = engine.open({ uri: "corpus:", languageId: language.ids[0], text, style });
  const { edits, unsettled } = document.formatDocument();
  return { edits, unsettled, text: applyEdits(text, edits) };
}

/** The style that acts on a text where nobody says anything. */
export const styleOf = (language, text) =>
  engine.open({ uri: "corpus:", languageId: language.ids[0], text }).style();

/** The tokens of a text that formatting may not touch, in one comparable row. */
export function tokenRow(language, text) {
  const { tokens } = language.parse(text);
  const row = [];
  for (let t = 0; t < tokens.count; t++) {
    // Line ends are the style's.
    const token = language.comparable(tokens, t).replace(/\r\n?/g, "\n");
    // Where code is broken, signs in a row may be read together or one by one.
    if (/^[<>=]+$/.test(token) && /^[<>=]+$/.test(row.at(-1) ?? "")) row.push(row.pop() + token);
    else if (token !== "") row.push(token);
  }
  return row;
}

export function firstDifference(a, b) {
  const at = a.findIndex((token, i) => token !== b[i]);
  if (at < 0)
    return a.length === b.length
      ? undefined
      : `${b.length - a.length} more at the end: ${b.slice(a.length, a.length + 3).join(" ")}`;
  return `${a.slice(Math.max(0, at - 3), at + 3).join(" ")} | ${b.slice(Math.max(0, at - 3), at + 3).join(" ")}`;
}

/** Characters, and line ends, which are replaced whole. */
const units = (text) => text.match(/\r\n|[^]/g) ?? [];

/** Whether an edit shares its beginning or its end with what it replaces. */
export function wasteful(text, edits) {
  const lines = LineIndex.of(text);
  return edits.find(({ range, newText }) => {
    const old = units(text.slice(lines.offsetAt(range.start), lines.offsetAt(range.end)));
    const put = units(newText);
    if (old.length === 0 || put.length === 0) return old.length === put.length;
    return old[0] === put[0] || old.at(-1) === put.at(-1);
  });
}

export function editCosts(language, text, edits) {
  const lines = LineIndex.of(text);
  const { tokens } = language.parse(text);
  let g = 0;
  const gapAt = ({ from, to }) => {
    while (g < tokens.count && tokens.gapEnd(g) < from) g++;
    return from >= tokens.gapStart(g) && to <= tokens.gapEnd(g) ? g : -1;
  };
  const changes = edits.map(({ range, newText }) => ({
    from: lines.offsetAt(range.start),
    to: lines.offsetAt(range.end),
    text: newText,
  }));
  return costs(text, changes, gapAt);
}
