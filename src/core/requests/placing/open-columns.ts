import type { Signs } from "../../notation.js";
import { once } from "../../once.js";
import type { Style } from "../../style/style.js";
import type { TokenTable } from "../../syntax/tokens.js";
import { bracketAround } from "./brackets.js";
import { columnOf } from "./places.js";

/** What comes after the sign of a tag. */
const TAG_NAME = /^[\w$>]/;

/** A bracket that is open. */
interface Opener {
  readonly token: number;
  /** The column of its line. */
  readonly column: number;
  readonly closer: string | undefined;
}

/** What the columns of lines tell of the brackets that are open before a line, where some have no partner. */
export class OpenColumns {
  /** The token with which the line above begins; below 0 for none. */
  readonly above: number;
  /** The column of that line. */
  readonly stands: number;

  /** @param token the one with which the line begins. */
  constructor(
    private readonly tokens: TokenTable,
    private readonly token: number,
    private readonly style: Style,
    private readonly signs: Signs,
  ) {
    this.above = tokens.lineFirst(token - 1);
    this.stands = this.columnOf(this.above);
  }

  /**
   * The column of the bracket that the line closes: of those that are open the innermost on the line above, or less deep
   * than that is. Where none is left it is the bracket itself that is missing.
   */
  readonly closed = once((): number => {
    const { above, stands } = this;
    const open = this.open();
    for (let last = open.pop(); last !== undefined; last = open.pop())
      if (last.token >= above || last.column < stands) return last.column;
    return Math.max(0, stands - this.style.indentSize);
  });

  /**
   * The column of the tag that the line's end tag closes: of the line nearest above that stands less deep and begins with one,
   * or ends one that takes several lines; undefined where another line stands between.
   */
  closedTag(): number | undefined {
    const { above, stands, tokens } = this;
    if (this.opensTag()) return stands;
    for (let t = above - 1; t >= 0; t--) {
      if (!tokens.onNewLine(t) || tokens.isTrivia(t) || this.columnOf(t) >= stands) continue;
      return this.beginsTag(t) ? this.columnOf(t) : undefined;
    }
    return undefined;
  }

  /** Whether the line above begins with a tag, or ends one, and closes none. */
  opensTag(): boolean {
    const { above, token, tokens } = this;
    if (!this.beginsTag(above)) return false;
    for (let t = above; t < token; t++)
      if (tokens.is(t, "/") && (tokens.is(t - 1, "<") || tokens.is(t + 1, ">"))) return false;
    return true;
  }

  /** Whether the line above begins with an end tag. */
  endsTag(): boolean {
    const { above, tokens } = this;
    return tokens.is(above, "<") && tokens.is(above + 1, "/");
  }

  private beginsTag(t: number): boolean {
    const { tokens } = this;
    return tokens.is(t, ">") || (tokens.is(t, "<") && TAG_NAME.test(tokens.textOf(t + 1)));
  }

  /** Whether they tell another opener of the line's closer than its sign alone does. */
  closesOther(): boolean {
    const opener = bracketAround(this.tokens, this.token, this.signs);
    return opener < 0 || this.columnOf(opener) !== this.closed();
  }

  /** Whether the line above begins with a closer of another column than its opener's, or than one around that may have. */
  isStrayAbove(): boolean {
    const { tokens, above, signs } = this;
    if (above < 0 || !signs.closes(tokens.textOf(above))) return false;
    const opener = bracketAround(tokens, above, signs);
    if (opener < 0) return false;
    const outer = bracketAround(tokens, opener, signs);
    return (
      this.columnOf(opener) !== this.stands
      || (outer >= 0
        && outer < tokens.lineFirst(opener)
        && this.columnOf(outer) >= this.stands)
    );
  }

  /** The brackets that are open: a closer that begins a line closes one in its column, and what is deeper has lost its own. */
  private open(): Opener[] {
    const { tokens, token, signs } = this;
    const open: Opener[] = [];
    let column = 0;
    for (let t = 0; t < token; t++) {
      if (tokens.isTrivia(t)) continue;
      const begins = t === 0 || tokens.onNewLine(t);
      if (begins) column = this.columnOf(t);
      const sign = tokens.textOf(t);
      if (signs.closes(sign)) {
        while (begins && open.length > 0 && open.at(-1)!.column > column) open.pop();
        const last = open.at(-1);
        // Within a line the sign alone tells.
        const isOwn = last?.closer === sign[0] && (!begins || last?.column === column);
        if (isOwn) open.pop();
      }
      if (signs.opens(sign)) open.push({ token: t, column, closer: signs.closerOf(sign.at(-1)!) });
    }
    return open;
  }

  /** The column of the line on which token t begins; 0 for none. */
  private columnOf(t: number): number {
    return t < 0 ? 0 : columnOf(this.tokens, t, this.style);
  }
}
