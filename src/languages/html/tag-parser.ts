import { TokenFlag, type TokenTable } from "../../core/syntax/tokens.js";
import { Tree } from "../../core/syntax/tree.js";
import { LineColumns } from "../../core/text/width.js";
import { N, T } from "./kinds.js";

/** Tab stops by which indentation is compared where tags do not tell. */
const TAB = 4;

/** An element whose end tag was not read yet. */
export interface Open {
  readonly name: string;
  /** The token with which its start tag begins. */
  readonly first: number;
  /** Where its content begins. */
  readonly content: number;
}

/** What parsers of markup share: tags with their attributes, and the elements that are open. */
export abstract class TagParser<O extends Open> {
  readonly tree: Tree;
  /** How many elements lack an end tag that they need, and end tags an element. */
  mismatches = 0;
  protected readonly stack: O[] = [];
  /** How many elements are open that are too deep to be told. */
  protected beyond = 0;
  protected at = 0;
  private readonly lineColumns: LineColumns;

  constructor(protected readonly tokens: TokenTable, protected readonly byColumns: boolean) {
    this.tree = new Tree((tokens.text.length >> 3) + 16);
    this.lineColumns = new LineColumns(tokens.text, TAB);
  }

  /** Takes a start tag, and opens its element where that may hold something. */
  protected abstract startTag(): void;
  /** The name in a tag as names are compared. */
  protected abstract nameIn(tag: string): string;
  /** The place on the stack of the element that the end tag at token t ends; -1 for none. */
  protected abstract placeOf(name: string, t: number): number;
  /** Whether the end tag of an element may be left out. */
  protected abstract endsAlone(open: O): boolean;

  document(): void {
    const { tokens, tree } = this;
    this.content();
    while (this.stack.length > 0) this.pop(tokens.count);
    tree.finish(N.Document, 0, tokens.count);
  }

  /** What the text leaves open, innermost first. */
  openAtEnd(): O[] {
    this.content();
    return [...this.stack].reverse();
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
        default:
          this.other(this.at);
          this.at++;
      }
    }
  }

  /** Whether what the end tag at token t ends is none of the text's own. */
  protected isMadeElsewhere(_t: number): boolean {
    return false;
  }

  /** Notes a token that is no part of a tag. */
  protected other(_t: number): void {}

  /** Takes a tag with its attributes; false where it is not closed. */
  protected tag(): boolean {
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
    const name = this.nameIn(tokens.textOf(first).slice(2));
    const closed = this.tag();
    if (this.beyond > 0) {
      this.beyond--;
      tree.finish(N.Stray, first, this.at);
      return;
    }
    const place = this.placeOf(name, first);
    if (place < 0 || !closed) {
      if (!closed || !this.isMadeElsewhere(first)) this.mismatches++;
      tree.finish(closed ? N.Stray : N.Unparsed, first, this.at);
      return;
    }
    while (stack.length - 1 > place) this.pop(first);
    const open = stack.pop()!;
    this.finishContent(open, first);
    tree.finish(N.EndTag, first, this.at);
    tree.finish(N.Element, open.first, this.at);
  }

  /** Ends the innermost element without an end tag. */
  protected pop(end: number): void {
    const open = this.stack.pop()!;
    if (!this.endsAlone(open)) this.mismatches++;
    this.finishContent(open, end);
    this.tree.finish(N.Element, open.first, end);
  }

  private finishContent({ content }: Open, end: number): void {
    if (end > content) this.tree.finish(N.Content, content, end);
  }

  protected beginsLine(t: number): boolean {
    return this.tokens.has(t, TokenFlag.OnNewLine);
  }

  protected columnOf(t: number): number {
    return this.lineColumns.of(this.tokens.start(t));
  }
}

/** What the last tag of a text lacks: its end, and that of the value in which the text ends. */
export function tagEnd(tokens: TokenTable): string {
  const last = tokens.count - 1;
  for (let t = last; t >= 0; t--) {
    const kind: T = tokens.kind(t);
    if (kind === T.TagStart || kind === T.EndTagStart)
      return tokens.has(last, TokenFlag.Continues) ? `${tokens.textOf(last)[0]!}>` : ">";
    if (kind !== T.Name && kind !== T.Equal && kind !== T.Value) return "";
  }
  return "";
}
