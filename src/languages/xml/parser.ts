import type { Syntax } from "../../core/language.js";
import { DEPTH_LIMIT } from "../../core/syntax/parser.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { Tree } from "../../core/syntax/tree.js";
import { LineStarts, lineColumn } from "../../core/text/width.js";
import { N, T } from "../html/kinds.js";
import { lexXml } from "./lexer.js";

/** Tab stops by which indentation is compared where tags do not tell. */
const TAB = 4;

interface Open {
  readonly name: string;
  readonly first: number;
  /** Where its content begins. */
  readonly content: number;
}

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
  for (let t = tokens.count - 1; t >= 0; t--) {
    const kind: T = tokens.kind(t);
    if (kind === T.TagStart || kind === T.EndTagStart) return `>${xmlClosers(`${text}>`)}`;
    if (kind !== T.Name && kind !== T.Equal && kind !== T.Value) break;
  }
  return new XmlParser(tokens, false).openAtEnd().map((name) => `</${name}>`).join("");
}

class XmlParser {
  readonly tree: Tree;
  /** How many elements lack an end tag, and end tags an element. */
  mismatches = 0;
  private readonly stack: Open[] = [];
  private readonly lineStarts: LineStarts;
  /** How many elements are open that are too deep to be told. */
  private beyond = 0;
  private at = 0;

  constructor(private readonly tokens: TokenTable, private readonly byColumns: boolean) {
    this.tree = new Tree((tokens.text.length >> 3) + 16);
    this.lineStarts = new LineStarts(tokens.text);
  }

  document(): void {
    const { tokens, tree } = this;
    this.content();
    while (this.stack.length > 0) this.pop(tokens.count);
    tree.finish(N.Document, 0, tokens.count);
  }

  /** The names of the elements that the text leaves open, innermost first. */
  openAtEnd(): string[] {
    this.content();
    return this.stack.map(({ name }) => name).reverse();
  }

  private content(): void {
    const { tokens } = this;
    while (this.at < tokens.count) {
      switch (tokens.kind(this.at) as T) {
        case T.TagStart:
          this.startTag();
          break;
        case T.EndTagStart:
          this.endTag();
          break;
        default: this.at++;
      }
    }
  }

  private startTag(): void {
    const { tokens, tree, stack } = this;
    const first = this.at;
    if (this.byColumns) this.endByColumn(first);
    if (!this.tag()) {
      this.mismatches++;
      tree.finish(N.Unparsed, first, this.at);
      return;
    }
    tree.finish(N.StartTag, first, this.at);
    if (tokens.kind(this.at - 1) === T.EmptyTagEnd) tree.finish(N.Element, first, this.at);
    else if (stack.length >= DEPTH_LIMIT) this.beyond++;
    else stack.push({ name: tokens.textOf(first).slice(1), first, content: this.at });
  }

  /** Takes a tag with its attributes; false where it is not closed. */
  private tag(): boolean {
    const { tokens, tree } = this;
    this.at++;
    while (this.at < tokens.count) {
      const kind: T = tokens.kind(this.at);
      if (kind === T.TagEnd || kind === T.EmptyTagEnd) {
        this.at++;
        return true;
      }
      if (kind !== T.Name) return false;
      const first = this.at++;
      if (tokens.kind(this.at) === T.Equal) {
        this.at++;
        if (tokens.kind(this.at) === T.Value) this.at++;
      }
      tree.finish(N.Attribute, first, this.at);
    }
    return false;
  }

  private endTag(): void {
    const { tokens, tree, stack } = this;
    const first = this.at;
    const name = tokens.textOf(first).slice(2);
    const closed = this.tag();
    if (this.beyond > 0) {
      this.beyond--;
      tree.finish(N.Stray, first, this.at);
      return;
    }
    const place = this.placeOf(name, first);
    if (place < 0 || !closed) {
      this.mismatches++;
      tree.finish(closed ? N.Stray : N.Unparsed, first, this.at);
      return;
    }
    while (stack.length - 1 > place) this.pop(first);
    const open = stack.pop()!;
    this.finishContent(open, first);
    tree.finish(N.EndTag, first, this.at);
    tree.finish(N.Element, open.first, this.at);
  }

  /** The place on the stack of the element that an end tag ends; -1 for none. */
  private placeOf(name: string, t: number): number {
    const { stack } = this;
    const begins = this.byColumns && this.tokens.onNewLine(t);
    const column = begins ? this.columnOf(t) : -1;
    for (let i = stack.length - 1; i >= 0; i--) {
      const open = stack[i]!;
      const stands = begins && this.tokens.onNewLine(open.first);
      if (open.name === name && (!stands || this.columnOf(open.first) === column)) return i;
      // One that stands less deep is not ended from in here.
      if (stands && this.columnOf(open.first) < column) return -1;
    }
    return -1;
  }

  /** Ends elements that lack their end tag, where a start tag begins a line no deeper than theirs. */
  private endByColumn(t: number): void {
    const { stack, tokens } = this;
    if (!tokens.onNewLine(t)) return;
    const column = this.columnOf(t);
    for (let open = stack.at(-1); open !== undefined; open = stack.at(-1)) {
      const inner = open.content;
      const flush = inner < t
        && tokens.onNewLine(inner)
        && this.columnOf(inner) <= this.columnOf(open.first);
      if (!tokens.onNewLine(open.first) || flush || this.columnOf(open.first) < column) return;
      this.pop(this.at);
    }
  }

  private pop(end: number): void {
    const open = this.stack.pop()!;
    this.mismatches++;
    this.finishContent(open, end);
    this.tree.finish(N.Element, open.first, end);
  }

  private finishContent({ content }: Open, end: number): void {
    if (end > content) this.tree.finish(N.Content, content, end);
  }

  private columnOf(t: number): number {
    const start = this.tokens.start(t);
    return lineColumn(this.tokens.text, start, TAB, this.lineStarts.of(start));
  }
}
