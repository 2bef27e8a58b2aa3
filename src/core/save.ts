import type { Style } from "./style/style.js";
import type { Range } from "./text/lines.js";

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

/** @throws RangeError where there is no such step. */
export function checkStep(step: string): void {
  if ((SAVE_STEPS as readonly string[]).includes(step)) return;
  throw new RangeError(
    `There is no step ${JSON.stringify(step)} of a save; there are ${SAVE_STEPS.join(", ")}.`,
  );
}
