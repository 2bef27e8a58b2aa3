import { Answer } from "./answer.js";
import type { Language, Syntax } from "./language.js";
import { moveLines } from "./requests/block.js";
import { formatWhole, unsettledStretches } from "./requests/document.js";
import { pasteChanges } from "./requests/paste.js";
import { formatLines, type LineSpan } from "./requests/selection.js";
import { formatTyped } from "./requests/typing.js";
import { inferStyle } from "./style/infer.js";
import { BASE_STYLE, resolveStyle, type Style } from "./style/style.js";
import { ChangeList } from "./text/changelist.js";
import { applyChanges, toTextEdits, type Change, type TextEdit } from "./text/edits.js";
import { LineIndex, type Position, type PositionEncoding, type Range } from "./text/lines.js";

export interface EngineOptions {
  /** Rules over what a text shows of its own style. */
  readonly style?: Partial<Style>;
  readonly languages: readonly Language[];
  /** Counts the characters of positions that come in and go out; `utf-16` unless stated. */
  readonly positionEncoding?: PositionEncoding;
}

export interface OpenOptions {
  readonly uri: string;
  /** A language identifier of the Language Server Protocol. */
  readonly languageId: string;
  readonly text: string;
  readonly version?: number;
  /** Rules over the engine's style. */
  readonly style?: Partial<Style>;
}

/** What a typing request answers. */
export interface TypedAnswer {
  /** Sorted, disjoint and minimal. */
  readonly edits: readonly TextEdit[];
  /** None: typing leaves alone without a word what it does not understand. */
  readonly unsettled: readonly Range[];
  /** Where the caret should stand once the edits are in. */
  readonly caret: Position;
}

/** A change of a document's text; without a range it replaces the whole. */
export interface ContentChange {
  readonly range?: Range;
  readonly text: string;
}

/** Opens documents in the languages that it was given. */
export interface Engine {
  /** Every language identifier that it knows. */
  readonly languageIds: readonly string[];
  /** The language with this identifier, or undefined. */
  language(languageId: string): Language | undefined;
  /** The language for a file by its name or ending, or undefined. */
  languageFor(fileName: string): Language | undefined;
  /**
   * The characters after which `formatOnType` may have something to say; a line end always has.
   *
   * @throws RangeError where no language has this identifier.
   */
  triggerCharacters(languageId: string): readonly string[];
  /** @throws RangeError where no language has this identifier, or a style option is not valid. */
  open(options: OpenOptions): Document;
}

/**
 * @example
 * const engine = createEngine({ languages: [python] });
 * const document = engine.open({ uri: "file:///fares.py", languageId: "python", text: "fare=2" });
 * applyEdits(document.text, document.formatDocument().edits); // "fare = 2\n"
 */
export function createEngine(options: EngineOptions): Engine {
  const byId = new Map(
    options.languages.flatMap((language) => language.ids.map((id) => [id, language] as const)),
  );
  resolveStyle(options.style);
  const known = (languageId: string): Language => {
    const language = byId.get(languageId);
    if (language !== undefined) return language;
    throw new RangeError(
      `No language has the identifier "${languageId}". Known: ${[...byId.keys()].join(", ")}.`,
    );
  };
  return {
    languageIds: [...byId.keys()],
    triggerCharacters: (languageId) => ["\n", ...known(languageId).typing.triggers],
    language: (languageId) => byId.get(languageId),
    languageFor(fileName) {
      const name = fileName.slice(
        Math.max(fileName.lastIndexOf("/"), fileName.lastIndexOf("\\")) + 1,
      );
      return (
        options.languages.find((language) => language.fileNames.includes(name))
        ?? options.languages.find(
          (language) => language.extensions.some((ending) => name.toLowerCase().endsWith(ending)),
        )
      );
    },
    open(opened) {
      const language = known(opened.languageId);
      return new Document(language, opened, options.style, options.positionEncoding ?? "utf-16");
    },
  };
}

/** One open text. Requests answer for the text as it stands after the last update. */
export class Document {
  readonly uri: string;
  private current: LineIndex;
  private currentVersion: number | undefined;
  private parsed: Syntax | undefined;
  private readonly ownStyle: Partial<Style> | undefined;

  constructor(
    readonly language: Language,
    opened: OpenOptions,
    private readonly engineStyle: Partial<Style> | undefined,
    private readonly encoding: PositionEncoding,
  ) {
    resolveStyle(opened.style);
    this.uri = opened.uri;
    this.ownStyle = opened.style;
    this.current = LineIndex.of(opened.text);
    this.currentVersion = opened.version;
  }

  get text(): string {
    return this.current.text;
  }

  get version(): number | undefined {
    return this.currentVersion;
  }

  get lineCount(): number {
    return this.current.count;
  }

