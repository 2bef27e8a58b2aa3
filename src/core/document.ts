import { Answer, type TypedAnswer } from "./answer.js";
import { Edited } from "./edited.js";
import { importSettings } from "./imports/order.js";
import type { Language } from "./language.js";
import type { FindEdges } from "./layout/solution.js";
import { Signs } from "./notation.js";
import { once } from "./once.js";
import { checkVersion, type ContentChange, type OpenOptions } from "./opened.js";
import type { Span } from "./outline/excerpt.js";
import { Reading, wholeSpan, type View } from "./reading.js";
import { heldChanges } from "./regions/held.js";
import type { HostRegions } from "./regions/host.js";
import { aroundCaret } from "./requests/typing/caret.js";
import { atEachCaret } from "./requests/typing/carets.js";
import { caretAfter, type Typed } from "./requests/typing/typed.js";
import { unsettledStretches, type StyleAfter } from "./requests/document.js";
import { moveChanges } from "./requests/move.js";
import { pasteChanges } from "./requests/paste.js";
import type { Site } from "./requests/placing/site.js";
import type { Whole } from "./remembered.js";
import { formatLines, insideOf } from "./requests/selection.js";
import { savedIn, type SaveOptions } from "./save.js";
import { pushedDown } from "./requests/typing/prose.js";
import { formatTyped, mayAnswer } from "./requests/typing.js";
import { isEvenlyIndented } from "./style/infer.js";
import { layersOf, tellsStep, type Layer } from "./style/layers.js";
import { checkStyle, resolveStyle, sameStyle, type Style } from "./style/style.js";
import { changed } from "./text/buffer.js";
import { ChangeList } from "./text/changelist.js";
import { Conflicts } from "./text/conflicts.js";
import { leastOf } from "./text/least.js";
import { holdsLineEnd } from "./text/line-ends.js";
import { linesOf, type LineSpan } from "./text/touched.js";
import { WholeText } from "./whole.js";
import {
  applyChanges,
  toTextEdits,
  type Change,
  type OffsetChange,
  type TextEdit,
} from "./text/edits.js";
import {
  LineIndex,
  checkPosition,
  checkRange,
  type Lines,
  type Position,
  type PositionEncoding,
  type Range,
} from "./text/lines.js";

/** One open text. Requests answer for the text as it stands after the last update. */
export class Document {
  readonly uri: string;
  readonly languageId: string;
  private readonly reading: Reading;
  private currentVersion: number | undefined;
  private readonly wholeText: WholeText;
  private readonly edited: Edited;
  private readonly conflicts: Conflicts;
  private readonly styleFor: (languageId: string) => Partial<Style> | undefined;
  private readonly fallback: (() => Partial<Style>) | undefined;
  /** Whether nothing but the text and a call bear on its style. */
  private readonly isSteady: boolean;
  /** The style that acts without a call, with what the text had shown. */
  private told: { readonly shown: Partial<Style>; readonly style: Style } | undefined = undefined;
  /** @internal Those that its language tells; undefined where it tells of none. */
  readonly regions: HostRegions | undefined;
  /** @internal Whether it is a region that seems to end too early. */
  isCut = false;
  /** @internal Whether it is a region before whose lines something stands, which text that is put there lacks. */
  isPrefixed = false;
  /** @internal The edges of the fragment of its host that it is. */
  edges: FindEdges | undefined = undefined;

