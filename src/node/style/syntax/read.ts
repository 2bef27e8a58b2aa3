import { LineIndex } from "../../../core/index.js";
import { shownPath } from "../../shown.js";
import { SourceError } from "../../error.js";

/** A way to a value: names of members, and places in lists. */
export type Path = readonly (string | number)[];

/** What a file of settings holds, and where. */
export interface Settings {
  readonly value: unknown;
  /** The UTF-16 offset of the member with a path, or of the nearest one around it. */
  offsetOf(path: Path): number;
}

/** Reads the text of a file of settings; nothing in it is ever run. */
export type ReadSettings = (file: string, text: string) => Settings;

/** A place as people write it: `oak-tide.json:3:5`, both counted from 1. */
export function placeOf(file: string, text: string, offset: number): string {
  const { line, character } = LineIndex.of(text).positionAt(offset);
  return `${shownPath(file)}:${line + 1}:${character + 1}`;
}

/** A file of settings that cannot be used. The message names the place, and what was expected there. */
export class SettingsError extends SourceError {
  constructor(file: string, text: string, offset: number, reason: string) {
    super(placeOf(file, text, offset), reason);
  }
}
