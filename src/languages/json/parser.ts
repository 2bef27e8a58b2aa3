import { DEPTH_LIMIT, Parser } from "../../core/syntax/parser.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import type { Tree } from "../../core/syntax/tree.js";
import { N, T } from "./kinds.js";

/** Parses JSON (ECMA-404). Closing commas are taken; what is no value is left unparsed. */
export function parseJson(tokens: TokenTable): Tree {
  return new JsonParser(tokens).document();
}

class JsonParser extends Parser {
  document(): Tree {
    this.begin();
    this.value();
    // A sign that goes on with what is over shows that something in it lost its opener.
    const isTorn = this.isCloser() || this.kind === T.Comma;
    const junk = isTorn ? 0 : this.at;
    while (this.kind !== T.End) this.next();
    this.finish(N.Unparsed, junk);
    this.tree.finish(N.Document, 0, this.tokens.count);
    return this.tree;
  }

  private isCloser(): boolean {
    return this.kind === T.RightBrace || this.kind === T.RightBracket;
  }

  private value(): void {
    switch (this.kind) {
      case T.LeftBrace: return this.list(N.Object, T.RightBrace);
      case T.LeftBracket: return this.list(N.Array, T.RightBracket);
      case T.String:
      case T.Word: return this.next();
    }
  }

  private list(kind: N, closer: T): void {
    const first = this.at;
    if (this.depth >= DEPTH_LIMIT) return this.opaque();
    this.depth++;
    this.next();
    while (this.kind !== closer && this.kind !== T.End) {
      const item = this.at;
      if (this.eat(T.Comma)) {
        // A comma with no item before it.
        if (this.tokens.kind(item - 1) === T.Comma || item === first + 1)
          this.finish(N.Unparsed, item);
        continue;
      }
      if (kind === N.Object) this.member();
      else this.value();
      if (this.kind === T.Comma || this.kind === closer || this.kind === T.End) continue;
      if (this.at === item && this.isCloser()) break;
      this.junk(item, closer);
    }
    this.depth--;
    this.finish(this.eat(closer) ? kind : N.Unparsed, first);
  }

  private member(): void {
    const first = this.at;
    if (!this.eat(T.String) && !this.eat(T.Word)) return;
    const complete = this.eat(T.Colon) && this.kind !== T.Comma && this.kind !== T.RightBrace;
    this.value();
    this.finish(complete ? N.Member : N.Unparsed, first);
  }

  /** An item that does not end where it should. */
  private junk(first: number, closer: T): void {
    let open = 0;
    while (
      this.kind !== T.End && !(open === 0 && (this.kind === T.Comma || this.kind === closer))
    ) {
      if (this.kind === T.LeftBrace || this.kind === T.LeftBracket) open++;
      else if (this.isCloser() && --open < 0) break;
      this.next();
    }
    this.finish(N.Unparsed, first);
  }

  /** Too deep: the list as one node, without what is in it. */
  private opaque(): void {
    const first = this.at;
    let open = 0;
    do {
      if (this.kind === T.LeftBrace || this.kind === T.LeftBracket) open++;
      else if (this.isCloser()) open--;
      this.next();
    } while (open > 0 && this.kind !== T.End);
    this.finish(N.Unparsed, first);
  }
}
