import { FrameFlag, Mark } from "../../../core/layout/sheet.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import type { Rule } from "./base.js";
import { ExpressionLayout } from "./expressions.js";

/** Variables, functions, classes and their members. */
export abstract class DeclarationLayout extends ExpressionLayout {
  /** The semicolon after a statement. */
  protected abstract terminator(node: number): true;

  /** Opens a frame over lines that go by the line on which `owner` begins. */
  protected abstract openBlock(begin: number, end: number, steps: number, owner: number): void;

  protected variable(node: number): void {
    const { tree } = this;
    const several = tree.child(node) !== NONE && tree.next(tree.child(node)) !== NONE;
    const rule: Rule = (t, kind, before) => {
      if (kind === T.Comma || kind === T.Semicolon)
        return this.join(t, kind === T.Comma ? R.Comma : R.Terminator);
      if (before === T.Comma) return this.fold(t, R.Comma);
      this.space(t, R.Keyword);
    };
    if (several)
      this.framed(
        node,
        this.declaratorsSplit(node) | FrameFlag.Whole,
        1,
        () => this.run(node, rule),
      );
    else this.run(node, rule);
    if (!this.heads.has(node)) this.terminator(node);
  }

  /** What the heads of `for` begin with. */
  protected readonly heads = new Set<number>();

  /** Declarators that the author put on lines of their own stay there. */
  private declaratorsSplit(node: number): FrameFlag | 0 {
    if (!this.asWritten) return 0;
    const { tree, tokens } = this;
    for (let c = tree.next(tree.child(node)); c !== NONE; c = tree.next(c))
      if (tokens.onNewLine(tree.first(c))) return FrameFlag.Split;
    return 0;
  }

  /** What `import a = require(…)` has in brackets, or `NONE`. */
  protected required(node: number): number {
    const { tree } = this;
    const value = tree.lastChild(node);
    return this.kindOf(value) === N.Primary ? tree.lastChild(value) : NONE;
  }

  protected functionLike(node: number): void {
    this.commaless.add(this.accessorList(node));
    const isFunction = this.hasFunction(node);
    this.members(node, (t, kind, before, child) => {
      switch (this.kindOf(child)) {
        case N.Parameters:
        case N.TypeParameters: {
          const unnamed = before === T.Function || (before === T.Star && isFunction);
          return unnamed ? this.space(t, R.Keyword) : this.parameterGap(t, child, R.Call);
        }
        case N.Annotation: return this.join(t, R.Type);
        case N.Computed:
          return before === T.Star ? this.join(t, R.Member) : this.space(t, R.Member);
      }
      if (kind === T.Semicolon || kind === T.Question || kind === T.Bang)
        return this.join(t, R.Member);
      if (kind === T.Star)
        return before === T.Function ? this.join(t, R.Keyword) : this.space(t, R.Keyword);
      if (before === T.Star)
        return isFunction ? this.space(t, R.Keyword) : this.join(t, R.Member);
      this.space(t, R.Keyword);
    });
  }

  /** Whether the word `function` begins a node, or stands behind its first. */
  private hasFunction(node: number): boolean {
    const { tokens } = this;
    const first = this.tree.first(node);
    return (
      tokens.kind(first) === T.Function || tokens.kind(tokens.skipTrivia(first + 1)) === T.Function
    );
  }

  protected classLike(node: number): void {
    this.members(node, (t, kind, _, child) => {
      switch (this.kindOf(child)) {
        case N.TypeParameters: return this.join(t, R.Type);
      }
      if (kind === T.Semicolon || kind === T.Dot || this.tokens.kind(t - 1) === T.Dot)
        return this.join(t, R.Terminator);
      this.space(t, R.Keyword);
    });
  }

  protected field(node: number): void {
    const { tree, tokens } = this;
    let value = false;
    this.members(node, (t, kind, before, child) => {
      value ||= before === T.Assign;
      if (kind === T.Semicolon) return this.join(t, R.Terminator);
      const childKind = this.kindOf(child);
      if (kind === T.Question || kind === T.Bang || childKind === N.Annotation)
        return this.join(t, R.Type);
      if (before !== T.Assign) return this.space(t, R.Keyword);
      const end = tokens.kind(tree.end(node) - 1) === T.Semicolon
        ? tree.end(node) - 1
        : tree.end(node);
      this.assigned(t, child, end);
      return true;
    });
  }

