import { NONE } from "../../../core/syntax/tree.js";
import { leavesOpen, NESTED_RAW, STYLED_WITHIN_LINES, WITHIN_LINES } from "../elements.js";
import { N, T, isContent } from "../kinds.js";
import { HtmlTags, type Part } from "./tags.js";

/** What something in a content does to the lines of the page. */
export const enum Role {
  Inline,
  Block,
  /** It is not shown: what stands on both sides meets. */
  Hidden,
  /** It ends a line. */
  Break,
}

/** A part of a content with its role. */
export interface Item extends Part {
  readonly role: Role;
}

/** What holds a content. */
export interface Holder {
  /** Whether white space at its edges is not shown. */
  readonly block: boolean;
  /** Whether no white space between its children is shown. */
  readonly loose: boolean;
  /** Whether it is part of a drawing or of a formula. */
  readonly foreign: boolean;
}

/** By the gaps of a content, the place of the item beside each that is shown; one outside of it for none. */
interface Neighbours {
  readonly left: readonly number[];
  readonly right: readonly number[];
}

/** Tells what contents consist of, and which of their white space is not shown. */
export abstract class HtmlItems extends HtmlTags {
  /**
   * The first token behind an element that a browser opens again before each text, as its end tag lacks: there
   * white space counts even between blocks.
   */
  protected opened = Infinity;

  protected firstOpened(): number {
    const { tree } = this;
    let first = Infinity;
    for (let node = 1; node <= tree.size; node++) {
      if (tree.kind(node) !== N.Element) continue;
      const kind = this.kindOf(node);
      const opens = tree.kind(tree.lastChild(node)) === N.EndTag
        ? NESTED_RAW.has(kind.name) && this.leavesOpen(tree.next(tree.child(node)))
        : kind.isOpenedAgain;
      if (opens) first = Math.min(first, tree.end(tree.child(node)));
    }
    return first;
  }

  /** Whether the tags in a content that stands as it is leave such an element open. */
  private leavesOpen(content: number): boolean {
    const { tree, tokens } = this;
    if (!isContent(tree.kind(content))) return false;
    const from = tokens.start(tree.first(content));
    return leavesOpen(tokens.text.slice(from, tokens.end(tree.end(content) - 1)));
  }

  protected itemsOf(
    node: number,
    first: number,
    end: number,
    holder: Holder,
    items: Item[] = [],
  ): Item[] {
    const { tree } = this;
    for (const part = tree.parts(node, first, end); part.next();) {
      const { at, node: child } = part;
      if (child === NONE) {
        items.push({ first: at, end: at + 1, node: NONE, role: this.roleOfToken(at) });
      } else if (tree.kind(child) === N.OpenBlock || tree.kind(child) === N.Inside) {
        // What stands in a block of code that nothing closes counts as if it stood around it.
        this.itemsOf(child, tree.first(child), tree.end(child), holder, items);
      } else {
        const role = this.roleOf(child, holder);
        items.push({ first: at, end: tree.end(child), node: child, role });
      }
    }
    return items;
  }

  private roleOfToken(t: number): Role {
    switch (this.tokens.kind(t) as T) {
      case T.Doctype: return Role.Block;
      case T.Comment: return Role.Hidden;
      default: return Role.Inline;
    }
  }

  private roleOf(node: number, holder: Holder): Role {
    const { tree } = this;
    if (tree.kind(node) !== N.Element)
      return this.isBareRaw(node) || this.isHalfLine(node) ? Role.Block : Role.Inline;
    const { name, isBlock, isHidden } = this.kindOf(node);
    if (holder.foreign || this.isHalf(tree.child(node))) return Role.Block;
    if (name === "br") return Role.Break;
    if (isHidden) return Role.Hidden;
    if (isBlock) return Role.Block;
    return this.holdsBlocksOnly(node) ? Role.Block : Role.Inline;
  }

  /** Whether a node is what its end tag says is no markup, though no start tag does. */
  protected isBareRaw(node: number): boolean {
    return node !== NONE && this.isKind(this.tree.first(node), T.Raw);
  }

  /** Whether a node is a tag that is not written to its end, and has its lines for itself. */
  private isHalfLine(node: number): boolean {
    const { tokens, tree } = this;
    const end = tree.end(node);
    return (
      tree.kind(node) === N.Unparsed
      && tokens.onNewLine(tree.first(node))
      && (end === tokens.count || tokens.onNewLine(end))
    );
  }

  /** Whether an inline element begins and ends with blocks: `<a><h2>…</h2></a>`. */
  private holdsBlocksOnly(node: number): boolean {
    const { tree } = this;
    const inner: number[] = [];
    const content = tree.next(tree.child(node));
    if (content === NONE || !isContent(tree.kind(content))) return false;
    for (const part = tree.parts(content); part.next();) {
      const kind = part.node === NONE ? N.None : tree.kind(part.node) as N;
      if (part.node === NONE && this.isKind(part.at, T.Comment)) continue;
      inner.push(kind === N.Element ? part.node : NONE);
    }
    const isBlock = (one: number | undefined): boolean =>
      one !== undefined
      && one !== NONE
      && this.kindOf(one).isBlock
      && !this.standsInLine(one);
    return isBlock(inner[0]) && isBlock(inner.at(-1));
  }

  /**
   * Whether white space in the gap before item i is not shown, be there some or none.
   *
   * @param gap the token behind it.
   */
  protected isFree(items: readonly Item[], i: number, gap: number, holder: Holder): boolean {
    if (gap >= this.opened && !this.tokens.isApart(gap)) return false;
    if (holder.loose) return true;
    const { left, right } = this.shownBeside(items);
    const isTight = !this.tokens.isApart(gap);
    const isBlock = (item: Item | undefined): boolean => (
      item === undefined
        ? holder.block
        : item.role === Role.Block && !(isTight && this.standsInLine(item.node))
    );
    return isBlock(items[left[i]!]) || isBlock(items[right[i]!]);
  }

  /** The items of which `neighbours` tells. */
  private told: readonly Item[] | undefined = undefined;
  private neighbours: Neighbours = { left: [], right: [] };

  /** The nearest item that is shown on each side of every gap between items, as all of a content's gaps are asked for. */
  private shownBeside(items: readonly Item[]): Neighbours {
    if (this.told === items) return this.neighbours;
    const left = [-1];
    const right = [items.length];
    for (const [i, { role }] of items.entries()) left.push(role === Role.Hidden ? left[i]! : i);
    for (let i = items.length - 1; i >= 0; i--)
      right.push(items[i]!.role === Role.Hidden ? right.at(-1)! : i);
    this.told = items;
    return this.neighbours = { left, right: right.reverse() };
  }

  /** Whether an element that begins lines of its own is drawn within a line: white space counts beside a text there. */
  private standsInLine(node: number): boolean {
    if (node === NONE || this.tree.kind(node) !== N.Element) return false;
    const { isBlock, isInlineBlock, name } = this.kindOf(node);
    if (isInlineBlock || WITHIN_LINES.has(name)) return true;
    const css = isBlock ? this.attribute(this.tree.child(node), "style") : undefined;
    return css !== undefined && STYLED_WITHIN_LINES.test(css);
  }
}
