import { NONE } from "../../core/syntax/tree.js";
import type { ElementKind } from "../html/elements.js";
import { FLOW, N } from "../html/kinds.js";
import type { Holder, Item } from "../html/layout/items.js";
import { SvelteLayout } from "../svelte/layout.js";

/** What markup in an expression begins with. */
const MARKUP = /<[a-z>!]/i;

/** Pieces of code around markup stand as they are written, and move with their lines. */
export class AstroLayout extends SvelteLayout {
  protected override holdsCode(t: number): boolean {
    const { tokens } = this;
    const isTemplate = tokens.text[tokens.start(t)] === "`";
    return !isTemplate && !tokens.has(t, FLOW) && super.holdsCode(t);
  }

  protected override isFixed(
    kind: ElementKind,
    start: number,
    css: string,
    outer: Holder,
  ): boolean {
    return (
      super.isFixed(kind, start, css, outer) || this.attribute(start, "is:raw") !== undefined
    );
  }

  /** Where code stands in pieces it has its lines for itself, or is to have them. */
  protected override isCodeBlock({ node }: Item): boolean {
    return node !== NONE && this.tree.kind(node) === N.CodeBlock;
  }

  protected override keepsLine(t: number): boolean {
    if (super.keepsLine(t)) return true;
    const word = this.tokens.textOf(t);
    return word.startsWith("{") && word.endsWith("}") && MARKUP.test(word);
  }
}
