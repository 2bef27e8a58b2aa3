import { Demand, FrameFlag, Mark } from "../../../core/layout/sheet.js";
import { indentFromTag } from "../../../core/layout/tag-line.js";
import { NONE } from "../../../core/syntax/tree.js";
import { requote } from "../../../core/text/quotes.js";
import { N, T } from "../kinds.js";
import { R, RULES } from "../rules.js";
import { TypeLayout } from "./types.js";

/** White space but for blanks, tabs and line ends. */
const WIDE_SPACE = /[^\S \t\r\n]/;

/**
 * Elements in the code. White space between tags that holds a line end means nothing at the edges of a
 * text, and one space inside it; without a line end it counts as it is.
 */
export abstract class JsxLayout extends TypeLayout {
  protected visitJsx(node: number): boolean {
    switch (this.tree.kind(node) as N) {
      case N.JsxElement:
        this.element(node);
        return true;
      case N.JsxClosing:
        this.run(node, (t) => this.join(t, R.Markup));
        return true;
      case N.JsxAttribute:
        this.attribute(node);
        return true;
      case N.JsxExpression:
        this.bracket(node);
        return true;
      default: return false;
    }
  }

  /** An element as a value: where it takes several lines, brackets stand around it. */
  protected bracketedJsx(t: number, node: number): true {
    const { sheet, tokens } = this;
    // The line of a comment is no reason for brackets.
    const bare = this.commentLineBefore(t);
    const flags = bare ? 0 : FrameFlag.Parens | FrameFlag.Whole;
    sheet.open(t, this.tree.end(node) - 1, flags, 1);
    if (bare && tokens.onNewLine(t)) sheet.line(t, 0, 0, R.Markup);
    else sheet.set(t, bare ? Demand.Space : Demand.Fold, R.Markup);
    this.visit(node, 0);
    sheet.close();
    return true;
  }

  /** The gap before an element that is a value, in brackets or not; 0 for other values. */
  protected jsxGap(node: number): number {
    const { tree } = this;
    if (tree.kind(node) === N.JsxElement) return tree.first(node);
    const child = tree.kind(node) === N.Paren ? tree.child(node) : NONE;
    const alone = child !== NONE && tree.kind(child) === N.JsxElement && tree.next(child) === NONE;
    return alone ? tree.first(node) + 1 : 0;
  }

  /** A line end before an element that is the second of two operands goes: that stays beside its operator. */
  protected override keptSplit(node: number): boolean {
    if (!super.keptSplit(node)) return false;
    const { tree, tokens } = this;
    const last = tree.lastChild(node);
    if (this.kindOf(node) !== N.Binary || this.kindOf(last) !== N.JsxElement) return true;
    let parts = 0;
    for (const part = tree.parts(node); part.next();) parts++;
    return parts > 3 || tokens.onNewLine(tree.first(last) - 1);
  }

  /** An element that is an operand stays beside its operator, brackets around it. */
  protected besideOperator(t: number, node: number): true {
    if (this.tree.kind(node) === N.JsxElement) return this.bracketedJsx(t, node);
    this.sheet.set(t, Demand.Space, R.Operator);
    this.visit(node);
    return true;
  }

  private element(node: number): void {
    const { tree, tokens, sheet } = this;
    const opening = tree.child(node);
    if (opening === NONE || tree.kind(opening) !== N.JsxOpening) {
      this.tag(node);
      return;
    }
    const tag = this.tag(opening);
    const first = tree.end(opening);
    const last = tree.lastChild(node);
    const closing = tree.kind(last) === N.JsxClosing ? tree.first(last) : tree.end(node);
    if (first === closing) {
      const empty = this.gapKind(first) !== "space";
      sheet.set(first, empty ? Demand.Join : Demand.AsWritten, R.Markup);
      return this.visit(last);
    }
    const written = this.asWritten && this.childOnNewLine(node, first, closing)
      ? FrameFlag.Split
      : 0;
    const several = this.childCount(node) > 1 || this.tree.hasChild(node, N.JsxElement);
    const frame = sheet.open(
      first,
      closing,
      FrameFlag.Bracket | FrameFlag.Flow | written | (several ? FrameFlag.Whole : 0),
      1,
    );
    sheet.frames.splitsWith.set(frame, tag);
    indentFromTag(sheet, frame, tree.first(node));
    for (const part = tree.parts(node, first, closing); part.next();) {
      const { at: t, node: child } = part;
      const isChild = child !== NONE;
      const afterText = tokens.kind(t - 1) === T.JsxText;
      // Between tags and braces a line end means nothing, so that one may be put there.
      if (isChild && t > first && this.staysBehind(t, child)) this.join(t, R.Markup);
      else if (t > first && this.asWritten && tokens.lineEndsIn(t) > 1)
        sheet.line(t, 0, this.style.blankLineLimit, R.Markup);
      else
        this.childGap(
          t,
          t === first || (isChild && !afterText),
          t > first && !isChild && afterText,
        );
      if (isChild) this.visit(child, 0);
    }
    if (closing < tree.end(node)) {
      this.childGap(closing, true, false);
      sheet.mark(closing, Mark.Dedent);
      sheet.close();
      this.visit(last);
    } else {
      sheet.close();
    }
  }

