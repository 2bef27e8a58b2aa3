import type { TokenTable } from "../../core/syntax/tokens.js";
import { ENDS_ALONE } from "./elements.js";
import { T } from "./kinds.js";
import { lexHtml } from "./lexer.js";
import { CODE, HtmlParser, LABEL, type Dialect, type OpenElement } from "./parser.js";

/** Keeps what a text leaves open, code among the elements. */
class ClosingParser extends HtmlParser {
  /** What follows may give an island its line. */
  protected override counts(): boolean {
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
  const tokens = (dialect.lex ?? lexHtml)(text, dialect);
  if (endsInTag(tokens)) return `>${htmlClosers(`${text}>`, "", dialect)}`;
  const parser = new ClosingParser(tokens, false, dialect);
  const open = parser.openAtEnd();
  const ends = (one: OpenElement): boolean => parser.closer(one).trim().startsWith(line);
  // What needs no end tag ends with what holds it.
  const ended = line === "" ? -1 : open.findIndex(ends);
  if (ended > 0 && open.slice(0, ended).every(({ name }) => ENDS_ALONE.has(name)))
    open.splice(0, ended);
  return open.map((one) => parser.closer(one)).join("").trim();
}

/** Whether the last tag of a text lacks its end. */
function endsInTag(tokens: TokenTable): boolean {
  for (let t = tokens.count - 1; t >= 0; t--) {
    const kind: T = tokens.kind(t);
    if (kind === T.TagStart || kind === T.EndTagStart) return true;
    if (kind !== T.Name && kind !== T.Equal && kind !== T.Value) return false;
  }
  return false;
}
