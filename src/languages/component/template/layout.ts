import { Demand, FrameFlag, Mark } from "../../../core/layout/sheet.js";
import { trimmedSpan } from "../../../core/regions/place.js";
import { reindentCode } from "../../../core/regions/texts.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { NONE } from "../../../core/syntax/tree.js";
import { byPlace, type Change } from "../../../core/text/edits.js";
import { HtmlTags, type Part } from "../../html/layout/tags.js";
import { N, T } from "../../html/kinds.js";
import { R } from "../../html/rules.js";
import { R as Own, RULES } from "../rules.js";
import { isDirective, isEvent, statementsIn } from "./directives.js";
import { interpolations } from "./regions.js";

/**
 * States the demands on the gaps of a template. Of white space its compiler keeps one blank, and between two
 * elements nothing where that holds a line end: so lines end where the author ended them, and words fill lines. What
 * is too long for a line ends it where two tags meet.
 */
export class TemplateLayout extends HtmlTags {
  protected override readonly hasComponents = true;

  document(): void {
    const { tree, tokens, sheet } = this;
    if (tokens.count === 0) return;
    sheet.open(0, tokens.count, FrameFlag.Block, 0);
    this.lines(this.partsOf(tree.root, 0, tokens.count));
    sheet.close();
  }

  /** Things one after another; each line of the author's begins a line. */
  private lines(items: readonly Part[]): void {
    const { sheet, style, tokens } = this;
    for (let i = 0; i < items.length;) {
      let next = i + 1;
      while (next < items.length && !this.beginsLine(items[next]!.first))
        next++;
      const run = items.slice(i, next);
      const [{ first }] = run as [Part];
      if (i === 0 && !this.beginsLine(first)) this.keepApart(first, Demand.Fold);
      else sheet.line(first, 0, i === 0 ? 0 : style.blankLineLimit, R.Line);
      const last = run.at(-1)!.end;
      const isMore = last - first > 1;
      // Behind a tag on its line the others stand in the depth of what follows below.
      const behind = i === 0
        && first > 0
        && !this.beginsLine(first)
        && (this.asAuthored || !tokens.isApart(first));
      if (isMore) sheet.open(first + 1, last - 1, FrameFlag.Flow, behind ? 1 : 0);
      this.run(run, run.every((item) => this.isElement(item)));
      if (isMore) sheet.close();
      i = next;
    }
  }

  private beginsLine(t: number): boolean {
    return this.tokens.onNewLine(t) || this.tokens.isTrivia(t);
  }

  /**
   * Things on one line, the gap before the first apart.
   *
   * @param isFree whether they are elements and nothing else, which part where they touch.
   */
  private run(items: readonly Part[], isFree: boolean): void {
    for (const [i, { first, end, node }] of items.entries()) {
      if (i > 0) this.beside(first, isFree);
      if (node === NONE) {
        // What a comment holds is no expression.
        if (this.isKind(first, T.Word)) this.word(first);
        continue;
      }
      switch (this.tree.kind(node) as N) {
        case N.Element:
          this.element(node);
          break;
        case N.Stray:
          this.tag(node);
          break;
        default: this.fixed(first + 1, end);
      }
    }
  }

  /** The gap before something that stands on a line with what comes before it. */
  private beside(first: number, isFree: boolean): void {
    if (isFree && !this.tokens.isApart(first)) return this.sheet.set(first, Demand.Seam, R.Line);
    // A line end between two elements would take the blank between them away.
    const isText = this.isKind(first, T.Word) || this.isKind(first - 1, T.Word);
    this.keepApart(first, isText ? Demand.Fold : Demand.Space);
  }

