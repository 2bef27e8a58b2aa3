import { blanksEnd } from "../../core/text/blanks.js";
import { escaped } from "../../core/notation.js";
import { PatternAhead } from "../../core/text/ahead.js";
import { Char } from "../../core/text/characters.js";
import { TokenFlag, TokenTable } from "../../core/syntax/tokens.js";
import { indentColumn } from "../../core/text/width.js";
import type { Declaration, StringForm } from "./declaration.js";

/** Kinds of tokens in text without a parser. */
export const enum T {
  End,
  /** What stands between white space, comments and strings on a line. */
  Code,
  Comment,
  /** A text in quotes, or lines that are kept to the letter. */
  Text,
}

/** A tab reaches the next of these columns. */
const TAB = 8;

/** Splits text into what a declaration knows of: code, comments and strings. Any text is taken. */
export function lexDeclared(text: string, declaration: Declaration): TokenTable {
  return new Scanner(text, declaration).run();
}

const isWhite = (c: number): boolean => c <= 32;

class Scanner {
  private readonly tokens: TokenTable;
  private at: number;
  private newLine = true;
  /** What begins anything but code. */
  private readonly begins: PatternAhead | undefined;

  constructor(private readonly text: string, private readonly declaration: Declaration) {
    this.at = text.charCodeAt(0) === 0xfeff ? 1 : 0;
    this.tokens = new TokenTable(text, this.at);
    const pattern = beginnings(declaration);
    this.begins = pattern && new PatternAhead(text, pattern);
  }

  run(): TokenTable {
    while (this.at < this.text.length) this.line();
    return this.tokens;
  }

  /** One line, and the further lines of what begins on it. */
  private line(): void {
    const { text, declaration } = this;
    const start = this.at;
    this.newLine = true;
    let end = this.lineEnd(start);
    for (;;) {
      while (this.at < end && isWhite(text.charCodeAt(this.at))) this.at++;
      if (this.at >= end) break;
      const next = this.nextSign(this.at, end);
      if (next > this.at) {
        this.code(this.at, next);
        continue;
      }
      this.sign(end);
      if (this.at > end) end = this.lineEnd(this.at);
    }
    this.at = this.behind(end);
    if (declaration.literal?.test(text.slice(start, end).trimEnd()) === true)
      this.literalLines(start);
  }

  private lineEnd(from: number): number {
    const { text } = this;
    let i = from;
    while (
      i < text.length
      && text.charCodeAt(i) !== Char.LineFeed
      && text.charCodeAt(i) !== Char.CarriageReturn
    ) i++;
    return i;
  }

  /** Where the line after a line end begins. */
  private behind(end: number): number {
    const { text } = this;
    if (end >= text.length) return text.length;
    return text.charCodeAt(end) === Char.CarriageReturn
      && text.charCodeAt(end + 1) === Char.LineFeed
      ? end + 2
      : end + 1;
  }

  /** Where the next comment or string begins, at or after an offset; the line's end where none does. */
  private nextSign(from: number, end: number): number {
    return Math.min(end, this.begins?.next(from) ?? end);
  }

  private code(from: number, to: number): void {
    const { text } = this;
    let end = to;
    while (end > from && isWhite(text.charCodeAt(end - 1))) end--;
    // Blanks that follow a backslash are its own.
    if (text.charCodeAt(end - 1) === Char.Backslash) end = to;
    this.add(T.Code, from, end, 0);
    this.at = to;
  }

  private add(kind: T, from: number, to: number, flags: number): void {
    if (to <= from) return;
    this.tokens.add(kind, from, to, this.newLine ? flags | TokenFlag.OnNewLine : flags);
    this.newLine = false;
    this.at = to;
  }

  /** The comment or string that begins here. */
  private sign(end: number): void {
    const { declaration: { lineComments = [], blockComment, strings = [] }, text, at } = this;
    for (const form of strings) {
      const match = matchAt(form.open, text, at);
      if (match !== null) return this.string(form, match, end);
    }
    if (lineComments.some(({ sign }) => text.startsWith(sign, at))) {
      let to = end;
      while (to > at && isWhite(text.charCodeAt(to - 1))) to--;
      if (text.charCodeAt(to - 1) === Char.Backslash) to = end;
      this.add(T.Comment, at, to, TokenFlag.Trivia | TokenFlag.EndsLine);
      return;
    }
    if (blockComment !== undefined && text.startsWith(blockComment.open, at)) {
      const close = text.indexOf(blockComment.close, at + blockComment.open.length);
      const to = close < 0 ? text.length : close + blockComment.close.length;
      this.add(T.Comment, at, to, TokenFlag.Trivia | this.flagsOf(at, to, close < 0));
      return;
    }
    // What only looked like a beginning is code.
    this.code(at, Math.max(at + 1, this.nextSign(at + 1, end)));
  }

