import type { Stretch } from "./edits.js";
import type { Lines } from "./lines.js";

/** What begins the first line of a conflict. */
const BEGIN = "<<<<<<<";

/** A line with which version control begins, parts and ends a conflict. */
const MARK = /^([<=>])\1{6}(?:$| .*)/gm;

/** The conflicts of a merge that nobody has resolved yet, in their order: from `<<<<<<<` to the end of `>>>>>>>`. */
export function conflictsIn(text: string): Stretch[] {
  const found: Stretch[] = [];
  let from = -1;
  let isParted = false;
  for (const { 0: line, 1: sign, index } of text.matchAll(MARK)) {
    if (sign === "<") from = index;
    if (sign === ">" && from >= 0 && isParted) found.push({ from, to: index + line.length });
    isParted = sign === "=" && from >= 0;
    if (sign === ">") from = -1;
  }
  return found;
}

/** Follows whether a text may hold conflicts; as hardly any does, each change costs no more than its own length. */
export class Conflicts {
  private mayBe: boolean;

  constructor(text: string) {
    this.mayBe = text.includes(BEGIN);
  }

  /**
   * Takes note of a change.
   *
   * @param lines the text after it.
   * @param from where the new text begins, as a UTF-16 offset.
   */
  note(lines: Lines, from: number, text: string): void {
    this.mayBe ||= text.includes(BEGIN) || [from, from + text.length].some((offset) => {
      const start = lines.lineStart(lines.lineAt(offset));
      return lines.slice(start, start + BEGIN.length) === BEGIN;
    });
  }

  /** Those of the text as it stands. */
  in({ text }: Lines): Stretch[] {
    return this.mayBe ? conflictsIn(text) : [];
  }
}
