import type { Language, Syntax } from "../language.js";
import { LINE_ENDS, indentText } from "../style/indent.js";
import type { Style } from "../style/style.js";
import { TokenFlag } from "../syntax/tokens.js";
import { NONE, type Tree } from "../syntax/tree.js";
import type { Change } from "../text/edits.js";
import type { LineIndex, Lines } from "../text/lines.js";
import { pushChanges } from "../text/minimise.js";
import { lineColumn } from "../text/width.js";
import { columnAfter } from "./depth.js";
import { formatLines } from "./selection.js";

/** What typing one character brings about. */
export interface Typed {
  readonly changes: Change[];
  /** UTF-16 offset in the new text at which the caret should stand. */
  readonly caret: number;
}

/** What may close something and stand first on its line. */
const CLOSING = new Set(["}", ")", "]", "{", ">", "/>", "</"]);
/** A line that is whole as it stands. */
const WHOLE = [""];
const PAIRS: { readonly [opener: string]: string } = { "(": ")", "[": "]", "{": "}" };

/** Everything that a typing request looks at. */
interface Context {
  readonly language: Language;
  readonly lines: LineIndex;
  readonly syntax: Syntax;
  readonly style: Style;
  /** UTF-16 offset just after the typed character. */
  readonly offset: number;
}

/** Answers for one typed character; `\n` stands for Enter whatever the line ends are. */
export function formatTyped(context: Context, character: string): Typed {
  const changes = character === "\n" ? entered(context) : settled(context, character);
  return Array.isArray(changes) ? { changes, caret: moved(context.offset, changes) } : changes;
}

const moved = (offset: number, changes: readonly Change[]): number => changes.reduce(
  (at, { from, to, text }) => (
    from < offset
    ? at + text.length - (Math.min(to, offset) - from)
    : from === offset && to === offset
    ? at + text.length
    : at
  ),
  offset,
);

// Enter

function entered(context: Context): Change[] | Typed {
  const { language, lines, offset, syntax, style } = context;
  const { text } = lines;
  const line = lines.lineAt(offset);
  const start = lines.lineStart(line);
  const rule = `${language.name}/new-line`;
  const changes: Change[] = [];
  const inside = tokenAround(syntax, offset);
  if (inside >= 0)
    return syntax.tokens.isTrivia(inside) ? leader(context, inside, line, start, rule) : changes;
  const before = text.slice(0, start);
  leftBehind(changes, lines, line - 1, rule);
  const end = lines.lineEnd(line);
  const rest = text.slice(start, end).trim();
  const from = start;
  const to = end - text.slice(start, end).trimStart().length;
  const opener = before.trimEnd().at(-1) ?? "";
  if (rest !== "" && PAIRS[opener] === rest[0] && before.trimEnd().endsWith(opener)) {
    // Between a pair: the caret gets a line of its own, and the closer the next.
    const column = columnAfter(language, before, "", WHOLE, style);
    const outer = lineColumn(text, before.trimEnd().length, style.tabWidth);
    const caretLine = indentText(style, column);
    pushChanges(
      changes,
      text,
      from,
      to,
      caretLine + LINE_ENDS[style.endOfLine] + indentText(style, outer),
      rule,
    );
    const shift = changes.filter((change) => change.to < from).reduce(
      (sum, { from: a, to: b, text: t }) => sum + t.length - (b - a),
      0,
    );
    return { changes, caret: from + shift + caretLine.length };
  }
  const column = columnAfter(language, before, rest, WHOLE, style);
  pushChanges(changes, text, from, to, indentText(style, column), rule);
  return changes;
}

/** The line left behind loses indentation that was never used. */
function leftBehind(changes: Change[], lines: LineIndex, line: number, rule: string): void {
  if (line < 0) return;
  const from = lines.lineStart(line);
  const to = lines.lineEnd(line);
  if (to > from && lines.text.slice(from, to).trim() === "")
    changes.push({ from, to, text: "", rule });
}

/**
 * In a block comment the new line gets the sign that the lines before it begin with, or where they have
 * none the indentation of the last of them.
 */
function leader(
  { syntax, style, lines }: Context,
  comment: number,
  line: number,
  start: number,
  rule: string,
): Change[] {
  const { text } = lines;
  const opener = syntax.tokens.start(comment);
  if (!text.startsWith("/*", opener)) return [];
  const row = (n: number): string => text.slice(lines.lineStart(n), lines.lineEnd(n));
  const previous = row(line - 1).trim();
  const rest = row(line).trimStart();
  const changes: Change[] = [];
  const end = lines.lineEnd(line);
  if (!isStarred(text, opener, previous, end - rest.length)) {
    // A paragraph goes on below its last line; after an empty line the next begins.
    const above = previous === "" ? lines.lineAt(opener) : line - 1;
    const indent = /^[ \t]*/.exec(row(above))![0];
    pushChanges(changes, text, start, end - rest.length, indent, rule);
    return changes;
  }
  // A line that got nothing but its sign keeps no space behind it.
  const before = lines.lineEnd(line - 1);
  if (previous === "*" && text[before - 1] === " ")
    changes.push({ from: before - 1, to: before, text: "", rule });
  const column = opener - text.lastIndexOf("\n", opener) - 1;
  const wanted = indentText(style, column + 1) + (rest.startsWith("*") ? "" : "* ");
  pushChanges(changes, text, start, end - rest.length, wanted, rule);
  return changes;
}

/**
 * Whether the lines of a block comment begin with stars, as the line before tells, or where that opens
 * the comment what follows at `offset`, or else the comment before it.
 */
