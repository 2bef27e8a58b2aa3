import type { TokenTable } from "../../../core/syntax/tokens.js";
import { lineColumn } from "../../../core/text/width.js";
import { T } from "../kinds.js";
import { LOGICAL } from "../lexer.js";

/** Words that go on with a compound statement, and the words that may have begun or gone on with it. */
export const CONTINUES: { readonly [word: string]: RegExp } = {
  else: /^(?:if|elif|for|while|try|except|async\s+for)\b/,
  elif: /^(?:if|elif)\b/,
  except: /^(?:try|except)\b/,
  finally: /^(?:try|except|else)\b/,
  case: /^(?:match|case)\b/,
};

/** Nothing can follow these in their block. */
export const ENDS_BLOCK: ReadonlySet<number> = new Set([
  T.Return,
  T.Raise,
  T.Break,
  T.Continue,
  T.Pass,
]);

/** The word with which text begins that goes on with an earlier line. */
export function wordOf(rest: string): string | undefined {
  const word = /^[a-z]+(?=[\s:(]|$)/.exec(rest)?.[0];
  return word !== undefined && Object.hasOwn(CONTINUES, word) ? word : undefined;
}

/** Where the next line of code begins in what follows a line, behind its white space; -1 for none. */
export function codeBelow(below: string): number {
  const code = /(?<=[\r\n])[ \t]*(?=[^\s#])/.exec(below);
  return code === null ? -1 : code.index + code[0].length;
}

/** The first token of the logical line of token t. */
export function logicalStart(tokens: TokenTable, t: number): number {
  while (t > 0 && !tokens.has(t, LOGICAL)) t--;
  return t;
}

/** The last logical line: its first token and its last, comments apart. */
export function lastLine(tokens: TokenTable): { first: number; last: number } | undefined {
  const last = tokens.grammarBefore(tokens.count);
  if (last < 0) return undefined;
  return { first: logicalStart(tokens, last), last };
}

/** The first token of the last logical line, up to that of token t, that stands in a column at most. */
export function lineUpTo(
  tokens: TokenTable,
  t: number,
  most: number,
  columnOf: (t: number) => number,
): number {
  while (t > 0 && (!tokens.has(t, LOGICAL) || columnOf(t) > most)) t--;
  return t;
}

/** The columns of the lines that stand around the one that begins at token t, innermost first. */
export function levelsAbove(
  tokens: TokenTable,
  first: number,
  columnOf: (t: number) => number,
): number[] {
  const levels: number[] = [];
  let least = columnOf(first);
  for (let t = first - 1; t >= 0 && least > 0; t--) {
    if (!tokens.has(t, LOGICAL)) continue;
    const column = columnOf(t);
    if (column < least) levels.push((least = column));
  }
  return levels;
}

/** The column of the comment that the last line is; undefined where it is none. */
export function commentColumn(tokens: TokenTable, tabWidth: number): number | undefined {
  const t = tokens.count - 1;
  return t >= 0 && (tokens.kind(t) as T) === T.Comment && (t === 0 || tokens.onNewLine(t))
    ? lineColumn(tokens.text, tokens.start(t), tabWidth)
    : undefined;
}

/** Whether the logical line that begins at token t ends with a colon. */
export function endsWithColon(tokens: TokenTable, t: number): boolean {
  let last = t;
  for (let next = t + 1; next < tokens.count && !tokens.has(next, LOGICAL); next++)
    if (!tokens.isTrivia(next)) last = next;
  return (tokens.kind(last) as T) === T.Colon;
}
