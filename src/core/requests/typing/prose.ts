import type { Language } from "../../language.js";
import { LINE_ENDS } from "../../style/indent.js";
import type { Lines } from "../../text/lines.js";
import { pushChanges } from "../../text/minimise.js";
import type { Change } from "../../text/edits.js";
import { whiteOf } from "../../text/width.js";
import type { Context } from "./context.js";
import { ruleId } from "../../rules.js";
import type { Typed } from "./typed.js";

/** Answers for Enter in a text for readers: its next line stands where the last one stood. */
export function continueProse(
  { language, lines, offset, style, syntax: { tokens } }: Context,
  t: number,
): Typed {
  const { text } = lines;
  const rule = ruleId(language, "new-line");
  const line = lines.lineAt(offset);
  const start = lines.lineStart(line);
  const end = lines.lineEnd(line);
  const from = lines.lineStart(line - 1);
  const to = lines.lineEnd(line - 1);
  const rest = text.slice(start, end).trim();
  const own = end - text.slice(start, end).trimStart().length;
  const above = text.slice(from, to);
  const changes: Change[] = [];
  if (above.trimEnd() !== above)
    changes.push({ from: from + above.trimEnd().length, to, text: "", rule });
  const dropped = above.length - above.trimEnd().length;
  // In front of text: that keeps its column.
  const kept = above.trim() === "" && rest !== "" ? above + text.slice(start, own) : undefined;
  const lead = kept !== undefined && text.slice(start, own) !== above
    ? kept
    : above.trim() === "" && above !== ""
    ? above
    : whiteOf(text, lastWritten(text, start));
  // Between the quotes alone the closing ones get a line too.
  const opener = tokens.textOf(t).slice(0, from + above.length - tokens.start(t)).trimEnd();
  const quotes = language.typing.proseOpener?.exec(opener)?.[1];
  const alone = quotes !== undefined && rest === quotes;
  const ending = alone ? LINE_ENDS[style.endOfLine] + lead : "";
  pushChanges(changes, text, start, own, lead + ending, rule);
  return { changes, caret: start - dropped + lead.length };
}

/**
 * Answers for Enter in front of what a line of a text holds, to the letter: all that comes is an empty line, and what
 * went down keeps its column. Undefined elsewhere.
 *
 *     `                    `
 *       |low tide`
 *                            |low tide`
 */
export function pushedDown(
  { language, lines, offset }: { language: Language; lines: Lines; offset: number },
): Required<Typed> | undefined {
  const line = lines.lineAt(offset);
  const start = lines.lineStart(line);
  const [from, to] = [lines.lineStart(line - 1), lines.lineEnd(line - 1)];
  const white = lines.slice(from, to);
  const rest = lines.slice(start, lines.lineEnd(line));
  if (white === "" || white.trim() !== "" || !/^\S/.test(rest)) return undefined;
  const rule = ruleId(language, "new-line");
  return {
    changes: [{ from, to, text: "", rule }, { from: start, to: start, text: white, rule }],
    caret: start,
  };
}

/** Where the last character before an offset stands that is not white space. */
function lastWritten(text: string, offset: number): number {
  let i = offset - 1;
  while (i > 0 && text.charCodeAt(i) <= 32) i--;
  return i;
}
