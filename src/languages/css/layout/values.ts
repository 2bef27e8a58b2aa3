import { Demand, FrameFlag, Mark } from "../../../core/layout/sheet.js";
import { NONE } from "../../../core/syntax/tree.js";
import { FLAG, N, T } from "../kinds.js";
import { R } from "../rules.js";
import { CssBase } from "./base.js";

/** What a colon in brackets does. */
export const enum Colons {
  /** It parts a name from a value. */
  Pair,
  /** The same, but only within brackets. */
  Value,
  /** It begins a pseudo-class, but behind a variable. */
  Selector,
  AsWritten,
}

/** Lays out what stands behind colons and at-words, and in brackets. */
export abstract class CssValues extends CssBase {
  protected abstract visitBlock(node: number): void;

  /** Whether the head of an at-rule is laid out whose words are a program's: `@if`, `@include`. */
  protected inControl = false;

  /**
   * A value, tokens [first, end) of a node: its words fill lines; where commas part it, each part stands on a
   * line of its own if it does not fit.
   *
   * @param lead the gap before it, which is split with it; -1 where it may not be.
   */
  protected value(node: number, first: number, end: number, lead: number, colons: Colons): void {
    const { tokens, sheet, style } = this;
    const commas = this.commasOf(node, first, end);
    if (commas.count === 0) {
      const below = lead >= 0 && this.isOneCall(node, first, end);
      if (below) sheet.open(lead, end - 1, FrameFlag.IfItHelps, 1);
      if (lead >= 0) sheet.set(lead, below ? Demand.Fold : Demand.Space, R.Colon);
      const ends = this.separates(end - 1) && end - 1 > first;
      this.openRows(first, end);
      this.words(node, first, ends ? end - 1 : end, Demand.Fold, colons);
      if (ends) sheet.set(end - 1, Demand.Join, R.Comma);
      sheet.close();
      if (below) sheet.close();
      return;
    }
    const written = style.listSplit === "as-written" && commas.split === commas.count;
    const behind = lead >= 0 && tokens.onNewLine(lead);
    const leads = lead >= 0 && (written ? behind : !commas.simple);
    if (lead >= 0 && !leads) sheet.set(lead, Demand.Space, R.Colon);
    if (commas.simple && !written) {
      this.openRows(first, end);
    } else {
      const flags = FrameFlag.Whole | (written ? FrameFlag.Split : 0);
      sheet.open(leads ? lead : first + 1, end - 1, flags, 1);
    }
    if (leads) sheet.set(lead, Demand.Fold, R.Colon);
    this.parts(node, first, end, colons);
    sheet.close();
  }

  /** Whether a value is a function of one word, as `var(--high-water)` is: where the line is full, it goes below its name. */
  private isOneCall(node: number, first: number, end: number): boolean {
    const { tree, tokens } = this;
    const inside = tree.childAt(node, first + 1);
    const behind = first + 4;
    if (inside === NONE || tree.first(inside) !== first + 1 || tree.end(inside) !== behind)
      return false;
    return end === behind || tokens.is(behind, "!");
  }

  /** The parts of a list between commas, each of which fills lines. */
  private parts(node: number, first: number, end: number, colons: Colons): void {
    const { tree, sheet } = this;
    let from = first;
    const part = (to: number): void => {
      if (to <= from) return;
      this.openRows(from, to);
      this.words(node, from, to, Demand.Fold, colons);
      sheet.close();
    };
    for (const at = tree.parts(node, first, end); at.next();) {
      if (at.node !== NONE || !this.separates(at.at)) continue;
      const comma = at.at;
      part(comma);
      this.comments(first, comma);
      sheet.set(comma, Demand.Join, R.Comma);
      from = this.skip(comma + 1);
      if (from < end) sheet.set(from, Demand.Fold, R.Comma);
    }
    part(end);
  }

  /** Whether a token parts items: a comma; in brackets, a semicolon too. */
  private separates(t: number): boolean {
    const kind: T = this.tokens.kind(t);
    return kind === T.Comma || kind === T.Semicolon;
  }