  constructor(
    readonly language: Language,
    opened: OpenOptions,
    private readonly engineStyle: Partial<Style> | undefined,
    private readonly encoding: PositionEncoding,
    /** @internal The language with an identifier. */
    readonly languageOf: (languageId: string) => Language | undefined = () => undefined,
  ) {
    const { style, languageId } = opened;
    const isTold = typeof style === "function";
    const own = isTold ? undefined : { ...style };
    checkStyle(own);
    this.styleFor = isTold ? style : () => own;
    this.fallback = opened.fallback;
    this.isSteady = !isTold && this.fallback === undefined;
    this.uri = opened.uri;
    this.languageId = languageId;
    this.reading = new Reading(language, LineIndex.of(opened.text));
    this.wholeText = new WholeText(language, this.reading, opened.isPart === true);
    this.edited = new Edited(this.lines.count, Signs.of(language.notation));
    this.conflicts = new Conflicts(opened.text);
    this.currentVersion = opened.version;
    this.regions = language.regions?.open(this);
  }

  get text(): string {
    return this.lines.text;
  }

  get version(): number | undefined {
    return this.currentVersion;
  }

  get lineCount(): number {
    return this.lines.count;
  }

  /**
   * The lines that were changed since the document was opened or last formatted, as ranges of whole lines
   * in their order; `formatSelection` takes them. An answer's own edits count as no change when they come
   * back, and what a document or selection request has formatted counts as untouched then.
   */
  get touched(): readonly Range[] {
    return this.edited.touched.spans.map(({ first, last }) => ({
      start: { line: first, character: 0 },
      end: { line: last + 1, character: 0 },
    }));
  }

  /** @internal The text by its lines. */
  get lines(): Lines {
    return this.reading.lines;
  }

  /**
   * Takes content changes in their order, each speaking of the text that the one before left, as the
   * Language Server Protocol has them. Only what a change touches is read again.
   *
   * @throws RangeError for a version older than the document's, and a range that is none; nothing is taken then.
   */
  update(changes: readonly ContentChange[], version?: number): void {
    checkVersion(version, this.currentVersion);
    for (const { range } of changes) if (range !== undefined) checkRange(range);
    for (const { range, text } of changes) {
      const { from, to } = range === undefined
        ? { from: 0, to: this.lines.length }
        : this.offsets(range);
      this.take({ from, to, text }, range, changes.length === 1);
    }
    if (version !== undefined) this.currentVersion = version;
  }

  /**
   * Takes changes that all speak of the text as it stands, as editor components have them.
   *
   * @param changes sorted and disjoint; what is put in at one place goes in by their order.
   * @throws RangeError naming the change that reaches out of the text or overlaps the one before it, or a
   * version older than the document's; nothing is taken then.
   */
  replace(changes: readonly OffsetChange[], version?: number): void {
    checkVersion(version, this.currentVersion);
    let end = 0;
    changes.forEach(({ from, to }, i) => {
      const isInside = Number.isInteger(from) && Number.isInteger(to) && from >= end && to >= from;
      const { length } = this.lines;
      if (!isInside || to > length)
        throw new RangeError(
          `Change ${i} replaces [${from}, ${to}), outside [${end}, ${length}).`,
        );
      end = to;
    });
    for (let i = changes.length - 1; i >= 0; i--) {
      const { from, to, text } = changes[i]!;
      const [start, stop] = [from, to].map((at) => this.lines.positionAt(at, this.encoding));
      this.take({ from, to, text }, { start: start!, end: stop! }, changes.length === 1);
    }
    if (version !== undefined) this.currentVersion = version;
  }

  /** @param alone whether it is the only change of its update: a key, or what somebody has pasted. */
  private take(change: OffsetChange, range: Range | undefined, alone: boolean): void {
    const { from, to, text } = change;
    const place = Edited.place(this.lines, from, to, text, range);
    const own = this.edited.takes(change);
    // Once lines stand there without what stands before others, nothing tells in which region they were put.
    if (alone && !own && this.regions?.at(from, to, false) === undefined) {
      const by = holdsLineEnd(text) && text.trim() !== "" ? "put" : undefined;
      this.regions?.find(this.current.view({ from, to }), from, to, by);
    }
    const before = this.lines;
    if (alone && text === "") this.reading.keepStep(from, to);
    this.reading.change(from, to, text);
    this.conflicts.note(this.lines, from, text);
    this.regions?.follow(before, this.lines, change);
    this.edited.note(place, text, own, this.lines.count);
  }

