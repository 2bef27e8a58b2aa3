import type { Language, Syntax } from "./language.js";
import {
  Excerpt,
  type ExcerptOptions,
  type Level,
  type Source,
  type Span,
} from "./outline/excerpt.js";
import { HOLD_SIGN, heldSpans, holdsIn, type Hold } from "./outline/holds.js";
import { Sequence } from "./outline/sequence.js";
import { Splice, joined, movedOffset, movedSpan, type Replacement } from "./outline/splice.js";
import { Stale, type Outlined } from "./outline/stale.js";
import { staysText, textAround, textsIn } from "./outline/texts.js";
import { readExcerpt, updateOutline } from "./outline/update.js";
import { inferStyle, type Shown } from "./style/infer.js";
import { SAMPLE } from "./style/steps.js";
import type { Style } from "./style/style.js";
import type { TokenTable } from "./syntax/tokens.js";
import type { Change } from "./text/edits.js";
import { TextBuffer } from "./text/buffer.js";
import { holdsLineEnd } from "./text/line-ends.js";
import { LineIndex, type Lines } from "./text/lines.js";

/** What a request looks at: a whole text, or an excerpt of it. */
export interface View {
  readonly lines: LineIndex;
  readonly syntax: Syntax;
  /** Where an offset of the whole text stands here. */
  place(offset: number): number;
  /** Where in the whole text a thing stands that begins at a place here. */
  readonly begins: (place: number) => number;
  /** Changes made here as changes of the whole text. */
  back(changes: Iterable<Change>): Change[];
  /** The whole units around what it was made for, with the gaps before and after them. */
  readonly core: Span & Pick<Level, "joint">;
  /** Whether the brackets of the whole text do not add up. */
  readonly unbalanced: boolean;
}

/** A stretch of a view as one of the whole text. */
export function wholeSpan({ begins }: Pick<View, "begins">, { from, to }: Span): Span {
  const begin = begins(from);
  return { from: begin, to: begin + to - from };
}

/** A change, or several as one, and the stretch of the text before it that was read again. */
export interface Followed {
  readonly change: Replacement;
  readonly read: Span;
}

/** A change that is not settled yet, and the texts before and after it. */
interface Pending {
  readonly before: Lines;
  readonly after: Lines;
  readonly change: Replacement;
}

/** More changes than these at once are not worth being followed one by one: the whole is read again. */
const MOST_PENDING = 64;

/** In shorter texts one line may tell how wide a step is. */
const SMALL = 1 << 14;

/**
 * A text that changes, and what is understood of it. After a change only what it touches is read
 * again: requests that look at one place get an excerpt. The syntax of the whole is made when
 * somebody asks for it.
 */
export class Reading {
  private parsed: Syntax | undefined = undefined;
  /** Follows the changes; undefined until asked for, and where a change reaches too far. */
  private outlined: Outlined | undefined = undefined;
  /** The outline before changes that reach too far, while it still tells what is around them. */
  private stale: Stale | undefined = undefined;
  /** What was parsed last, and how. */
  private read: { readonly byColumns: boolean; readonly syntax: Syntax } | undefined = undefined;
  private shown: Shown | undefined = undefined;
  /** The step that was shown last: a text that loses all its deeper lines for a while keeps it. */
  private step: Partial<Style> = {};
  /** What was shown when brackets last added up. */
  private whole: Partial<Style> | undefined = undefined;
  /** The changes that are not settled yet; undefined where they are too many. */
  private pending: Pending[] | undefined = [];
  /** Whether changes since the last that was told of are still to be told. */
  private waits = false;

  constructor(
    private readonly language: Language,
    public lines: Lines,
  ) {}

  /** A text whose syntax is known. */
  static of(language: Language, syntax: Syntax): Reading {
    const reading = new Reading(language, LineIndex.of(syntax.tokens.text));
    reading.parsed = syntax;
    return reading;
  }

  get text(): string {
    return this.lines.text;
  }

  /** The syntax of the whole text. */
  get syntax(): Syntax {
    return (this.parsed ??= this.language.parse(this.text));
  }

