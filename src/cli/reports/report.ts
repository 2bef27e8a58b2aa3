import { describeDifference, type TextEdit } from "../../index.js";
import type { Outcome } from "../../node/index.js";

/** A way to tell what `check` found. */
export interface Report {
  /** Takes one file, in the order of the run. */
  add(outcome: Outcome): void;
  /** Takes one line for people, where the form has room for such. */
  close(line: string): Promise<void>;
}

/** One difference as every report tells it. */
export interface Difference {
  readonly edit: TextEdit;
  readonly message: string;
}

/** The differences of a file, each with a sentence. */
export function differencesOf({ before, answer }: Outcome): Difference[] {
  const { changes, edits } = answer;
  return changes.map(({ from, to, text, rule }, i) => {
    const lineStart = from === 0 || /[\r\n]/.test(before[from - 1]!);
    const said = { before: before.slice(from, to), after: text, rule, atLineStart: lineStart };
    return { edit: edits[i]!, message: describeDifference(said) };
  });
}
