import type { TokenTable } from "../../../core/syntax/tokens.js";
import { ENDS_ALONE } from "../elements.js";
import { startOfLine, whiteOf } from "../../../core/text/width.js";
import { ISLANDS, blocksInTag, isStep } from "../islands.js";
import { T } from "../kinds.js";
import { lexHtml } from "../lexer.js";
import { CODE, HtmlParser, LABEL, type Dialect, type OpenElement } from "../parser.js";
import { openTag, tagEnd } from "../tag-parser.js";

/** Keeps what a text leaves open, code among the elements. */
class ClosingParser extends HtmlParser {
  /** What follows may give an island its line. */
  protected override counts(): boolean {
    return true;
  }

  protected override isEnded(): boolean {
    return true;
  }

  /** What ends something that is open: code stands on lines of its own. */
  closer({ name, first }: OpenElement): string {
    const word = this.tokens.textOf(first);
    switch (name) {
      case CODE: return `\n${this.code.closerOf(word)}\n`;
      case LABEL: return "";
      default: return `</${word.slice(1)}>`;
    }
  }
}

/**
 * What would close the elements and the code that a text leaves open, innermost first.
 *
 * @param line an end tag or a closer of code with which the next line begins: elements before its own may end
 *   with it.
 * @param dialect how the page is read.
 */
export function htmlClosers(
  text: string,
  line = "",
  dialect: Dialect = {},
): string {
  const lex = dialect.lex ?? lexHtml;
  const before = lex(text, dialect).tokens;
  const tag = tagEnd(before) || endBehindBlock(before);
  const tokens = tag === "" ? before : lex(text + tag, dialect).tokens;
  const parser = new ClosingParser(tokens, false, dialect);
  const open = parser.openAtEnd();
  const ends = (one: OpenElement): boolean => parser.closer(one).trim().startsWith(line);
  // What needs no end tag ends with what holds it, and all that stands in a control with that.
  const ended = line === "" || tag !== "" ? -1 : open.findIndex(ends);
  const inner = open.slice(0, Math.max(0, ended));
  if (open[ended]?.control === true || inner.every(({ name }) => ENDS_ALONE.has(name)))
    open.splice(0, inner.length);
  const inTag = tag === "" ? "" : closersInTag(tokens, line);
  const beyond = open.map((one) => parser.closer(one)).join("").trim();
  return `${tag.slice(0, -1)}${inTag}${tag.slice(-1)}${beyond}`;
}

/**
 * What ends the tag that a text leaves open before a block of a template tongue, which stands deeper than its line: on a
 * line of its own that may as well be what an element holds whose tag is half written.
 *
 *     <option
 *       {% if late %}
 */
function endBehindBlock(tokens: TokenTable): string {
  let t = tokens.count - 1;
  while (t >= 0 && tokens.kind(t) as T === T.Word) t--;
  const first = t + 1;
  const tag = openTag(tokens, t);
  if (tag < 0 || first === tokens.count || tokens.kind(tag) as T !== T.TagStart) return "";
  const white = (one: number): string => whiteOf(tokens.text, tokens.start(one));
  return white(first).length > white(tag).length && isStep(tokens, first) ? ">" : "";
}

/** What ends the blocks of template tongues that are open in the tag with which a text ends; `line` ends one itself. */
function closersInTag(tokens: TokenTable, line: string): string {
  const last = tokens.count - 1;
  const { open } = blocksInTag(tokens, openTag(tokens, last - 1) + 1, last);
  const closers = open.map((t) => ISLANDS.closerOf(tokens.textOf(t))).reverse();
  if (line !== "" && closers[0]?.startsWith(line) === true) closers.shift();
  return closers.map((closer) => `\n${closer}\n`).join("");
}

/** What of the end of a block says nothing of which one it ends. */
const LOOSE = /[\s~;-]+/g;

/**
 * Whether the rest of a line begins with what ends the block of another tongue with which `before` ends, or a part of it.
 *
 *     {% if late %}
 *     |{% endif %}
 *
 * @param closers those of a text, as `htmlClosers` tells them.
 */
export function endsBlock(
  before: string,
  rest: string,
  closers: (text: string) => string,
): boolean {
  const isCode = /^(?:[{}]|<[%?])/.test(rest) && /(?:[{}]|[%?]>)$/.test(before);
  if (!isCode || closers(before.slice(startOfLine(before, before.length))) === "") return false;
  const closer = /^(?!<\/)[^\r\n]*/.exec(closers(before))?.[0].replace(LOOSE, "") ?? "";
  return closer !== "" && rest.replace(LOOSE, "").startsWith(closer);
}

/** Where the script or the style sheet begins that an end tag after a text ends; -1 where none of its name is open. */
export function openRaw(text: string, name: string): number {
  const { tokens } = lexHtml(text, {});
  const open = new ClosingParser(tokens, false, {}).openAtEnd()[0];
  return open?.name === name.toLowerCase() ? tokens.start(open.first) : -1;
}

/** Where the innermost begins of what a text leaves open and that is meant; -1 where none is. */
export function openerOf(
  text: string,
  isMeant: (open: OpenElement) => boolean,
  dialect: Dialect = {},
): number {
  const { tokens } = (dialect.lex ?? lexHtml)(text, dialect);
  const open = new ClosingParser(tokens, false, dialect).openAtEnd().find(isMeant);
  return open === undefined ? -1 : tokens.start(open.first);
}

/** Where the control begins that an end tag after a text ends; -1 where none of its name is open. */
export const openControl = (text: string, name: string, dialect: Dialect): number =>
  openerOf(text, (open) => open.control && open.name === name.toLowerCase(), dialect);
