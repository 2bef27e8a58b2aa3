import { N, T } from "../kinds.js";
import { Reading } from "./base.js";
import { JsxParser } from "./jsx.js";

/** Arrow functions (ECMA-262, 15.3), which only what follows their parameters tells from values in brackets. */
export abstract class ArrowParser extends JsxParser {
  protected inAsync = false;
  protected inGenerator = false;
  protected inFunction = false;

  protected abstract functionExpression(first: number, isAsync: boolean): void;
  protected abstract functionBody(isAsync: boolean, generator: boolean): void;
  protected abstract parenItem(): void;

  /** The arrow and body of a function whose parameters began at token `first`. */
  protected arrowTail(first: number, isAsync: boolean): void {
    this.arrowBody(isAsync);
    this.finish(N.Arrow, first);
  }

  protected arrowBody(isAsync: boolean): void {
    this.next();
    if (this.kind === T.LeftBrace) return this.functionBody(isAsync, false);
    const { inAsync, inGenerator, inFunction } = this;
    this.inAsync = isAsync;
    this.inGenerator = false;
    this.inFunction = true;
    this.assignment();
    this.inAsync = inAsync;
    this.inGenerator = inGenerator;
    this.inFunction = inFunction;
  }

  protected genericArrow(): boolean {
    const first = this.at;
    const head = (): boolean => {
      this.typeParameters();
      return this.arrowHead();
    };
    if (!this.marksTypeParameters())
      return (
        !this.dialect.jsx && this.attempt(head, Reading.GenericArrow) && this.arrowAfter(first)
      );
    // Nothing else begins so, even where what follows does not parse.
    if (head()) return this.arrowAfter(first);
    this.missing = true;
    return true;
  }

  /**
   * `<T,` and `<T = U` begin type parameters. So does `<const T` where there are no tags, and `<T extends U`
   * where there are; elsewhere it could begin a conditional type.
   */
  private marksTypeParameters(): boolean {
    let marks = false;
    this.attempt(() => {
      this.next();
      const { jsx } = this.dialect;
      const isConst = this.eat(T.Const);
      if (!this.eatWord()) return false;
      const after = this.peek();
      marks =
        (isConst && !jsx)
        || this.kind === T.Comma
        || (
          this.kind === T.Assign && after !== T.String && after !== T.LeftBrace && after !== T.Less
        )
        || (
          jsx
          && this.kind === T.Extends
          && after !== T.Assign
          && after !== T.Greater
          && after !== T.Slash
        );
      return false;
    });
    return marks;
  }

  /** Takes the parameters of what must be an arrow function. */
  private arrowHead(): boolean {
    if (this.kind !== T.LeftParen) return false;
    const list = this.at;
    this.bracketed(T.RightParen, this.parenItem);
    this.finish(N.Parameters, list);
    this.annotation();
    return this.is(T.Arrow) && !this.lineBefore;
  }

  private arrowAfter(first: number): boolean {
    this.arrowTail(first, this.tokens.is(first, "async"));
    return true;
  }

  /** `async function …` or `async name => …`; false where `async` is only a name. */
  protected asyncFunction(): boolean {
    const first = this.at;
    const after = this.peek();
    if (after === T.Function) {
      return this.attempt(() => {
        this.next();
        if (this.lineBefore) return false;
        this.functionExpression(first, true);
        return true;
      });
    }
    if (after === T.Less && this.dialect.types) {
      return this.attempt(() => {
        this.next();
        this.typeParameters();
        return this.arrowHead() && this.arrowAfter(first);
      }, Reading.AsyncArrow);
    }
    if (after !== T.Name) return false;
    return this.attempt(() => {
      this.next();
      if (this.lineBefore) return false;
      this.next();
      if (this.kind !== T.Arrow || this.lineBefore) return false;
      return this.arrowAfter(first);
    });
  }

  /**
   * `: type => …` after a list in brackets, the node finished last. Between `?` and `:` it makes a
   * function only where another colon follows.
   */
  protected typedArrow(isAsync: boolean, first: number): boolean {
    if (!this.dialect.types) return false;
    const list = this.tree.last;
    const head = (): boolean => {
      this.annotation();
      return this.kind === T.Arrow && !this.lineBefore;
    };
    if (this.inBranch) {
      const whole = this.attempt(() => {
        if (!head()) return false;
        this.arrowBody(isAsync);
        return this.kind === T.Colon;
      }, Reading.BranchReturnType);
      if (!whole) return false;
    } else {
      if (!this.attempt(head, Reading.ReturnType)) return false;
      this.arrowBody(isAsync);
    }
    this.tree.setKind(list, N.Parameters);
    this.finish(N.Arrow, first);
    return true;
  }

  protected bracketed(closer: T, item: (this: this) => void): void {
    if (this.isKnownOpen()) return this.giveUp();
    const { at, noIn, inBranch } = this;
    this.noIn = false;
    this.inBranch = false;
    if (!this.list(closer, item) && this.kind === T.End) this.fail(at, Reading.Brackets);
    this.noIn = noIn;
    this.inBranch = inBranch;
  }
}
