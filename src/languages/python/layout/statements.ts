import { Demand, FrameFlag, Mark, type Sheet } from "../../../core/layout/sheet.js";
import type { Syntax } from "../../../core/language.js";
import type { Style } from "../../../core/style/style.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { NONE } from "../../../core/syntax/tree.js";
import { layoutBlock } from "../../../core/layout/block.js";
import { N, T } from "../kinds.js";
import { R, RULES } from "../rules.js";
import { alignContinued } from "./continued.js";
import { ExpressionLayout } from "./expressions.js";

/** States the demands of PEP 8 on the gaps of a Python document. */
export function layoutPython(sheet: Sheet, syntax: Syntax, style: Style, stub = false): void {
  new PythonLayout(sheet, syntax, style, stub).module();
  alignContinued(sheet, style);
}

/**
 * Line feeds and tabs that are written as escapes, in a string that is not raw. What stands behind one in a docstring has a
 * margin, or columns, of its own, so that `inspect.cleandoc` would tell another text once the other lines have moved.
 */
const ESCAPED_WHITE =
  /^(?!u?r)[^]*?(?<!\\)(?:\\\\)*\\(?:[nt]|x0[9a]|0?1[12]|u000[9a]|u0000000[9a])/i;

/** Blocks and statements. */
class PythonLayout extends ExpressionLayout {
  /** @param stub whether the text is a stub file (PEP 484), whose bodies stay on their header's line. */
  constructor(sheet: Sheet, syntax: Syntax, style: Style, private readonly stub: boolean) {
    super(sheet, syntax, style);
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
      opensWithBlank: (first) =>
        owner === N.Class ? first !== docstring : !documented && this.isDefinition(first),
      most,
      parts: (previous) => this.isDefinition(previous),
      child: (child) => this.visit(child),
      token: (t) => this.separator(t),
      lineRule: R.BlankLines,
      commentRule: R.Comment,
    });
  }

  /** A semicolon between statements goes: what follows it gets a line of its own. */
  private separator(t: number): void {
    this.sheet.set(t, Demand.Join, R.Semicolon);
    this.sheet.mark(t, this.tokens.kind(t) === T.Semicolon ? Mark.Removed : Mark.KeepsBlanks);
  }

  private blanksBetween(previous: number, child: number, most: number): readonly [number, number] {
    if (previous === NONE) return [0, most];
    if (this.stub) return [0, Math.min(1, most)];
    if (this.isDefinition(previous) || this.isDefinition(child)) {
      // Between two on one line each, and before what carries out several signatures, they may be left out (PEP 8).
      const related = this.isDefinition(child)
        && this.isOneLiner(previous)
        && (this.isOneLiner(child) || this.nameOf(previous) === this.nameOf(child));
      return [related ? 0 : most, most];
    }
    if (this.depth === 0 && this.isImport(previous) && !this.isImport(child))
      return [Math.min(1, most), most];
    return [0, most];
  }

  private isDefinition(node: number): boolean {
    const kind: N = this.tree.kind(node);
    return kind === N.Function || kind === N.Class || kind === N.Decorated;
  }

  /** Whether a definition's body stands on its header's line. */
  private isOneLiner(node: number): boolean {
    const { tree } = this;
    const definition = this.decorated(node);
    const suite = tree.lastChild(definition);
    return tree.kind(suite) === N.Suite && this.staysBeside(suite, tree.kind(definition));
  }

  private nameOf(definition: number): string {
    const first = this.tree.first(this.decorated(definition));
    return this.tokens.textOf(first + (this.tokens.kind(first) === T.Async ? 2 : 1));
  }

  /** A definition without its decorators. */
  private decorated(node: number): number {
    return this.tree.kind(node) === N.Decorated ? this.tree.lastChild(node) : node;
  }

  /** Whether a statement imports, be it written to its end or not. */
  private isImport(node: number): boolean {
    const first: T = this.tokens.kind(this.tree.first(node));
    return first === T.Import || first === T.From;
  }

  /** Whether a statement is a string and nothing else. */
  private isDocstring(statement: number): boolean {
    const { tree, tokens } = this;
    if (statement === NONE || tree.kind(statement) !== N.Expression) return false;
    const first = tree.first(statement);
    return tree.end(statement) === first + 1 && tokens.kind(first) === T.String;
  }

  /** The inner lines of a docstring move with its first. */
  private docstring(t: number): void {
    const { tokens, sheet } = this;
    const written = tokens.textOf(t);
    const isLong = tokens.has(t, TokenFlag.MultiLine) && /^[ru]*("""|''')/i.test(written);
    if (isLong && !ESCAPED_WHITE.test(written)) sheet.mark(t, Mark.Reindent);
  }

  private suite(node: number, owner: number): void {
    const { sheet, tree } = this;
    if (tree.end(node) <= tree.first(node)) return;
    if (this.staysBeside(node, tree.kind(owner))) return this.beside(node);
    const frame = sheet.open(tree.first(node), tree.end(node) - 1, FrameFlag.Block, 1);
    sheet.frames.anchor.set(frame, tree.first(owner));
    this.depth++;
    this.block(node, tree.kind(owner));
    this.depth--;
    sheet.close();
  }

  /** Whether a body stays on its header's line, as stubs have it, and `...` in place of a definition's body. */
  private staysBeside(suite: number, owner: N): boolean {
    const { tree, tokens } = this;
    const first = tree.first(suite);
    if (tokens.onNewLine(first) || tokens.isTrivia(first)) return false;
    const only = tree.child(suite);
    if (only === NONE || tree.next(only) !== NONE) return false;
    const isLeftOut = tree.end(only) === first + 1 && tokens.is(first, "...");
    return this.stub || (isLeftOut && (owner === N.Function || owner === N.Class));
  }

  private beside(suite: number): void {
    const { tree, sheet } = this;
    const only = tree.child(suite);
    sheet.set(tree.first(suite), Demand.Space, R.Colon);
    this.visit(only);
    for (let t = tree.end(only); t < tree.end(suite); t++)
      if (!this.tokens.isTrivia(t)) this.separator(t);
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

  protected visit(node: number, hang = 1): void {
    const { tree } = this;
    switch (tree.kind(node) as N) {
      case N.Unparsed: return this.unparsed(node);
      case N.Suite: return;
      case N.Stray: return this.stray(node);
      case N.Compound: return this.stack(node, Math.min(1, this.style.blankLineLimit));
      case N.Decorated: return this.stack(node, 0);
      case N.Decorator: return this.run(node, this.unaryRule);
      case N.Clause: return this.clause(node);
      case N.Function:
      case N.Class: return this.definition(node);
      case N.Expression: return this.run(node, this.wordRule);
      case N.Assignment:
      case N.TypeAlias: return this.assignment(node);
      case N.Annotated: return this.annotated(node);
      case N.Keyword: return this.keyword(node);
      case N.Import:
      case N.ImportFrom: return this.run(node, this.wordRule);
      case N.ImportNames: return this.importNames(node);
      case N.WithItems: return this.withItems(node);
      case N.As:
      case N.Await:
      case N.Not: return this.run(node, this.wordRule, hang);
      case N.Yield: return this.yields(node);
      case N.Binary: return this.binary(node, hang);
      case N.Ternary: return this.ternary(node, hang);
      case N.Comprehension: return this.comprehension(node);
      case N.ComprehensionClause:
        // Where nothing in it has brackets to split, a line may end before `in`.
        if (this.breakInside(this.tree.child(node), true) > 0) return this.run(node, this.wordRule);
        return this.folded(node, 0, this.clauseRule, false, this.keepsClauses);
      case N.Strings: return this.strings(node);
      case N.ExpressionList: return this.folded(node, 0, this.commaRule);
      case N.Power: return this.run(node, this.powerRule);
      case N.Unary:
      case N.Starred: return this.run(node, this.unaryRule);
      case N.Named: return this.run(node, this.spacedRule);
      case N.Lambda: return this.run(node, this.lambdaRule, hang);
      case N.LambdaParameters: return this.run(node, this.parameterRule);
      case N.Primary: return this.primary(node, hang);
      case N.Argument:
      case N.Pair: return this.named(node);
      case N.Parameter: return this.parameter(node);
      case N.Slice: return this.slice(node);
      case N.Arguments:
      case N.Subscript:
      case N.Paren:
      case N.Tuple:
      case N.List:
      case N.Set:
      case N.Dict:
      case N.Parameters:
      case N.TypeParameters:
        return this.bracket(node);
      default: return this.run(node, this.wordRule);
    }
  }

  /** What was not understood keeps its gaps. */
  private unparsed(node: number): void {
    for (let t = this.tree.first(node) + 1; t < this.tree.end(node); t++)
      this.sheet.set(t, Demand.AsWritten, R.Unparsed);
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

  // Statements

  private clause(node: number): void {
    const { tree, tokens } = this;
    const first = tokens.skipTrivia(tree.first(node));
    const head: T = tokens.kind(first);
    const conditional =
      head === T.If
      || head === T.Elif
      || head === T.While
      || tokens.is(first, "match")
      || tokens.is(first, "case");
    this.header(node, (t, child) => {
      if (conditional && child !== NONE && tree.kind(child) !== N.As)
        return this.value(t, tree.end(child), child);
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
    let before = T.End;
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      if (child !== NONE) {
        if (tree.kind(child) === N.Suite) {
          this.suite(child, node);
        } else if (t === tree.first(node)) {
          this.visit(child);
        } else if (special(t, child) === false) {
          this.headerRule(t, T.End, before);
          this.visit(child);
        }
        before = T.End;
      } else {
        const kind: T = tokens.kind(t);
        if (!tokens.isTrivia(t)) {
          if (t > tree.first(node)) this.headerRule(t, kind, before);
          if (kind === T.String) this.string(t);
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
  }

  private headerRule(t: number, kind: T, before: T): void {
    if (kind === T.Colon) this.sheet.set(t, Demand.Join, R.Colon);
    else this.wordRule(t, kind, before);
  }

  private definition(node: number): void {
    this.header(node, (t, child) => {
      const kind: N = this.tree.kind(child);
      if (kind === N.Unparsed) {
        this.sheet.set(t, Demand.AsWritten, R.Unparsed);
        this.unparsed(child);
        return undefined;
      }
      const list = kind === N.Parameters || kind === N.TypeParameters;
      if (!list && kind !== N.Tuple && kind !== N.Paren) return false;
      if (this.previousIs(t, T.Arrow)) return false;
      this.sheet.set(t, Demand.Join, R.Call);
      const frame = this.sheet.frames.count;
      this.bracket(child);
      if (kind === N.Parameters) this.reachOverType(frame, node, child);
      return undefined;
    });
  }

  /** Parameters split before the type that the function answers does. */
  private reachOverType(frame: number, node: number, parameters: number): void {
    const { tree, tokens, sheet } = this;
    if (frame === sheet.frames.count) return;
    const arrow = tokens.skipTrivia(tree.end(parameters));
    if (tokens.kind(arrow) !== T.Arrow) return;
    const suite = tree.lastChild(node);
    let colon = suite !== NONE && tree.kind(suite) === N.Suite
      ? tree.first(suite) - 1
      : tree.end(node) - 1;
    while (colon > arrow && tokens.isTrivia(colon)) colon--;
    if (tokens.kind(colon) === T.Colon) sheet.frames.fitsTo.set(frame, colon + 1);
  }

  private keyword(node: number): void {
    const { tree, tokens } = this;
    const first = tree.first(node);
    const keyword: T = tokens.kind(first);
    const value = keyword === T.Return || keyword === T.Assert || keyword === T.Raise;
    this.parts(
      node,
      (kind, before) => value && kind !== T.Comma && (before === keyword || before === T.Comma),
    );
  }

  private assignment(node: number): void {
    const last = this.lastAssign(node);
    this.parts(node, (_, before, t) => t > last && (before === T.Assign || before === T.Augmented));
  }

  private lastAssign(node: number): number {
    let last = -1;
    for (const part = this.tree.parts(node); part.next();) {
      const kind = this.tokens.kind(part.at);
      if (part.node === NONE && (kind === T.Assign || kind === T.Augmented)) last = part.at;
    }
    return last;
  }

  private annotated(node: number): void {
    this.parts(node, (_, before) => before === T.Assign);
  }

  /** The elements of a statement, those that `isValue` names as values that brackets may be put around. */
  private parts(node: number, isValue: (kind: T, before: T, t: number) => boolean): void {
    const { tree, tokens } = this;
    let before = T.End;
    const first = tree.first(node);
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      const isChild = child !== NONE;
      const kind: T = isChild ? T.End : tokens.kind(t);
      const end = isChild ? tree.end(child) : t + 1;
      if (!tokens.isTrivia(t)) {
        if (t > first && isValue(kind, before, t)) {
          this.value(t, end, child);
        } else {
          if (t > first) this.statementRule(t, kind);
          if (isChild) this.visit(child);
          else if (kind === T.String) this.string(t);
        }
        before = kind;
      }
    }
  }

  private statementRule(t: number, kind: T): void {
    if (kind === T.Comma) this.sheet.set(t, Demand.Join, R.Comma);
    else if (kind === T.Colon) this.sheet.set(t, Demand.Join, R.Annotation);
    else if (this.isTypeParameters(t)) this.sheet.set(t, Demand.Join, R.Call);
    else
      this.sheet.set(
        t,
        Demand.Space,
        kind === T.Assign || kind === T.Augmented ? R.Operator : R.Keyword,
      );
  }

  private isTypeParameters(t: number): boolean {
    return (
      this.tokens.kind(t) === T.LeftBracket
      && this.tokens.kind(t - 1) === T.Name
      && this.tokens.is(t - 2, "type")
    );
  }

  private importNames(node: number): void {
    const { tree, tokens, sheet } = this;
    if (tokens.kind(tree.first(node)) === T.LeftParen) return this.bracket(node);
    if (tree.end(node) - tree.first(node) < 2) return;
    const continued = this.dropContinuations(tree.first(node), tree.end(node));
    // The rule for the gap before the names was stated by the parent; in this frame it may break.
    const commas =
      tokens.kind(tree.end(node) - 1) !== T.Comma && this.style.closingComma === "when-split";
    sheet.open(
      tree.first(node),
      tree.end(node) - 1,
      FrameFlag.Parens
        | (commas ? FrameFlag.Separator : 0)
        | (continued && this.asWritten ? FrameFlag.Split : 0),
      1,
    );
    sheet.set(tree.first(node), Demand.Fold, R.Import);
    this.bracketed++;
    this.run(node, this.commaRule);
    this.bracketed--;
    sheet.close();
  }

  private withItems(node: number): void {
    const { tree, tokens, sheet } = this;
    const several = this.hasOwn(node, T.Comma);
    if (
      !this.bracketedWith
      || (!several && tokens.kind(tree.first(node)) === T.LeftParen)
    ) {
      return this.run(node, this.wordRule, 0);
    }
    const continued = this.dropContinuations(tree.first(node), tree.end(node));
    const comma =
      several
      && this.style.closingComma === "when-split"
      && tokens.kind(tree.end(node) - 1) !== T.Comma;
    const frame = sheet.open(
      tree.first(node),
      tree.end(node) - 1,
      FrameFlag.Parens
        | (comma ? FrameFlag.Separator : 0)
        | (continued && this.asWritten ? FrameFlag.Split : 0),
      1,
    );
    sheet.set(tree.first(node), Demand.Fold, R.Keyword);
    if (!several) sheet.frames.setHug(frame, this.breakInside(tree.child(node)));
    this.bracketed++;
    this.run(node, this.commaRule);
    this.bracketed--;
    sheet.close();
  }
}
