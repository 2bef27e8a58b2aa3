import { blanksEnd } from "../text/blanks.js";
import { Char } from "../text/characters.js";
import type { Language } from "../language.js";
import { Signs, type Notation } from "../notation.js";
import type { Source, Span } from "../outline/excerpt.js";
import type { Sequence } from "../outline/sequence.js";
import type { TokenTable } from "../syntax/tokens.js";
import { behindBlanks, lineColumn, startOfLine } from "../text/width.js";

/** How far into a text it is looked; more would say the same. */
export const SAMPLE = 1 << 16;

/** Tab stops by which indentation is compared. */
export const TAB = 8;

/** How many blocks are asked. */
const ENOUGH = 24;

/** How many tokens further on a closer is looked for. */
const FAR = 1 << 9;

/** In longer texts something else tells. */
const SMALL = 1 << 12;

/** What carries something on, and may as well begin a value: `-1`, `/re/`, `...rest`. */
const BEGINS_TOO = /^(?:[-+/%]|\.(?:\.\.|\d))/;

export interface Steps {
  readonly found: number[];
  /** Steps from lines that do not stand at a multiple of them, as a line does that lost its beginning. */
  readonly odd: number[];
  readonly until: number;
}

/** Reads off a text how many columns deeper its lines stand than those to which they belong. */
export class StepReader {
  private readonly notation: Notation;
  private readonly signs: Signs;

  /** @param except a stretch that came from elsewhere and says nothing. */
  constructor(
    private readonly text: Source,
    private readonly language: Pick<Language, "notation" | "typing">,
    private readonly except: Span | undefined,
  ) {
    this.notation = language.notation;
    this.signs = Signs.of(this.notation);
  }

  /** How many columns deeper the first blocks stand than the lines that open them. */
  blocks(outline: Sequence): Steps {
    const { text } = this;
    const found: number[] = [];
    const odd: number[] = [];
    let until = 0;
    outline.walk((unit, start, first, open) => {
      until = Math.max(until, first);
      if (
        this.isForeign(first)
        || !this.startsLine(first)
        || this.isCommentLine(unit)
        || this.isCommentLine(start)
        || this.lacksBeginning(text.slice(first, first + 4))
      ) return true;
      const own = lineColumn(text, first, TAB);
      // Lines that carry on a header show nothing: what has no bracket hangs from the unit's first line.
      const opener = open ? unit : start;
      const outer = this.openerColumn(opener);
      const header = outer < own ? outer : lineColumn(text, unit, TAB);
      // A branch such as `: () => {` stands left of what its closer stands under.
      const closer = this.isCarried(opener) ? this.closerBelow(first, own) : -1;
      const column = Math.max(header, closer);
      const step = own - column;
      const behindSign = column === outer && outer !== lineColumn(text, opener, TAB);
      if (step > 0) (column % step === 0 && !behindSign ? found : odd).push(step);
      return found.length + odd.length < ENOUGH;
    });
    return { found, odd, until: found.length + odd.length < ENOUGH ? text.length : until };
  }

  /**
   * How many columns deeper lines stand than those before them that end with an opening bracket or tag, or than the line
   * of the closer, where that stands deeper. What stands behind a sign as in `| {` is counted from the one under which the
   * closer stands.
   */
  brackets(tokens: TokenTable): number[] {
    const { language, signs } = this;
    /** What begins a value in a template; empty for nothing. */
    const interpolation = language.typing.interpolation?.sign ?? "";
    /** The code with which what begins a value ends; NaN where nothing does. */
    const opens = interpolation.charCodeAt(interpolation.length - 1);
    const steps: number[] = [];
    const { text } = tokens;
    const templates = interpolation !== "" && text.includes(interpolation);
    /** How many values of templates are open: how their lines stand is the text's affair. */
    let values = 0;
    for (let t = 1; t < tokens.count && tokens.start(t) < SAMPLE; t++) {
      if ((!templates && !tokens.onNewLine(t)) || tokens.isTrivia(t)) continue;
      const before = tokens.grammarBefore(t);
      if (before < 0) continue;
      const start = tokens.start(before);
      const last = tokens.end(before) - 1;
      const sign = text.charCodeAt(last);
      if (sign === opens && text.endsWith(interpolation, last + 1)) values++;
      // What goes on with a template begins with the closer of a value.
      if (values > 0 && last > start && signs.closes(text[start]!)) values--;
      if (values > 0 || !tokens.onNewLine(t) || this.isForeign(tokens.start(t))) continue;
      const opener = signs.isOpener(sign) || (tokens.is(before, ">") && tokens.is(t, "<"));
      if (!opener || this.isCommentLine(start) || this.endsText(tokens, before)) continue;
      if (signs.closes(text[tokens.start(t)]!) || this.lacksBeginning(tokens.textOf(t))) continue;
      const line = lineColumn(text, start, TAB);
      const column = this.openerColumn(start);
      const own = lineColumn(text, tokens.start(t), TAB);
      const closer = this.closerColumn(tokens, t);
      const base = column > line && closer === line
        ? line
        : Math.max(column, closer < own ? closer : 0);
      const step = own - base;
      if (step > 0) steps.push(step);
    }
    return steps;
  }