  /** @internal What is understood of the text as it stands, and what formatting it came to, are brought up to date. */
  get current(): Reading {
    this.wholeText.follow(this.reading.bringUpToDate());
    return this.reading;
  }

  /** What the text shows of its own style: indentation and line ends. */
  get shownStyle(): Partial<Style> {
    return this.current.style();
  }

  /** @internal The same but for a stretch from elsewhere; while brackets do not add up, what the text showed before. */
  steadyStyle(except?: Span): Partial<Style> {
    return this.reading.steadyStyle(except);
  }

  /**
   * The style that acts on this document: its own, the engine's, what the text shows, the fallback, the
   * language's, the base.
   */
  style(call?: Partial<Style>): Style {
    const shown = this.current.style();
    if (call !== undefined || !this.isSteady) return this.resolved(call, shown);
    if (this.told?.shown !== shown) this.told = { shown, style: this.resolved(undefined, shown) };
    return this.told.style;
  }

  /**
   * The ranges that are renamed together with the one at a position, in their order: the names of a pair of
   * tags. None where nothing hangs together there.
   */
  linkedRanges(position: Position): Range[] {
    const { current, language, lines, encoding, regions } = this;
    const offset = lines.offsetAt(position, encoding);
    const span = { from: offset, to: offset };
    const inside = regions?.at(offset, offset, false)
      ?? regions?.find(current.view(span), offset, offset);
    const spans = inside?.linked(offset) ?? language.linked?.(current.syntax, offset) ?? [];
    return this.rangesOf(spans);
  }

  /**
   * Formats the whole text. `style` rules over the document's for this call. While a merge has left conflicts in it, each
   * request leaves it alone: what stands on both sides of one is no program, and its lines are told by their first column.
   */
  formatDocument(style?: Partial<Style>): Answer {
    const inConflict = this.inConflict();
    if (inConflict !== undefined) return inConflict;
    const { changes, unsettled } = this.whole(style);
    return this.answer(changes, unsettled, "all");
  }

  /** What is answered while there are conflicts; undefined where there are none. */
  private inConflict(): Answer | undefined {
    const found = this.conflicts.in(this.lines);
    return found.length === 0 ? undefined : this.answer([], found, []);
  }

  /**
   * Formats the lines that the range or ranges touch. No edit lies outside them, and what begins or ends outside
   * keeps its form. A range that ends at the start of a line does not touch that line, unless it is empty or the
   * text ends there too.
   */
  formatSelection(ranges: Range | readonly Range[], style?: Partial<Style>): Answer {
    const list = "start" in ranges ? [ranges] : ranges;
    list.forEach(checkRange);
    const inConflict = this.inConflict();
    if (inConflict !== undefined) return inConflict;
    const spans = list.map((range) => linesOf(range, this.lines));
    if (spans.length === 0) return this.answer([], [], []);
    const { from, to } = this.offsets(list[0]!);
    if (from === 0 && to === this.lines.length) return this.formatDocument(style);
    const view = this.current.view({
      from: this.lines.lineStart(leastOf(spans.map(({ first }) => first))),
      to: this.lines.lineEnd(spans.reduce((most, { last }) => Math.max(most, last), 0)),
    });
    const placed = spans.map((span) => this.placed(view, span));
    const changes = ChangeList.of(formatLines(
      this.language,
      view.syntax,
      this.style(style),
      view.lines,
      insideOf(placed),
      { edges: this.edges },
    ));
    const stretches = placed.map(({ first, last }) => ({
      from: view.lines.lineStart(first),
      to: view.lines.lineEnd(last),
    }));
    const own = { changes, unsettled: unsettledStretches(this.language, view.syntax) };
    const all = this.regions?.with(view.syntax, own, style, stretches) ?? own;
    return this.answerIn(view, all, placed, spans);
  }

