import type { Language, Syntax } from "../../language.js";
import { Signs } from "../../notation.js";
import type { Style } from "../../style/style.js";
import { NONE } from "../../syntax/tree.js";
import { bracketAround } from "../placing/brackets.js";
import { columnOf } from "../placing/places.js";

/**
 * The column of a line that goes on with a header's brackets: one more step where the header's body would
 * stand in the same column, as PEP 8 asks.
 *
 *     if (tide &&
 *         deck) {
 *       sail();
 *
 * @param t the token with which the line begins.
 * @param column where it would go by the layout.
 */
export function clearOfBody(
  language: Language,
  syntax: Syntax,
  style: Style,
  t: number,
  column: number,
): number {
  const header = headerAround(language, syntax, t);
  if (header < 0) return column;
  const { tokens } = syntax;
  const opener = bracketAround(tokens, t, Signs.of(language.notation));
  // Behind a bracket that ends its line the closer gets a line of its own, clear of the body.
  if (opener < header || tokens.onNewLine(tokens.skipTrivia(opener + 1))) return column;
  const body = columnOf(tokens, header, style) + style.indentSize;
  return column === body ? column + style.indentSize : column;
}

/** The first token of the header that holds token t, or -1. */
function headerAround({ typing, isUnit, sequence }: Language, { tree }: Syntax, t: number): number {
  const { headers } = typing;
  if (headers === undefined) return -1;
  let header = -1;
  for (let node = tree.root; node !== NONE;) {
    const kind = tree.kind(node);
    if (headers.has(kind)) header = tree.first(node);
    else if (isUnit(kind) || (sequence?.(kind) ?? 0) !== 0) header = -1;
    node = tree.childAt(node, t);
  }
  return header;
}

/**
 * The column of an opener that begins its line, or stands behind a sign on it, where what it holds hangs from it:
 *
 *     | {
 *         seats: number;
 *       }
 */
export function openerColumn(
  { notation }: Language,
  { tokens }: Syntax,
  style: Style,
  t: number,
): number | undefined {
  const signs = Signs.of(notation);
  const opener = bracketAround(tokens, t, signs);
  if (opener < 1 || !signs.closes(tokens.textOf(t))) return undefined;
  const line = columnOf(tokens, opener, style);
  if (tokens.onNewLine(opener)) return line;
  const lead = tokens.textOf(opener - 1);
  if (!tokens.onNewLine(opener - 1) || lead.length !== 1 || !signs.isLead(lead.charCodeAt(0)))
    return undefined;
  const column = line + tokens.start(opener) - tokens.start(opener - 1);
  const inner = opener + 1 < t && tokens.onNewLine(opener + 1)
    ? columnOf(tokens, opener + 1, style)
    : -1;
  return inner === column + style.indentSize && inner !== line + style.indentSize
    ? column
    : undefined;
}
