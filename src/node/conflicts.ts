import { conflictsIn } from "../core/text/conflicts.js";
import { SourceError } from "./error.js";

/** @throws SourceError where a text holds a merge conflict: what stands on both sides of it is no program. */
export function checkConflicts(path: string, text: string): void {
  const [first] = conflictsIn(text);
  if (first === undefined) return;
  const line = text.slice(0, first.from).split("\n").length;
  throw new SourceError(`${path}:${line}`, "it holds a merge conflict; resolve that first");
}
