import { N, T, isWord } from "../kinds.js";
import { TypeParser } from "./types.js";

const SLASH = 47;

/** Elements in the code, after the JSX specification. */
export abstract class JsxParser extends TypeParser {
  /**
   * An element or fragment, from its `<`.
   *
   * @param child whether it stands between tags, where text goes on after it.
   */
  protected jsxElement(child: boolean): void {
    this.nested(() => this.element(child));
  }

  private element(child: boolean): void {
    const first = this.at;
    this.next();
    this.jsxName();
    if (this.dialect.types && this.atLess()) this.typeArguments();
    while (isWord(this.kind) || this.kind === T.LeftBrace) this.jsxAttribute();
    if (this.kind === T.Slash) {
      this.next();
      this.tagEnd(child);
      return this.finish(N.JsxElement, first);
    }
    const opened = this.kind === T.Greater;
    if (!opened) this.leftOpen("/>");
    this.tagEnd(true);
    this.finish(N.JsxOpening, first);
    if (opened) this.children(child, `</${this.nameOf(first)}>`);
    this.finish(N.JsxElement, first);
  }

  /** The name of the tag that begins at token `first`, as it is written. */
  private nameOf(first: number): string {
    const { tokens } = this;
    const end = /^[\w$.:-]*/u.exec(tokens.text.slice(tokens.end(first)).trimStart())!;
    return end[0];
  }

  /** Takes the `>` of a tag. What follows is text where the tag stands between tags. */
  private tagEnd(text: boolean): void {
    if (this.kind !== T.Greater) this.missing = true;
    else if (text) this.nextChild();
    else this.next();
  }

  private nextChild(): void {
    this.taken = this.at + 1;
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
    if (this.kind === T.LeftBrace) return this.jsxExpression(false);
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
        this.reread(this.lexer.asJsxString);
        this.missing ||= this.is(T.Unknown);
        return this.next();
      case T.LeftBrace: return this.jsxExpression(false);
      case T.Less: return this.jsxElement(false);
      default: this.missing = true;
    }
  }

  private jsxExpression(child: boolean): void {
    const first = this.at;
    this.next();
    this.eat(T.Ellipsis);
    if (this.kind !== T.RightBrace) this.expression();
    if (this.kind !== T.RightBrace) {
      this.missing = true;
      this.torn = true;
      this.leftOpen("}");
    } else if (child) {
      this.nextChild();
    } else {
      this.next();
    }
    this.finish(N.JsxExpression, first);
  }

  private children(child: boolean, closing: string): void {
    for (;;) {
      if (this.kind === T.LeftBrace) {
        this.jsxExpression(true);
      } else if (this.kind === T.JsxText) {
        this.nextChild();
      } else if (this.kind === T.Less && this.lexer.nextCharacter() !== SLASH) {
        this.jsxElement(true);
      } else {
        break;
      }
      if (this.missing) return this.leftOpen(closing);
    }
    const tag = this.at;
    if (this.kind !== T.Less) {
      this.leftOpen(closing);
      this.missing = true;
      return;
    }
    this.next();
    this.expect(T.Slash);
    this.jsxName();
    this.tagEnd(child);
    this.finish(N.JsxClosing, tag);
  }
}
