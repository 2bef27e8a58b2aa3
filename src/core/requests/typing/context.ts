import type { Site } from "../placing/site.js";

/** Everything that a typing request looks at. */
export interface Context extends Site {
  /** UTF-16 offset just after the typed character. */
  readonly offset: number;
  /** Whether text was put into a line since the document was opened or last formatted. */
  typed(line: number): boolean;
  /** Whether a line was changed at all since then. */
  touched(line: number): boolean;
}
