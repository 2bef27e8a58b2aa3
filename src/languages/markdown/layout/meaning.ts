import { blanksEnd, trimmed } from "../../../core/text/blanks.js";
import {
  cellsOf,
  codeRows,
  rowText,
  type Block,
  type Blocks,
  type Fence,
  type Item,
  type List,
  type Row,
} from "../blocks.js";
import { B } from "../kinds.js";

/** Whether two texts come to the same document: the same blocks with the same words. */
export function sameMeaning(
  before: string,
  blocks: Blocks,
  after: string,
  others: Blocks,
): boolean {
  return (
    new Reader(before, blocks).read(blocks.root) === new Reader(after, others).read(others.root)
  );
}

/** A heading with one blank between its signs and its words, and no white space around. */
export const headingText = (row: string): string => trimmed(row).replace(/^(#+)[ \t]+/, "$1 ");

class Reader {
  constructor(private readonly text: string, private readonly blocks: Blocks) {}

  read(block: Block): string {
    const inner = (): string => block.children.map((child) => this.read(child)).join("\n");
    switch (block.kind) {
      case B.List:
        return `list ${(block as List).sign}${this.startOf(block)}${isLoose(block) ? " loose" : ""}(${inner()})`;
      case B.Paragraph:
      case B.Underlined:
        return `${block.kind}(${block.rows.map((row, i) => this.proseOf(row, i === block.rows.length - 1)).join("\n")})`;
      case B.Fence: {
        const { info, indent, closed } = block as Fence;
        const lines = codeRows(block as Fence).map((row) => {
          const own = this.raw(row);
          return own.slice(Math.min(indent, blanksEnd(own, 0)));
        });
        return `fence${closed ? "" : " open"} ${info}(${lines.join("\n")})`;
      }
      case B.Table:
        return `table(${block.rows.map((row, i) => this.cells(row, i === 1)).join("\n")})`;
      case B.Heading:
        return `${block.kind}(${headingText(this.raw(block.rows[0]!))})`;
      case B.Break:
        return `${block.kind}(${trimmed(this.raw(block.rows[0]!))})`;
      case B.Code:
        return `${block.kind}(${block.rows.map((row) => this.code(row)).join("\n")})`;
      case B.Html:
      case B.Kept:
        return `${block.kind}(${block.rows.map((row) => this.raw(row)).join("\n")})`;
      default: return `${block.kind}(${inner()})`;
    }
  }

  private startOf(list: Block): string {
    const { number } = list.children[0] as Item;
    return number === undefined ? "" : ` from ${number}`;
  }

  private raw(row: Row): string {
    return rowText(this.text, this.blocks, row);
  }

  /** A line of code without the four columns that make it that; where a tab ends depends on where it stands. */
  private code({ at, column, line }: Row): string {
    const { text, blocks: { ends } } = this;
    let stands = column;
    let i = at;
    while (i < ends[line]! && stands < column + 4 && /[ \t]/.test(text[i]!))
      stands += text[i++] === "\t" ? 4 - (stands % 4) : 1;
    return " ".repeat(Math.max(0, stands - column - 4)) + text.slice(i, ends[line]);
  }

  private proseOf(row: Row, isLast: boolean): string {
    const { text, blocks: { ends } } = this;
    const written = text.slice(row.at, ends[row.line]);
    const hard = !isLast && / {2,}$/.test(written) ? "  " : "";
    return trimmed(written) + hard;
  }

  private cells(row: Row, isRule: boolean): string {
    const cells = cellsOf(this.raw(row));
    return (isRule ? cells.map((cell) => cell.replace(/-+/, "-")) : cells).join("|");
  }
}

/** Whether blank lines stand between the items of a list, or between what one holds. */
function isLoose(list: Block): boolean {
  const apart = (blocks: readonly Block[]): boolean =>
    blocks.some((block, i) => i > 0 && block.first - blocks[i - 1]!.last > 1);
  return apart(list.children) || list.children.some((item) => apart(item.children));
}
