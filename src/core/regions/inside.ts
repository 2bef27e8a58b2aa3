import type { Document } from "../document.js";
import type { FindEdges } from "../layout/solution.js";
import type { Span } from "../outline/excerpt.js";
import type { Typed } from "../requests/typing/typed.js";
import { ruleId } from "../rules.js";
import type { Style } from "../style/style.js";
import { trimmedEnd } from "../text/blanks.js";
import { changed } from "../text/buffer.js";
import { ChangeList } from "../text/changelist.js";
import { compose } from "../text/compose.js";
import { byPlace, mapOffset, movedBy, type Change, type OffsetChange } from "../text/edits.js";
import { holdsLineEnd, isLineEnd } from "../text/line-ends.js";
import type { Lines, Position, Range } from "../text/lines.js";
import { pattern } from "../text/patterns.js";
import { beginsItsLine, columnsBetween, lineColumn, startOfLine } from "../text/width.js";
import { escaped } from "../notation.js";
import { beginsCode, goesOnAt } from "./code.js";
import { edgesIn, type KnownEdges } from "./edges.js";
import type { Region } from "./region.js";
import type { Lacking, RegionRows } from "./rows.js";
import { tearsMasks } from "./masks.js";
import { wishesOf } from "./wishes.js";

/** The white space of lines that hold nothing else behind these signs. */
const blanksBehind = (signs: string): RegExp =>
  pattern(`(?<=[\\r\\n]${escaped(signs)})[ \\t]+(?=[\\r\\n])`, "g");

/** In however narrow a column a region stands, its lines may be so long. */
const LEAST_WIDTH = 20;

/** Whether a change touches nothing but the white space before a line. */
const indents = (old: string, { from, to, text }: Change): boolean =>
  beginsItsLine(old, from) && /^[ \t]*$/.test(old.slice(from, to) + text);

/** A document, and what was put around a fragment to make it a whole text. */
export interface Opened {
  readonly document: Document;
  readonly before: string;
  after: string;
  /** Where it was found last: that tells its step where it shows none. */
  region: Region;
  /** Those of a fragment, where it was laid out last. */
  edges?: KnownEdges;
}

/** What a region takes from the style of its host. */
export interface HostStyle {
  readonly endOfLine: Style["endOfLine"];
  /** The host's style by itself. */
  readonly own: () => Style;
}

/** A region of a host's text, open as a document of its own. All places are the host's. */
export class Inside {
  /** What formatting left alone, as stretches of the document. */
  private left: readonly Span[] | undefined = undefined;

  constructor(
    readonly rows: RegionRows,
    readonly opened: Opened,
    private readonly around: HostStyle,
  ) {}

  private get document(): Document {
    return this.opened.document;
  }

  get region(): Region {
    return this.rows.region;
  }

  /** The same region where a change before it has moved it. */
  shifted(shift: number): Inside {
    return new Inside(this.rows.shifted(shift), this.opened, this.around);
  }

  /**
   * The region after a change of the host within it, which its document follows; `exact` says that the change
   * takes nothing of what stands before lines.
   *
   * @param host the text after the change.
   */
  replaced(host: Lines, change: OffsetChange): { inside: Inside; exact: boolean } {
    const { document, before } = this.opened;
    const { rows, change: { from, to, text }, exact } = this.rows.replaced(host, change);
    if (from < to || text !== "")
      document.replace([{ from: from + before.length, to: to + before.length, text }]);
    return { inside: new Inside(rows, this.opened, this.around), exact };
  }

  /** Whether a stretch of the host lies in the region, the line end after that among it. */
  holds(host: Pick<Lines, "slice">, from: number, to = from): boolean {
    const { region } = this;
    return (
      from >= region.from
      && from <= region.to
      && (to <= region.to || /^(?:\r\n|\r|\n)$/.test(host.slice(region.to, to)))
    );
  }

  /**
   * The style of a call, with what the host decides: line ends, and columns that its prefix takes.
   *
   * @param put what came from elsewhere, which shows none.
   */
  private style(call: Partial<Style> | undefined, put?: Span): Partial<Style> {
    const { prefix, style } = this.region;
    const wishes = wishesOf(call, this.around.own, () => this.document.steadyStyle(put));
    const asked = this.document.style(wishes);
    const width = asked.maxLineLength - columnsBetween(prefix, 0, prefix.length);
    return {
      ...wishes,
      ...this.hostStep(asked.indentStyle),
      ...style,
      insertFinalNewline: false,
      endOfLine: this.around.endOfLine,
      maxLineLength: Math.max(width, LEAST_WIDTH),
    };
  }

