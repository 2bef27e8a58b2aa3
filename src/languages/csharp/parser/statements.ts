import type { Syntax } from "../../../core/language.js";
import { TokenFlag, type TokenTable } from "../../../core/syntax/tokens.js";
import type { Tree } from "../../../core/syntax/tree.js";
import { withoutArms } from "../arms.js";
import { N, T } from "../kinds.js";
import { lexCsharp } from "../lexer.js";
import { DeclarationParser } from "./declarations.js";

/** Parses any text as C#. It takes more than the language allows: what a formatter needs is the shape of the code. */
export function parseCsharp(text: string, byColumns = false): Syntax {
  const { tokens, lookaheads } = withoutArms(lexCsharp(text));
  if (!byColumns) {
    const first = new StatementParser(tokens, false);
    const tree = first.unit();
    if (first.mismatches === 0)
      return { tokens, tree, unbalanced: false, mismatches: 0, lookaheads };
  }
  const second = new StatementParser(tokens, true);
  const tree = second.unit();
  const { mismatches } = second;
  return { tokens, tree, unbalanced: !byColumns || mismatches > 0, mismatches, lookaheads };
}

/** What would close all that is open at the end of a text, innermost first. */
export function csharpClosers(text: string): string {
  const { tokens } = withoutArms(lexCsharp(text));
  const parser = new StatementParser(tokens, false);
  parser.unit();
  return openText(tokens) + parser.closers.join("");
}

/** The quotes that a text of several lines waits for which is left open at the end. */
function openText(tokens: TokenTable): string {
  const last = tokens.count - 1;
  if (last < 0 || tokens.isTrivia(last) || !tokens.has(last, TokenFlag.Continues)) return "";
  return /"+/.exec(tokens.textOf(last))?.[0].replace(/^""$/, '"') ?? "";
}

/** Statements (ECMA-334, 13). */
class StatementParser extends DeclarationParser {
  unit(): Tree {
    this.begin();
    while (this.kind !== T.End) {
      const first = this.at;
      this.statement(-1);
      if (this.at === first) {
        this.mismatches++;
        this.next();
        this.skipToStatement(-1);
        this.finish(N.Unparsed, first);
      }
    }
    this.tree.finish(N.Unit, 0, this.tokens.count);
    return this.tree;
  }

  protected block(): void {
    if (this.tooDeep()) return;
    this.depth++;
    const first = this.at;
    const opener = this.open();
    while (this.within(T.RightBrace, opener)) {
      const statement = this.at;
      this.statement(opener);
      if (this.at === statement) {
        if (this.isCloser()) break;
        this.next();
        this.skipToStatement(opener);
        this.finish(N.Unparsed, statement);
      }
    }
    const outer = this.missing;
    if (!this.close(T.RightBrace, opener)) this.takeComments(opener);
    this.missing = outer;
    this.finish(N.Block, first);
    this.depth--;
  }

  /** One statement; what does not parse is left as one unparsed node up to where the next begins. */
  protected statement(opener: number): void {
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
  }

  protected skipToStatement(opener: number): void {
    let open = 0;
    while (this.kind !== T.End) {
      const between =
        this.lineBefore
        || this.tokens.kind(this.taken - 1) === T.Semicolon
        || this.kind === T.RightBrace;
      if (open === 0 && this.taken > 0 && between) return;
      if (this.doubtful && this.lineBefore && opener >= 0 && this.columnOf(this.at) <= opener)
        return;
      if (this.isOpener()) open++;
      else if (this.isCloser()) open = Math.max(0, open - 1);
      this.next();
    }
  }

