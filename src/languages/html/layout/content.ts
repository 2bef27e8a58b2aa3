import { Demand, FrameFlag, Mark, ROOT } from "../../../core/layout/sheet.js";
import { indentFromTag } from "../../../core/layout/tag-line.js";
import { reindentCode } from "../../../core/regions/texts.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { NONE } from "../../../core/syntax/tree.js";
import { INLINE_LOOSE, STYLED_INLINE, type ElementKind } from "../elements.js";
import { languageIn } from "../code.js";
import {
  ISLANDS,
  beginsOwnLine,
  endsOwnLine,
  holdsLines,
  holdsText,
  isStep,
  isValue,
} from "../islands.js";
import { FLOW, N, T } from "../kinds.js";
import { statementEnd } from "../flow.js";
import { leavesAtMargin } from "../margin.js";
import { R } from "../rules.js";
import { endOfTag } from "../tag-parser.js";
import { HtmlItems, Role, type Holder, type Item } from "./items.js";

/** Names by which pages mark what their style sheets show as it stands. */
const SHOWN_AS_IT_STANDS =
  /(?:^|\s)(?:pre|preformatted|verbatim|listing|fragment|line|source|code|program|programlisting)(?:\s|$)/;

/** A style under which white space counts. */
const KEEPS_WHITE = /white-space(?:-collapse)?\s*:\s*(?!normal|nowrap|collapse)/;

/** The text in formulas. */
const FORMULA_TEXT = /^(?:mi|mn|mo|ms|mtext|annotation|annotation-xml)$/;

/** Parts of a page whose contents authors mostly leave at the margin of what holds them. */
const FLUSH = /^(?:html|head|body|script|style)$/;

/** A tag behind which a content begins. */
interface Behind {
  /** The token with which it begins, or -1. */
  readonly tag: number;
  /** How much deeper than the tag's line the content's lines begin. */
  readonly steps: number;
}

const NO_TAG: Behind = { tag: -1, steps: 0 };

/** States the demands on the gaps of a page. */
export class HtmlLayout extends HtmlItems {
  document(): void {
    const { tree, tokens, sheet } = this;
    if (tokens.count === 0) return;
    this.opened = this.firstOpened();
    sheet.open(0, tokens.count, FrameFlag.Block, 0);
    const holder: Holder = { block: true, loose: false, foreign: false };
    this.lines(this.itemsOf(tree.root, 0, tokens.count, holder), holder);
    sheet.close();
  }

  private element(node: number, role: Role, outer: Holder): void {
    const { tree } = this;
    const start = tree.child(node);
    const last = tree.lastChild(node);
    const closing = last !== start && tree.kind(last) === N.EndTag ? last : NONE;
    this.tag(start, role === Role.Inline);
    this.content(node, start, closing, outer);
    if (closing !== NONE) this.tag(closing);
  }

