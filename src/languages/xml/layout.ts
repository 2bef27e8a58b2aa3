import { Demand, FrameFlag, Mark } from "../../core/layout/sheet.js";
import { NONE } from "../../core/syntax/tree.js";
import { N, T } from "../html/kinds.js";
import { HtmlTags, type Part } from "../html/layout/tags.js";
import { R } from "../html/rules.js";

/**
 * States the demands on the gaps of a document in XML. White space is only laid out between elements, where a
 * line ended already: all other is text (XML 1.0, 2.10), and so is all that stands beside text.
 */
export class XmlLayout extends HtmlTags {
  document(): void {
    const { tree, tokens, sheet } = this;
    if (tokens.count === 0) return;
    sheet.open(0, tokens.count, FrameFlag.Block, 0);
    this.lines(this.partsOf(tree.root, 0, tokens.count), false);
    sheet.close();
  }

  /** Whether something beside elements and comments stands in a content. */
  private isMixed(items: readonly Part[]): boolean {
    return items.some(({ first, node }) => (
      node === NONE
        ? this.isKind(first, T.Word) || this.isKind(first, T.Raw)
        : this.tree.kind(node) !== N.Element
    ));
  }

  /** What stands in a content without text; each line of the author's begins a line. */
  private lines(items: readonly Part[], preserves: boolean): void {
    const { sheet, style, tokens } = this;
    items.forEach((item, i) => {
      const { first } = item;
      if (tokens.onNewLine(first) || first === 0)
        sheet.line(first, 0, i === 0 ? 0 : style.blankLineLimit, R.Line);
      else sheet.set(first, Demand.Fixed, R.Text);
      this.item(item, preserves);
    });
  }

  private item({ first, end, node }: Part, preserves: boolean): void {
    if (node === NONE) return;
    switch (this.tree.kind(node) as N) {
      case N.Element:
        this.element(node, preserves);
        break;
      case N.Stray:
        this.tag(node);
        break;
      default: this.fixed(first + 1, end);
    }
  }

  private element(node: number, outer: boolean): void {
    const { tree, tokens, sheet } = this;
    const start = tree.child(node);
    const last = tree.lastChild(node);
    const closing = last !== start && tree.kind(last) === N.EndTag ? last : NONE;
    const space = this.attribute(start, "xml:space");
    const preserves = space === undefined ? outer : space === "preserve";
    this.tag(start);
    const first = tree.end(start);
    const end = closing === NONE ? tree.end(node) : tree.first(closing);
    const items = first === end ? [] : this.partsOf(tree.next(start), first, end);
    if (preserves || this.isMixed(items)) {
      this.text(items, preserves);
      if (closing !== NONE) sheet.set(end, Demand.Fixed, R.Text);
    } else if (items.length > 0) {
      const frame = sheet.open(first, closing === NONE ? end - 1 : end, FrameFlag.Block, 1);
      sheet.frames.anchor.set(frame, tree.first(node));
      this.lines(items, preserves);
      if (closing !== NONE && tokens.onNewLine(end)) {
        sheet.line(end, 0, 0, R.Line);
        sheet.mark(end, Mark.Dedent);
      } else if (closing !== NONE) {
        sheet.set(end, Demand.Fixed, R.Text);
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
    if (content !== NONE && tree.kind(content) === N.Content)
      this.text(this.partsOf(content, tree.first(content), tree.end(content)), preserves);
    if (last !== start && tree.kind(last) === N.EndTag) {
      this.sheet.set(tree.first(last), Demand.Fixed, R.Text);
      this.tag(last);
    }
  }
}