  /** The edges of the fragment that it is. */
  private edgesIn(host: Lines): FindEdges | undefined {
    const { region, opened } = this;
    const { before, after } = opened;
    if (before === "") return undefined;
    const step = this.around.own().indentSize;
    opened.edges = edgesIn(host, region, [before, after], step, opened.edges);
    return opened.edges.of;
  }

  /** The host's step, where what the region shows, or was asked for, would mix tabs and spaces on its lines. */
  private hostStep(asked: Style["indentStyle"]): Partial<Style> | undefined {
    const { nested, prefix } = this.region;
    if (nested !== true || prefix === "") return undefined;
    const kind = prefix.startsWith("\t") ? "tab" : "space";
    if (asked === kind) return undefined;
    const { indentStyle, indentSize, tabWidth } = this.around.own();
    return indentStyle === kind ? { indentStyle, indentSize, tabWidth } : { indentStyle: kind };
  }

  /** An offset of the host as one of the document. */
  private offsetAt(offset: number): number {
    return this.opened.before.length + this.rows.inner(offset);
  }

  private positionAt(offset: number): Position {
    return this.document.positionAt(this.offsetAt(offset));
  }

  /**
   * Changes inside as the host's. Of a fragment nothing is kept where its edges would change: those are the
   * host's. What comes after its surroundings is no part of it.
   */
  private back(all: readonly Change[]): Change[] {
    const { document, region: { islands, isSketch, lacks }, rows, opened: { before, after } } =
      this;
    if (lacks !== undefined && all.some(({ text }) => holdsLineEnd(text))) return [];
    const changes = isSketch === true ? all.filter((one) => indents(document.text, one)) : all;
    if (islands !== undefined && tearsMasks(document.text, changes)) return [];
    if (before === "" && after === "") return this.least(changes);
    const [begin, end] = [before.length, before.length + rows.length];
    const within = changes.filter(({ from, to }) => from < end + after.length || to <= end);
    const inner = within.every(
      ({ from, to, text }) => (
        from >= begin
        && to <= end
        && (from < to || (from > begin && (from < end || after === "")) || !/\s/.test(text))
      ),
    );
    if (!inner) return [];
    return this.least(within);
  }

  /** Changes as the host's: what stands before a new line may end as what it replaces does. */
  private least(changes: readonly Change[]): Change[] {
    const { document, rows, opened: { before } } = this;
    const begin = before.length;
    const all = rows.back(
      changes.map((change) => ({ ...change, from: change.from - begin, to: change.to - begin })),
    );
    return all.map((change, i) => {
      const { from, to, text } = changes[i]!;
      const endsLine = from === to && isLineEnd(text.charCodeAt(text.length - 1));
      // What comes in above a blank line leaves no white space on that.
      if (endsLine && isLineEnd(document.slice(to, to + 1).charCodeAt(0)))
        return { ...change, text: trimmedEnd(change.text) };
      const { text: put } = change;
      const replaced = document.slice(from, to);
      const own = replaced.slice(startOfLine(replaced, replaced.length));
      const old = own === "" && replaced !== "" ? rows.before(change.to) : own;
      let same = 0;
      while (same < Math.min(old.length, put.length) && put.at(-1 - same) === old.at(-1 - same))
        same++;
      return same === 0
        ? change
        : { ...change, to: change.to - same, text: put.slice(0, put.length - same) };
    });
  }

