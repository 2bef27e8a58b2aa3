import { FRONT_MATTER, frontMatterEnd } from "../../core/front-matter.js";
import type { Lookahead } from "../../core/language.js";
import type { Span } from "../../core/outline/excerpt.js";
import { Char } from "../../core/text/characters.js";
import { pattern } from "../../core/text/patterns.js";
import { endOfLine } from "../../core/text/width.js";
import { lookaheadToEnd } from "../../core/lookahead.js";
import { TokenFlag, TokenTable } from "../../core/syntax/tokens.js";
import { AFTER_NAME, FIXED, NESTED_RAW, RAW, elementName } from "./elements.js";
import { LONG, beginsFlow, flowEnd, statementEnd } from "./flow.js";
import {
  FAR,
  begunTag,
  endsAtNext,
  endsLine,
  halfDeclarationEnd,
  keptFrom,
} from "./half-written.js";
import { FLOW, T } from "./kinds.js";
import { literalEnd } from "./literal.js";
import { BEGINS_TONGUE, NEVER_AGAIN, TONGUES } from "./signs.js";

/** The end tag of an element that holds no markup. */
const RAW_END = new RegExp(`</(${[...RAW].join("|")})${AFTER_NAME}`, "iy");

/** The stretches of template tongues in a part of a text, in their order. */
export const tonguesIn = (text: string, from: number, to: number): Span[] =>
  BEGINS_TONGUE.test(text.slice(from, to)) ? new HtmlLexer(text).tonguesIn(from, to) : [];

/** The tokens of a page, and what was looked at beyond its end. */
export interface Lexed {
  readonly tokens: TokenTable;
  readonly lookaheads: readonly Lookahead[];
}

/** Splits a page into tokens (HTML Living Standard, 13.2.5); what template tongues say is never split. */
export function lexHtml(text: string, dialect: Components = {}): Lexed {
  return new HtmlLexer(text, dialect).run();
}

/** What components change in the reading of markup. */
export interface Components {
  /** Whether `/>` ends any element: what it would hold as text is markup. */
  readonly closesAny?: boolean;
  /** Whether a name with a capital letter is a component's: `<Link>` is no `<link>`. */
  readonly hasComponents?: boolean;
  /** Whether the value of an attribute is code. */
  readonly holdsCode?: (name: string) => boolean;
}

export class HtmlLexer {
  protected at: number;
  protected readonly tokens: TokenTable;
  protected newLine = true;
  /** Whether stretches of template tongues may stand in the text at all. */
  protected readonly hasTongues: boolean;
  /** What ends stretches of template tongues, and from where on it is not there: nobody looks again. */
  private readonly missing = new Map<string, number>();
  private readonly lookaheads: Lookahead[] = [];
  /** From where on an end was looked for that is not there. */
  private open = Infinity;

  /** Whether pieces of control flow may stand between markup: `@if (late) {`. */
  protected readonly hasFlow: boolean;

  constructor(protected readonly text: string, private readonly dialect: Components = {}) {
    this.hasFlow = dialect.closesAny !== true;
    this.at = text.charCodeAt(0) === 0xfeff ? 1 : 0;
    this.tokens = new TokenTable(text, this.at);
    this.hasTongues = this.mayHoldTongues();
  }

  protected mayHoldTongues(): boolean {
    return BEGINS_TONGUE.test(this.text);
  }

  run(): Lexed {
    const { text, tokens } = this;
    const front = frontMatterEnd(text);
    if (front > 0) this.add(T.Comment, front, FRONT_MATTER);
    if (front < 0) this.lacksEnd(0);
    for (this.blanks(); this.at < text.length; this.blanks()) this.step();
    return { tokens, lookaheads: [...this.lookaheads, ...lookaheadToEnd(this.open, text)] };
  }

  /** Notes that what begins at an offset has no end: text that comes below may be one. */
  protected lacksEnd(from: number): void {
    this.open = Math.min(this.open, from);
  }

