import { frontMatterEnd } from "../../core/front-matter.js";
import { lookaheadToEnd } from "../../core/lookahead.js";
import type { Syntax } from "../../core/language.js";
import { DEPTH_LIMIT, Parser } from "../../core/syntax/parser.js";
import { TokenFlag, isBelowBlank, type TokenTable } from "../../core/syntax/tokens.js";
import { FlushLines } from "../../core/text/flush-lines.js";
import { LineColumns } from "../../core/text/width.js";
import { N, T, type Dialect } from "./kinds.js";
import { lexCss } from "./lexer.js";

/** Tab stops by which indentation is compared where braces do not tell. */
const TAB = 4;

/**
 * Parses a style sheet (CSS Syntax Module Level 3, with nesting; and what the dialects add). A first pass
 * trusts the braces. Where they do not add up the text is read again, and a block is also closed where a line
 * stands no deeper than the one that opened it.
 */
export function parseCss(text: string, dialect: Dialect, byColumns = false): Syntax {
  const tokens = lexCss(text, dialect);
  if (!byColumns) {
    const first = new CssParser(tokens, dialect, false);
    const tree = first.styleSheet();
    if (first.mismatches === 0) {
      const from = frontMatterEnd(text) < 0 ? 0 : first.unclosedFrom();
      const lookaheads = lookaheadToEnd(from, text);
      return { tokens, tree, unbalanced: false, mismatches: 0, lookaheads };
    }
  }
  const second = new CssParser(tokens, dialect, true);
  const tree = second.styleSheet();
  const { mismatches } = second;
  return { tokens, tree, unbalanced: !byColumns || mismatches > 0, mismatches };
}

class CssParser extends Parser {
  /** In how many places braces do not add up. */
  mismatches = 0;
  /** The closer of each bracket that has one, by tokens; 0 for the others. */
  private readonly closers: Int32Array;
  /** The first bracket that nothing closes. */
  private readonly unclosed: number;
  private readonly lineColumns: LineColumns;
  private flushLines: FlushLines | undefined = undefined;

  constructor(
    tokens: TokenTable,
    private readonly dialect: Dialect,
    private readonly byColumns: boolean,
  ) {
    super(tokens);
    const { closers, unclosed } = closersOf(tokens, dialect);
    this.closers = closers;
    this.unclosed = unclosed;
    this.lineColumns = new LineColumns(tokens.text, TAB);
  }

  /** Where the first bracket stands that nothing closes, as a UTF-16 offset: text below may do so. `Infinity` for none. */
  unclosedFrom(): number {
    const { tokens, unclosed } = this;
    return unclosed < tokens.count ? tokens.start(unclosed) : Infinity;
  }

  styleSheet() {
    this.begin();
    while (this.kind !== T.End) {
      if (this.is(T.RightBrace)) this.stray();
      else this.statement();
    }
    this.tree.finish(N.StyleSheet, 0, this.tokens.count);
    return this.tree;
  }

  /** A brace that closes nothing. */
  private stray(): void {
    const first = this.at;
    this.mismatches++;
    this.next();
    this.finish(N.Unparsed, first);
  }

  /** One statement of a sheet or of a block. */
  private statement(): void {
    const first = this.at;
    switch (this.kind as T) {
      case T.Semicolon:
        this.next();
        return this.finish(N.Empty, first);
      case T.PageComment:
        this.next();
        return this.finish(N.PageComment, first);
      case T.AtWord:
        if (!this.declaresAt()) return this.atRule();
    }
    const { end, kind } = this.extent();
    if (this.isCustom(first)) return this.declaration(this.customEnd());
    switch (kind) {
      case T.LeftBrace:
        if (this.isNestedProperty(end)) return this.declaration(end);
        return this.rule(end);
      // What a statement lacks at its end, nobody knows.
      case T.Word: return this.unparsed(end);
    }
    if (this.isProperty(first)) return this.declaration(end);
    if (this.dialect.extended) return this.call(end);
    this.unparsed(end);
  }

  /** How far what stands here goes, brackets taken whole: to a semicolon, a brace, or a line that begins anew. */
  private extent(): { readonly end: number; readonly kind: T } {
    const { at, closers, tokens } = this;
    const isLess = this.dialect.name === "less";
    let t = at;
    let lineBegin = -1;
    let isTorn = false;
    for (; t < tokens.count; t++) {
      if (tokens.isTrivia(t)) continue;
      if (isLess && t > at && this.endsWithBlock(t)) return { end: t, kind: T.End };
      if (tokens.onNewLine(t) && t > at && this.beginsAnew(t)) return { end: t, kind: T.Word };
      const kind: T = tokens.kind(t);
      switch (kind) {
        case T.Semicolon:
        case T.RightBrace: return { end: t, kind: isTorn ? T.Word : kind };
        case T.LeftBrace:
          return lineBegin > 0 && this.isProperty(this.at) && this.isApart(this.at)
            ? { end: lineBegin, kind: T.Word }
            : { end: t, kind };
        case T.LeftParen:
        case T.LeftBracket:
          if (closers[t] !== 0) t = closers[t]!;
          else isTorn = true;
          break;
        case T.Word:
        case T.AtWord:
          if (!tokens.onNewLine(t) || t === this.at) break;
          lineBegin = t;
          if (kind === T.Word && this.isProperty(t) && this.isApart(t) && !this.isRule(t))
            return { end: t, kind: T.Word };
      }
    }
    return { end: t, kind: T.End };
  }

