import type { Language, Syntax } from "../language.js";
import type { Style } from "../style/style.js";
import type { Change } from "../text/edits.js";
import type { LineIndex } from "../text/lines.js";
import { moveLines } from "./block.js";
import { formatLines } from "./selection.js";

/**
 * The changes for text that was pasted at [from, to). Text of several lines keeps its inner shape and
 * moves as one block; what was pasted within a line gets its gaps.
 */
export function pasteChanges(
  language: Language,
  syntax: Syntax,
  style: Style,
  lines: LineIndex,
  { from, to }: { from: number; to: number },
): Change[] {
  const first = lines.lineAt(from);
  let last = lines.lineAt(to);
  if (last > first && lines.text.slice(lines.lineStart(last), to).trim() === "") last--;
  const lead = lines.text.slice(lines.lineStart(first), from);
  const own = lines.text.slice(lines.lineStart(first), lines.lineEnd(first)).trimStart();
  if (first === last && lead.trim() !== "") {
    const changes = formatLines(language, syntax, style, lines, [{ first, last }]);
    return changes.filter((change) => change.from >= from && change.to <= to);
  }
  if (lead.trim() !== "" || own === "") return [];
  return moveLines(language, syntax, style, lines, { first, last }, { lead: lead.length });
}
