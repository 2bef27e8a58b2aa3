import { layoutBlock, type BlockRules } from "../../../core/layout/block.js";
import { Demand, FrameFlag, Mark } from "../../../core/layout/sheet.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import { DeclarationLayout } from "./declarations.js";

/** Statements that decide what runs: their headers, bodies and cases. */
export abstract class ControlLayout extends DeclarationLayout {
  /** The bodies of control statements that are no blocks. */
  protected readonly bodies = new Set<number>();

  /** How the lines of a block are set apart. */
  protected abstract blockRules(owner: number): BlockRules;

  protected control(node: number): void {
    const { tree, tokens, sheet } = this;
    let before = T.End;
    const first = tree.first(node);
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      const isChild = child !== NONE;
      const kind: T = isChild ? T.End : tokens.kind(t);
      if (isChild) {
        this.controlChild(node, child, t, before);
        before = T.End;
      } else if (!tokens.isTrivia(t)) {
        if (t > first) this.controlGap(t, kind, before);
        before = kind;
      } else if (
        sheet.demand[t] === Demand.Unset
        && !tokens.onNewLine(t)
        && tokens.has(t, TokenFlag.EndsLine)
      ) {
        sheet.set(t, Demand.Trailing, R.Comment);
      }
    }
  }

  private controlGap(t: number, kind: T, before: T): void {
    if (kind === T.Colon || kind === T.Semicolon) return this.join(t, R.Colon);
    const continues = kind === T.Else || kind === T.Catch || kind === T.Finally || kind === T.While;
    if (!continues || before === T.Else) return this.space(t, R.Keyword);
    // After a block on its line, or below it; after anything else below it.
    const { bracePlacement, clausePlacement } = this.style;
    const joins =
      this.tokens.kind(t - 1) === T.RightBrace
      && bracePlacement === "same-line"
      && (clausePlacement === "same-line" || kind === T.While)
      && this.afterBlock;
    if (joins) this.space(t, R.Brace);
    else this.sheet.line(t, 0, 0, R.Brace);
  }

  private afterBlock = false;

  private controlChild(node: number, child: number, t: number, before: T): void {
    const { tree } = this;
    const kind: N = tree.kind(child);
    switch (kind) {
      case N.Block:
      case N.SwitchBody:
        this.block(child, node);
        this.afterBlock = true;
        return;
      case N.Condition:
      case N.ForHead:
        this.space(t, R.Keyword);
        return this.visit(child);
    }
    if (before === T.Colon && tree.kind(node) === N.Labelled) {
      this.space(t, R.Keyword);
      return this.visit(child);
    }
    this.afterBlock = false;
    this.bodies.add(child);
    this.body(child, t);
  }

  /** A body without braces: on the line of its header, or one step in. */
  private body(child: number, t: number): void {
    const { tree, sheet } = this;
    if (tree.kind(child) === N.Empty) return this.join(t, R.Terminator);
    const own = this.asWritten && this.tokens.onNewLine(t);
    // A run of operators or of commas, or a conditional, would hang in the air behind its header, brackets around it or not.
    const value = tree.child(child);
    const given = this.kindOf(value) === N.Assignment ? tree.lastChild(value) : value;
    const runs =
      this.isRun(value)
      || this.kindOf(given) === N.Conditional
      || (
        this.kindOf(value) === N.Paren
        && (this.isRun(tree.child(value)) || this.itemsOf(value).count > 1)
      );
    const flags = (runs ? FrameFlag.Whole : FrameFlag.IfItHelps) | (own ? FrameFlag.Split : 0);
    sheet.open(t, tree.end(child) - 1, flags, 1);
    this.fold(t, R.Keyword);
    this.visit(child);
    sheet.close();
  }

  protected case(node: number): void {
    const { tree, tokens, sheet } = this;
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      const isChild = child !== NONE;
      if (isChild && tree.kind(child) === N.CaseBody) this.caseBody(child);
      else if (isChild) {
        this.space(t, R.Keyword);
        this.visit(child);
      } else if (!tokens.isTrivia(t) && t > tree.first(node)) {
        if (tokens.kind(t) === T.Colon) this.join(t, R.Colon);
        else this.space(t, R.Keyword);
        if (tokens.kind(t) === T.String) this.string(t);
      } else if (tokens.isTrivia(t) && tokens.onNewLine(t)) {
        sheet.line(t, 0, this.style.blankLineLimit, R.Comment);
      }
    }
  }

  private caseBody(node: number): void {
    const { tree, sheet } = this;
    const only = tree.child(node);
    if (only !== NONE && tree.next(only) === NONE && tree.first(only) === tree.first(node)) {
      if (tree.kind(only) === N.Block) {
        for (let t = tree.end(only); t < tree.end(node); t++)
          if (this.tokens.onNewLine(t)) sheet.line(t, 0, this.style.blankLineLimit, R.Comment);
        return this.block(only);
      }
      // A short case may stay on one line.
      if (this.asWritten && !this.tokens.onNewLine(tree.first(only)) && this.isSimple(only))
        return this.body(only, tree.first(only));
    }
    sheet.open(tree.first(node), tree.end(node) - 1, FrameFlag.Block, 1);
    layoutBlock(sheet, tree, node, this.blockRules(NONE));
    sheet.close();
    // Comments behind the statements are the case's where they stand deeper; by width no column tells.
    const last = tree.lastChild(node);
    if (!this.asWritten && last !== NONE)
      for (let t = tree.end(last); t < tree.end(node); t++) sheet.mark(t, Mark.Dedent);
  }

  private isSimple(node: number): boolean {
    const kind: N = this.tree.kind(node);
    return (
      kind === N.Expression
      || kind === N.Return
      || kind === N.Throw
      || kind === N.Jump
      || kind === N.Empty
      || kind === N.Unparsed
    );
  }
}
