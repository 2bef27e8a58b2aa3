import { Demand, FrameFlag, Mark } from "../../../core/layout/sheet.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R, RULES } from "../rules.js";
import { LayoutBase } from "./base.js";

/** What a bracket holds. */
interface Items {
  count: number;
  /** One past the last token of the last item, or -1. */
  lastEnd: number;
  /** The separator after the last item, or -1. */
  closing: number;
  /** Items left out, as in `[a, , b]`. */
  holes: boolean;
  numbers: boolean;
  /** Some item does not parse, or lacks its brace. */
  torn: boolean;
  last: number;
}

/** What stays on the line of the type before it. */
const STAYS_BEHIND_TYPE = new Set<T>([T.LeftBrace, T.Arrow, T.Semicolon, T.Comma, T.Assign]);

const isSeparator = (kind: T): boolean => kind === T.Comma || kind === T.Semicolon;

/** Lists in brackets of every kind. */
export abstract class ListLayout extends LayoutBase {
  /** The gap inside a value up to which what is around must fit to stay close to it; 0 for none. */
  protected abstract hugGap(node: number, deep: boolean): number;

  /** Whether the author began a line before a dot. */
  protected abstract dotOnNewLine(node: number): boolean;

  /** Parameters split before the type that the function answers does. */
  private reachOverType(frame: number, node: number): void {
    const { tree, tokens } = this;
    const type = tree.next(node);
    if (this.kindOf(type) !== N.Annotation) return;
    const end = tree.end(type);
    const behind = tokens.skipTrivia(end);
    const kind: T = tokens.kind(behind);
    this.sheet.frames.setReach(frame, STAYS_BEHIND_TYPE.has(kind) ? behind + 1 : end);
  }

  protected bracket(node: number): void {
    const around = this.isValue;
    switch (this.tree.kind(node) as N) {
      case N.Arguments: case N.JsxExpression:
        this.isValue = true;
        break;
      case N.Parameters: case N.ForHead: case N.Condition: this.isValue = false;
    }
    this.items(node);
    this.isValue = around;
  }

  private items(node: number): void {
    const { tree, tokens, sheet } = this;
    const kind: N = tree.kind(node);
    const opener = tree.first(node);
    const closer = tree.end(node) - 1;
    const first = tokens.skipTrivia(opener + 1);
    if (first === closer && closer === opener + 1) return this.join(closer, R.Bracket);
    const items = this.itemsOf(node);
    const padded =
      kind === N.Object
      || kind === N.Specifiers
      || kind === N.ObjectType
      || kind === N.MappedType
      || kind === N.EnumBody;
    const flow = kind === N.Array && items.numbers && items.count > 3;
    const apart = kind === N.ObjectType && this.membersByLine(node);
    const split = kind === N.EnumBody || apart || items.torn
      ? FrameFlag.Split
      : this.writtenSplit(node);
    const whole = this.splitsWhole(kind, items);
    const flags = (flow ? FrameFlag.Flow : 0) | (whole ? FrameFlag.Whole : 0) | split;
    const frame = sheet.open(opener + 1, closer, FrameFlag.Bracket | flags, 1);
    const hug = this.hugOf(node, items);
    if (hug > 0) sheet.frames.setHug(frame, hug);
    else if (kind === N.Parameters) this.reachOverType(frame, node);
    const hang = (items.count > 1 && kind !== N.ForHead) || kind === N.JsxExpression ? 1 : 0;
    const edge = padded ? Demand.Fold : Demand.Seam;
    let child = tree.child(node);
    let before: T = T.Comma;
    let last = NONE;
    for (let t = opener + 1; t < closer;) {
      const isChild = child !== NONE && t === tree.first(child);
      const token: T = isChild ? T.End : tokens.kind(t);
      if (isChild || !tokens.isTrivia(t)) {
        if (items.torn) this.standing(t, last);
        else if (t === first) sheet.set(t, edge, R.Bracket);
        else this.itemGap(t, token, before, kind, isChild ? child : NONE);
        // The branches of a conditional stand one step behind what decides.
        if (isChild) this.visit(child, this.kindOf(child) === N.Conditional ? 1 : hang);
        else if (token === T.String) this.string(t);
        before = token;
      }
      t = isChild ? tree.end(child) : t + 1;
      if (!isChild) continue;
      last = child;
      child = tree.next(child);
    }
    if (items.torn) this.standing(closer, last);
    else sheet.set(closer, edge, R.Bracket);
    sheet.mark(closer, Mark.Out);
    this.closing(node, kind, items);
    sheet.close();
  }

