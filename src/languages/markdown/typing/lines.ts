import { enteredWith } from "../../../core/entered.js";
import type { EnteredText } from "../../../core/language.js";
import type { Block, Item, Quote } from "../blocks.js";
import { B } from "../kinds.js";
import { RULES, R } from "../rules.js";

export interface Line {
  readonly start: number;
  readonly end: number;
}

/** The line before the one that begins at an offset, without its line end. */
export function lineBefore(text: string, at: number): Line {
  let end = at - 1;
  if (text[end] === "\n" && text[end - 1] === "\r") end--;
  let start = end;
  while (start > 0 && text[start - 1] !== "\n" && text[start - 1] !== "\r") start--;
  return { start, end };
}

/** The innermost block of a kind. */
export const innermost = <T extends Block>(
  chain: readonly Block[],
  kind: T["kind"],
): T | undefined =>
  chain.filter((block) => block.kind === kind).at(-1) as T | undefined;

/** What stands before the content of the innermost container, on a line that goes on with it. */
export function leadOf(text: string, above: Line, chain: readonly Block[], line: number): string {
  let lead = "";
  let column = 0;
  for (const block of chain) {
    if (block.kind === B.Quote) {
      const sign = (block as Quote).signs.get(line);
      if (sign === undefined) return lead;
      lead +=
        " ".repeat(Math.max(0, sign - above.start - column))
        + (text[sign + 1] === " " ? "> " : ">");
      column = lead.length;
    } else if (block.kind === B.Item) {
      lead += " ".repeat(Math.max(0, (block as Item).content - lead.length));
      column = lead.length;
    }
  }
  return lead;
}

/** Puts something before what went down with the caret. */
export const put = (at: number, rest: string, lead: string): EnteredText =>
  enteredWith(at, rest, lead, RULES[R.Line]!);