  private statementHere(opener: number): void {
    const first = this.at;
    switch (this.kind as T) {
      case T.LeftBrace: return this.block();
      case T.Semicolon:
        this.next();
        return this.finish(N.Empty, first);
      case T.If: return this.if(opener);
      case T.For: return this.for(opener);
      case T.Foreach: return this.foreach(first, opener);
      case T.While:
        this.next();
        this.condition();
        this.statement(opener);
        return this.finish(N.While, first);
      case T.Do: return this.doWhile(opener);
      case T.Switch: return this.switch();
      case T.Try: return this.try();
      case T.Return:
      case T.Throw:
        this.next();
        if (!this.atEnd()) this.returned();
        return this.terminated(N.Return, first);
      case T.Break:
      case T.Continue:
        this.next();
        return this.terminated(N.Jump, first);
      case T.Goto:
        this.next();
        if (this.eat(T.Case)) this.assignment();
        else if (!this.eat(T.Default)) this.expect(T.Name);
        return this.terminated(N.Jump, first);
      case T.Lock: return this.guarded(first, opener);
      case T.Fixed:
      case T.Checked:
      case T.Unsafe:
        if (this.guardsBlock()) return this.guarded(first, opener);
        break;
      case T.Using: return this.usingStatement(first, opener);
      case T.Namespace: return this.namespace(first);
      case T.Const:
        this.next();
        return this.field(first);
      case T.LeftBracket:
        if (this.atGlobal()) {
          this.attributeSection();
          return this.finish(N.Global, first);
        }
        if (this.isAttributed()) return this.member();
        break;
      case T.Modifier:
        if (this.tokens.is(first, "extern") && this.isWord("alias", this.after(first)))
          return this.using(first);
        return this.modified(first);
      case T.Event:
      case T.Conversion:
        return this.member();
      case T.Tilde:
        if (
          this.kindAt(this.after(first)) === T.Name
          && this.kindAt(this.behindCall(this.after(first))) === T.LeftBrace
        ) return this.member();
        break;
      case T.Name:
        if (this.nameStatement(first, opener)) return;
    }
    if (this.declaresType() || this.atModifier()) return this.modified(first);
    if (this.local(first)) return;
    this.expression();
    this.terminated(N.Expression, first);
  }

  private guardsBlock(): boolean {
    const next = this.kindAt(this.after(this.at));
    return (
      next === T.LeftBrace || (this.kind === T.Fixed && next === T.LeftParen) || next === T.End
    );
  }

  /** The token behind the brackets that follow token t, or the end. */
  private behindCall(t: number): number {
    const bracket = this.after(t);
    const behind = this.kindAt(bracket) === T.LeftParen ? this.behindBracket(bracket) : -1;
    return behind < 0 ? this.tokens.count : behind;
  }

  /** What begins with words that modify it: a member, a type, a local function or a constant. */
  private modified(first: number): void {
    // `static` may begin a function that has no name.
    this.modifiers();
    this.memberRest(first);
  }

  /** Whether attributes stand here that a declaration follows. */
  private isAttributed(): boolean {
    const behind = this.behindBracket(this.at);
    if (behind < 0) return this.kindAt(this.after(this.at)) === T.Name;
    switch (this.kindAt(behind)) {
      case T.Modifier:
      case T.TypeWord:
      case T.Name:
      case T.Class:
      case T.Struct:
      case T.Interface:
      case T.Enum:
      case T.Delegate:
      case T.Event:
      case T.LeftBracket:
      case T.Unsafe:
      case T.Const:
      case T.End:
        return true;
      default:
        return false;
    }
  }

  // Terminators

  private atEnd(): boolean {
    return this.kind === T.Semicolon || this.kind === T.RightBrace || this.kind === T.End;
  }

  protected terminated(kind: N, first: number): void {
    if (!this.eat(T.Semicolon)) {
      this.leftOpen(";");
      this.missing = true;
    }
    this.finish(kind, first);
  }

  private returned(): void {
    if (this.kind === T.Ref) {
      const word = this.at;
      this.next();
      this.assignment();
      return this.finish(N.Word, word);
    }
    this.expression();
  }

  // Declarations

  /** Statements that begin with a word which is no reserved one; false where it is something else. */
  private nameStatement(first: number, opener: number): boolean {
    const next = this.after(first);
    const kind = this.kindAt(next);
    if (kind === T.Colon) {
      this.next();
      this.next();
      if (this.kind !== T.RightBrace) this.statement(opener);
      this.finish(N.Labelled, first);
      return true;
    }
    switch (this.tokens.textOf(first)) {
      case "yield":
        if (kind === T.Return) {
          this.next();
          this.next();
          this.expression();
          this.terminated(N.Return, first);
          return true;
        }
        if (kind !== T.Break) return false;
        this.next();
        this.next();
        this.terminated(N.Jump, first);
        return true;
      case "await":
        if (kind !== T.Foreach && kind !== T.Using) return false;
        this.next();
        if (kind === T.Foreach) this.foreach(first, opener);
        else this.usingStatement(first, opener);
        return true;
      case "global":
        if (kind !== T.Using) return false;
        this.using(first);
        return true;
      default:
        return false;
    }
  }

