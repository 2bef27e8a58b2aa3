import { TokenFlag, type TokenTable } from "../../../core/syntax/tokens.js";
import type { Tree } from "../../../core/syntax/tree.js";
import { N, T, isWord, type Dialect } from "../kinds.js";
import { Lexer } from "../lexer.js";
import type { Syntax } from "../../../core/language.js";
import { ModuleParser } from "./modules.js";

/**
 * Parses any text as ECMAScript 2026, TypeScript or JSX, scripts and modules alike. It takes more than
 * the languages allow: what a formatter needs is the shape of the code.
 */
export function parseEcma(text: string, dialect: Dialect, byColumns = false): Syntax {
  if (!byColumns) {
    const first = new StatementParser(new Lexer(text), dialect, false);
    const tree = first.program();
    if (first.mismatches === 0)
      return {
        tokens: first.tokens,
        tree,
        unbalanced: false,
        mismatches: 0,
        lookaheads: first.lookaheads,
      };
  }
  const second = new StatementParser(new Lexer(text), dialect, true);
  const tree = second.program();
  const { tokens, mismatches } = second;
  return { tree, tokens, unbalanced: !byColumns || mismatches > 0, mismatches, lookaheads: [] };
}

/** What would close all that is open at the end of a text, innermost first. */
export function ecmaClosers(text: string, dialect: Dialect): string {
  const parser = new StatementParser(new Lexer(text), dialect, false);
  parser.program();
  return openTemplate(parser.tokens) + parser.closers.join("");
}

