import type { Document } from "../document.js";
import type { Syntax } from "../language.js";
import type { Span } from "../outline/excerpt.js";
import { heldSpans, holdsIn } from "../outline/holds.js";
import { holdsFile } from "../requests/holds.js";
import type { Typed } from "../requests/typed.js";
import type { Style } from "../style/style.js";
import { applyChanges, mapOffset, type Change } from "../text/edits.js";
import type { Position } from "../text/lines.js";
import { columnsBetween } from "../text/width.js";
import { RegionText, type Region, type Regions } from "./region.js";

/** In however narrow a column a region stands, its lines may be so long. */
const LEAST_WIDTH = 20;

/** Opens the text of a region as a document; undefined where nobody knows its language. */
export type OpenRegion = (region: Region, text: string) => Opened | undefined;

/** A document, and what was put around a fragment to make it a whole text. */
export interface Opened {
  readonly document: Document;
  readonly before: string;
  readonly after: string;
}

/** A region of a host's text, open as a document of its own. */
export class Inside {
  private readonly document: Document;

  private constructor(
    private readonly host: string,
    private readonly map: RegionText,
    private readonly opened: Opened,
    private readonly hostStyle: Style,
  ) {
    this.document = opened.document;
  }

  /** The regions of a text that are wanted, are not held, and whose languages are known. */
  static all(
    regions: Regions,
    syntax: Syntax,
    hostStyle: Style,
    open: OpenRegion,
    wanted: (region: Region) => boolean = () => true,
  ): Inside[] {
    if (holdsFile(syntax)) return [];
    const { text } = syntax.tokens;
    const held = syntax.held ?? heldSpans(holdsIn(syntax), text.length);
    const found: Inside[] = [];
    for (const region of regions(syntax)) {
      if (!wanted(region)) continue;
      if (held.some(({ from, to }) => region.from >= from && region.to <= to)) continue;
      const map = RegionText.of(text, region);
      const opened = open(region, map.text);
      if (opened !== undefined) found.push(new Inside(text, map, opened, hostStyle));
    }
    return found;
  }

  get region(): Region {
    return this.map.region;
  }

  /** Whether a stretch of the host lies in the region, the line end behind that among it. */
  holds(from: number, to = from): boolean {
    const { region, host } = this;
    const beyond = host.slice(region.to, to);
    return (
      from >= region.from
      && from <= region.to
      && (to <= region.to || /^(?:\r\n|\r|\n)$/.test(beyond))
    );
  }

  /** The style of a call, with what the host decides: line ends, and columns that its prefix takes. */
  private style(call: Partial<Style> | undefined): Partial<Style> {
    const { prefix } = this.region;
    const width =
      this.document.style(call).maxLineLength - columnsBetween(prefix, 0, prefix.length);
    return {
      ...call,
      insertFinalNewline: false,
      endOfLine: this.hostStyle.endOfLine,
      maxLineLength: Math.max(width, LEAST_WIDTH),
    };
  }

  /** The position inside of an offset of the host. */
  private positionAt(offset: number): Position {
    return this.document.positionAt(this.opened.before.length + this.map.inner(offset));
  }

  /**
   * Changes inside as the host's. Of a fragment nothing is kept where its edges would change: those are the
   * host's. What comes behind its surroundings is no part of it.
   */
  private back(changes: readonly Change[]): Change[] {
    const { map, opened: { before, after } } = this;
    if (before === "" && after === "") return map.back(changes);
    const [begin, end] = [before.length, before.length + map.text.length];
    const within = changes.filter(({ from, to }) => from < end + after.length || to <= end);
    const inner = within.every(
      ({ from, to }) => from >= begin && to <= end && (from < to || (from > begin && from < end)),
    );
    if (!inner) return [];
    return map.back(
      within.map((change) => ({ ...change, from: change.from - begin, to: change.to - begin })),
    );
  }

  /** The changes that format the region; none where something of it does not parse. */
  formatted(call: Partial<Style> | undefined): Change[] {
    const { changes, unsettled } = this.document.formatDocument(this.style(call));
    return unsettled.length > 0 ? [] : this.back(changes);
  }

  /** The same for stretches of the host that touch it. */
  selected(
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
    if (ranges.length === 0) return [];
    const { changes, unsettled } = document.formatSelection(ranges, this.style(call));
    return unsettled.length > 0 ? [] : this.back(changes);
  }

  /** What was left alone inside, as stretches of the host. */
  unsettled(): Span[] {
    const { map, opened: { before }, region } = this;
    const host = (offset: number): number =>
      Math.min(region.to, map.host(Math.max(0, offset - before.length)));
    return this.document.unsettled().map(({ from, to }) => ({ from: host(from), to: host(to) }));
  }

  /** What pasted or moved text comes to that lies in the region whole. */
  put(
    request: "formatOnPaste" | "formatOnMove",
    { from, to }: Span,
    call: Partial<Style> | undefined,
  ): Change[] {
    const range = { start: this.positionAt(from), end: this.positionAt(to) };
    return this.back(this.document[request](range, this.style(call)).changes);
  }

  /** What a character comes to that was typed in the region, `offset` being just after it. */
  typed(offset: number, character: string, call: Partial<Style> | undefined): Required<Typed> {
    const { document, map } = this;
    const at = this.positionAt(offset);
    const { edits, caret } = document.formatOnType(at, character, this.style(call));
    const inner = document.changesOf(edits);
    const changes = this.back(inner);
    // What a fragment's edges forbid is given up whole.
    if (changes.length === 0 && edits.length > 0) return { changes, caret: offset };
    // The line that Enter began gets what stands before the others.
    const lacks = character === "\n" ? map.lacking(offset) : undefined;
    if (lacks !== undefined && lacks.text !== "") {
      const same = changes.findIndex(({ from }) => from === lacks.at);
      const rule = changes[same]?.rule ?? `${document.language.family}/new-line`;
      if (same < 0) {
        changes.push({ from: lacks.at, to: lacks.at, text: lacks.text, rule });
        changes.sort((a, b) => a.from - b.from);
      } else {
        changes[same] = { ...changes[same]!, text: lacks.text + changes[same]!.text };
      }
    }
    return { changes, caret: this.caretAfter(changes, inner, caret) };
  }

  /** Where a position of the changed text inside stands in the changed host. */
  private caretAfter(
    changes: readonly Change[],
    inner: readonly Change[],
    caret: Position,
  ): number {
    const { document, host, opened, region } = this;
    const after = RegionText.of(
      applyChanges(host, changes),
      { ...region, to: mapOffset(region.to, changes) },
    );
    document.replace(inner);
    return after.host(Math.max(0, document.offsetAt(caret) - opened.before.length));
  }
}