  /** Variables, or a function in a function; false where no type stands before a name. */
  private local(first: number): boolean {
    if (this.isWord("await")) return false;
    const isScoped = this.isWord("scoped")
      && this.typeEnd(this.after(this.at)) >= 0
      && this.kindAt(this.typeEnd(this.after(this.at))) === T.Name;
    const end = this.typeEnd(isScoped ? this.after(this.at) : this.at);
    if (end < 0) return false;
    if (this.kindAt(end) !== T.Name) {
      const isMember = this.tokens.is(end, "this") || this.kindAt(end) === T.Operator;
      if (!isMember) return this.constructed(first);
      this.memberRest(first);
      return true;
    }
    const behind = this.after(end);
    if (this.tokens.onNewLine(end) && this.isCallOrMember(end, behind)) return false;
    switch (this.kindAt(behind)) {
      case T.LeftParen:
      case T.Less:
      case T.LeftBrace:
      case T.Arrow:
      case T.Dot:
        this.memberRest(first);
        return true;
      case T.Assign:
      case T.Semicolon:
      case T.Comma:
      case T.LeftBracket:
      case T.End:
      case T.RightBrace:
        break;
      default:
        // On the next line another statement begins; this one lacks its semicolon.
        if (!this.tokens.onNewLine(behind)) return false;
    }
    if (isScoped) this.next();
    this.takeType(end);
    this.next();
    this.declarators(first, true);
    return true;
  }

  /**
   * Whether a name with what stands behind it begins a statement; then the line above lacks its semicolon.
   *
   *     boat.Berth
   *     boat.Sail();
   */
  private isCallOrMember(name: number, behind: number): boolean {
    if (this.kindAt(behind) === T.Dot) return true;
    if (this.kindAt(behind) !== T.LeftParen) return false;
    return this.kindAt(this.behindCall(name)) === T.Semicolon;
  }

  /** A constructor among statements, as a text of members has it; false where it is a call. */
  private constructed(first: number): boolean {
    if (this.kind !== T.Name || this.kindAt(this.after(first)) !== T.LeftParen) return false;
    const behind = this.kindAt(this.behindCall(first));
    if (behind !== T.LeftBrace && behind !== T.Colon) return false;
    this.memberRest(first);
    return true;
  }

  private usingStatement(first: number, opener: number): void {
    const next = this.after(this.at);
    if (this.kindAt(next) === T.LeftParen) {
      // `using (…)` guards a statement; a type in brackets is a tuple that is declared.
      const behind = this.behindBracket(next);
      const declares = behind >= 0
        && this.kindAt(behind) === T.Name
        && this.typeEnd(next) === behind
        && this.kindAt(this.after(behind)) === T.Assign;
      if (!declares) return this.guarded(first, opener);
    }
    const end = this.typeEnd(next);
    if (end >= 0 && this.kindAt(end) === T.Name && this.kindAt(this.after(end)) === T.Assign) {
      this.next();
      return this.field(first);
    }
    this.using(first);
  }

  /** `lock (…)`, `using (…)`, `fixed (…)`, `checked`, `unsafe`, each with what it guards. */
  private guarded(first: number, opener: number): void {
    this.next();
    if (this.kind === T.LeftParen) this.guardedHead();
    this.statement(opener);
    this.finish(N.Guarded, first);
  }

  /** What stands in brackets behind `using` or `fixed`: a value, or variables. */
  private guardedHead(): void {
    const first = this.at;
    const bracket = this.open();
    const end = this.typeEnd(this.at);
    if (end >= 0 && this.kindAt(end) === T.Name && this.kindAt(this.after(end)) === T.Assign) {
      this.takeType(end);
      do {
        const name = this.at;
        this.expect(T.Name);
        this.declarator(name);
      } while (this.eat(T.Comma));
    } else {
      this.expression();
    }
    if (this.close(T.RightParen, bracket)) this.finish(N.Condition, first);
  }

  // Control

  /** An expression in brackets after a keyword. */
  private condition(): void {
    const first = this.at;
    if (this.kind !== T.LeftParen) {
      this.lacks("(x)");
      return;
    }
    const opener = this.open();
    this.expression();
    if (this.close(T.RightParen, opener)) this.finish(N.Condition, first);
  }

