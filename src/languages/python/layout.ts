import { layoutBlock } from "../../core/layout/block.js";
import { Demand, FrameFlag, Mark, type Sheet } from "../../core/layout/sheet.js";
import type { Syntax } from "../../core/language.js";
import type { Style } from "../../core/style/style.js";
import { TokenFlag, type TokenTable } from "../../core/syntax/tokens.js";
import { NONE, type Tree } from "../../core/syntax/tree.js";
import { delimit } from "./delimiter.js";
import { N, T } from "./kinds.js";
import { R, RULES } from "./rules.js";
import { allowsBracketedWith } from "./version.js";

/** States the demands of PEP 8 on the gaps of a Python document. */
export function layoutPython(sheet: Sheet, syntax: Syntax, style: Style): void {
  new PythonLayout(sheet, syntax, style).module();
}

/** States the demand before element t of a node: its kind, or `T.End` for a child node; and the token kind before it. */
type Rule = (t: number, kind: T, before: T) => void;

/** What a list in brackets does with the comma after its last item. */
const enum Comma {
  /** As the style says. */
  Free,
  /** None may be added. */
  Barred,
  /** The one there must stay. */
  Needed,
}

class PythonLayout {
  private readonly tokens: TokenTable;
  private readonly tree: Tree;
  /** Nesting of the block being laid out. */
  private depth = 0;
  /** How many frames around the place have brackets, real ones or such as may be added: else no line may end. */
  private bracketed = 0;
  private readonly bracketedWith: boolean;
  private readonly asWritten: boolean;

  constructor(private readonly sheet: Sheet, syntax: Syntax, private readonly style: Style) {
    this.tokens = syntax.tokens;
    this.tree = syntax.tree;
    this.bracketedWith = allowsBracketedWith(syntax);
    this.asWritten = style.listSplit === "as-written";
  }

  // Blocks

  module(): void {
    this.commentSigns();
    this.block(this.tree.root, N.Module);
  }