  /**
   * Takes the steps of a save one after another, and answers what they come to together.
   *
   * @param options which steps, on which lines; formatting of all of them where nothing is said.
   * @throws RangeError for a step that there is not.
   */
  formatOnSave(options: SaveOptions = {}): Answer {
    const { lines = "all" } = options;
    const ranges = lines === "all" ? undefined : lines === "touched" ? this.touched : lines;
    ranges?.forEach(checkRange);
    return savedIn(this, ranges, options, this.encoding);
  }

  /** @internal Formats the lines of ranges; all where they are left out. */
  formatIn(ranges: readonly Range[] | undefined, style?: Partial<Style>): Answer {
    return ranges === undefined ? this.formatDocument(style) : this.formatSelection(ranges, style);
  }

  /** @internal Puts the imports of ranges in order; all where they are left out. */
  organized(ranges: readonly Range[] | undefined, options: SaveOptions): Answer {
    const inConflict = this.inConflict();
    if (inConflict !== undefined) return inConflict;
    const { style, ownPackages = [] } = options;
    const { language, regions, current: { syntax } } = this;
    const stretches = ranges && this.spansOf(ranges);
    const changes = language.importsInRegions === true
      ? regions?.organized(syntax, style, ownPackages, stretches)
      : language.organizeImports?.(
        language,
        syntax,
        importSettings(ownPackages, this.style(style)),
        stretches,
      );
    return this.answer(changes ?? [], [], []);
  }

  /**
   * Takes as its own an answer that was worked out elsewhere for the text as it stands: its edits count as no
   * change when they come back, and what they format as untouched then.
   *
   * @param changes sorted and disjoint.
   * @param ranges what was formatted; all where they are left out.
   */
  adopt(
    { changes, unsettled }: { changes: Iterable<Change>; unsettled: readonly Range[] },
    ranges?: readonly Range[],
  ): Answer {
    return this.answer(changes, this.spansOf(unsettled), this.linesIn(ranges));
  }

  /**
   * Answers for one typed character.
   *
   * @param position just after the character, as in the Language Server Protocol.
   * @param character what was typed; `\n` for Enter, whatever the document's line ends are.
   */
  formatOnType(position: Position, character: string, style?: Partial<Style>): TypedAnswer {
    checkPosition(position);
    const { language, lines, version } = this;
    const nothing = { version, edits: [], unsettled: [], caret: position, clientEdits: [] };
    const offset = lines.offsetAt(position, this.encoding);
    if (!this.mayAnswer(offset, character) || this.conflicts.in(lines).length > 0) return nothing;
    // Before any region: what ends one is the host's.
    const { triggers, completed, entered, interpolation } = language.typing;
    const own = triggers.includes(character)
      ? completed?.(this.text, offset, character)
      : undefined;
    if (own !== undefined)
      return this.typedWhole({ changes: own, caret: caretAfter(offset, own) }, offset);
    const enter = character === "\n";
    const from = enter ? offset : Math.max(0, offset - character.length);
    const viewed = once(
      () => this.current.view({ from, to: offset }, { around: 0, whole: !enter }),
    );
    const region = this.regions?.at(offset, offset, enter)
      ?? this.regions?.find(viewed(), offset, offset, enter ? "enter" : undefined);
    if (region !== undefined) {
      const typed = region.typed(lines, offset, character, style);
      const isFragment = region.region.start !== undefined;
      // Of Enter at the ends of a fragment its host may know more.
      if (!enter || !entered || !isFragment || typed.changes.length > 0)
        return this.typedWhole(typed, offset);
    }
    const asks = enter ? entered : interpolation?.sign.endsWith(character);
    if (!asks && this.current.isInText(offset)) {
      const pushed = enter ? pushedDown({ language, lines, offset }) : undefined;
      return pushed === undefined ? nothing : this.typedWhole(pushed, offset);
    }
    const view = viewed();
    const place = view.place(offset);
    const lineOf = (line: number): number => lines.lineAt(view.begins(view.lines.lineStart(line)));
    const { touched, typed } = this.edited;
    const answer = formatTyped(
      {
        language,
        lines: view.lines,
        syntax: view.syntax,
        style: this.resolved(style, this.reading.typedStyle(offset, character)),
        offset: place,
        unbalanced: view.unbalanced || this.isCut,
        whole: this.wholeOf(view),
        typed: (line) => typed.has(lineOf(line)),
        touched: (line) => touched.has(lineOf(line)),
      },
      character,
    );
    if (answer.changes.length === 0) {
      const moved = view.begins(answer.caret);
      return { ...nothing, caret: lines.positionAt(moved, this.encoding) };
    }
    // Line for line the view reads as the text does around the caret.
    const after = LineIndex.of(applyChanges(view.lines.text, answer.changes));
    const caret = after.positionAt(answer.caret, this.encoding);
    const above = lines.lineAt(offset) - view.lines.lineAt(place);
    // Seldom does anything belong behind the caret.
    const around = aroundCaret(answer, view.lines.text, place);
    const changes = view.back(answer.changes);
    return this.typedAnswer(
      changes,
      around === answer.changes ? changes : view.back(around),
      { ...caret, line: caret.line + above },
    );
  }

