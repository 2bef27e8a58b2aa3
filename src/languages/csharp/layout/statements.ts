import { layoutBlock, type BlockRules } from "../../../core/layout/block.js";
import { Demand, FrameFlag, Mark } from "../../../core/layout/sheet.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import { DeclarationLayout } from "./declarations.js";

/** Programs, blocks, and statements. */
export class CsharpLayout extends DeclarationLayout {
  unit(): void {
    const { sheet, tree } = this;
    layoutBlock(sheet, tree, tree.root, this.blockRules(NONE));
    this.directives();
  }

  /** Lines for the preprocessor stay at the margin where they stand there. */
  private directives(): void {
    const { sheet, tokens } = this;
    for (
      let t = tokens.nextWith(TokenFlag.EndsLine, 0);
      t < tokens.count;
      t = tokens.nextWith(TokenFlag.EndsLine, t + 1)
    ) {
      const kind = this.kindAt(t);
      if (kind !== T.Directive && kind !== T.Arm) continue;
      if (t > 0 && this.columnOf(t) === 0) {
        const owner = sheet.owner[t]!;
        sheet.set(t, Demand.Level, R.Line);
        if (owner >= 0) sheet.owner[t] = owner;
      }
    }
  }

  protected visit(node: number, hang = 1): void {
    const kind: N = this.tree.kind(node);
    if (kind === N.Unparsed) return this.keep(node);
    if (kind >= N.Assignment) {
      if (!this.visitExpression(node, hang)) this.run(node, this.semicolonRule);
      return;
    }
    if (this.visitDeclaration(node) || this.visitStatement(node)) return;
    if (!this.visitExpression(node, hang)) this.run(node, this.semicolonRule, hang);
  }

  private visitStatement(node: number): boolean {
    switch (this.tree.kind(node) as N) {
      case N.Block:
        this.blockLines(node, node, true);
        return true;
      case N.Empty: return true;
      case N.Expression:
      case N.Jump:
        this.run(node, this.semicolonRule);
        return true;
      case N.Return:
        this.returned(node);
        return true;
      case N.If:
      case N.For:
      case N.While:
      case N.DoWhile:
      case N.Switch:
      case N.Try:
      case N.CatchClause:
      case N.Guarded:
      case N.Labelled:
        this.control(node);
        return true;
      case N.Case:
        this.case(node);
        return true;
      case N.CaseLabel:
        this.run(node, (t, kind) => (
          kind === T.Colon ? this.join(t, R.Colon) : this.space(t, R.Keyword)
        ));
        return true;
      case N.SwitchBody:
        this.blockLines(node, node);
        return true;
      default: return false;
    }
  }

  /** `return`, `throw` and `yield return` with a value, whose lines hang from them. */
  private returned(node: number): void {
    this.run(node, (t, kind, _, child) => {
      if (kind === T.Semicolon) return this.join(t, R.Terminator);
      if (this.kindOf(child) !== N.Binary) return this.space(t, R.Keyword);
      const below = this.keptBelow(t, child);
      if (!below) return this.space(t, R.Keyword);
      this.sheet.open(t, this.tree.end(child) - 1, FrameFlag.Split, 1);
      this.fold(t, R.Keyword);
      this.visit(child, 0);
      this.sheet.close();
      return true;
    });
  }

  // Control

