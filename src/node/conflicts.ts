import { SourceError } from "./error.js";

/** @throws SourceError where a text holds a merge conflict: what stands on both sides of it is no program. */
export function checkConflicts(path: string, text: string): void {
  const begins = /^<{7}(?: .*)?$/m.exec(text);
  if (begins === null || !/^={7}$/m.test(text) || !/^>{7}(?: .*)?$/m.test(text)) return;
  const line = text.slice(0, begins.index).split("\n").length;
  throw new SourceError(`${path}:${line}`, "it holds a merge conflict; resolve that first");
}