/** The backquote that template text at the end waits for. */
function openTemplate(tokens: TokenTable): string {
  const last = tokens.count - 1;
  const open = last >= 0 && !tokens.isTrivia(last) && tokens.has(last, TokenFlag.Continues);
  return open && /[`}]/.test(tokens.text[tokens.start(last)]!) ? "`" : "";
}

/** Statements and declarations (ECMA-262, chapter 14). */
class StatementParser extends ModuleParser {
  program(): Tree {
    this.begin();
    let directives = true;
    while (this.kind !== T.End) {
      const first = this.at;
      directives &&= this.kind === T.String;
      this.statement(-1);
      if (directives) this.directive(first);
      if (this.at === first) {
        this.mismatches++;
        this.stray(-1);
      }
    }
    this.tree.finish(N.Program, 0, this.tokens.count);
    return this.tree;
  }

  /** A string alone at the beginning of a body is a directive. */
  private directive(first: number): void {
    const { tree } = this;
    if (
      tree.kind(tree.last) === N.Expression
      && tree.first(tree.last) === first
      && tree.child(tree.last) === 0
    ) {
      tree.setKind(tree.last, N.Directive);
    }
  }

  protected block(kind: N): void {
    if (this.tooDeep()) return;
    this.depth++;
    const first = this.at;
    const opener = this.open();
    let directives = true;
    while (this.within(T.RightBrace, opener)) {
      const statement = this.at;
      directives &&= this.kind === T.String;
      this.statement(opener);
      if (directives) this.directive(statement);
      if (this.at === statement) {
        if (this.isCloser()) break;
        this.stray(opener);
      }
    }
    const outer = this.missing;
    if (!this.close(T.RightBrace, opener)) this.takeComments(opener);
    this.missing = outer;
    this.finish(kind, first);
    this.depth--;
  }

  /** One statement; what does not parse is left as one unparsed node up to where the next begins. */
  private statement(opener: number): void {
    const first = this.at;
    const outer = this.missing;
    const { head, statementAt } = this;
    this.missing = false;
    this.beginStatement();
    this.leftOpen(" {}");
    if (!this.tooDeep()) {
      this.depth++;
      this.statementHere(opener);
      this.depth--;
    }
    if (this.missing) {
      this.skipToStatement(opener);
      this.finish(N.Unparsed, first);
    }
    this.missing = outer;
    this.head = head;
    this.statementAt = statementAt;
    this.noteLookahead(first);
  }

  /** What no statement begins with, and what stands behind it. */
  private stray(opener: number): void {
    const first = this.at;
    this.next();
    this.skipToStatement(opener);
    this.finish(N.Unparsed, first);
  }

  private skipToStatement(opener: number): void {
    let open = 0;
    while (this.kind !== T.End) {
      if (
        open === 0
        && this.taken > 0
        && (
          this.lineBefore
          || this.tokens.kind(this.taken - 1) === T.Semicolon
          || this.kind === T.RightBrace
        )
      ) return;
      if (this.doubtful && this.lineBefore && opener >= 0 && this.columnOf(this.at) <= opener)
        return;
      this.readPattern();
      if (this.isOpener()) open++;
      else if (this.isCloser()) open = Math.max(0, open - 1);
      this.next();
    }
  }

  /** Whether the statement that comes next is the body of another, where no declaration stands. */
  private embedded = false;

  /** The body of a loop, a branch or a label. */
  private body(opener: number): void {
    this.embedded = true;
    this.statement(opener);
  }

  protected statementHere(opener: number): void {
    const first = this.at;
    const { embedded } = this;
    this.embedded = false;
    switch (this.kind) {
      case T.LeftBrace: return this.block(N.Block);
      case T.Semicolon:
        this.next();
        return this.finish(N.Empty, first);
      case T.Var: return this.variable(first, opener);
      case T.Const:
        if (this.dialect.types && this.peek() === T.Enum) {
          this.next();
          return this.enum(first);
        }
        return this.variable(first, opener);
      case T.Function: return this.functionStatement(first, opener);
      case T.Class: return this.classLike(N.Class, first);
      case T.If: return this.if();
      case T.For: return this.for();
      case T.While:
        this.next();
        this.condition();
        this.body(opener);
        return this.finish(N.While, first);
      case T.With:
        this.next();
        this.condition();
        this.body(opener);
        return this.finish(N.With, first);
      case T.Do: return this.doWhile(opener);
      case T.Return:
      case T.Throw: {
        const kind = this.kind === T.Return ? N.Return : N.Throw;
        this.next();
        if (!this.lineBefore && !this.atEnd(opener)) this.expression();
        return this.terminated(kind, first, opener);
      }
      case T.Break:
      case T.Continue:
      case T.Debugger:
        this.next();
        if (!this.lineBefore) this.eat(T.Name);
        return this.terminated(N.Jump, first, opener);
      case T.Switch: return this.switch();
      case T.Try: return this.try();
      case T.Import: {
        const after = this.peek();
        if (after !== T.LeftParen && after !== T.Dot) return this.import(first, opener);
        break;
      }
      case T.Export: return this.export(first, opener);
      case T.Enum: return this.enum(first);
      case T.At:
        this.decorators();
        if (this.is(T.Export)) return this.export(first, opener);
        return this.classLike(N.Class, first);
      case T.Name:
        if (this.nameStatement(first, opener, embedded)) return;
    }
    this.expression();
    if (this.kind === T.Colon && this.taken === first + 1) {
      this.next();
      this.body(opener);
      return this.finish(N.Labelled, first);
    }
    this.terminated(N.Expression, first, opener);
  }

  // Terminators

  private atEnd(opener: number): boolean {
    return (
      this.kind === T.Semicolon || this.ends(T.RightBrace, opener) || this.kind === T.RightBrace
    );
  }

  /** Ends a statement: at its semicolon, or where the language puts one in (ECMA-262, 12.10). */
  protected terminated(kind: N, first: number, opener: number): void {
    if (!this.eat(T.Semicolon) && !this.lineBefore && !this.atEnd(opener)) this.missing = true;
    this.finish(kind, first);
  }

  // Declarations

  /** Statements that begin with a word which is no reserved one; false where it is an expression. */
  private nameStatement(first: number, opener: number, embedded: boolean): boolean {
    const { tokens } = this;
    const word = tokens.textOf(first);
    if (!STATEMENT_WORDS.has(word)) return false;
    const after = this.peek();
    const sameLine = !this.peekedOnNewLine;
    const afterWord = isWord(after) ? this.lexer.peekedWord : "";
    switch (word) {
      case "let":
        if (
          after !== T.LeftBracket
          && after !== T.LeftBrace
          && (!isWord(after) || after === T.In || after === T.Instanceof)
        ) return false;
        // On the line before, it is a name where none can be declared.
        if (
          !sameLine
          && (embedded ? after !== T.LeftBracket : isWord(after) && after !== T.Name)
        ) return false;
        this.variable(first, opener);
        return true;
      case "using":
        if (!sameLine || after !== T.Name || afterWord === "of") return false;
        this.variable(first, opener);
        return true;
      case "await": {
        if (!sameLine || afterWord !== "using") return false;
        const declared = this.attempt(() => {
          this.next();
          this.next();
          return !this.lineBefore && this.kind === T.Name;
        });
        if (declared) this.declarators(first, opener);
        return declared;
      }
      case "async":
        if (!sameLine || after !== T.Function) return false;
        this.functionStatement(first, opener);
        return true;
    }
    if (!this.dialect.types) return false;
    // The brace of `global` may stand on a line of its own, and what is declared behind `export`.
    const goesOn =
      word === "global"
      || (word === "declare" && tokens.kind(tokens.grammarBefore(first)) === T.Export);
    if (!sameLine && !goesOn) return false;
    switch (word) {
      case "type":
        if (!isWord(after) || afterWord === "in" || afterWord === "instanceof") return false;
        return this.typeAlias(first, opener);
      case "interface":
        if (!isWord(after)) return false;
        this.interface(first);
        return true;
      case "namespace":
      case "module":
        if (after !== T.Name && after !== T.String) return false;
        this.namespace(first, opener);
        return true;
      case "global":
        if (after !== T.LeftBrace) return false;
        this.namespace(first, opener);
        return true;
      case "abstract":
        if (after !== T.Class) return false;
        this.classLike(N.Class, first);
        return true;
      case "declare":
        if (!isWord(after) || after === T.In || after === T.Instanceof || afterWord === "as")
          return false;
        this.next();
        this.nested(() => this.statementHere(opener));
        this.finish(N.Declared, first);
        return true;
      default:
        return false;
    }
  }

  private variable(first: number, opener: number): void {
    this.next();
    this.declarators(first, opener);
  }

  private declarators(first: number, opener: number): void {
    do this.declarator();
    while (this.eat(T.Comma));
    this.terminated(N.Variable, first, opener);
  }

  private declarator(): void {
    const first = this.at;
    this.binding();
    if (this.eat(T.Assign)) this.assignment();
    this.finish(N.Declarator, first);
  }

  /** A name or pattern, with its type. */
  private binding(): void {
    if (this.kind === T.LeftBrace || this.kind === T.LeftBracket) this.pattern();
    else if (!this.eatWord()) this.missing = true;
    if (!this.dialect.types) return;
    if (this.kind === T.Bang) this.next();
    this.annotation();
  }

  protected functionStatement(first: number, opener: number): void {
    if (this.functionRest(this.eatName("async"))) this.finish(N.Function, first);
    else this.terminated(N.Function, first, opener);
  }

  private typeAlias(first: number, opener: number): boolean {
    const header = this.attempt(() => {
      this.next();
      this.next();
      if (this.atLess()) this.typeParameters();
      // What ends with the text may yet become one.
      if (this.kind === T.End) this.missing = false;
      return this.kind === T.Assign || this.kind === T.End;
    });
    if (!header) return false;
    if (this.eat(T.Assign)) this.type();
    else this.lacks(" = x");
    this.terminated(N.TypeAlias, first, opener);
    return true;
  }

  protected interface(first: number): void {
    this.next();
    this.next();
    if (this.atLess()) this.typeParameters();
    this.heritage("extends");
    if (this.kind === T.LeftBrace) {
      const body = this.at;
      this.signatures(true);
      this.finish(N.InterfaceBody, body);
    } else {
      this.lacks(" {}");
    }
    this.finish(N.Interface, first);
  }

  private namespace(first: number, opener: number): void {
    this.next();
    if (!this.eat(T.String)) {
      this.eatWord();
      while (this.eat(T.Dot)) this.eatWord();
    }
    if (this.kind === T.LeftBrace) {
      this.block(N.Block);
      this.finish(N.Namespace, first);
    } else {
      this.terminated(N.Namespace, first, opener);
    }
  }

  private enum(first: number): void {
    this.next();
    this.eatWord();
    if (this.kind === T.LeftBrace) {
      const body = this.at;
      this.list(T.RightBrace, () => this.enumMember());
      this.finish(N.EnumBody, body);
    } else {
      this.lacks(" {}");
    }
    this.finish(N.Enum, first);
  }

  private enumMember(): void {
    const first = this.at;
    if (this.kind === T.LeftBracket) this.computedKey();
    else if (this.isWordOrKey()) this.next();
    if (this.eat(T.Assign)) this.assignment();
    if (this.taken > first + 1) this.finish(N.EnumMember, first);
  }

  // Control

  /** An expression in brackets after a keyword. */
  private condition(): void {
    const first = this.at;
    if (this.kind !== T.LeftParen) {
      this.missing = true;
      return;
    }
    const opener = this.open();
    this.expression();
    if (!this.close(T.RightParen, opener)) return;
    this.finish(N.Condition, first);
  }

  private if(): void {
    const first = this.at;
    this.next();
    this.condition();
    this.body(-1);
    const column = this.lineOf(first);
    while (this.kind === T.Else && !(this.lineBefore && this.columnOf(this.at) < column)) {
      this.next();
      if (!this.is(T.If)) {
        this.body(-1);
        break;
      }
      // A chain of conditions makes one node.
      this.next();
      this.condition();
      this.body(-1);
    }
    this.finish(N.If, first);
  }

  private for(): void {
    const first = this.at;
    this.next();
    this.eatName("await");
    if (this.kind === T.LeftParen) {
      const head = this.at;
      const opener = this.open();
      this.forHead();
      this.close(T.RightParen, opener);
      this.finish(N.ForHead, head);
    } else {
      this.missing = true;
    }
    this.body(-1);
    this.finish(N.For, first);
  }

  private forHead(): void {
    const first = this.at;
    this.noIn = true;
    if (this.kind !== T.Semicolon) {
      if (this.declares()) {
        if (this.isName("await")) this.next();
        this.next();
        do this.declarator();
        while (this.eat(T.Comma));
        this.finish(N.Variable, first);
      } else {
        this.expression();
      }
    }
    this.noIn = false;
    if (this.eatName("of") || this.eat(T.In)) return this.expression();
    this.expect(T.Semicolon);
    if (this.kind !== T.Semicolon) this.expression();
    this.expect(T.Semicolon);
    if (this.kind !== T.RightParen) this.expression();
  }

  private declares(): boolean {
    if (this.kind === T.Var || this.kind === T.Const) return true;
    if (this.kind !== T.Name) return false;
    const after = this.peek();
    if (this.isName("let"))
      return after === T.Name || after === T.LeftBrace || after === T.LeftBracket;
    if (this.isName("await")) return after === T.Name;
    if (!this.isName("using") || after !== T.Name) return false;
    // `for (using of …)` reads the values of `using`'s namesake.
    let declared = false;
    this.attempt(() => {
      this.next();
      const named = this.isName("of");
      this.next();
      declared = !named || this.kind === T.Assign || this.isName("of");
      return false;
    });
    return declared;
  }

  private doWhile(opener: number): void {
    const first = this.at;
    this.next();
    this.body(opener);
    if (this.is(T.End)) this.lacks(" while (x);");
    else if (this.expect(T.While)) this.condition();
    this.eat(T.Semicolon);
    this.finish(N.DoWhile, first);
  }

  private switch(): void {
    const first = this.at;
    this.next();
    this.condition();
    if (this.kind === T.LeftBrace) this.switchBody();
    else this.lacks(" {}");
    this.finish(N.Switch, first);
  }

  private switchBody(): void {
    const first = this.at;
    let opener = this.open();
    // Cases may stand no deeper than the switch.
    if (opener >= 0 && this.columnOf(this.at) <= opener) opener = -1;
    while (this.within(T.RightBrace, opener)) {
      const item = this.at;
      const outer = this.missing;
      this.missing = false;
      if (this.kind === T.Case || this.kind === T.Default) this.case(opener);
      else this.statement(opener);
      if (this.missing) this.finish(N.Unparsed, item);
      this.missing = outer;
      if (this.at === item) {
        if (this.isCloser()) break;
        this.next();
        this.finish(N.Unparsed, item);
      }
    }
    this.close(T.RightBrace, opener);
    this.finish(N.SwitchBody, first);
  }

  private case(opener: number): void {
    const first = this.at;
    if (this.eat(T.Case)) this.expression();
    else this.next();
    this.expect(T.Colon);
    // With the comments before its first statement.
    const body = this.taken;
    while (
      this.within(T.RightBrace, opener)
      && this.kind !== T.Case
      && this.kind !== T.Default
    ) {
      const statement = this.at;
      this.statement(opener);
      if (this.at === statement) break;
    }
    this.takeRemarks(first);
    this.finish(N.CaseBody, body);
    this.finish(N.Case, first);
  }

  /** Takes the comments behind the statements of a case that stand deeper than it: they are its own. */
  private takeRemarks(first: number): void {
    const { tokens } = this;
    if (this.is(T.End)) return;
    const column = this.lineColumnOf(first);
    while (
      this.taken < this.at && tokens.onNewLine(this.taken) && this.columnOf(this.taken) > column
    ) this.taken++;
  }

  private try(): void {
    const first = this.at;
    this.next();
    this.braced();
    if (this.eat(T.Catch)) {
      if (this.kind === T.LeftParen) {
        const head = this.at;
        const opener = this.open();
        this.binding();
        if (this.close(T.RightParen, opener)) this.finish(N.Condition, head);
      }
      this.braced();
    }
    if (this.eat(T.Finally)) this.braced();
    this.finish(N.Try, first);
  }

  private braced(): void {
    if (this.kind === T.LeftBrace) this.block(N.Block);
    else this.lacks(" {}");
  }
}

const STATEMENT_WORDS = new Set([
  "let",
  "using",
  "await",
  "async",
  "type",
  "interface",
  "namespace",
  "module",
  "global",
  "abstract",
  "declare",
]);
