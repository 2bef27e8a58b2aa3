import { trimmedSpan } from "../../core/regions/place.js";
import { reindentCode } from "../../core/regions/texts.js";
import { TokenFlag } from "../../core/syntax/tokens.js";
import { NONE } from "../../core/syntax/tree.js";
import { byPlace, type Change } from "../../core/text/edits.js";
import { holdsLineEnd } from "../../core/text/line-ends.js";
import { FLOW, T } from "../html/kinds.js";
import { HtmlLayout } from "../html/layout/content.js";
import { bracesAt, bracesIn, type Braces } from "./braces.js";
import { partsOf } from "./code.js";
import { CODE_RULE } from "./rules.js";

/** Code between braces: it moves with its line, and what stands around its parts is set apart by one blank or none. */
export class SvelteLayout extends HtmlLayout {
  protected override readonly hasComponents = true;

  override document(): void {
    const { tokens, sheet } = this;
    super.document();
    for (let t = 0; t < tokens.count; t++) {
      if (!this.holdsCode(t)) continue;
      const kind: T = tokens.kind(t);
      const braces = this.codeIn(tokens.start(t), tokens.end(t));
      if (braces.length === 0) continue;
      const changes = braces.flatMap((one) => this.whiteIn(one)).sort(byPlace);
      if (changes.length > 0) sheet.rewrite(t, changes);
      // The lines of a text in quotes stand where they are.
      const isText = kind === T.Value && /["']/.test(tokens.text[tokens.start(t)]!);
      if (tokens.has(t, TokenFlag.MultiLine) && !isText) reindentCode(sheet, t);
    }
  }

  /** Whether code stands between braces within token t. */
  protected holdsCode(t: number): boolean {
    const kind: T = this.tokens.kind(t);
    return kind === T.Word || kind === T.Name || kind === T.Value;
  }

  protected override codeIn(from: number, to: number): readonly Braces[] {
    return bracesIn(this.tokens.text, from, to);
  }

  // Up to version 4 white space at the edges of blocks is shown.
  protected override mayPart(t: number): boolean {
    return this.tokens.isApart(t);
  }

  protected override isAtMargin(): boolean {
    return false;
  }

  /** By width, code of several lines in one attribute gives the others lines of their own. */
  protected override isSplit(tag: number): boolean {
    const { tree, tokens } = this;
    const first = tree.child(tag);
    if (this.asAuthored || first === NONE || tree.next(first) === NONE) return super.isSplit(tag);
    return tokens.nextWith(TokenFlag.MultiLine, tree.first(first), tree.end(tag)) < tree.end(tag);
  }

  /** What stands on a line of its own keeps it. */
  protected override isLone(t: number): boolean {
    const { tokens } = this;
    if (tokens.has(t, FLOW)) return super.isLone(t);
    if (tokens.kind(t) as T !== T.Word || !tokens.onNewLine(t)) return false;
    if (t + 1 < tokens.count && !tokens.onNewLine(t + 1)) return false;
    const word = tokens.textOf(t);
    const braces = word.startsWith("{") ? bracesAt(word, 0) : undefined;
    return braces?.isOpen === false && braces.to === word.length;
  }

  /** The changes of the white space around the parts of a stretch between braces. */
  protected whiteIn(braces: Braces): Change[] {
    const { tokens: { text } } = this;
    if (braces.isOpen) return [];
    const parts = partsOf(text, braces).map((part) => trimmedSpan(text, part.from, part.to));
    if (parts.length === 0) {
      const inner = trimmedSpan(text, braces.from + 1, braces.to - 1);
      return [
        ...blanks(text, braces.from + 1, inner.from, ""),
        ...blanks(text, inner.to, braces.to - 1, ""),
      ];
    }
    const changes: Change[] = [];
    let from = braces.from + 1;
    for (const part of [...parts, { from: braces.to, to: braces.to }]) {
      changes.push(...signsIn(text, from, part.from, braces));
      from = part.to;
    }
    return changes;
  }
}

/** The change that makes white space of a stretch within a line. */
export function blanks(text: string, from: number, to: number, white: string): Change[] {
  const old = text.slice(from, to);
  if (old === white || holdsLineEnd(old)) return [];
  return [{ from, to, text: white, rule: CODE_RULE }];
}

/**
 * The changes of the white space in what stands between two parts of code: none within its braces, and within brackets, one
 * blank elsewhere.
 */
function signsIn(text: string, from: number, to: number, braces: Braces): Change[] {
  const changes: Change[] = [];
  for (let at = from; at <= to;) {
    let end = at;
    while (end < to && /\s/.test(text[end]!)) end++;
    const isInside =
      at - 1 === braces.from
      || end === braces.to - 1
      || text[at - 1] === "("
      || (end < to && text[end] === ")");
    const isBeside = text[at - 1] === "=" || (end < to && text[end] === "=");
    if (end > at || isBeside) changes.push(...blanks(text, at, end, isInside ? "" : " "));
    at = end + 1;
  }
  return changes;
}