  /**
   * Whether a line begins at token t that does not go on with the statement here, no deeper than it: one with an `@`,
   * or one below a blank line. Then the statement was not written to its end.
   *
   *     .quay:hover
   *
   *     .pier {
   */
  private beginsAnew(t: number): boolean {
    const { at, tokens } = this;
    if (this.columnOf(t) > this.columnOf(at)) return false;
    if (tokens.kind(t) === T.AtWord) return this.dialect.name !== "less" || this.isNoValue(t);
    if (!/^[-.#&:*[\w$%>+~]/.test(tokens.textOf(t))) return false;
    return isBelowBlank(tokens, t) && tokens.kind(tokens.grammarBefore(t)) !== T.Comma;
  }

  /** Whether a word with `@` surely begins a statement, in Less: elsewhere it may be the value of a variable. */
  private isNoValue(t: number): boolean {
    const { tokens } = this;
    return (
      tokens.kind(t + 1) === T.Colon
      || /^@(?:import|media|plugin|supports)$/i.test(tokens.textOf(t))
    );
  }

  /** Whether a call ends before token t whose brackets hold a block, as `each(@berths, { … })` needs no semicolon. */
  private endsWithBlock(t: number): boolean {
    const { tokens } = this;
    if (tokens.kind(t) !== T.Word || this.isProperty(this.at)) return false;
    if (/^(?:!|when$|and$)/i.test(tokens.textOf(t))) return false;
    const last = tokens.grammarBefore(t);
    return (
      tokens.kind(last) === T.RightParen
      && tokens.kind(tokens.grammarBefore(last)) === T.RightBrace
    );
  }

  /** Whether token t is a name with a colon behind it, as a declaration begins. */
  private isProperty(t: number): boolean {
    const { tokens } = this;
    const kind: T = tokens.kind(t);
    if (kind !== T.Word && kind !== T.AtWord) return false;
    if (tokens.kind(tokens.skipTrivia(t + 1)) !== T.Colon) return false;
    return kind === T.AtWord || /^[-*_$@\w\\\x80-\uffff]|^#[{a-z]/i.test(tokens.textOf(t));
  }

  /** Whether white space, or a value that is no name, follows the colon of a property. */
  private isApart(t: number): boolean {
    const { tokens } = this;
    const colon = tokens.skipTrivia(t + 1);
    return tokens.end(colon) < (tokens.start(colon + 1) || 0);
  }

  /** Whether the line that token t begins opens a block: `a :hover {`. */
  private isRule(t: number): boolean {
    const { tokens } = this;
    for (t++; t < tokens.count && !tokens.onNewLine(t); t++) {
      const kind: T = tokens.kind(t);
      if (kind === T.LeftBrace) return true;
      if (kind === T.Semicolon || kind === T.RightBrace) return false;
    }
    return tokens.kind(t) === T.LeftBrace;
  }

  /** Whether what stands before a brace is a property that holds others, as `font: {` in SCSS. */
  private isNestedProperty(brace: number): boolean {
    const { tokens, at } = this;
    if (this.kind === T.AtWord) return true;
    if (this.dialect.name !== "scss" || !this.isProperty(at)) return false;
    const colon = tokens.skipTrivia(at + 1);
    return colon + 1 === brace || tokens.end(colon) < tokens.start(colon + 1);
  }

  private isCustom(first: number): boolean {
    return this.tokens.text.startsWith("--", this.tokens.start(first)) && this.isProperty(first);
  }

  /** Where the value of a custom property ends: it may hold anything that is balanced. */
  private customEnd(): number {
    const { tokens, closers } = this;
    let t = this.at;
    for (; t < tokens.count; t++) {
      const kind: T = tokens.kind(t);
      if (kind === T.Semicolon || kind === T.RightBrace) break;
      if (kind >= T.LeftParen && kind <= T.LeftBrace && closers[t] !== 0) t = closers[t]!;
    }
    return t;
  }

  /** Whether a word with `@` is a variable that gets a value, in Less. */
  private declaresAt(): boolean {
    return this.dialect.name === "less" && this.tokens.kind(this.at + 1) === T.Colon;
  }

  private rule(brace: number): void {
    const first = this.at;
    this.upTo(brace);
    this.block(first);
    this.finish(N.Rule, first);
  }

  private atRule(): void {
    const first = this.at;
    const { end, kind } = this.extent();
    if (kind === T.Word) return this.unparsed(end);
    this.upTo(end);
    if (kind === T.LeftBrace) this.block(first);
    else this.eat(T.Semicolon);
    this.finish(N.AtRule, first);
  }

  private declaration(end: number): void {
    const first = this.at;
    const custom = this.isCustom(first);
    if (custom) while (this.at < end) this.next();
    else this.upTo(end);
    if (this.is(T.LeftBrace)) this.block(first);
    this.eat(T.Semicolon);
    this.finish(N.Declaration, first);
  }

  private call(end: number): void {
    const first = this.at;
    this.upTo(end);
    this.eat(T.Semicolon);
    this.finish(N.Call, first);
  }

  private unparsed(end: number): void {
    const first = this.at;
    while (this.at < end) this.next();
    this.eat(T.Semicolon);
    this.finish(N.Unparsed, first);
  }

  /** Takes what stands before a token; brackets in it become nodes. */
  private upTo(end: number): void {
    while (this.at < end && this.kind !== T.End) {
      const first = this.at;
      const opens = this.is(T.LeftParen) || this.is(T.LeftBracket);
      const close = this.closers[first]!;
      if (!opens || close === 0) {
        if (this.is(T.LeftBrace)) this.block(first);
        else this.next();
        continue;
      }
      const kind = this.is(T.LeftParen) ? N.Parens : N.Brackets;
      this.next();
      if (this.depth === DEPTH_LIMIT) {
        while (this.at < close) this.next();
        this.next();
        this.finish(N.Unparsed, first);
        continue;
      }
      this.depth++;
      this.upTo(close);
      this.depth--;
      this.next();
      this.finish(kind, first);
    }
  }

  /** @param owner the token that begins what the block belongs to. */
  private block(owner: number): void {
    const first = this.at;
    this.next();
    if (this.depth === DEPTH_LIMIT) return this.opaque(first);
    const column = this.byColumns ? this.columnOf(owner) : -1;
    // Where what is inside stands no deeper, indentation tells only that a block is closed nowhere in its column.
    const flush = !this.is(T.RightBrace)
      && this.tokens.onNewLine(this.at)
      && this.columnOf(this.at) <= column
      && !this.isLeftOpen(owner, column);
    const limit = flush ? -1 : column;
    this.depth++;
    while (this.kind !== T.End && !this.isOutside(limit)) {
      if (!this.is(T.RightBrace)) {
        this.statement();
        continue;
      }
      // One that stands deeper than what opened the block closes nothing.
      if (limit < 0 || !this.tokens.onNewLine(this.at) || this.columnOf(this.at) <= limit) break;
      this.stray();
    }
    this.depth--;
    if (this.isForeign(limit) || !this.eat(T.RightBrace)) this.mismatches++;
    this.finish(N.Block, first);
  }

  /** Whether the block of what token t begins is closed nowhere in its column. */
  private isLeftOpen(t: number, column: number): boolean {
    const { tokens } = this;
    this.flushLines ??= new FlushLines(tokens.text, TAB);
    return this.flushLines.isLeftOpen(tokens.start(t), column);
  }

  /** Whether a line begins here that stands no deeper than the one which opened the block. */
  private isOutside(limit: number): boolean {
    if (this.is(T.RightBrace)) return this.isForeign(limit);
    return limit >= 0 && this.beginsLine() && this.columnOf(this.at) <= limit;
  }

  /** Whether a brace begins a line here that stands less deep than the one which opened the block. */
  private isForeign(limit: number): boolean {
    return (
      limit > 0
      && this.is(T.RightBrace)
      && this.beginsLine()
      && this.columnOf(this.at) < limit
    );
  }

  private beginsLine(): boolean {
    return this.tokens.has(this.at, TokenFlag.OnNewLine);
  }

  /** The column at which the line begins that holds token t. */
  private columnOf(t: number): number {
    return this.lineColumns.of(this.tokens.start(t));
  }

  /** Takes what is left of a block that is nested too deep, as one node. */
  private opaque(first: number): void {
    const close = this.closers[first]!;
    const end = close === 0 ? this.tokens.count : close + 1;
    while (this.at < end && this.kind !== T.End) this.next();
    this.finish(N.Unparsed, first);
  }
}

/** The closer of each bracket: braces end the brackets in them, and brackets hold braces only in Less. */
function closersOf(
  tokens: TokenTable,
  { name }: Dialect,
): { readonly closers: Int32Array; readonly unclosed: number } {
  const closers = new Int32Array(tokens.count);
  const open: number[] = [];
  let unclosed = Infinity;
  const dropBrackets = (): void => {
    while (open.length > 0 && tokens.kind(open.at(-1)!) !== T.LeftBrace)
      unclosed = Math.min(unclosed, open.pop()!);
  };
  for (let t = 0; t < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    const opens = kind >= T.LeftParen && kind <= T.LeftBrace;
    const closes = kind >= T.RightParen && kind <= T.RightBrace;
    if (!opens && !closes) continue;
    if (kind === T.RightBrace || (kind === T.LeftBrace && name !== "less"))
      dropBrackets();
    if (opens) {
      open.push(t);
      continue;
    }
    const opener = open.at(-1);
    if (opener === undefined) continue;
    if (tokens.kind(opener) + (T.RightParen - T.LeftParen) !== kind) continue;
    closers[opener] = t;
    open.pop();
  }
  dropBrackets();
  return { closers, unclosed };
}
