import type { Style } from "../../../core/style/style.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { NONE, type Parsed } from "../../../core/syntax/tree.js";
import { columnAt } from "../../../core/text/width.js";
import { N, isDisplay } from "../kinds.js";

/**
 * How many steps in the rows of a pair of brackets stand, where its author wrote them as PEP 8 shows: beside the
 * opening one and in one column with what stands there, one or two steps in, or, of a condition, two steps in below
 * its first part. The closing one stands beside the last of them or in their column.
 *
 *     moor(berth,          moor(                   BERTHS = [           if (late
 *          vessel)             berth, vessel,          1, 2,                    and full):
 *                              tide)                   ]
 *
 * 0 for the first form; -1 for none.
 *
 * @param around the first token in the brackets around it, where those have the first form, or -1.
 * @param chainSplit whether the lines of a chain of calls stay.
 */
export function rowsOf(
  parsed: Parsed,
  node: number,
  { indentSize, tabWidth }: Style,
  around: number,
  chainSplit: (node: number) => boolean,
): number {
  const { tokens, tree } = parsed;
  const opener = tree.first(node);
  const closer = tree.end(node) - 1;
  const first = opener + 1;
  if (tokens.isTrivia(first)) return -1;
  // Most stand on one line, and nothing else needs to be asked.
  if (tokens.nextWith(TokenFlag.OnNewLine, first, closer + 1) > closer) return -1;
  const beside = !tokens.onNewLine(first);
  const columnOf = (t: number): number => columnAt(tokens.text, tokens.start(t), tabWidth);
  /** In which the rows stand, or -1 before the first of them that begins a line. */
  let column = -1;
  const isOdd = (t: number): boolean => {
    if (!tokens.onNewLine(t)) return false;
    const own = columnOf(t);
    if (column < 0) column = own;
    return own !== column;
  };
  // The lines of one expression in there, or of the string that an item begins with, are rows too.
  let inside = node;
  for (let counts = true;;) {
    const end = Math.min(tree.end(inside), closer);
    if (counts)
      for (const part = tree.parts(inside, first, end); part.next();)
        if (isOdd(part.at)) return -1;
    inside = tree.child(inside);
    if (column >= 0 || inside === NONE || tree.first(inside) !== first) break;
    const kind: N = tree.kind(inside);
    const alone = tree.end(inside) === closer;
    if (kind === N.Strings) counts = true;
    else if (kind === N.Binary || kind === N.Ternary || kind === N.Comprehension) counts = alone;
    else if (kind === N.Primary && chainSplit(inside)) counts = alone;
    else break;
  }
  if (isOdd(closer) || column < 0) return -1;
  if (beside && column === columnOf(first)) return 0;
  const condition = tree.kind(node) === N.Paren;
  if (beside ? !condition : isDisplay(tree.kind(node)) && !tokens.onNewLine(closer)) return -1;
  let head = opener;
  while (head > 0 && head !== around && !tokens.onNewLine(head)) head--;
  const steps = (column - columnOf(head)) / indentSize;
  return steps === 2 || (steps === 1 && !beside) ? steps : -1;
}
