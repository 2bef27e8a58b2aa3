import type { Language } from "../language.js";
import { Signs } from "../notation.js";
import { SequenceFlag } from "../outline/sequence.js";
import { NONE, type Tree } from "../syntax/tree.js";
import { applyChanges, type Change } from "../text/edits.js";
import { LineIndex, type Lines } from "../text/lines.js";
import { pushChanges } from "../text/minimise.js";
import { endComment, isCommentEnd } from "./comment.js";
import type { Context } from "./context.js";
import { WHOLE, depthAfter, whiteFor } from "./depth.js";
import { tokenAround, tokenAt } from "./places.js";
import { entered } from "./enter.js";
import { ruleId } from "./rules.js";
import { formatLines } from "./selection.js";
import { caretAfter, type Typed } from "./typed.js";
import { whiteAt } from "./white.js";
import { endedWord, wordWhite } from "./words.js";

/** Behind this a brace opens a block; elsewhere it begins a value, which stays where Enter put it. */
const HEADER = /[\p{L}\p{N}_$)\]>]\s*$/u;

/** Answers for one typed character; `\n` stands for Enter whatever the line ends are. */
export function formatTyped(context: Context, character: string): Required<Typed> {
  const { changes, caret } = character === "\n" ? entered(context) : settled(context, character);
  return { changes, caret: caret ?? caretAfter(context.offset, changes) };
}

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
  const signs = Signs.of(language.notation);
  if (character === "\n" || signs.settles(character)) return true;
  const head = headOf(lines, offset);
  return (
    signs.isFirst(head)
    || endedWord(language.typing, head) !== undefined
    || isCommentEnd(language, head)
    || interpolates(language, lines, offset)
  );
}

function settled(context: Context, character: string): Typed {
  const { language, lines, offset, style } = context;
  const start = lines.lineStart(lines.lineAt(offset));
  const head = headOf(lines, offset);
  if (isCommentEnd(language, head)) return { changes: endComment(context, head) };
  if (style.interpolatedString === "template" && interpolates(language, lines, offset)) {
    const changes = language.typing.interpolation!.changes(context.syntax, offset);
    // What is put in where the caret stands lies behind it.
    const before = changes.filter((change) => change.from < offset);
    if (changes.length > 0) return { changes, caret: caretAfter(offset, before) };
  }
  if (tokenAround(context.syntax, offset) >= 0) return { changes: [] };
  const white = lineWhite(context, start, head);
  const changes: Change[] = [];
  if (white !== undefined)
    pushChanges(changes, lines.text, start, offset - head.length, white, ruleId(language, "line"));
  const { block, terminator } = language.notation;
  const ends =
    character === terminator
    || (character === block?.[1] && language.typing.blocks === undefined);
  // Within a string or a comment the sign ends nothing.
  if (!ends || tokenAt(context.syntax, offset - 1) < 0) return { changes };
  return { changes: changes.length === 0 ? settledUnit(context) : settledBehind(context, changes) };
}

/** The white space that the line of a closer, or of a word that was ended, shall have; undefined for that it has. */
function lineWhite(context: Context, start: number, head: string): string | undefined {
  const { language, style, lines } = context;
  const before = lines.text.slice(0, start);
  const { block } = language.notation;
  const isFirst = Signs.of(language.notation).isFirst(head);
  if (isFirst && (head !== block?.[0] || HEADER.test(before))) {
    const { blocks } = language.typing;
    if (blocks?.closerColumn === undefined)
      return whiteFor(depthAfter(language, before, head, WHOLE, style), before, style);
    const column = blocks.closerColumn(before, head, style);
    return column === undefined ? undefined : whiteAt(before, column, style);
  }
  const word = endedWord(language.typing, head);
  return word === undefined ? undefined : wordWhite(context, start, word);
}

/** Whether what was typed last may begin a value within a string. */
function interpolates({ typing }: Language, lines: Lines, offset: number): boolean {
  const sign = typing.interpolation?.sign;
  return sign !== undefined && lines.slice(offset - sign.length, offset) === sign;
}