  /** Takes a change. What it means for what is understood is settled when somebody next asks. */
  change(from: number, to: number, text: string): void {
    const { lines, pending } = this;
    this.parsed = undefined;
    if (this.shown !== undefined && from < this.shown.until) {
      const { indentStyle, indentSize } = this.shown.style;
      if (indentStyle !== undefined)
        this.step = indentSize === undefined ? { indentStyle } : { indentStyle, indentSize };
      this.shown = undefined;
    }
    // Another text in the place of this one, or of a part of it, is not indented as that was.
    const isAll = to - from === lines.length;
    if (isAll || (from < to && text !== "")) this.step = {};
    if (isAll) this.whole = undefined;
    const buffer = lines instanceof TextBuffer ? lines : TextBuffer.of(lines.text);
    this.lines = buffer.replaced(from, to, text);
    if (pending === undefined || pending.length === MOST_PENDING) {
      this.pending = undefined;
      return;
    }
    const change = { from, to, inserted: text.length };
    const last = pending.at(-1);
    const both = last && joined(last.change, change);
    if (last !== undefined && both !== undefined)
      pending[pending.length - 1] = { before: last.before, after: this.lines, change: both };
    else pending.push({ before: lines, after: this.lines, change });
  }

  /**
   * Brings what is understood up to the changes since it was last asked.
   *
   * @returns what was read again for each of them, in order; undefined where they are so many that
   * nothing of what was understood stands.
   */
  bringUpToDate(): readonly (Followed | "later" | undefined)[] | undefined {
    const { pending } = this;
    this.pending = [];
    if (pending === undefined) {
      this.lines = LineIndex.of(this.text);
      this.outlined = undefined;
      this.stale = undefined;
      this.waits = false;
      return undefined;
    }
    return pending.map((one) => this.follow(one));
  }

  private follow({ before, after, change }: Pending): Followed | "later" | undefined {
    const { outlined } = this;
    this.outlined = undefined;
    const waited = this.stale;
    const stale = outlined === undefined
      ? waited?.with(change)
      : Stale.of(outlined, before, change);
    this.stale = stale;
    // An outline that was made meanwhile tells nothing of what waited.
    const lost = this.waits && waited === undefined;
    this.waits = false;
    if (outlined !== undefined) {
      const read = this.mend(outlined, before, after, change);
      if (read !== undefined) return lost ? undefined : { change, read };
    } else if (stale !== undefined) {
      // What could not be mended change by change may be once they are taken together.
      const read = this.mend(stale.outlined, stale.text, after, stale.change);
      if (read !== undefined) return { change: stale.change, read };
    }
    if (this.stale === undefined || lost) return undefined;
    this.waits = true;
    return "later";
  }

  /** Whether a change waits of which `change` has said that it will be told later. */
  get waiting(): boolean {
    return this.waits;
  }

  /** Forgets what waits: the whole text has been looked at. */
  catchUp(): void {
    this.waits = false;
    this.stale = undefined;
  }

  /** Mends the outline of a text with a change; answers what had to be read again, undefined where that failed. */
  private mend(
    outlined: Outlined,
    before: Source,
    after: Source,
    change: Replacement,
  ): Span | undefined {
    const { root, lookaheads, unbalanced, texts } = outlined;
    const text = textAround(texts, change);
    if (text !== undefined && staysText(this.language, text, before, after, change))
      return this.grown(outlined, change);
    const updated = updateOutline(
      root,
      this.reader!,
      before,
      after,
      change,
      lookaheads,
      unbalanced,
    );
    if (updated === undefined) return undefined;
    const mismatches = unbalanced
      ? outlined.mismatches + (updated.syntax.mismatches ?? 0) - (updated.before().mismatches ?? 0)
      : 0;
    // Once it adds up it is read without regard to columns.
    if (unbalanced && mismatches <= 0) return undefined;
    this.stale = undefined;
    const { needsNewer } = this.language;
    // The only thing that showed the version may be gone.
    if (outlined.needsNewer && needsNewer?.(updated.before()) === true) return undefined;
    const { syntax } = updated;
    const holds = updated.holds(outlined.holds);
    this.outlined = {
      root: updated.outline,
      unbalanced,
      mismatches,
      lookaheads: updated.lookaheads,
      needsNewer: outlined.needsNewer || needsNewer?.(syntax) === true,
      holds,
      texts: updated.texts(texts, textsIn(syntax, this.language)),
    };
    // What a comment holds off may lie far away; and what columns tell is no matter for a save.
    return unbalanced || !sameCommands(outlined.holds, holds) ? undefined : updated.read;
  }