  /**
   * The changes that format the region; none where something of it does not parse.
   *
   * @param host the text that holds it.
   */
  formatted(host: Lines, call: Partial<Style> | undefined): Change[] {
    const { document, rows, opened: { before } } = this;
    document.edges = this.edgesIn(host);
    const { changes, unsettled } = document.formatDocument(this.style(call));
    this.left = document.spansOf(unsettled);
    if (this.isBroken(unsettled)) return [];
    const own = this.back(changes);
    if (own.length === 0 && changes.length > 0) return own;
    const bare = this.withoutTrailing(own, host);
    const lacking: Lacking[] = [];
    const { short } = rows;
    const filled = new Set<number>();
    for (const { from, to, text } of short.length === 0 ? [] : changes) {
      const fills = from === to ? text !== "" : !holdsLineEnd(document.slice(from, to + 1));
      if (fills && !isLineEnd(text.charCodeAt(0))) filled.add(from);
    }
    let next = 0;
    for (const inner of short) {
      const start = before.length + inner;
      while (next < changes.length && changes[next]!.from < start) next++;
      // A text may go on there, or nothing stand but what comes in.
      if (!filled.has(start) && !beginsCode(document, start)) continue;
      const last = changes[next - 1];
      const over = last !== undefined && last.to >= start ? last : undefined;
      if (over === undefined) lacking.push(rows.lacking(rows.host(inner)));
      if (over === undefined || /[\r\n]/.test(over.text)) continue;
      // The line comes to the place of an earlier one, or goes on with it.
      const place = rows.host(over.from - before.length);
      const { at, text } = rows.lacking(place);
      if (at === place) lacking.push({ at: rows.host(over.to - before.length), text });
    }
    return this.withLacking(bare, lacking);
  }

  /** Whether what was left alone is the region's own, not that of regions in it. */
  private isBroken(unsettled: readonly Range[]): boolean {
    return unsettled.length > 0 && this.document.ownUnsettled().length > 0;
  }

  /**
   * Changes, and what takes the white space from lines that then hold nothing else.
   *
   * @param concerns whether a line is meant, as a stretch of the host.
   */
  private withoutTrailing(
    changes: Change[],
    host: Lines,
    concerns: (line: Span) => boolean = () => true,
  ): Change[] {
    const { document, rows, region: { from, to, prefix }, opened: { before } } = this;
    const signs = prefix.trimEnd();
    if (prefix === signs) return changes;
    const text = host.slice(from, to);
    const blanks = blanksBehind(signs);
    if (text.search(blanks) < 0) return changes;
    const rule = ruleId(document.language, "new-line");
    const first = ChangeList.of(movedBy(changes, -from));
    const at = (offset: number): number => mapOffset(offset, first);
    const texts = document.current.syntax.tokens.multiLine().map((span) => ({
      from: at(rows.host(span.from - before.length) - from),
      to: at(rows.host(span.to - before.length) - from),
    }));
    // Others may want the blank behind their signs.
    const touched = (signs === "" ? [] : changes).map(
      (one) => ({ from: at(one.from - from), to: at(one.to - from) }),
    );
    const second = new ChangeList();
    for (const { 0: white, index } of first.appliedTo(text).matchAll(blanks)) {
      const line = { from: index, to: index + white.length };
      if (signs !== "" && !touched.some((one) => one.from <= line.to && one.to >= line.from))
        continue;
      if (!texts.some((one) => one.from < line.to && one.to > line.from))
        second.push({ ...line, text: "", rule });
    }
    return movedBy(compose(text, first, second), from).filter(concerns);
  }

  /** The same for stretches of the host that touch it. */
  selected(
    host: Lines,
    stretches: readonly Span[],
    call: Partial<Style> | undefined,
  ): Change[] {
    const { document, region } = this;
    const ranges = stretches
      .filter(({ from, to }) => from < region.to && to > region.from)
      .map(({ from, to }) => ({
        start: this.positionAt(Math.max(from, region.from)),
        end: this.positionAt(Math.min(to, region.to)),
      }));
    // What would be left alone as a whole is so in its parts.
    if (ranges.length === 0 || document.ownUnsettled().length > 0) return [];
    document.edges = this.edgesIn(host);
    const { changes } = document.formatSelection(ranges, this.style(call));
    return this.withoutTrailing(
      this.back(changes),
      host,
      (line) => stretches.some(({ from, to }) => from < line.to && to > line.from),
    );
  }

  /** What bringing its imports into order comes to. */
  organized(style: Partial<Style> | undefined, ownPackages: readonly string[]): Change[] {
    const steps = ["organizeImports"] as const;
    const options = { steps, style: this.style(style), ownPackages };
    return this.back(this.document.formatOnSave(options).changes);
  }

  /** The names that are changed together with the one at an offset of the host. */
  linked(offset: number): Span[] {
    const { document, rows, opened: { before } } = this;
    const host = (inner: number): number => rows.host(inner - before.length);
    return document.spansOf(document.linkedRanges(this.positionAt(offset))).map(
      ({ from, to }) => ({ from: host(from), to: host(to) }),
    );
  }

