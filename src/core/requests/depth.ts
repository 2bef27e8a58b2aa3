import type { Language, Syntax } from "../language.js";
import { solve } from "../layout/solver.js";
import { forceLine } from "../layout/trivia.js";
import type { Style } from "../style/style.js";
import { TokenFlag } from "../syntax/tokens.js";
import { NONE } from "../syntax/tree.js";
import { bracketColumn } from "./brackets.js";
import { demands } from "./document.js";

/** A word that stands for whatever may come next. */
const PLACEHOLDER = "x";
/** What goes with a line that is whole as it stands. */
export const WHOLE: readonly string[] = [""];

/**
 * The columns of lines that begin at the given tokens, where every other line counts as it stands;
 * undefined for a line in what does not parse.
 */
export function lineColumns(
  language: Language,
  syntax: Syntax,
  style: Style,
  tokens: readonly number[],
): (number | undefined)[] {
  const sheet = demands(language, syntax, style);
  const forced = new Set(tokens.filter((t) => forceLine(sheet, t)));
  const { columns } = solve(sheet, {
    style,
    trailingSpace: language.trailingSpace,
    freeLines: language.freeLines,
    frozen: (gap) => !forced.has(gap),
    follows: true,
  });
  return tokens.map((t) => (forced.has(t) ? columns[t] : undefined));
}

/**
 * The column of the line that begins at the end of `before`, judged by what stands before it only.
 *
 * @param line what is on the line so far, without indentation.
 * @param rests what may make a whole construct of it, the likeliest first.
 */
export function columnAfter(
  language: Language,
  before: string,
  line: string,
  rests: readonly string[],
  style: Style,
): number {
  const { typing } = language;
  const told = line === "" ? typing.blocks?.column(before, style) : undefined;
  if (told !== undefined) return told;
  // Closing all that is open makes a whole text, which the layout knows how to indent.
  const closed = line === "" ? "" : typing.closers(before);
  const closes = line !== "" && beginsWith(closed, line);
  let likely: number | undefined;
  let bracketed: number | undefined;
  for (const rest of closes ? WHOLE : rests) {
    const own = line === "" ? typing.next?.(before) ?? PLACEHOLDER : line + rest;
    // A line of its own for what closes: a comment may end this one.
    const after = closes ? closed : `${own}\n${typing.closers(before + own)}`;
    const read = readLine(language, before, after);
    if (read === undefined) continue;
    const column = lineColumns(language, read.syntax, style, [read.token])[0];
    if (column !== undefined && (read.parses || closes)) return column;
    likely ??= column;
    bracketed ??= bracketColumn(read.syntax.tokens, read.token, style);
  }
  return likely ?? bracketed ?? previousColumn(before, style);
}

interface Read {
  readonly syntax: Syntax;
  /** The token with which the line begins. */
  readonly token: number;
  /** Whether it is part of what parses. */
  readonly parses: boolean;
}

/** A text read together with the line that `after` begins. */
function readLine(language: Language, before: string, after: string): Read | undefined {
  const syntax = language.parse(before + after);
  const token = tokenAt(syntax, before.length);
  if (token < 0) return undefined;
  const { tree } = syntax;
  let node = tree.root;
  while (node !== NONE && tree.kind(node) !== language.unparsed) {
    let child = tree.child(node);
    while (child !== NONE && tree.end(child) <= token) child = tree.next(child);
    node = child !== NONE && tree.first(child) <= token ? child : NONE;
  }
  return { syntax, token, parses: node === NONE };
}

/** Whether a line that begins so closes what is innermost open; a tag may end in two ways. */
const beginsWith = (closers: string, line: string): boolean =>
  closers.startsWith(line) || (line === ">" && closers.startsWith("/>"));

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

/** The column of the last line that is not blank, one step in where it ends with an opening bracket. */
export function previousColumn(before: string, style: Style): number {
  const line = /[^\r\n]*\S[^\r\n]*\s*$/.exec(before)?.[0] ?? "";
  const indent = /^[ \t]*/.exec(line)![0];
  let column = 0;
  for (const c of indent)
    column = c === "\t" ? column + style.tabWidth - (column % style.tabWidth) : column + 1;
  return /[([{]\s*$/.test(line) ? column + style.indentSize : column;
}
