import { SAVE_STEPS, type SaveStep } from "../core/save.js";
import type { FileStyle } from "./style/files.js";

/**
 * The steps of a set that a style file names, or a step by its own name.
 *
 * @throws RangeError where there is neither.
 */
export function stepsOf(
  save: string | undefined,
  said: FileStyle | undefined,
): readonly SaveStep[] {
  if (save === undefined) return ["format"];
  const steps = said?.save(save) ?? SAVE_STEPS.filter((step) => step === save);
  if (steps.length > 0) return steps;
  throw new RangeError(
    `there is no set of steps "${save}" in its style files, nor a step; the steps are ${SAVE_STEPS.join(", ")}`,
  );
}