  /**
   * The column of a line that closes something and stands less than a step deep, where a text has lost an opener:
   * that column is the step, which its opener would have shown. Undefined elsewhere.
   *
   *     moor({
   *         berth: 4
   *       });
   */
  lostStep(sample: string, step: number): number | undefined {
    const { signs } = this;
    const closer = step > 1 ? signs.closerWithin(step).exec(sample)?.[0] : undefined;
    if (closer === undefined) return undefined;
    let open = 0;
    for (const sign of sample) open += signs.opens(sign) ? 1 : signs.closes(sign) ? -1 : 0;
    return open < 0 ? closer.length - 1 : undefined;
  }

  /** Whether the line of an offset carries on with the one before. */
  private isCarried(offset: number): boolean {
    const { text } = this;
    const start = blanksEnd(text, startOfLine(text, offset));
    return this.notation.carriesOn?.test(text.slice(start, start + 4)) === true;
  }

  /** The column of the first line after an offset that stands less deep, if it begins with a closer; -1 for others. */
  private closerBelow(from: number, column: number): number {
    const { text, signs } = this;
    const rows = /\n[ \t]*(?=[^\s])/g;
    const sample = text.slice(from, from + SMALL);
    for (let row = rows.exec(sample); row !== null; row = rows.exec(sample)) {
      const own = lineColumn(sample, rows.lastIndex, TAB);
      if (own < column) return signs.closes(sample[rows.lastIndex]!) ? own : -1;
    }
    return -1;
  }

  /** The column of the line that closes the brackets in which token t stands, if that is near; else -1. */
  private closerColumn(tokens: TokenTable, t: number): number {
    const { signs, text } = this;
    for (let depth = 1, end = Math.min(tokens.count, t + FAR); t < end; t++) {
      const sign = tokens.textOf(t);
      if (signs.opens(sign)) depth++;
      else if (signs.closes(sign) && --depth === 0) return lineColumn(text, tokens.start(t), TAB);
    }
    return -1;
  }

  /** Whether what stands at an offset came from elsewhere. */
  private isForeign(offset: number): boolean {
    const { except } = this;
    return except !== undefined && offset > except.from && offset < except.to;
  }

  /** Whether the line of token t begins within a token of several lines, so that its column shows nothing. */
  private endsText(tokens: TokenTable, t: number): boolean {
    const line = startOfLine(tokens.text, tokens.start(t));
    while (t > 0 && tokens.start(t) > line) t--;
    return tokens.start(t) < line && tokens.end(t) > line;
  }

  /** How many columns deeper stands what hangs from the line above it, or carries it on. */
  values(tokens: TokenTable): number[] {
    const { hangs, carriesOn } = this.notation;
    const steps: number[] = [];
    const columnOf = (t: number): number => lineColumn(tokens.text, tokens.start(t), TAB);
    for (let t = 1; t < tokens.count && tokens.start(t) < SMALL; t++) {
      if (!tokens.onNewLine(t) || tokens.isTrivia(t)) continue;
      const both = tokens.text.slice(tokens.start(t - 1), tokens.end(t));
      if (hangs?.test(both) !== true && carriesOn?.test(tokens.textOf(t)) !== true) continue;
      if (this.signs.opens(tokens.textOf(t - 1)) || this.isForeign(tokens.start(t))) continue;
      if (this.endsText(tokens, t - 1)) continue;
      const step = columnOf(t) - columnOf(t - 1);
      // Other columns are alignment, and tabs are counted elsewhere.
      if (step > 1 && step < 5) steps.push(step);
    }
    return steps;
  }

  /** The column from which what an opener holds is counted: its line's, or its own behind a sign as in `| {`. */
  private openerColumn(offset: number): number {
    const { text, signs } = this;
    const column = lineColumn(text, offset, TAB);
    let sign = offset - 1;
    while (text.charCodeAt(sign) === Char.Space) sign--;
    if (!signs.isLead(text.charCodeAt(sign))) return column;
    return behindBlanks(text, sign) ? column + offset - sign : column;
  }

  /** Whether a line begins at an offset, and none that goes on with the one before. */
  private startsLine(offset: number): boolean {
    const { text } = this;
    let i = offset - 1;
    while (i >= 0 && text.charCodeAt(i) <= Char.Space) i--;
    return (
      offset > 0
      && behindBlanks(text, offset)
      && text.charCodeAt(i) !== this.notation.continuation?.charCodeAt(0)
    );
  }

  /** Whether a line goes on with one that is not there: behind an opener, nothing stands that could be carried on. */
  private lacksBeginning(line: string): boolean {
    return this.notation.carriesOn?.test(line) === true && !BEGINS_TOO.test(line);
  }

  /** Whether the line of an offset begins with what lines of a comment do. */
  private isCommentLine(offset: number): boolean {
    const { text } = this;
    return text.charCodeAt(blanksEnd(text, startOfLine(text, offset))) === this.signs.leader;
  }
}
