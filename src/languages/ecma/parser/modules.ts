import { N, T, isWord } from "../kinds.js";
import { MemberParser } from "./members.js";

/** Imports and exports (ECMA-262, chapter 16; TypeScript's additions). */
export abstract class ModuleParser extends MemberParser {
  protected abstract statementHere(opener: number): void;
  protected abstract functionStatement(first: number, opener: number): void;
  protected abstract interface(first: number): void;

  /** Ends a statement: at its semicolon, or where the language puts one in. */
  protected abstract terminated(kind: N, first: number, opener: number): void;

  protected import(first: number, opener: number): void {
    this.next();
    if (this.beginsStatement() || this.isCutOff()) return this.lacking(N.Import, first);
    if (this.eat(T.String)) return this.moduleEnd(N.Import, first, opener);
    // `import type`, `import defer`, `import source`: a name alone is what is imported.
    const after = this.peek();
    const marked = this.isName("type") || this.isName("defer") || this.isName("source");
    if (
      marked
      && (after === T.LeftBrace || after === T.Star || (after === T.Name && !this.fromFollows()))
    ) this.next();
    if (this.eatWord()) {
      if (this.eat(T.Assign)) {
        // TypeScript's `import a = b.c`.
        this.expression();
        return this.terminated(N.Import, first, opener);
      }
      this.eat(T.Comma);
    }
    this.clause();
    if (this.eatName("from")) this.expect(T.String);
    else this.missing = true;
    this.moduleEnd(N.Import, first, opener);
  }

  /** An import or export of which only the first word is written. */
  private lacking(kind: N, first: number): void {
    this.missing = true;
    this.finish(kind, first);
  }

  /** Whether `from "…"` follows the current name: then it is imported itself. */
  private fromFollows(): boolean {
    let from = false;
    this.attempt(() => {
      this.next();
      from = this.isName("from") && this.peek() === T.String;
      return false;
    });
    return from;
  }

  /** `* as name` or names in braces. */
  private clause(): void {
    const first = this.at;
    if (this.eat(T.Star)) {
      if (this.eatName("as") && !this.eatWord()) this.eat(T.String);
      if (this.taken > first + 1) this.finish(N.Specifier, first);
    } else if (this.kind === T.LeftBrace) {
      this.list(T.RightBrace, () => this.specifier());
      this.finish(N.Specifiers, first);
    }
  }

  private specifier(): void {
    const first = this.at;
    if (!isWord(this.kind) && this.kind !== T.String) return;
    do this.next();
    while ((isWord(this.kind) || this.kind === T.String) && !(this.doubtful && this.lineBefore));
    if (this.taken > first + 1) this.finish(N.Specifier, first);
  }

  private moduleEnd(kind: N, first: number, opener: number): void {
    const attributes = this.at;
    if (
      (this.kind === T.With || (this.isName("assert") && !this.lineBefore))
      && this.peek() === T.LeftBrace
    ) {
      this.next();
      this.pattern();
      this.finish(N.ImportAttributes, attributes);
    }
    this.terminated(kind, first, opener);
  }

  protected export(first: number, opener: number): void {
    this.next();
    const again = this.kind === T.Import || this.kind === T.Export;
    if ((again && this.lineBefore) || this.isCutOff()) return this.lacking(N.Export, first);
    if (this.eat(T.Default)) {
      this.exportDefault(opener);
      return this.finish(N.Export, first);
    }
    if (this.eat(T.Assign)) {
      this.expression();
      return this.terminated(N.Export, first, opener);
    }
    if (this.isName("type")) {
      const after = this.peek();
      if (after === T.LeftBrace || after === T.Star) this.next();
    }
    if (this.kind === T.Star || this.kind === T.LeftBrace) {
      this.clause();
      if (this.eatName("from")) this.expect(T.String);
      return this.moduleEnd(N.Export, first, opener);
    }
    if (this.eatName("as")) {
      // `export as namespace Name`
      this.eatWord();
      this.eatWord();
      return this.terminated(N.Export, first, opener);
    }
    this.nested(() => this.statementHere(opener));
    // Only declarations can be exported.
    if (this.tree.kind(this.tree.last) === N.Expression) this.missing = true;
    this.finish(N.Export, first);
  }

  private exportDefault(opener: number): void {
    const first = this.at;
    const after = this.kind === T.Name ? this.peek() : T.End;
    if (this.kind === T.At) this.decorators();
    if (this.kind === T.Function || (this.isName("async") && after === T.Function))
      return this.functionStatement(first, opener);
    if (this.kind === T.Class || (this.isName("abstract") && after === T.Class))
      return this.classLike(N.Class, first);
    if (this.dialect.types && this.isName("interface") && isWord(after))
      return this.interface(first);
    this.assignment();
    this.terminated(N.Expression, first, opener);
  }
}
