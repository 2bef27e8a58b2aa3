import { trimmedSpan } from "../../core/regions/place.js";
import { Demand } from "../../core/layout/sheet.js";
import { NONE } from "../../core/syntax/tree.js";
import type { Change } from "../../core/text/edits.js";
import type { ElementKind } from "../html/elements.js";
import { FLOW, N } from "../html/kinds.js";
import type { Holder, Item } from "../html/layout/items.js";
import type { Braces } from "../svelte/braces.js";
import { R } from "../html/rules.js";
import { SvelteLayout, blanks } from "../svelte/layout.js";
import { expressionsIn, expressionsOf } from "./expression.js";

/** The last sign of code behind which no blank stands before markup, and the first one of code before which none does. */
const OPENS = /[([{]/;
const CLOSES = /[)\]},;.]/;

/** What markup in an expression begins with. */
const MARKUP = /<[a-z>!]/i;

/** Pieces of code around markup stand as they are written, and move with their lines. */
export class AstroLayout extends SvelteLayout {
  private readonly expressions = expressionsOf(this.tokens);

  protected override holdsCode(t: number): boolean {
    const { tokens } = this;
    const isTemplate = tokens.text[tokens.start(t)] === "`";
    return !isTemplate && !tokens.has(t, FLOW) && super.holdsCode(t);
  }

  protected override codeIn(from: number, to: number): readonly Braces[] {
    const placed = expressionsIn(this.tokens.text, { from, to }, this.expressions);
    return Array.from(
      placed,
      (one) => ({ from: one.from, to: one.expression.to, isOpen: false }),
    );
  }

  /** Code stands one blank apart from markup on its line, its brackets and signs that follow a value none. */
  protected override whiteIn(braces: Braces): Change[] {
    const { text } = this.tokens;
    const { pieces } = this.expressions.at(braces.from);
    if (pieces.length === 0) return super.whiteIn(braces);
    const changes: Change[] = [];
    for (const [i, { from, to }] of pieces.entries()) {
      const next = pieces[i + 1];
      const end = next === undefined ? to - 1 : to;
      const inner = trimmedSpan(text, i === 0 ? from + 1 : from, end);
      if (i === 0) changes.push(...blanks(text, from + 1, inner.from, ""));
      if (next === undefined) {
        changes.push(...blanks(text, inner.to, end, ""));
        break;
      }
      const markup = trimmedSpan(text, to, next.from);
      if (markup.from === markup.to) continue;
      changes.push(
        ...blanks(text, to, markup.from, OPENS.test(text[to - 1]!) ? "" : " "),
        ...blanks(text, markup.to, next.from, CLOSES.test(text[next.from]!) ? "" : " "),
      );
    }
    return changes;
  }

  /** Where expressions in pieces end. */
  private get ends(): ReadonlySet<number> {
    return this.knownEnds ??= this.pieceEnds();
  }

  private knownEnds: ReadonlySet<number> | undefined = undefined;

  private pieceEnds(): ReadonlySet<number> {
    const { tokens, expressions } = this;
    const ends = new Set<number>();
    for (let t = 0; t < tokens.count; t++)
      if (this.beginsExpression(t)) ends.add(expressions.at(tokens.start(t)).to);
    return ends;
  }

  /** Whether token t is the first piece of an expression. */
  private beginsExpression(t: number): boolean {
    const { tokens } = this;
    return tokens.has(t, FLOW) && tokens.text[tokens.start(t)] === "{";
  }

  // Beside code in pieces white space says nothing: it stands one blank apart from markup there too.
  protected override keepApart(t: number, apart: Demand.Fold | Demand.Space): void {
    const { sheet, tokens } = this;
    const { text } = tokens;
    const isBehind = tokens.has(t - 1, FLOW) && !this.ends.has(tokens.end(t - 1));
    const isBefore = tokens.has(t, FLOW) && !this.beginsExpression(t);
    if (!isBehind && !isBefore) return super.keepApart(t, apart);
    const isTight = (isBehind && OPENS.test(text[tokens.end(t - 1) - 1]!))
      || (isBefore && CLOSES.test(text[tokens.start(t)]!));
    sheet.set(t, isTight ? Demand.Join : apart, R.Text);
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
