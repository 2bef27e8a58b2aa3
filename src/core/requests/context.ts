import type { Language, Syntax } from "../language.js";
import type { Style } from "../style/style.js";
import type { LineIndex } from "../text/lines.js";

/** Everything that a typing request looks at. */
export interface Context {
  readonly language: Language;
  readonly lines: LineIndex;
  readonly syntax: Syntax;
  readonly style: Style;
  /** UTF-16 offset just after the typed character. */
  readonly offset: number;
  /** Whether the brackets of the whole text do not add up. */
  readonly torn: boolean;
  /** Whether text was put into a line since the document was opened or last formatted. */
  typed(line: number): boolean;
  /** Whether a line was changed at all since then. */
  touched(line: number): boolean;
}
