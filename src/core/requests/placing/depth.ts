import type { Around, Language, Syntax } from "../../language.js";
import { whiteAt } from "../../layout/white.js";
import { Signs } from "../../notation.js";
import type { Style } from "../../style/style.js";
import { NONE } from "../../syntax/tree.js";
import { lineColumn, startOfLine } from "../../text/width.js";
import { bracketAround, bracketColumn } from "./brackets.js";
import { lineDepths, type Depth } from "./columns.js";
import type { Context } from "../typing/context.js";
import { clearOfBody, openerColumn } from "../typing/header.js";
import { columnOf, tokenAt } from "./places.js";
import { readLine } from "./lines.js";
import { siblingBelow } from "./siblings.js";
import { depthByColumns } from "./unbalanced.js";

/** A word that stands for whatever may come next. */
export const PLACEHOLDER = "x";
/** What goes with a line that is whole as it stands. */
export const WHOLE: readonly string[] = [""];

/** A depth as the white space behind `before`. */
export const whiteFor = (
  { notation }: Language,
  { column, white }: Depth,
  before: string,
  style: Style,
): string => white ?? whiteAt(Signs.of(notation), before, column, style);

/** A depth judged by what stands before it. */
export interface DepthAfter extends Depth {
  readonly parses: boolean;
  readonly closer?: Depth | undefined;
}

/**
 * The depth of the line that begins at the end of `before`, judged by what stands before it only; in a text that does not
 * add up by what stands below too.
 *
 * @param line what is on the line so far; its indentation counts where the author's tells something.
 * @param rests what may make a whole construct of it, the likeliest first.
 * @param below what stands below the line, where that is known.
 * @returns also whether the line parses so, and where what closes next would go on a line below.
 */
export function depthAfter(
  language: Language,
  before: string,
  line: string,
  rests: readonly string[],
  style: Style,
  below?: string,
): DepthAfter {
  const { typing, notation: { terminator = "\n" } } = language;
  if (typing.margin?.(line.trimStart(), before) === true) return { column: 0, parses: true };
  const signs = Signs.of(language.notation);
  // Closing all that is open makes a whole text, which the layout knows how to indent.
  const head = line.trimStart();
  const closed = head === "" ? "" : typing.closers(before, head);
  const closes = head !== "" && beginsWith(closed, head);
  let likely: Depth | undefined;
  let bracketed: number | undefined;
  for (const rest of closes ? WHOLE : rests) {
    let own = head === "" ? typing.next?.(before, below) ?? PLACEHOLDER : line + rest;
    let after = closed;
    if (!closes) {
      // A line of its own for what closes: a comment may end this one. What ends a statement closes nothing.
      let open = typing.closers(before + own);
      if (open.startsWith(terminator)) {
        own += terminator;
        open = open.slice(terminator.length);
      }
      // A blank before it would count as the white space of its line.
      after = `${own}\n${open.replace(/^[ \t]+/, "")}`;
    }
    const read = readLine(language, before, after);
    if (read === undefined) continue;
    if (below !== undefined) {
      const within = (text: string): DepthAfter => depthAfter(language, text, line, rests, style);
      const placed = { before, head, own: own.trimStart(), below };
      const depth = depthByColumns(language, placed, style, read, within);
      if (depth !== undefined) return depth;
    }
    const next = closes ? -1 : tokenAt(read.syntax, before.length + own.length + 1);
    const asked = next < 0 ? [read.token] : [read.token, next];
    const [depth, closer] = lineDepths(language, read.syntax, style, asked);
    if (depth !== undefined && (read.parses || closes)) {
      const clear = depth.white === undefined
        ? clearOfBody(language, read.syntax, style, read.token, depth.column)
        : depth.column;
      const stands = closes
        ? openerColumn(language, read.syntax, style, read.token)
        : goesOnColumn(language, read.syntax, style, read.token);
      const placed = { ...depth, column: stands ?? clear, closer, parses: true };
      return head === "" ? belowOpener(signs, before, placed, style) : placed;
    }
    likely ??= depth;
    bracketed ??= bracketColumn(read.syntax.tokens, read.token, style, signs);
  }
  return {
    ...likely ?? { column: bracketed ?? previousColumn(signs, before, style) },
    parses: false,
  };
}

/**
 * The column of a word that goes on with a construct, which stands to that as the layout has it, however deep that is;
 * undefined for any other token.
 *
 *     tide();
 *         if (deck) {
 *         }
 *         else
 */
