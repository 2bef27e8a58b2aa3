import { layoutBlock } from "../../../core/layout/block.js";
import { Demand, FrameFlag, Mark } from "../../../core/layout/sheet.js";
import { requote } from "../../../core/text/quotes.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R, RULES } from "../rules.js";
import { CssSelectors } from "./selectors.js";
import { Colons } from "./values.js";

/** At-rules that stand apart from the bracket or the string behind them. */
const APART =
  /^@(?:media|supports|container|import|layer|if|else|while|return|each|use|forward|namespace|charset|scope)$/i;

/** At-rules that are a program's. */
const CONTROL = /^@(?:if|else|while|return|use|forward|include)$/i;

/** At-rules whose heads are understood; what the signs of others say, only their readers know. */
const KNOWN =
  /^@(?:media|custom-media|supports|container|import|layer|namespace|charset|property|function|when|if|else|while|for|each|return|use|forward|include|mixin|content|debug|warn|error|plugin|counter-style|font-(?:face|feature-values|palette-values)|color-profile|position-try|starting-style|view-transition|(?:-\w+-)?(?:document|keyframes|viewport))$/i;

/** At-rules whose brackets hold selectors. */
const SELECTING = /^@(?:scope|custom-selector|extend|nest|at-root|page)$/i;

/** Properties whose values are drawn in rows. */
const DRAWN = /^grid(?:-(?:area|template(?:-(?:areas|columns|rows))?|auto-(?:columns|rows)))?$/i;

/** States the demands on the gaps of a style sheet. */
export class CssLayout extends CssSelectors {
  styleSheet(): void {
    const { tree, sheet, tokens } = this;
    this.quotes();
    if (tokens.count === 0) return;
    sheet.open(0, tokens.count, FrameFlag.Block, 0);
    this.statements(tree.root);
    sheet.close();
  }

  /** The statement before the one that is laid out. */
  private before: number = NONE;

  private statements(node: number): void {
    const { sheet, tree, style } = this;
    let previous = NONE;
    layoutBlock(sheet, tree, node, {
      blanks: () => [0, style.blankLineLimit],
      most: style.blankLineLimit,
      child: (child) => {
        this.before = previous;
        this.statement(child);
        previous = child;
      },
      token: () => undefined,
      stays: (child) => this.isStray(child),
      lineRule: R.Line,
      commentRule: R.Comment,
    });
  }

  /** Whether a node is a brace that closes nothing. */
  private isStray(node: number): boolean {
    return this.tree.kind(node) === N.Unparsed && this.isKind(this.tree.first(node), T.RightBrace);
  }

  private statement(node: number): void {
    const { tree, sheet, tokens } = this;
    const first = tree.first(node);
    switch (tree.kind(node) as N) {
      case N.Rule: {
        const block = tree.lastChild(node);
        this.selectors(node, first, tree.first(block));
        return this.block(block, first);
      }
      case N.AtRule: return this.atRule(node);
      case N.Declaration: return this.declaration(node);
      case N.Call: return this.call(node);
      case N.Empty:
        if (!tokens.onNewLine(first)) sheet.set(first, Demand.Join, R.Terminator);
        return;
      case N.PageComment: return;
      default: return this.asWritten(first + 1, tree.end(node));
    }
  }

  protected override visitBlock(node: number): void {
    this.block(node, -1);
  }

  /**
   * A block behind what it belongs to.
   *
   * @param owner the token that begins that; -1 for a block in brackets.
   */
  private block(node: number, owner: number): void {
    const { tree, sheet, style } = this;
    const opener = tree.first(node);
    if (tree.kind(node) !== N.Block) return this.asWritten(opener, tree.end(node));
    const closed = this.isKind(tree.end(node) - 1, T.RightBrace)
      && (tree.lastChild(node) === NONE || tree.end(tree.lastChild(node)) < tree.end(node));
    if (owner >= 0) {
      this.comments(owner, opener);
      if (style.bracePlacement === "own-line") sheet.line(opener, 0, 0, R.Brace);
      else if (opener > owner) sheet.set(opener, Demand.Space, R.Brace);
    }
    const closer = closed ? tree.end(node) - 1 : tree.end(node);
    if (closed && closer === opener + 1) return sheet.set(closer, Demand.Join, R.Brace);
    const frame = sheet.open(opener + 1, closed ? closer : closer - 1, FrameFlag.Block, 1);
    if (owner >= 0) sheet.frames.anchor.set(frame, owner);
    this.statements(node);
    if (closed) {
      sheet.line(closer, 0, 0, R.Line);
      sheet.mark(closer, Mark.Dedent);
      this.terminators(node, closer);
    }
    sheet.close();
  }

