import type { Span } from "../../../core/outline/excerpt.js";
import type { Syntax } from "../../../core/language.js";
import { Demand, FrameFlag, Mark, type Sheet } from "../../../core/layout/sheet.js";
import type { Style } from "../../../core/style/style.js";
import { TokenFlag, type TokenTable } from "../../../core/syntax/tokens.js";
import { NONE, type Tree } from "../../../core/syntax/tree.js";
import { requote } from "../../../core/text/quotes.js";
import { lineColumn } from "../../../core/text/width.js";
import { elementKind, elementName, hasAddition, type ElementKind } from "../elements.js";
import { tonguesIn } from "../lexer.js";
import { Step } from "../effect.js";
import { ISLANDS, blocksInTag, isLoneValue } from "../islands.js";
import { N, T } from "../kinds.js";
import { R, RULES } from "../rules.js";

/** What a content consists of: a node, or a token by itself. */
export interface Part {
  readonly first: number;
  readonly end: number;
  readonly node: number;
}

/** What the layouts of the parts of a page share, and tags. */
export abstract class HtmlTags {
  protected readonly tokens: TokenTable;
  protected readonly tree: Tree;
  /** What was found out of elements: by node, and by their tags as they are written. */
  private readonly kinds: (ElementKind | undefined)[];
  private readonly kindsByTag = new Map<string, ElementKind>();

  constructor(
    protected readonly sheet: Sheet,
    syntax: Syntax,
    protected readonly style: Style,
  ) {
    this.tokens = syntax.tokens;
    this.tree = syntax.tree;
    this.kinds = new Array<ElementKind | undefined>(this.tree.size + 1);
  }

  /** What of a stretch of the text is told by code between the markup. */
  protected codeIn(from: number, to: number): readonly Span[] {
    return tonguesIn(this.tokens.text, from, to);
  }

  /** Whether a name with a capital letter is a component's. */
  protected readonly hasComponents: boolean = false;

  /** Whether what the author split stays split. */
  protected get asAuthored(): boolean {
    return this.style.listSplit === "as-written";
  }

  protected partsOf(node: number, first: number, end: number): Part[] {
    const parts: Part[] = [];
    for (const part = this.tree.parts(node, first, end); part.next();) {
      const { at, node: child } = part;
      parts.push({ first: at, end: child === NONE ? at + 1 : this.tree.end(child), node: child });
    }
    return parts;
  }

  protected isElement({ node }: Part): boolean {
    return node !== NONE && this.tree.kind(node) === N.Element;
  }

  protected isKind(t: number, kind: T): boolean {
    return this.tokens.kind(t) === kind;
  }

  /** White space where there was some, and nothing where there was none. */
  protected keepApart(t: number, apart: Demand.Fold | Demand.Space): void {
    const { sheet, tokens } = this;
    sheet.set(t, this.tokens.isApart(t) ? apart : Demand.Join, R.Text);
    // Words fill lines, however the author broke them.
    if (apart === Demand.Fold && tokens.kind(t) === T.Word && tokens.kind(t - 1) === T.Word) {
      const isRow = tokens.onNewLine(t) && (isLoneValue(tokens, t - 1) || isLoneValue(tokens, t));
      if (!isRow) sheet.mark(t, Mark.Fills);
    }
  }

  /** Whether a tag is not written to its end. */
  protected isHalf(tag: number): boolean {
    const last: T = this.tokens.kind(this.tree.end(tag) - 1);
    return last !== T.TagEnd && last !== T.EmptyTagEnd;
  }

  /** Leaves gaps [first, end) to the letter. */
  protected fixed(first: number, end: number): void {
    for (let t = first; t < end; t++) this.sheet.set(t, Demand.Fixed, R.Unparsed);
  }

  protected columnOf(t: number): number {
    const { tokens, style } = this;
    return lineColumn(tokens.text, tokens.start(t), style.tabWidth);
  }

  /** What is known of an element, by its start tag. */
  protected kindOf(node: number): ElementKind {
    return (this.kinds[node] ??= this.kindOfTag(this.tokens.textOf(this.tree.first(node))));
  }

  private kindOfTag(tag: string): ElementKind {
    let kind = this.kindsByTag.get(tag);
    if (kind === undefined) {
      kind = elementKind(elementName(tag.slice(1), this.hasComponents));
      // What another tongue adds to a name may make another one of it.
      if (hasAddition(tag))
        kind = { ...kind, isBlock: false, isHidden: false, isInlineBlock: false, isLoose: false };
      this.kindsByTag.set(tag, kind);
    }
    return kind;
  }

  /** The value of an attribute of a tag, without its quotes; undefined where it has none. */
  protected attribute(tag: number, name: string): string | undefined {
    return attributeOf(this.tokens, this.tree.first(tag), name);
  }

