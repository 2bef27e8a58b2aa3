import type { Language, Syntax } from "../../language.js";
import type { Style } from "../../style/style.js";
import { TokenFlag, type TokenTable } from "../../syntax/tokens.js";
import { lineColumn } from "../../text/width.js";

/** The token that begins at `offset`, or -1. */
export function tokenAt({ tokens }: Syntax, offset: number): number {
  const t = tokens.lastAt(offset);
  return t >= 0 && tokens.start(t) === offset ? t : -1;
}

/** The token of several lines, or left open, within which `offset` stands; -1 for none. */
export function tokenAround({ tokens }: Syntax, offset: number): number {
  const t = tokens.lastAt(offset - 1);
  if (t < 0) return -1;
  const open = tokens.has(t, TokenFlag.Continues) && tokens.has(t, TokenFlag.MultiLine);
  return offset < tokens.end(t) || (open && offset === tokens.end(t)) ? t : -1;
}

/** Whether a text of several lines goes on at `offset`, neither a comment nor prose: its lines begin with what it says. */
export function isInText({ typing }: Language, syntax: Syntax, offset: number): boolean {
  const t = tokenAround(syntax, offset);
  return t >= 0 && !syntax.tokens.isTrivia(t) && typing.isProse?.(syntax, t) !== true;
}

/** The column of the line on which token t begins. */
export const columnOf = (
  tokens: TokenTable,
  t: number,
  { tabWidth }: Pick<Style, "tabWidth">,
): number => lineColumn(tokens.text, tokens.start(t), tabWidth);
