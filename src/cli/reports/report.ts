import { describeChange, type TextEdit } from "../../index.js";
import type { Outcome } from "../../node/run.js";

/** A way to tell what `check` found. */
export interface Report {
  /** How many differences of a file it tells at most. */
  readonly most: number;
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

/** The first `most` differences of a file, each with a sentence. */
export function differencesOf({ before, answer }: Outcome, most = Infinity): Difference[] {
  const { changes, edits } = answer;
  return changes.slice(0, most).map(
    (change, i) => ({ edit: edits[i]!, message: describeChange(before, change) }),
  );
}