  /** The gap before a child of an element: between two words, at an edge, or beside a tag or brace. */
  private childGap(t: number, edge: boolean, words: boolean): void {
    const { sheet, tokens, style } = this;
    // Compilers differ in what such a space at the edge of a line means: it gets there by nobody's hand.
    //   <b>\u00a0{price}</b>
    //      ^
    if (WIDE_SPACE.test(tokens.text[tokens.gapStart(t) - 1]! + tokens.text[tokens.gapEnd(t)]!))
      return tokens.onNewLine(t)
        ? sheet.line(t, 0, style.blankLineLimit, R.Markup)
        : sheet.set(t, Demand.AsWritten, R.Markup);
    switch (this.gapKind(t)) {
      case "none":
        return sheet.set(t, edge ? Demand.Seam : Demand.Join, R.Markup);
      case "line":
        return sheet.set(t, words ? Demand.Fold : Demand.Seam, R.Markup);
      default:
        if (
          words
          && tokens.gapEnd(t) - tokens.gapStart(t) === 1
          && tokens.text[tokens.gapStart(t)] === " "
        ) return sheet.set(t, Demand.Fold, R.Markup);
        sheet.set(t, Demand.AsWritten, R.Markup);
    }
  }

  /** Whether a child is `{" "}` at the end of the line of what stands before it. */
  private staysBehind(t: number, child: number): boolean {
    const { tree, tokens } = this;
    return (
      this.gapKind(t) === "none"
      && tree.kind(child) === N.JsxExpression
      && tree.end(child) - t === 3
      && /^["'] ["']$/.test(tokens.textOf(t + 1))
      && tokens.onNewLine(t + 3)
    );
  }

  private gapKind(t: number): "none" | "space" | "line" {
    if (this.tokens.onNewLine(t)) return "line";
    return this.tokens.isApart(t) ? "space" : "none";
  }

  private childOnNewLine(node: number, first: number, closing: number): boolean {
    const { tree, tokens } = this;
    for (const part = tree.parts(node, first, closing + 1); part.next();)
      if (tokens.onNewLine(part.at)) return true;
    return false;
  }

  private childCount(node: number): number {
    let count = 0;
    for (let c = this.tree.child(node); c !== NONE; c = this.tree.next(c)) count++;
    return count - 2;
  }

  /** A tag that opens or stands alone: its name and attributes. */
  private tag(node: number): number {
    const { tree, tokens, sheet } = this;
    const first = tree.first(node);
    const attributes = this.attributeCount(node);
    const splits = attributes > 0 || this.holdsRemark(node);
    const stacked = this.style.attributeSplit === "stacked" && attributes > 1 ? FrameFlag.Split : 0;
    const frame = sheet.open(
      first + 1,
      tree.end(node) - 1,
      (attributes > 1 ? FrameFlag.Whole : 0) | stacked | this.writtenSplit(node),
      1,
    );
    let named = false;
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      const isChild = child !== NONE;
      const kind: T = isChild ? T.End : tokens.kind(t);
      if (t > first && (isChild || !tokens.isTrivia(t))) {
        if (kind === T.Greater) {
          const alone = tokens.kind(t - 1) === T.Slash;
          sheet.set(t, alone || !splits ? Demand.Join : Demand.Seam, R.Markup);
          if (!alone && splits) sheet.mark(t, Mark.Dedent);
        } else if (kind === T.Slash) {
          sheet.set(t, splits ? Demand.Fold : Demand.Space, R.Markup);
          if (splits) sheet.mark(t, Mark.Dedent);
        } else if (!named || (isChild && tree.kind(child) === N.TypeArguments)) {
          this.join(t, R.Markup);
          named = true;
        } else {
          sheet.set(t, Demand.Fold, R.Markup);
        }
      }
      if (isChild) this.visit(child);
    }
    sheet.close();
    return frame;
  }

  /** Whether a comment in a tag begins a line, which the tag's end then does too. */
  private holdsRemark(node: number): boolean {
    const { tree, tokens } = this;
    for (let t = tree.first(node); t < tree.end(node); t++)
      if (tokens.isTrivia(t) && tokens.onNewLine(t)) return true;
    return false;
  }

  private attributeCount(node: number): number {
    let count = 0;
    for (let c = this.tree.child(node); c !== NONE; c = this.tree.next(c)) {
      const kind: N = this.tree.kind(c);
      if (kind === N.JsxAttribute || kind === N.JsxExpression) count++;
    }
    return count;
  }

  private attribute(node: number): void {
    const { tree, tokens, sheet, style } = this;
    this.run(node, (t) => this.join(t, R.Markup));
    const value = tree.end(node) - 1;
    if (tokens.kind(value) !== T.String) return;
    const target = style.markupDelimiter === "double" ? '"' : "'";
    const wanted = style.markupDelimiter !== "as-written";
    sheet.rewrite(
      value,
      wanted
        ? requote(
          tokens.text,
          tokens.start(value),
          tokens.end(value),
          target,
          false,
          RULES[R.MarkupDelimiter]!,
        )
        : [],
    );
  }
}
