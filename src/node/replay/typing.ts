import type { Engine } from "../../core/engine.js";
import { TokenFlag } from "../../core/syntax/tokens.js";
import { LineIndex } from "../../core/text/lines.js";
import { Hand } from "./hand.js";
import type { Miss } from "./miss.js";

export interface Typed {
  readonly lines: number;
  readonly misses: readonly Miss[];
  /**
   * Lines that the text cannot tell: less deep ones where indentation is what makes blocks, and text
   * in comments whose lines have no sign, and in strings.
   */
  readonly undecided: number;
  /** Edits that touched a line before the one being typed. */
  readonly trespasses: number;
}

/**
 * Types a text out against the engine, character by character, with Enter at every line's end, and
 * never an indentation by hand. A line that comes out otherwise is put right before the next.
 */
export function typeOut(engine: Engine, languageId: string, text: string): Typed {
  // White space at a line's end is the next Enter's to take away.
  const expected = text.replace(/\n$/, "").split("\n").map((row) => row.trimEnd());
  const document = engine.open({ uri: "replay:", languageId, text: "" });
  const triggers = new Set(engine.triggerCharacters(languageId));
  const style = engine.open({ uri: "replay:", languageId, text }).style();
  const prose = proseLines(engine, languageId, text);
  const language = engine.language(languageId)!;
  const byIndentation = language.typing.blocks !== undefined;
  const hand = new Hand(document, style, "", "", 0);
  const misses: Miss[] = [];
  let undecided = 0;
  let trespasses = 0;
  let above = "";

  const ask = (character: string): void => {
    if (hand.ask(character)) trespasses++;
  };

  expected.forEach((wanted, i) => {
    if (i > 0) {
      hand.enter();
      ask("\n");
    }
    hand.takeBack(wanted, language);
    if (wanted.trim() !== "") {
      for (const character of toType(wanted, hand.line)) {
        hand.type(character);
        if (triggers.has(character)) ask(character);
      }
    }
    const { line } = hand;
    const right = line.trimEnd() === wanted;
    const deeper = indentOf(line) > indentOf(wanted) && line.trim() === wanted.trim();
    const decided = !(byIndentation && deeper) && !(prose.has(i) && line.trim() === wanted.trim());
    if (!right && (!decided || opensComment(expected[i - 1], wanted, line))) undecided++;
    else if (!right) misses.push({ line: i, expected: wanted, actual: line });
    hand.correct(above, right ? line : wanted);
    above += `${wanted}\n`;
  });
  return { lines: expected.length, misses, undecided, trespasses };
}

/**
 * The lines that begin inside a comment or a string, or in a language that nobody knows, those of regions too: how deep
 * their text stands is the author's.
 */
export function proseLines(engine: Engine, languageId: string, text: string): Set<number> {
  const language = engine.language(languageId);
  const lines = LineIndex.of(text);
  if (language === undefined) return new Set(Array.from({ length: lines.count }, (_, i) => i));
  const found = new Set<number>();
  const syntax = language.parse(text);
  const { tokens } = syntax;
  const regions = [...language.regions?.in(syntax) ?? []];
  // Lines between marks are a text's own; between tags, what is no region is text to the letter.
  const texts = language.regions === undefined || language.notation.tags === true;
  const isRegion = (t: number): boolean =>
    regions.some(({ from, to }) => from < tokens.end(t) && to > tokens.start(t));
  for (let t = 0; t < tokens.count; t++) {
    const isText = texts && tokens.has(t, TokenFlag.MultiLine) && !isRegion(t);
    if (!tokens.isTrivia(t) && !isText) continue;
    const last = lines.lineAt(tokens.end(t) - 1);
    for (let line = lines.lineAt(tokens.start(t)) + 1; line <= last; line++) found.add(line);
  }
  for (const { from, to, prefix, languageId: id } of regions) {
    const first = lines.lineAt(from);
    const inner = text.slice(from, to).replaceAll(`\n${prefix}`, "\n");
    for (const line of proseLines(engine, id, inner)) found.add(first + line);
  }
  return found;
}

/** Whether a line is the first of a comment, which does not tell yet that its lines have no sign. */
export const opensComment = (before: string | undefined, wanted: string, line: string): boolean =>
  before?.trim() === "/**" && line.trim() === `* ${wanted.trim()}`;

const indentOf = (line: string): number => line.length - line.trimStart().length;

/** What a person types to get the wanted line, given what the engine has put there. */
export function toType(wanted: string, line: string): string {
  if (line.trimEnd() === wanted) return "";
  if (line.trim() !== "" && wanted.startsWith(line)) return wanted.slice(line.length);
  return wanted.trim() === "*/" && line.trim() === "*" ? "/" : wanted.trimStart();
}
