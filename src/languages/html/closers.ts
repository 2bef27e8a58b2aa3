import type { TokenTable } from "../../core/syntax/tokens.js";
import { ENDS_ALONE } from "./elements.js";
import { Step, closerOf, islandStep } from "./islands.js";
import { T } from "./kinds.js";
import { lexClosing, lexHtml } from "./lexer.js";
import { HtmlParser, type Dialect, type OpenElement } from "./parser.js";

/** What code between markup does to depth, and what ends it. */
export interface Code {
  stepOf(tokens: TokenTable, t: number): Step;
  /** What closes the code that word opens. */
  closerOf(word: string): string;
}

/** The tongues that pages hold without being theirs. */
const ISLANDS: Code = { stepOf: (tokens, t) => islandStep(tokens.textOf(t)), closerOf };

/** Code that is open takes part in the nesting of elements under this name. */
const CODE = "#code";

/** Keeps what a text leaves open, code among the elements. */
class ClosingParser extends HtmlParser {
  constructor(tokens: TokenTable, closesAny: boolean, private readonly code: Code) {
    super(tokens, false, closesAny);
  }

  protected override other(t: number): void {
    if (this.tokens.kind(t) !== T.Word) return;
    const step = this.code.stepOf(this.tokens, t);
    if (step === Step.Closes || step === Step.GoesOn) {
      const place = this.stack.map(({ name }) => name).lastIndexOf(CODE);
      if (place >= 0) this.stack.length = place;
    }
    if (step === Step.Opens || step === Step.GoesOn)
      this.stack.push({ name: CODE, first: t, content: t + 1, foreign: false });
  }

  /** What ends something that is open: code stands on lines of its own. */
  closer({ name, first }: OpenElement): string {
    const word = this.tokens.textOf(first);
    return name === CODE ? `\n${this.code.closerOf(word)}\n` : `</${word.slice(1)}>`;
  }
}

/**
 * What would close the elements and the code that a text leaves open, innermost first.
 *
 * @param line an end tag or a closer of code with which the next line begins: elements before its own may end
 *   with it.
 * @param dialect how the page is read.
 * @param code what is code in it.
 */
export function htmlClosers(
  text: string,
  line = "",
  dialect: Dialect = {},
  code: Code = ISLANDS,
): string {
  const { closesAny = false, lex = closesAny ? lexClosing : lexHtml } = dialect;
  const tokens = lex(text);
  if (endsInTag(tokens)) return `>${htmlClosers(`${text}>`, "", dialect, code)}`;
  const parser = new ClosingParser(tokens, closesAny, code);
  const open = parser.openAtEnd();
  const ends = (one: OpenElement): boolean => parser.closer(one).trim().startsWith(line);
  // What needs no end tag ends with what holds it.
  const ended = line === "" ? -1 : open.findIndex(ends);
  if (open.slice(0, ended).every(({ name }) => ENDS_ALONE.has(name)))
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
