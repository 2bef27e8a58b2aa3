import { createEngine, languages } from "../../dist/index.js";
import { format, tokenRow, firstDifference } from "./checks.js";
import { LineIndex } from "../../dist/core/text/lines.js";
import { CONTEXTS, PIECES } from "./pieces.js";

/** How often a piece is repeated: n, 2n and 4n times. */
const COUNT = 2000;
/** The same for two tokens in turn, and for what follows something else, of which there are thousands. */
const PAIR_COUNT = 500;
const CONTEXT_COUNT = 1000;
/** Growth from n to 4n that still counts as in proportion, and the milliseconds below which none is seen. */
const GROWTH = 10;
const FLOOR = 150;
/** A good statement behind what is repeated. */
const STATEMENT = {
  python: "\n\nberth = tide + 1\n",
  json: "",
  jsonc: "",
  default: "\n\nconst berth = tide + 1;\n",
};

const engine = createEngine();

/**
 * Repeats every token and every short construct of the languages: nothing may throw, no token may change,
 * and time must grow with the text, for the whole text and for a key typed in its middle.
 *
 * @param only the name of the one language to try.
 * @param step try every `step`-th piece.
 * @param contexts also try each piece where something was begun: in a call, in a type, in the head of an `if`.
 */
export function repeat(
  { pairs = false, contexts = false, only, show = 20, count = COUNT, step = 1, quiet = false },
) {
  let failed = 0;
  let tried = 0;
  const fail = (language, piece, detail) => {
    if (++failed <= show) console.log(`  ${language.name} ${JSON.stringify(piece)}: ${detail}`);
  };
  for (const language of languages.filter(({ name }) => only === undefined || name === only)) {
    const { tokens, constructs } = PIECES[language.name] ?? {};
    if (tokens === undefined) continue;
    const singles = [...tokens, ...constructs].filter((_, i) => i % step === 0);
    const twos = pairs ? tokens.flatMap((a) => tokens.map((b) => a + b)) : [];
    const began = performance.now();
    const tryAll = (pieces, times, head = "") => {
      for (const piece of pieces) {
        tried++;
        for (const tail of ["", STATEMENT[language.name] ?? STATEMENT.default])
          tryPiece(language, { head, piece, tail }, times, (detail) => (
            fail(language, head + piece, detail)
          ));
      }
    };
    tryAll(singles, count);
    tryAll(twos, PAIR_COUNT);
    for (const head of contexts ? CONTEXTS[language.name] ?? [] : [])
      tryAll(singles, CONTEXT_COUNT, head);
    const seconds = ((performance.now() - began) / 1000).toFixed(1);
    if (!quiet)
      console.log(`${language.name}: ${singles.length + twos.length} pieces, ${seconds} s`);
  }
  if (!quiet) console.log(`${tried} pieces repeated, ${failed} failed`);
  return failed;
}

function tryPiece(language, { head, piece, tail }, count, fail) {
  const time = (times, checks) => {
    const text = head + piece.repeat(times) + tail;
    try {
      return { whole: timeWhole(language, text, checks), key: timeKey(language, text) };
    } catch (error) {
      return { threw: `threw at ${times}: ${String(error).slice(0, 80)}` };
    }
  };
  const [few, , many] = [count, 2 * count, 4 * count].map((times) => time(times, fail));
  const threw = few.threw ?? many.threw;
  if (threw !== undefined) return fail(threw);
  for (const what of ["whole", "key"]) {
    let [less, more] = [few[what], many[what]];
    // A machine that was busy for a moment is no finding.
    for (let tries = 0; tries < 3 && grows(less, more); tries++) {
      less = Math.max(less, time(count, () => {})[what]);
      more = Math.min(more, time(4 * count, () => {})[what]);
    }
    if (grows(less, more))
      fail(`${what}: ${less.toFixed(0)} ms at ${count}, ${more.toFixed(0)} ms at ${4 * count}`);
  }
}

/** Whether a text of four times the length took more than in proportion. */
const grows = (less, more) => more / Math.max(less, FLOOR / GROWTH) > GROWTH;

function timeWhole(language, text, fail) {
  const began = performance.now();
  const formatted = format(language, text).text;
  const took = performance.now() - began;
  if (text.length < 20_000) {
    const difference = firstDifference(tokenRow(language, text), tokenRow(language, formatted));
    if (difference !== undefined) fail(`tokens: ${difference}`);
  }
  return took;
}

function timeKey(language, text) {
  const document = engine.open({ uri: "repeat:", languageId: language.ids[0], text });
  document.formatOnType({ line: 0, character: 0 }, "\n");
  const middle = text.length >> 1;
  const { line, character } = LineIndex.of(text).positionAt(middle);
  const began = performance.now();
  document.update([
    { range: { start: { line, character }, end: { line, character } }, text: ";" },
  ]);
  document.formatOnType({ line, character: character + 1 }, ";");
  return performance.now() - began;
}
