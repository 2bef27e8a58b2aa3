import type { Language } from "../../language.js";
import { Signs, escaped, type BlockComment } from "../../notation.js";
import { LINE_ENDS, indentText } from "../../style/indent.js";
import type { Style } from "../../style/style.js";
import type { Change } from "../../text/edits.js";
import type { LineIndex } from "../../text/lines.js";
import { pushChanges } from "../../text/minimise.js";
import { startOfLine, whiteOf } from "../../text/width.js";
import type { Context } from "./context.js";
import { tokenAround } from "../placing/places.js";
import { ruleId } from "../../rules.js";
import { caretAfter, type Typed } from "./typed.js";

/** An interpreter's line at the beginning of a script. */
const INTERPRETER = "#!";

/**
 * What may stand on a line that ends a block comment: its end; the same behind the leader that Enter
 * brought; the same typed out whole behind that leader; and the end with a sign too many.
 */
interface Ends {
  readonly end: string;
  readonly spaced?: string;
  readonly doubled?: RegExp;
  readonly split?: string;
}

const known = new WeakMap<BlockComment, Ends>();

function endsOf({ notation: { blockComment } }: Language): Ends | undefined {
  if (blockComment === undefined) return undefined;
  let ends = known.get(blockComment);
  if (ends === undefined) known.set(blockComment, ends = endsWith(blockComment));
  return ends;
}

function endsWith({ close: end, leader = "" }: BlockComment): Ends {
  if (leader === "" || !end.startsWith(leader)) return { end };
  const tail = end.slice(leader.length);
  const [sign, rest] = [escaped(leader), escaped(tail)];
  return {
    end,
    spaced: `${leader} ${tail}`,
    doubled: new RegExp(`^${sign} (?:${sign})+${rest}$`),
    split: end + tail,
  };
}

/**
 * The sign that the rest of a comment needs which Enter broke in its middle: what follows a comment on
 * its own line is its text. Empty where the line before ends with none, or the rest has a sign already.
 */
export function brokenSign(
  { language, syntax: { tokens }, lines, offset }: Context,
  line: number,
): string {
  const { lineComment } = Signs.of(language.notation);
  if (lineComment === undefined) return "";
  const end = lines.lineEnd(line - 1);
  const t = tokens.lastAt(end - 1);
  if (t < 0 || !tokens.isTrivia(t) || lines.text.slice(tokens.end(t), end).trim() !== "") return "";
  if (tokens.start(t) === 0 && tokens.textOf(t).startsWith(INTERPRETER)) return "";
  const rest = lines.text.slice(offset, lines.lineEnd(line)).trimStart();
  return lineComment.test(rest) ? "" : lineComment.exec(tokens.textOf(t))?.[0] ?? "";
}

/** The sign with which a comment that documents goes on below the line that Enter left; empty for none. */
export function documentationSign(
  { language, syntax: { tokens }, lines }: Context,
  line: number,
): string {
  const { lineDocumentation: sign } = language.notation;
  if (sign === undefined || line === 0) return "";
  const start = lines.lineStart(line - 1);
  const row = lines.text.slice(start, lines.lineEnd(line - 1));
  const text = row.trim();
  if (!text.startsWith(sign) || text.length === sign.length) return "";
  const t = tokens.lastAt(start + row.length - 1);
  return t >= 0 && tokens.isTrivia(t) && tokens.textOf(t).startsWith(sign) ? `${sign} ` : "";
}

/** Whether a line so far is one that may end a block comment. */
export function isCommentEnd(language: Language, head: string): boolean {
  const ends = endsOf(language);
  if (ends === undefined) return false;
  const { end, spaced, split, doubled } = ends;
  return head === end || head === spaced || head === split || doubled?.test(head) === true;
}

/** Answers for a slash that ends a block comment, or that follows such an end. */
export function endComment(
  { language, syntax, style, lines, offset }: Context,
  head: string,
): Change[] {
  const rule = ruleId(language, "comment-end");
  const { spaced, doubled, split } = endsOf(language)!;
  const { leader, documentation } = language.notation.blockComment!;
  const around = tokenAround(syntax, offset);
  if (head === spaced) {
    // The space that the leader brought gives way to the comment's end.
    const comment = around >= 0 && syntax.tokens.isTrivia(around);
    return comment ? [{ from: offset - 2, to: offset - 1, text: "", rule }] : [];
  }
  if (doubled?.test(head) === true) {
    const end = tokenAround(syntax, offset - 1);
    const from = offset - head.length;
    const comment = end >= 0 && syntax.tokens.isTrivia(end) && syntax.tokens.start(end) < from;
    return comment ? [{ from, to: from + 2, text: "", rule }] : [];
  }
  // It was no end: a line comment in the comment's text.
  if (head === split)
    return around >= 0 ? [] : [{ from: offset - 2, to: offset - 2, text: " ", rule }];
  const comment = tokenAround(syntax, offset - 1);
  if (comment < 0 || !syntax.tokens.isTrivia(comment)) return [];
  const opener = syntax.tokens.start(comment);
  const line = lines.lineAt(offset);
  const row = (n: number): string =>
    lines.text.slice(lines.lineStart(n), lines.lineEnd(n)).trimStart();
  const from = lines.lineAt(opener);
  if (from === line) return [];
  const leads = (text: string): boolean => leader !== undefined && text.startsWith(leader);
  const starred = from === line - 1
    ? documentation !== undefined && row(from).startsWith(documentation)
    : leads(row(line - 1)) || leads(row(from + 1));
  const lead = lines.text.slice(lines.lineStart(line), offset - head.length);
  // Under the second sign of its opener it stands well too.
  if (!starred && lead === starIndent(lines, opener, style)) return [];
  const wanted = starred ? starIndent(lines, opener, style) : whiteOf(lines.text, opener);
  const changes: Change[] = [];
  pushChanges(changes, lines.text, lines.lineStart(line), offset - head.length, wanted, rule);
  return changes;
}

