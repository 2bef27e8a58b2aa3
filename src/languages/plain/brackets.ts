import { Signs, type Notation, type Pair } from "../../core/notation.js";
import { lastAtMost } from "../../core/text/search.js";
import type { CodeLines } from "./lines.js";
import { T } from "./lexer.js";

/** A bracket, and where it stands. */
export interface Bracket {
  readonly sign: string;
  readonly at: number;
}

/** What stands before a brace that holds items, and how far before it that is looked for. */
const LISTS = /(?:=>?|[:,([\]]|\breturn|\benum\b[^;{}]*)\s*$|\w$/;
const NEAR = 200;

/** The brackets in the code of a text. */
export class Brackets {
  /** Those that are open at its end, outermost first. */
  readonly open: Bracket[] = [];
  /** Where closers stand, in order, and at the same places the openers that they close. */
  private readonly closers: number[] = [];
  private readonly closed: number[] = [];
  private readonly signs: Signs;
  private readonly openerOfSign: ReadonlyMap<string, string>;

  constructor(private readonly lines: CodeLines, notation: Notation) {
    const { brackets = [] } = notation;
    this.signs = Signs.of(notation);
    this.openerOfSign = new Map(brackets.map(([opener, closer]) => [closer, opener]));
    this.match(brackets);
  }

  private match(brackets: readonly Pair[]): void {
    const { lines: { text, tokens }, open, signs, openerOfSign: openers } = this;
    // All of a text is looked through for each key.
    const isBracket = new Uint8Array(128);
    for (const sign of brackets.flat()) isBracket[sign.charCodeAt(0)] = 1;
    for (let t = 0; t < tokens.count; t++) {
      if (tokens.kind(t) !== T.Code) continue;
      for (let at = tokens.start(t), end = tokens.end(t); at < end; at++) {
        const c = text.charCodeAt(at);
        if (c >= 128 || isBracket[c] === 0) continue;
        const sign = text[at]!;
        if (signs.isOpener(c)) {
          open.push({ sign, at });
        } else if (openers.has(sign) && open.at(-1)?.sign === openers.get(sign)) {
          this.closers.push(at);
          this.closed.push(open.pop()!.at);
        }
      }
    }
  }

  /** Whether the innermost that is open holds items of a list rather than statements. */
  get holdItems(): boolean {
    const { lines: { text }, open } = this;
    const innermost = open.at(-1);
    if (innermost === undefined) return false;
    if (innermost.sign !== "{") return true;
    const start = Math.max(text.lastIndexOf("\n", innermost.at) + 1, innermost.at - NEAR);
    return LISTS.test(text.slice(start, innermost.at));
  }

  /** Where the bracket stands that the one at an offset closes; -1 for none. */
  openerOf(closer: number): number {
    const i = lastAtMost(this.closers, closer);
    return i >= 0 && this.closers[i] === closer ? this.closed[i]! : -1;
  }

  /** Where the outermost bracket stands that a line closes and did not open; -1 for none. */
  openedBefore(head: number): number {
    const { lines: { tokens }, closers, closed } = this;
    const start = tokens.start(head);
    let least = start;
    for (
      let i = lastAtMost(closers, tokens.end(this.lines.end(head) - 1));
      i >= 0 && closers[i]! >= start;
      i--
    )
      least = Math.min(least, closed[i]!);
    return least < start ? least : -1;
  }

  /** Where the bracket stands that a line leaves open with something after it; -1 for none. */
  leftOpen(head: number): number {
    const { lines: { text, tokens }, signs, openerOfSign } = this;
    const end = this.lines.end(head);
    const open: number[] = [];
    for (let t = head; t < end; t++) {
      if (tokens.kind(t) !== T.Code) continue;
      for (let at = tokens.start(t); at < tokens.end(t); at++) {
        if (signs.isOpener(text.charCodeAt(at))) open.push(at);
        else if (openerOfSign.has(text[at]!)) open.pop();
      }
    }
    const at = open.at(-1) ?? -1;
    return at < tokens.start(head) + this.lines.codeOf(head).length - 1 ? at : -1;
  }

  /** Whether a bracket stands between two lines that is open at the end of the text. */
  parted(before: number, line: number): boolean {
    const { lines: { tokens }, open } = this;
    const at = open.at(-1)?.at ?? -1;
    return tokens.start(before) <= at && at < tokens.start(line);
  }
}