  /** Follows a change within a text, which leaves all else as it was read. */
  private grown(outlined: Outlined, change: Replacement): Span | undefined {
    const { root, unbalanced, lookaheads, holds, texts } = outlined;
    const moved = (span: Span): Span => movedSpan(span, change);
    const read = root.grow(change);
    this.stale = undefined;
    this.outlined = {
      ...outlined,
      lookaheads: lookaheads.map(moved),
      holds: holds.map((hold) => ({ ...hold, ...moved(hold) })),
      texts: texts.map((offset) => movedOffset(offset, change)),
    };
    return unbalanced ? undefined : read;
  }

  /** Whether an offset lies within a text of several lines, neither a comment nor prose. */
  isInText(offset: number): boolean {
    return textAround(this.outlined?.texts ?? [], { from: offset, to: offset }) !== undefined;
  }

  /** What the text shows of its own style, a stretch apart that came from elsewhere. */
  style(except?: Span): Partial<Style> {
    const outline = this.reader === undefined ? undefined : this.outline.root;
    if (except !== undefined) return this.inferred(this.lines, outline, except).style;
    return (this.shown ??= this.inferred(this.lines, outline)).style;
  }

  /** Whether the text shows its step so often that it does once it is formatted in a style. */
  showsItsStep({ listSplit }: Pick<Style, "listSplit">): boolean {
    this.style();
    const { sure, once } = this.shown!;
    return sure && !(once && listSplit === "by-width");
  }

  /**
   * The same, but while brackets do not add up what the text showed before, and the step that it showed last where it shows
   * none: typing must not waver.
   */
  steadyStyle(except?: Span): Partial<Style> {
    const { stale } = this;
    if (stale !== undefined)
      return (this.whole ??= this.inferred(stale.text, stale.outlined.root).style);
    const unbalanced = this.reader !== undefined && this.outline.unbalanced;
    if (unbalanced && this.whole !== undefined) return this.whole;
    const own = this.style(except);
    const shown = own.indentStyle === undefined ? { ...this.step, ...own } : own;
    if (!unbalanced && except === undefined) this.whole = shown;
    return shown;
  }

  /** The same for a typing request: the line that Enter began is not in its place yet. */
  typedStyle(offset: number, character: string): Partial<Style> {
    const { lines } = this;
    if (character !== "\n" || lines.length > SMALL) return this.steadyStyle();
    const line = lines.lineAt(offset);
    return this.steadyStyle({ from: lines.lineStart(line), to: lines.lineEnd(line) });
  }

  /** Has the step be known that the text shows: what is about to be cut out may be all that shows it. */
  keepStep(from: number, to: number): void {
    const { lines } = this;
    if (lines.length <= SMALL && holdsLineEnd(lines.slice(from, to))) this.steadyStyle();
  }

  private inferred(text: Source, outline: Sequence | undefined, except?: Span): Shown {
    const tokens = outline === undefined || text !== this.lines
      ? undefined
      : () => this.sampleTokens;
    const characters = text instanceof LineIndex ? text.text : text;
    return inferStyle(characters, this.language, outline, except, tokens);
  }

  /** The tokens of as much of the text as shows its style. */
  private get sampleTokens(): TokenTable {
    const { lines, language } = this;
    return lines.length > 2 * SAMPLE
      ? language.parse(lines.slice(0, SAMPLE)).tokens
      : this.syntax.tokens;
  }

  /** What bears on one place: an excerpt where that is shorter, else the whole text. */
  view(focus: Span, options: ExcerptOptions = { around: 0 }): View {
    return this.excerpt(focus, options) ?? {
      lines: LineIndex.of(this.text),
      syntax: this.syntax,
      place: (offset) => offset,
      begins: (place) => place,
      back: (changes) => [...changes],
      core: { from: 0, to: this.lines.length, joint: false },
      unbalanced: this.syntax.unbalanced,
    };
  }

  /** The units that a view of one place would show, where no change waits to be read. */
  reach(focus: Span, options: ExcerptOptions): Span {
    return this.cut(focus, options)?.core ?? { from: 0, to: this.lines.length };
  }

  /** The text shortened to what bears on one place; undefined where that is all of it. */
  private cut(
    focus: Span,
    options: ExcerptOptions,
    text: Source = this.lines,
    root = this.reader && this.outline.root,
  ): Excerpt | undefined {
    if (root === undefined) return undefined;
    const { unparsed } = this.language;
    const excerpt = Excerpt.of(text, root, focus, { ...options, unparsed });
    const isWhole = excerpt.cuts.length === 0
      || this.outlined?.lookaheads.some((look) => excerpt.isCutIn(look));
    return isWhole === true ? undefined : excerpt;
  }

