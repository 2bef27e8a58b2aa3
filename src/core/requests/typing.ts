import type { Language } from "../language.js";
import { LINE_ENDS, indentText } from "../style/indent.js";
import { NONE, type Tree } from "../syntax/tree.js";
import type { Change } from "../text/edits.js";
import type { LineIndex, Lines } from "../text/lines.js";
import { pushChanges } from "../text/minimise.js";
import { lineColumn } from "../text/width.js";
import { brokenSign, continueComment, endComment, isCommentEnd } from "./comment.js";
import type { Context } from "./context.js";
import { WHOLE, columnAfter, tokenAround, tokenAt } from "./depth.js";
import { formatLines } from "./selection.js";

/** What typing one character brings about. */
export interface Typed {
  readonly changes: Change[];
  /** UTF-16 offset in the new text at which the caret should stand. */
  readonly caret: number;
}

/** What may close something and stand first on its line. */
const CLOSING = new Set(["}", ")", "]", "{", ">", "/>", "</"]);
/** Behind this a brace opens a block; elsewhere it begins a value, which stays where Enter put it. */
const HEADER = /[\p{L}\p{N}_$)\]>]\s*$/u;
const PAIRS: { readonly [opener: string]: string } = { "(": ")", "[": "]", "{": "}" };

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
    return syntax.tokens.isTrivia(inside) ? continueComment(context, inside) : changes;
  const before = text.slice(0, start);
  leftBehind(changes, lines, line - 1, rule);
  const dropped = changes.reduce((sum, change) => sum + change.to - change.from, 0);
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
    return { changes, caret: from - dropped + caretLine.length };
  }
  const sign = rest === "" ? "" : brokenSign(context, line);
  const column = columnAfter(language, before, sign === "" ? rest : "", WHOLE, style);
  const lead = indentText(style, column) + sign;
  pushChanges(changes, text, from, to, lead, rule);
  return { changes, caret: from - dropped + lead.length };
}

/** The line left behind loses indentation that was never used. */
function leftBehind(changes: Change[], lines: LineIndex, line: number, rule: string): void {
  if (line < 0) return;
  const from = lines.lineStart(line);
  const to = lines.lineEnd(line);
  if (to > from && lines.text.slice(from, to).trim() === "")
    changes.push({ from, to, text: "", rule });
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
    || isCommentEnd(head)
    || interpolates(language, lines, offset)
  );
}

function settled(context: Context, character: string): Change[] | Typed {
  const { language, lines, offset, style } = context;
  const start = lines.lineStart(lines.lineAt(offset));
  const head = headOf(lines, offset);
  const rests = language.typing.words.get(head);
  const ends = character === ";" || (character === "}" && language.typing.blocks === undefined);
  const closer = CLOSING.has(head) && (head !== "{" || HEADER.test(lines.text.slice(0, start)));
  if (isCommentEnd(head)) return endComment(context, head);
  if (style.interpolatedString === "template" && interpolates(language, lines, offset)) {
    const changes = language.typing.interpolation!.changes(context.syntax, offset);
    // What is put in where the caret stands lies behind it.
    const before = changes.filter((change) => change.from < offset);
    if (changes.length > 0) return { changes, caret: moved(offset, before) };
  }
  if (tokenAround(context.syntax, offset) >= 0) return [];
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
  // Within a string or a comment the sign ends nothing.
  const sign = ends && tokenAt(context.syntax, offset - 1) >= 0;
  return sign && (character === ";" || endsSequence(context)) ? settleUnit(context) : [];
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

/** Whether what was typed last may begin a value within a string. */
function interpolates({ typing }: Language, lines: Lines, offset: number): boolean {
  const sign = typing.interpolation?.sign;
  return sign !== undefined && lines.slice(offset - sign.length, offset) === sign;
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
  const changes = formatLines(language, syntax, style, lines, [span]).filter(
    (change) => change.from >= from && change.from < offset && change.to <= offset,
  );
  // The line with the caret is never joined with the one before.
  const start = lines.lineStart(span.last);
  const joins = changes.some(
    (change) => change.from < start && change.to >= start && !/[\r\n]/.test(change.text),
  );
  return joins ? [] : changes;
}

/** Whether the sign that ends at `offset` ends a block, a class body or the like, not just a value. */
function endsSequence({ language, syntax: { tokens, tree }, offset }: Context): boolean {
  for (let node = 1; node <= tree.size; node++) {
    const last = tree.end(node) - 1;
    // The innermost node comes first.
    if (last >= tree.first(node) && tokens.end(last) === offset)
      return (language.sequence?.(tree.kind(node)) ?? 0) !== 0;
  }
  return false;
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