  /** What stands between the tags of an element. */
  private content(node: number, start: number, closing: number, outer: Holder): void {
    const { tree, sheet } = this;
    const kind = this.kindOf(node);
    const { name } = kind;
    const first = tree.end(start);
    const end = closing === NONE ? tree.end(node) : tree.first(closing);
    const edge = closing === NONE ? end : end + 1;
    const css = this.attribute(start, "style") ?? "";
    if (this.isFixed(kind, start, css, outer)) return this.fixed(first, edge);
    if (kind.isRaw && name !== "title") return this.raw(name, start, first, end, edge);
    const foreign = outer.foreign || name === "svg" || name === "math";
    const half = this.isHalf(start);
    const isInline = name === "slot" || STYLED_INLINE.test(css);
    const isBlock = (kind.isBlock && !isInline) || kind.isInlineBlock;
    const block = half || isBlock || name === "title" || foreign;
    const holder: Holder = { block, loose: false, foreign: foreign && name !== "foreignobject" };
    const items = first === end ? [] : this.itemsOf(tree.next(start), first, end, holder);
    const content = {
      ...holder,
      loose:
        (foreign || kind.isLoose)
        && !items.some((item) => this.isText(item))
        && !(INLINE_LOOSE.has(name) && this.isTight(items, end)),
    };
    if (items.length === 0) {
      if (edge === end) return;
      const free = content.block || content.loose || kind.isHidden;
      return sheet.set(end, free || !this.tokens.isApart(end) ? Demand.Join : Demand.Space, R.Tag);
    }
    const blocks = half
      || items.some((item) => item.role === Role.Block || this.takesLines(item, content));
    if (content.loose || FLUSH.test(name) || blocks) {
      const steps = this.stepsIn(name, start, first, end);
      this.openBlock(node, first, edge, steps);
      this.lines(items, content, { tag: tree.first(node), steps });
      if (edge > end) this.closingTag(items, end, content);
      sheet.close();
    } else if (content.block || this.tokens.isApart(first)) {
      const frame = this.paragraph(items, first, end, edge, content);
      indentFromTag(sheet, frame, tree.first(node));
    } else {
      this.run(items, content, true);
      if (edge > end) this.beside(end, items.at(-1)!.first, content);
    }
  }

  /** Whether an item is code on lines of its own. */
  private isCode(item: Item): boolean {
    return this.isCodeBlock(item) || this.isLone(item.first);
  }

  /** The same for one that stands on its own: a value within a line is a word with which a filled line may begin. */
  private takesLines(item: Item, { block }: Holder): boolean {
    const { tokens } = this;
    const isWord = !block && isValue(tokens, item.first) && !isStep(tokens, item.first);
    return !isWord && this.isCode(item);
  }

  /** Whether nothing stands between two of the items of an element, or one of them and its tags. */
  private isTight(items: readonly Item[], end: number): boolean {
    return !this.tokens.isApart(end) || items.some(({ first }) => !this.tokens.isApart(first));
  }

  /** Opens a frame over the lines between the tags of an element. */
  private openBlock(node: number, first: number, edge: number, steps: number): void {
    const { sheet, tree } = this;
    const frame = sheet.open(first, edge - 1, FrameFlag.Block, steps);
    sheet.frames.anchor.set(frame, tree.first(node));
  }

  private isText({ node, first }: Item): boolean {
    if (node === NONE) return this.isKind(first, T.Word);
    const kind: N = this.tree.kind(node);
    return kind !== N.Element && kind !== N.Unparsed;
  }

  /** Whether white space in an element counts to the letter. */
  protected isFixed(
    kind: ElementKind,
    start: number,
    css: string,
    { foreign }: Holder,
  ): boolean {
    const { name } = kind;
    if (kind.isFixed) return true;
    const marked = name === "div" ? this.attribute(start, "class") : undefined;
    if (marked !== undefined && SHOWN_AS_IT_STANDS.test(marked)) return true;
    if (foreign)
      return FORMULA_TEXT.test(name) || (kind.isDrawnText && name !== "foreignobject");
    return KEEPS_WHITE.test(css);
  }

  /** How much deeper a content stands than its tags. */
  private stepsIn(name: string, start: number, first: number, end: number): number {
    const { tokens } = this;
    const tag = this.tree.first(start);
    if (!this.asAuthored || !FLUSH.test(name)) return 1;
    let t = tag > 0 && !tokens.onNewLine(tag) ? end : first;
    while (t < end && !tokens.onNewLine(t)) t++;
    if (t < end) return this.columnOf(t) === this.columnOf(tag) ? 0 : 1;
    // Where a head or a body shows nothing itself, the other one tells.
    return (name === "head" || name === "body") && leavesAtMargin(tokens.text) ? 0 : 1;
  }

