import { Ahead } from "./ahead.js";
import { Char } from "./characters.js";
import { isLineTerminator } from "./line-ends.js";

/** What ended a string. */
export const enum Ended {
  ByQuote,
  /** The line ended first. */
  ByLine,
  ByText,
}

/** Finds the ends of strings that stand on one line, but for line ends behind a backslash. */
export class StringReader {
  private readonly quotes: Ahead;
  private readonly apostrophes: Ahead;
  private readonly backslashes: Ahead;
  private readonly lineFeeds: Ahead;
  private readonly returns: Ahead;
  ended = Ended.ByText;
  /** Whether a line ends inside, behind a backslash. */
  multiLine = false;

  constructor(private readonly text: string) {
    this.quotes = new Ahead(text, '"');
    this.apostrophes = new Ahead(text, "'");
    this.backslashes = new Ahead(text, "\\");
    this.lineFeeds = new Ahead(text, "\n");
    this.returns = new Ahead(text, "\r");
  }

  /**
   * The end of the string whose quote stands at `start`, as a UTF-16 offset: behind its closing quote, before
   * the line end that leaves it open, or that of the text; `ended` and `multiLine` say more.
   */
  end(start: number): number {
    const { text } = this;
    const quotes = text.charCodeAt(start) === Char.Quote ? this.quotes : this.apostrophes;
    this.multiLine = false;
    for (let i = start + 1; i < text.length; i++) {
      const close = quotes.next(i);
      const lineEnd = Math.min(this.lineFeeds.next(i), this.returns.next(i));
      i = this.backslashes.next(i);
      if (close < i && close < lineEnd) return this.endedAt(close + 1, Ended.ByQuote);
      if (lineEnd < i) return this.endedAt(lineEnd, Ended.ByLine);
      i++;
      if (text.charCodeAt(i) === Char.CarriageReturn && text.charCodeAt(i + 1) === Char.LineFeed)
        i++;
      this.multiLine ||= isLineTerminator(text.charCodeAt(i));
    }
    return this.endedAt(text.length, Ended.ByText);
  }

  private endedAt(end: number, ended: Ended): number {
    this.ended = ended;
    return end;
  }
}