  /** What was left alone inside. */
  unsettled(): Span[] {
    const { rows, opened: { before }, region } = this;
    const host = (offset: number): number =>
      Math.min(region.to, rows.host(Math.max(0, offset - before.length)));
    const left = this.left ?? this.document.unsettled();
    return left.map(({ from, to }) => ({ from: host(from), to: host(to) }));
  }

  /** Whether all of it was put there, further out than the line that opens it: the host tells its depth then. */
  isLost(host: Lines, put: Span): boolean {
    const { from, to } = this.region;
    const columnOf = (offset: number): number => lineColumn(host, offset, 1);
    return put.from <= from && to <= put.to && columnOf(from) < columnOf(Math.max(0, from - 1));
  }

  /** What pasted or moved text comes to that lies in the region whole. */
  put(
    request: "formatOnPaste" | "formatOnMove",
    host: Lines,
    { from, to }: Span,
    call: Partial<Style> | undefined,
  ): Change[] {
    const range = { start: this.positionAt(from), end: this.positionAt(to) };
    const put = { from: this.offsetAt(from), to: this.offsetAt(to) };
    const { document, region: { prefix } } = this;
    document.isPrefixed = prefix !== "";
    const changes = this.back(document[request](range, this.style(call, put)).changes);
    const lines = [];
    for (let line = host.lineAt(from); line <= host.lineAt(to); line++)
      lines.push(host.lineStart(line));
    const isWhite = prefix.trim() === "";
    const lacks = (start: number): boolean => !isWhite || !isLineEnd(host.charCodeAt(start));
    // What stood after the caret, behind code, begins a line that lacks it too.
    const isSplit = host.slice(lines[0]!, from).trim() !== "" && to < this.region.to;
    const pasted = lines.filter(
      (start) => start >= from && (start < to || (isSplit && start === to)) && lacks(start),
    );
    return this.withLacking(changes, pasted.map((start) => this.lacking(start)));
  }

  /** What a character comes to that was typed in the region, `offset` being just after it. */
  typed(
    host: Lines,
    offset: number,
    character: string,
    call: Partial<Style> | undefined,
  ): Required<Typed> {
    const { document } = this;
    const place = this.offsetAt(offset);
    // Most characters mean nothing, and the style is dear to tell.
    if (character !== "\n" && !document.mayAnswer(place, character))
      return { changes: [], caret: offset };
    if (character === "\n") this.openEnd(place);
    const position = document.positionAt(place);
    const { edits, caret } = document.formatOnType(position, character, this.style(call));
    // Other lines of a sketch stay as they are.
    const inner = document.changesOf(
      this.region.isSketch === true
        ? edits.filter(({ range }) => range.start.line === position.line)
        : edits,
    );
    const own = this.back(inner);
    // What a fragment's edges forbid is given up whole.
    if (own.length === 0 && edits.length > 0) return { changes: [], caret: offset };
    // The line that Enter began gets what stands before the others.
    const short = character === "\n" ? this.shortAbove(host, offset) : 0;
    const changes = character === "\n"
      ? this.withoutWhiteAbove(
        host,
        offset,
        this.withLacking(this.shortened(own, short), [
          this.begun(host, offset, own.length > 0, short),
        ]),
      )
      : this.indentedWhole(own, offset);
    let text = host;
    let { rows } = this;
    for (const change of [...changes].reverse()) {
      text = changed(text, [change]);
      rows = change.to < rows.region.from
        ? rows.shifted(change.from - change.to)
        : rows.replaced(text, change).rows;
    }
    const at = document.offsetAfter(inner, caret);
    if (short > 0) {
      // Inside, the line has more white space than it has room for in the host.
      const rest = changed(document.lines, inner).lineEnd(caret.line) - at;
      return { changes, caret: text.lineEnd(host.lineAt(offset)) - rest };
    }
    return { changes, caret: rows.host(Math.max(0, at - this.opened.before.length)) };
  }

  /** Changes; those that put the line of an offset of the host in its place have it get what stands before the others. */
  private indentedWhole(changes: Change[], offset: number): Change[] {
    if (changes.length === 0) return changes;
    const lacking = this.lacking(offset);
    return changes.some(({ from }) => from === lacking.at)
      ? this.withLacking(changes, [lacking])
      : changes;
  }

