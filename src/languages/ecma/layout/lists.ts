import {
  closeRow,
  closeWithSeparator,
  fillsLines,
  isRow,
  itemsOf,
  type Items,
  type ListRules,
  openRow,
  padsBraces,
} from "../../../core/layout/items.js";
import { Demand, FrameFlag, Mark, ROOT } from "../../../core/layout/sheet.js";
import { holdsSplit, holdsWord } from "../../../core/layout/written.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R, RULES } from "../rules.js";
import { LayoutBase } from "./base.js";
import { rowsOf } from "./rows.js";

/** What stays on the line of the type before it. */
const STAYS_BEHIND_TYPE = new Set<T>([T.LeftBrace, T.Arrow, T.Semicolon, T.Comma, T.Assign]);

const isSeparator = (kind: T): boolean => kind === T.Comma || kind === T.Semicolon;

/** Lists in brackets of every kind. */
export abstract class ListLayout extends LayoutBase {
  /** The gap inside a value up to which what is around must fit to stay close to it; 0 for none. */
  protected abstract hugGap(node: number, deep: boolean): number;

  /** Whether a node is a union or an intersection of several types. */
  protected abstract isAlternatives(node: number): boolean;

  /** Whether alternatives begin with their sign, so that the others stand in its column. */
  protected abstract isLed(node: number): boolean;

  /** Lays out a union or an intersection that is all that the brackets of a frame hold, from gap t on. */
  protected abstract stackedIn(frame: number, t: number, node: number): void;

  /** Whether a value stays below what it is given to, as the author put it. */
  protected abstract keptBelow(t: number, child: number): boolean;

  /** The first gap inside brackets that a node holds, or 0. */
  protected abstract breakInside(node: number): number;

  /** Whether the author began a line before a dot. */
  protected abstract dotOnNewLine(node: number): boolean;

  /** Whether a chain that does not fit on a line splits at its dots: the author split it, or functions are handed over. */
  protected abstract splitsAtDots(node: number): boolean;

  /** Parameters split before the type that the function answers does. */
  private reachOverType(frame: number, node: number): void {
    const { tree, tokens } = this;
    const type = tree.next(node);
    if (this.kindOf(type) !== N.Annotation) return;
    const end = tree.end(type);
    const behind = tokens.skipTrivia(end);
    const kind: T = tokens.kind(behind);
    this.sheet.frames.fitsTo.set(frame, STAYS_BEHIND_TYPE.has(kind) ? behind + 1 : end);
  }

