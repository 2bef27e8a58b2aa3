import { layoutBlock, type BlockRules } from "../../../core/layout/block.js";
import { FrameFlag } from "../../../core/layout/sheet.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { NONE, onOneLine } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import { ExpressionLayout } from "./expressions.js";

/** Types, their members, and what stands in braces. */
export abstract class DeclarationLayout extends ExpressionLayout {
  /** Lays out a part of a declaration; false where the node is none. */
  protected visitDeclaration(node: number): boolean {
    switch (this.tree.kind(node) as N) {
      case N.Global:
      case N.Using:
      case N.Local:
      case N.Namespace:
      case N.Type:
      case N.Enum:
      case N.Delegate:
      case N.Function:
      case N.Property:
      case N.Accessor:
        this.declaration(node);
        return true;
      case N.EnumMember:
        this.enumMember(node);
        return true;
      case N.Attributes:
        this.attributesEnd.add(this.tree.end(node));
        this.bracket(node);
        return true;
      case N.Attribute:
        this.run(node, (t, _, before) => (
          before === T.Colon ? this.space(t, R.Colon) : this.join(t, R.Attribute)
        ));
        return true;
      case N.Parameters:
        this.bracket(node);
        return true;
      case N.Parameter:
        this.parameter(node);
        return true;
      case N.Declarator:
        this.given(node, R.Operator);
        return true;
      case N.Body:
        this.given(node, R.Arrow);
        return true;
      case N.Chained:
        this.run(node, (t, kind, _, child) => (
          child !== NONE
            ? this.join(t, R.Call)
            : this.space(t, kind === T.Colon ? R.Colon : R.Keyword)
        ));
        return true;
      case N.Bases:
        this.bases(node);
        return true;
      case N.Constraint:
        this.run(node, (t, kind, before, child) => {
          if (kind === T.Comma) return this.join(t, R.Comma);
          if (this.kindOf(child) === N.Arguments || kind === T.Question)
            return this.join(t, R.Type);
          this.space(t, before === T.Colon ? R.Colon : R.Keyword);
        });
        return true;
      default:
        return false;
    }
  }

  /** The elements of a declaration in their order: attributes, words, a name, clauses, a body. */
  private declaration(node: number): void {
    const { tree, sheet } = this;
    const several = this.declaratorsOf(node) > 1 && this.kindOf(tree.child(node)) !== N.Attributes;
    if (several)
      sheet.open(
        tree.first(node) + 1,
        tree.end(node) - 1,
        FrameFlag.Whole | this.writtenSplit(node),
        1,
      );
    this.elements(node, several);
    if (several) sheet.close();
  }