  /** The answer for a character by changes of the whole text. */
  private typedWhole(answer: Required<Typed>, offset: number): TypedAnswer {
    const { lines } = this;
    const caret = changed(lines, answer.changes).positionAt(answer.caret, this.encoding);
    return this.typedAnswer(answer.changes, aroundCaret(answer, lines, offset), caret);
  }

  /** @param around the same changes for a client that places its caret itself. */
  private typedAnswer(changes: Change[], around: Change[], caret: Position): TypedAnswer {
    const { lines, encoding, version } = this;
    const lists = around === changes ? [changes] : [changes, around];
    this.edited.answer(lists.map((list) => ChangeList.of(list)), lines.count, []);
    const edits = toTextEdits(lines, changes, encoding);
    return {
      version,
      edits,
      unsettled: [],
      caret,
      clientEdits: around === changes ? edits : toTextEdits(lines, around, encoding),
    };
  }

  /**
   * Answers for one character that was typed at several carets at once. Of answers that touch the same text
   * the first one counts.
   *
   * @param positions just after the character, in any order.
   * @returns the edits of all together, and where each caret should stand once they are in.
   */
  formatOnTypeEach(
    positions: readonly Position[],
    character: string,
    style?: Partial<Style>,
  ): Pick<TypedAnswer, "version" | "edits" | "unsettled"> & {
    readonly carets: readonly Position[];
  } {
    const { edits, carets } = atEachCaret(
      positions,
      (position) => this.formatOnType(position, character, style),
      this.encoding,
    );
    this.edited.answer([ChangeList.of(this.changesOf(edits))], this.lines.count, []);
    return { version: this.version, edits, unsettled: [], carets };
  }

  /** Edits by UTF-16 offsets. */
  changesOf(edits: readonly TextEdit[]): Change[] {
    return edits.map(({ range, newText, rule }) => ({
      ...this.offsets(range),
      text: newText,
      rule,
    }));
  }

  /** @internal The UTF-16 offset of a position in the text as it will be after changes. */
  offsetAfter(changes: readonly Change[], position: Position): number {
    return changed(this.lines, changes).offsetAt(position, this.encoding);
  }

  /** The text between two UTF-16 offsets. */
  slice(from: number, to: number): string {
    return this.lines.slice(from, to);
  }

  /** The UTF-16 offset of a position; one outside the text is brought to the nearest inside it. */
  offsetAt(position: Position): number {
    checkPosition(position);
    return this.lines.offsetAt(position, this.encoding);
  }