  protected bracket(node: number): void {
    const around = this.isValue;
    switch (this.tree.kind(node) as N) {
      case N.Arguments:
      case N.JsxExpression:
        this.isValue = true;
        break;
      case N.Parameters:
      case N.ForHead:
      case N.Condition: this.isValue = false;
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
    if (kind === N.Arguments && this.isTitled(node, items)) return this.titled(node, items);
    const hasBraces =
      kind === N.Object
      || kind === N.Specifiers
      || kind === N.ObjectType
      || kind === N.MappedType
      || kind === N.EnumBody;
    const padded = hasBraces && padsBraces(this, node, this.style);
    const flow =
      kind === N.Array && fillsLines(this, node, items, this.listRules, this.style);
    const apart = kind === N.ObjectType && this.membersByLine(node);
    const below = this.closesBelow(node, items);
    const broken = this.holdsBroken(node);
    const split = kind === N.EnumBody || apart || broken
      ? FrameFlag.Split
      : below
      ? 0
      : this.writtenSplit(node);
    const row = split !== 0 && !flow && !apart && !broken && this.staysRow(node, items);
    const rows = this.staysInRows(node, kind);
    const beside = split === 0 && !rows && this.besideOpener(kind, items);
    const flags =
      (flow ? FrameFlag.Flow : 0)
      | (this.splitsWhole(node, items, beside) ? FrameFlag.Whole : 0)
      | (this.holdsWord(node) ? FrameFlag.IfItHelps : 0)
      | split;
    const frame = rows
      ? sheet.open(opener + 1, closer, FrameFlag.Bracket | FrameFlag.Rows, 0)
      : sheet.open(opener + 1, closer, FrameFlag.Bracket | flags, 1);
    const hug = this.hugOf(node, items);
    if (hug > 0) sheet.frames.setHug(frame, hug);
    else if (kind === N.Parameters) this.reachOverType(frame, node);
    const hang =
      (items.count > 1 && kind !== N.ForHead) || kind === N.JsxExpression || beside ? 1 : 0;
    const edge = padded ? Demand.Fold : Demand.Seam;
    let before: T = T.Comma;
    let last = NONE;
    let rowFrame = ROOT;
    for (const part = tree.parts(node, opener + 1, closer); part.next();) {
      const { at: t, node: child } = part;
      const isChild = child !== NONE;
      const token: T = isChild ? T.End : tokens.kind(t);
      if (isChild || !tokens.isTrivia(t)) {
        if (broken) this.standing(t, last);
        else if (t === first) sheet.set(t, edge, R.Bracket);
        else this.itemGap(t, token, before, kind, child);
        if (row && t === first) rowFrame = openRow(sheet, t, closer);
        if (!isChild) {
          if (token === T.String) this.string(t);
        } else if (items.count === 1 && this.isAlternatives(child)) {
          this.stackedIn(frame, t, child);
        } else {
          const inner = this.hangsAlone(child)
            ? 1
            : this.isLed(child)
            ? 0
            : this.kindOf(child) === N.Binary
            ? Number(this.hangs(child, hang > 0, kind === N.Arguments))
            : hang;
          if (beside) this.visitIn(frame, child, inner, "alignedIn");
          else if (kind === N.JsxExpression) this.visit(child, inner);
          else this.visitIn(frame, child, inner, "bound");
        }
        before = token;
      }
      if (isChild) last = child;
    }
    if (rowFrame !== ROOT) sheet.close();
    if (broken) this.standing(closer, last);
    else if (below) sheet.line(closer, 0, 0, R.Bracket);
    else sheet.set(closer, edge, R.Bracket);
    sheet.mark(closer, Mark.Dedent);
    const commaStays = below && items.closing >= 0 && this.style.closingComma !== "never";
    if (!broken && !commaStays) this.closing(node, kind, items, rowFrame);
    sheet.close();
  }

  /** The runs of operators whose lines stay where the author has them, and what brackets them. */
  protected readonly rows = new Set<number>();

  private staysInRows(node: number, kind: N): boolean {
    if (kind === N.Condition && this.keepsSplit)
      for (const row of rowsOf(this, node, this.style)) this.rows.add(row);
    return this.rows.has(node);
  }

  /** Whether the author put all items on one line of their own between the brackets. */
  private staysRow(node: number, items: Items): boolean {
    switch (this.kindOf(node)) {
      case N.Arguments:
      case N.Parameters:
      case N.Array:
      case N.Object:
      case N.Specifiers:
      case N.TypeArguments:
      case N.TypeParameters:
      case N.TupleType:
        return this.tokens.onNewLine(this.tree.end(node) - 1) && isRow(this, node, items);
      default:
        return false;
    }
  }

  /** Whether a call has a text and then a function with a body, as a test has. */
  private isTitled(node: number, { count, last, lastEnd, closing }: Items): boolean {
    const { tree, tokens } = this;
    const title: T = tokens.kind(tree.first(node) + 1);
    const closes = closing >= 0 && this.style.closingComma === "as-written";
    const isText = title === T.String || title === T.Template || title === T.TemplateHead;
    if (count !== 2 || closes || !isText) return false;
    const body = this.isFunction(last) ? tree.lastChild(last) : NONE;
    return (
      this.kindOf(body) === N.Block
      && tree.end(body) === lastEnd
      && tokens.skipTrivia(tree.first(node) + 1) === tree.first(node) + 1
      && this.writtenSplit(node) === 0
    );
  }

  protected isFunction(node: number): boolean {
    const kind: N = this.kindOf(node);
    return kind === N.Arrow || kind === N.FunctionExpression;
  }

  /** However long its text is, the function begins on its line. */
  private titled(node: number, { closing }: Items): void {
    if (closing >= 0) {
      this.sheet.mark(closing, Mark.Removed);
      this.sheet.rule[closing] = R.ClosingComma;
    }
    this.run(node, (t, kind, before) => {
      if (before === T.Comma && kind !== T.RightParen) return this.space(t, R.Comma);
      this.join(t, kind === T.Comma ? R.Comma : R.Bracket);
    });
  }

  /** Whether an item's later lines go one step in though it is the only one: branches, and the links of a chain. */
  private hangsAlone(node: number): boolean {
    switch (this.kindOf(node)) {
      case N.Conditional:
      case N.ConditionalType:
      case N.Primary:
      case N.New:
      case N.Await:
        return true;
      default:
        return false;
    }
  }

  /**
   * Whether the later lines of operands go a step in, as the author has them. In new code what is added up to be
   * handed over hangs, and other operands in brackets of their own stand in one column:
   *
   *     throw new Error(            if (
   *       "No berth for "             tide > 2
   *         + boat.name,              && berth.isFree
   *     );                          ) moor(boat);
   */
  private hangs(node: number, anyhow: boolean, isHanded: boolean): boolean {
    const { tree, tokens } = this;
    const first = tree.first(node);
    const column = this.keepsSplit && tokens.onNewLine(first) ? this.columnOf(first) : Infinity;
    let isSum = false;
    for (const part = tree.parts(node); part.next();) {
      const { at: t, node: child } = part;
      if (t > first && tokens.onNewLine(t) && this.columnOf(t) >= column)
        return this.columnOf(t) > column;
      isSum ||= child === NONE && tokens.kind(t) === T.Plus;
    }
    return anyhow || (isHanded && isSum);
  }

  /** Whether brackets hold one short token, which gains nothing on a line of its own. */
  protected holdsWord(node: number): boolean {
    switch (this.tree.kind(node) as N) {
      case N.Arguments:
      case N.Subscript:
      case N.Paren:
      case N.TypeArguments:
        return holdsWord(this, node, T.Comma) && this.writtenSplit(node) === 0;
      default:
        return false;
    }
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
      if (tree.kind(member) !== N.Unparsed) ends.push(tree.end(member));
    return ends;
  }

  /** Whether a list splits where something inside it must. */
  private splitsWhole(node: number, { count, last }: Items, beside: boolean): boolean {
    const kind: N = this.tree.kind(node);
    if (count > 1 && kind === N.Arguments && this.holdsSplitRun(node)) return true;
    if (kind === N.Object) return count > 1 || this.kindOf(last) === N.Method;
    if (kind === N.Paren && (count > 1 || this.kindOf(last) === N.Binary)) return !beside;
    // As where its brackets come.
    if (kind === N.Paren && this.kindOf(last) === N.JsxElement && !this.keepsSplit) return true;
    if (kind === N.Condition) return this.kindOf(last) === N.Binary && this.keptSplit(last);
    const alone = count === 1 && (kind === N.Paren || kind === N.Arguments);
    return alone && this.kindOf(last) === N.Primary && this.splitsAtDots(last);
  }

  /** Whether one of several items is a run of operators that the author split. */
  protected holdsSplitRun(node: number): boolean {
    return this.keepsSplit && holdsSplit(this, node, N.Binary);
  }

  /** Whether a node is a run of operators with a frame of its own. */
  protected isOperatorRun(node: number): boolean {
    return this.kindOf(node) === N.Binary && !this.isPower(node);
  }

  protected abstract isPower(node: number): boolean;

  /** Visits a value whose lines, where it is a run of operators, hang on the frame around it as `link` says. */
  protected visitIn(frame: number, child: number, hang: number, link: "alignedIn" | "bound"): void {
    const { frames } = this.sheet;
    const run = this.isOperatorRun(child) ? frames.count : ROOT;
    this.visit(child, hang);
    if (run !== ROOT) frames[link].set(run, frame);
  }

  /** Whether the author began a run of operators beside its opening bracket and went on below. */
  private besideOpener(kind: N, { count, last }: Items): boolean {
    const alone =
      count === 1 && (kind === N.Paren || kind === N.Arguments || kind === N.Array);
    return alone && this.kindOf(last) === N.Binary && this.keptSplit(last);
  }

  /**
   * Whether the author closed a list on a line of its own though it begins beside its opener, behind a
   * function whose value stands below its arrow:
   *
   *     board.each((row) =>
   *       print(row),
   *     )
   */
  private closesBelow(node: number, { count, last, lastEnd }: Items): boolean {
    const { tree, tokens } = this;
    const kind: N = tree.kind(node);
    const mayHold = kind === N.Arguments || kind === N.JsxExpression;
    if (!this.keepsSplit || !mayHold || this.kindOf(last) !== N.Arrow) return false;
    if (count > 3 || tree.end(last) !== lastEnd || !tokens.onNewLine(tree.end(node) - 1))
      return false;
    for (let item = tree.child(node); item !== NONE; item = tree.next(item))
      if (tokens.onNewLine(tree.first(item))) return false;
    if (tokens.onNewLine(tree.first(node) + 1)) return false;
    const body = tree.lastChild(last);
    return (
      body !== NONE
      && tree.end(body) === tree.end(last)
      && tree.kind(body) !== N.Block
      && tree.kind(body) !== N.JsxElement
      && this.keptBelow(tree.first(body), body)
      && !this.remarkBefore(tree.first(body))
    );
  }

  /** In a list that is torn line ends stay where they are. Behind an item that lacks its brace one stood. */
  private standing(t: number, last: number): void {
    const { tokens, sheet } = this;
    if (!tokens.onNewLine(t)) return sheet.set(t, Demand.AsWritten, R.Unparsed);
    sheet.line(t, 0, 1, R.Unparsed);
    if (isSeparator(tokens.kind(t)) && this.endsTorn(last)) sheet.mark(t, Mark.Dedent);
  }

  private itemGap(t: number, token: T, before: T, kind: N, child: number): void {
    if (token === T.Comma || token === T.Semicolon) {
      // As most have it: 140 of 159 commas of holes in 170 packages stand apart from the one before.
      return before === T.Comma ? this.space(t, R.Comma) : this.join(t, R.Comma);
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

  private closing(node: number, kind: N, items: Items, row: number): void {
    const { sheet, style } = this;
    if (items.lastEnd < 0 || items.holes) return;
    if (kind === N.ObjectType || kind === N.MappedType) return this.closingSemicolon(node, items);
    if (!this.takesComma(node, kind, items)) return;
    if (row !== ROOT) closeRow(sheet, row, items, style, R.ClosingComma);
    else closeWithSeparator(sheet, items, style, R.ClosingComma);
  }

  /** The lists that may not end with a comma though others of their kind may. */
  protected readonly commaless = new Set<number>();

  private takesComma(node: number, kind: N, items: Items): boolean {
    if (this.commaless.has(node)) return false;
    switch (kind) {
      case N.Paren:
      case N.TypeParen:
      case N.Condition:
      case N.ForHead:
      case N.Subscript:
      case N.TypeArguments:
      case N.Computed:
      case N.JsxExpression:
        return false;
      case N.Arguments:
        // A type's `import("…")` takes none, and one in the code not before 2025.
        return this.tokens.kind(this.tokens.grammarBefore(this.tree.first(node))) !== T.Import;
      case N.TypeParameters:
        // A comma may be what tells type parameters from a tag.
        return items.count > 1;
      case N.Parameters:
        // A rest parameter is the last.
        return !this.isRest(items.last);
      case N.Array:
      case N.Object:
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
      sheet.slot(lastEnd, Mark.SplitTerminatorSlot);
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
      case N.Parameters:
      case N.Array:
      case N.TypeArguments:
      case N.Condition:
        return items.count === 1 ? this.hugGap(items.last, kind !== N.Array) : 0;
      case N.JsxExpression:
        // Its braces stay close where what they hold splits inside.
        return this.splitsInside(items.last) ? this.tree.first(items.last) + 1 : 0;
      default:
        return 0;
    }
  }

  /** Whether a value has brackets that may split, or signs at which it does. */
  private splitsInside(node: number): boolean {
    const kind = this.kindOf(node);
    if (kind !== N.Primary && kind !== N.New && kind !== N.Await) return true;
    return this.breakInside(node) > 0 || this.dotOnNewLine(node);
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
    return itemsOf(this.tokens, this.tree, node, this.listRules);
  }

  private readonly listRules: ListRules = {
    separates: (t) => isSeparator(this.tokens.kind(t)),
    isNumber: (t, child) => {
      const { tokens, tree } = this;
      if (child === NONE) return tokens.kind(t) === T.Number;
      return tree.kind(child) === N.Unary && tree.end(child) - tree.first(child) === 2;
    },
  };

  /** Whether some item of a list does not parse, or lacks its brace. */
  private holdsBroken(node: number): boolean {
    const { tree } = this;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c))
      if (tree.kind(c) === N.Unparsed || (this.unbalanced && this.endsTorn(c))) return true;
    return false;
  }
}
