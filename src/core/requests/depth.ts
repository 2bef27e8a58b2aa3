import type { Around, Language, Syntax } from "../language.js";
import { Demand, FrameFlag, Mark, ROOT, type Sheet } from "../layout/sheet.js";
import { solve } from "../layout/solver.js";
import { forceLine } from "../layout/trivia.js";
import type { Style } from "../style/style.js";
import { TokenFlag } from "../syntax/tokens.js";
import { NONE } from "../syntax/tree.js";
import { lineColumn } from "../text/width.js";
import { addsUp, bracketAround, bracketColumn } from "./brackets.js";
import type { Context } from "./context.js";
import { demands } from "./document.js";
import { clearOfBody } from "./header.js";
import { whiteAt, whiteOf } from "./white.js";

/** A word that stands for whatever may come next. */
export const PLACEHOLDER = "x";
/** What goes with a line that is whole as it stands. */
export const WHOLE: readonly string[] = [""];

/** What stands below what it goes on with. */
const STANDS = /^(?:\{|else|catch|finally|while)$/;

/** What may close something and stand first on a line. */
const CLOSER = /^(?:[)\]}]|<\/|\/>)/;

/** What tells nothing of the line above: a closer, or the rest of a comment that lost its beginning. */
const NO_SIBLING = /^(?:[)\]}*]|<\/|\/>)/;

/** What begins a line that only goes on with one above, and what ends one that nothing goes on with. */
const SIGN = /^[.?:&|+\-/%=^]/;
const ENDS = /^[;{},]$/;

/** Where a line goes. */
export interface Depth {
  readonly column: number;
  /** The white space of a sibling that stands there, to the letter. */
  readonly white?: string;
}

/** A depth as the white space behind `before`. */
export const whiteFor = ({ column, white }: Depth, before: string, style: Style): string =>
  white ?? whiteAt(before, column, style);

/**
 * The depths of lines that begin at the given tokens, where every other line counts as it stands;
 * undefined for a line in what does not parse. A line goes to the column of the one before it in its
 * frame.
 */
export function lineDepths(
  language: Language,
  syntax: Syntax,
  style: Style,
  tokens: readonly number[],
  follows = true,
): (Depth | undefined)[] {
  return depthsIn(demands(language, syntax, style), language, style, tokens, follows);
}

function depthsIn(
  sheet: Sheet,
  language: Language,
  style: Style,
  tokens: readonly number[],
  follows: boolean,
): (Depth | undefined)[] {
  const spaced = new Set(tokens.filter((t) => sheet.demand[t] === Demand.Space));
  const forced = new Set(tokens.filter((t) => forceLine(sheet, t)));
  const { columns, followed } = solve(sheet, {
    style,
    trailingSpace: language.trailingSpace,
    freeLines: language.freeLines,
    frozen: (gap) => !forced.has(gap),
    follows,
    spaced,
  });
  return tokens.map((t) => {
    if (!forced.has(t)) return undefined;
    const column = columns[t]!;
    const sibling = followed.get(t);
    return sibling === undefined
      ? {
        column: spaced.has(t) && carriesOn(sheet, t, column, style)
          ? column + style.indentSize
          : column,
      }
      : { column, white: whiteOf(sheet.tokens.text, sheet.tokens.start(sibling)) };
  });
}

/**
 * Whether a line that begins where none should end goes on with the one before it, which stands in the
 * same column: then it goes one step in.
 */
function carriesOn(sheet: Sheet, t: number, column: number, { tabWidth }: Style): boolean {
  const { tokens, frames } = sheet;
  if (STANDS.test(tokens.textOf(t))) return false;
  let head = t - 1;
  while (head > 0 && !tokens.onNewLine(head)) head--;
  const owner = sheet.owner[t]!;
  return (
    head >= 0
    && lineColumn(tokens.text, tokens.start(head), tabWidth) === column
    && (owner === ROOT || frames.begin(owner) <= head)
  );
}

/**
 * The depth of the line that begins at the end of `before`, judged by what stands before it only.
 *
 * @param line what is on the line so far, without indentation.
 * @param rests what may make a whole construct of it, the likeliest first.
 * @returns undefined where nothing of it parses, brackets do not tell, and `sure` is asked.
 */
export function depthAfter(
  language: Language,
  before: string,
  line: string,
  rests: readonly string[],
  style: Style,
): Depth & { readonly parses: boolean } {
  const { typing } = language;
  // Closing all that is open makes a whole text, which the layout knows how to indent.
  const closed = line === "" ? "" : typing.closers(before);
  const closes = line !== "" && beginsWith(closed, line);
  let likely: Depth | undefined;
  let bracketed: number | undefined;
  for (const rest of closes ? WHOLE : rests) {
    const own = line === "" ? typing.next?.(before) ?? PLACEHOLDER : line + rest;
    // A line of its own for what closes: a comment may end this one.
    const after = closes ? closed : `${own}\n${typing.closers(before + own)}`;
    const read = readLine(language, before, after);
    if (read === undefined) continue;
    const depth = lineDepths(language, read.syntax, style, [read.token])[0];
    if (depth !== undefined && (read.parses || closes)) {
      const clear = depth.white === undefined
        ? clearOfBody(language, read.syntax, style, read.token, depth.column)
        : depth.column;
      const stands = closes ? openerColumn(read.syntax, style, read.token) : undefined;
      return { ...depth, column: stands ?? clear, parses: true };
    }
    likely ??= depth;
    bracketed ??= bracketColumn(read.syntax.tokens, read.token, style);
  }
  return {
    ...likely ?? { column: bracketed ?? previousColumn(before, style) },
    parses: false,
  };
}