  /**
   * Brings the signs between the members of a type together: where some have a semicolon, or only the line
   * end that stands for one, all get it. Where none may be put in, members that lines alone part stay on
   * lines of their own, which is what this tells.
   */
  private membersByLine(node: number): boolean {
    const { tree, tokens, sheet } = this;
    const explicit = this.style.statementTerminator === "explicit";
    const ends = this.memberEnds(node);
    const bare = ends.filter(
      (end, i) => i < ends.length - 1 && !isSeparator(tokens.kind(tokens.skipTrivia(end))),
    );
    if (!explicit || !this.partedAsStatements(ends)) return bare.length > 0;
    for (const end of bare) sheet.slot(end, Mark.TerminatorSlot);
    for (const end of ends) {
      const t = tokens.skipTrivia(end);
      if (tokens.kind(t) !== T.Comma || t >= tree.end(node)) continue;
      const rule = RULES[R.Terminator]!;
      sheet.rewrite(t, [{ from: tokens.start(t), to: tokens.end(t), text: ";", rule }]);
    }
    return false;
  }

  /** Whether some members of a type are parted otherwise than by commas; then it is no pattern's. */
  private partedAsStatements(ends: readonly number[]): boolean {
    const { tokens } = this;
    return ends.some((end, i) => {
      const kind: T = tokens.kind(tokens.skipTrivia(end));
      return kind === T.Semicolon || (i < ends.length - 1 && kind !== T.Comma);
    });
  }

  /** One past the last token of each member. */
  private memberEnds(node: number): number[] {
    const { tree } = this;
    const ends: number[] = [];
    for (let member = tree.child(node); member !== NONE; member = tree.next(member))
      ends.push(tree.end(member));
    return ends;
  }

  /** Whether a list splits where something inside it must. */
  private splitsWhole(kind: N, { count, last }: Items): boolean {
    if (kind === N.Object) return count > 1 || this.kindOf(last) === N.Method;
    if (kind === N.Paren && (count > 1 || this.kindOf(last) === N.Binary)) return true;
    const alone = count === 1 && (kind === N.Paren || kind === N.Arguments);
    return alone && this.asWritten && this.kindOf(last) === N.Primary && this.dotOnNewLine(last);
  }

  /** In a list that is torn line ends stay where they are. Behind an item that lacks its brace one stood. */
  private standing(t: number, last: number): void {
    const { tokens, sheet } = this;
    if (!tokens.onNewLine(t)) return sheet.set(t, Demand.AsWritten, R.Unparsed);
    sheet.line(t, 0, 1, R.Unparsed);
    if (isSeparator(tokens.kind(t)) && this.endsTorn(last)) sheet.mark(t, Mark.Out);
  }

  private itemGap(t: number, token: T, before: T, kind: N, child: number): void {
    if (token === T.Comma || token === T.Semicolon) {
      // A hole in an array keeps its comma apart from the one before.
      return this.join(t, R.Comma);
    }
    if (this.kindOf(child) === N.Annotation) return this.join(t, R.Type);
    if (before === T.Ellipsis) return this.join(t, R.Unary);
    if (before === T.Comma || before === T.Semicolon)
      return this.sheet.set(t, Demand.Fold, R.Comma);
    if (kind === N.ObjectType || kind === N.MappedType)
      return this.sheet.set(t, Demand.Fold, R.Type);
    if (kind === N.Specifiers || kind === N.ForHead) return this.space(t, R.Keyword);
    this.sheet.set(t, Demand.AsWritten, R.Unparsed);
  }

  private closing(node: number, kind: N, items: Items): void {
    if (items.lastEnd < 0 || items.holes || items.torn) return;
    if (kind === N.ObjectType || kind === N.MappedType) return this.closingSemicolon(node, items);
    const { sheet, style } = this;
    if (style.closingComma === "as-written" || !this.takesComma(node, kind, items)) return;
    if (items.closing >= 0) {
      sheet.mark(items.closing, style.closingComma === "never" ? Mark.Removed : Mark.RemovedFlat);
      sheet.rule[items.closing] = R.ClosingComma;
    } else if (style.closingComma === "when-split") {
      sheet.slot(items.lastEnd, Mark.CommaSlot);
    }
  }

  /** The lists that may not end with a comma though others of their kind may. */
  protected readonly commaless = new Set<number>();

