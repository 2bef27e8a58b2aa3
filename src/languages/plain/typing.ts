import type { Around, IndentedBlocks, Typing } from "../../core/language.js";
import { Signs, type Notation } from "../../core/notation.js";
import type { Style } from "../../core/style/style.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { lineColumn } from "../../core/text/width.js";
import type { Declaration } from "./declaration.js";
import { T, lexDeclared } from "./lexer.js";

const BACKSLASH = "\\";

/** What may be typed behind a word that ends there. */
const BEHIND_WORDS = [" ", ";", "(", ":"];

/** What a language that has only a declaration says of text that is being typed. */
export function declaredTyping(declaration: Declaration, notation: Notation): Typing {
  const words = Object.keys(declaration.closes ?? {});
  const { brackets = [] } = notation;
  const read = (text: string): Before => new Before(text, declaration, notation);
  return {
    triggers: [
      ...brackets.map(([, closer]) => closer),
      ...(words.length > 0 ? BEHIND_WORDS : []),
      ...(notation.blockComment === undefined ? [] : [notation.blockComment.close.at(-1)!]),
    ],
    words: new Map(words.map((word) => [word, [""]] as const)),
    closers: (text) => read(text).closers(),
    blocks: blocks(read),
  };
}

const blocks = (read: (text: string) => Before): IndentedBlocks => ({
  column: (text, style, around) => read(text).column(style, around),
  wordColumn: (text, word, column, style) => read(text).wordColumn(word, column, style),
  nearest(text, _, style, block = "") {
    const before = read(text);
    return before.itemColumn(block, style) ?? before.column(style, { rest: "" });
  },
  closerColumn: (text, closer, style) => read(text).closerColumn(closer, style),
});

/** A bracket, and where it stands. */
interface Bracket {
  readonly sign: string;
  readonly at: number;
}

/** A text up to the beginning of a line. */
class Before {
  private readonly tokens: TokenTable;
  private readonly signs: Signs;
  /** The brackets that are open at its end, outermost first. */
  private readonly open: Bracket[] = [];
  /** The outermost bracket that its last line closes and did not open. */
  private closed: Bracket | undefined = undefined;
  /** Where its last line begins that holds something. */
  private readonly last: number;

  constructor(
    private readonly text: string,
    private readonly declaration: Declaration,
    private readonly notation: Notation,
  ) {
    this.tokens = lexDeclared(text, declaration);
    this.signs = Signs.of(notation);
    const { tokens } = this;
    let head = tokens.count - 1;
    while (head > 0 && !tokens.onNewLine(head)) head--;
    this.last = head;
    this.match();
  }

  /** Finds which brackets are open. */
  private match(): void {
    const { tokens, text, open, notation: { brackets = [] } } = this;
    const openers = new Map(brackets.map(([opener, closer]) => [closer, opener]));
    // All of a text is looked through for each key.
    const isBracket = new Uint8Array(128);
    for (const sign of brackets.flat()) isBracket[sign.charCodeAt(0)] = 1;
    for (let t = 0; t < tokens.count; t++) {
      if (tokens.kind(t) !== T.Code) continue;
      for (let at = tokens.start(t), end = tokens.end(t); at < end; at++) {
        const c = text.charCodeAt(at);
        if (c >= 128 || isBracket[c] === 0) continue;
        const sign = text[at]!;
        if (this.signs.isOpener(c)) {
          open.push({ sign, at });
        } else if (openers.has(sign) && open.at(-1)?.sign === openers.get(sign)) {
          const opener = open.pop()!;
          if (t >= this.last && opener.at < tokens.start(this.last)) this.closed = opener;
        }
      }
    }
  }

  closers(): string {
    return this.open.map(({ sign }) => this.signs.closerOf(sign)!).reverse().join("");
  }

  closerColumn(closer: string, { tabWidth }: Style): number | undefined {
    const opener = this.open.filter(({ sign }) => this.signs.closerOf(sign) === closer).at(-1);
    return opener === undefined ? undefined : lineColumn(this.text, opener.at, tabWidth);
  }

  /** The column of the line that follows. */
  column({ indentSize, tabWidth }: Style, { below }: Around): number {
    const { tokens, text, declaration, last } = this;
    if (last < 0) return 0;
    const line = this.codeOf(last);
    const own = lineColumn(text, tokens.start(last), tabWidth);
    const bullet = declaration.bullets?.exec(line)?.[0].length ?? 0;
    const opens =
      this.signs.opens(line)
      || (this.closed === undefined && declaration.opens?.test(line) === true);
    if (opens || this.isContinued(last)) {
      const base = own + bullet;
      return opens && below !== undefined && below > base ? below : base + indentSize;
    }
    // Behind what closes brackets of an earlier line, and goes on with that.
    if (this.closed !== undefined && !this.signs.closes(line))
      return lineColumn(text, this.closed.at, tabWidth);
    if (this.wasContinued(last)) return lineColumn(text, this.statement(last), tabWidth);
    return own + bullet;
  }

  /** Where the nearest item above begins, for a block that begins with one; undefined for others. */
  itemColumn(block: string, { tabWidth }: Style): number | undefined {
    const { tokens, text, declaration: { bullets } } = this;
    if (bullets?.test(block) !== true) return undefined;
    for (let head = this.last; head >= 0; head = this.lineBefore(head))
      if (bullets.test(this.codeOf(head)))
        return lineColumn(text, tokens.start(head), tabWidth);
    return undefined;
  }

  /** The code of the line with which token `head` begins, comments apart. */
  private codeOf(head: number): string {
    const { tokens, text } = this;
    let end = tokens.start(head);
    for (let t = head; t < tokens.count && (t === head || !tokens.onNewLine(t)); t++)
      if (!tokens.isTrivia(t)) end = tokens.end(t);
    return text.slice(tokens.start(head), end).trimEnd();
  }

  /** Whether a line is the first that goes on behind a backslash. */
  private isContinued(head: number): boolean {
    return this.codeOf(head).endsWith(BACKSLASH) && !this.wasContinued(head);
  }

  /** Whether the line before one goes on with it. */
  private wasContinued(head: number): boolean {
    const before = this.lineBefore(head);
    return before >= 0 && this.codeOf(before).endsWith(BACKSLASH);
  }

  /** Where the first of several lines begins that go on with one another, as far as the last does not. */
  private statement(head: number): number {
    const { tokens } = this;
    if (this.codeOf(head).endsWith(BACKSLASH)) return tokens.start(head);
    let first = head;
    while (this.wasContinued(first)) first = this.lineBefore(first);
    return tokens.start(first);
  }

  /** The token with which the line before that of token `head` begins, or -1. */
  private lineBefore(head: number): number {
    let before = head - 1;
    while (before > 0 && !this.tokens.onNewLine(before)) before--;
    return before;
  }

  /** Where a word goes back to; undefined where it stays. */
  wordColumn(word: string, column: number, { tabWidth }: Style): number | undefined {
    const { tokens, text, declaration } = this;
    const pattern = declaration.closes?.[word];
    if (pattern === undefined) return undefined;
    let least = Infinity;
    for (let head = this.last; head >= 0 && least > 0; head = this.lineBefore(head)) {
      const own = lineColumn(text, tokens.start(head), tabWidth);
      if (own >= least) continue;
      least = own;
      const code = this.codeOf(head);
      if (pattern.test(code)) return own < column ? own : undefined;
      if (declaration.holds?.test(code) === true) return undefined;
    }
    return undefined;
  }
}
