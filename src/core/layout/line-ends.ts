import type { Language, Syntax } from "../language.js";
import { heldOf } from "../outline/holds.js";
import type { Span } from "../outline/excerpt.js";
import { LINE_ENDS } from "../style/indent.js";
import type { Style } from "../style/style.js";
import { TokenFlag } from "../syntax/tokens.js";
import { ChangeList } from "../text/changelist.js";
import { byPlace } from "../text/edits.js";
import { LINE_END_RULE } from "../text/minimise.js";

/** The line ends of a text that a style does not want. */
const OTHERS = { lf: /\r\n?/g, crlf: /\r(?!\n)|(?<!\r)\n/g, cr: /\r?\n/g } as const;

/**
 * The changes of a layout, with those of the line ends that it has left as they were: in comments, in texts over
 * several lines, and in what is laid out line by line.
 *
 * @param left tells what stays to the letter as it is not understood.
 */
export function withLineEnds(
  list: ChangeList,
  { family, keepsLineEnds }: Pick<Language, "family" | "keepsLineEnds">,
  syntax: Syntax,
  { endOfLine }: Style,
  left: () => readonly Span[],
): ChangeList {
  const { tokens } = syntax;
  const { text } = tokens;
  const others = OTHERS[endOfLine];
  if (text.search(others) < 0) return list;
  const changes = [...list];
  const stands: Span[] = [...left(), ...heldOf(syntax), ...changes];
  for (let t = 0; t < tokens.count; t++)
    if (tokens.has(t, TokenFlag.MultiLine) && keepsLineEnds?.(tokens, t) === true)
      stands.push({ from: tokens.start(t), to: tokens.end(t) });
  stands.sort(byPlace);
  const rule = `${family}/${LINE_END_RULE}`;
  let next = 0;
  for (const { 0: end, index: from } of text.matchAll(others)) {
    while (next < stands.length && stands[next]!.to <= from) next++;
    if (next === stands.length || stands[next]!.from > from)
      changes.push({ from, to: from + end.length, text: LINE_ENDS[endOfLine], rule });
  }
  return ChangeList.of(changes.sort(byPlace));
}
