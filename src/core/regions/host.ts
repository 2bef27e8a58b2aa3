import type { Document } from "../document.js";
import type { Language, Syntax } from "../language.js";
import type { Span } from "../outline/excerpt.js";
import { heldOf } from "../outline/holds.js";
import type { View } from "../reading.js";
import { holdsFile } from "../layout/holds.js";
import type { Whole } from "../remembered.js";
import { isMostlyTabs } from "../style/infer.js";
import type { Style } from "../style/style.js";
import { ChangeList } from "../text/changelist.js";
import { compose } from "../text/compose.js";
import { mapOffset, movedBy, type Change, type OffsetChange } from "../text/edits.js";
import { holdsLineEnd, isLineEnd } from "../text/line-ends.js";
import { LineIndex, type Lines } from "../text/lines.js";
import { Inside, type HostStyle, type Opened } from "./inside.js";
import { LiveRegion } from "./live.js";
import { masked } from "./masks.js";
import { movableBy } from "./movable.js";
import { once } from "../once.js";
import type { FindRegions, Region, Regions } from "./region.js";
import { relocated } from "../syntax/relocated.js";
import { startOfLine, whiteOf } from "../text/width.js";
import { RegionRows } from "./rows.js";

/** What regions ask of the document that holds them. */
export interface HostDocument {
  readonly language: Language;
  readonly languageId: string;
  /** Its text as it stands. */
  readonly lines: Lines;
  style(call?: Partial<Style>): Style;
  /** The language with an identifier. */
  languageOf(languageId: string): Language | undefined;
  /** Opens a text with the styles that act on the host; `line` says on which line of that it begins, `fallback` what its
   * place shows where it shows nothing. */
  opened(
    language: Language,
    languageId: string,
    text: string,
    line?: number,
    fallback?: () => Partial<Style>,
  ): Document;
}

/** What formatting a text with its regions comes to. */
export interface WithRegions extends Whole {
  /** Whether a region within a line came out in another length. */
  readonly resized: boolean;
}

/** How many regions follow what is typed. */
const MOST_LIVE = 8;

/** The regions of one document. */
export class HostRegions {
  private live: LiveRegion[] = [];
  /** The documents that the last two requests over many regions opened, by language and text. */
  private known = new Map<string, Opened>();
  private before = this.known;

  constructor(
    private readonly host: HostDocument,
    private readonly regions: FindRegions,
    private readonly readsMore: boolean,
  ) {}

  /** Follows a change of the host, told with the texts on both sides of it. */
  follow(before: Lines, after: Lines, change: OffsetChange): void {
    const effects = this.live.map((one) => one.follow(before, after, change));
    const inside = effects.includes("inside");
    this.live = this.live.filter((one, i) => {
      if (!inside) one.forget();
      return effects[i] !== "lost";
    });
  }

  /**
   * The region in which a stretch lies, where that is known without reading the host.
   *
   * @param begins whether the request completes lines that the last change began.
   */
  at(from: number, to: number, begins: boolean): Inside | undefined {
    return this.live.find(
      ({ inside, sure, began }) => (
        (sure || (begins && began !== undefined)) && inside.holds(this.host.lines, from, to)
      ),
    )?.inside;
  }

