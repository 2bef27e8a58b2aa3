import type { Style } from "./style/style.js";
import type { Range } from "./text/lines.js";

/** What a text is opened with. */
export interface OpenOptions {
  readonly uri: string;
  /** A language identifier of the Language Server Protocol. */
  readonly languageId: string;
  readonly text: string;
  readonly version?: number;
  /** Whether it is a cell of a notebook, which may hold lines that are not its language's; no by default. */
  readonly isCell?: boolean;
  /** @internal Whether it is a region of another text. */
  readonly isPart?: boolean;
  /**
   * Rules over the engine's style; an object is read as the text is opened, a function is asked anew for every
   * request. It tells it for the document's language, and those of its regions.
   */
  readonly style?: Partial<Style> | ((languageId: string) => Partial<Style>) | undefined;
  /**
   * What holds where neither that nor the text says anything, such as an editor's own settings; it is asked
   * anew for every request.
   */
  readonly fallback?: (() => Partial<Style>) | undefined;
}

/** A change of a document's text; without a range it replaces the whole. */
export interface ContentChange {
  readonly range?: Range | undefined;
  readonly text: string;
}

/**
 * Checks that a document does not go back to an earlier version.
 *
 * @throws RangeError where it would.
 */
export function checkVersion(version: number | undefined, current: number | undefined): void {
  if (version !== undefined && current !== undefined && !(version >= current))
    throw new RangeError(`Version ${version} is older than ${current}, which the document has.`);
}
