import { LINE_ENDS } from "../../style/indent.js";
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

/** Where the last character before an offset stands that is not white space. */
function lastWritten(text: string, offset: number): number {
  let i = offset - 1;
  while (i > 0 && text.charCodeAt(i) <= 32) i--;
  return i;
}
