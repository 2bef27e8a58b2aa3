import { lastAtMost } from "../text/search.js";
import { endsLineAt } from "../text/line-ends.js";
import { Allotment, doubledBytes, doubledInts } from "../text/arrays.js";

/** What core knows of a token, whatever its language. Bits from `Own` up are the language's. */
export const enum TokenFlag {
  /** A line end lies in the gap before the token. */
  OnNewLine = 1,
  /** The token itself holds a line end. */
  MultiLine = 2,
  /** The grammar does not see it: a comment, or a mark that continues a line. */
  Trivia = 4,
  /** Nothing can follow on its line. */
  EndsLine = 8,
  /** The gap after it, line end included, must stay as it is. */
  Continues = 16,
  Own = 32,
}

/**
 * The tokens of a text in order, as typed arrays: kind, UTF-16 start and end, flags.
 *
 * Gap `t` is the white space before token `t`; gap `count` is what follows the last token. Together
 * tokens and gaps cover the text from `textStart` to its end.
 */
export class TokenTable {
  count = 0;
  private kinds: Uint8Array;
  private starts: Int32Array;
  private ends: Int32Array;
  private flags: Uint8Array;

  /** @param textStart where the first gap begins: 1 after a byte order mark, else 0. */
  constructor(readonly text: string, readonly textStart: number) {
    const room = (text.length >> 2) + 16;
    const arrays = new Allotment(room * 10);
    this.starts = arrays.ints(room);
    this.ends = arrays.ints(room);
    this.kinds = arrays.bytes(room);
    this.flags = arrays.bytes(room);
  }

  add(kind: number, start: number, end: number, flags: number): void {
    const t = this.count;
    if (t === this.kinds.length) this.grow();
    this.kinds[t] = kind;
    this.starts[t] = start;
    this.ends[t] = end;
    this.flags[t] = flags;
    this.count = t + 1;
  }

  /** Forgets the tokens from `count` on, for a parser that goes back. */
  truncate(count: number): void {
    this.count = count;
  }

  kind(t: number): number {
    return t < this.count ? this.kinds[t]! : 0;
  }

  start(t: number): number {
    return this.starts[t]!;
  }

  end(t: number): number {
    return this.ends[t]!;
  }

  flagsOf(t: number): number {
    return this.flags[t]!;
  }

  has(t: number, flag: number): boolean {
    return t < this.count && (this.flags[t]! & flag) !== 0;
  }

  setKind(t: number, kind: number): void {
    this.kinds[t] = kind;
  }

  setFlag(t: number, flag: number): void {
    this.flags[t]! |= flag;
  }

  setEnd(t: number, end: number): void {
    this.ends[t] = end;
  }

  gapStart(g: number): number {
    return g === 0 ? this.textStart : this.ends[g - 1]!;
  }

  gapEnd(g: number): number {
    return g === this.count ? this.text.length : this.starts[g]!;
  }

  /** How many line ends gap g holds. */
  lineEndsIn(g: number): number {
    if (g < this.count && !this.onNewLine(g)) return 0;
    let count = 0;
    for (let i = this.gapStart(g), end = this.gapEnd(g); i < end; i++)
      if (endsLineAt(this.text, i)) count++;
    return count;
  }

  /** Whether white space stands in gap g. */
  isApart(g: number): boolean {
    return this.gapStart(g) < this.gapEnd(g);
  }

  isTrivia(t: number): boolean {
    return this.has(t, TokenFlag.Trivia);
  }

  /** Whether a sign put behind the token would become part of it, as behind a string left open. */
  swallows(t: number): boolean {
    return this.has(t, TokenFlag.EndsLine | TokenFlag.Continues);
  }

  onNewLine(t: number): boolean {
    return this.has(t, TokenFlag.OnNewLine);
  }

  textOf(t: number): string {
    return this.text.slice(this.starts[t]!, this.ends[t]!);
  }

  /** Whether token `t` reads exactly `word`. */
  is(t: number, word: string): boolean {
    return (
      t < this.count
      && this.ends[t]! - this.starts[t]! === word.length
      && this.text.startsWith(word, this.starts[t]!)
    );
  }

  /** The first token at or after `t` that the grammar sees; `count` where there is none. */
  skipTrivia(t: number): number {
    while (t < this.count && (this.flags[t]! & TokenFlag.Trivia) !== 0) t++;
    return t;
  }

  /** The token with which the line begins on which token `t` does, or token `least` where that stands on it. */
  lineFirst(t: number, least = 0): number {
    while (t > least && !this.onNewLine(t)) t--;
    return t;
  }

  /** The last token before `t` that the grammar sees; -1 where there is none. */
  grammarBefore(t: number): number {
    let before = t - 1;
    while (before >= 0 && this.isTrivia(before)) before--;
    return before;
  }

  /** The first token at or after `t` with one of these flags; `end` where there is none before it. */
  nextWith(flags: number, t: number, end = this.count): number {
    while (t < end && (this.flags[t]! & flags) === 0) t++;
    return t;
  }

  /** The tokens of several lines, as stretches by UTF-16 offsets. */
  multiLine(): { readonly from: number; readonly to: number }[] {
    const found = [];
    for (let t = 0; t < this.count; t++) {
      if (this.has(t, TokenFlag.MultiLine)) found.push({ from: this.start(t), to: this.end(t) });
    }
    return found;
  }

  /** The last token that begins at or before a UTF-16 offset, or -1. */
  lastAt(offset: number): number {
    return lastAtMost(this.starts, offset, this.count);
  }

  private grow(): void {
    this.kinds = doubledBytes(this.kinds);
    this.flags = doubledBytes(this.flags);
    this.starts = doubledInts(this.starts);
    this.ends = doubledInts(this.ends);
  }
}

/** Whether a blank line stands between token t and what the grammar sees before it, above or below comments. */
export function isBelowBlank(tokens: TokenTable, t: number): boolean {
  let g = t;
  while (tokens.lineEndsIn(g) < 2 && tokens.isTrivia(g - 1)) g--;
  return tokens.lineEndsIn(g) > 1;
}
