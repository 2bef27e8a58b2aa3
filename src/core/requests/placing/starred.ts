import { ruleId } from "../../rules.js";
import type { Change } from "../../text/edits.js";
import { pushChanges } from "../../text/minimise.js";
import type { LineSpan } from "../../text/touched.js";
import { whiteOf } from "../../text/width.js";
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
  const begins = (line: number, sign: string): boolean => {
    const start = lines.lineStart(line);
    return lines.text.startsWith(sign, start + whiteOf(lines.text, start, start).length);
  };
  const [opener, end] = [lines.lineAt(from), lines.lineAt(to)];
  // The end of a comment without stars looks like one.
  const shown = [first - 1, last + 1].find((line) => (
    line > opener
    && line <= end
    && begins(line, leader)
    && (first - 1 === opener || !begins(line, close))
  ));
  if (shown === undefined) return undefined;
  const stars = whiteOf(lines.text, lines.lineStart(shown));
  const rule = ruleId(language, "block-indent");
  const changes: Change[] = [];
  for (let line = first; line <= last; line++) {
    if (!begins(line, leader)) continue;
    const start = lines.lineStart(line);
    const white = whiteOf(lines.text, start);
    pushChanges(changes, lines.text, start, start + white.length, stars, rule);
  }
  return changes;
}