  /**
   * The region in which a stretch of the host lies; from now on it follows what is typed.
   *
   * @param by what the stretch comes from, where that tells: it ends where Enter has left it, and the line that began
   *   may lie outside; or it was put in, or will be, and goes on with a region that ends on the line above.
   */
  find(view: View, from: number, to: number, by?: "enter" | "put"): Inside | undefined {
    const { host, live } = this;
    const { lines } = host;
    const enter = by === "enter";
    const put = by === "put" ? { from, to } : undefined;
    const begins = enter ? lines.lineEnd(Math.max(0, lines.lineAt(to) - 1)) : from;
    for (const inView of this.unheld(view.syntax)) {
      const region = shifted(inView, view.begins(inView.from) - inView.from);
      const overBlanks = region.to < begins && goesOn(lines, region, to);
      if (region.from > from || (region.to + 2 < begins && !overBlanks)) continue;
      // A line that begins with a region is the host's.
      if (enter && region.from === to) continue;
      const reaches = region.to >= begins || overBlanks;
      const left = enter && region.from <= begins && reaches && region.to < to;
      const reached = left ? { ...region, to } : put ? aroundPut(lines, region, put) : region;
      const known = live.find((one) => one.is(reached) && one.began === undefined);
      const line = lines.lineAt(reached.from);
      const inside = known?.inside ?? this.open(lines, reached, this.hostStyle(), line, put);
      if (!inside?.holds(lines, from, to)) continue;
      // What follows changes is no longer known by its text.
      for (const texts of [this.known, this.before])
        for (const [key, opened] of texts) if (opened === inside.opened) texts.delete(key);
      inside.opened.document.isCut = inView.isCut === true;
      const one = known ?? new LiveRegion(inside);
      one.sure = !left;
      this.live = [one, ...live.filter((other) => !meets(other.region, region))].slice(
        0,
        MOST_LIVE,
      );
      return inside;
    }
    return undefined;
  }

  /** What bringing the imports of the regions of a text into order comes to, of those that touch some stretches. */
  organized(
    syntax: Syntax,
    style: Partial<Style> | undefined,
    ownPackages: readonly string[],
    stretches: readonly Span[] | undefined,
  ): Change[] {
    const touched = ({ region: { from, to } }: Inside): boolean => (
      stretches === undefined || stretches.some((span) => span.from < to && span.to > from)
    );
    return this.allOf(syntax).filter(touched).flatMap((one) => one.organized(style, ownPackages));
  }

  /** What was left alone inside the regions of a text. */
  unsettled(syntax: Syntax): Span[] {
    return this.allOf(syntax).flatMap((one) => one.unsettled());
  }

  /**
   * What formatting a text comes to, with that of its regions, which are laid out in the places to which
   * its changes bring them.
   *
   * @param stretches what is formatted of the text; all of it where they are left out.
   */
  with(
    syntax: Syntax,
    own: Whole,
    call: Partial<Style> | undefined,
    stretches?: readonly Span[],
  ): WithRegions {
    // Of the documents opened before, only those are kept that serve again.
    this.before = this.known;
    this.known = new Map();
    // White space makes no regions.
    if (!this.hasAny(syntax)) return { ...own, resized: false };
    const { changes: list } = own;
    const moved = ({ from, to }: Span): Span => ({
      from: mapOffset(from, list),
      to: mapOffset(to, list),
    });
    const { lines, regions } = this.after(syntax, list, moved);
    const after = this.all(lines, regions, call);
    const there = stretches?.map(moved);
    const inside: Change[] = [];
    let resized = false;
    for (const one of after) {
      const changes = there === undefined
        ? one.formatted(lines, call)
        : one.selected(lines, there, call);
      const isWithinLine = one.region.start !== undefined;
      for (const change of changes) {
        inside.push(change);
        resized ||= isWithinLine && resizes(lines, change);
      }
    }
    const isSettled = after.every((one) => one.unsettled().length === 0);
    const left = isSettled ? [] : this.unsettled(syntax);
    const unsettled = [...own.unsettled, ...left];
    return {
      changes: compose(syntax.tokens.text, list, ChangeList.of(inside)),
      unsettled: unsettled.sort((a, b) => a.from - b.from),
      resized,
    };
  }

  /**
   * The same for all of a text, which is laid out again where parts of lines were given another length, so that
   * lines may end elsewhere, or where the lines of its regions outnumber its own and begin with something else now.
   *
   * @param turns how often at most.
   */
  withAll(
    syntax: Syntax,
    own: Whole,
    call: Partial<Style> | undefined,
    turns: number,
  ): Whole {
    const { resized, ...all } = this.with(syntax, own, call);
    if (turns === 0 || all.changes.length === 0) return all;
    const { host } = this;
    const { notation } = host.language;
    const { text } = syntax.tokens;
    if (!resized && !text.includes("\t")) return all;
    const after = all.changes.appliedTo(text);
    if (!resized && isMostlyTabs(text, notation) === isMostlyTabs(after, notation)) return all;
    const again = host.opened(host.language, host.languageId, after);
    return { ...all, changes: compose(text, all.changes, again.whole(call, turns - 1).changes) };
  }

