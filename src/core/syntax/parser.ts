import type { TokenTable } from "./tokens.js";
import { Tree } from "./tree.js";

/** How deep constructs may nest; what lies deeper is one node whose gaps stay as they are. */
export const DEPTH_LIMIT = 240;

/** The kind of the position after the last token. */
export const END = 0;

/**
 * What the hand-written parsers share: a place in the token table that skips trivia, and a tree
 * under construction. A grammar rule notes `at` where it begins and calls `finish` where it ends.
 */
export abstract class Parser {
  /** The token the parser looks at; never trivia. */
  at = 0;
  /** Its kind. */
  kind = END;
  /** One past the last token taken. */
  taken = 0;
  readonly tree: Tree;
  protected depth = 0;

  constructor(readonly tokens: TokenTable) {
    this.tree = new Tree((tokens.text.length >> 3) + 16);
  }

  /** Looks at the first token. */
  protected begin(): void {
    this.at = this.tokens.skipTrivia(0);
    this.kind = this.tokens.kind(this.at);
  }

  protected next(): void {
    this.taken = this.at + 1;
    this.at = this.tokens.skipTrivia(this.taken);
    this.kind = this.tokens.kind(this.at);
  }

  /** Whether the parser looks at a token of this kind. */
  protected is(kind: number): boolean {
    return this.kind === kind;
  }

  /** Takes the token where it has this kind, and says whether it had. */
  protected eat(kind: number): boolean {
    if (this.kind !== kind) return false;
    this.next();
    return true;
  }

  /** The kind of the next grammar token after the current one. */
  protected peek(): number {
    return this.tokens.kind(this.tokens.skipTrivia(this.at + 1));
  }

  /** Finishes a node over what was taken since token `first`; nothing taken, no node. */
  protected finish(kind: number, first: number): void {
    if (this.taken > first) this.tree.finish(kind, first, this.taken);
  }
}