  private excerpt(focus: Span, options: ExcerptOptions): View | undefined {
    const { stale, lines } = this;
    if (stale !== undefined) return this.around(stale, focus, options);
    const excerpt = this.cut(focus, options);
    if (excerpt === undefined) return undefined;
    const { unbalanced, needsNewer, holds } = this.outline;
    const syntax = readExcerpt(this.reader!, excerpt, lines, unbalanced);
    if (syntax === undefined) return undefined;
    const held = heldIn(excerpt, holds, lines.length);
    const read = { ...syntax, needsNewer, held, unbalanced: unbalanced || syntax.unbalanced };
    return seenThrough(excerpt, read, excerpt.core, unbalanced);
  }

  /** What bears on one place and on changes that the outline does not know yet. */
  private around(stale: Stale, focus: Span, options: ExcerptOptions): View | undefined {
    const { outlined, text, change } = stale;
    const both = {
      from: Math.min(change.from, stale.before(focus.from, "from")),
      to: Math.max(change.to, stale.before(focus.to, "to")),
    };
    const excerpt = this.cut(both, { ...options, changed: true }, text, outlined.root);
    if (excerpt === undefined) return undefined;
    const splice = new Splice(excerpt, this.lines, change);
    const syntax = this.language.parse(splice.text);
    // Where all adds up and the outline could still not be mended, there is more to it.
    if (!syntax.unbalanced) return undefined;
    const put = this.lines.slice(change.from, change.from + change.inserted);
    if (put.includes(HOLD_SIGN)) return undefined;
    const { from, to, joint } = excerpt.core;
    const core = { from: splice.moved(from), to: splice.moved(to), joint };
    const held = heldIn(excerpt, outlined.holds, text.length).map((span) => ({
      from: splice.shifted(span.from),
      to: splice.shifted(span.to),
    }));
    return seenThrough(splice, { ...syntax, needsNewer: outlined.needsNewer, held }, core, true);
  }

  private get reader(): Required<Pick<Language, "parse" | "sequence">> | undefined {
    const { sequence } = this.language;
    return sequence && { parse: (text, byColumns) => this.parseOnce(text, byColumns), sequence };
  }

  /** Parses, and gives the same again for the same text: a change and the request after it read much alike. */
  private parseOnce(text: string, byColumns = false): Syntax {
    const { read } = this;
    if (read?.byColumns === byColumns && read.syntax.tokens.text === text) return read.syntax;
    const syntax = this.language.parse(text, byColumns);
    this.read = { byColumns, syntax };
    return syntax;
  }

  /**
   * Reads a text from nothing that does not add up: what was read of it change by change may differ by what
   * its brackets were taken for meanwhile.
   */
  settle(): void {
    if (this.outlined?.unbalanced !== true) return;
    this.outlined = undefined;
    this.shown = undefined;
  }

  private get outline(): Outlined {
    if (this.outlined !== undefined) return this.outlined;
    this.stale = undefined;
    const { syntax } = this;
    const root = Sequence.of(syntax, this.reader!.sequence);
    const needsNewer = this.language.needsNewer?.(syntax) === true;
    return (this.outlined = {
      root,
      unbalanced: syntax.unbalanced,
      mismatches: Math.max(syntax.mismatches ?? 0, syntax.unbalanced ? 1 : 0),
      lookaheads: syntax.lookaheads ?? [],
      needsNewer,
      holds: holdsIn(syntax),
      texts: textsIn(syntax, this.language),
    });
  }
}

/** A view of what was cut from a text, with all its places. */
const seenThrough = (
  part: Excerpt | Splice,
  syntax: Syntax,
  core: View["core"],
  unbalanced: boolean,
): View => ({
  lines: LineIndex.of(part.text),
  syntax,
  place: (offset) => part.place(offset),
  begins: (place) => part.begins(place),
  back: (changes) => part.back(changes),
  core,
  unbalanced,
});

/** What is held off of an excerpt, as places in it. */
const heldIn = (excerpt: Excerpt, holds: readonly Hold[], length: number): Span[] => heldSpans(
  holds,
  length,
).map(
  ({ from, to }) => ({ from: excerpt.place(from), to: excerpt.place(to) }),
);

const sameCommands = (before: readonly Hold[], after: readonly Hold[]): boolean =>
  before.length === after.length && before.every(({ command }, i) => command === after[i]!.command);