/**
 * In a block comment the new line gets the sign that the lines before it begin with, or where they have
 * none the indentation of the last of them. Between the comment's signs alone it makes three lines. Undefined for what is
 * no block comment.
 */
export function continueComment(
  { language, syntax, style, lines, offset }: Context,
  comment: number,
): Typed | undefined {
  const { text } = lines;
  const line = lines.lineAt(offset);
  const start = lines.lineStart(line);
  const rule = ruleId(language, "new-line");
  const opener = syntax.tokens.start(comment);
  const { blockComment } = language.notation;
  if (blockComment === undefined || !text.startsWith(blockComment.open, opener)) return undefined;
  const { close, leader = "" } = blockComment;
  const leads = (part: string): boolean => leader !== "" && part.startsWith(leader);
  const row = (n: number): string => text.slice(lines.lineStart(n), lines.lineEnd(n));
  const above = row(line - 1);
  const previous = above.trim();
  const rest = row(line).trimStart();
  const changes: Change[] = [];
  const end = lines.lineEnd(line - 1);
  const to = lines.lineEnd(line) - rest.length;
  const white = text.slice(start, to);
  // They stand as the one above does.
  const stars = leads(previous) ? whiteOf(above, 0) : starIndent(lines, opener, style);
  const opened = text.slice(opener, end).trimEnd();
  const from = opener + opened.length;
  const alone =
    rest.trimEnd() === close
    && (opened === blockComment.open || opened === blockComment.documentation);
  const own = leads(rest) && !rest.startsWith(close);
  const starred =
    leader !== ""
    && (
      alone
      || isStarred(text, blockComment, opener, previous, to)
      || (own && white === stars)
    );
  // In front of a line that is there already: it keeps its column, and with stars the new one gets its own.
  const kept = previous === "" && rest !== "" && above + white;
  const left = kept !== false && leads(rest) ? stars + leader : above.trimEnd();
  pushChanges(changes, text, lines.lineStart(line - 1), end, left, rule);
  // A paragraph goes on below its last line; after an empty line the next begins, where lines may begin with a sign.
  const indent = whiteOf(text, previous === "" && leader !== "" ? opener : from);
  const lead = kept !== false
    ? above === white ? white : kept
    : !starred
    ? indent
    : stars + (leads(rest) && !alone ? "" : `${leader} `);
  pushChanges(
    changes,
    text,
    start,
    to,
    alone ? lead + LINE_ENDS[style.endOfLine] + (leader === "" ? lead : stars) : lead,
    rule,
  );
  const shift = caretAfter(start, changes.filter((change) => change.to < start));
  return { changes, caret: shift + lead.length };
}

/**
 * Whether the lines of a block comment begin with stars, as the line before tells, or where that opens
 * the comment what follows at `offset`, or else the comment before it. A row of stars that ends it tells by its column:
 *
 *     /*****          /*****
 *      * tide             tide
 *      *****\/         *****\/
 */
function isStarred(
  text: string,
  { open, close: end, leader = "", documentation }: BlockComment,
  opener: number,
  previous: string,
  offset: number,
): boolean {
  if (previous.startsWith(leader) && !previous.startsWith(end)) return true;
  if (documentation === undefined || !previous.startsWith(documentation)) return false;
  const close = text.indexOf(end, offset);
  const below = close < 0 ? "" : text.slice(offset, close).trimStart();
  if (below !== "" && below.split(leader).join("") === "")
    return columnOf(text, close - below.length) > columnOf(text, opener);
  // With another comment in it, it is what follows a comment that is not closed yet.
  if (below !== "" && !below.includes(open)) return below.startsWith(leader);
  // One that begins with a row of stars is like others that do.
  const kind = previous.startsWith(documentation + leader) ? documentation + leader : open;
  const first = opener === 0 ? -1 : text.lastIndexOf(kind, opener - 1);
  const last = first < 0 ? -1 : text.indexOf(end, first + open.length);
  const inner = last < 0 ? null : /^[^\n]*\n\s*(?=\S)/.exec(text.slice(first, last + end.length));
  return inner === null || text.startsWith(leader, first + inner[0].length);
}

const columnOf = (text: string, offset: number): number => offset - startOfLine(text, offset);

/** What stands before stars: they are one column behind the sign that opens the comment. */
function starIndent(lines: LineIndex, opener: number, style: Style): string {
  const lead = whiteOf(lines.text, opener);
  const column = opener - lines.lineStart(lines.lineAt(opener));
  return column === lead.length ? `${lead} ` : indentText(style, column + 1);
}
