import { TokenFlag, type TokenTable } from "../../core/syntax/tokens.js";
import { Tree } from "../../core/syntax/tree.js";
import { OuterLines } from "../../core/text/outer-lines.js";
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
  /** Whether its start tag is not written to its end; then columns alone tell what it holds. */
  readonly isHalf: boolean;
  /** Whether text stands in it beside elements. */
  isMixed: boolean;
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
  private readonly outerLines: OuterLines;

  constructor(protected readonly tokens: TokenTable, protected readonly byColumns: boolean) {
    this.tree = new Tree((tokens.text.length >> 3) + 16);
    this.lineColumns = new LineColumns(tokens.text, TAB);
    this.outerLines = new OuterLines(tokens.text, TAB);
  }

  /** Takes a start tag, and opens its element where that may hold something. */
  protected abstract startTag(): void;
  /** The name in a tag as names are compared. */
  protected abstract nameIn(tag: string): string;
  /** The place on the stack of the element that the end tag at token t ends; -1 for none. */
  protected abstract placeOf(name: string, t: number): number;
  /** Whether the end tag of an element may be left out. */
  protected abstract endsAlone(open: O): boolean;
  /** Whether what an element holds stands no deeper than its tag. */
  protected abstract isFlush(open: O): boolean;

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
      if (this.hasHalves) this.endHalves();
      switch (tokens.kind(this.at) as T) {
        case T.TagStart:
          this.startTag();
          break;
        case T.EndTagStart:
          this.endTag();
          break;
        case T.Raw:
          this.bareRaw();
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

  /** Takes what holds no markup and is in no element that says so. */
  protected bareRaw(): void {
    this.other(this.at);
    this.at++;
  }

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

  // Tags that are being written

  private hasHalves = false;

  /**
   * Takes a start tag that is not closed as an element where deeper lines are below: those are what it will hold.
   *
   *     <div class="berth"
   *       <p>Free</p>
   *     </div>
   *
   * @param open makes what stands on the stack for it.
   */
  protected half(first: number, open: () => O): void {
    const { at, tokens } = this;
    this.tree.finish(N.Unparsed, first, at);
    const holds = at < tokens.count
      && this.beginsLine(first)
      && this.beginsLine(at)
      && this.columnOf(at) > this.columnOf(first);
    if (!holds) return;
    if (!this.byColumns) {
      this.mismatches++;
      return;
    }
    this.stack.push(open());
    this.hasHalves = true;
  }

  /** Ends such elements where a line begins no deeper than they do. */
  private endHalves(): void {
    const { at, stack } = this;
    if (!this.beginsLine(at)) return;
    const column = this.columnOf(at);
    for (;;) {
      const place = stack.map(({ isHalf }) => isHalf).lastIndexOf(true);
      if (place < 0 || this.columnOf(stack[place]!.first) < column) return;
      while (stack.length > place) this.pop(at);
    }
  }

  /** Ends elements that stand no less deep than a line which begins with a tag of none of them. */
  protected endBefore(t: number): void {
    const { stack } = this;
    if (!this.byColumns || !this.beginsLine(t)) return;
    const column = this.columnOf(t);
    for (let open = stack.at(-1); open !== undefined; open = stack.at(-1)) {
      if (!this.beginsLine(open.first) || this.columnOf(open.first) < column) return;
      if (this.isFlush(open)) return;
      this.pop(t);
    }
  }

  /**
   * Whether an end tag at token t ends what opens on its line, though that has another name: one that is not written to
   * its end, or the element which is named begins on a line above, and its own end tag is below.
   *
   *     <span>
   *       <spa>Free</span>
   *     </span>
   */
  private endsOther(name: string, place: number, t: number): boolean {
    const { stack, tokens } = this;
    const inner = this.opensOnLine(t);
    if (inner === undefined || place === stack.length - 1) return false;
    if (place < 0) return name.startsWith(inner.name);
    const { first } = stack[place]!;
    if (!this.beginsLine(first)) return false;
    const column = this.columnOf(first);
    const outer = this.outerLines.below(tokens.start(t), column);
    return outer.column === column && tokens.text.startsWith(tokens.textOf(t), outer.at);
  }

  /** Up to which token lines were looked for, and the last one that begins a line. */
  private linesSeen = 0;
  private lastLine = 0;

  /** The innermost element, where it opens on the line of token t; from call to call further down. */
  private opensOnLine(t: number): O | undefined {
    for (; this.linesSeen < t; this.linesSeen++)
      if (this.beginsLine(this.linesSeen + 1)) this.lastLine = this.linesSeen + 1;
    const inner = this.stack.at(-1);
    return inner !== undefined && this.lastLine <= inner.first ? inner : undefined;
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
    const isHalf = !closed && this.at < tokens.count && this.beginsLine(this.at);
    let place = this.placeOf(name, first);
    // What opens on the line is what an end tag without its whole name is to end.
    if (isHalf && place < 0 && this.opensOnLine(first)?.name.startsWith(name) === true)
      place = stack.length - 1;
    const isOther = this.byColumns && this.endsOther(name, place, first);
    if (isOther) this.pop(first);
    if (place < 0 || (!closed && !isHalf) || isOther) {
      if (stack.every((open) => open.name !== name)) this.endBefore(first);
      if (!closed || !this.isMadeElsewhere(first)) this.mismatches++;
      tree.finish(closed ? N.Stray : N.Unparsed, first, this.at);
      return;
    }
    if (isHalf) this.mismatches++;
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

  private finishContent(open: O, end: number): void {
    if (end > open.content) this.tree.finish(this.contentKind(open), open.content, end);
  }

  /** The kind of what an element holds. */
  protected contentKind(_open: O): N {
    return N.Content;
  }

  protected beginsLine(t: number): boolean {
    return this.tokens.has(t, TokenFlag.OnNewLine);
  }

  protected columnOf(t: number): number {
    return this.lineColumns.of(this.tokens.start(t));
  }
}

/** The token with which the tag begins that goes on at least to token t; -1 where t is none of its parts. */
export function openTag(tokens: TokenTable, t: number): number {
  for (; t >= 0; t--) {
    const kind: T = tokens.kind(t);
    if (kind === T.TagStart || kind === T.EndTagStart) return t;
    if (kind !== T.Name && kind !== T.Equal && kind !== T.Value) return -1;
  }
  return -1;
}

/** What the last tag of a text lacks: its end, and that of the value in which the text ends. */
export function tagEnd(tokens: TokenTable): string {
  const last = tokens.count - 1;
  if (openTag(tokens, last) < 0) return "";
  return tokens.has(last, TokenFlag.Continues) ? `${tokens.textOf(last)[0]!}>` : ">";
}

/** The token that ends the tag which begins at a token, or the text's last one where it is not closed. */
export function endOfTag(tokens: TokenTable, first: number): number {
  let t = first;
  for (; t + 1 < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    if (kind === T.TagEnd || kind === T.EmptyTagEnd) break;
  }
  return t;
}