  /** Takes a word, or a tag with what belongs to it. */
  protected step(): void {
    const { text, at } = this;
    const c = text.charCodeAt(at);
    if (this.hasFlow && (c === Char.At || c === Char.RightBrace)) {
      const flow = flowEnd(text, at);
      const end = flow > 0 ? flow : statementEnd(text, at);
      if (end > 0) return this.add(T.Word, end, this.linesIn(end) | (flow > 0 ? FLOW : 0));
      if (beginsFlow(text, at))
        this.lookaheads.push({ from: at, to: Math.min(text.length, at + LONG) });
    }
    if (c !== Char.Less || this.tongueEnd(this.at) > 0) return this.word();
    const next = text.charCodeAt(this.at + 1);
    if (beginsName(text, at + 1)) this.startTag();
    else if (next === Char.Slash && beginsName(text, at + 2)) this.endTag();
    else if (next === Char.Bang) this.declaration();
    else if (!this.takesBegunTag()) this.word();
  }

  /**
   * Takes the first signs of a tag in which a line ends, as it is being written: of an end tag behind a text.
   *
   *     <p>Free</
   */
  private takesBegunTag(): boolean {
    const { at, newLine, text, tokens } = this;
    const signs = begunTag(text, at);
    const touches = tokens.count > 0 && tokens.end(tokens.count - 1) === at;
    if (signs === "" || (!newLine && !touches)) return false;
    this.add(signs === "<" && newLine ? T.TagStart : T.EndTagStart, at + signs.length);
    return true;
  }

  protected add(kind: T, end: number, flags = 0): void {
    this.tokens.add(kind, this.at, end, this.newLine ? flags | TokenFlag.OnNewLine : flags);
    this.newLine = false;
    this.at = end;
  }

  protected blanks(): void {
    const { text } = this;
    for (; this.at < text.length; this.at++) {
      const c = text.charCodeAt(this.at);
      if (c === Char.LineFeed || c === Char.CarriageReturn) this.newLine = true;
      else if (!isWhite(c)) return;
    }
  }

  /** Whether a stretch of a template tongue, or a tag, may begin with a character. */
  protected mayBegin(c: number): boolean {
    return c === Char.Less || (c === Char.LeftBrace && this.hasTongues);
  }

  /** Where a stretch of a template tongue ends that begins at `from`; 0 where none does. */
  protected tongueEnd(from: number): number {
    const { text } = this;
    if (!this.hasTongues || !this.mayBegin(text.charCodeAt(from))) return 0;
    const literal = text.charCodeAt(from) === Char.LeftBrace ? literalEnd(text, from) : 0;
    if (literal > 0) return literal;
    if (literal < 0) this.lacksEnd(from);
    for (const [begin, end] of TONGUES) {
      if (!text.startsWith(begin, from)) continue;
      const close = from >= (this.missing.get(end) ?? Infinity)
        ? -1
        : text.indexOf(end, from + begin.length);
      if (close >= 0) {
        // One that begins again before it ends is being typed.
        const first = from + begin.length;
        const sign = NEVER_AGAIN[begin];
        const again = sign === undefined ? -1 : text.slice(first, close).indexOf(sign);
        if (again >= 0) {
          this.lookaheads.push({ from, to: first + again + sign!.length });
          return this.openEnd(begin, from);
        }
        const isNone = begin === "{#" && !this.isRemark(from, close);
        if (isNone) this.lookaheads.push({ from, to: close + end.length });
        return isNone ? 0 : close + end.length;
      }
      this.lacksEnd(from);
      this.missing.set(end, Math.min(from, this.missing.get(end) ?? from));
      if (begin === "<?") return text.length;
      // What ends no `<%--` may end `<%`.
      const open = this.openEnd(begin, from);
      if (open > 0) return open;
    }
    return 0;
  }