  /** Whether any region of a text may be laid out. */
  private hasAny(syntax: Syntax): boolean {
    for (const region of this.unheld(syntax)) if (this.isLaidOut(region)) return true;
    return false;
  }

  private isLaidOut({ isSketch, languageId }: Region): boolean {
    return isSketch !== true && this.host.languageOf(languageId) !== undefined;
  }

  private hostStyle(call?: Partial<Style>): HostStyle {
    const { host } = this;
    return { endOfLine: host.style(call).endOfLine, own: () => host.style() };
  }

  /** A text as `list` leaves it, and its regions. */
  private after(
    syntax: Syntax,
    list: ChangeList,
    moved: (span: Span) => Span,
  ): { readonly lines: LineIndex; readonly regions: Iterable<Region> } {
    const { text } = syntax.tokens;
    if (list.length === 0) return { lines: LineIndex.of(text), regions: this.unheld(syntax) };
    const lines = LineIndex.of(list.appliedTo(text));
    if (this.readsMore) {
      const regions = untouched([...this.unheld(syntax)], text, list);
      if (regions !== undefined) return { lines, regions };
    }
    const tokens = this.readsMore ? undefined : relocated(syntax.tokens, list, lines.text);
    const again = tokens === undefined
      ? this.host.language.parse(lines.text)
      : { ...syntax, tokens };
    const held = syntax.held && { held: syntax.held.map(moved) };
    return { lines, regions: this.unheld({ ...again, ...held }) };
  }

  /** Regions of a text, open, as far as their languages are known. */
  private all(
    lines: LineIndex,
    regions: Iterable<Region>,
    call?: Partial<Style>,
  ): Inside[] {
    const around = this.hostStyle(call);
    const own = once(around.own);
    const found: Inside[] = [];
    for (const region of regions) {
      if (!this.isLaidOut(region)) continue;
      const one = this.open(lines, region, { ...around, own });
      if (one !== undefined) found.push(one);
    }
    return found;
  }

  private allOf(syntax: Syntax): Inside[] {
    return this.all(LineIndex.of(syntax.tokens.text), this.unheld(syntax));
  }

  /** The regions of a text that no comment of its own holds. */
  private *unheld(syntax: Syntax): Iterable<Region> {
    if (holdsFile(syntax)) return;
    const held = heldOf(syntax);
    for (const region of this.regions(syntax))
      if (!held.some(({ from, to }) => region.from >= from && region.to <= to)) yield region;
  }

  /** A region as a document, with what stands around a fragment of its kind; undefined where it is to be left alone. */
  private open(
    lines: Lines,
    region: Region,
    around: HostStyle,
    line?: number,
    put?: Span,
  ): Inside | undefined {
    const { languageId, start, islands = [], isUneven, lacks } = region;
    const language = this.host.languageOf(languageId);
    if (language === undefined || isUneven === true) return undefined;
    const rows = RegionRows.of(lines, region, put);
    const [opener, closer] = (start && language.fragments?.[start]) ?? ["", ""];
    const [before, after] = [opener + (lacks?.before ?? ""), (lacks?.after ?? "") + closer];
    const inside = masked(
      rows.textIn(lines),
      islands.map((one) => ({ ...one, from: rows.inner(one.from), to: rows.inner(one.to) })),
      language.notation,
    );
    if (inside === undefined) return undefined;
    const text = before + inside + after;
    const key = `${languageId} ${region.fallback?.indentSize ?? ""} ${before.length} ${text}`;
    const live = this.live.find(
      ({ inside: { opened }, region: other }) => (
        other.languageId === languageId
        && opened.document.text === text
        && opened.before === before
      ),
    );
    const opened = live?.inside.opened
      ?? this.known.get(key)
      ?? this.before.get(key)
      ?? this.anew(language, region, { before, text, after }, line);
    opened.region = region;
    if (live === undefined) this.known.set(key, opened);
    return new Inside(rows, opened, around);
  }

