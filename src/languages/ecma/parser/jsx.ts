import { N, T, isWord } from "../kinds.js";
import { TypeParser } from "./types.js";

const QUOTE = 34;
const APOSTROPHE = 39;

/** Elements in the code, after the JSX specification. */
export abstract class JsxParser extends TypeParser {
  /**
   * An element or fragment, from its `<`.
   *
   * @param child whether it stands between tags, where text goes on after it.
   * @returns whether it ends with its tag.
   */
  protected jsxElement(child: boolean): boolean {
    if (this.tooDeep()) return false;
    this.depth++;
    const whole = this.element(child);
    this.depth--;
    return whole;
  }

  private element(child: boolean): boolean {
    const first = this.at;
    this.next();
    this.jsxName();
    if (this.dialect.types && this.atLess()) this.typeArguments();
    while (isWord(this.kind) || this.kind === T.LeftBrace) this.jsxAttribute();
    if (this.kind === T.Slash) {
      this.next();
      const whole = this.tagEnd(child);
      this.finish(N.JsxElement, first);
      return whole;
    }
    if (this.kind !== T.Greater) this.leftOpen("/>");
    const opened = this.tagEnd(true);
    this.finish(N.JsxOpening, first);
    const whole = opened && this.children(child, `</${this.nameOf(first)}>`);
    this.finish(N.JsxElement, first);
    return whole;
  }

  /** The name of the tag that begins at token `first`, as it is written. */
  private nameOf(first: number): string {
    const { tokens } = this;
    const end = /^[\w$.:-]*/u.exec(tokens.text.slice(tokens.end(first)).trimStart())!;
    return end[0];
  }

  /** Takes the `>` of a tag. What follows is text where the tag stands between tags. */
  private tagEnd(text: boolean): boolean {
    if (this.kind !== T.Greater) {
      this.missing = true;
      return false;
    }
    if (text) this.nextChild();
    else this.next();
    return true;
  }

  private nextChild(): void {
    this.taken = this.at + 1;
    this.asChild();
  }

  /** Has what follows the last token taken read as text. */
  private asChild(): void {
    this.look(this.lexer.jsxChild(this.taken));
  }

  private jsxName(): void {
    if (!isWord(this.kind)) return;
    const first = this.at;
    this.reread(this.lexer.asJsxName);
    this.next();
    while (this.kind === T.Dot || this.kind === T.Colon) {
      this.next();
      if (!isWord(this.kind)) this.missing = true;
      else this.reread(this.lexer.asJsxName);
      this.eatWord();
    }
    if (this.taken > first + 1) this.finish(N.Primary, first);
  }

  private jsxAttribute(): void {
    const first = this.at;
    if (this.kind === T.LeftBrace) return void this.jsxExpression(false);
    this.jsxName();
    if (this.kind === T.Assign) {
      this.next();
      this.jsxValue();
    }
    this.finish(N.JsxAttribute, first);
  }

  private jsxValue(): void {
    switch (this.kind) {
      case T.String:
      case T.Unknown:
        // Other strings may hold no line end, so that this one was read as none.
        if (this.atQuote()) this.reread(this.lexer.asJsxString);
        this.missing ||= this.is(T.Unknown);
        return this.next();
      case T.LeftBrace: return void this.jsxExpression(false);
      case T.Less: return void this.jsxElement(false);
      default: this.missing = true;
    }
  }

  private atQuote(): boolean {
    const c = this.tokens.text.charCodeAt(this.tokens.start(this.at));
    return c === QUOTE || c === APOSTROPHE;
  }

  /** Answers whether the end of the expression is known, be it by its brace or by indentation. */
  private jsxExpression(child: boolean): boolean {
    const first = this.at;
    const opener = this.open();
    this.eat(T.Ellipsis);
    if (!this.ends(T.RightBrace, opener)) this.expression();
    const known = this.kind !== T.End && this.ends(T.RightBrace, opener);
    const closed = this.close(T.RightBrace, opener, child ? this.nextChild : this.next);
    if (child && known && !closed) this.asChild();
    this.finish(N.JsxExpression, first);
    return known;
  }

  private children(child: boolean, closing: string): boolean {
    for (;;) {
      let whole = true;
      if (this.kind === T.LeftBrace) whole = this.jsxExpression(true);
      else if (this.kind === T.JsxText) this.nextChild();
      else if (this.kind === T.Less && this.peek() !== T.Slash)
        whole = this.jsxElement(true);
      else break;
      if (whole) continue;
      this.leftOpen(closing);
      return false;
    }
    const tag = this.at;
    if (this.kind !== T.Less) {
      this.leftOpen(closing);
      this.missing = true;
      return false;
    }
    this.next();
    this.expect(T.Slash);
    this.jsxName();
    const whole = this.tagEnd(child);
    this.finish(N.JsxClosing, tag);
    return whole;
  }
}
