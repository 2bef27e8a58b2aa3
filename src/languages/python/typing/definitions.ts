import type { Style } from "../../../core/style/style.js";
import type { TokenTable } from "../../../core/syntax/tokens.js";
import { lineColumn } from "../../../core/text/width.js";
import { lexPython } from "../lexer.js";
import { codeBelow, lastLine, levelsAbove, lineUpTo } from "./lines.js";

/** What begins a definition, or goes before one. */
const BEGINS = /^(?:@|(?:async\s+)?(?:def|class)\b)/;

const CLASS = /^class\b/;

/** A definition that a class holds, by its first parameter. */
const METHOD = /^(?:@.*[\r\n]\s*)*(?:async\s+)?def\s+\w+\(\s*(?:self|cls)\b/;

/** One that stands at the margin all the same. */
const AT_MARGIN = /^(?:async\s+)?def\s+\w+\(\s*(?:self|cls)\b/m;

/** An empty line at the end of a text, or at its beginning, before the next line. */
const ENDS_APART = /(?:(?:\r\n|\r|\n)[ \t]*){2}$/;
const BEGINS_APART = /^[ \t]*(?:\r\n|\r|\n)[ \t]*(?:\r\n|\r|\n|$)/;

/** The same with two empty lines, as PEP 8 has them around what stands at the margin. */
const ENDS_FAR = /(?:(?:\r\n|\r|\n)[ \t]*){3}$/;
const BEGINS_FAR = /^(?:[ \t]*(?:\r\n|\r|\n)){3}|^\s*$/;

/**
 * The column of a block that begins a definition where the blocks around tell it: of a decorator without its own that of
 * the definition below; of one that stands apart from its neighbours that of a class, for a method, or else of the
 * nearest block that holds definitions already, as the body of a function seldom ends with one.
 *
 *     def moor():                  class Quay:
 *         tie(bow)                     def moor(self):
 *                                          tie(bow)
 *     def sail():
 *         cast_off()                   def sail(self):
 *                                          cast_off()
 *
 * @param tokens of the text above the block, which holds code.
 * @param column in which its first line came.
 * @returns undefined where nothing tells.
 */
export function definitionColumn(
  tokens: TokenTable,
  block: string,
  below: string,
  column: number,
  { tabWidth }: Style,
): number | undefined {
  if (!BEGINS.test(block)) return undefined;
  const { text } = tokens;
  const at = codeBelow(below);
  const stands = at < 0 ? 0 : lineColumn(below, at, tabWidth);
  if (endsWithDecorator(block)) return at >= 0 && BEGINS.test(below.slice(at)) ? stands : undefined;
  if (!ENDS_APART.test(text) || !BEGINS_APART.test(below)) return undefined;
  const { first } = lastLine(tokens)!;
  const columnOf = (t: number): number => lineColumn(text, tokens.start(t), tabWidth);
  const levels = [columnOf(first), ...levelsAbove(tokens, first, columnOf)]
    .filter((level) => level >= stands);
  const lastIn = (level: number): number => lineUpTo(tokens, first, level, columnOf);
  const begins = (t: number, what: RegExp): boolean => what.test(text.slice(tokens.start(t)));
  const isOfClass = (level: number): boolean => {
    const header = lineUpTo(tokens, lastIn(level), level - 1, columnOf);
    return columnOf(header) < level && begins(header, CLASS);
  };
  if (METHOD.test(block) && !(column === 0 && AT_MARGIN.test(text))) {
    const own = levels.filter(isOfClass);
    if (own.length > 0) return own.includes(column) ? column : own[0];
  } else if (stands === 0 && ENDS_FAR.test(text) && BEGINS_FAR.test(below)) return 0;
  const held = levels.find((level) => (
    level <= column && (level === 0 || isOfClass(level) || begins(lastIn(level), BEGINS))
  ));
  return held ?? (column > stands ? stands : undefined);
}

/** Whether a block ends with a decorator, whose definition is not among its lines. */
function endsWithDecorator(block: string): boolean {
  const { tokens } = lexPython(block);
  const last = lastLine(tokens);
  return last !== undefined && tokens.is(last.first, "@");
}
