import type { Syntax } from "../../core/language.js";
import { DEPTH_LIMIT } from "../../core/syntax/parser.js";
import { N, T } from "../html/kinds.js";
import { TagParser, tagEnd, type Open } from "../html/tag-parser.js";
import { lexXml } from "./lexer.js";

/**
 * Parses XML. Where tags do not add up, an end tag that begins a line ends the element whose tag stands in its
 * column, and a start tag those that stand no less deep.
 */
export function parseXml(text: string, byColumns = false): Syntax {
  const tokens = lexXml(text);
  if (!byColumns) {
    const first = new XmlParser(tokens, false);
    first.document();
    if (first.mismatches === 0)
      return { tokens, tree: first.tree, unbalanced: false, mismatches: 0 };
  }
  const second = new XmlParser(tokens, true);
  second.document();
  const { tree, mismatches } = second;
  return { tokens, tree, unbalanced: !byColumns || mismatches > 0, mismatches };
}

/** What would close the elements that a text leaves open, innermost first. */
export function xmlClosers(text: string): string {
  const tokens = lexXml(text);
  const end = tagEnd(tokens);
  if (end !== "") return end + xmlClosers(text + end);
  return new XmlParser(tokens, false).openAtEnd().map(({ name }) => `</${name}>`).join("");
}

/** Where the start tag begins of the innermost element that a text leaves open, as a UTF-16 offset; -1 for none. */
export function openTag(text: string): number {
  const tokens = lexXml(text);
  const [open] = new XmlParser(tokens, false).openAtEnd();
  return open === undefined ? -1 : tokens.start(open.first);
}

class XmlParser extends TagParser<Open> {
  protected nameIn(tag: string): string {
    return tag;
  }

  protected endsAlone(): boolean {
    return false;
  }

  protected startTag(): void {
    const { tokens, tree, stack } = this;
    const first = this.at;
    const name = tokens.textOf(first).slice(1);
    this.endBefore(first);
    if (!this.tag()) {
      this.mismatches++;
      return this.half(first, () => this.opened(name, first, true));
    }
    tree.finish(N.StartTag, first, this.at);
    if (tokens.kind(this.at - 1) === T.EmptyTagEnd) tree.finish(N.Element, first, this.at);
    else if (stack.length >= DEPTH_LIMIT) this.beyond++;
    else stack.push(this.opened(name, first, false));
  }

  private opened(name: string, first: number, isHalf: boolean): Open {
    return { name, first, content: this.at, isHalf, isMixed: false };
  }

  protected override other(t: number): void {
    const kind: T = this.tokens.kind(t);
    const open = this.stack.at(-1);
    if (open !== undefined && (kind === T.Word || kind === T.Raw)) open.isMixed = true;
  }

  // What text does to white space reaches over all of a content: with the first and the last of it all is laid out anew.
  protected override contentKind({ isMixed }: Open): N {
    return isMixed ? N.Mixed : N.Content;
  }

  protected placeOf(name: string, t: number): number {
    const { stack } = this;
    const begins = this.byColumns && this.beginsLine(t);
    const column = begins ? this.columnOf(t) : -1;
    for (let i = stack.length - 1; i >= 0; i--) {
      const open = stack[i]!;
      const stands = begins && this.beginsLine(open.first);
      if (open.name === name && (!stands || this.columnOf(open.first) === column)) return i;
      // One that stands less deep is not ended from in here.
      if (stands && this.columnOf(open.first) < column) return -1;
    }
    return -1;
  }

  protected isFlush({ content, first }: Open): boolean {
    return (
      content < this.at
      && this.beginsLine(content)
      && this.columnOf(content) <= this.columnOf(first)
    );
  }
}
