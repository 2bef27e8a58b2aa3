import type { Language } from "../language.js";
import { whiteAt } from "../layout/white.js";
import { Signs } from "../notation.js";
import { ruleId } from "../rules.js";
import { applyChanges, type Change } from "../text/edits.js";
import { LineIndex, type Lines } from "../text/lines.js";
import { pushChanges } from "../text/minimise.js";
import { WHOLE, depthAfter } from "./placing/depth.js";
import { tokenAround, tokenAt } from "./placing/places.js";
import { endComment, isCommentEnd } from "./typing/comment.js";
import type { Context } from "./typing/context.js";
import { entered } from "./typing/enter.js";
import { caretAfter, type Typed } from "./typing/typed.js";
import { endsSequence, formatUnit } from "./typing/unit.js";
import { endedWord, settledWhite, wordWhite } from "./typing/words.js";

/** Behind this a brace opens a block; elsewhere it begins a value, which stays where Enter put it. */
const HEADER = /[\p{L}\p{N}_$)\]>]$/u;

/** Where braces stand on lines of their own, so do those of a value. */
const GIVEN = /[^=!<>]=$/;

/** Answers for one typed character; `\n` stands for Enter whatever the line ends are. */
export function formatTyped(context: Context, character: string): Required<Typed> {
  const { changes, caret } = character === "\n" ? entered(context) : completed(context, character);
  return { changes, caret: caret ?? caretAfter(context.offset, changes) };
}

/** What stands on the line up to the caret, without indentation. */
const headOf = (lines: Lines, offset: number): string =>
  lines.slice(lines.lineStart(lines.lineAt(offset)), offset).trimStart();

/** Whether there may be something to say of a character, judged by its line alone. */
export function mayAnswer(
  language: Language,
  lines: Lines,
  offset: number,
  character: string,
): boolean {
  const signs = Signs.of(language.notation);
  if (character === "\n" || signs.completes(character)) return true;
  const head = headOf(lines, offset);
  return (
    signs.isFirst(head)
    || endedWord(language.typing, head) !== undefined
    || isCommentEnd(language, head)
    || interpolates(language, lines, offset)
  );
}

function completed(context: Context, character: string): Typed {
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
  return {
    changes: changes.length === 0 ? completedUnit(context) : completedAfter(context, changes),
  };
}

/** The white space that the line of a closer, or of a word that was ended, shall have; undefined for that it has. */
function lineWhite(context: Context, start: number, head: string): string | undefined {
  const { language, style, lines, offset } = context;
  const before = lines.text.slice(0, start);
  const { block } = language.notation;
  const isFirst = Signs.of(language.notation).isFirst(head);
  const last = before.trimEnd().slice(-2);
  const isValue = !HEADER.test(last)
    && !(style.bracePlacement === "own-line" && GIVEN.test(last));
  if (isFirst && (head !== block?.[0] || !isValue)) {
    const { blocks } = language.typing;
    if (blocks?.closerColumn === undefined) {
      const below = lines.text.slice(offset);
      const depth = depthAfter(language, before, head, WHOLE, style, below);
      return settledWhite(context, start, depth);
    }
    const column = blocks.closerColumn(before, head, style);
    return column === undefined
      ? undefined
      : whiteAt(Signs.of(language.notation), before, column, style);
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
const completedUnit = (context: Context): Change[] =>
  context.lines.text[context.offset - 1] === context.language.notation.terminator
    || endsSequence(context)
    ? formatUnit(context)
    : [];

/** The same once the line itself is in its place: where it stands tells what it ends. */
function completedAfter(context: Context, placing: Change[]): Change[] {
  const { lines, offset, language } = context;
  const text = applyChanges(lines.text, placing);
  const shift = text.length - lines.text.length;
  const line = lines.lineAt(offset);
  const start = lines.lineStart(line);
  const placed = LineIndex.of(text);
  const changes = completedUnit({
    ...context,
    lines: placed,
    syntax: language.parse(text),
    offset: offset + shift,
  });
  const head = placed.text.slice(start).search(/[^ \t]/) + start;
  const behind = changes
    .filter(({ from }) => from >= head)
    .map((change) => ({ ...change, from: change.from - shift, to: change.to - shift }));
  return [...changes.filter(({ to }) => to < start), ...placing, ...behind];
}
