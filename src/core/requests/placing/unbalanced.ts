import type { Language, Syntax } from "../../language.js";
import { whiteAt } from "../../layout/white.js";
import { Signs } from "../../notation.js";
import type { Style } from "../../style/style.js";
import { NONE } from "../../syntax/tree.js";
import { lineColumn, startOfLine } from "../../text/width.js";
import { addsUp } from "./brackets.js";
import { lineDepths, type Depth } from "./columns.js";
import { readLine, type Read } from "./lines.js";
import { OpenColumns } from "./open-columns.js";
import { columnOf } from "./places.js";

/** A depth, and whether the line parses there. */
interface Judged extends Depth {
  readonly parses: boolean;
}

/** A line and the text around it. */
interface Line {
  readonly before: string;
  /** What the line holds, its indentation apart. */
  readonly head: string;
  /** That with what makes a whole construct of it; a word for a line that is empty yet. */
  readonly own: string;
  readonly below: string;
}

/**
 * The depth of a line in a text that does not add up. It is read by its columns: with the line in that of the one above, or
 * of the bracket that it closes, or else one step deeper, and with what stands below.
 *
 *     sail(() => {
 *       moor({ boat: 1 );
 *       |
 *     });
 *
 * Where it does not parse so, what holds it may by itself.
 *
 * @param read the line without what stands below.
 * @param within the depth that it has in a part of `before`, by what stands before it only.
 * @returns undefined where the text adds up.
 */
export function depthByColumns(
  language: Language,
  line: Line,
  style: Style,
  read: Read,
  within: (before: string) => Judged,
): Judged | undefined {
  const { before, head, own, below } = line;
  const { syntax: { tokens }, token } = read;
  // An end tag of a page finds the tag of its name.
  const isEndTag = head.startsWith("</");
  if (isEndTag && language.notation.block === undefined) return undefined;
  const signs = Signs.of(language.notation);
  const columns = new OpenColumns(tokens, token, style, signs);
  if (!isUnbalanced(language, line, read, columns)) return undefined;
  const tag = isEndTag ? columns.closedTag() : undefined;
  if (tag !== undefined) return { column: tag, parses: true };
  const last = tokens.grammarBefore(token);
  const sign = last < columns.above ? "" : tokens.textOf(last);
  const closes = signs.beginsClosing(own);
  const column = closes
    ? columns.closed()
    : columns.stands + (signs.opens(sign) || columns.opensTag() ? style.indentSize : 0);
  for (const stands of closes ? [column] : [column, column + style.indentSize]) {
    const white = whiteAt(signs, before, stands, style);
    const there = readLine(language, before, white + own + below);
    if (there?.parses !== true) continue;
    const [depth] = lineDepths(language, there.syntax, style, [there.token]);
    if (depth === undefined) continue;
    // Below a whole statement the next one stands as that does.
    const isNext = !(signs.completes(sign) || columns.endsTag())
      || depth.column === column
      || depth.column === unitColumn(language, there.syntax, last, style);
    return isNext ? { ...depth, parses: true } : { column, parses: true };
  }
  if (!closes && !signs.endsPart(sign)) {
    for (const outer of excerptsAround(language, before, style)) {
      const depth = within(outer.text);
      if (depth.parses && depth.column > outer.column) return depth;
    }
  }
  return { column, parses: false };
}

/** Whether a text does not add up around a line. */
function isUnbalanced(
  language: Language,
  { before, head, below }: Line,
  { syntax, parses }: Read,
  columns: OpenColumns,
): boolean {
  if (syntax.unbalanced) return true;
  const signs = Signs.of(language.notation);
  const text = head + below;
  const isOdd = text.startsWith("</")
    ? columns.closedTag() !== undefined
    : signs.beginsClosing(text)
    ? columns.closesOther()
    : !parses || columns.isStrayAbove();
  return isOdd && !addsUp(language.parse(before + text).tokens, signs);
}

/** The column of the statement that ends with token t; undefined where none does. */
function unitColumn(
  { isUnit }: Language,
  { tokens, tree }: Syntax,
  t: number,
  style: Style,
): number | undefined {
  for (let node = tree.root; node !== NONE; node = tree.childAt(node, t))
    if (isUnit(tree.kind(node)) && tree.end(node) === t + 1)
      return columnOf(tokens, tree.first(node), style);
  return undefined;
}

/** How many lines around another are tried, and how far away, in UTF-16 units. */
const MOST_AROUND = 12;
const FAR = 40_000;

/**
 * What stands before a line from one on that holds it, as its column shows, where that adds up: what is missing is missing
 * above it then. The innermost first.
 */
function* excerptsAround(
  { parse, typing, notation }: Language,
  before: string,
  { tabWidth }: Style,
): Generator<{ readonly text: string; readonly column: number }> {
  const signs = Signs.of(notation);
  let end = before.trimEnd().length;
  let least = Infinity;
  for (let found = 0; end > 0 && least > 0 && found < MOST_AROUND;) {
    const start = startOfLine(before, end);
    if (before.length - start > FAR) return;
    const row = before.slice(start, end);
    end = start - 1;
    const column = lineColumn(row, 0, tabWidth);
    if (row.trim() === "" || column >= least) continue;
    const isLast = least === Infinity;
    least = column;
    // The line right above holds the next one only where it opens something.
    if (isLast && !signs.endsOpen(row)) continue;
    found++;
    const text = before.slice(start);
    if (!parse(`${text}\n${typing.closers(text)}`).unbalanced) yield { text, column };
  }
}