  /** One space after a comment's sign; marks such as `#!` and `#:` and rulers are left alone. */
  private commentSigns(): void {
    const { tokens, sheet } = this;
    for (let t = 0; t < tokens.count; t++) {
      if (tokens.kind(t) !== T.Comment) continue;
      const at = tokens.start(t) + 1;
      if (at < tokens.end(t) && /[\p{L}\p{N}_"'([{<@$]/u.test(tokens.text[at]!)) {
        sheet.rewrite(t, [{ from: at, to: at, text: " ", rule: RULES[R.Comment]! }]);
      }
    }
  }

  /** The statements of a node; `docstring` marks where a string statement in front documents it. */
  private block(node: number, owner: N): void {
    const { sheet, tree } = this;
    const documented = owner === N.Module || owner === N.Function || owner === N.Class;
    const docstring = documented && this.isDocstring(tree.child(node)) ? tree.child(node) : NONE;
    if (docstring !== NONE) this.docstring(tree.first(docstring));
    const most = Math.min(this.style.blankLineLimit, this.depth === 0 ? 2 : 1);
    layoutBlock(sheet, tree, node, {
      blanks: (previous, child) => {
        // A blank line follows what documents a module or a class (PEP 257).
        const apart = previous === docstring && previous !== NONE && owner !== N.Function ? 1 : 0;
        const [least, limit] = this.blanksBetween(previous, child, most);
        return [Math.min(Math.max(least, apart), limit), limit];
      },
      most,
      child: (child) => this.visit(child),
      token: (t) => this.separator(t),
      lineRule: R.BlankLines,
      commentRule: R.Comment,
    });
  }

  /** A semicolon between statements goes: what follows it gets a line of its own. */
  private separator(t: number): void {
    this.sheet.set(t, Demand.Join, R.Semicolon);
    this.sheet.mark(t, this.tokens.kind(t) === T.Semicolon ? Mark.Removed : Mark.Held);
  }

  private blanksBetween(previous: number, child: number, most: number): readonly [number, number] {
    if (previous === NONE) return [0, most];
    if (this.isDefinition(previous) || this.isDefinition(child)) return [most, most];
    if (this.depth === 0 && this.isImport(previous) && !this.isImport(child)) return [Math.min(1, most), most];
    return [0, most];
  }

  private isDefinition(node: number): boolean {
    const kind: N = this.tree.kind(node);
    return kind === N.Function || kind === N.Class || kind === N.Decorated;
  }

  private isImport(node: number): boolean {
    const kind: N = this.tree.kind(node);
    return kind === N.Import || kind === N.ImportFrom;
  }

  /** Whether a statement is a string and nothing else. */
  private isDocstring(statement: number): boolean {
    const { tree, tokens } = this;
    if (statement === NONE || tree.kind(statement) !== N.Expression || tree.child(statement) !== NONE) return false;
    return tree.end(statement) === tree.first(statement) + 1 && tokens.kind(tree.first(statement)) === T.String;
  }

  /** The inner lines of a docstring move with its first. */
  private docstring(t: number): void {
    const { tokens, sheet } = this;
    if (tokens.has(t, TokenFlag.MultiLine) && /^[ru]*("""|''')/i.test(tokens.text.slice(tokens.start(t), tokens.start(t) + 5))) {
      sheet.mark(t, Mark.Reindent);
    }
  }

  private suite(node: number, owner: N): void {
    const { sheet, tree } = this;
    if (tree.end(node) <= tree.first(node)) return;
    sheet.open(tree.first(node), tree.end(node) - 1, FrameFlag.Block, 1);
    this.depth++;
    this.block(node, owner);
    this.depth--;
    sheet.close();
  }

  /** Lines at one depth, as of an `if` with its clauses or of decorators. */
  private stack(node: number, most: number): void {
    layoutBlock(this.sheet, this.tree, node, {
      blanks: () => [0, most],
      most,
      child: (child) => this.visit(child),
      token: () => {},
      lineRule: R.Line,
      commentRule: R.Comment,
    }, false);
  }

  // One node

  /** States the demands before every token of a node but its first. `hang`: steps that its later lines go in. */
  private visit(node: number, hang = 1): void {
    const { tree } = this;
    switch (tree.kind(node) as N) {
      case N.Unparsed: return this.unparsed(node);
      case N.Suite: return;
      case N.Stray: return this.stray(node);
      case N.Compound: return this.stack(node, Math.min(1, this.style.blankLineLimit));
      case N.Decorated: return this.stack(node, 0);
      case N.Decorator: return this.run(node, this.unaryRule);
      case N.Clause: return this.clause(node);
      case N.Function: case N.Class: return this.definition(node);
      case N.Expression: return this.run(node, this.wordRule);
      case N.Assignment: case N.TypeAlias: return this.assignment(node);
      case N.Annotated: return this.annotated(node);
      case N.Keyword: return this.keyword(node);
      case N.Import: case N.ImportFrom: return this.run(node, this.wordRule);
      case N.ImportNames: return this.importNames(node);
      case N.WithItems: return this.withItems(node);
      case N.As: case N.Await: case N.Not: return this.run(node, this.wordRule, hang);
      case N.Yield: return this.yields(node);
      case N.Binary: return this.binary(node, hang);
      case N.Ternary: return this.folded(node, hang, this.ternaryRule);
      case N.Comprehension: return this.folded(node, 0, this.comprehensionRule);
      case N.ComprehensionClause: return this.run(node, this.wordRule);
      case N.Strings: return this.strings(node, hang);
      case N.ExpressionList: return this.folded(node, 0, this.commaRule);
      case N.Power: return this.run(node, this.powerRule);
      case N.Unary: case N.Starred: return this.run(node, this.unaryRule);
      case N.Named: return this.run(node, this.spacedRule);
      case N.Lambda: return this.run(node, this.lambdaRule, hang);
      case N.LambdaParameters: return this.run(node, this.parameterRule);
      case N.Primary: return this.primary(node, hang);
      case N.Argument: return this.run(node, this.argumentRule);
      case N.Pair: return this.run(node, this.pairRule);
      case N.Parameter: return this.parameter(node);
      case N.Slice: return this.slice(node);
      case N.Arguments: case N.Subscript: case N.Paren: case N.Tuple: case N.List: case N.Set: case N.Dict:
      case N.Parameters: case N.TypeParameters:
        return this.bracket(node);
      default: return this.run(node, this.wordRule);
    }
  }

  /** Goes through the elements of a node, tokens of its own and children, a demand before each but the first. */
  private run(node: number, rule: Rule, hang = 1): void {
    this.elements(this.tree.first(node), this.tree.end(node), this.tree.child(node), rule, hang);
  }

  private elements(first: number, end: number, child: number, rule: Rule, hang = 1): void {
    const { tree, tokens } = this;
    let before = T.End;
    for (let t = first; t < end; ) {
      if (child !== NONE && t === tree.first(child)) {
        if (t > first) rule(t, T.End, before);
        // A chain of conditionals stays at one depth.
        this.visit(child, rule === this.ternaryRule && tree.kind(child) === N.Ternary ? 0 : hang);
        before = T.End;
        t = tree.end(child);
        child = tree.next(child);
      } else {
        if (!tokens.isTrivia(t)) {
          const kind: T = tokens.kind(t);
          if (t > first) rule(t, kind, before);
          if (kind === T.String) this.string(t);
          before = kind;
        }
        t++;
      }
    }
  }

  private string(t: number): void {
    const { stringDelimiter } = this.style;
    if (stringDelimiter === "as-written") return;
    const { tokens, sheet } = this;
    const changes = delimit(tokens.text, tokens.start(t), tokens.end(t), stringDelimiter, RULES[R.StringDelimiter]!);
    if (changes.length > 0) sheet.rewrite(t, changes);
  }

  /** What was not understood keeps its gaps. */
  private unparsed(node: number): void {
    for (let t = this.tree.first(node) + 1; t < this.tree.end(node); t++) this.sheet.set(t, Demand.AsWritten, R.Unparsed);
  }

  private stray(node: number): void {
    const first = this.tree.first(node);
    // The block's parent has put its first line in place; it stands one step deeper.
    this.sheet.open(first, this.tree.end(node) - 1, FrameFlag.Block, 1);
    this.depth++;
    this.block(node, N.Stray);
    this.depth--;
    this.sheet.close();
  }

  // Rules between two elements

  /** A place where an expression may break, if a line may end here at all. */
  private get fold(): Demand {
    return this.bracketed > 0 ? Demand.Fold : Demand.Space;
  }

  private readonly wordRule: Rule = (t, kind, before) => {
    switch (kind) {
      case T.Comma: case T.Semicolon: case T.Colon: return this.sheet.set(t, Demand.Join, R.Comma);
      case T.Dot: return this.sheet.set(t, before === T.From ? Demand.Space : Demand.Join, R.Import);
      case T.Star: if (before === T.Except) return this.sheet.set(t, Demand.Join, R.Keyword); break;
      case T.Name: if (before === T.Dot) return this.sheet.set(t, Demand.Join, R.Import);
    }
    this.sheet.set(t, Demand.Space, R.Keyword);
  };

  private readonly spacedRule: Rule = (t) => this.sheet.set(t, Demand.Space, R.Operator);
  private readonly unaryRule: Rule = (t) => this.sheet.set(t, Demand.Join, R.Unary);
  private readonly powerRule: Rule = (t) => this.sheet.set(t, Demand.Join, R.Power);
  private readonly argumentRule: Rule = (t) => this.sheet.set(t, Demand.Join, R.Default);

  private readonly pairRule: Rule = (t, kind) => this.sheet.set(t, kind === T.Colon ? Demand.Join : Demand.Space, R.Colon);

  private readonly commaRule: Rule = (t, kind) => this.sheet.set(t, kind === T.Comma ? Demand.Join : this.fold, R.Comma);

  private readonly ternaryRule: Rule = (t, kind) =>
    this.sheet.set(t, kind === T.If || kind === T.Else ? this.fold : Demand.Space, R.Keyword);

  private readonly comprehensionRule: Rule = (t) => this.sheet.set(t, this.fold, R.Keyword);

  private readonly lambdaRule: Rule = (t, kind) => this.sheet.set(t, kind === T.Colon ? Demand.Join : Demand.Space, R.Colon);

  private readonly parameterRule: Rule = (t, kind, before) => {
    switch (kind) {
      case T.Comma: return this.sheet.set(t, Demand.Join, R.Comma);
      default: this.sheet.set(t, before === T.Star || before === T.DoubleStar ? Demand.Join : Demand.Space, R.Comma);
    }
  };

  /** Two-word operators stay together; else the expression may break before or after them. */
  private readonly binaryRule: Rule = (t, kind, before) => {
    const operator = kind >= T.Or && kind <= T.Percent;
    if (operator && ((kind === T.In && before === T.Not) || (kind === T.Not && before === T.Is))) {
      this.sheet.set(t, Demand.Space, R.Operator);
    } else {
      const breaks = operator === (this.style.operatorSplit === "before");
      this.sheet.set(t, breaks ? this.fold : Demand.Space, R.Operator);
    }
  };

  // Statements

  private clause(node: number): void {
    const { tree, tokens } = this;
    const first = tokens.skipTrivia(tree.first(node));
    const head: T = tokens.kind(first);
    const conditional = head === T.If || head === T.Elif || head === T.While || tokens.is(first, "match") || tokens.is(first, "case");
    this.header(node, (t, child) => {
      if (conditional && child !== NONE && tree.kind(child) !== N.As) return this.value(t, tree.end(child), child);
      // The iterable of a `for`: what follows `in`.
      if (child !== NONE && this.previousIs(t, T.In)) return this.value(t, tree.end(child), child);
      return false;
    });
  }

  private previousIs(t: number, kind: T): boolean {
    return this.tokens.kind(t - 1) === kind;
  }

  /** The tokens of a header and the suite that it opens. `special` may lay out a child itself. */
  private header(node: number, special: (t: number, child: number) => void | false): void {
    const { tree, tokens, sheet } = this;
    let child = tree.child(node);
    let before = T.End;
    for (let t = tree.first(node); t < tree.end(node); ) {
      if (child !== NONE && t === tree.first(child)) {
        if (tree.kind(child) === N.Suite) {
          this.suite(child, tree.kind(node));
        } else if (t === tree.first(node)) {
          this.visit(child);
        } else if (special(t, child) === false) {
          this.headerRule(t, T.End, before);
          this.visit(child);
        }
        before = T.End;
        t = tree.end(child);
        child = tree.next(child);
      } else {
        const kind: T = tokens.kind(t);
        if (!tokens.isTrivia(t)) {
          if (t > tree.first(node)) this.headerRule(t, kind, before);
          if (kind === T.String) this.string(t);
          before = kind;
        } else if (sheet.demand[t] === Demand.Unset && !tokens.onNewLine(t) && tokens.has(t, TokenFlag.EndsLine)) {
          sheet.set(t, Demand.Trailing, R.Comment);
        }
        t++;
      }
    }
  }

  private headerRule(t: number, kind: T, before: T): void {
    if (kind === T.Colon) this.sheet.set(t, Demand.Join, R.Colon);
    else this.wordRule(t, kind, before);
  }

  private definition(node: number): void {
    this.header(node, (t, child) => {
      const kind: N = this.tree.kind(child);
      const list = kind === N.Parameters || kind === N.TypeParameters;
      if (!list && kind !== N.Tuple && kind !== N.Paren) return false;
      if (this.previousIs(t, T.Arrow)) return false;
      this.sheet.set(t, Demand.Join, R.Call);
      this.bracket(child);
      return undefined;
    });
  }

  private keyword(node: number): void {
    const { tree, tokens } = this;
    const first = tree.first(node);
    const keyword: T = tokens.kind(first);
    const value = keyword === T.Return || keyword === T.Assert || keyword === T.Raise;
    this.parts(node, (kind, before) => value && kind !== T.Comma && (before === keyword || before === T.Comma));
  }

  private assignment(node: number): void {
    const last = this.lastAssign(node);
    this.parts(node, (_, before, t) => t > last && (before === T.Assign || before === T.Augmented));
  }

  private lastAssign(node: number): number {
    for (let t = this.tree.end(node) - 1; t > this.tree.first(node); t--) {
      const kind = this.tokens.kind(t);
      if (kind === T.Assign || kind === T.Augmented) {
        // Those inside brackets are a child's.
        let own = true;
        for (let c = this.tree.child(node); c !== NONE; c = this.tree.next(c)) if (this.tree.first(c) <= t && t < this.tree.end(c)) own = false;
        if (own) return t;
      }
    }
    return -1;
  }

  private annotated(node: number): void {
    this.parts(node, (_, before) => before === T.Assign);
  }

  /** The elements of a statement, those that `isValue` names as values that brackets may be put around. */
  private parts(node: number, isValue: (kind: T, before: T, t: number) => boolean): void {
    const { tree, tokens } = this;
    let child = tree.child(node);
    let before = T.End;
    const first = tree.first(node);
    for (let t = first; t < tree.end(node); ) {
      const isChild = child !== NONE && t === tree.first(child);
      const kind: T = isChild ? T.End : tokens.kind(t);
      const end = isChild ? tree.end(child) : t + 1;
      if (!tokens.isTrivia(t)) {
        if (t > first && isValue(kind, before, t)) {
          this.value(t, end, isChild ? child : NONE);
        } else {
          if (t > first) this.statementRule(t, kind);
          if (isChild) this.visit(child);
          else if (kind === T.String) this.string(t);
        }
        before = kind;
      }
      t = end;
      if (isChild) child = tree.next(child);
    }
  }

  private statementRule(t: number, kind: T): void {
    if (kind === T.Comma) this.sheet.set(t, Demand.Join, R.Comma);
    else if (kind === T.Colon) this.sheet.set(t, Demand.Join, R.Annotation);
    else if (this.isTypeParameters(t)) this.sheet.set(t, Demand.Join, R.Call);
    else this.sheet.set(t, Demand.Space, kind === T.Assign || kind === T.Augmented ? R.Operator : R.Keyword);
  }

  private isTypeParameters(t: number): boolean {
    return this.tokens.kind(t) === T.LeftBracket && this.tokens.kind(t - 1) === T.Name && this.tokens.is(t - 2, "type");
  }

  private importNames(node: number): void {
    const { tree, tokens, sheet } = this;
    if (tokens.kind(tree.first(node)) === T.LeftParen) return this.bracket(node);
    if (tree.end(node) - tree.first(node) < 2) return;
    if (this.continued(tree.first(node), tree.end(node))) return this.run(node, this.wordRule);
    // The rule for the gap before the names was stated by the parent; in this frame it may break.
    const commas = tokens.kind(tree.end(node) - 1) !== T.Comma && this.style.closingComma === "when-split";
    sheet.open(tree.first(node), tree.end(node) - 1, FrameFlag.Parens | (commas ? FrameFlag.Comma : 0), 1);
    sheet.set(tree.first(node), Demand.Fold, R.Import);
    this.bracketed++;
    this.run(node, this.commaRule);
    this.bracketed--;
    sheet.close();
  }

  private withItems(node: number): void {
    const { tree, tokens, sheet } = this;
    const several = this.hasOwn(node, T.Comma);
    if (!this.bracketedWith || (!several && tokens.kind(tree.first(node)) === T.LeftParen) || this.continued(tree.first(node), tree.end(node))) {
      return this.run(node, this.wordRule, 0);
    }
    const comma = several && this.style.closingComma === "when-split" && tokens.kind(tree.end(node) - 1) !== T.Comma;
    const frame = sheet.open(tree.first(node), tree.end(node) - 1, FrameFlag.Parens | (comma ? FrameFlag.Comma : 0), 1);
    sheet.set(tree.first(node), Demand.Fold, R.Keyword);
    if (!several) sheet.frames.setHug(frame, this.breakInside(tree.child(node)));
    this.bracketed++;
    this.run(node, this.commaRule);
    this.bracketed--;
    sheet.close();
  }

  private hasOwn(node: number, kind: T): boolean {
    const { tree, tokens } = this;
    let child = tree.child(node);
    for (let t = tree.first(node); t < tree.end(node); ) {
      if (child !== NONE && t === tree.first(child)) {
        t = tree.end(child);
        child = tree.next(child);
      } else if (tokens.kind(t++) === kind) {
        return true;
      }
    }
    return false;
  }

  // Values that brackets may be put around

  /**
   * Tokens [first, end) as a value of a statement. Where it does not fit and cannot be split inside
   * its own brackets, brackets are put around it.
   */
  private value(first: number, end: number, child: number): void {
    const { tree, sheet, tokens } = this;
    const kind: N = child !== NONE && tree.first(child) === first && tree.end(child) === end ? tree.kind(child) : N.None;
    if (kind === N.Yield) {
      sheet.set(first, Demand.Space, R.Keyword);
      return this.yields(child);
    }
    if (this.isBracket(kind) || kind === N.Unparsed || this.continued(first, end)) {
      sheet.set(first, Demand.Space, R.Operator);
      return this.elements(first, end, child, this.wordRule, 1);
    }
    const inside = this.bracketFirst(kind, child) ? this.breakInside(tree.child(child)) : 0;
    const chain = kind === N.Primary && this.links(child) >= 2;
    const atom = kind === N.None || (inside === 0 && !chain && (kind === N.Primary || kind === N.Unary));
    const comma = kind === N.ExpressionList && this.style.closingComma === "when-split" && tokens.kind(end - 1) !== T.Comma;
    const flags = FrameFlag.Parens | (atom ? FrameFlag.IfItHelps : 0) | (comma ? FrameFlag.Comma : 0);
    const frame = sheet.open(first, end - 1, flags, 1);
    if (inside > 0) sheet.frames.setHug(frame, inside);
    sheet.set(first, Demand.Fold, R.Operator);
    this.bracketed++;
    if (kind === N.ExpressionList) this.run(child, this.commaRule);
    else this.elements(first, end, child, this.wordRule, 0);
    this.bracketed--;
    sheet.close();
  }


  private isBracket(kind: N): boolean {
    switch (kind) {
      case N.Paren: case N.Tuple: case N.List: case N.Set: case N.Dict: return true;
      default: return false;
    }
  }

  /** Whether a value of this kind is split inside its own brackets before any are put around it. */
  private bracketFirst(kind: N, node: number): boolean {
    const { tree } = this;
    switch (kind) {
      case N.Primary: return this.links(node) < 2;
      case N.Await: case N.Not: case N.Unary: case N.Starred: case N.Lambda: {
        const operand = tree.lastChild(node);
        return operand !== NONE && (this.isBracket(tree.kind(operand)) || this.bracketFirst(tree.kind(operand), operand));
      }
      case N.Binary: {
        const last = tree.lastChild(node);
        if (last === NONE || last !== tree.child(node) || tree.end(last) !== tree.end(node)) return false;
        if (this.hasOwn(node, T.And) || this.hasOwn(node, T.Or)) return false;
        return this.isBracket(tree.kind(last)) || this.bracketFirst(tree.kind(last), last);
      }
      default: return false;
    }
  }

  /** The first gap just inside a bracket that is not empty, among a node and its later siblings; 0 for none. */
  private breakInside(node: number): number {
    const { tree } = this;
    for (let c = node; c !== NONE; c = tree.next(c)) {
      const kind: N = tree.kind(c);
      if (kind === N.Arguments || kind === N.Subscript || this.isBracket(kind)) {
        if (tree.end(c) - tree.first(c) > 2) return tree.first(c) + 1;
      } else {
        const inner = this.breakInside(tree.child(c));
        if (inner > 0) return inner;
      }
    }
    return 0;
  }

  /** Whether a backslash carries a line on within tokens [first, end]. */
  private continued(first: number, end: number): boolean {
    for (let t = first; t < end; t++) if (this.tokens.has(t, TokenFlag.Continues)) return true;
    return first > 0 && this.tokens.has(first - 1, TokenFlag.Continues);
  }

  private yields(node: number): void {
    const { tree, tokens } = this;
    const child = tree.child(node);
    let t = tokens.skipTrivia(tree.first(node) + 1);
    if (tokens.kind(t) === T.From && t < tree.end(node)) {
      this.sheet.set(t, Demand.Space, R.Keyword);
      t = tokens.skipTrivia(t + 1);
    }
    if (t < tree.end(node)) this.value(t, tree.end(node), child);
  }

  // Expressions

  private folded(node: number, hang: number, rule: Rule): void {
    const { tree, sheet } = this;
    sheet.open(tree.first(node) + 1, tree.end(node) - 1, FrameFlag.Whole, hang);
    this.run(node, rule);
    sheet.close();
  }

  private binary(node: number, hang: number): void {
    this.folded(node, hang, this.binaryRule);
  }

  private strings(node: number, hang: number): void {
    const { tree, sheet } = this;
    const written = this.asWritten && this.splitBetween(tree.first(node) + 1, tree.end(node));
    sheet.open(tree.first(node) + 1, tree.end(node) - 1, written ? FrameFlag.Split : 0, hang);
    this.run(node, this.commaRule);
    sheet.close();
  }

  private splitBetween(first: number, end: number): boolean {
    for (let t = first; t < end; t++) if (this.tokens.onNewLine(t)) return true;
    return false;
  }

  /** How many calls or subscripts of a chain are followed by a dot. */
  private links(node: number): number {
    const { tree, tokens } = this;
    let links = 0;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
      const after = tokens.skipTrivia(tree.end(c));
      if (tree.kind(c) === N.Arguments && after < tree.end(node) && tokens.kind(after) === T.Dot) links++;
    }
    return links;
  }

  private primary(node: number, hang: number): void {
    const { tree, tokens, sheet } = this;
    const chain = this.links(node) >= 2;
    if (chain) {
      const written = this.asWritten && this.chainSplit(node);
      sheet.open(tree.first(node) + 1, tree.end(node) - 1, written ? FrameFlag.Split : 0, hang);
    }
    let child = tree.child(node);
    let call = false;
    for (let t = tree.first(node); t < tree.end(node); ) {
      if (child !== NONE && t === tree.first(child)) {
        if (t > tree.first(node)) sheet.set(t, Demand.Join, R.Call);
        this.visit(child);
        call = tree.kind(child) === N.Arguments;
        t = tree.end(child);
        child = tree.next(child);
      } else {
        if (!tokens.isTrivia(t)) {
          const kind = tokens.kind(t);
          if (t === tree.first(node) && kind === T.String) this.string(t);
          if (t > tree.first(node)) {
            if (kind === T.Dot && tokens.kind(t - 1) === T.Number) sheet.set(t, Demand.AsWritten, R.Call);
            else sheet.set(t, chain && call && kind === T.Dot && this.bracketed > 0 ? Demand.Seam : Demand.Join, R.Call);
          }
          call = false;
        }
        t++;
      }
    }
    if (chain) sheet.close();
  }

  /** Whether a line was begun before a dot that follows a call. */
  private chainSplit(node: number): boolean {
    const { tree, tokens } = this;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
      const dot = tree.end(c);
      if (tree.kind(c) === N.Arguments && dot < tree.end(node) && tokens.onNewLine(dot) && !this.continued(dot, dot + 1)) return true;
    }
    return false;
  }

  private parameter(node: number): void {
    const annotated = this.hasOwn(node, T.Colon);
    this.run(node, (t, kind, before) => {
      if (kind === T.Assign || before === T.Assign) this.sheet.set(t, annotated ? Demand.Space : Demand.Join, R.Default);
      else if (before === T.Colon) this.sheet.set(t, Demand.Space, R.Annotation);
      else this.sheet.set(t, Demand.Join, R.Annotation);
    });
  }

  /** A colon between simple bounds stands close, else it is spaced as the operator it is. */
  private slice(node: number): void {
    const { tree } = this;
    let simple = true;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
      if (tree.kind(c) !== N.Unary || tree.child(c) !== NONE) simple = false;
    }
    this.run(node, (t, kind, before) => {
      const spaced = !simple && !(kind === T.Colon && before === T.Colon);
      this.sheet.set(t, spaced ? Demand.Space : Demand.Join, R.Slice);
    });
  }

  // Brackets

  private bracket(node: number): void {
    const { tree, tokens, sheet } = this;
    const kind: N = tree.kind(node);
    const opener = tree.first(node);
    const closer = tree.end(node) - 1;
    const first = tokens.skipTrivia(opener + 1);
    if (first === closer && closer === opener + 1) {
      sheet.set(closer, Demand.Join, R.Bracket);
      return;
    }
    const items = this.itemsOf(node);
    const flow = items.numbers && items.count > 3;
    const split = this.asWritten && this.splitAtOwn(node);
    const frame = sheet.open(opener + 1, closer, FrameFlag.Bracket | (flow ? FrameFlag.Flow : 0) | (split ? FrameFlag.Split : 0), 1);
    if (items.hug > 0) sheet.frames.setHug(frame, items.hug);
    const hang = items.count > 1 || kind === N.Dict ? 1 : 0;
    this.bracketed++;
    let child = tree.child(node);
    let before: T = T.Comma;
    for (let t = opener + 1; t < closer; ) {
      if (child !== NONE && t === tree.first(child)) {
        this.itemGap(t, first, before, child);
        this.visit(child, hang);
        before = T.End;
        t = tree.end(child);
        child = tree.next(child);
      } else {
        if (!tokens.isTrivia(t)) {
          const token: T = tokens.kind(t);
          if (token === T.Comma) sheet.set(t, Demand.Join, R.Comma);
          else this.itemGap(t, first, before, NONE);
          if (token === T.String) this.string(t);
          before = token;
        }
        t++;
      }
    }
    sheet.set(closer, Demand.Seam, R.Bracket);
    sheet.mark(closer, Mark.Out);
    this.closingComma(items, this.commaRuleOf(kind, items));
    this.bracketed--;
    sheet.close();
  }

  private itemGap(t: number, first: number, before: T, child: number): void {
    const { sheet } = this;
    if (t === first) sheet.set(t, Demand.Seam, R.Bracket);
    else if (before === T.Comma) sheet.set(t, Demand.Fold, R.Comma);
    else if (before === T.Star || before === T.DoubleStar) sheet.set(t, Demand.Join, R.Unary);
    else sheet.set(t, child !== NONE && this.tree.kind(child) === N.Unparsed ? Demand.AsWritten : Demand.Space, R.Unparsed);
  }

  private commaRuleOf(kind: N, items: Items): Comma {
    if (kind === N.Paren || items.comprehension || items.unparsed) return Comma.Barred;
    if (items.count === 1 && (kind === N.Tuple || kind === N.Subscript)) return items.comma >= 0 ? Comma.Needed : Comma.Barred;
    return Comma.Free;
  }

  private closingComma({ lastEnd, comma }: Items, rule: Comma): void {
    const { sheet, style } = this;
    if (lastEnd < 0 || rule !== Comma.Free || style.closingComma === "as-written") return;
    if (comma >= 0) {
      sheet.mark(comma, style.closingComma === "never" ? Mark.Removed : Mark.RemovedFlat);
      sheet.rule[comma] = R.ClosingComma;
    } else if (style.closingComma === "when-split") {
      sheet.mark(lastEnd, Mark.CommaSlot);
    }
  }

  /** Whether the author began a line at one of the bracket's own gaps. */
  private splitAtOwn(node: number): boolean {
    const { tree, tokens } = this;
    let child = tree.child(node);
    for (let t = tree.first(node); t < tree.end(node); ) {
      if (t > tree.first(node) && tokens.onNewLine(t)) return true;
      if (child !== NONE && t === tree.first(child)) {
        t = tree.end(child);
        child = tree.next(child);
      } else {
        t++;
      }
    }
    return false;
  }

  private itemsOf(node: number): Items {
    const { tree, tokens } = this;
    const closer = tree.end(node) - 1;
    const items: Items = { count: 0, lastEnd: -1, comma: -1, hug: 0, numbers: true, comprehension: false, unparsed: false };
    let child = tree.child(node);
    let displays = 0;
    let last: number = NONE;
    for (let t = tree.first(node) + 1; t < closer; ) {
      if (child !== NONE && t === tree.first(child)) {
        const kind: N = tree.kind(child);
        if (kind === N.Comprehension) items.comprehension = true;
        if (kind === N.Unparsed) items.unparsed = true;
        if (kind !== N.Unary || tree.child(child) !== NONE) items.numbers = false;
        if (this.isBracket(kind) && kind !== N.Paren && tree.end(child) - tree.first(child) > 2) displays++;
        items.comma = -1;
        items.lastEnd = tree.end(child);
        items.count++;
        last = child;
        t = tree.end(child);
        child = tree.next(child);
      } else {
        if (!tokens.isTrivia(t)) {
          if (tokens.kind(t) === T.Comma) {
            items.comma = t;
          } else {
            items.comma = -1;
            items.lastEnd = t + 1;
            items.count++;
            last = NONE;
            if (tokens.kind(t) !== T.Number) items.numbers = false;
          }
        }
        t++;
      }
    }
    if (tree.kind(node) === N.Arguments && last !== NONE && items.lastEnd === tree.end(last)) items.hug = this.hugOf(last, displays, items.count);
    return items;
  }

  /** The gap just inside the last argument where that is a display, the only one among the arguments. */
  private hugOf(last: number, displays: number, count: number): number {
    const { tree } = this;
    const kind: N = tree.kind(last);
    if (kind === N.Argument && count === 1) {
      const value = tree.lastChild(last);
      return value !== NONE && tree.end(value) === tree.end(last) ? this.hugOf(value, displays + 1, count) : 0;
    }
    if (kind !== N.List && kind !== N.Set && kind !== N.Dict && !(kind === N.Tuple && count === 1)) return 0;
    return displays === 1 && tree.end(last) - tree.first(last) > 2 ? tree.first(last) + 1 : 0;
  }
}

/** What a bracket holds. */
interface Items {
  count: number;
  /** One past the last token of the last item, or -1. */
  lastEnd: number;
  /** The comma after the last item, or -1. */
  comma: number;
  /** The gap inside the last item up to which the list must fit to keep it close; 0 for none. */
  hug: number;
  numbers: boolean;
  comprehension: boolean;
  unparsed: boolean;
}
