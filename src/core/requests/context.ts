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
}
