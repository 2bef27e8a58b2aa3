import type { ChangeList } from "../text/changelist.js";
import type { Change } from "../text/edits.js";
import { holdsLineEnd } from "../text/line-ends.js";
import { TokenFlag, TokenTable } from "./tokens.js";

const WHITE = /^\s*$/;

/**
 * The tokens of a text after changes that put white space between them, or change what stands inside one: the
 * same tokens at their new offsets. Reading the text again would cost many times as much. No change may join two
 * tokens, as those of a layout do not.
 *
 * @param text what `changes` make of the text of `tokens`.
 * @returns undefined where a change does more: it puts in a sign between tokens, or takes away the edge of one.
 */
export function relocated(
  tokens: TokenTable,
  changes: ChangeList,
  text: string,
): TokenTable | undefined {
  const { count } = tokens;
  const moved = new TokenTable(text, tokens.textStart);
  let shift = 0;
  let i = 0;
  let next: Change | undefined = changes.length > 0 ? changes.at(0) : undefined;
  /** Takes the next change; whether its text is of no more than white space. */
  const take = ({ from, to, text: put }: Change): boolean => {
    shift += put.length - (to - from);
    i++;
    next = i < changes.length ? changes.at(i) : undefined;
    return WHITE.test(put);
  };
  for (let t = 0; t < count; t++) {
    const start = tokens.start(t);
    const end = tokens.end(t);
    let flags = tokens.flagsOf(t);
    const before = i;
    while (next !== undefined && next.to <= start) if (!take(next)) return undefined;
    if (next !== undefined && next.from < start) return undefined;
    const from = start + shift;
    if (i > before && t > 0)
      flags = marked(flags, TokenFlag.OnNewLine, text.slice(moved.end(t - 1), from));
    const outside = i;
    while (next !== undefined && next.from < end) {
      const { to } = next;
      if (to > end || (next.from === start && to === end)) return undefined;
      take(next);
    }
    const to = end + shift;
    if (i > outside) flags = marked(flags, TokenFlag.MultiLine, text.slice(from, to));
    moved.add(tokens.kind(t), from, to, flags);
  }
  while (next !== undefined) if (!take(next)) return undefined;
  return moved;
}

/** Flags that say by one of them whether a stretch holds a line end. */
const marked = (flags: number, flag: TokenFlag, stretch: string): number =>
  holdsLineEnd(stretch) ? flags | flag : flags & ~flag;
