import type { Language, Syntax } from "./language.js";
import { Excerpt, type ExcerptOptions, type Level, type Span } from "./outline/excerpt.js";
import { Sequence } from "./outline/sequence.js";
import { readExcerpt, updateOutline } from "./outline/update.js";
import { HOLD_SIGN } from "./requests/holds.js";
import { inferStyle, type Shown } from "./style/infer.js";
import type { Style } from "./style/style.js";
import type { Change } from "./text/edits.js";
import { TextBuffer } from "./text/buffer.js";
import { LineIndex, type Lines } from "./text/lines.js";

/** What a request looks at: a whole text, or an excerpt of it. */
export interface View {
  readonly lines: LineIndex;
  readonly syntax: Syntax;
  /** Where an offset of the whole text stands here. */
  place(offset: number): number;
  /** Where in the whole text a thing stands that begins at a place here. */
  begins(place: number): number;
  /** Changes made here as changes of the whole text. */
  back(changes: Iterable<Change>): Change[];
  /** The whole units around what it was made for, with the gaps before and after them. */
  readonly core: Span & Pick<Level, "joint">;
}

/** The outline of a text, and what bears on how it can be mended. */
interface Outlined {
  readonly root: Sequence;
  readonly torn: boolean;
  /** The units that were looked at beyond their end. */
  readonly looks: readonly Span[];
  readonly newer: boolean;
}

/**
 * A text that changes, and what is understood of it. After a change only what it touches is read
 * again: requests that look at one place get an excerpt. The syntax of the whole is made when
 * somebody asks for it.
 */
export class Reading {
  private parsed: Syntax | undefined;
  /** Follows the changes; undefined until asked for, and where a change reaches too far. */
  private outlined: Outlined | undefined;
  private shown: Shown | undefined;
  /** What was shown when brackets last added up. */
  private whole: Partial<Style> | undefined;
  private held: boolean | undefined;

  constructor(
    private readonly language: Language,
    public lines: Lines,
  ) {}

  get text(): string {
    return this.lines.text;
  }

  /** The syntax of the whole text. */
  get syntax(): Syntax {
    return (this.parsed ??= this.language.parse(this.text));
  }

  /** Whether comments may ask to leave something alone, so that every place needs the whole text. */
  get holds(): boolean {
    return (this.held ??= this.text.includes(HOLD_SIGN));
  }

  /**
   * Takes a change.
   *
   * @returns the stretch of the old text that had to be read again; undefined for all of it.
   */
  change(from: number, to: number, text: string): Span | undefined {
    const { lines, outlined } = this;
    const buffer = lines instanceof TextBuffer ? lines : TextBuffer.of(lines.text);
    this.lines = buffer.replaced(from, to, text);
    this.parsed = undefined;
    if (this.shown !== undefined && from < this.shown.until) this.shown = undefined;
    if (this.held === false) {
      const near = this.lines.slice(
        Math.max(0, from - HOLD_SIGN.length),
        from + text.length + HOLD_SIGN.length,
      );
      if (near.includes(HOLD_SIGN)) this.held = undefined;
    } else {
      this.held = undefined;
    }
    this.outlined = undefined;
    if (outlined === undefined || outlined.torn) return undefined;
    const reader = this.reader!;
    const change = { from, to, inserted: text.length };
    const { root, looks } = outlined;
    const updated = updateOutline(root, reader, lines, this.lines, change, looks);
    if (updated === undefined) return undefined;
    const { newer } = this.language;
    // The only thing that showed the version may be gone.
    if (outlined.newer && newer?.(updated.before()) === true) return undefined;
    this.outlined = {
      root: updated.outline,
      torn: false,
      looks: updated.looks,
      newer: outlined.newer || newer?.(updated.syntax) === true,
    };
    return updated.read;
  }

  /** What the text shows of its own style, a stretch apart that came from elsewhere. */
  style(except?: Span): Partial<Style> {
    const outline = this.reader === undefined ? undefined : this.outline.root;
    const blocksOnly = this.language.typing.blocks !== undefined;
    if (except !== undefined) return inferStyle(this.lines, outline, blocksOnly, except).style;
    return (this.shown ??= inferStyle(this.lines, outline, blocksOnly)).style;
  }

  /** The same, but while brackets do not add up what the text showed before: typing must not waver. */
  steadyStyle(except?: Span): Partial<Style> {
    const torn = this.reader !== undefined && this.outline.torn;
    if (torn && this.whole !== undefined) return this.whole;
    const shown = this.style(except);
    if (!torn && except === undefined) this.whole = shown;
    return shown;
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
    };
  }

  private excerpt(focus: Span, options: ExcerptOptions): View | undefined {
    const { reader, lines } = this;
    if (reader === undefined || this.holds) return undefined;
    const { root, torn, newer } = this.outline;
    const excerpt = Excerpt.of(
      lines,
      root,
      focus,
      { ...options, unparsed: this.language.unparsed },
    );
    if (excerpt.cuts.length === 0) return undefined;
    const syntax = torn ? reader.parse(excerpt.text) : readExcerpt(reader, excerpt, lines);
    if (syntax === undefined) return undefined;
    return {
      lines: LineIndex.of(excerpt.text),
      syntax: { ...syntax, newer },
      place: (offset) => excerpt.place(offset),
      begins: (place) => excerpt.begins(place),
      back: (changes) => excerpt.back(changes),
      core: excerpt.core,
    };
  }

  private get reader(): Required<Pick<Language, "parse" | "sequence">> | undefined {
    const { parse, sequence } = this.language;
    return sequence && { parse, sequence };
  }

  private get outline(): Outlined {
    if (this.outlined !== undefined) return this.outlined;
    const { syntax } = this;
    const root = Sequence.of(syntax, this.reader!.sequence);
    const newer = this.language.newer?.(syntax) === true;
    return (this.outlined = { root, torn: syntax.torn, looks: syntax.looks ?? [], newer });
  }
}