  /**
   * Whether `{#` and the `#}` at `close` enclose a remark. A sign of a colour, or a brace of prose, ends nothing on
   * another line.
   *
   *     {#- Tide tables         {#fff, or so
   *         by month. -#}       #}
   */
  private isRemark(from: number, close: number): boolean {
    return /^\{#[-\s]/.test(this.text.slice(from, from + 3)) || !this.hasLineEnd(from, close);
  }

  /** Where code on lines of its own ends that nothing closes yet: before a line that begins with markup. */
  private openEnd(begin: string, from: number): number {
    const { text } = this;
    const first = from + begin.length;
    if (begin !== "<%" || !/^[ \t]*[\r\n]/.test(text.slice(first, first + FAR))) return 0;
    const markup = /[\r\n][ \t]*</g;
    markup.lastIndex = first;
    let end = markup.exec(text)?.index ?? text.length;
    while (end > first && isWhite(text.charCodeAt(end - 1))) end--;
    return end > first ? end : 0;
  }

  /** The stretches of tongues in a part of the text, in their order. */
  tonguesIn(from: number, to: number): Span[] {
    const found: Span[] = [];
    for (let at = from; at < to; at++) {
      if (!this.mayBegin(this.text.charCodeAt(at))) continue;
      const end = Math.min(to, this.tongueEnd(at));
      if (end <= at) continue;
      found.push({ from: at, to: end });
      at = end - 1;
    }
    return found;
  }

  private hasLineEnd(from: number, to: number): boolean {
    for (let i = from; i < to; i++) {
      const c = this.text.charCodeAt(i);
      if (c === Char.LineFeed || c === Char.CarriageReturn) return true;
    }
    return false;
  }

  /** Whether a character ends the name of a tag, white space apart. */
  protected endsName(c: number): boolean {
    return c === Char.Greater || c === Char.Slash || c === Char.Less;
  }

  protected linesIn(end: number): number {
    return this.hasLineEnd(this.at, end) ? TokenFlag.MultiLine : 0;
  }

  protected word(): void {
    const { text, at } = this;
    let i = at;
    let isOpen = false;
    for (; i < text.length; i++) {
      const c = text.charCodeAt(i);
      if (isWhite(c)) break;
      if (!this.mayBegin(c)) continue;
      if (i > at && this.endsWord(i)) break;
      const tongue = this.tongueEnd(i);
      isOpen = tongue === text.length && this.isOpenTongue(i);
      if (tongue > 0) i = tongue - 1;
      else if (i > at && c === Char.Less && (beginsMarkup(text, i) || begunTag(text, i) !== ""))
        break;
    }
    // A tongue that is left open takes all that follows, line ends too.
    this.add(T.Word, i, this.linesIn(i) | (isOpen ? TokenFlag.Continues : 0));
  }

  /** Whether nothing ends a stretch of a template tongue that begins at `from` and goes on to the text's end. */
  protected isOpenTongue(from: number): boolean {
    return !/[}%#?!][}>]$/.test(this.text.slice(from));
  }

  /** Whether something begins at an offset that is never part of a word, but for a tag. */
  protected endsWord(_at: number): boolean {
    return false;
  }

  /** Whether what is read has its lines for itself that ends at an offset. */
  protected isAlone(end: number): boolean {
    return this.newLine && endsLine(this.text, end);
  }

  /** A comment, the document's type, or what is read as a comment. */
  protected declaration(): void {
    const { text, at } = this;
    const half = halfDeclarationEnd(text, at);
    if (half > 0) {
      const alone = this.newLine ? TokenFlag.Trivia : 0;
      return this.add(T.Comment, half, TokenFlag.EndsLine | alone);
    }
    if (/^<!doctype/i.test(text.slice(at, at + 9))) {
      const close = text.indexOf(">", at);
      const end = close < 0 ? text.length : close + 1;
      const open = close < 0 ? TokenFlag.Continues : 0;
      return this.add(T.Doctype, end, this.linesIn(end) | open);
    }
    const isComment = text.startsWith("<!--", at);
    const close = isComment ? commentEnd(text, at) : text.indexOf(">", at) + 1;
    const end = close === 0 ? text.length : close;
    const flags = (isComment && this.isAlone(end) ? TokenFlag.Trivia : 0)
      | (close === 0 ? TokenFlag.Continues : 0)
      | this.linesIn(end);
    this.add(T.Comment, end, flags);
  }

  protected endTag(): void {
    const end = this.nameEnd(this.at + 2);
    if (this.rawBefore !== this.tokens.count) {
      RAW_END.lastIndex = this.at;
      const raw = RAW_END.exec(this.text);
      if (raw !== null) this.keepBefore(raw[1]!.toLowerCase());
    }
    this.add(T.EndTagStart, end, this.linesIn(end));
    // What stands on lines below is no part of it, but for its last sign.
    this.blanks();
    if (!this.newLine || this.text.charCodeAt(this.at) === Char.Greater) this.attributes();
  }

  /** How many tokens there were behind the last element that holds no markup. */
  private rawBefore = -1;
  /** Where the last end tag stands whose start tag is not there, or not written to its end. */
  private kept = 0;

  /**
   * Takes what stands before an end tag as it is, up to a line that begins with markup, where the start tag is not there
   * whose element holds no markup.
   *
   *     <scr
   *       const fare = low < high;
   *     </script>
   */
  private keepBefore(name: string): void {
    const { text, at, tokens } = this;
    const from = keptFrom(text, this.kept, at, name);
    this.kept = at;
    const count = this.behindTag(tokens.lastAt(from - 1) + 1);
    if (count === tokens.count) return;
    let to = at;
    while (isWhite(text.charCodeAt(to - 1))) to--;
    this.at = tokens.start(count);
    this.newLine = tokens.onNewLine(count);
    tokens.truncate(count);
    this.add(T.Raw, to, this.linesIn(to));
    this.blanks();
  }

  /** The first token at or after t that is no part of a tag which begins before. */
  private behindTag(t: number): number {
    const { tokens } = this;
    const isPart = (kind: T): boolean => kind === T.Name || kind === T.Equal || kind === T.Value;
    const before: T = tokens.kind(t - 1);
    if (t === 0 || (before !== T.TagStart && !isPart(before))) return t;
    while (t < tokens.count && isPart(tokens.kind(t))) t++;
    const end: T = tokens.kind(t);
    return t < tokens.count && (end === T.TagEnd || end === T.EmptyTagEnd) ? t + 1 : t;
  }

  /** Where the name of a tag ends, with what another tongue adds to it: `<h{{ level }}>`, `<html{% if tide %}`. */
  private nameEnd(from: number): number {
    const { text } = this;
    let i = from;
    while (i < text.length) {
      const c = text.charCodeAt(i);
      if (isWhite(c) || (c !== Char.Less && this.endsName(c))) break;
      const tongue = this.mayBegin(c) ? this.tongueEnd(i) : 0;
      if (tongue === 0 && c === Char.Less) break;
      i = tongue > 0 ? tongue : i + 1;
    }
    return i;
  }

  protected startTag(): void {
    const { text, at } = this;
    const end = this.nameEnd(at + 1);
    const name = elementName(text.slice(at + 1, end), this.dialect.hasComponents);
    const { tokens } = this;
    const first = tokens.count;
    this.add(T.TagStart, end, this.linesIn(end));
    if (!this.attributes()) return this.leaveLines(first);
    if (this.dialect.closesAny === true && tokens.kind(tokens.count - 1) === T.EmptyTagEnd) return;
    if (RAW.has(name)) {
      this.raw(name);
      this.rawBefore = tokens.count;
    } else if (name === "plaintext") {
      this.add(T.Raw, text.length, this.linesIn(text.length));
    }
  }

  /** Gives back the lines behind a tag that is not written to its end, from an island on a line of its own on. */
  private leaveLines(first: number): void {
    const { tokens } = this;
    for (let t = first + 1; t < tokens.count; t++) {
      if (!tokens.onNewLine(t)) continue;
      const start = tokens.start(t);
      const end = this.mayBegin(this.text.charCodeAt(start)) ? this.tongueEnd(start) : 0;
      if (end === 0 || end !== tokens.end(t) || !endsLine(this.text, end)) continue;
      tokens.truncate(t);
      this.at = start;
      this.newLine = true;
      return;
    }
  }

  /** What stands in a tag, up to its end; false where that is not there. */
  private attributes(): boolean {
    const { text } = this;
    for (this.blanks(); this.at < text.length; this.blanks()) {
      const c = text.charCodeAt(this.at);
      if (c === Char.Greater) {
        this.add(T.TagEnd, this.at + 1);
        return true;
      }
      if (c === Char.Slash && text.charCodeAt(this.at + 1) === Char.Greater) {
        this.add(T.EmptyTagEnd, this.at + 2);
        return true;
      }
      if (c === Char.Less && this.tongueEnd(this.at) === 0) return false;
      if (c === Char.Equal && this.tokens.kind(this.tokens.count - 1) === T.Name) {
        this.add(T.Equal, this.at + 1);
        this.blanks();
        if (this.at < text.length && !this.beginsTag()) this.value();
        continue;
      }
      this.name();
    }
    return false;
  }

  private name(): void {
    const { text, at } = this;
    let i = at;
    for (; i < text.length; i++) {
      const c = text.charCodeAt(i);
      if (this.mayBegin(c)) {
        const tongue = this.tongueEnd(i);
        if (tongue > 0) {
          i = tongue - 1;
          continue;
        }
      }
      if (isWhite(c) || c === Char.Greater || (i > at && (c === Char.Equal || c === Char.Less)))
        break;
      if (c === Char.Slash && text.charCodeAt(i + 1) === Char.Greater) break;
    }
    this.add(T.Name, i, this.linesIn(i));
  }

  /** Whether a line begins here with a tag: what stands before it is not written to its end. */
  private beginsTag(): boolean {
    const { at, text } = this;
    const isMarkup = text.charCodeAt(at) === Char.Less && beginsMarkup(text, at);
    return this.newLine && isMarkup && this.tongueEnd(at) === 0;
  }

  private value(): void {
    const { text, at } = this;
    const quote = text.charCodeAt(at);
    if (quote === Char.Greater) return;
    if (quote === Char.Quote || quote === Char.Apostrophe) {
      const end = this.quoteEnd(quote);
      if (end > 0 && !endsAtNext(text, at, end)) return this.add(T.Value, end, this.linesIn(end));
      this.lacksEnd(at);
      if (end > 0) return this.add(T.Value, endOfLine(text, at), TokenFlag.EndsLine);
      if (this.isOpenToEnd())
        return this.add(T.Value, text.length, this.linesIn(text.length) | TokenFlag.Continues);
    }
    let i = at;
    while (i < text.length) {
      const tongue = this.tongueEnd(i);
      if (tongue > 0) {
        i = tongue;
        continue;
      }
      if (this.endsValue(i)) break;
      i++;
    }
    this.add(T.Value, Math.max(i, at + 1), this.linesIn(i));
  }

  /** Whether a value without quotes ends before what stands at an offset. */
  protected endsValue(at: number): boolean {
    const c = this.text.charCodeAt(at);
    return isWhite(c) || c === Char.Greater;
  }

  /** Whether a value without an end is being written: it holds code, and no tag stands below. */
  private isOpenToEnd(): boolean {
    const { tokens, dialect, text } = this;
    const isCode = dialect.holdsCode?.(tokens.textOf(tokens.count - 2)) === true;
    return isCode && !/<[a-z/!]/i.test(text.slice(this.at));
  }

  /** Where a value in quotes ends; 0 where it does not. */
  private quoteEnd(quote: number): number {
    const { text } = this;
    if (!this.hasTongues) return text.indexOf(String.fromCharCode(quote), this.at + 1) + 1;
    for (let i = this.at + 1; i < text.length; i++) {
      const c = text.charCodeAt(i);
      if (c === quote) return i + 1;
      if (!this.mayBegin(c)) continue;
      const tongue = this.tongueEnd(i);
      if (tongue > 0) i = tongue - 1;
    }
    return 0;
  }

  /** Whether the end tags of elements that hold others of their name may add up: once they did not, nobody looks again. */
  private mayNest = true;

  /** Where the end tag of an element stands that may hold others of its name; the first end tag where they do not add up. */
  private closeOfNested(name: string, from: number): number {
    const tag = pattern(`<(/?)${name}${AFTER_NAME}`, "gi");
    tag.lastIndex = from;
    let open = 1;
    let first = -1;
    for (let found = tag.exec(this.text); found !== null; found = tag.exec(this.text)) {
      if (found[1] === "") {
        open++;
        continue;
      }
      if (first < 0) first = found.index;
      if (--open === 0) return found.index;
    }
    this.mayNest = false;
    this.lacksEnd(from);
    return first;
  }

  /** What an element holds up to its end tag, without the white space at its edges where that says nothing. */
  private raw(name: string): void {
    const { text } = this;
    const begin = this.at;
    const close = this.mayNest && NESTED_RAW.has(name)
      ? this.closeOfNested(name, begin)
      : closeOf(text, name, begin);
    const end = close < 0 ? text.length : close;
    if (FIXED.has(name)) {
      if (end > begin)
        this.add(T.Raw, end, this.linesIn(end) | (close < 0 ? TokenFlag.Continues : 0));
      return;
    }
    this.blanks();
    if (this.at >= end) {
      this.at = end;
      return;
    }
    let last = end;
    while (isWhite(text.charCodeAt(last - 1))) last--;
    this.add(T.Raw, last, this.linesIn(last) | (close < 0 ? TokenFlag.Continues : 0));
    this.blanks();
  }
}

/** Where the end tag of an element stands that holds no markup; -1 where it does not. */
export function closeOf(text: string, name: string, from: number): number {
  const tag = pattern(`</${name}${AFTER_NAME}`, "gi");
  tag.lastIndex = from;
  return tag.exec(text)?.index ?? -1;
}

/** Where the comment ends that begins at an offset, 0 where it does not: `<!-->` is one, and `--!>` ends one (13.2.5.43). */
function commentEnd(text: string, at: number): number {
  const closer = text[at + 4] === ">" || text.startsWith("->", at + 4) ? /-?>/g : /--!?>/g;
  closer.lastIndex = at + 4;
  return closer.test(text) ? closer.lastIndex : 0;
}

/** White space of HTML: no others, as no-break spaces are text. */
const isWhite = (c: number): boolean =>
  c === Char.Space
  || c === Char.LineFeed
  || c === Char.Tab
  || c === Char.CarriageReturn
  || c === Char.FormFeed;

/** Whether the name of a tag begins at an offset: templates have parts of what they call, as `<:header>`. */
const beginsName = (text: string, at: number): boolean =>
  isLetter(text.charCodeAt(text.charCodeAt(at) === Char.Colon ? at + 1 : at));

const isLetter = (c: number): boolean => (c | 32) >= 97 && (c | 32) <= 122;

/** Whether a tag, an end tag or a comment begins at a sign `<`. */
function beginsMarkup(text: string, at: number): boolean {
  const next = text.charCodeAt(at + 1);
  return (
    next === Char.Bang || beginsName(text, next === Char.Slash ? at + 2 : at + 1)
  );
}