/**
 * The column of an opener that stands behind a sign on its line, where what it holds hangs from it:
 *
 *     | {
 *         seats: number;
 *       }
 */
function openerColumn({ tokens }: Syntax, { indentSize, tabWidth }: Style, t: number): number | undefined {
  const opener = bracketAround(tokens, t);
  if (opener < 1 || !SIGN.test(tokens.textOf(opener - 1)) || !tokens.onNewLine(opener - 1)) return undefined;
  const line = lineColumn(tokens.text, tokens.start(opener), tabWidth);
  const column = line + tokens.start(opener) - tokens.start(opener - 1);
  const inner = opener + 1 < t && tokens.onNewLine(opener + 1)
    ? lineColumn(tokens.text, tokens.start(opener + 1), tabWidth)
    : -1;
  return inner === column + indentSize && inner !== line + indentSize ? column : undefined;
}

/** The depth of the line with the caret, judged by what stands before it, and by siblings below. */
export function depthAt(
  context: Context,
  before: string,
  line: string,
  rests: readonly string[],
  around: Around,
): Depth {
  const { language, style } = context;
  const told = language.typing.blocks?.column(before, style, around);
  if (told !== undefined) return { column: told };
  // Before the closer of what is surely carried on, more is to come.
  const carried = CLOSER.test(line) && isCarried(context, before.trimEnd());
  const depth = depthAfter(language, before, carried ? "" : line, rests, style);
  return siblingBelow(context, depth, around.rest) ?? depth;
}

/** Whether more is to come behind a text whose bracket closes next: behind an operator, or a comma in a row. */
function isCarried({ language, syntax: { tokens } }: Context, before: string): boolean {
  if (language.typing.carried?.test(before) === true) return true;
  if (!before.endsWith(",")) return false;
  const opener = bracketAround(tokens, tokens.lastAt(before.length - 1) + 1);
  return opener >= 0 && !tokens.onNewLine(tokens.skipTrivia(opener + 1));
}

/** Where a sibling that stands below in another column than the layout's tells the line's. */
export function siblingBelow(
  { language, lines, syntax, style, offset, torn }: Omit<Context, "typed" | "touched">,
  { column, white }: Depth,
  rest: string,
): Depth | undefined {
  const { tokens } = syntax;
  const line = lines.lineAt(offset);
  const own = rest === "" ? -1 : tokens.lastAt(lines.lineEnd(line) - 1);
  let t = tokens.lastAt(lines.lineEnd(line)) + 1;
  if (own >= 0) while (t < tokens.count && !tokens.onNewLine(t)) t++;
  if (
    t >= tokens.count
    || !tokens.onNewLine(t)
    || NO_SIBLING.test(lines.slice(tokens.start(t), tokens.start(t) + 2))
  )
    return undefined;
  const stands = lineColumn(tokens.text, tokens.start(t), style.tabWidth);
  // What does not add up may go on below with what was taken from here.
  if (stands === column || torn || !addsUp(tokens)) return undefined;
  const sheet = demands(language, syntax, style);
  const there = { column: stands, white: whiteOf(tokens.text, tokens.start(t)) };
  if (rest === "" && goesOn(sheet, t, stands, style)) return there;
  // A word right behind a tag is text, or what a tag left that lost its beginning.
  const text = tokens.textOf(t);
  if (SIGN.test(text) || (tokens.is(t - 1, ">") && /^\w/.test(text))) return undefined;
  if (white !== undefined || !standsAlike(sheet, t, stands, style)) return undefined;
  const [depth] = depthsIn(sheet, language, style, [t], false);
  return depth?.column === column && (stands > 0 || sheet.demand[t] === Demand.Line)
    ? there
    : undefined;
}

/** Whether the siblings after token t stand in its column: else it is the odd one, or goes on with what is missing. */
function standsAlike(sheet: Sheet, t: number, column: number, { tabWidth }: Style): boolean {
  const { tokens } = sheet;
  let found = 0;
  for (let next = t + 1; next < tokens.count && found < 8; next++) {
    if (!tokens.onNewLine(next) || sheet.owner[next] !== sheet.owner[t]) continue;
    if (
      sheet.is(next, Mark.Out) || tokens.isTrivia(next) || sheet.demand[next] === Demand.AsWritten
    ) continue;
    if (lineColumn(tokens.text, tokens.start(next), tabWidth) !== column) return false;
    found++;
  }
  return true;
}

/** Whether token t begins a line that goes on with a construct, deeper than that begins. */
function goesOn(sheet: Sheet, t: number, column: number, style: Style): boolean {
  const owner = sheet.owner[t]!;
  const demand: Demand = sheet.demand[t]!;
  if (owner === ROOT || sheet.frames.has(owner, FrameFlag.Block) || sheet.is(t, Mark.Out))
    return false;
  if (ENDS.test(sheet.tokens.textOf(t - 1))) return false;
  if (demand !== Demand.Fold && demand !== Demand.Seam && demand !== Demand.Space) return false;
  let outer = owner;
  for (let f = owner; f !== ROOT && !sheet.frames.has(f, FrameFlag.Block | FrameFlag.Bracket);) {
    outer = f;
    f = sheet.frames.parent(f);
  }
  const begin = Math.max(0, sheet.frames.begin(outer) - 1);
  return column > lineColumn(sheet.tokens.text, sheet.tokens.start(begin), style.tabWidth);
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
  const column = lineColumn(line, 0, style.tabWidth);
  return /[([{]\s*$/.test(line) ? column + style.indentSize : column;
}