function goesOnColumn(
  language: Language,
  syntax: Syntax,
  style: Style,
  t: number,
): number | undefined {
  const { tokens } = syntax;
  if (!language.typing.words.has(tokens.textOf(t))) return undefined;
  const start = constructStart(language, syntax, t);
  if (start < 0) return undefined;
  const [own, whole] = lineDepths(language, syntax, style, [t, start], false);
  return own && whole
    ? columnOf(tokens, start, style) + own.column - whole.column
    : undefined;
}

/** The first token of the innermost construct that begins a line and goes on with token t, or -1. */
function constructStart(
  { isUnit, sequence }: Language,
  { tokens, tree }: Syntax,
  t: number,
): number {
  let start = -1;
  for (let node = tree.root; node !== NONE; node = tree.childAt(node, t)) {
    const kind = tree.kind(node);
    const first = tree.first(node);
    if ((sequence?.(kind) ?? 0) !== 0) start = -1;
    else if (isUnit(kind) && first < t && tokens.onNewLine(first)) start = first;
  }
  return start;
}

/**
 * The same below an opening bracket on a line of its own, deeper than the layout's: what it holds hangs from it.
 *
 *     sail(() =>
 *         {
 *             |
 */
function belowOpener(signs: Signs, before: string, depth: DepthAfter, style: Style): DepthAfter {
  const line = before.trimEnd();
  const start = startOfLine(line, line.length);
  const stands = lineColumn(line, start, style.tabWidth);
  const { closer, column, white } = depth;
  return closer === undefined
    || white !== undefined
    || column > stands
    || closer.column >= stands
    || line.slice(start).trim().length !== 1
    || !signs.opens(line)
    ? depth
    : { ...depth, column: stands + column - closer.column, closer: { column: stands } };
}

/** The depth of a line that begins with what closes, or with what may stand in its place. */
export function closerDepth(
  language: Language,
  before: string,
  line: string,
  style: Style,
  below?: string,
): Depth {
  const column = language.typing.blocks?.closerColumn?.(before, line[0]!, style);
  return column === undefined
    ? depthAfter(language, before, line, WHOLE, style, below)
    : { column };
}

/** The depth of the line with the caret, judged by what stands before it, and by siblings below. */
export function depthAt(
  context: Context,
  before: string,
  line: string,
  rests: readonly string[],
  around: Around,
): Depth & Pick<DepthAfter, "closer"> {
  const { language, style } = context;
  const { blocks } = language.typing;
  const signs = Signs.of(language.notation);
  const { lines, offset } = context;
  const below = lines.text.slice(lines.lineEnd(lines.lineAt(offset)));
  const byBlocks =
    blocks?.column(before, style, around)
    ?? (signs.beginsClosing(line) ? undefined : blocks?.rowColumn?.(before, style, below));
  if (byBlocks !== undefined) return { column: byBlocks };
  // Before the closer of what is surely carried on, more is to come.
  const carried =
    (signs.beginsClosing(line) && isCarried(context, before.trimEnd(), signs))
    || (language.notation.tags === true && line.startsWith(">") && /[<,]\s*$/.test(before));
  const depth = depthAfter(language, before, carried ? "" : line, rests, style, below);
  return { ...depth, ...siblingBelow(context, depth, around.rest) };
}

/** Whether more is to come behind a text whose bracket closes next: behind an operator, or a comma in a row. */
function isCarried(
  { language, syntax: { tokens } }: Context,
  before: string,
  signs: Signs,
): boolean {
  const { notation: { separator }, typing } = language;
  if (typing.carried?.test(before) === true) return true;
  if (separator === undefined || !before.endsWith(separator)) return false;
  const opener = bracketAround(tokens, tokens.lastAt(before.length - 1) + 1, signs);
  return opener >= 0 && !tokens.onNewLine(tokens.skipTrivia(opener + 1));
}

/** Whether a line that begins so closes what is innermost open; a tag may end in two ways. */
const beginsWith = (closers: string, line: string): boolean =>
  closers.startsWith(line) || (line === ">" && closers.startsWith("/>"));

/** The column of the last line that is not blank, one step in where it ends with an opening bracket. */
function previousColumn(signs: Signs, before: string, style: Style): number {
  const text = before.trimEnd();
  const line = text.slice(startOfLine(text, text.length));
  const column = lineColumn(line, 0, style.tabWidth);
  return signs.endsOpen(line) ? column + style.indentSize : column;
}
