import { DEPTH_LIMIT } from "../../core/syntax/parser.js";
import { TokenFlag, type TokenTable } from "../../core/syntax/tokens.js";
import type { Syntax } from "../../core/language.js";
import { BARRIER, BLOCK, ENDED_BY, ENDS_ALONE, FIXED, OPENED_AGAIN, VOID } from "./elements.js";
import { N, T } from "./kinds.js";
import { lexClosing, lexHtml } from "./lexer.js";
import { TagParser, type Open } from "./tag-parser.js";

/** How a page of another tongue is read. */
export interface Dialect {
  /** Whether `/>` ends any element, as it does in templates of components. */
  readonly closesAny?: boolean;
  readonly lex?: (text: string) => TokenTable;
}

export interface OpenElement extends Open {
  /** Whether it is part of a drawing or of a formula. */
  readonly foreign: boolean;
}

/**
 * Parses a page (HTML Living Standard, 13.1): optional tags may be left out, and no tag changes its place.
 * Where tags do not add up, an end tag that begins a line ends the element whose tag stands in its column.
 *
 * @param dialect where it differs from the standard.
 */
export function parseHtml(text: string, byColumns = false, dialect: Dialect = {}): Syntax {
  const { closesAny = false, lex = closesAny ? lexClosing : lexHtml } = dialect;
  const tokens = lex(text);
  if (!byColumns) {
    const first = new HtmlParser(tokens, false, closesAny);
    first.document();
    if (first.mismatches === 0)
      return { tokens, tree: first.tree, unbalanced: false, mismatches: 0 };
  }
  const { tree, mismatches } = readByColumns(tokens, closesAny);
  return { tokens, tree, unbalanced: !byColumns || mismatches > 0, mismatches };
}

function readByColumns(tokens: TokenTable, closesAny: boolean): HtmlParser {
  const parser = new HtmlParser(tokens, true, closesAny);
  parser.document();
  return parser;
}

export class HtmlParser extends TagParser<OpenElement> {
  /** @param closesAny whether `/>` ends any element, as it does in templates of components. */
  constructor(tokens: TokenTable, byColumns: boolean, private readonly closesAny: boolean) {
    super(tokens, byColumns);
  }

  protected nameIn(tag: string): string {
    return tag.toLowerCase();
  }

  protected endsAlone(name: string): boolean {
    return ENDS_ALONE.has(name);
  }

  protected startTag(): void {
    const { tokens, tree, stack } = this;
    const first = this.at;
    const name = tokens.textOf(first).slice(1).toLowerCase();
    const foreign = name === "svg" || name === "math" || stack.at(-1)?.foreign === true;
    if (!foreign) this.end(name);
    if (this.byColumns) this.endByColumn(first);
    const closed = this.tag();
    if (!closed) {
      tree.finish(N.Unparsed, first, this.at);
      return;
    }
    tree.finish(N.StartTag, first, this.at);
    const empty = tokens.kind(this.at - 1) === T.EmptyTagEnd;
    if (VOID.has(name) || (empty && (foreign || this.closesAny))) {
      tree.finish(N.Element, first, this.at);
    } else if (stack.length >= DEPTH_LIMIT) {
      this.beyond++;
    } else {
      const inside = foreign && name !== "foreignobject";
      stack.push({ name, first, content: this.at, foreign: inside });
      if (tokens.kind(this.at) === T.Raw) this.at++;
    }
  }

  protected placeOf(name: string, t: number): number {
    const { stack } = this;
    const begins = this.byColumns && this.beginsLine(t);
    const column = begins ? this.columnOf(t) : -1;
    let found = -1;
    for (let i = stack.length - 1; i >= 0; i--) {
      const open = stack[i]!;
      if (open.name === name) {
        if (!begins || !this.beginsLine(open.first) || this.columnOf(open.first) === column)
          return i;
        // One that stands deeper may be left open, one less deep is not ended from in here.
        if (this.columnOf(open.first) < column) return found;
        if (found < 0) found = i;
      }
      // What is inline ends nothing beyond a block, but for what a browser opens again in there.
      const stops = BARRIER.has(open.name) || (BLOCK.has(open.name) && !OPENED_AGAIN.has(name));
      if (stops && !begins && !BLOCK.has(name) && !BARRIER.has(name)) break;
    }
    return found;
  }

  /** Ends the elements that a start tag ends whose own end tags are left out. */
  private end(name: string): void {
    const { stack } = this;
    for (let open = stack.at(-1); open !== undefined; open = stack.at(-1)) {
      if (ENDED_BY.get(open.name)?.has(name) !== true) break;
      this.pop(this.at);
    }
    // A paragraph is ended through what is inline in it.
    if (ENDED_BY.get("p")!.has(name)) {
      for (let i = stack.length - 1; i >= 0 && !BARRIER.has(stack[i]!.name); i--) {
        if (stack[i]!.name !== "p") continue;
        while (stack.length > i) this.pop(this.at);
        break;
      }
    }
  }

  /** Ends elements that lack their end tag, where a start tag begins a line no deeper than theirs. */
  private endByColumn(t: number): void {
    const { stack } = this;
    if (!this.beginsLine(t)) return;
    const column = this.columnOf(t);
    for (let open = stack.at(-1); open !== undefined; open = stack.at(-1)) {
      const isBlock = BLOCK.has(open.name) && !FIXED.has(open.name);
      if (!isBlock || !this.beginsLine(open.first) || this.isFlush(open)) return;
      if (this.columnOf(open.first) < column) return;
      this.pop(this.at);
    }
  }

  /** Whether what an element holds stands no deeper than its tag. */
  private isFlush({ first, name }: OpenElement): boolean {
    const { tokens } = this;
    if (name === "html" || name === "body" || name === "head") return true;
    let t = first + 1;
    while (t < tokens.count) {
      const kind: T = tokens.kind(t - 1);
      if (kind === T.TagEnd || kind === T.EmptyTagEnd) break;
      t++;
    }
    while (t < this.at && !tokens.has(t, TokenFlag.OnNewLine)) t++;
    return t < tokens.count && t < this.at && this.columnOf(t) <= this.columnOf(first);
  }
}