function isStarred(text: string, opener: number, previous: string, offset: number): boolean {
  if (/^\*(?!\/)/.test(previous)) return true;
  if (!previous.startsWith("/**")) return false;
  const close = text.indexOf("*/", offset);
  const below = close < 0 ? "" : text.slice(offset, close).trimStart();
  // With another comment in it, it is what follows a comment that is not closed yet.
  if (below !== "" && !below.includes("/*")) return below.startsWith("*");
  const last = text.lastIndexOf("*/", opener);
  const first = last < 0 ? -1 : text.lastIndexOf("/*", last);
  const inner = first < 0 ? null : /^[^\n]*\n\s*(?=\S)/.exec(text.slice(first, last + 2));
  return inner === null || text[first + inner[0].length] === "*";
}

/** The token of several lines, or left open, within which `offset` stands; -1 for none. */
function tokenAround({ tokens }: Syntax, offset: number): number {
  let low = 0;
  let high = tokens.count - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (tokens.start(middle) < offset) low = middle;
    else high = middle - 1;
  }
  if (tokens.count === 0 || tokens.start(low) >= offset) return -1;
  const open = tokens.has(low, TokenFlag.Continues) && tokens.has(low, TokenFlag.MultiLine);
  return offset < tokens.end(low) || (open && offset === tokens.end(low)) ? low : -1;
}

// Other characters

/** What stands on the line up to the caret, without indentation. */
const headOf = (lines: Lines, offset: number): string =>
  lines.slice(lines.lineStart(lines.lineAt(offset)), offset).trimStart();

/** Whether there may be something to say of a character, judged by its line alone. */
export function maySettle(
  language: Language,
  lines: Lines,
  offset: number,
  character: string,
): boolean {
  if (character === "\n" || character === ";" || character === "}") return true;
  const head = headOf(lines, offset);
  return (
    CLOSING.has(head)
    || language.typing.words.has(head)
    || head === COMMENT_END
    || head === SPLIT_COMMENT_END
  );
}

/** What a comment's end reads behind the leader that Enter brought. */
const COMMENT_END = "* /";
/** What it reads once that was put together, and another slash follows. */
const SPLIT_COMMENT_END = "*//";

function settled(context: Context, character: string): Change[] {
  const { language, lines, offset, style } = context;
  const start = lines.lineStart(lines.lineAt(offset));
  const head = headOf(lines, offset);
  const rests = language.typing.words.get(head);
  const ends = character === ";" || character === "}";
  const closesComment = head === COMMENT_END;
  const closer = CLOSING.has(head);
  const around = tokenAround(context.syntax, offset);
  if (around >= 0) {
    // The space that the leader brought gives way to the comment's end.
    const gap = {
      from: offset - 2,
      to: offset - 1,
      text: "",
      rule: `${language.name}/comment-end`,
    };
    return closesComment && context.syntax.tokens.isTrivia(around) ? [gap] : [];
  }
  if (closesComment) return [];
  if (head === SPLIT_COMMENT_END) {
    // It was no end: a line comment in the comment's text.
    return [{ from: offset - 2, to: offset - 2, text: " ", rule: `${language.name}/comment-end` }];
  }
  if (closer || rests !== undefined) {
    const from = offset - head.length;
    const changes: Change[] = [];
    const column = headColumn(context, start, head, rests ?? WHOLE);
    if (column !== undefined) pushChanges(
      changes,
      lines.text,
      start,
      from,
      indentText(style, column),
      `${language.name}/line`,
    );
    if (changes.length > 0 || !ends) return changes;
  }
  return ends ? settleUnit(context) : [];
}

function headColumn(
  { language, style, lines }: Context,
  start: number,
  head: string,
  rests: readonly string[],
): number | undefined {
  const before = lines.text.slice(0, start);
  const { blocks, words } = language.typing;
  if (blocks?.closerColumn !== undefined) return blocks.closerColumn(before, head, style);
  if (blocks === undefined || !words.has(head))
    return columnAfter(language, before, head, rests, style);
  return blocks.wordColumn(before, head, lineColumn(lines.text, start, style.tabWidth), style);
}

/** Formats the statement that the typed character ended, and nothing else. */
function settleUnit({ language, syntax, style, lines, offset }: Context): Change[] {
  const { tokens, tree } = syntax;
  // The innermost unit that the character ended, or the one around it that ends with it; what is still
  // open ends here too, but further out.
  let unit = NONE;
  for (let node = 1; node <= tree.size; node++) {
    const last = tree.end(node) - 1;
    if (last < tree.first(node) || tokens.end(last) !== offset) continue;
    if (!language.isUnit(tree.kind(node))) {
      if (unit !== NONE) break;
      continue;
    }
    const around = unit !== NONE;
    unit = node;
    if (around || tokens.textOf(last) === ";") break;
  }
  if (unit === NONE || withinUnparsed(tree, unit, language.unparsed)) return [];
  const from = tokens.start(tree.first(unit));
  const span = { first: lines.lineAt(from), last: lines.lineAt(offset) };
  return formatLines(language, syntax, style, lines, [span]).filter(
    (change) => change.from >= from && change.from < offset && change.to <= offset,
  );
}

/** Whether what is around a node does not parse, so that nothing in it is laid out. */
function withinUnparsed(tree: Tree, node: number, unparsed: number): boolean {
  // A parent comes after its children.
  for (let outer = node; outer <= tree.size; outer++) {
    if (
      tree.kind(outer) === unparsed
      && tree.first(outer) <= tree.first(node)
      && tree.end(outer) >= tree.end(node)
    ) return true;
  }
  return false;
}