  /**
   * The elements of a declaration: decorators as the author placed them, blocks, and the rest by `rule`,
   * which answers true where it has laid out the child too.
   */
  protected members(node: number, rule: Rule): void {
    const { tree, tokens } = this;
    let before = T.End;
    let decorated = false;
    const first = tree.first(node);
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      const isChild = child !== NONE;
      const childKind = isChild ? this.kindOf(child) : N.None;
      if (isChild || !tokens.isTrivia(t)) {
        const kind: T = isChild ? T.End : tokens.kind(t);
        if (childKind === N.Block || childKind === N.ClassBody || childKind === N.InterfaceBody) {
          this.block(child, node);
        } else if (childKind === N.EnumBody) {
          this.enumBody(child, node);
        } else if (childKind === N.Heritage && this.clauses(node, child)) {
          part.skipTo(tree.lastChild(node));
          this.block(part.node, node);
        } else {
          let done = false;
          if (t > first) {
            if (decorated) this.afterDecorator(t);
            else done = rule.call(this, t, kind, before, child) === true;
          }
          if (isChild && !done) this.visit(child);
          else if (kind === T.String) this.string(t);
        }
        before = kind;
        decorated = childKind === N.Decorator;
      }
    }
  }

  private afterDecorator(t: number): void {
    if (this.tokens.onNewLine(t)) this.sheet.line(t, 0, 0, R.Line);
    else this.space(t, R.Keyword);
  }

  private enumBody(node: number, owner: number): void {
    const { tree, sheet } = this;
    const first = tree.first(node);
    if (this.style.bracePlacement === "own-line") {
      this.openBlock(first, tree.end(node) - 1, 0, owner);
      sheet.line(first, 0, 0, R.Brace);
      this.visit(node);
      sheet.close();
    } else {
      this.space(first, R.Brace);
      this.visit(node);
    }
  }

  /**
   * The clauses of a class from its first on, on lines of their own where its head is long; then the brace
   * stands below them. False where its body is not there.
   */
  private clauses(node: number, first: number): boolean {
    const { tree, tokens, sheet } = this;
    const body = tree.lastChild(node);
    const kind = this.kindOf(body);
    if ((kind !== N.ClassBody && kind !== N.InterfaceBody) || !this.isClosedBody(body))
      return false;
    const brace = tree.first(body);
    const written = this.keepsSplit && this.clauseOnNewLine(first, body) ? FrameFlag.Split : 0;
    const ownLine = this.style.bracePlacement === "own-line";
    sheet.open(tree.first(first), ownLine ? brace - 1 : brace, written, 1);
    for (let clause = first; clause !== body; clause = tree.next(clause)) {
      this.fold(tree.first(clause), R.Keyword);
      this.heritage(clause);
    }
    if (!ownLine && tree.end(body) - brace > 2) {
      this.fold(brace, R.Brace);
      sheet.mark(brace, Mark.Dedent);
      this.lowBrace = brace;
    }
    sheet.close();
    return tokens.kind(brace) === T.LeftBrace;
  }

  private isClosedBody(body: number): boolean {
    return this.lastTokenKind(body) === T.RightBrace;
  }

  private clauseOnNewLine(first: number, body: number): boolean {
    const { tree } = this;
    for (let clause = first; clause !== body; clause = tree.next(clause))
      if (this.beginsLine(tree.first(clause))) return true;
    return false;
  }

  /** The brace whose gap the clauses before it have settled, or -1. */
  protected lowBrace = -1;

  /**
   * A clause of a class; its items begin lines where they are long. Of several the first one stands in the column of
   * the others, rather than that it splits beside the word before it.
   */
  protected heritage(node: number): void {
    const { sheet, tree, tokens } = this;
    const first = tokens.skipTrivia(tree.first(node) + 1);
    const comma = this.firstComma(node);
    this.framed(node, this.ownSplit(node), 1, () => this.run(node, (t, kind, before, child) => {
      if (t === comma) sheet.close();
      if (kind === T.Comma || this.kindOf(child) === N.TypeArguments) return this.join(t, R.Comma);
      if (before === T.Comma) return this.fold(t, R.Comma);
      if (t !== first || comma < 0) return this.space(t, R.Keyword);
      const written = this.keepsLine(t) ? FrameFlag.Split : 0;
      sheet.open(t, comma - 1, written, 1);
      this.fold(t, R.Keyword);
    }));
  }

  /** The first comma between the items of a node, or -1. */
  private firstComma(node: number): number {
    const { tree, tokens } = this;
    for (const part = tree.parts(node); part.next();)
      if (part.node === NONE && tokens.kind(part.at) as T === T.Comma) return part.at;
    return -1;
  }
}
