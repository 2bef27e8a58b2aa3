import type { Style } from "../../../core/style/style.js";
import type { TokenTable } from "../../../core/syntax/tokens.js";
import { lineColumn } from "../../../core/text/width.js";
import { lexPython } from "../lexer.js";
import { lastLine, levelsAbove, lineUpTo } from "./lines.js";

/** What begins a definition, or goes before one. */
const BEGINS = /^(?:@|(?:async[ \t]+)?def\b|class\b)/;
const CLASS = /^class\b/;

/** A definition that a class holds, by its first parameter. */
const METHOD = /^(?:@.*\s+)*(?:async[ \t]+)?def[ \t]+\w+\(\s*(?:self|cls)\b/;

/** One that stands at the margin all the same. */
const AT_MARGIN = /^(?:async[ \t]+)?def[ \t]+\w+\(\s*(?:self|cls)\b/m;

/** The next line that is code, its white space apart. */
const CODE_BELOW = /(?<=[\r\n])([ \t]*)([^\s#].*)/;

/** An empty line at the end of a text, or at its beginning, before the next line. */
const ENDS_APART = /(?:\r\n|\r|\n)[ \t]*(?:\r\n|\r|\n)[ \t]*$/;
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
  const [, white = "", line = ""] = CODE_BELOW.exec(below) ?? [];
  const stands = lineColumn(white, white.length, tabWidth);
  if (endsWithDecorator(block)) return BEGINS.test(line) ? stands : undefined;
  if (!ENDS_APART.test(text) || !BEGINS_APART.test(below)) return undefined;
  const { first } = lastLine(tokens)!;
  const columnOf = (t: number): number => lineColumn(text, tokens.start(t), tabWidth);
  const levels = [columnOf(first), ...levelsAbove(tokens, first, columnOf)]
    .filter((level) => level >= stands);
  const owners = levels.map((level) => ownerOf(tokens, first, level, columnOf));
  if (METHOD.test(block) && !(column === 0 && AT_MARGIN.test(text))) {
    const own = levels.filter((_, i) => CLASS.test(owners[i]!.header));
    if (own.length > 0) return own.includes(column) ? column : own[0];
  } else if (stands === 0 && ENDS_FAR.test(text) && BEGINS_FAR.test(below)) return 0;
  const held = levels.findIndex((level, i) => (
    level <= column
    && (level === 0 || CLASS.test(owners[i]!.header) || BEGINS.test(owners[i]!.last))
  ));
  return levels[held] ?? (column > stands ? stands : undefined);
}

/** Whether a block ends with a decorator, whose definition is not among its lines. */
function endsWithDecorator(block: string): boolean {
  const { tokens } = lexPython(block);
  const last = lastLine(tokens);
  return last !== undefined && tokens.is(last.first, "@");
}

/** The last line in a column up to that of token t, and the one around it that it belongs to, how they begin. */
function ownerOf(
  tokens: TokenTable,
  t: number,
  column: number,
  columnOf: (t: number) => number,
): { readonly last: string; readonly header: string } {
  const last = lineUpTo(tokens, t, column, columnOf);
  const header = lineUpTo(tokens, last, column - 1, columnOf);
  const textAt = (at: number): string => tokens.text.slice(tokens.start(at), tokens.end(at + 1));
  return { last: textAt(last), header: columnOf(header) < column ? textAt(header) : "" };
}