  /** Whether token t is an island of another tongue on a line of its own. */
  protected isLone(t: number): boolean {
    // By width alone a value is a word, to which filled lines may leave one of its own.
    return (
      ISLANDS.isLone(this.tokens, t)
      && (this.asAuthored || isStep(this.tokens, t) || !isValue(this.tokens, t))
    );
  }

  /** Whether token t is a statement between markup, which has a line of its own like others. */
  protected isStatement(_t: number): boolean {
    return false;
  }

  /** States what an island on a line of its own needs beside its place. */
  protected lone(t: number): void {
    const { tokens, sheet } = this;
    if (tokens.has(t, TokenFlag.MultiLine) && !holdsText(tokens.textOf(t)))
      sheet.mark(t, Mark.Reindent);
  }

  /**
   * A content with blocks in it: each begins a line, and so does what stands between them.
   *
   * @param behind the tag on whose line it may begin.
   * @param between whether it stands between two islands, which have lines of their own.
   */
  private lines(
    items: readonly Item[],
    holder: Holder,
    behind = NO_TAG,
    between = false,
  ): void {
    const { tokens, sheet, style } = this;
    const lone = items.map((item) => this.isCode(item));
    const heads = this.headLines(items);
    const remarks = this.remarksBehind(items);
    const begins = items.map((item, i) => (
      tokens.isTrivia(item.first)
      || (i > 0 && tokens.isTrivia(items[i - 1]!.first))
      || ((lone[i] === true || lone[i - 1] === true) && this.beginsLine(item.first))
      || (i === 0 && between && this.mayPart(item.first))
      || heads[i] === true
      || this.isFree(items, i, item.first, holder)
    ));
    if (between) this.statementsBegin(items, begins);
    for (let i = 0; i < items.length;) {
      let next = i + 1;
      while (next < items.length && !begins[next]) next++;
      const { first, role, node } = items[i]!;
      // A text right after the tag that holds it stays there, unlike an element whose own content takes lines.
      const isBeside =
        i === 0
        && !this.isStatement(first)
        && !this.isCodeBlock(items[i]!)
        && role === Role.Inline
        && !(node !== NONE && this.kindOf(node).isLoose)
        && first > 0
        && !tokens.onNewLine(first)
        // On a line of its own an island would come to tell depth.
        && (this.asAuthored || isStep(tokens, first));
      if (this.isBareRaw(node) && tokens.text[tokens.start(first)] !== "<")
        sheet.set(first, Demand.Level, R.Script);
      else if (remarks[i] === true) this.keepApart(first, Demand.Space);
      else if (!begins[i]) this.keepApart(first, Demand.Fold);
      else if (isBeside && between) this.keepApart(first, Demand.Space);
      else if (isBeside) sheet.set(first, Demand.Join, R.Tag);
      else sheet.line(first, 0, i === 0 ? 0 : style.blankLineLimit, R.Line);
      if (this.isCodeBlock(items[i]!)) this.codeBlock(items[i]!.node, holder);
      else this.filled(items.slice(i, next), holder, i === 0 ? behind : NO_TAG);
      i = next;
    }
  }

  /**
   * Which items are remarks that their author put at the end of a line.
   *
   *     </section><!-- berths -->
   */
  private remarksBehind(items: readonly Item[]): readonly boolean[] {
    const { tokens } = this;
    const behind = items.map(() => false);
    if (!this.asAuthored) return behind;
    for (let i = items.length - 1; i >= 0; i--) {
      const { first, end } = items[i]!;
      const isLast = end === tokens.count || tokens.onNewLine(end) || behind[i + 1] === true;
      behind[i] = isLast && this.isKind(first, T.Comment) && !this.beginsLine(first);
    }
    return behind;
  }

  /**
   * Which items begin a line with control flow or a statement of it, or the line below such a line.
   *
   *     @case (1) { <i>low</i> }
   *     @case (2) { <i>high</i> }
   */
  private headLines(items: readonly Item[]): readonly boolean[] {
    const { tokens } = this;
    let below = false;
    return items.map(({ first }) => {
      if (!this.beginsLine(first)) return false;
      const isHead = tokens.kind(first) as T === T.Word
        && (tokens.has(first, FLOW) || statementEnd(tokens.text, tokens.start(first)) > 0);
      const begins = isHead || below;
      below = isHead;
      return begins;
    });
  }