  /**
   * Takes away what stands after the fragment where Enter ends it and brackets in it are open: to the line that
   * begins there it is no closer.
   *
   *     :class="[           ([
   *     |"                  |)
   */
  private openEnd(place: number): void {
    const { document, opened, rows } = this;
    const { before, after } = opened;
    if (after === "" || place !== before.length + rows.length) return;
    if (document.language.typing.closers(document.slice(0, place)) === after) return;
    document.replace([{ from: place, to: place + after.length, text: "" }]);
    opened.after = "";
  }

  /** Whether a text of several lines goes on in it where a line of the host begins. */
  goesOn(offset: number): boolean {
    return goesOnAt(this.document, this.offsetAt(offset));
  }

  /** What the line of an offset of the host lacks; nothing where a text of several lines goes on there. */
  private lacking(offset: number): Lacking {
    const lacking = this.rows.lacking(offset);
    const isText =
      this.region.nested === true
      && lacking.text !== ""
      && this.goesOn(offset);
    return isText ? { ...lacking, text: "" } : lacking;
  }

  /**
   * What the line that Enter began lacks; nothing below one that begins with white space of another kind, nor in a text to
   * which the region had nothing to say. Below code that lacks some of it, it lacks that too:
   *
   *         moor(boat);
   *     board(crew);
   *     |
   */
  private begun(host: Lines, offset: number, isAnswered: boolean, short: number): Lacking {
    const lacking = isAnswered ? this.rows.lacking(offset) : this.lacking(offset);
    const { from, prefix, nested } = this.region;
    const above = host.lineStart(host.lineAt(offset) - 1);
    if (nested !== true || lacking.text === "" || above < from) return lacking;
    const sign = host.slice(above, above + 1);
    const isOther = /[ \t]/.test(sign) && !prefix.startsWith(sign);
    if (isOther) return { ...lacking, text: "" };
    const left = lacking.text.length - short;
    return { ...lacking, text: lacking.text.slice(0, Math.max(0, left)) };
  }

  /** How much the line above that of an offset of the host lacks of what stands before the others, where it is code. */
  private shortAbove(host: Lines, offset: number): number {
    const above = host.lineStart(host.lineAt(offset) - 1);
    const { from, nested } = this.region;
    if (nested !== true || above < from) return 0;
    const { length } = this.rows.lacking(above).text;
    return length > 0 && beginsCode(this.document, this.offsetAt(above)) ? length : 0;
  }

  /** What Enter came to, where the lines that it put in lack what the line above lacks. */
  private shortened(changes: Change[], short: number): Change[] {
    if (short === 0) return changes;
    const { prefix } = this.region;
    const begun = pattern(`(?<=[\\r\\n])${escaped(prefix)}`, "g");
    const rest = prefix.slice(0, prefix.length - short);
    return changes.map((change) => ({ ...change, text: change.text.replace(begun, rest) }));
  }

  /** Changes, and what goes of the white space on the line that Enter left, be it what stands before each. */
  private withoutWhiteAbove(host: Lines, offset: number, changes: Change[]): Change[] {
    const line = host.lineAt(offset) - 1;
    if (line < 0) return changes;
    const [from, to] = [host.lineStart(line), host.lineEnd(line)];
    if (from === to || host.slice(from, to).trim() !== "") return changes;
    const rule = ruleId(this.document.language, "new-line");
    const others = changes.filter((change) => change.from > to || change.to < from);
    return [...others, { from, to, text: "", rule }].sort(byPlace);
  }

  /** Changes with what lines lack that stands before the others. */
  private withLacking(changes: Change[], lacking: readonly Lacking[]): Change[] {
    if (lacking.length === 0) return changes;
    const rule = ruleId(this.document.language, "new-line");
    const all = [...changes];
    /** Where in `all` the first change is that begins or ends at an offset. */
    const places = new Map<number, number>();
    const note = ({ from, to }: Change, i: number): void => {
      if (!places.has(from)) places.set(from, i);
      if (!places.has(to)) places.set(to, i);
    };
    all.forEach(note);
    for (const { at, text } of lacking) {
      if (text === "") continue;
      const same = places.get(at) ?? all.length;
      const there = all[same];
      if (there === undefined) note(all[all.push({ from: at, to: at, text, rule }) - 1]!, same);
      else if (there.from === at) all[same] = { ...there, text: text + there.text };
      else all[same] = { ...there, text: there.text + text };
    }
    return all.sort(byPlace);
  }
}