  /**
   * The last declaration of a block ends with a semicolon. Who has statements end without one says nothing of what
   * stands between declarations: it stays as it is.
   */
  private terminators(block: number, closer: number): void {
    const { tree, sheet, style, tokens } = this;
    if (style.statementTerminator !== "explicit") return;
    const last = tree.lastChild(block);
    if (last === NONE) return;
    const kind: N = tree.kind(last);
    if (kind !== N.Declaration && kind !== N.AtRule && kind !== N.Call) return;
    const end = tree.end(last);
    const before: T = tokens.kind(end - 1);
    const isEnded =
      before === T.Semicolon
      || before === T.RightBrace
      || before === T.Colon
      // It would be the sign that a backslash takes for its own.
      || tokens.textOf(end - 1).endsWith("\\");
    if (!isEnded && end <= closer) sheet.slot(end, Mark.TerminatorSlot);
  }

  private atRule(node: number): void {
    const { tree, sheet, tokens } = this;
    const first = tree.first(node);
    const name = tokens.textOf(first);
    const { end, block } = this.headOf(node);
    const next = this.skip(first + 1);
    if (next < end) {
      if (APART.test(name)) sheet.set(next, Demand.Space, R.Word);
      else this.keepApart(next, Demand.Space);
      this.comments(first, next);
      if (SELECTING.test(name)) this.prelude(node, next, end);
      else if (KNOWN.test(name)) {
        this.inControl = CONTROL.test(name);
        this.value(node, next, end, -1, Colons.Pair);
        this.inControl = false;
      } else {
        this.foreign(next, end);
      }
    }
    if (block !== NONE) this.block(block, first);
    else this.ending(node);
    // The other branch of a condition goes on behind the brace of the first.
    const joins = /^@else$/i.test(name)
      && first > 0
      && this.isKind(first - 1, T.RightBrace)
      && this.style.bracePlacement === "same-line"
      && this.style.clausePlacement === "same-line";
    if (joins) sheet.set(first, Demand.Space, R.Brace);
  }

  /** The head of an at-rule that is not known: its words stay what they are, and fill lines. */
  private foreign(first: number, end: number): void {
    this.openRows(first, end);
    for (let t = this.skip(first + 1); t < end; t = this.skip(t + 1)) {
      this.comments(first, t);
      if (this.isKind(t, T.Comma)) this.sheet.set(t, Demand.Join, R.Comma);
      else this.keepApart(t, Demand.Fold);
    }
    this.sheet.close();
  }

  private prelude(node: number, first: number, end: number): void {
    this.openRows(first, end);
    this.words(node, first, end, Demand.Fold, Colons.Selector);
    const { tree, sheet } = this;
    for (const part = tree.parts(node, first, end); part.next();) {
      if (part.node !== NONE || !this.isKind(part.at, T.Comma)) continue;
      sheet.set(part.at, Demand.Join, R.Comma);
      const next = this.skip(part.at + 1);
      if (next < end) sheet.set(next, Demand.Fold, R.Comma);
    }
    this.sheet.close();
  }

  /** Where the head of a statement ends: before its block, or before its semicolon. */
  private headOf(node: number): { readonly end: number; readonly block: number } {
    const { tree } = this;
    const last = tree.lastChild(node);
    const kind: N = last === NONE ? N.None : tree.kind(last);
    const isBlock = kind === N.Block
      || (kind === N.Unparsed && this.isKind(tree.first(last), T.LeftBrace));
    if (isBlock) return { end: tree.first(last), block: last };
    const end = tree.end(node);
    return { end: this.isKind(end - 1, T.Semicolon) ? end - 1 : end, block: NONE };
  }

  /** The semicolon of a statement. */
  private ending(node: number): void {
    const { tree, sheet } = this;
    const last = tree.end(node) - 1;
    if (!this.isKind(last, T.Semicolon) || last === tree.first(node)) return;
    this.comments(tree.first(node), last);
    sheet.set(last, Demand.Join, R.Terminator);
  }

  private call(node: number): void {
    const { end } = this.headOf(node);
    const { tree, sheet } = this;
    const first = tree.first(node);
    this.openRows(first, end);
    this.words(node, first, end, Demand.Fold, Colons.Selector);
    this.spaces(node, first, end);
    sheet.close();
    this.ending(node);
  }

  /** The signs between the names of spaces, as Less has them: `#pier > .moor();`. */
  private spaces(node: number, first: number, end: number): void {
    const { tree, tokens } = this;
    for (const part = tree.parts(node, first + 1, end); part.next();) {
      if (part.node === NONE && tokens.is(part.at, ">")) this.combined(part.at, end, Demand.Space);
    }
  }