  /** How many commas part tokens [first, end), how many of them end a line, and whether each part is one token. */
  private commasOf(node: number, first: number, end: number): {
    count: number;
    split: number;
    simple: boolean;
  } {
    const { tokens, tree } = this;
    let count = 0;
    let split = 0;
    let simple = true;
    let words = 0;
    for (const at = tree.parts(node, first, end); at.next();) {
      if (at.node !== NONE) {
        simple = false;
      } else if (this.separates(at.at)) {
        const next = at.at + 1;
        if (next >= end) break;
        count++;
        words = 0;
        let line = next;
        while (line < end && tokens.isTrivia(line) && !tokens.onNewLine(line)) line++;
        if (tokens.onNewLine(line)) split++;
      } else if (!tokens.isTrivia(at.at) && ++words > 1) {
        simple = false;
      }
    }
    return { count, split, simple };
  }

  /** Words with white space between them where there was some. The gap before the first is not theirs. */
  protected words(
    node: number,
    first: number,
    end: number,
    apart: Demand.Fold | Demand.Space,
    colons: Colons,
  ): void {
    const { tokens, tree, sheet } = this;
    for (const part = tree.parts(node, first, end); part.next();) {
      const { at: t, node: child } = part;
      if (child === NONE && tokens.isTrivia(t)) continue;
      if (t > first) {
        this.comments(first, t);
        if (this.isOpen(node, t, end, colons)) sheet.set(t, apart, R.Word);
        else this.word(t, first, end, apart, colons);
      }
      if (child === NONE) continue;
      switch (tree.kind(child) as N) {
        case N.Parens:
          this.parens(child, colons);
          break;
        case N.Brackets:
          this.brackets(child);
          break;
        case N.Block:
          sheet.set(t, Demand.Space, R.Brace);
          this.visitBlock(child);
          break;
        default: this.asWritten(t + 1, tree.end(child));
      }
    }
    this.lastItem = first;
    this.lastEnd = end;
  }

  /** What the item that was laid out last begins with, and one past it. */
  private lastItem = -1;
  private lastEnd = -1;

  /** The names of the pairs before and after one that is an item of a list; -1 for none. */
  private pairsBeside(first: number, end: number): number[] {
    const { tokens, lastItem, lastEnd } = this;
    const after = end < tokens.count && this.isKind(end, T.Comma) ? this.skip(end + 1) : -1;
    return [tokens.grammarBefore(first) === lastEnd ? lastItem : -1, after];
  }

  private word(
    t: number,
    first: number,
    end: number,
    apart: Demand.Fold | Demand.Space,
    colons: Colons,
  ): void {
    const { tokens, sheet } = this;
    const before = tokens.grammarBefore(t);
    if (tokens.is(before, "!") && FLAG.test(tokens.textOf(t)))
      return sheet.set(t, Demand.Join, R.Word);
    if (
      tokens.text[tokens.start(t)] === "!"
      && /^!\s*[a-z]/i.test(tokens.text.slice(tokens.start(t), tokens.start(t) + 9))
    )
      return sheet.set(t, Demand.Space, R.Word);
    const pairs = colons === Colons.Pair || colons === Colons.Selector;
    if (pairs && this.isKind(t, T.Colon) && this.pairs(before, colons))
      return sheet.set(t, Demand.Join, R.Colon);
    if (pairs && this.isKind(before, T.Colon)) {
      const name = tokens.grammarBefore(before);
      if (name >= first && this.pairs(name, colons)) {
        const aligned = name === first && this.isAligned(name, this.pairsBeside(first, end));
        return sheet.set(t, aligned ? Demand.Fixed : Demand.Space, R.Colon);
      }
    }
    this.keepApart(t, apart);
  }

