import { LineIndex, type Range } from "../../core/text/lines.js";
import { answerFor } from "./edits.js";

/** A formatter that can be tried on a text. */
export interface Tried {
  readonly name: string;
  format(text: string): Promise<string>;
}

/** Two formatters, the second of which changes back what the first one made, and the lines on which they differ. */
export interface Conflict {
  readonly first: string;
  readonly second: string;
  /** Lines of the text as the first one leaves it, where the second one wants others. */
  readonly lines: readonly Range[];
}

/**
 * The pairs of formatters that do not come to rest on a text: what one of them makes of the other's result,
 * the other changes again.
 */
export async function conflictsOf(formatters: readonly Tried[], text: string): Promise<Conflict[]> {
  const conflicts: Conflict[] = [];
  for (const [i, first] of formatters.entries())
    for (const second of formatters.slice(i + 1)) {
      const once = await first.format(text);
      const then = await second.format(once);
      const again = await first.format(then);
      if (again === then) continue;
      const back = LineIndex.of(again);
      const lines = answerFor(again, await second.format(again), "conflict").changes.map(
        ({ from, to }) => ({ start: back.positionAt(from), end: back.positionAt(to) }),
      );
      // Where the second one leaves it, both have come to rest after all.
      if (lines.length > 0) conflicts.push({ first: first.name, second: second.name, lines });
    }
  return conflicts;
}