  private if(opener: number): void {
    const first = this.at;
    this.next();
    this.condition();
    this.statement(opener);
    const column = this.lineOf(first);
    while (this.kind === T.Else && !(this.lineBefore && this.columnOf(this.at) < column)) {
      this.next();
      if (!this.is(T.If)) {
        this.statement(opener);
        break;
      }
      // A chain of conditions makes one node.
      this.next();
      this.condition();
      this.statement(opener);
    }
    this.finish(N.If, first);
  }

  private for(opener: number): void {
    const first = this.at;
    this.next();
    if (this.kind === T.LeftParen) {
      const head = this.at;
      const bracket = this.open();
      this.forPart();
      this.expect(T.Semicolon);
      if (!this.is(T.Semicolon)) this.expression();
      this.expect(T.Semicolon);
      if (!this.is(T.RightParen)) this.forPart();
      if (this.close(T.RightParen, bracket)) this.finish(N.ForHead, head);
    } else {
      this.lacks("(;;)");
    }
    this.statement(opener);
    this.finish(N.For, first);
  }

  private forPart(): void {
    if (this.kind === T.Semicolon) return;
    const end = this.typeEnd(this.at);
    const first = this.at;
    if (end >= 0 && this.kindAt(end) === T.Name) {
      this.takeType(end);
      do {
        const name = this.at;
        this.expect(T.Name);
        this.declarator(name);
      } while (this.eat(T.Comma));
    } else {
      do this.expression();
      while (this.eat(T.Comma));
    }
    this.finish(N.Local, first);
  }

  private foreach(first: number, opener: number): void {
    this.next();
    if (this.kind === T.LeftParen) {
      const head = this.at;
      const bracket = this.open();
      const end = this.typeEnd(this.at);
      if (end >= 0 && this.kindAt(end) === T.Name) {
        this.takeType(end);
        this.next();
      } else {
        this.relational();
      }
      this.expect(T.In);
      this.expression();
      if (this.close(T.RightParen, bracket)) this.finish(N.ForHead, head);
    } else {
      this.lacks("(x in x)");
    }
    this.statement(opener);
    this.finish(N.For, first);
  }

  private doWhile(opener: number): void {
    const first = this.at;
    this.next();
    this.statement(opener);
    if (this.kind === T.End) this.lacks(" while (x);");
    else if (this.expect(T.While)) this.condition();
    this.terminated(N.DoWhile, first);
  }

  private switch(): void {
    const first = this.at;
    this.next();
    this.condition();
    if (this.kind === T.LeftBrace) this.switchBody();
    // A head by itself stands in pages, which hold what follows it.
    else if (!this.eat(T.Semicolon)) this.lacks(" {}");
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
    const outer = this.missing;
    if (!this.close(T.RightBrace, opener)) this.takeComments(opener);
    this.missing = outer;
    this.finish(N.SwitchBody, first);
  }

  private case(opener: number): void {
    const first = this.at;
    while (this.kind === T.Case || this.kind === T.Default) {
      const label = this.at;
      if (this.eat(T.Case)) this.caseValue();
      else this.next();
      this.expect(T.Colon);
      this.finish(N.CaseLabel, label);
      if (this.missing) break;
    }
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

  private caseValue(): void {
    const isPattern = this.attempt(() => {
      this.pattern();
      if (this.eatWord("when")) this.assignment();
      return this.kind === T.Colon || this.kind === T.End;
    });
    if (isPattern) return;
    this.expression();
    if (this.eatWord("when")) this.assignment();
  }

  /** Takes the comments behind the statements of a case that stand deeper than it: they are its own. */
  private takeRemarks(first: number): void {
    const { tokens } = this;
    if (this.kind === T.End) return;
    const column = this.lineColumnOf(first);
    while (
      this.taken < this.at && tokens.onNewLine(this.taken) && this.columnOf(this.taken) > column
    ) this.taken++;
  }

  private try(): void {
    const first = this.at;
    this.next();
    this.braced();
    while (this.kind === T.Catch) {
      const clause = this.at;
      this.next();
      if (this.is(T.LeftParen)) {
        const head = this.at;
        const opener = this.open();
        this.type();
        this.eat(T.Name);
        if (this.close(T.RightParen, opener)) this.finish(N.Condition, head);
      }
      if (this.eatWord("when")) this.condition();
      this.braced();
      this.finish(N.CatchClause, clause);
    }
    if (this.eat(T.Finally)) this.braced();
    this.finish(N.Try, first);
  }

  private braced(): void {
    if (this.kind === T.LeftBrace) this.block();
    else this.lacks(" {}");
  }
}