  /** Whether white space may come into the gap before token t, where there is none, as tokens part there anyway. */
  private isOpen(node: number, t: number, end: number, colons: Colons): boolean {
    if (this.tokens.isApart(t)) return false;
    const before = t - 1;
    if (this.isKind(t, T.LeftParen) && !this.isOperator(node, before, end))
      return this.isKeyword(node, before, colons);
    if (colons === Colons.Selector && !this.isGuard(node))
      return this.isKind(before, T.RightParen) && (this.tokens.is(t, "when") || this.isLogic(t));
    return (
      this.isOperator(node, t, end)
      || this.isOperator(node, before, end)
      || (this.endsBracket(before) && /^["'a-z]/i.test(this.tokens.textOf(t)))
    );
  }

  /** Whether token t compares, multiplies or adds. */
  private isOperator(node: number, t: number, end: number): boolean {
    const { tokens, tree, dialect } = this;
    if (t <= tree.first(node) || t + 1 >= end) return false;
    switch (tokens.textOf(t)) {
      case "==":
      case "!=":
      case "<":
      case "<=":
      case ">":
      case ">=":
      case "=<": return true;
      case "=": return this.isGuard(node);
      case "*": return dialect.extended || tree.kind(node) === N.Parens;
      case "+":
        // Not the sign of a number, nor a part of one: `1 +2`, `1e+3`, `U+26`.
        return (
          dialect.extended
          && !this.tokens.isApart(t)
          && !this.tokens.isApart(t + 1)
          && !/(?:^|[^\w-])u$|\de$/i.test(tokens.textOf(t - 1))
          && this.mayAdd(t - 1)
          && /^[\w("'$@#.]/.test(tokens.textOf(t + 1))
        );
      default: return false;
    }
  }

  /** Whether something may be added to what ends with token t. In Less only numbers, colours and what gives one. */
  private mayAdd(t: number): boolean {
    const word = this.tokens.textOf(t);
    if (this.dialect.name !== "less") return /[\w)"'}]$/.test(word);
    return /^(?:[@#(]|-?[\d.]).*[\w%)}]$|^\)$/.test(word);
  }

  private endsBracket(t: number): boolean {
    const { tokens } = this;
    return tokens.text[tokens.end(t) - 1] === ")";
  }

  /** Whether the brackets behind token t are not those of a call, though nothing parts them from it. */
  private isKeyword(node: number, t: number, colons: Colons): boolean {
    const { tokens, dialect } = this;
    const word = tokens.textOf(t);
    if (dialect.name === "less")
      return (
        word === "when"
        || ((colons === Colons.Selector || this.isGuard(node)) && this.isLogic(t))
      );
    return (
      dialect.extended
      && this.inControl
      && (word === "with"
        || word === "using"
        || this.isLogic(t)
        || (word === "if" && /^@else$/i.test(tokens.textOf(t - 1))))
    );
  }

  private isLogic(t: number): boolean {
    return /^(?:and|or|not)$/.test(this.tokens.textOf(t)) && !this.isKind(t - 1, T.Colon);
  }

  /** Whether brackets hold the condition of a mixin, as Less has it: `when (@tide > 2)`. */
  private isGuard(node: number): boolean {
    const { tokens, tree, dialect } = this;
    if (dialect.name !== "less" || tree.kind(node) !== N.Parens) return false;
    let before = tokens.grammarBefore(tree.first(node));
    while (before >= 0 && this.isKind(before, T.LeftParen)) before = tokens.grammarBefore(before);
    // One of several: `when (@low), (@tide > 2)`.
    if (before >= 0 && this.isKind(before, T.Comma) && this.isKind(before - 1, T.RightParen))
      return true;
    return before >= 0 && (/^(?:when|if)$/.test(tokens.textOf(before)) || this.isLogic(before));
  }

  /** Whether a colon behind token t parts it from a value. */
  private pairs(t: number, colons: Colons): boolean {
    const { tokens } = this;
    if (t < 0) return false;
    const variable = this.isKind(t, T.AtWord) || tokens.text[tokens.start(t)] === "$";
    if (colons === Colons.Selector) return variable;
    const kind: T = tokens.kind(t);
    return kind === T.Word || kind === T.AtWord || kind === T.String || kind === T.RightParen;
  }

  /** What parentheses hold: items on one line, or each on its own. */
  protected parens(node: number, colons: Colons): void {
    const { tokens, tree, sheet, style } = this;
    const opener = tree.first(node);
    const closer = tree.end(node) - 1;
    const first = this.skip(opener + 1);
    if (first >= closer) {
      if (opener + 1 === closer) sheet.set(closer, Demand.Join, R.Bracket);
      else this.asWritten(opener + 1, closer + 1);
      return;
    }
    const name = opener > 0 && !this.tokens.isApart(opener) ? tokens.textOf(opener - 1) : "";
    const inside = this.colonsIn(name, colons);
    const own = style.listSplit === "as-written" && tokens.onNewLine(opener + 1);
    if (closer === first + 1 && opener + 1 === first && !own) {
      // Nothing is won where one word has a line of its own.
      sheet.set(first, Demand.Join, R.Bracket);
      return sheet.set(closer, Demand.Join, R.Bracket);
    }
    if (this.hugsBlock(node)) return this.around(node, inside);
    const { count, split } = this.commasOf(node, first, closer);
    // A list on a line of its own between its brackets stays so.
    const row = own && count > 0 && split === 0;
    sheet.open(
      opener + 1,
      closer,
      FrameFlag.Bracket | FrameFlag.Whole | (own ? FrameFlag.Split : 0),
      1,
    );
    sheet.set(first, Demand.Seam, R.Bracket);
    if (row) sheet.open(first + 1, closer - 1, FrameFlag.Flow, 0);
    this.parts(node, first, closer, inside);
    if (row) sheet.close();
    this.comments(first, closer);
    sheet.set(closer, Demand.Seam, R.Bracket);
    sheet.mark(closer, Mark.Dedent);
    sheet.close();
  }

  /** Whether the last thing in parentheses is a block, as Less has it: `each(@berths, { … })`. */
  private hugsBlock(node: number): boolean {
    const { tree } = this;
    const last = tree.lastChild(node);
    return last !== NONE && tree.kind(last) === N.Block && tree.end(last) === tree.end(node) - 1;
  }

  /** Parentheses that stay close around their last block. */
  private around(node: number, colons: Colons): void {
    const { tree, sheet } = this;
    const opener = tree.first(node);
    const closer = tree.end(node) - 1;
    const first = this.skip(opener + 1);
    this.words(node, first, closer, Demand.Space, colons);
    for (const part = tree.parts(node, first, closer); part.next();) {
      if (part.node !== NONE || !this.separates(part.at)) continue;
      sheet.set(part.at, Demand.Join, R.Comma);
      sheet.set(this.skip(part.at + 1), Demand.Space, R.Comma);
    }
    sheet.set(first, Demand.Join, R.Bracket);
    sheet.set(closer, Demand.Join, R.Bracket);
  }

  /** What colons do between the parentheses of a function. */
  private colonsIn(name: string, colons: Colons): Colons {
    if (/^selector$/i.test(name)) return Colons.Selector;
    return colons === Colons.Value ? Colons.Pair : colons;
  }

  /** What square brackets hold: an attribute's test, or names of grid lines. */
  protected brackets(node: number): void {
    const { tokens, tree, sheet } = this;
    const opener = tree.first(node);
    const closer = tree.end(node) - 1;
    this.words(node, opener, closer, Demand.Space, Colons.AsWritten);
    for (const part = tree.parts(node, opener + 1, closer); part.next();) {
      const t = part.at;
      if (tokens.isTrivia(t)) continue;
      if (t === opener + 1 || this.compares(t - 1) || this.compares(t))
        sheet.set(t, Demand.Join, R.Bracket);
    }
    sheet.set(closer, Demand.Join, R.Bracket);
  }

  /** Whether a token is the sign of an attribute's test, or what stands before its `=`. */
  private compares(t: number): boolean {
    return /^[~|^$*]?=?$/.test(this.tokens.textOf(t));
  }
}
