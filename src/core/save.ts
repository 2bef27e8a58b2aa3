import type { Answer } from "./answer.js";
import type { Document } from "./document.js";
import type { Style } from "./style/style.js";
import { ChangeList } from "./text/changelist.js";
import { compose } from "./text/compose.js";
import { mapPosition } from "./text/edits.js";
import type { Position, PositionEncoding, Range } from "./text/lines.js";

/** The steps that a save may take. */
export const SAVE_STEPS = ["organizeImports", "format"] as const;
export type SaveStep = typeof SAVE_STEPS[number];

export interface SaveOptions {
  /** In their order; `["format"]` where they are left out. */
  readonly steps?: readonly SaveStep[];
  /** What may change: all lines, those that were touched since the last formatting, or some; all where left out. */
  readonly lines?: "all" | "touched" | readonly Range[];
  /** Packages that are the project's own, whose imports stand last. */
  readonly ownPackages?: readonly string[];
  /** Rules over the document's style. */
  readonly style?: Partial<Style>;
}

/**
 * What the steps of a save come to together in a document.
 *
 * @param ranges the lines that may change; all where they are left out.
 * @param encoding counts the characters of ranges.
 * @throws RangeError for a step that there is not.
 */
export function savedIn(
  document: Document,
  ranges: readonly Range[] | undefined,
  options: SaveOptions,
  encoding: PositionEncoding,
): Answer {
  const { steps = ["format"], style } = options;
  steps.forEach(checkStep);
  if (steps.length === 1 && steps[0] === "format") return document.formatIn(ranges, style);
  const { text, language, languageId } = document;
  let list = new ChangeList();
  let unsettled: readonly Range[] = [];
  let lines = ranges;
  for (const step of steps) {
    // Each step reads what the one before has left.
    const now = list.length === 0
      ? document
      : document.opened(language, languageId, list.appliedTo(text));
    const answer = step === "format" ? now.formatIn(lines, style) : now.organized(lines, options);
    const { edits } = answer;
    const moved = (at: Position): Position =>
      mapPosition(at, edits, { affinity: "after", encoding });
    lines = lines?.map(({ start, end }) => ({ start: moved(start), end: moved(end) }));
    if (step === "format" && now === document) ({ unsettled } = answer);
    list = compose(text, list, ChangeList.of(answer.changes));
  }
  return document.adopt(
    { changes: list, unsettled },
    steps.includes("format") ? ranges : [],
  );
}

/** @throws RangeError where there is no such step. */
function checkStep(step: string): void {
  if ((SAVE_STEPS as readonly string[]).includes(step)) return;
  throw new RangeError(
    `There is no step ${JSON.stringify(step)} of a save; there are ${SAVE_STEPS.join(", ")}.`,
  );
}