  /**
   * A tag: its name, and its attributes on one line or each on its own.
   *
   * @param inline whether it stands in a text, whose lines rather end between words.
   */
  protected tag(node: number, inline = false): void {
    const { tree, tokens, sheet, style } = this;
    const first = tree.first(node);
    if (this.isHalf(node)) return this.fixed(first + 1, tree.end(node));
    const last = tree.end(node) - 1;
    let attributes = 0;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) attributes++;
    const stacked = style.attributeSplit === "stacked" && attributes > 1;
    const written = attributes > 0 && this.isSplit(node);
    const whole = inline && !stacked && !written && !this.isWide(node);
    const apart = whole ? Demand.Space : Demand.Fold;
    const frame = sheet.open(
      first + 1,
      last,
      (attributes > 1 ? FrameFlag.Whole : 0) | (stacked || written ? FrameFlag.Split : 0),
      1,
    );
    // In a text the line stands where it is, and its tag's go by that.
    if (tokens.onNewLine(first) && sheet.demand[first] as Demand === Demand.Fixed)
      sheet.frames.under.set(frame, first);
    this.attributes(node, apart);
    const empty = this.isKind(last, T.EmptyTagEnd);
    if (attributes === 0 || whole) {
      sheet.set(last, empty && this.tokens.isApart(last) ? Demand.Space : Demand.Join, R.Tag);
    } else {
      sheet.set(last, empty && this.tokens.isApart(last) ? Demand.Fold : Demand.Seam, R.Tag);
      sheet.mark(last, Mark.Dedent);
    }
    sheet.close();
  }

  /** The gaps before and in the attributes of a tag; blocks of template tongues hold theirs on one line or one step deeper. */
  private attributes(node: number, apart: Demand.Fold | Demand.Space): void {
    const { tree, tokens, sheet } = this;
    const first = tree.first(node);
    const last = tree.end(node) - 1;
    const blocks = blocksInTag(tokens, first + 1, last);
    /** Up to where a block has one line, and where those end that have several. */
    let together = first;
    const ends: number[] = [];
    for (const part = tree.parts(node, first + 1, last); part.next();) {
      const { at: t, node: child } = part;
      // What a template tongue puts beside an attribute belongs to it.
      const isFirst = t === first + 1 && tokens.text[tokens.start(t)] !== "@";
      const between = t <= together ? Demand.Space : apart;
      sheet.set(t, isFirst || this.tokens.isApart(t) ? between : Demand.Join, R.Attribute);
      if (child !== NONE) this.attributeInside(child);
      if (t <= together) continue;
      const end = blocks.ends.get(t);
      if (end !== undefined && this.isTogether(t, end)) {
        together = end;
      } else if (end !== undefined) {
        sheet.open(t + 1, end, FrameFlag.Split, 1);
        ends.push(end);
      } else if (ends.length > 0 && this.endsBranch(t)) {
        sheet.mark(t, Mark.Dedent);
        if (t !== ends.at(-1)) continue;
        ends.pop();
        sheet.close();
      }
    }
  }

  /** Whether token t ends what a block of a template tongue holds, or a part of that. */
  private endsBranch(t: number): boolean {
    const { step } = ISLANDS.effectOf(this.tokens, t);
    return step === Step.Closes || step === Step.GoesOn;
  }

  /** Whether a block that begins with token t and ends with token `end` has one line, or room on one by width. */
  private isTogether(t: number, end: number): boolean {
    const { tokens, style } = this;
    if (!this.asAuthored)
      return end - t < style.maxLineLength && this.widthOf(t, end) <= style.maxLineLength / 2;
    return tokens.nextWith(TokenFlag.OnNewLine, t + 1, end + 1) > end;
  }

  /** Whether the attributes of a tag have lines of their own whatever the width, as the author gave them some. */
  protected isSplit(tag: number): boolean {
    return this.asAuthored && this.tokens.onNewLine(this.tree.first(tag) + 1);
  }

  /** Whether a tag takes more of a line than a text should leave to it. */
  protected isWide(tag: number): boolean {
    const { tree, style } = this;
    return this.widthOf(tree.first(tag), tree.end(tag) - 1) > style.maxLineLength / 2;
  }

  /** How wide tokens first to last are on one line, no wider than they are written. */
  private widthOf(first: number, last: number): number {
    let width = 0;
    for (let t = first; t <= last; t++) {
      if (this.tokens.has(t, TokenFlag.MultiLine)) return Infinity;
      // What ends a tag that is split has a line of its own there.
      const isApart = t > first && this.tokens.isApart(t) && !this.isKind(t, T.TagEnd);
      width += this.tokens.end(t) - this.tokens.start(t) + (isApart ? 1 : 0);
    }
    return width;
  }

  protected attributeInside(node: number): void {
    const { tree, tokens, sheet, style } = this;
    const first = tree.first(node);
    for (let t = first + 1; t < tree.end(node); t++) sheet.set(t, Demand.Join, R.Attribute);
    const value = tree.end(node) - 1;
    if (value === first || !this.isKind(value, T.Value)) return;
    const [from, to] = [tokens.start(value), tokens.end(value)];
    if (style.markupDelimiter === "as-written" || !/["']/.test(tokens.text[from]!)) return;
    const target = style.markupDelimiter === "single" ? "'" : '"';
    // What code makes of a value may hold the other quotes.
    if (tokens.text[from] === target || this.codeIn(from, to).length > 0) return;
    sheet.rewrite(value, requote(tokens.text, from, to, target, false, RULES[R.Delimiter]!));
  }
}

/** The value of an attribute of the tag that begins at token `first`, without quotes; undefined for none. */
export function attributeOf(tokens: TokenTable, first: number, name: string): string | undefined {
  for (let t = first + 1; t < tokens.count; t++) {
    const kind = tokens.kind(t) as T;
    if (kind === T.TagEnd || kind === T.EmptyTagEnd) return undefined;
    if (kind !== T.Name || tokens.end(t) - tokens.start(t) !== name.length) continue;
    if (tokens.textOf(t).toLowerCase() !== name) continue;
    if (tokens.kind(t + 1) !== T.Equal) return "";
    return tokens.textOf(t + 2).replace(/^(["'])([^]*)\1$/, "$2");
  }
  return undefined;
}