  /** Has each statement that follows another one begin a line; those behind a label stay on its line. */
  private statementsBegin(items: readonly Item[], begins: boolean[]): void {
    for (let i = 1; i < items.length; i++) {
      const follows = begins[i - 1]! && this.isStatement(items[i - 1]!.first);
      if (follows && this.isStatement(items[i]!.first)) begins[i] = true;
    }
  }

  /**
   * Items on lines that they fill, the gap before the first apart.
   *
   * @param behind the tag on whose line they may begin.
   */
  private filled(run: readonly Item[], holder: Holder, { tag, steps }: Behind): void {
    const { sheet } = this;
    const { first } = run[0]!;
    for (const item of run) if (this.isLone(item.first)) this.lone(item.first);
    const last = run.at(-1)!.end;
    if (last - first <= 1) return;
    const frame = sheet.open(first + 1, last - 1, FrameFlag.Flow | this.rowsIn(run), steps);
    sheet.frames.head.set(frame, tag);
    this.run(run, holder, false);
    sheet.close();
  }

  private beginsLine(t: number): boolean {
    return t === 0 || this.tokens.onNewLine(t);
  }

  /** Whether an item is a block of code that has its lines for itself, or shares them with other code. */
  protected isCodeBlock({ first, end, node }: Item): boolean {
    const { tokens, tree } = this;
    if (node === NONE || tree.kind(node) !== N.CodeBlock) return false;
    return (
      (first === 0 || beginsOwnLine(tokens, first) || tokens.has(first - 1, TokenFlag.Own))
      && (endsOwnLine(tokens, end) || tokens.has(end, TokenFlag.Own))
    );
  }