  private declaration(node: number): void {
    const { tree, sheet, tokens } = this;
    const first = tree.first(node);
    const colon = this.skip(first + 1);
    const name = tokens.textOf(first);
    const { end, block } = this.headOf(node);
    this.comments(first, colon);
    sheet.set(colon, Demand.Join, R.Colon);
    const value = this.skip(colon + 1);
    if (name.startsWith("--")) {
      this.customValue(node, colon + 1, end);
    } else if (value < end) {
      this.comments(colon, value);
      if (this.isExtend(first, value)) this.words(node, colon, end, Demand.Space, Colons.Selector);
      else if (DRAWN.test(name) && this.isDrawn(value, end)) this.rows(node, value, end);
      else if (DRAWN.test(name) && this.isKind(value, T.String)) this.areas(node, value, end);
      else this.value(node, value, end, value, this.colonsOfValue());
      if (this.isAligned(first, this.neighbours(node))) sheet.set(value, Demand.Fixed, R.Colon);
    }
    if (block !== NONE) this.block(block, first);
    // What no value stands before may be white space that counts.
    if (value < end || block !== NONE || !name.startsWith("--")) this.ending(node);
  }

  /** The names of the declarations before and after a statement; -1 for none. */
  private neighbours(node: number): number[] {
    const { tree } = this;
    return [this.before, tree.next(node)].map((other) => (
      other !== NONE && tree.kind(other) === N.Declaration ? tree.first(other) : -1
    ));
  }

  private isExtend(first: number, value: number): boolean {
    return (
      this.dialect.name === "less" && this.tokens.is(first, "&") && !this.tokens.isApart(value)
    );
  }

  private colonsOfValue(): Colons {
    return this.dialect.extended ? Colons.Value : Colons.AsWritten;
  }

  /** The value of a custom property stays as it is: scripts may read it. */
  private customValue(node: number, from: number, end: number): void {
    const { sheet, tokens, tree } = this;
    if (from >= end) {
      if (from < tree.end(node)) sheet.set(from, Demand.AsWritten, R.Unparsed);
      return;
    }
    if (tokens.onNewLine(from) || tokens.isTrivia(from))
      sheet.set(from, Demand.AsWritten, R.Unparsed);
    else sheet.set(from, Demand.Space, R.Colon);
    this.asWritten(from + 1, end);
    for (let t = from; t < end; t++) if (this.isKind(t, T.String)) sheet.rewrite(t, []);
  }

  /** Whether a value goes over several lines, or begins one. */
  private isDrawn(first: number, end: number): boolean {
    for (let t = first; t < end; t++) if (this.tokens.onNewLine(t)) return true;
    return false;
  }

  /** Each row of a drawn value on a line of its own, as it was drawn. */
  private rows(node: number, first: number, end: number): void {
    const { sheet, tokens, tree } = this;
    sheet.open(first, end - 1, FrameFlag.Block, 1);
    if (tokens.onNewLine(first) || this.isKind(first, T.String)) sheet.line(first, 0, 0, R.Split);
    else sheet.set(first, Demand.Space, R.Colon);
    this.words(node, first, end, Demand.Space, this.colonsOfValue());
    for (const part = tree.parts(node, first, end); part.next();) {
      const { at: t } = part;
      if (t > first && tokens.onNewLine(t)) sheet.line(t, 0, 0, R.Split);
      else if (part.node === NONE && this.isKind(t, T.Comma)) sheet.set(t, Demand.Join, R.Comma);
    }
    sheet.close();
  }

  /** Rows on one line; where that is too long, each of them has one. */
  private areas(node: number, first: number, end: number): void {
    const { sheet } = this;
    sheet.open(first, end - 1, FrameFlag.Whole, 1);
    sheet.set(first, Demand.Fold, R.Colon);
    this.words(node, first, end, Demand.Fold, this.colonsOfValue());
    sheet.close();
  }

  /** Strings have the style's quotes, where none of them stands inside. */
  private quotes(): void {
    const { tokens, sheet, style } = this;
    if (style.stringDelimiter === "as-written") return;
    const target = style.stringDelimiter === "single" ? "'" : '"';
    const { text } = tokens;
    for (let t = 0; t < tokens.count; t++) {
      if (!this.isKind(t, T.String) || tokens.swallows(t)) continue;
      // The standard has this one in double quotes.
      if (tokens.is(tokens.grammarBefore(t), "@charset")) continue;
      const [from, to] = [tokens.start(t), tokens.end(t)];
      if (text[from] === target) continue;
      const inside = text.slice(from + 1, to - 1);
      if (/["'\\]|#\{|@\{/.test(inside)) continue;
      sheet.rewrite(t, requote(text, from, to, target, false, RULES[R.Delimiter]!));
    }
  }
}
