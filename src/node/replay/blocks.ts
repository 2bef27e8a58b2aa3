import type { Document } from "../../core/document.js";
import type { Engine } from "../../core/engine.js";
import type { Language } from "../../core/language.js";
import type { Style } from "../../core/style/style.js";
import { applyEdits, type TextEdit } from "../../core/text/edits.js";
import { LineIndex, type Range } from "../../core/text/lines.js";
import { linesInTokens, stretches, type Stretch } from "./stretches.js";
import { Counter, type Tally } from "./tally.js";

export type Way = "whole" | "unindented" | "otherwise indented" | "first line lost" | "moved";

/**
 * Pastes each statement of a text back in four ways, and moves each down and up: over the next line,
 * or, where indentation alone tells what a line belongs to, over the next statement.
 */
export function playBlocks(engine: Engine, language: Language, text: string): Map<Way, Tally> {
  const lines = LineIndex.of(text);
  const rows = text.split("\n");
  const fixed = linesInTokens(language, text, lines);
  const byIndentation = language.typing.blocks !== undefined;
  const play = new Play(engine, language, text);
  const step = rows.some((row) => row.startsWith("\t")) ? "\t" : "   ";
  for (const stretch of stretches(language, text, lines)) {
    const { first, last } = stretch;
    const free = (i: number): boolean => !fixed.has(first + i);
    const block = rows.slice(first, last + 1);
    const own = /^[ \t]*/.exec(block[0]!)![0];
    const bare = block.map((row, i) => (
      free(i) && row.startsWith(own) ? row.slice(own.length) : row
    ));
    const deeper = bare.map((row, i) => (row === "" || !free(i) ? row : step + row));
    const lost = [block[0]!.trimStart(), ...block.slice(1)];
    // Where indentation makes blocks, the caret stands at the depth that is meant.
    const lead = byIndentation ? own : "";
    play.paste("whole", stretch, "", block);
    play.paste("unindented", stretch, lead, bare);
    // A whole tab more at the margin would be a depth that may be meant.
    if (!byIndentation || lead !== "" || step !== "\t")
      play.paste("otherwise indented", stretch, lead, deeper);
    play.paste("first line lost", stretch, lead, lost);
    const over = byIndentation ? stretch.next?.last : last + 1;
    if (over !== undefined && over < rows.length - 1) play.move(stretch, over);
  }
  return play.results;
}

/** Blocks of one text being pasted and moved. */
class Play {
  readonly results = new Map<Way, Counter>();
  private readonly rows: readonly string[];
  private readonly style: Style;

  constructor(
    private readonly engine: Engine,
    private readonly language: Language,
    private readonly text: string,
  ) {
    this.rows = text.split("\n");
    this.style = this.open(text).style();
  }

  /** Pastes lines in the place of a stretch, the caret behind `lead`. */
  paste(way: Way, { first, last }: Stretch, lead: string, block: readonly string[]): void {
    const [head, ...others] = block;
    const pasted = [
      ...this.rows.slice(0, first),
      lead + head!,
      ...others,
      ...this.rows.slice(last + 1),
    ].join("\n");
    const start = { line: first, character: lead.length };
    const range = { start, end: { line: last + 1, character: 0 } };
    const { edits } = this.open(pasted).formatOnPaste(range, this.style);
    this.note(way, applyEdits(pasted, edits), strays(edits, range));
  }

  /** Moves a stretch behind line `over` and back up. */
  move({ first, last }: Stretch, over: number): void {
    const below = over - last;
    const down = this.shift(this.rows, first, last, below);
    const up = this.shift(down.rows, first + below, last + below, -below);
    this.note("moved", up.rows.join("\n"), down.trespassed || up.trespassed);
  }

  /** Moves lines by a number of lines, and has them settle in their place. */
  private shift(rows: readonly string[], first: number, last: number, by: number): {
    rows: string[];
    trespassed: boolean;
  } {
    const rest = [...rows.slice(0, first), ...rows.slice(last + 1)];
    const at = first + by;
    const moved = [
      ...rest.slice(0, at),
      ...rows.slice(first, last + 1),
      ...rest.slice(at),
    ].join("\n");
    const range = {
      start: { line: at, character: 0 },
      end: { line: last + by + 1, character: 0 },
    };
    const { edits } = this.open(moved).formatOnMove(range, this.style);
    return { rows: applyEdits(moved, edits).split("\n"), trespassed: strays(edits, range) };
  }

  private open(text: string): Document {
    return this.engine.open({ uri: "replay:", languageId: this.language.ids[0]!, text });
  }

  private note(way: Way, actual: string, trespassed: boolean): void {
    const counter = this.results.get(way) ?? new Counter();
    this.results.set(way, counter);
    counter.text(this.text, actual);
    if (trespassed) counter.trespasses++;
  }
}

/** Whether an edit lies outside the lines of a range. */
const strays = (edits: readonly TextEdit[], { start, end }: Range): boolean =>
  edits.some(({ range }) => range.start.line < start.line || range.end.line >= end.line);