  private string(form: StringForm, opener: RegExpExecArray, end: number): void {
    const { text, at } = this;
    const closer = typeof form.close === "function" ? form.close(opener) : form.close ?? opener[0];
    let i = at + opener[0].length;
    if (form.document === true) {
      const end = this.documentEnd(i, closer);
      const to = end < 0 ? text.length : end;
      return this.add(T.Text, at, to, this.flagsOf(at, to, end < 0));
    }
    const stop = form.multiLine === true ? text.length : end;
    while (i < stop && !text.startsWith(closer, i)) i += text[i] === form.escape ? 2 : 1;
    const closed = i < stop;
    const to = closed ? i + closer.length : Math.min(stop, text.length);
    this.add(T.Text, at, to, this.flagsOf(at, to, !closed && form.multiLine === true));
  }

  /** Where a text ends whose closer stands alone on a line; the text's end where none does. */
  private documentEnd(from: number, closer: string): number {
    const { text } = this;
    let start = this.behind(this.lineEnd(from));
    while (start < text.length) {
      const end = this.lineEnd(start);
      if (text.slice(start, end).trim() === closer)
        return start + text.slice(start, end).trimEnd().length;
      start = this.behind(end);
    }
    return -1;
  }

  /** The lines deeper than the one at `start`, each a text up to its end; blanks beyond their indentation count. */
  private literalLines(start: number): void {
    const { text } = this;
    const column = this.columnOf(start);
    let indent = -1;
    let last = -1;
    let line = this.at;
    for (; line < text.length; line = this.behind(this.lineEnd(line))) {
      const end = this.lineEnd(line);
      const own = blanksEnd(this.text, line);
      if (own < end && this.columnOf(line) <= column) break;
      if (own < end && indent < 0) indent = own - line;
      const from = own < end ? own : indent < 0 ? end : line + indent;
      if (from >= end) continue;
      this.newLine = true;
      last = this.tokens.count;
      this.add(T.Text, from, end, 0);
    }
    // Line ends behind the last may be part of it.
    if (last >= 0 && line >= text.length) this.tokens.setFlag(last, TokenFlag.Continues);
    this.at = line;
  }

  private columnOf(line: number): number {
    return indentColumn(this.text, line, blanksEnd(this.text, line), TAB);
  }

  private flagsOf(from: number, to: number, open: boolean): number {
    const { text } = this;
    let flags = open ? TokenFlag.Continues : 0;
    for (let i = from; i < to; i++)
      if (text.charCodeAt(i) === Char.LineFeed || text.charCodeAt(i) === Char.CarriageReturn)
        flags |= TokenFlag.MultiLine;
    return flags;
  }
}

const sticky = new WeakMap<RegExp, RegExp>();

function matchAt(pattern: RegExp, text: string, at: number): RegExpExecArray | null {
  let here = sticky.get(pattern);
  if (here === undefined)
    sticky.set(pattern, here = new RegExp(pattern.source, `${pattern.flags.replace("y", "")}y`));
  here.lastIndex = at;
  return here.exec(text);
}

const found = new WeakMap<Declaration, RegExp | undefined>();

/** A pattern for what begins a comment or a string; undefined where a declaration has none. */
function beginnings(declaration: Declaration): RegExp | undefined {
  if (found.has(declaration)) return found.get(declaration);
  const { lineComments = [], blockComment, strings = [] } = declaration;
  const all = [
    ...lineComments.map(
      ({ sign, apart }) => (apart === true ? "(?<![^\\s;])" : "") + escaped(sign),
    ),
    ...(blockComment === undefined ? [] : [escaped(blockComment.open)]),
    ...strings.map(({ open }) => open.source),
  ];
  const pattern = all.length === 0
    ? undefined
    : new RegExp(all.map((one) => `(?:${one})`).join("|"), "gm");
  found.set(declaration, pattern);
  return pattern;
}
