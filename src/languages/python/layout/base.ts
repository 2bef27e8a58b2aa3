import { Demand, type Sheet } from "../../../core/layout/sheet.js";
import type { Syntax } from "../../../core/language.js";
import type { Style } from "../../../core/style/style.js";
import type { TokenTable } from "../../../core/syntax/tokens.js";
import { NONE, type Tree } from "../../../core/syntax/tree.js";
import { delimit } from "../delimiter.js";
import { N, T } from "../kinds.js";
import { R, RULES } from "../rules.js";
import { allowsBracketedWith } from "../version.js";

/**
 * States the demand before element t of a node: its kind, or `T.End` for a child node; and the token kind
 * before it. Answers true where it has laid out the child too.
 */
export type Rule = (this: LayoutBase, t: number, kind: T, before: T) => void | true;

export const isOperator = (kind: T): boolean => kind >= T.Or && kind <= T.Percent;

/** What every part of the layout stands on: walking a node's elements, and the rules between two of them. */
export abstract class LayoutBase {
  readonly tokens: TokenTable;
  readonly tree: Tree;
  /** Nesting of the block being laid out. */
  protected depth = 0;
  /** How many frames around the place have brackets, real ones or such as may be added: else no line may end. */
  protected bracketed = 0;
  protected readonly bracketedWith: boolean;
  protected readonly asWritten: boolean;
  /** Whether expressions that the author split stay so. */
  protected readonly keepsSplit: boolean;

  constructor(protected readonly sheet: Sheet, syntax: Syntax, protected readonly style: Style) {
    this.tokens = syntax.tokens;
    this.tree = syntax.tree;
    this.bracketedWith = syntax.needsNewer ?? allowsBracketedWith(syntax);
    this.asWritten = style.listSplit === "as-written";
    this.keepsSplit = style.expressionSplit === "as-written";
  }

  /** States the demands before every token of a node but its first. `hang`: steps that its later lines go in. */
  protected abstract visit(node: number, hang?: number): void;

  /** Goes through the elements of a node, tokens of its own and children, a demand before each but the first. */
  protected run(node: number, rule: Rule, hang = 1): void {
    this.elements(this.tree.first(node), this.tree.end(node), this.tree.child(node), rule, hang);
  }

  protected elements(first: number, end: number, siblings: number, rule: Rule, hang = 1): void {
    const { tree, tokens } = this;
    let before = T.End;
    // By hand: nearly every node passes here, and `Parts` would take a twentieth of the time.
    let child = siblings;
    for (let t = first, after = t; t < end; t = after) {
      after = t + 1;
      if (child !== NONE && t === tree.first(child)) {
        // A chain of conditionals stays at one depth.
        const inner = rule === this.ternaryRule && tree.kind(child) === N.Ternary ? 0 : hang;
        if (t === first || rule.call(this, t, T.End, before) !== true) this.visit(child, inner);
        before = T.End;
        after = tree.end(child);
        child = tree.next(child);
      } else if (!tokens.isTrivia(t)) {
        const kind: T = tokens.kind(t);
        if (t > first) rule.call(this, t, kind, before);
        if (kind === T.String) this.string(t);
        before = kind;
      }
    }
  }

  protected string(t: number): void {
    const { stringDelimiter } = this.style;
    const { tokens, sheet } = this;
    if (stringDelimiter === "as-written" || tokens.swallows(t)) return;
    const changes = delimit(
      tokens.text,
      tokens.start(t),
      tokens.end(t),
      stringDelimiter,
      RULES[R.StringDelimiter]!,
    );
    if (changes.length > 0) sheet.rewrite(t, changes);
  }

  // Rules between two elements

  /** A place where an expression may break, if a line may end here at all. */
  protected get fold(): Demand {
    return this.bracketed > 0 ? Demand.Fold : Demand.Space;
  }

  protected wordRule(t: number, kind: T, before: T): void {
    switch (kind) {
      case T.Comma:
      case T.Semicolon:
      case T.Colon: return this.sheet.set(t, Demand.Join, R.Comma);
      case T.Dot:
        return this.sheet.set(t, before === T.From ? Demand.Space : Demand.Join, R.Import);
      case T.Star:
        if (before === T.Except) return this.sheet.set(t, Demand.Join, R.Keyword);
        break;
      case T.Name:
        if (before === T.Dot) return this.sheet.set(t, Demand.Join, R.Import);
    }
    this.sheet.set(t, Demand.Space, R.Keyword);
  }

  protected spacedRule(t: number): void {
    this.sheet.set(t, Demand.Space, R.Operator);
  }

  protected unaryRule(t: number): void {
    this.sheet.set(t, Demand.Join, R.Unary);
  }

  protected powerRule(t: number): void {
    this.sheet.set(t, Demand.Join, R.Power);
  }

  protected commaRule(t: number, kind: T): void {
    this.sheet.set(t, kind === T.Comma ? Demand.Join : this.fold, R.Comma);
  }

  protected ternaryRule(t: number, kind: T): void {
    this.sheet.set(t, kind === T.If || kind === T.Else ? this.fold : Demand.Space, R.Keyword);
  }

  protected comprehensionRule(t: number): void {
    this.sheet.set(t, this.fold, R.Keyword);
  }

  protected clauseRule(t: number, kind: T, before: T): void {
    if (kind === T.In) this.sheet.set(t, this.fold, R.Keyword);
    else this.wordRule(t, kind, before);
  }

  protected lambdaRule(t: number, kind: T): void {
    this.sheet.set(t, kind === T.Colon ? Demand.Join : Demand.Space, R.Colon);
  }

  protected parameterRule(t: number, kind: T, before: T): void {
    switch (kind) {
      case T.Comma: return this.sheet.set(t, Demand.Join, R.Comma);
      default:
        this.sheet.set(
          t,
          before === T.Star || before === T.DoubleStar ? Demand.Join : Demand.Space,
          R.Comma,
        );
    }
  }

  /** Whether lines begin with the operators of the run that is laid out, rather than end with them. */
  protected breaksBefore = true;

  /** Two-word operators stay together; else the expression may break before or after them. */
  protected binaryRule(t: number, kind: T, before: T): void {
    const operator = isOperator(kind);
    if (operator && ((kind === T.In && before === T.Not) || (kind === T.Not && before === T.Is))) {
      this.sheet.set(t, Demand.Space, R.Operator);
    } else {
      // A comment leaves no operator alone in front of it.
      const stays = this.isComment(operator ? t + 1 : this.tokens.grammarBefore(t) - 1);
      const breaks = this.isComment(t - 1) || (operator === this.breaksBefore && !stays);
      this.sheet.set(t, breaks ? this.fold : Demand.Space, R.Operator);
    }
  }

  // Questions

  /** Whether a token is a comment; a backslash, which is none, parts nothing either. */
  private isComment(t: number): boolean {
    return this.tokens.kind(t) === T.Comment;
  }

  protected hasOwn(node: number, kind: T): boolean {
    const { tree, tokens } = this;
    for (const part = tree.parts(node); part.next();)
      if (part.node === NONE && tokens.kind(part.at) === kind) return true;
    return false;
  }
}
