/** What an island of another tongue does to the depth of what follows it. */
export const enum Step {
  None,
  Opens,
  Closes,
  /** It closes what was open, and opens again: `else`. */
  GoesOn,
  /** What follows it stands deeper, up to the next one or to the end of what is open: `case 1:`. */
  Label,
}

/**
 * What an island does to depth, with the blocks to which it does it: by the sign of their tongue and by their word, or
 * by the sign alone, which stands for any word of the tongue; "" stands for all.
 */
export interface Effect {
  readonly step: Step;
  /** The block that it ends. */
  readonly ends: string;
  /** The block that it begins; "" for the same again. */
  readonly begins: string;
}

export const NO_EFFECT: Effect = { step: Step.None, ends: "", begins: "" };

export const opens = (begins: string): Effect => ({ step: Step.Opens, ends: "", begins });
export const closes = (ends: string): Effect => ({ step: Step.Closes, ends, begins: "" });
export const goesOn = (ends: string): Effect => ({ step: Step.GoesOn, ends, begins: "" });

/** Whether what ends a block ends one that began so. */
export function isPair(begins: string, ends: string): boolean {
  const isAny = begins.length <= 2 || ends.length <= 2;
  const sign = Math.min(2, begins.length, ends.length);
  return begins === ends || (isAny && begins.slice(0, sign) === ends.slice(0, sign));
}

/** The effect of a step, on a block. */
export function effectOf(step: Step, block: string): Effect {
  switch (step) {
    case Step.Opens: return opens(block);
    case Step.Closes: return closes(block);
    case Step.GoesOn: return goesOn(block);
    default: return NO_EFFECT;
  }
}
