import type { Style } from "../../../core/style/style.js";
import { lineColumn } from "../../../core/text/width.js";
import { T } from "../kinds.js";
import { LOGICAL, lexPython } from "../lexer.js";
import { CONTINUES, ENDS_BLOCK, codeBelow, lineUpTo, wordOf } from "./lines.js";

/** What begins a function, or goes before one. */
const FUNCTION = /^(?:@|(?:async\s+)?def\b)/;

const DEFINITION = /^(?:async\s+)?(?:def|class)\b/;

/**
 * The least column of a block in which it does not end that of the line below it, or take that line over; undefined where
 * the two go together.
 *
 *     berth()
 *     |         not here
 *     moor()
 *
 * @param above the text from the last line above on that stands in a column at most, and its column.
 * @param column that in which its first line came.
 */
export function leastColumn(
  above: (most: number) => { readonly text: string; readonly column: number },
  block: string,
  below: string,
  column: number,
  { indentSize, tabWidth }: Style,
): number | undefined {
  const at = codeBelow(below);
  if (at < 0) return undefined;
  const stands = lineColumn(below, at, tabWidth);
  const line = /.*/.exec(below.slice(at))![0];
  const text = block + below.slice(0, at) + line;
  const { tokens } = lexPython(text);
  const next = tokens.lastAt(block.length + at);
  const last = tokens.grammarBefore(next);
  // Within brackets, or texts, that the block leaves open, and under its last header.
  const begins = tokens.has(next, LOGICAL) && tokens.start(next) === block.length + at;
  if (!begins || tokens.kind(last) === T.Colon) return undefined;
  const columnOf = (t: number): number =>
    tokens.start(t) === 0 ? column : lineColumn(text, tokens.start(t), tabWidth);
  const first = lineUpTo(tokens, last, stands, columnOf);
  const opens = CONTINUES[wordOf(line) ?? ""];
  if (columnOf(first) === stands) {
    const owner = text.slice(tokens.start(lineUpTo(tokens, first, stands - 1, columnOf)));
    const before = above(stands);
    // What a definition at the margin began may go on below; other statements came there by chance, and the line below goes
    // on with the one above where both stand in one column.
    const isOwn = opens === undefined
      ? !ENDS_BLOCK.has(tokens.kind(first))
        && (DEFINITION.test(owner) || (column > 0 && before.column !== stands))
        && !([before.text, owner, line].every((one) => FUNCTION.test(one)))
      : opens.test(text.slice(tokens.start(first)));
    if (isOwn) return undefined;
  }
  return stands + (opens !== undefined && wordOf(block) === undefined ? indentSize : 0);
}