  /** The position of a UTF-16 offset; one outside the text is brought to the nearest inside it. */
  positionAt(offset: number): Position {
    return this.lines.positionAt(offset, this.encoding);
  }

  /**
   * Moves pasted text of several lines to the depth of its place; a paste within one line has its gaps
   * formatted.
   *
   * @param range what the pasted text now occupies.
   */
  formatOnPaste(range: Range, style?: Partial<Style>): Answer {
    return this.put("formatOnPaste", range, style, (site, { place }) => pasteChanges(site, place));
  }

  /**
   * Brings moved lines to the depth of their new place.
   *
   * @param range what the lines now occupy.
   */
  formatOnMove(range: Range, style?: Partial<Style>): Answer {
    return this.put("formatOnMove", range, style, (site, { span }) => moveChanges(site, span));
  }

  /** What a view is a part of. */
  private wholeOf({ begins }: View): Site["whole"] {
    return { text: () => this.text, at: begins };
  }

  /**
   * What text comes to that was put somewhere, by its region where it lies in one whole; it says nothing of the style.
   *
   * @param changesOf the changes, for the place of the text and its lines in a view.
   */
  private put(
    request: "formatOnPaste" | "formatOnMove",
    range: Range,
    call: Partial<Style> | undefined,
    changesOf: (site: Site, put: { place: Span; span: LineSpan }) => Change[],
  ): Answer {
    checkRange(range);
    const inConflict = this.inConflict();
    if (inConflict !== undefined) return inConflict;
    const { language, regions } = this;
    const offsets = this.offsets(range);
    const { from, to } = offsets;
    const viewed = once(() => this.current.view(offsets));
    const region = regions?.at(from, to, true) ?? regions?.find(viewed(), from, to, "put");
    if (region !== undefined && !region.isLost(this.lines, offsets))
      return this.answer(region.put(request, this.lines, offsets, call), [], []);
    const view = viewed();
    const { lines, syntax, unbalanced } = view;
    const layers = this.layers(call, this.reading.steadyStyle(offsets));
    const isStepOpen = !tellsStep(layers);
    // What is moved stood in the text before.
    const style = isStepOpen && request === "formatOnMove"
      ? this.resolved(call, this.reading.steadyStyle())
      : resolveStyle(language.defaults, layers);
    const span = this.placed(view, linesOf(range, this.lines));
    const place = { from: view.place(from), to: view.place(to) };
    const { isPrefixed } = this;
    const whole = this.wholeOf(view);
    const site = { language, syntax, style, lines, whole, unbalanced, isPrefixed, isStepOpen };
    const changes = changesOf(site, { place, span });
    const unsettled = unsettledStretches(language, syntax);
    return this.answerIn(view, { changes, unsettled }, [span], []);
  }

  /**
   * @internal A text in another language with the styles that act here; `line` says on which line of this one
   * it begins.
   */
  opened(
    language: Language,
    languageId: string,
    text: string,
    line?: number,
    fallback?: () => Partial<Style>,
  ): Document {
    const { uri, engineStyle, encoding, languageOf } = this;
    const document = new Document(
      language,
      {
        uri,
        languageId,
        text,
        isPart: true,
        style: (inner) => this.styleFor(inner) ?? {},
        fallback: () => ({ ...this.fallback?.(), ...fallback?.() }),
      },
      engineStyle,
      encoding,
      languageOf,
    );
    if (line !== undefined) document.edited.adopt(this.edited, line);
    return document;
  }

  // Formatting the whole

  /** @internal @param turns how often what regions within lines come to may lay the lines out again. */
  whole(call: Partial<Style> | undefined, turns = 2): Whole {
    this.current.settle();
    const style = this.style(call);
    const own = this.wholeText.formatted(
      style,
      this.reading.showsItsStep(style) ? undefined : this.styleAfter(call, style),
      this.edges,
    );
    // What is laid out of it are the texts that it holds.
    if (this.language.held !== undefined)
      return { ...own, changes: ChangeList.of(heldChanges(this, this.reading.syntax, call)) };
    return this.regions?.withAll(this.reading.syntax, own, call, turns) ?? own;
  }

