import { ENDS_ALONE } from "../elements.js";
import { lexHtml } from "../lexer.js";
import { CODE, HtmlParser, LABEL, type Dialect, type OpenElement } from "../parser.js";
import { tagEnd } from "../tag-parser.js";

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
  const tag = tagEnd(before);
  const tokens = tag === "" ? before : lex(text + tag, dialect).tokens;
  const parser = new ClosingParser(tokens, false, dialect);
  const open = parser.openAtEnd();
  const ends = (one: OpenElement): boolean => parser.closer(one).trim().startsWith(line);
  // What needs no end tag ends with what holds it, and all that stands in a control with that.
  const ended = line === "" || tag !== "" ? -1 : open.findIndex(ends);
  const inner = open.slice(0, Math.max(0, ended));
  if (open[ended]?.control === true || inner.every(({ name }) => ENDS_ALONE.has(name)))
    open.splice(0, inner.length);
  return tag + open.map((one) => parser.closer(one)).join("").trim();
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
  const { tokens } = lexHtml(text, dialect);
  const open = new ClosingParser(tokens, false, dialect).openAtEnd().find(isMeant);
  return open === undefined ? -1 : tokens.start(open.first);
}

/** Where the control begins that an end tag after a text ends; -1 where none of its name is open. */
export const openControl = (text: string, name: string, dialect: Dialect): number =>
  openerOf(text, (open) => open.control && open.name === name.toLowerCase(), dialect);