  private element(node: number): void {
    const { tree, tokens, sheet } = this;
    const start = tree.child(node);
    const last = tree.lastChild(node);
    const closing = last !== start && tree.kind(last) === N.EndTag ? last : NONE;
    const tag = sheet.frames.count;
    this.tag(start);
    const first = tree.end(start);
    const end = closing === NONE ? tree.end(node) : tree.first(closing);
    if (this.isFixed(node, start)) {
      this.fixed(first, closing === NONE ? end : end + 1);
    } else if (first === end) {
      // Where nothing is held, nobody sees the white space; a line end of the author's stays.
      if (closing !== NONE && tokens.onNewLine(end)) {
        sheet.line(end, 0, 0, R.Line);
      } else if (closing !== NONE) {
        sheet.set(end, Demand.Join, R.Tag);
      }
    } else {
      const items = this.partsOf(tree.next(start), first, end);
      const isFree = items.every((item) => this.isElement(item));
      const isBlock = items.some((item) => this.beginsLine(item.first))
        || (closing !== NONE && tokens.onNewLine(end));
      // Once a line ends in a content, so do those of its tags, where they may.
      const apart = this.tokens.isApart(first) || (closing !== NONE && this.tokens.isApart(end));
      const fills = apart ? 0 : FrameFlag.Flow;
      const flags = isBlock ? FrameFlag.Block : FrameFlag.Bracket | FrameFlag.Whole | fills;
      const frame = sheet.open(first, closing === NONE ? end - 1 : end, flags, 1);
      if (isBlock) {
        sheet.frames.anchor.set(frame, tree.first(node));
        this.lines(items);
      } else {
        if (isFree) {
          sheet.set(first, Demand.Seam, R.Line);
          sheet.frames.splitsWith.set(frame, tag);
        } else {
          this.keepApart(first, Demand.Fold);
        }
        if (apart)
          sheet.open(
            first + 1,
            end - 1,
            FrameFlag.Flow,
            isFree || this.tokens.isApart(first) ? 0 : 1,
          );
        this.run(items, isFree);
        if (apart) sheet.close();
      }
      if (closing !== NONE) this.closingTag(end, isFree);
      sheet.close();
    }
    if (closing !== NONE) this.tag(closing);
  }

  /** @param isFree whether nothing but elements is in front of it. */
  private closingTag(end: number, isFree: boolean): void {
    const { sheet, tokens } = this;
    if (tokens.onNewLine(end)) sheet.line(end, 0, 0, R.Line);
    else if (isFree) sheet.set(end, Demand.Seam, R.Line);
    else this.keepApart(end, Demand.Fold);
    sheet.mark(end, Mark.Dedent);
  }

  /** Whether white space in an element counts to the letter, or nobody reads what it holds. */
  private isFixed(node: number, start: number): boolean {
    const content = this.tree.next(this.tree.child(node));
    return (
      this.kindOf(node).name === "pre"
      || this.attribute(start, "v-pre") !== undefined
      || (content !== NONE && this.isKind(this.tree.first(content), T.Raw))
    );
  }

  /** A word: the white space inside the braces of its expressions. */
  private word(t: number): void {
    const { tokens, sheet } = this;
    const changes: Change[] = [];
    const { text } = tokens;
    for (const { from, to } of interpolations(text, tokens.start(t), tokens.end(t))) {
      const inner = trimmedSpan(text, from + 2, to - 2);
      if (inner.from === inner.to || /[\r\n]/.test(text.slice(from + 2, to - 2))) continue;
      changes.push(...blank(text, from + 2, inner.from), ...blank(text, inner.to, to - 2));
    }
    sheet.rewrite(t, changes);
    if (tokens.has(t, TokenFlag.MultiLine)) reindentCode(sheet, t);
  }

  /** Several statements in a value: a blank after each semicolon between them. */
  private statements(value: number): void {
    const { tokens, sheet } = this;
    const { text } = tokens;
    const inner = { from: tokens.start(value) + 1, to: tokens.end(value) - 1 };
    const found = statementsIn(text, inner);
    const changes = found.slice(1).flatMap(({ from }, i) => {
      const behind = text.indexOf(";", found[i]!.to) + 1;
      // An empty statement stays.
      return text.slice(behind, from).trim() === "" ? blank(text, behind, from) : [];
    });
    if (changes.length > 0)
      sheet.rewrite(value, [...sheet.rewritesOf(value), ...changes].sort(byPlace));
  }

  /** One attribute with a line of its own gives the others theirs, and so does a value of several lines beside others. */
  protected override isSplit(tag: number): boolean {
    const { tree, tokens } = this;
    const first = tree.child(tag);
    const isOne = first !== NONE && tree.next(first) === NONE;
    for (let attribute = first; attribute !== NONE; attribute = tree.next(attribute)) {
      if (this.asAuthored && tokens.onNewLine(tree.first(attribute))) return true;
      if (!isOne && tokens.has(tree.end(attribute) - 1, TokenFlag.MultiLine)) return true;
    }
    return false;
  }

  protected override attributeInside(node: number): void {
    super.attributeInside(node);
    const { tree, tokens, sheet } = this;
    const value = tree.end(node) - 1;
    const name = tokens.textOf(tree.first(node));
    if (isEvent(name) && !tokens.has(value, TokenFlag.MultiLine)) this.statements(value);
    const isFree = name === "class" || isDirective(name);
    if (isFree && tokens.has(value, TokenFlag.MultiLine)) reindentCode(sheet, value);
  }
}

/** The change that makes a stretch of white space one blank. */
function blank(text: string, from: number, to: number): Change[] {
  if (text.slice(from, to) === " ") return [];
  return [{ from, to, text: " ", rule: RULES[Own.Interpolation]! }];
}