/** What a sign brings about that may end a unit. */
const settledUnit = (context: Context): Change[] =>
  context.lines.text[context.offset - 1] === context.language.notation.terminator
    || endsSequence(context)
    ? settleUnit(context)
    : [];

/** The same once the line itself is in its place: where it stands tells what it ends. */
function settledBehind(context: Context, placing: Change[]): Change[] {
  const { lines, offset, language } = context;
  const text = applyChanges(lines.text, placing);
  const shift = text.length - lines.text.length;
  const line = lines.lineAt(offset);
  const start = lines.lineStart(line);
  const placed = LineIndex.of(text);
  const settled = settledUnit({
    ...context,
    lines: placed,
    syntax: language.parse(text),
    offset: offset + shift,
  });
  const head = placed.text.slice(start).search(/[^ \t]/) + start;
  const behind = settled
    .filter(({ from }) => from >= head)
    .map((change) => ({ ...change, from: change.from - shift, to: change.to - shift }));
  return [...settled.filter(({ to }) => to < start), ...placing, ...behind];
}

/** Formats what was typed of the statement that the character ended, and nothing else. */
function settleUnit(context: Context): Change[] {
  const { language, syntax, style, lines, offset } = context;
  const { tokens, tree } = syntax;
  const unit = endedUnit(context);
  if (unit === NONE || withinUnparsed(tree, unit, language.unparsed)) return [];
  const from = tokens.start(tree.first(unit));
  const first = lines.lineAt(from);
  const last = lines.lineAt(offset);
  const signs = Signs.of(language.notation);
  const typed = new Set<number>();
  let whole = true;
  for (let line = first; line <= last; line++) {
    if (context.typed(line)) typed.add(line);
    else
      whole &&= signs.isClosing(lines.text.slice(lines.lineStart(line), lines.lineEnd(line)));
  }
  if (typed.size === 0) return [];
  // What stood there in part keeps its lines.
  const inside = (line: number): boolean => typed.has(line);
  const options = { withinLines: !whole, first: tree.first(unit) + 1 };
  const changes = formatLines(language, syntax, style, lines, inside, options).filter(
    (change) => change.to > from && change.from < offset && change.to <= offset,
  );
  // The line with the caret is never joined with the one before.
  const start = lines.lineStart(last);
  const joins = changes.some(
    (change) => change.from < start && change.to >= start && !/[\r\n]/.test(change.text),
  );
  return joins ? [] : changes;
}

/**
 * The innermost unit that the character ended, or the one around it that ends with it; what is still open
 * ends here too, but further out.
 */
function endedUnit({ language, syntax: { tokens, tree }, offset }: Context): number {
  const { terminator } = language.notation;
  const sign = tokens.lastAt(offset - 1);
  let unit = NONE;
  for (let node = 1; node <= tree.size; node++) {
    const last = tree.end(node) - 1;
    if (last < tree.first(node)) continue;
    // A list's separator stands behind its items.
    const before = last === sign - 1 && tokens.textOf(sign) === terminator;
    if (tokens.end(last) !== offset && !before) continue;
    if (!language.isUnit(tree.kind(node))) {
      if (unit !== NONE && !before) break;
      continue;
    }
    if (before) {
      unit = node;
      continue;
    }
    const around = unit !== NONE && tree.end(unit) - 1 !== sign - 1;
    unit = node;
    if (around || tokens.textOf(last) === terminator) break;
  }
  return unit;
}

/** Whether the sign that ends at `offset` ends a block, a class body or the like, not just a value. */
function endsSequence({ language, syntax: { tokens, tree }, offset }: Context): boolean {
  for (let node = 1; node <= tree.size; node++) {
    const last = tree.end(node) - 1;
    // The innermost node comes first.
    if (last >= tree.first(node) && tokens.end(last) === offset)
      return ((language.sequence?.(tree.kind(node)) ?? 0) & SequenceFlag.Is) !== 0;
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
