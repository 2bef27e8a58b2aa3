import { whiteAt } from "../../layout/white.js";
import { Signs } from "../../notation.js";
import type { Typing } from "../../language.js";
import { lineColumn, whiteOf } from "../../text/width.js";
import type { Context } from "./context.js";
import type { Depth } from "../placing/columns.js";
import { depthAfter, whiteFor } from "../placing/depth.js";

/** What a word ends with, whatever it begins with: `else`, but `</li` too. */
const WORD = /[\p{L}\p{N}_$]$/u;

/**
 * The word or sign with which a line begins and which its last character has just ended; undefined where
 * that ended none.
 *
 * @param head what stands on the line up to the caret, without indentation.
 */
export function endedWord({ words, waits }: Typing, head: string): string | undefined {
  const isWord = WORD.test(head);
  const isWaiting = waits?.has(head) === true;
  if (!isWord && !isWaiting && words.has(head)) return head;
  const before = head.slice(0, -1);
  if (!words.has(before)) return undefined;
  const last = head.slice(-1);
  // Twice the sign is another one, which settles nothing.
  if (waits?.has(before) === true) return last === before ? undefined : before;
  return !WORD.test(before) || WORD.test(last) ? undefined : before;
}

/**
 * The white space to which a word or sign goes back, or that goes on with the line above.
 *
 * @param start where its line begins.
 * @param word what was ended.
 * @returns undefined where the line stands right, or where nothing is there to go on with.
 */
export function wordWhite(context: Context, start: number, word: string): string | undefined {
  const { language, style, lines } = context;
  const { blocks, words } = language.typing;
  const rests = words.get(word);
  if (rests === undefined) return undefined;
  const before = lines.text.slice(0, start);
  if (blocks !== undefined) {
    const column = lineColumn(lines.text, start, style.tabWidth);
    const wanted = blocks.wordColumn(before, word, column, style);
    return wanted === undefined
      ? undefined
      : whiteAt(Signs.of(language.notation), before, wanted, style);
  }
  // The depth at which it stands tells something in languages whose first lines tell that of others.
  const line = whiteOf(lines.text, start) + word;
  const below = lines.text.slice(start + line.length);
  const depth = depthAfter(language, before, line, rests, style, below);
  return depth.parses ? settledWhite(context, start, depth) : undefined;
}

/** A depth as the white space of the line that begins at `start`; undefined where that stands as Enter has it. */
export function settledWhite(context: Context, start: number, depth: Depth): string | undefined {
  const { language, style, lines } = context;
  return isEntered(context, start, depth)
    ? undefined
    : whiteFor(language, depth, lines.text.slice(0, start), style);
}

/**
 * Whether a line that would go deeper stands where Enter has it stand, as the language alone answers for that. An end tag
 * does so below text that stands less deep than its element, below tags it stands as the element does.
 */
function isEntered(
  { language: { typing: { entered }, notation }, style, lines, whole }: Context,
  start: number,
  { column }: Depth,
): boolean {
  if (entered === undefined || column <= lineColumn(lines.text, start, style.tabWidth))
    return false;
  const text = whole.text();
  const at = whole.at(start);
  const end = at + lines.lineEnd(lines.lineAt(start)) - start;
  const above = text.slice(0, at);
  const head = text.slice(at, end).trimStart();
  if (Signs.of(notation).beginsClosing(head) && above.trimEnd().endsWith(">")) return false;
  return (
    entered(above + text.slice(end), at, style)?.caret === at + whiteOf(text, at).length
  );
}

/** The same for a word that Enter has ended, on a line that begins at `from`. */
export const wordCompleted = (context: Context, from: number, head: string): string | undefined =>
  WORD.test(head) && context.language.typing.words.has(head)
    ? wordWhite(context, from, head)
    : undefined;