  /** Takes content changes in their order, each speaking of the text that the one before left. */
  update(changes: readonly ContentChange[], version?: number): void {
    for (const { range, text } of changes) {
      if (range === undefined) {
        this.current = LineIndex.of(text);
        continue;
      }
      const from = this.current.offsetAt(range.start, this.encoding);
      const to = Math.max(from, this.current.offsetAt(range.end, this.encoding));
      this.current = LineIndex.of(this.text.slice(0, from) + text + this.text.slice(to));
    }
    this.parsed = undefined;
    if (version !== undefined) this.currentVersion = version;
  }

  /** The style that acts on this document: its own, the engine's, what the text shows, the language's, the base. */
  style(call?: Partial<Style>): Style {
    return this.resolved(call, inferStyle(this.language, this.syntax));
  }

  /** Formats the whole text. `style` rules over the document's for this call. */
  formatDocument(style?: Partial<Style>): Answer {
    return this.answer(formatWhole(this.language, this.syntax, this.style(style)));
  }

  /**
   * Formats the lines that the range or ranges touch. No edit lies outside them. A range that ends
   * at the start of a line does not touch that line, unless it is empty.
   */
  formatSelection(ranges: Range | readonly Range[], style?: Partial<Style>): Answer {
    const list = "start" in ranges ? [ranges] : ranges;
    const spans = list.map((range) => this.linesOf(range));
    return this.answer(
      formatLines(this.language, this.syntax, this.style(style), this.current, spans),
      spans,
    );
  }

  /**
   * Answers for one typed character.
   *
   * @param position just after the character, as in the Language Server Protocol.
   * @param character what was typed; `\n` for Enter, whatever the document's line ends are.
   */
  formatOnType(position: Position, character: string, style?: Partial<Style>): TypedAnswer {
    const { language, current: lines } = this;
    const offset = lines.offsetAt(position, this.encoding);
    const parsed = (): Syntax => this.syntax;
    const typed = formatTyped(
      { language, lines, offset, parsed, style: () => this.style(style) },
      character,
    );
    if (typed.changes.length === 0) return { edits: [], unsettled: [], caret: position };
    const after = LineIndex.of(applyChanges(lines.text, typed.changes));
    return {
      edits: toTextEdits(lines, typed.changes, this.encoding),
      unsettled: [],
      caret: after.positionAt(typed.caret, this.encoding),
    };
  }

  /**
   * Moves pasted text of several lines to the depth of its place; a paste within one line has its gaps
   * formatted.
   *
   * @param range what the pasted text now occupies.
   */
  formatOnPaste(range: Range, style?: Partial<Style>): Answer {
    const { language, syntax, current } = this;
    const offsets = this.offsets(range);
    return this.answer(
      pasteChanges(language, syntax, this.styleAround(offsets, style), current, offsets),
    );
  }

  /**
   * Brings moved lines to the depth of their new place.
   *
   * @param range what the lines now occupy.
   */
  formatOnMove(range: Range, style?: Partial<Style>): Answer {
    const { language, syntax, current } = this;
    const around = this.styleAround(this.offsets(range), style);
    return this.answer(moveLines(language, syntax, around, current, this.linesOf(range)));
  }

  /** The style where what lies in a range says nothing of it: it came from elsewhere. */
  private styleAround({ from, to }: { from: number; to: number }, call?: Partial<Style>): Style {
    const { language, text } = this;
    const around = language.parse(text.slice(0, from) + text.slice(to));
    return this.resolved(call, inferStyle(language, around));
  }

  private resolved(call: Partial<Style> | undefined, shown: Partial<Style>): Style {
    const { language, ownStyle, engineStyle } = this;
    return resolveStyle(call, ownStyle, engineStyle, shown, language.defaults, BASE_STYLE);
  }

  private offsets({ start, end }: Range): { from: number; to: number } {
    const from = this.current.offsetAt(start, this.encoding);
    return { from, to: Math.max(from, this.current.offsetAt(end, this.encoding)) };
  }

  private linesOf({ start, end }: Range): LineSpan {
    const first = Math.min(start.line, this.current.count - 1);
    const last = Math.min(end.line, this.current.count - 1);
    return {
      first,
      last: last > first && end.character === 0 && end.line < this.current.count
        ? last - 1
        : Math.max(first, last),
    };
  }

  private get syntax(): Syntax {
    return (this.parsed ??= this.language.parse(this.text));
  }

  private answer(changes: Iterable<Change>, spans?: readonly LineSpan[]): Answer {
    const unsettled = unsettledStretches(this.language, this.syntax)
      .map(({ from, to }) => ({
        start: this.current.positionAt(from, this.encoding),
        end: this.current.positionAt(to, this.encoding),
      }))
      .filter(
        ({ start, end }) =>
          spans === undefined
          || spans.some(({ first, last }) => start.line <= last && end.line >= first),
      );
    const list = changes instanceof ChangeList ? changes : ChangeList.of(changes);
    return new Answer(this.current, list, this.encoding, unsettled);
  }
}
