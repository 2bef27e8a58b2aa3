import { ruleId } from "../../rules.js";
import { blanksEnd } from "../../text/blanks.js";
import type { Change } from "../../text/edits.js";
import { pushChanges } from "../../text/minimise.js";
import type { LineSpan } from "../../text/touched.js";
import { tokenAround } from "./places.js";
import type { Site } from "./site.js";

/**
 * The changes that bring lines which came into a block comment to the column of its other stars. Undefined where the
 * lines do not all stand in one such comment, or no other line of it begins with a star.
 *
 *     /**                       /**
 *      * High water.             * High water.
 *     * Ferries wait.            * Ferries wait.
 *     ^
 */
export function starredChanges(
  { language, syntax, lines }: Site,
  { first, last }: LineSpan,
): Change[] | undefined {
  const { blockComment } = language.notation;
  if (blockComment?.leader === undefined || first > last) return undefined;
  const { open, close, leader } = blockComment;
  const { tokens } = syntax;
  const comment = tokenAround(syntax, lines.lineStart(first));
  if (comment < 0 || !tokens.isTrivia(comment)) return undefined;
  const [from, to] = [tokens.start(comment), tokens.end(comment)];
  if (!lines.text.startsWith(open, from) || lines.lineStart(last) >= to) return undefined;
  const { text } = lines;
  const textStart = (line: number): number => blanksEnd(text, lines.lineStart(line));
  const begins = (line: number, sign: string): boolean => text.startsWith(sign, textStart(line));
  const [opener, end] = [lines.lineAt(from), lines.lineAt(to)];
  // The end of a comment without stars looks like one.
  const shown = [first - 1, last + 1].find((line) => (
    line > opener
    && line <= end
    && begins(line, leader)
    && (first - 1 === opener || !begins(line, close))
  ));
  if (shown === undefined) return undefined;
  const stars = text.slice(lines.lineStart(shown), textStart(shown));
  const rule = ruleId(language, "block-indent");
  const changes: Change[] = [];
  for (let line = first; line <= last; line++) {
    if (!begins(line, leader)) continue;
    pushChanges(changes, text, lines.lineStart(line), textStart(line), stars, rule);
  }
  return changes;
}