  private declaratorsOf(node: number): number {
    const { tree } = this;
    let count = 0;
    if (tree.kind(node) !== N.Local) return 0;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c))
      if (tree.kind(c) === N.Declarator) count++;
    return count;
  }

  private elements(node: number, several: boolean): void {
    let given = false;
    this.run(node, (t, kind, before, child) => {
      const childKind = this.kindOf(child);
      if (childKind !== N.Attributes && this.isBehindAttributes(t)) {
        this.behindAttributes(t, node);
        return;
      }
      given ||= before === T.Assign;
      switch (childKind) {
        case N.Attributes:
          this.sheet.line(t, 0, 0, R.Attribute);
          return;
        case N.TypeParameters:
        case N.Parameters:
          return this.join(t, R.Call);
        case N.Block:
          this.block(child, node);
          return true;
        case N.TypeBody:
          this.blockLines(child, node);
          return true;
        case N.EnumBody:
          this.braces(
            child,
            this.asWritten && onOneLine(this, child) ? FrameFlag.Whole : FrameFlag.Split,
            false,
          );
          return true;
        case N.Accessors:
          this.accessors(child, node);
          return true;
        case N.Bases:
        case N.Constraint:
        case N.Chained:
          this.clause(t, child, node);
          return true;
        case N.Body:
          this.clause(t, child, node);
          return true;
        case N.Declarator:
          if (before === T.Comma && several) return this.fold(t, R.Comma);
          return this.space(t, R.Keyword);
      }
      if (given) {
        given = false;
        this.assigned(t, child, this.endOf(node));
        return true;
      }
      this.wordsGap(t, kind, before);
    });
  }

  /** Whether attributes end right before token t. */
  private isBehindAttributes(t: number): boolean {
    return this.attributesEnd.has(this.tokens.grammarBefore(t) + 1);
  }

  /** One past the last token of attributes that were laid out. */
  private readonly attributesEnd = new Set<number>();

  /** The end of a declaration without its semicolon. */
  private endOf(node: number): number {
    return this.tree.end(node) - (this.lastTokenKind(node) === T.Semicolon ? 1 : 0);
  }

  private wordsGap(t: number, kind: T, before: T): void {
    if (kind === T.Semicolon) return this.join(t, R.Terminator);
    if (kind === T.Comma) return this.join(t, R.Comma);
    // `IBerths.Count`, `~Berth`, `operator >>`
    const last = this.kindAt(this.tokens.grammarBefore(t));
    if (last === T.Dot || before === T.Tilde) return this.join(t, R.Member);
    if (before !== T.Operator && before >= T.Plus && before <= T.Percent && kind !== T.End)
      return this.join(t, R.Operator);
    if (before === T.Greater && kind >= T.Greater) return this.join(t, R.Operator);
    this.space(t, kind === T.Assign || kind === T.Colon ? R.Operator : R.Keyword);
  }

  /** What attributes are of stands below them; variables may stand beside them. */
  private behindAttributes(t: number, node: number): void {
    const { tree, tokens } = this;
    const first = tree.child(node);
    const several = this.kindOf(tree.next(first)) === N.Attributes;
    const kind: N = tree.kind(node);
    const beside = this.asWritten
      && !several
      && !tokens.onNewLine(t)
      && (kind === N.Local || kind === N.Accessor || kind === N.Property);
    if (beside) this.space(t, R.Attribute);
    else this.sheet.line(t, 0, 0, R.Attribute);
  }

  private enumMember(node: number): void {
    this.run(node, (t, kind, before, child) => {
      if (this.kindOf(child) === N.Attributes) return this.sheet.line(t, 0, 0, R.Attribute);
      if (before === T.End && kind === T.Name) {
        if (!this.asWritten || this.tokens.onNewLine(t)) this.sheet.line(t, 0, 0, R.Attribute);
        else this.space(t, R.Attribute);
        return;
      }
      if (before === T.Assign) {
        this.assigned(t, child, this.tree.end(node));
        return true;
      }
      this.space(t, R.Operator);
    });
  }

  /** A parameter on one line, or each of its attributes on a line before it. */
  private parameter(node: number): void {
    const attributed = this.kindOf(this.tree.child(node)) === N.Attributes;
    let isBehind = attributed;
    const inside = (): void => this.run(node, (t, kind, before, child) => {
      const childKind = this.kindOf(child);
      if (childKind === N.Subscript) return this.join(t, R.Call);
      const breaks = isBehind;
      isBehind = childKind === N.Attributes;
      if (breaks) return this.fold(t, R.Attribute);
      this.space(t, kind === T.Assign || before === T.Assign ? R.Operator : R.Keyword);
    });
    if (!attributed) inside();
    else this.framed(node, this.writtenSplit(node), 0, inside);
  }

  // Clauses

  /** What stands behind the head of a declaration, on its line or on one of its own a step in. */
  private clause(t: number, clause: number, owner: number): void {
    const { tree, sheet } = this;
    const kind = this.kindOf(clause);
    const below = this.keepsSplit && this.beginsLine(t);
    // Constraints go to lines of their own where one of them must, bases and chained calls where they find no room.
    const moves =
      kind === N.Constraint
      || kind === N.Chained
      || (kind === N.Bases && !this.holdsDirective(clause));
    if (!below && !moves) {
      this.space(t, R.Keyword);
      return this.visit(clause);
    }
    const frame = sheet.open(
      t,
      tree.end(clause) - 1,
      below ? FrameFlag.Split : FrameFlag.IfItHelps,
      1,
    );
    sheet.frames.head.set(frame, tree.first(owner));
    const second = kind === N.Bases ? this.secondBase(clause) : -1;
    if (second > 0) sheet.frames.setHug(frame, second);
    this.fold(t, kind === N.Body ? R.Arrow : R.Keyword);
    const inner = sheet.frames.count;
    this.visit(clause);
    // The other bases stand under the colon where that begins a line.
    if (kind === N.Bases) sheet.frames.alignedIn.set(inner, frame);
    sheet.close();
  }

  /** The gap before the second of several bases: the first one stays on the line of the head where it can. */
  private secondBase(bases: number): number {
    const { tree } = this;
    for (const part = tree.parts(bases); part.next();)
      if (part.node === NONE && this.kindAt(part.at) === T.Comma)
        return this.tokens.skipTrivia(part.at + 1);
    return -1;
  }

  private bases(node: number): void {
    const { tokens } = this;
    // Directives end lines among them already, each of its own arm.
    const inArms = this.holdsDirective(node);
    this.framed(
      node,
      inArms ? FrameFlag.Flow : this.ownSplit(node),
      1,
      () => this.run(node, (t, kind, before) => {
        if (kind === T.Comma) return this.join(t, R.Comma);
        if (inArms && before === T.Comma && this.beginsLine(tokens.grammarBefore(t)))
          return this.space(t, R.Comma);
        // The author may have ended the line behind the colon.
        if (before === T.Comma || tokens.onNewLine(t)) return this.fold(t, R.Comma);
        this.space(t, R.Colon);
      }),
    );
  }

  private holdsDirective(node: number): boolean {
    for (let t = this.tree.first(node); t < this.tree.end(node); t++)
      if (this.tokens.kind(t) === T.Directive) return true;
    return false;
  }

  // Braces

  /** `{ get; set; }` on a line, or an accessor a line. */
  private accessors(node: number, owner: number): void {
    const inline = this.asWritten
      ? onOneLine(this, node) && !this.tokens.onNewLine(this.tree.first(node))
      : this.isAutomatic(node);
    if (inline) this.braces(node, FrameFlag.Whole, false, owner);
    else this.blockLines(node, owner);
  }

  /** Whether no accessor has a body or attributes. */
  private isAutomatic(node: number): boolean {
    const { tree } = this;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c))
      if (tree.kind(c) !== N.Accessor || tree.child(c) !== NONE) return false;
    return true;
  }

  protected abstract blockRules(owner: number): BlockRules;

  /**
   * A block: its statements on lines of their own, or one on the line of its braces, as the author has it.
   *
   * @param owner what it is the body of; its lines go by the line on which that begins.
   */
  protected block(node: number, owner = node): void {
    if (this.isHalfLine(node)) {
      this.space(this.tree.first(node), R.Brace);
      this.keep(node);
    } else if (this.staysOnLine(node, owner)) {
      this.braces(node, FrameFlag.Whole, false, owner);
    } else {
      this.blockLines(node, owner);
    }
  }

  /** Whether a block is written on the line of its opening brace, and lacks the closing one. */
  private isHalfLine(node: number): boolean {
    const { tree, tokens } = this;
    const last = tree.lastChild(node);
    const isOpen = last !== NONE && tree.end(last) === tree.end(node);
    return isOpen && onOneLine(this, node) && !tokens.onNewLine(tree.first(node));
  }

  /** Whether a block of a member or of a function without a name holds one statement on the line of its braces. */
  private staysOnLine(node: number, owner: number): boolean {
    const { tree, tokens } = this;
    switch (this.kindOf(owner)) {
      case N.Accessor:
      case N.Function:
      case N.Lambda:
      case N.AnonymousMethod:
      case N.Try:
      case N.CatchClause:
        break;
      default:
        return false;
    }
    const only = tree.child(node);
    if (!this.asWritten || only === NONE || tree.next(only) !== NONE) return false;
    if (!onOneLine(this, node) || tokens.onNewLine(tree.first(node))) return false;
    const kind: N = tree.kind(only);
    const simple =
      kind === N.Expression
      || kind === N.Return
      || kind === N.Jump
      || kind === N.Empty
      || kind === N.Unparsed;
    return (
      simple
      && this.lastTokenKind(node) === T.RightBrace
      && tree.end(only) - tree.first(only) === tree.end(node) - tree.first(node) - 2
    );
  }

  /** From a brace to its closer, what it holds on lines of its own. */
  protected blockLines(node: number, owner: number, isStatement = false): void {
    const { tree, tokens, sheet } = this;
    const first = tree.first(node);
    const last = tree.end(node) - 1;
    const isClosed = tokens.kind(last) === T.RightBrace && last > first;
    const empty = isClosed && first + 1 === last;
    const short = empty && !(this.asWritten && tokens.onNewLine(last));
    const ownLine = this.ownLine && !isStatement && (!short || tokens.onNewLine(first));
    if (ownLine) {
      this.openBlock(first, last, 0, owner);
      sheet.line(first, 0, 0, R.Brace);
    } else if (!isStatement) {
      this.space(first, R.Brace);
    }
    if (short || this.holdsOnlyRemark(first, last)) {
      for (let t = first + 1; t <= last; t++) this.space(t, t === last ? R.Brace : R.Comment);
    } else if (first < last) {
      this.openBlock(first + 1, last, 1, owner);
      layoutBlock(sheet, tree, node, this.blockRules(node));
      sheet.close();
    }
    if (ownLine) sheet.close();
  }

  /** Whether all that a block holds is a comment on the line of its braces. */
  private holdsOnlyRemark(first: number, last: number): boolean {
    const { tokens } = this;
    const remark =
      first + 2 === last
      && tokens.isTrivia(first + 1)
      && !tokens.has(first + 1, TokenFlag.EndsLine | TokenFlag.MultiLine);
    return remark && !tokens.onNewLine(first + 1) && !tokens.onNewLine(last);
  }

  protected semicolonRule(t: number, kind: T): void {
    if (kind === T.Semicolon) return this.join(t, R.Terminator);
    if (kind === T.Comma) return this.join(t, R.Comma);
    this.space(t, R.Keyword);
  }
}