  private anew(
    language: Language,
    region: Region,
    { before, text, after }: {
      readonly before: string;
      readonly text: string;
      readonly after: string;
    },
    line: number | undefined,
  ): Opened {
    const fallback = (): Partial<Style> => this.fallbackOf(opened.region);
    const document = this.host.opened(language, region.languageId, text, line, fallback);
    const opened: Opened = { document, before, after, region };
    return opened;
  }

  /** The style of a region that shows nothing itself: its lines go on with the host's step where they stand among those. */
  private fallbackOf({ nested, fallback }: Region): Partial<Style> {
    if (nested !== true) return fallback ?? {};
    const { indentStyle, indentSize } = this.host.style();
    return { indentStyle, indentSize, ...fallback };
  }
}

/**
 * What a language says of regions that a function tells.
 *
 * @param readsMore whether `find` asks a syntax for more than its tokens and its tree, which then has to be read
 * again wherever white space has changed.
 */
export const regionsBy = (find: FindRegions, { readsMore = false } = {}): Regions => ({
  in: find,
  movable: movableBy(find),
  open: (host) => new HostRegions(host, find, readsMore),
});

/**
 * Regions where changes of their host bring them that touch neither them nor the lines that open them; undefined
 * where one is touched.
 */
function untouched(
  regions: readonly Region[],
  text: string,
  changes: ChangeList,
): Region[] | undefined {
  const found: Region[] = [];
  let by = 0;
  let i = 0;
  for (const region of regions) {
    let opener = region.from;
    while (isLineEnd(text.charCodeAt(opener - 1))) opener--;
    opener = startOfLine(text, opener);
    let next = i < changes.length ? changes.at(i) : undefined;
    while (next !== undefined && next.to < opener) {
      by += next.text.length - (next.to - next.from);
      next = ++i < changes.length ? changes.at(i) : undefined;
    }
    if (next !== undefined && next.from <= region.to) return undefined;
    found.push(shifted(region, by));
  }
  return found;
}

/** A region that lies elsewhere by a number of characters. */
function shifted(region: Region, by: number): Region {
  const { from, to, islands } = region;
  return {
    ...region,
    from: from + by,
    to: to + by,
    ...(islands && { islands: movedBy(islands, by) }),
  };
}

/**
 * A region as it is for what is put in at a stretch: that goes on with one that ends on the line above, and says nothing of
 * where the lines of one begin at whose beginning it stands, as those below do.
 */
function aroundPut(lines: Lines, region: Region, { from, to }: Span): Region {
  const { start, prefix, nested } = region;
  const isBlank = (begin: number): boolean => lines.slice(begin, from).trim() === "";
  if (region.to < from)
    return start === undefined && isBlank(region.to) ? { ...region, to: from } : region;
  if (nested !== true || from < region.from || !isBlank(region.from)) return region;
  for (let line = lines.lineAt(to); lines.lineStart(line) < region.to; line++) {
    const row = lines.slice(lines.lineStart(line), lines.lineEnd(line));
    if (lines.lineStart(line) < to || row.trim() === "") continue;
    const white = whiteOf(row, row.length);
    return prefix.startsWith(white) ? { ...region, prefix: white } : region;
  }
  return region;
}

/** How many characters are looked at together. */
const LOOK = 64;

/** Whether a region goes on up to the line of an offset: what is a text by itself does so over blank lines. */
function goesOn(lines: Lines, { to, start }: Region, offset: number): boolean {
  if (start !== undefined) return false;
  const end = lines.lineEnd(lines.lineAt(offset));
  // Mostly something stands soon after it, and the offset is far.
  for (let at = to; at < end; at += LOOK)
    if (lines.slice(at, Math.min(end, at + LOOK)).trim() !== "") return false;
  return true;
}

/** Whether a change gives its line another length, or other lines. */
function resizes(lines: Lines, { from, to, text }: Change): boolean {
  return text.length !== to - from || holdsLineEnd(lines.slice(from, to));
}

const meets = (a: Span, b: Span): boolean => a.from < b.to && b.from < a.to;