  private takesComma(node: number, kind: N, items: Items): boolean {
    if (this.commaless.has(node)) return false;
    switch (kind) {
      case N.Paren: case N.TypeParen: case N.Condition: case N.ForHead: case N.Subscript:
      case N.TypeArguments: case N.Computed:
      case N.JsxExpression:
        return false;
      case N.Arguments:
        // A type's `import("…")` takes none, and one in the code not before 2025.
        return this.tokens.kind(this.tree.first(node) - 1) !== T.Import;
      case N.TypeParameters:
        // A comma may be what tells type parameters from a tag.
        return items.count > 1;
      case N.Parameters:
        // A rest parameter is the last.
        return !this.isRest(items.last);
      case N.Array: case N.Object:
        // In a pattern nothing may follow the rest.
        return this.isValue || !this.isRest(items.last);
      default:
        return true;
    }
  }

  private isRest(node: number): boolean {
    return node !== NONE && this.tokens.kind(this.tree.first(node)) === T.Ellipsis;
  }

  private closingSemicolon(node: number, { closing, lastEnd, last }: Items): void {
    const { sheet, style } = this;
    // Members apart by commas may be a pattern's, and one without a type too.
    const commas =
      this.hasOwnComma(node)
      && !(
        style.statementTerminator === "explicit" && this.partedAsStatements(this.memberEnds(node))
      );
    if (
      commas || (closing < 0 && !this.isTyped(last)) || style.statementTerminator === "as-written"
    ) return;
    if (closing >= 0) {
      sheet.mark(
        closing,
        style.statementTerminator === "omitted" ? Mark.Removed : Mark.RemovedFlat,
      );
      sheet.rule[closing] = R.Terminator;
    } else if (style.statementTerminator === "explicit") {
      sheet.slot(lastEnd, Mark.SemicolonSlot);
    }
  }

  private hasOwnComma(node: number): boolean {
    const { tree, tokens } = this;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c))
      if (tokens.kind(tokens.skipTrivia(tree.end(c))) === T.Comma) return true;
    return false;
  }

  private isTyped(member: number): boolean {
    const { tree } = this;
    const last = member === NONE ? NONE : tree.lastChild(member);
    return last !== NONE && tree.kind(last) === N.Annotation;
  }

  /** The gap inside the last item that hugs the brackets of a list, or 0. */
  protected hugInside(node: number): number {
    return this.hugOf(node, this.itemsOf(node));
  }

  private hugOf(node: number, items: Items): number {
    const kind: N = this.tree.kind(node);
    if (items.last === NONE || items.lastEnd !== this.tree.end(items.last)) return 0;
    switch (kind) {
      case N.Arguments:
        return this.severalHug(node) ? 0 : this.hugGap(items.last, true);
      case N.Paren:
        if (this.kindOf(items.last) === N.Binary)
          return this.hugGap(this.tree.lastChild(items.last), false);
        return items.count === 1 ? this.hugGap(items.last, true) : 0;
      case N.Parameters: case N.Array: case N.TypeArguments: case N.Condition:
        return items.count === 1 ? this.hugGap(items.last, kind !== N.Array) : 0;
      case N.JsxExpression:
        // Its braces stay close; what they hold splits inside.
        return this.tree.first(items.last) + 1;
      default:
        return 0;
    }
  }

  /** Whether more than one item could hug its brackets. */
  private severalHug(node: number): boolean {
    const { tree } = this;
    let hugging = 0;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c))
      if (this.hugGap(c, false) > 0) hugging++;
    return hugging > 1;
  }

  protected itemsOf(node: number): Items {
    const { tree, tokens } = this;
    const closer = tree.end(node) - 1;
    const items: Items = {
      count: 0,
      lastEnd: -1,
      closing: -1,
      holes: false,
      numbers: true,
      torn: false,
      last: NONE,
    };
    let child = tree.child(node);
    let separated = true;
    for (let t = tree.first(node) + 1; t < closer;) {
      const isChild = child !== NONE && t === tree.first(child);
      const end = isChild ? tree.end(child) : t + 1;
      const kind: T = isChild ? T.End : tokens.kind(t);
      if (!isChild && (kind === T.Comma || kind === T.Semicolon)) {
        if (separated) items.holes = true;
        separated = true;
        items.closing = t;
      } else if (isChild || !tokens.isTrivia(t)) {
        items.closing = -1;
        items.lastEnd = end;
        items.count++;
        items.last = isChild ? child : NONE;
        separated = false;
        if (isChild) {
          const nodeKind: N = tree.kind(child);
          if (nodeKind === N.Unparsed || (this.torn && this.endsTorn(child))) items.torn = true;
          if (nodeKind !== N.Unary || tree.end(child) - tree.first(child) !== 2)
            items.numbers = false;
        } else if (kind !== T.Number) {
          items.numbers = false;
        }
      }
      t = end;
      if (isChild) child = tree.next(child);
    }
    return items;
  }
}
