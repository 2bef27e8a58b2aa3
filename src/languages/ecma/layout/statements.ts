import { layoutBlock, type BlockRules } from "../../../core/layout/block.js";
import { Demand, FrameFlag, Mark } from "../../../core/layout/sheet.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import { ControlLayout } from "./control.js";

/** What a line begins with that goes on with the expression before it. */
const GOES_ON = /^[)\],.?:=*/%&|^<>+-]/;

/** The same, or what closes a block. */
const GOES_ON_OR_CLOSES = /^[)\]},.?:=*/%&|^<>+-]/;

/** A comment that holds the rest of an expression. */
const REST = /^\/\/\s*(?:\??\.[A-Za-z_$#]|[?:]\s|&&|\|\||\?\?)/;

/** Programs, blocks, and statements with what ends them. */
export class EcmaLayout extends ControlLayout {
  program(): void {
    layoutBlock(this.sheet, this.tree, this.tree.root, this.blockRules(NONE));
    if (this.unbalanced) this.behindTorn();
  }

  /** Behind a block that lacks its brace the line ends where it does. */
  private behindTorn(): void {
    const { tree, tokens, sheet } = this;
    for (let node = 1; node <= tree.size; node++) {
      if (tree.kind(node) !== N.Block || this.isClosed(node)) continue;
      const t = tree.end(node);
      const demand: Demand = sheet.demand[t]!;
      if (!tokens.onNewLine(t) || (demand !== Demand.Space && demand !== Demand.Join)) continue;
      sheet.demand[t] = Demand.Line;
      if (!sheet.frames.has(sheet.owner[t]!, FrameFlag.Block)) sheet.mark(t, Mark.Dedent);
    }
  }

  protected visit(node: number, hang = 1): void {
    if (this.visitKind(this.tree.kind(node), node, hang)) return;
    if (this.tree.kind(node) === N.Unparsed) this.keep(node);
    else this.run(node, this.wordRule, hang);
  }

  /** Kinds lie in ranges: statements and their parts, expressions, elements, types. A member of a type is a type. */
  private visitKind(kind: N, node: number, hang: number): boolean {
    if (kind >= N.Annotation || kind === N.Signature) return this.visitType(node, hang);
    if (kind < N.Sequence) return this.visitStatement(node);
    return kind < N.JsxElement ? this.visitExpression(node, hang) : this.visitJsx(node);
  }

  private visitStatement(node: number): boolean {
    switch (this.tree.kind(node) as N) {
      case N.Block:
        this.block(node);
        return true;
      case N.Empty: return true;
      case N.Expression:
      case N.Directive:
      case N.Jump: {
        const around = this.isValue;
        this.isValue = false;
        this.run(node, this.statementRule);
        this.isValue = around;
        return this.terminator(node);
      }
      case N.Return:
      case N.Throw:
        this.run0(node);
        return this.terminator(node);
      case N.Variable:
        this.variable(node);
        return true;
      case N.Declarator:
        this.declarator(node);
        return true;
      case N.If:
      case N.For:
      case N.While:
      case N.DoWhile:
      case N.With:
      case N.Try:
      case N.Labelled:
      case N.Switch:
        this.control(node);
        return this.tree.kind(node) === N.DoWhile ? this.terminator(node) : true;
      case N.ForHead:
        this.heads.add(this.tree.child(node));
        this.bracket(node);
        return true;
      case N.Condition:
      case N.Specifiers:
      case N.EnumBody:
        this.bracket(node);
        return true;
      case N.Case:
        this.case(node);
        return true;
      case N.SwitchBody:
      case N.ClassBody:
      case N.InterfaceBody:
        this.block(node);
        return true;
      case N.Function:
      case N.Method:
      case N.StaticBlock:
        this.functionLike(node);
        return this.endsWithBody(node) ? true : this.terminator(node);
      case N.Class:
      case N.Interface:
      case N.Enum:
      case N.Namespace:
        this.classLike(node);
        return this.endsWithBody(node) ? true : this.terminator(node);
      case N.Field:
        this.field(node);
        return this.terminator(node);
      case N.EnumMember:
        this.declarator(node);
        return true;
      case N.TypeAlias:
        this.declarator(node);
        return this.terminator(node);
      case N.Import:
        this.commaless.add(this.required(node));
        this.run(node, this.moduleRule);
        return this.terminator(node);
      case N.Export:
        this.members(node, this.moduleRule);
        return this.endsInDeclaration(node) ? true : this.terminator(node);
      case N.Specifier:
      case N.ImportAttributes:
        this.run(node, this.wordRule);
        return true;
      case N.Declared:
        this.run(node, this.wordRule);
        return true;
      case N.Heritage:
        this.heritage(node);
        return true;
      case N.Decorator:
        this.run(node, this.joinRule);
        return true;
      default: return false;
    }
  }

  private statementRule(t: number, kind: T): void {
    if (kind === T.Semicolon) this.join(t, R.Terminator);
    else this.space(t, R.Keyword);
  }

  private moduleRule(t: number, kind: T): void {
    if (kind === T.Semicolon) return this.join(t, R.Terminator);
    if (kind === T.Comma) return this.join(t, R.Comma);
    this.space(t, R.Keyword);
  }

  private endsInDeclaration(node: number): boolean {
    const last = this.tree.lastChild(node);
    if (last === NONE || this.tree.end(last) !== this.tree.end(node)) return false;
    const kind: N = this.tree.kind(last);
    return (
      kind !== N.Specifiers
      && kind !== N.ImportAttributes
      && kind !== N.Specifier
      && kind < N.Condition
    );
  }

  /** `return` and `throw`, with the value that they carry. */
  private run0(node: number): void {
    const { tree, tokens } = this;
    const t = tokens.skipTrivia(tree.first(node) + 1);
    if (t >= tree.end(node)) return;
    const last = tree.end(node) - 1;
    if (tokens.kind(last) === T.Semicolon) this.join(last, R.Terminator);
    if (t === last && tokens.kind(t) === T.Semicolon) return;
    const child = this.childAt(node, t);
    const around = this.isValue;
    this.isValue = true;
    this.returned(t, child);
    this.isValue = around;
    if (child === NONE && tokens.kind(t) === T.String) this.string(t);
  }

  // Terminators

  /** The semicolon after a statement: put in, left out, or as it is. Always true. */
  protected terminator(node: number): true {
    const { tokens, sheet, style, tree } = this;
    const end = tree.end(node);
    const last = end - 1;
    if (tokens.kind(last) !== T.Semicolon) {
      if (style.statementTerminator === "explicit" && this.isEnded(node))
        sheet.slot(end, Mark.TerminatorSlot);
      return true;
    }
    sheet.rule[last] = R.Terminator;
    const omitted = style.statementTerminator === "omitted";
    const stays = style.statementTerminator === "as-written" && tokens.onNewLine(last);
    if (!omitted && !stays) return true;
    const next = tokens.skipTrivia(end);
    if (omitted && this.mayGo(node, next)) {
      sheet.mark(last, Mark.Removed);
      // Comments before it end the line then.
      const comment = tokens.grammarBefore(last) + 1;
      const endsLine = end === tokens.count || tokens.onNewLine(end);
      if (comment < last && endsLine) sheet.set(comment, Demand.Trailing, R.Comment);
    } else if (next === end && this.guards(next)) {
      // It opens the line of what would otherwise go on with this statement.
      sheet.line(last, 0, 0, R.Terminator);
      this.guarded = next;
    }
    return true;
  }

  /**
   * Whether a statement surely ends where it does. Behind it may stand its rest, in a comment or where it was put between
   * such; with a terminator it would not go on once that is there again.
   *
   *     boats                      const fare = isLate
   *       .map(sail)               // ? high
   *       // .filter(isFull)         : low;
   */
  private isEnded(node: number): boolean {
    const { tree, tokens } = this;
    if (this.endsTorn(node)) return false;
    const next = tree.next(node);
    if (next !== NONE && this.beginsAsRest(next, GOES_ON)) return false;
    let t = tree.end(node);
    while (t < tokens.count && tokens.isTrivia(t) && !tokens.onNewLine(t)) t++;
    return t >= tokens.count || !tokens.isTrivia(t) || !REST.test(tokens.textOf(t));
  }

  /** Whether a body is the last thing of a declaration, be it closed or not. */
  private endsWithBody(node: number): boolean {
    if (this.lastTokenKind(node) === T.RightBrace) return true;
    switch (this.kindOf(this.tree.lastChild(node))) {
      case N.Block:
      case N.ClassBody:
      case N.InterfaceBody:
      case N.EnumBody: return true;
      default: return false;
    }
  }

  /** The token before which a guarding semicolon stands, or -1. */
  private guarded = -1;

  /** Whether the statement ends without its semicolon just the same. */
  private mayGo(node: number, next: number): boolean {
    const { tokens, tree } = this;
    const kind: N = tree.kind(node);
    if (this.isBody(node) || this.commentLineBefore(tree.end(node) - 1)) return false;
    // `let` alone and `await`, as names, would take what stands on the next line.
    const name = tokens.grammarBefore(tree.end(node) - 1);
    if (tokens.is(name, "let") && name === tree.first(node) && kind === N.Expression) return false;
    if (tokens.is(name, "await") && tokens.kind(tokens.grammarBefore(name)) !== T.Dot) return false;
    if (next < tokens.count && (this.guards(next) || tokens.kind(next) === T.Semicolon))
      return false;
    if (kind === N.Field || kind === N.Method) {
      // A word alone could be read as belonging to the next member.
      const after: T = tokens.kind(next);
      const first = tree.first(node);
      if (after === T.Star || after === T.In || after === T.Instanceof) return false;
      if (
        tree.end(node) - first === 2
        && /^(?:get|set|static|async|accessor|readonly|declare|abstract|public|private|protected|override)$/.test(
          tokens.textOf(first),
        )
      ) return false;
    }
    return true;
  }

  /** Whether token t could go on with the statement before it. */
  private guards(t: number): boolean {
    const { tokens } = this;
    switch (tokens.kind(t) as T) {
      case T.LeftParen:
      case T.LeftBracket:
      case T.Template:
      case T.TemplateHead:
      case T.Regex:
      case T.Slash:
      case T.Plus:
      case T.Minus:
      case T.Less:
      case T.PlusPlus:
      case T.MinusMinus:
      case T.Star:
        return true;
      default:
        return false;
    }
  }

  /** Whether a statement is the body of a control statement, on whose line something may follow. */
  private isBody(node: number): boolean {
    return this.bodies.has(node);
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
        if (t === last && this.tokens.kind(t) === T.RightBrace) {
          this.sheet.line(t, 0, 0, R.Brace);
          this.sheet.mark(t, Mark.Dedent);
        } else if (this.tokens.kind(t) === T.Semicolon || this.tokens.kind(t) === T.Comma) {
          this.join(t, R.Terminator);
        }
      },
      stays: (child) => this.beginsAsRest(child, GOES_ON_OR_CLOSES),
      lineRule: R.BlankLines,
      commentRule: R.Comment,
    };
  }

  /** Whether a node is not understood, and begins with what goes on with something before it. */
  private beginsAsRest(node: number, begins: RegExp): boolean {
    const { tokens, tree } = this;
    return tree.kind(node) === N.Unparsed && begins.test(tokens.textOf(tree.first(node)));
  }

  private blockChild(child: number): void {
    const { tree, tokens } = this;
    const first = tree.first(child);
    const isEmpty = tree.kind(child) === N.Empty;
    const begins = tokens.onNewLine(first);
    if ((isEmpty && !begins && first > 0) || first === this.guarded)
      this.join(first, R.Terminator);
    if (tree.kind(child) === N.Block) return this.block(child, child, true);
    this.visit(child);
    if (tree.kind(child) === N.Signature) this.signatureEnd(child);
    // A semicolon that guards what follows is no statement to those who write it.
    const end = tree.end(child);
    if (isEmpty && begins && this.guards(end)) this.guarded = end;
  }

  /** What ends a member of an interface. */
  private signatureEnd(node: number): void {
    const { tokens, sheet, style } = this;
    const end = this.tree.end(node);
    const t = tokens.skipTrivia(end);
    const kind: T = tokens.kind(t);
    if (kind === T.Semicolon) {
      sheet.rule[t] = R.Terminator;
      const mayGo = !this.commentLineBefore(t) && !this.guards(tokens.skipTrivia(t + 1));
      if (style.statementTerminator === "omitted" && mayGo) sheet.mark(t, Mark.Removed);
    } else if (kind !== T.Comma && style.statementTerminator === "explicit") {
      sheet.slot(end, Mark.TerminatorSlot);
    }
  }

  /**
   * From a brace to its closer, the statements or members on lines of their own.
   *
   * @param owner what it is the body of; its lines go by the line on which that begins.
   * @param isStatement whether it stands for itself, on a line that its parent begins.
   */
  protected block(node: number, owner = node, isStatement = false): void {
    const { tree, tokens, sheet } = this;
    const first = tree.first(node);
    const last = tree.end(node) - 1;
    const empty = first + 1 === last && tokens.kind(last) === T.RightBrace;
    const placed = this.style.bracePlacement === "own-line" && !empty;
    const ownLine = !isStatement && (placed || this.remarkBefore(first));
    if (ownLine) {
      this.openBlock(first, last, 0, owner);
      sheet.line(first, 0, 0, R.Brace);
    } else if (!isStatement && first !== this.lowBrace) {
      this.space(first, R.Brace);
    }
    if (first === last || empty) {
      if (empty) this.join(last, R.Brace);
    } else if (this.holdsOnlyRemark(first, last)) {
      this.space(first + 1, R.Comment);
      this.space(last, R.Comment);
    } else {
      this.openBlock(first + 1, last, 1, owner);
      layoutBlock(sheet, tree, node, this.blockRules(node));
      sheet.close();
    }
    if (ownLine) sheet.close();
  }

  protected openBlock(begin: number, end: number, steps: number, owner: number): void {
    const { frames } = this.sheet;
    frames.anchor.set(this.sheet.open(begin, end, FrameFlag.Block, steps), this.tree.first(owner));
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
}
