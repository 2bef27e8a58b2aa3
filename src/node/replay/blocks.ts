import type { Engine } from "../../core/engine.js";
import { applyEdits } from "../../core/text/edits.js";
import type { Language } from "../../core/language.js";
import { TokenFlag } from "../../core/syntax/tokens.js";

/** How a block was pasted back or moved, and how often it came out equal. */
export interface Blocks {
  readonly tried: number;
  readonly equal: number;
  readonly example?: string;
}

export type Way = "whole" | "unindented" | "otherwise indented" | "first line lost" | "moved";

/** A stretch of whole lines that holds a statement: first and last, zero-based. */
interface Stretch {
  readonly first: number;
  readonly last: number;
}

/** Most stretches of one file that are tried. */
const MOST = 60;

/** Pastes each statement of a text back in four ways, and moves each down and up. */
export function playBlocks(engine: Engine, language: Language, text: string): Map<Way, Blocks> {
  const results = new Map<Way, Blocks>();
  const rows = text.split("\n");
  const style = engine.open({ uri: "replay:", languageId: language.ids[0]!, text }).style();
  const note = (way: Way, actual: string, at: Stretch): void => {
    const { tried, equal, example } = results.get(way) ?? { tried: 0, equal: 0 };
    const right = actual === text;
    const shown = example ?? (right ? undefined : `line ${at.first + 1}`);
    results.set(way, {
      tried: tried + 1,
      equal: equal + (right ? 1 : 0),
      ...(shown === undefined ? {} : { example: shown })
    });
  };
  const answer = (
    changed: string,
    first: number,
    column: number,
    last: number,
    moved: boolean,
  ): string => {
    const document = engine.open({ uri: "replay:", languageId: language.ids[0]!, text: changed });
    const range = {
      start: { line: first, character: column },
      end: { line: last + 1, character: 0 },
    };
    const { edits } = moved
      ? document.formatOnMove(range, style)
      : document.formatOnPaste(range, style);
    return applyEdits(changed, edits);
  };
  const fixed = linesInTokens(language, text);
  const step = rows.some((row) => row.startsWith("\t")) ? "\t" : "   ";
  for (const stretch of stretches(language, text)) {
    const { first, last } = stretch;
    const free = (i: number): boolean => !fixed.has(first + i);
    const block = rows.slice(first, last + 1);
    const own = /^[ \t]*/.exec(block[0]!)![0];
    const place = (lines: readonly string[], lead: string): string => [
      ...rows.slice(0, first),
      lead + lines[0]!,
      ...lines.slice(1),
      ...rows.slice(last + 1)
    ].join("\n");
    const bare = block.map((row, i) => (
      free(i) && row.startsWith(own) ? row.slice(own.length) : row
    ));
    const deeper = bare.map((row, i) => (row === "" || !free(i) ? row : step + row));
    const lost = [block[0]!.trimStart(), ...block.slice(1)];
    // Where indentation makes blocks, the caret stands at the depth that is meant.
    const lead = language.typing.blocks === undefined ? "" : own;
    note("whole", answer(place(block, ""), first, 0, last, false), stretch);
    note("unindented", answer(place(bare, lead), first, lead.length, last, false), stretch);
    note(
      "otherwise indented",
      answer(place(deeper, lead), first, lead.length, last, false),
      stretch,
    );
    note("first line lost", answer(place(lost, lead), first, lead.length, last, false), stretch);
    note("moved", answer(text, first, 0, last, true), stretch);
  }
  return results;
}

/** Statements that fill whole lines, spread over the text. */
function stretches(language: Language, text: string): Stretch[] {
  const { tokens, tree } = language.parse(text);
  const found = new Map<number, Stretch>();
  const lineOf = lineCounter(text);
  for (let node = 1; node < tree.size; node++) {
    const first = tree.first(node);
    const end = tree.end(node);
    if (
      !language.isUnit(tree.kind(node)) || end <= first || (first > 0 && !tokens.onNewLine(first))
    ) continue;
    if (end < tokens.count && !tokens.onNewLine(end)) continue;
    const from = lineOf(tokens.start(first));
    found.set(from, { first: from, last: lineOf(tokens.end(end - 1)) });
  }
  const all = [...found.values()];
  const step = Math.max(1, Math.ceil(all.length / MOST));
  return all.filter((_, i) => i % step === 0);
}

/** Lines that begin inside a token, such as a text of several lines: nobody moves those. */
function linesInTokens(language: Language, text: string): Set<number> {
  const { tokens } = language.parse(text);
  const lineOf = lineCounter(text);
  const fixed = new Set<number>();
  for (let t = 0; t < tokens.count; t++) {
    if (!tokens.has(t, TokenFlag.MultiLine) || tokens.isTrivia(t)) continue;
    for (let line = lineOf(tokens.start(t)) + 1; line <= lineOf(tokens.end(t)); line++)
      fixed.add(line);
  }
  return fixed;
}

function lineCounter(text: string): (offset: number) => number {
  const starts = [0];
  for (let i = text.indexOf("\n"); i >= 0; i = text.indexOf("\n", i + 1)) starts.push(i + 1);
  return (offset) => {
    let low = 0;
    let high = starts.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (starts[middle]! <= offset) low = middle;
      else high = middle - 1;
    }
    return low;
  };
}
