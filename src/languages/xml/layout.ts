import { Demand, FrameFlag, Mark } from "../../core/layout/sheet.js";
import { NONE } from "../../core/syntax/tree.js";
import { N, T, isContent } from "../html/kinds.js";
import { HtmlTags, type Part } from "../html/layout/tags.js";
import { R } from "../html/rules.js";

/** Roots of project files and settings: white space between their elements is no text. */
const DATA = /^<(?:Project|project|configuration|packages?|manifest|plist)$/;

/** How elements and comments without text beside them stand. */
const enum Stand {
  /** Each line of the author's begins a line. */
  AsWritten,
  /** Each begins a line. */
  Spread,
  /** On one line where that has room, else each on its own. */
  ByWidth,
}

/**
 * States the demands on the gaps of a document in XML. White space is only laid out between elements, where a
 * line ended already: all other is text (XML 1.0, 2.10), and so is all that stands beside text. Around the root,
 * and in project files, it never is.
 */
export class XmlLayout extends HtmlTags {
  private isData = false;

  document(): void {
    const { tree, tokens, sheet } = this;
    if (tokens.count === 0) return;
    const items = this.partsOf(tree.root, 0, tokens.count);
    this.isData = items.some((item) => (
      item.node !== NONE && DATA.test(tokens.textOf(item.first))
    ));
    sheet.open(0, tokens.count, FrameFlag.Block, 0);
    this.lines(items, false, this.isMixed(items) ? Stand.AsWritten : Stand.Spread);
    sheet.close();
  }

  /** How the content of an element stands. */
  private standOf(node: number, items: readonly Part[], end: number): Stand {
    const { tokens } = this;
    if (!this.isData) return Stand.AsWritten;
    const split = tokens.onNewLine(end) || items.some(({ first }) => tokens.onNewLine(first));
    return split || !tokens.onNewLine(this.tree.first(node)) ? Stand.Spread : Stand.ByWidth;
  }

  /** Whether something beside elements and comments stands in a content. */
  private isMixed(items: readonly Part[]): boolean {
    return items.some(({ first, node }) => (
      node === NONE
        ? this.isKind(first, T.Word) || this.isKind(first, T.Raw)
        : this.tree.kind(node) !== N.Element
    ));
  }

  /** What stands in a content without text. */
  private lines(items: readonly Part[], preserves: boolean, stand: Stand): void {
    const { sheet, style, tokens } = this;
    items.forEach((item, i) => {
      const { first } = item;
      // A comment behind an element belongs to it.
      const isFree = !(i > 0 && this.isKind(first, T.Comment) && this.isElement(items[i - 1]!));
      const begins =
        tokens.onNewLine(first) || first === 0 || (stand === Stand.Spread && isFree);
      if (begins) sheet.line(first, 0, i === 0 ? 0 : style.blankLineLimit, R.Line);
      else if (stand === Stand.ByWidth && isFree) sheet.set(first, Demand.Seam, R.Line);
      else sheet.set(first, Demand.Fixed, R.Text);
      this.item(item, preserves, begins);
    });
  }

  /** @param begins whether it begins a line. */
  private item({ first, end, node }: Part, preserves: boolean, begins: boolean): void {
    if (node === NONE) return;
    switch (this.tree.kind(node) as N) {
      case N.Element:
        this.element(node, preserves, begins);
        break;
      case N.Stray:
        this.tag(node);
        break;
      default: this.fixed(first + 1, end);
    }
  }

  private element(node: number, outer: boolean, begins = true): void {
    const { tree, tokens, sheet } = this;
    const start = tree.child(node);
    const last = tree.lastChild(node);
    const closing = last !== start && tree.kind(last) === N.EndTag ? last : NONE;
    const space = this.attribute(start, "xml:space");
    const preserves = space === undefined ? outer : space === "preserve";
    this.tag(start, !begins);
    const first = tree.end(start);
    const end = closing === NONE ? tree.end(node) : tree.first(closing);
    const items = first === end ? [] : this.partsOf(tree.next(start), first, end);
    if (preserves || this.isMixed(items)) {
      this.text(items, preserves);
      if (closing !== NONE) sheet.set(end, Demand.Fixed, R.Text);
    } else if (items.length > 0) {
      const stand = this.standOf(node, items, end);
      const flags = stand === Stand.ByWidth ? FrameFlag.Bracket | FrameFlag.Whole : FrameFlag.Block;
      const frame = sheet.open(first, closing === NONE ? end - 1 : end, flags, 1);
      sheet.frames.anchor.set(frame, tree.first(node));
      this.lines(items, preserves, stand);
      if (closing !== NONE) {
        const begins = tokens.onNewLine(end) || stand === Stand.Spread;
        if (begins) sheet.line(end, 0, 0, R.Line);
        else sheet.set(end, stand === Stand.ByWidth ? Demand.Seam : Demand.Fixed, R.Text);
        if (begins || stand === Stand.ByWidth) sheet.mark(end, Mark.Dedent);
      }
      sheet.close();
    } else if (closing !== NONE) {
      sheet.set(end, Demand.Fixed, R.Text);
    }
    if (closing !== NONE) this.tag(closing);
  }

  /** A content in which all white space is text; elements in it may say otherwise of theirs. */
  private text(items: readonly Part[], preserves: boolean): void {
    for (const { first, end, node } of items) {
      this.sheet.set(first, Demand.Fixed, R.Text);
      if (node === NONE) continue;
      if (this.tree.kind(node) !== N.Element) this.fixed(first + 1, end);
      else this.inText(node, preserves);
    }
  }

  /** An element beside text, whose own content is text too. */
  private inText(node: number, preserves: boolean): void {
    const { tree } = this;
    const start = tree.child(node);
    const space = this.attribute(start, "xml:space");
    if (space === "default") return this.element(node, false);
    this.tag(start, true);
    const content = tree.next(start);
    const last = tree.lastChild(node);
    if (content !== NONE && isContent(tree.kind(content)))
      this.text(this.partsOf(content, tree.first(content), tree.end(content)), preserves);
    if (last !== start && tree.kind(last) === N.EndTag) {
      this.sheet.set(tree.first(last), Demand.Fixed, R.Text);
      this.tag(last);
    }
  }
}
