import { mapOffset } from "../core/text/edits.js";

/** One replacement by UTF-16 offsets, and what stood there. */
export interface Step {
  readonly from: number;
  readonly to: number;
  readonly text: string;
  /** What lay in [from, to) before. */
  readonly old: string;
}

/** Sorted, disjoint replacements that all speak of one text. */
export type Steps = readonly Step[];

/** Replacements of a text, those of the next of what these left, and so on. */
export type Operation = readonly Steps[];

/** What takes replacements back. */
function inverse(steps: Steps): Steps {
  let shift = 0;
  return steps.map(({ from, to, text, old }) => {
    const begin = from + shift;
    shift += text.length - (to - from);
    return { from: begin, to: begin + text.length, text: old, old: text };
  });
}

/** Where an offset stands once an operation is in. */
export const mapThrough = (offset: number, operation: Operation): number =>
  operation.reduce(mapOffset, offset);

/**
 * Moves steps over others that were made of the same text at the same time.
 *
 * @param first whether these stand in front where both insert at one place.
 * @returns undefined where the two touch the same text.
 */
function movedOver(steps: Steps, others: Steps, first: boolean): Steps | undefined {
  const moved: Step[] = [];
  let shift = 0;
  let i = 0;
  for (const step of steps) {
    for (; i < others.length; i++) {
      const other = others[i]!;
      const { from, to, text } = other;
      const before = to < step.from || (to === step.from && !standsFirst(step, other, first));
      if (!before) break;
      shift += text.length - (to - from);
    }
    const next = others[i];
    if (next !== undefined && overlaps(step, next)) return undefined;
    moved.push({ ...step, from: step.from + shift, to: step.to + shift });
  }
  return moved;
}

/** Whether a step that begins where another ends goes in front of that. */
function standsFirst(step: Step, other: Step, first: boolean): boolean {
  const bothInsert = step.from === step.to && other.from === other.to;
  return bothInsert && first;
}

const overlaps = (a: Step, b: Step): boolean =>
  a.from < b.to && b.from < a.to
  || (a.from === a.to && b.from < a.from && a.from < b.to)
  || (b.from === b.to && a.from < b.from && b.from < a.to);

/**
 * An answer and a change made at the same time, each as it follows the other (after Ellis and Gibbs,
 * "Concurrency control in groupware systems", 1989). Where both touch the same text the answer is
 * dropped: the change then takes it back first.
 */
export function transform(
  answer: Operation,
  change: Operation,
): { answer: Operation; change: Operation; dropped: boolean } {
  let dropped = false;
  const answers: Steps[] = [];
  let changes: Operation = change;
  for (const steps of answer) {
    let moved: Steps | undefined = steps;
    const next: Steps[] = [];
    for (const other of changes) {
      if (moved === undefined) {
        next.push(other);
        continue;
      }
      const over = movedOver(moved, other, true);
      const under = movedOver(other, moved, false);
      if (over === undefined || under === undefined) {
        dropped = true;
        // The change speaks of the text without the answer.
        next.push(inverse(moved), other);
        moved = undefined;
      } else {
        next.push(under);
        moved = over;
      }
    }
    changes = next;
    if (moved !== undefined) answers.push(moved);
  }
  return { answer: answers, change: changes, dropped };
}

/** Replacements in their order, with what stood there. */
export const stepsOf = (
  text: { slice(from: number, to: number): string },
  changes: Iterable<{ readonly from: number; readonly to: number; readonly text: string }>,
): Steps => Array.from(
  changes,
  ({ from, to, text: put }) => ({ from, to, text: put, old: text.slice(from, to) }),
);
