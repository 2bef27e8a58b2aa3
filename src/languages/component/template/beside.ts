import { lastLineStart } from "../../../core/layout/measure.js";
import type { Span } from "../../../core/outline/excerpt.js";
import { FAR } from "../../../core/regions/place.js";
import type { Beside } from "../../../core/regions/region.js";
import type { TokenTable } from "../../../core/syntax/tokens.js";
import { T } from "../../html/kinds.js";

/**
 * What stands beside a part of an attribute's value, which is token `t`, on a line of its own. After a part that
 * others follow a line may end, once one of those is split.
 *
 *     <td v-for="berth in berths">
 *         ^^^^^^^^^^^^^^^       ^
 */
export function besideValue(tokens: TokenTable, t: number, part: Span): Beside {
  const name = t - 2;
  const end = tokens.end(t);
  return beside(tokens, part, {
    from: tokens.start(name),
    to: /^\s*.$/.test(tokens.text.slice(part.to, end)) ? end : part.to + 1,
    steps: tokens.onNewLine(name) ? 0 : 1,
  });
}

/**
 * What stands beside an expression in a text, of whose word `t` is the token, where a line begins before all that
 * hangs together with it, up to the next expression.
 *
 *     <li>Next tide: <b>{{ tide.time }}</b>, low</li>
 *                    ^^^^^^         ^^^^^^^^
 */
export function besideText(tokens: TokenTable, t: number, expression: Span): Beside {
  const [least, most] = [expression.from - FAR, expression.to + FAR];
  let first = t;
  while (first > 0 && tokens.start(first) > least && !tokens.isApart(first))
    first = startOfTag(tokens, first - 1);
  let last = t;
  while (tokens.end(last) < most && hangsOn(tokens, last + 1)) last++;
  const { text } = tokens;
  const above = text.lastIndexOf("}}", expression.from);
  const next = text.indexOf("{{", expression.to);
  const end = tokens.end(last);
  return beside(tokens, expression, {
    from: Math.max(tokens.start(first), above),
    to: next < 0 ? end : Math.min(end, next + 2),
    steps: opensOnLine(tokens, first) ? 1 : 0,
  });
}

/** Whether a token stands beside the one before it, and cannot begin a line. */
const hangsOn = (tokens: TokenTable, t: number): boolean =>
  t < tokens.count && !tokens.isApart(t) && !isTagStart(tokens, t);

/** What of a stretch lies on the lines on which a part of it begins and ends. */
function beside(
  { text }: TokenTable,
  part: Span,
  { from, to, steps }: Span & { readonly steps: number },
): Beside {
  const start = lastLineStart(text, from, part.from);
  const rest = /^[^\r\n]*/.exec(text.slice(part.to, to))![0];
  return {
    before: text.slice(start, part.from).trimStart().length,
    after: rest.length,
    steps: start === from ? steps : 0,
  };
}

const isTagStart = (tokens: TokenTable, t: number): boolean => tokens.kind(t) === T.TagStart;

/** The first token of the tag that a token ends, or itself. */
function startOfTag(tokens: TokenTable, t: number): number {
  const kind: T = tokens.kind(t);
  if (kind !== T.TagEnd && kind !== T.EmptyTagEnd) return t;
  let start = t;
  while (start > 0 && !isTagStart(tokens, start) && tokens.kind(start) !== T.EndTagStart) start--;
  return start;
}

/** Whether more elements begin on the line before a token than end there. */
function opensOnLine(tokens: TokenTable, t: number): boolean {
  let open = 0;
  const least = tokens.start(t) - FAR;
  for (let at = t; at > 0 && tokens.start(at) > least && !tokens.onNewLine(at);) {
    const kind: T = tokens.kind(--at);
    if (kind === T.TagStart) open++;
    else if (kind === T.EndTagStart || kind === T.EmptyTagEnd) open--;
  }
  return open > 0;
}