  private control(node: number): void {
    const { tree, tokens } = this;
    const first = tree.first(node);
    let before = T.End;
    let afterBlock = false;
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      if (child === NONE) {
        if (tokens.isTrivia(t)) continue;
        const kind: T = tokens.kind(t);
        if (t > first) this.controlGap(t, kind, before, afterBlock);
        before = kind;
        continue;
      }
      const kind: N = tree.kind(child);
      switch (kind) {
        case N.Block:
          this.block(child, node);
          afterBlock = true;
          break;
        case N.SwitchBody:
          this.blockLines(child, node);
          break;
        case N.Condition:
        case N.ForHead:
          this.space(t, R.Keyword);
          this.visit(child);
          break;
        case N.CatchClause:
          this.continued(t, true);
          this.control(child);
          afterBlock = true;
          break;
        default:
          afterBlock = false;
          this.body(node, child, t, before);
      }
      before = T.End;
    }
  }

  private controlGap(t: number, kind: T, before: T, afterBlock: boolean): void {
    if (kind === T.Colon || kind === T.Semicolon) return this.join(t, R.Colon);
    const continues =
      kind === T.Else || kind === T.Finally || (kind === T.While && before === T.End);
    if (!continues || before === T.Else) return this.space(t, R.Keyword);
    if (kind === T.While && this.asWritten && !this.tokens.onNewLine(t))
      return this.space(t, R.Brace);
    this.continued(t, afterBlock, kind === T.While ? this.ownLine : this.clausesBelow);
  }

  /** What goes on after a block: on its line, or below it. */
  private continued(t: number, afterBlock: boolean, below = this.clausesBelow): void {
    if (afterBlock && !below) this.space(t, R.Brace);
    else this.sheet.line(t, 0, 0, R.Brace);
  }

  /** A body without braces: on the line of its header, or one step in. */
  private body(node: number, child: number, t: number, before: T): void {
    const { tree, sheet, tokens } = this;
    const kind: N = tree.kind(child);
    if (kind === N.Empty) return this.join(t, R.Terminator);
    if (before === T.Else && kind === N.If) {
      this.space(t, R.Keyword);
      return this.visit(child);
    }
    const own = this.asWritten && tokens.onNewLine(t);
    const labelled = tree.kind(node) === N.Labelled;
    // Guards one below the other guard the same.
    if (labelled || (kind === N.Guarded && tree.kind(node) === N.Guarded)) {
      if (own || (!this.asWritten && !labelled)) sheet.line(t, 0, 0, R.Line);
      else this.space(t, R.Keyword);
      return this.visit(child);
    }
    const simple = kind === N.Expression || kind === N.Return || kind === N.Jump;
    const flags = own || !simple ? FrameFlag.Split : FrameFlag.Whole;
    const frame = sheet.open(t, tree.end(child) - 1, flags, 1);
    // The last line of a header that is split may stand deeper than its first.
    sheet.frames.head.set(frame, tree.first(node));
    this.fold(t, R.Keyword);
    this.visit(child);
    sheet.close();
  }

  private case(node: number): void {
    const { tree, tokens, sheet } = this;
    let first = true;
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      if (child === NONE) {
        if (tokens.isTrivia(t) && tokens.onNewLine(t))
          sheet.line(t, 0, this.style.blankLineLimit, R.Comment);
        continue;
      }
      if (tree.kind(child) === N.CaseBody) {
        this.caseBody(child, node);
        continue;
      }
      if (!first) sheet.line(t, 0, 0, R.Line);
      first = false;
      this.visit(child);
    }
  }

  private caseBody(node: number, owner: number): void {
    const { tree, sheet, tokens } = this;
    const only = tree.child(node);
    const alone =
      only !== NONE && tree.next(only) === NONE && tree.first(only) === tree.first(node);
    const steps = alone ? this.bodySteps(node, owner) : 1;
    if (alone && this.asWritten && !tokens.onNewLine(tree.first(only)) && this.isSimple(only)) {
      // A short case may stay on one line.
      sheet.open(tree.first(only), tree.end(only) - 1, FrameFlag.Whole, 1);
      this.fold(tree.first(only), R.Keyword);
      this.visit(only);
      return sheet.close();
    }
    sheet.open(tree.first(node), tree.end(node) - 1, FrameFlag.Block, steps);
    layoutBlock(sheet, tree, node, this.blockRules(NONE));
    sheet.close();
    // Comments behind the statements are the case's where they stand deeper; by width no column tells.
    const last = tree.lastChild(node);
    if (!this.asWritten && last !== NONE)
      for (let t = tree.end(last); t < tree.end(node); t++) sheet.mark(t, Mark.Dedent);
  }

  /** Braces of a case may stand under its label; so does all that it holds. */
  private bodySteps(node: number, owner: number): 0 | 1 {
    const { tree, tokens } = this;
    const block = tree.child(node);
    if (!this.asWritten || this.kindOf(block) !== N.Block) return 1;
    const brace = tree.first(block);
    return tokens.onNewLine(brace) && this.columnOf(brace) <= this.columnOf(tree.first(owner))
      ? 0
      : 1;
  }

  private isSimple(node: number): boolean {
    const kind: N = this.tree.kind(node);
    return kind === N.Expression || kind === N.Return || kind === N.Jump || kind === N.Empty;
  }

  // Blocks

  protected blockRules(owner: number): BlockRules {
    const most = this.style.blankLineLimit;
    const last = owner === NONE ? -1 : this.tree.end(owner) - 1;
    return {
      blanks: () => [0, most],
      most,
      child: (child) => this.blockChild(child),
      token: (t) => {
        if (t === last && this.kindAt(t) === T.RightBrace) this.dedented(t, R.Brace);
        else if (this.kindAt(t) === T.Semicolon) this.join(t, R.Terminator);
      },
      stays: (child) => this.tree.kind(child) === N.Unparsed && this.startsWithCloser(child),
      lineRule: R.BlankLines,
      commentRule: R.Comment,
    };
  }

  private startsWithCloser(node: number): boolean {
    const kind = this.kindAt(this.tree.first(node));
    return kind >= T.RightParen && kind <= T.RightBrace;
  }

  private blockChild(child: number): void {
    const first = this.tree.first(child);
    const empty =
      this.tree.kind(child) === N.Empty && !this.tokens.onNewLine(first) && first > 0;
    if (empty) this.join(first, R.Terminator);
    this.visit(child);
  }
}