  private styleAfter(call: Partial<Style> | undefined, style: Style): StyleAfter {
    const { language } = this;
    return {
      stays: (text) => (
        isEvenlyIndented(text, language.notation, style)
        && sameStyle(this.resolved(call, {}), style)
      ),
      of: (syntax) => this.resolved(call, Reading.of(language, syntax).style()),
    };
  }

  /** @internal Whether a character before an offset may have something come of it. */
  mayAnswer(offset: number, character: string): boolean {
    return (
      this.regions !== undefined || mayAnswer(this.language, this.lines, offset, character)
    );
  }

  /** @internal Ranges by UTF-16 offsets. */
  spansOf(ranges: readonly Range[]): Span[] {
    return ranges.map((range) => this.offsets(range));
  }

  private rangesOf(spans: readonly Span[]): Range[] {
    return spans.map(({ from, to }) => ({
      start: this.positionAt(from),
      end: this.positionAt(to),
    }));
  }

  /** @internal What does not parse, regions apart. */
  ownUnsettled(): Span[] {
    return unsettledStretches(this.language, this.current.syntax);
  }

  /** @internal What does not parse, in regions too. */
  unsettled(): Span[] {
    const own = this.ownUnsettled();
    const inside = this.regions?.unsettled(this.current.syntax) ?? [];
    return inside.length === 0 ? own : [...own, ...inside].sort((a, b) => a.from - b.from);
  }

  private resolved(call: Partial<Style> | undefined, shown: Partial<Style>): Style {
    return resolveStyle(this.language.defaults, this.layers(call, shown));
  }

  private layers(call: Layer, shown: Partial<Style>): Layer[] {
    const { language, engineStyle, fallback } = this;
    const own = this.styleFor(this.languageId);
    return layersOf(language.demanded, call, own, engineStyle, shown, fallback?.());
  }

  // Places

  private offsets({ start, end }: Range): Span {
    const from = this.lines.offsetAt(start, this.encoding);
    const empty = start.line === end.line && start.character === end.character;
    return { from, to: empty ? from : Math.max(from, this.lines.offsetAt(end, this.encoding)) };
  }

  /** The lines of ranges; all where they are left out. */
  private linesIn(ranges: readonly Range[] | undefined): "all" | readonly LineSpan[] {
    return ranges?.map((range) => linesOf(range, this.lines)) ?? "all";
  }

  /** The same lines in a view. */
  private placed({ lines, place }: View, { first, last }: LineSpan): LineSpan {
    const at = (line: number): number => lines.lineAt(place(this.lines.lineStart(line)));
    return { first: at(first), last: at(last) };
  }

  // Answers

  private answerIn(
    view: View,
    { changes, unsettled: all }: { changes: Iterable<Change>; unsettled: readonly Span[] },
    spans: readonly LineSpan[],
    formats: readonly LineSpan[],
  ): Answer {
    const unsettled = all.filter(({ from, to }) => {
      const [first, last] = [view.lines.lineAt(from), view.lines.lineAt(to)];
      return spans.some((span) => first <= span.last && last >= span.first);
    });
    return this.answer(
      view.back(changes),
      unsettled.map((stretch) => wholeSpan(view, stretch)),
      formats,
    );
  }

  private answer(
    changes: Iterable<Change>,
    unsettled: readonly Span[],
    formats: "all" | readonly LineSpan[],
  ): Answer {
    const { lines, encoding } = this;
    const list = changes instanceof ChangeList ? changes : ChangeList.of(changes);
    this.edited.answer([list], lines.count, formats);
    return new Answer(lines, list, encoding, this.version, this.rangesOf(unsettled));
  }
}
