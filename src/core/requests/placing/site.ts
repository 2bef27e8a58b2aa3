import type { Language, Syntax, Whole } from "../../language.js";
import type { Style } from "../../style/style.js";
import type { LineIndex } from "../../text/lines.js";

/** What every request that places lines looks at. */
export interface Site {
  readonly language: Language;
  readonly syntax: Syntax;
  readonly style: Style;
  readonly lines: LineIndex;
  /** The text of which these are lines. */
  readonly whole: Whole;
  /** Whether the brackets of the whole text do not add up. */
  readonly unbalanced: boolean;
  /** Whether lines of text that was put there may lack columns that stand before all others. */
  readonly isPrefixed?: boolean;
  /** Whether nothing tells the step, so that text which is put there brings its own. */
  readonly isStepOpen?: boolean;
}