  /** A block of code: its islands, and what stands between them one step deeper, or on their line. */
  private codeBlock(node: number, holder: Holder): void {
    const { sheet, tree, style } = this;
    const first = tree.first(node);
    const between = { ...holder, block: false };
    let island = first;
    /** The island with which the line begins. */
    let begins = first;
    let split = false;
    let spaced = false;
    /** Whether what was held last ends with what has lines of its own. */
    let isFree = false;
    let steps: number | undefined;
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: inside } = part;
      if (inside === NONE) {
        if (t > first && ((split && (isFree || this.mayPart(t))) || this.beginsLine(t))) {
          sheet.line(t, 0, style.blankLineLimit, R.Line);
          begins = t;
        } else if (t > first) this.besideContent(t, spaced);
        this.lone(t);
        island = t;
        continue;
      }
      const end = tree.end(inside);
      split =
        this.isSplitUp(t, Math.min(end, tree.end(node) - 1))
        || this.tokens.end(end - 1) - this.tokens.start(begins) > style.maxLineLength;
      if (!split) {
        spaced = this.isStatement(t) && this.isStatement(end - 1);
        this.besideContent(t, spaced);
        this.onItsLine(inside);
        if (spaced) this.statementsApart(t, end);
        continue;
      }
      steps ??= this.isAtMargin(island, t) ? 0 : 1;
      const frame = sheet.open(t, end - 1, FrameFlag.Block, steps);
      sheet.frames.anchor.set(frame, this.mayPart(island) ? island : first);
      const items = this.itemsOf(inside, t, end, between);
      this.lines(items, between, this.mayPart(t) ? NO_TAG : { tag: island, steps }, true);
      isFree = this.isFree(items, items.length, end, between);
      sheet.close();
    }
  }

  /** Whether a line may end between code and what it holds, where nothing tells that: before token t. */
  protected mayPart(_t: number): boolean {
    return true;
  }

  /**
   * Whether its author left what one of the outermost blocks holds, from token t on, at the margin of the page, as what
   * nests there shows: its lines did not lose their white space.
   *
   *     {% block timetable %}
   *     <section>
   *       <h1>Timetable</h1>
   */
  protected isAtMargin(island: number, t: number): boolean {
    const { tokens, sheet: { frames, innermost } } = this;
    for (let f = innermost; f !== ROOT; f = frames.parent(f))
      if (frames.stepsOf(f) > 0) return false;
    const isMargin = (one: number): boolean => this.beginsLine(one) && this.columnOf(one) === 0;
    if (!this.asAuthored || !isMargin(island) || !isMargin(t) || !holdsLines(tokens, t))
      return false;
    const inner = (this.isKind(t, T.TagStart) ? endOfTag(tokens, t) : t) + 1;
    return inner < tokens.count && tokens.onNewLine(inner) && this.columnOf(inner) > 0;
  }

  /** What stays on the line of the island before it. */
  private onItsLine(node: number): void {
    const { sheet, tree } = this;
    for (let t = tree.first(node) + 1; t < tree.end(node); t++) {
      if (this.isKind(t, T.TagEnd)) sheet.set(t, Demand.Join, R.Tag);
      else this.keepApart(t, Demand.Space);
    }
    this.attributesIn(node);
  }

  private attributesIn(node: number): void {
    const { tree } = this;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
      if (tree.kind(c) === N.Attribute) this.attributeInside(c);
      else this.attributesIn(c);
    }
  }

  /** The gap between an island and a content on its line; statements stand apart from it. */
  private besideContent(t: number, spaced: boolean): void {
    if (spaced) this.sheet.set(t, Demand.Space, R.Tag);
    else this.keepApart(t, Demand.Space);
  }

  /** A blank between statements on one line. */
  private statementsApart(first: number, end: number): void {
    for (let t = first + 1; t < end; t++)
      if (this.isStatement(t - 1) && this.isStatement(t)) this.sheet.set(t, Demand.Space, R.Tag);
  }

  /** Whether one of tokens first to last begins a line, or holds members on several. */
  private isSplitUp(first: number, last: number): boolean {
    const { tokens } = this;
    for (let t = first; t <= last; t++)
      if (tokens.onNewLine(t) || (tokens.has(t, TokenFlag.MultiLine) && this.isStatement(t)))
        return true;
    return false;
  }

  /** Whether the author broke a run beside tags, or in what is inline in it; those lines stay. */
  private rowsIn(run: readonly Item[]): FrameFlag | 0 {
    const { tokens } = this;
    if (!this.asAuthored) return 0;
    const { end } = run.at(-1)!;
    for (let t = run[0]!.first; t < end; t++) {
      if (t > run[0]!.first && tokens.onNewLine(t)) return FrameFlag.Split;
      if (this.isKind(t, T.TagStart)) t = endOfTag(tokens, t);
    }
    return 0;
  }

  private closingTag(items: readonly Item[], end: number, holder: Holder): void {
    const { sheet } = this;
    const behindCode = this.tokens.onNewLine(end) && this.isCode(items.at(-1)!);
    if (behindCode || this.isFree(items, items.length, end, holder)) sheet.line(end, 0, 0, R.Line);
    else this.keepApart(end, Demand.Fold);
    sheet.mark(end, Mark.Dedent);
  }

  /**
   * A content without blocks: on a line with its tags, or between them one step deeper. In an element of a text that
   * begins after white space; where it ends otherwise, its end tag stays.
   *
   * @returns its frame.
   */
  private paragraph(
    items: readonly Item[],
    first: number,
    end: number,
    edge: number,
    holder: Holder,
  ): number {
    const { sheet, tokens } = this;
    const ends = edge > end && (holder.block || this.tokens.isApart(end));
    const split = this.asAuthored && tokens.onNewLine(first) ? FrameFlag.Split : 0;
    const flags = holder.block || ends
      ? FrameFlag.Bracket | FrameFlag.Flow | FrameFlag.Whole
      : FrameFlag.Flow;
    // Filled lines of a text in a line may leave nothing of those that the author broke.
    const rows = ends && !holder.block ? 0 : this.rowsIn(items);
    const frame = sheet.open(first, edge - 1, flags | split | rows, 1);
    this.beside(first, first, holder);
    this.run(items, holder, false);
    if (edge > end) this.beside(end, items.at(-1)!.first, holder);
    if (ends) sheet.mark(end, Mark.Dedent);
    sheet.close();
    return frame;
  }

  /** The gap between a content, of which `item` stands there, and a tag of what holds it. */
  private beside(t: number, item: number, { block }: Holder): void {
    if (this.tokens.isTrivia(item)) this.sheet.line(t, 0, 0, R.Line);
    else if (block && t < this.opened) this.sheet.set(t, Demand.Seam, R.Tag);
    else this.keepApart(t, Demand.Fold);
  }

  /**
   * Things that follow one another on lines which they fill.
   *
   * @param edge whether the gap before the first is laid out too.
   */
  private run(items: readonly Item[], holder: Holder, edge: boolean): void {
    const { sheet, tokens, tree } = this;
    for (const [i, { first, end, node, role }] of items.entries()) {
      const broken = i > 0 && items[i - 1]!.role === Role.Break && tokens.onNewLine(first);
      const inner = i > 0 && (this.keepsLine(first) || this.keepsLine(items[i - 1]!.first));
      if (tokens.isTrivia(first) || (i > 0 && tokens.isTrivia(items[i - 1]!.first)) || broken) {
        if (i > 0 || edge) sheet.line(first, 0, 0, R.Line);
      } else if (inner && tokens.onNewLine(first)) {
        sheet.line(first, 0, this.style.blankLineLimit, R.Line);
      } else if (inner) {
        // Filled lines would give it one for itself, where it tells depth, or take that away.
        this.keepApart(first, Demand.Space);
      } else if (i > 0 && this.isWideElement(node) && this.tokens.isApart(first)) {
        // Rather than its attributes, the text ends its line.
        sheet.line(first, 0, this.asAuthored ? this.style.blankLineLimit : 0, R.Split);
      } else if (i > 0 || edge) {
        this.keepApart(first, Demand.Fold);
      }
      if (node === NONE) continue;
      switch (tree.kind(node) as N) {
        case N.Element:
          this.element(node, role, holder);
          break;
        case N.Stray:
          this.tag(node);
          break;
        default: this.fixed(first + 1, end);
      }
    }
  }

  /** Whether token t stays on its line, as on another one it would tell depth, or no longer. */
  protected keepsLine(t: number): boolean {
    return isStep(this.tokens, t);
  }

  private isWideElement(node: number): boolean {
    const { tree } = this;
    return node !== NONE && tree.kind(node) === N.Element && this.isWide(tree.child(node));
  }

  /** A script, a style sheet, or something else that is no markup, between its tags. */
  private raw(name: string, start: number, first: number, end: number, edge: number): void {
    const { sheet, tokens } = this;
    if (first === end) {
      if (edge > end) sheet.set(end, Demand.Join, R.Tag);
      return;
    }
    const language = languageIn(
      name,
      this.attribute(start, "type"),
      this.attribute(start, "lang"),
    );
    if (language === undefined) return this.fixed(first, edge);
    this.openBlock(start, first, edge, this.stepsIn(name, start, first, end));
    if (reindentCode(sheet, first) || !tokens.onNewLine(first)) sheet.line(first, 0, 0, R.Script);
    else sheet.set(first, Demand.Level, R.Script);
    if (edge > end) {
      sheet.line(end, 0, 0, R.Line);
      sheet.mark(end, Mark.Dedent);
    }
    sheet.close();
  }
}
