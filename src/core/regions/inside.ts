import type { Document } from "../document.js";
import { holdsFile } from "../requests/holds.js";
import { heldSpans, holdsIn } from "../outline/holds.js";
import type { Syntax } from "../language.js";
import type { Style } from "../style/style.js";
import type { Change, TextEdit } from "../text/edits.js";
import type { Position } from "../text/lines.js";
import { columnsBetween } from "../text/width.js";
import type { Region, Regions } from "./region.js";
import { RegionText } from "./region.js";

/** In however narrow a column a region stands, its lines may be so long. */
const LEAST_WIDTH = 20;

/** Opens the text of a region as a document; undefined where nobody knows its language. */
export type OpenRegion = (region: Region, text: string) => Document | undefined;

/** What typing inside comes to, in the host's offsets. */
export interface TypedInside {
  readonly changes: Change[];
  /** The caret's offset once they are in. */
  readonly caret: number;
}

/** A region of a host's text, open as a document of its own. */
export class Inside {
  private constructor(
    private readonly host: string,
    private readonly map: RegionText,
    private readonly document: Document,
    private readonly hostStyle: Style,
  ) {}

  /** The regions of a text that are not held and whose languages are known. */
  static all(
    regions: Regions | undefined,
    syntax: Syntax,
    hostStyle: Style,
    open: OpenRegion,
  ): Inside[] {
    if (regions === undefined || holdsFile(syntax)) return [];
    const { text } = syntax.tokens;
    const held = syntax.held ?? heldSpans(holdsIn(syntax), text.length);
    const found: Inside[] = [];
    for (const region of regions(syntax)) {
      if (held.some(({ from, to }) => region.from >= from && region.to <= to)) continue;
      const map = RegionText.of(text, region);
      const document = open(region, map.text);
      if (document !== undefined) found.push(new Inside(text, map, document, hostStyle));
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

  /** The changes that format the region; none where something of it does not parse. */
  formatted(call: Partial<Style> | undefined): Change[] {
    const { changes, unsettled } = this.document.formatDocument(this.style(call));
    return unsettled.length > 0 ? [] : this.map.back(changes);
  }

  /** The same for stretches of the host that touch it. */
  selected(
    stretches: readonly { readonly from: number; readonly to: number }[],
    call: Partial<Style> | undefined,
  ): Change[] {
    const { document, map, region } = this;
    const ranges = stretches
      .filter(({ from, to }) => from < region.to && to > region.from)
      .map(({ from, to }) => ({
        start: document.positionAt(map.inner(Math.max(from, region.from))),
        end: document.positionAt(map.inner(Math.min(to, region.to))),
      }));
    if (ranges.length === 0) return [];
    const { changes, unsettled } = document.formatSelection(ranges, this.style(call));
    return unsettled.length > 0 ? [] : map.back(changes);
  }

  /** What was left alone inside, as stretches of the host. */
  unsettled(): { from: number; to: number }[] {
    const { document, map } = this;
    return document.formatDocument().unsettled.map(({ start, end }) => ({
      from: map.host(document.offsetAt(start)),
      to: map.host(document.offsetAt(end)),
    }));
  }

  /** What pasted or moved text comes to that lies in the region whole. */
  put(
    request: "formatOnPaste" | "formatOnMove",
    from: number,
    to: number,
    call: Partial<Style> | undefined,
  ): Change[] {
    const { document, map } = this;
    const range = {
      start: document.positionAt(map.inner(from)),
      end: document.positionAt(map.inner(to)),
    };
    return map.back(document[request](range, this.style(call)).changes);
  }

  /** What a character comes to that was typed in the region, `offset` being just after it. */
  typed(offset: number, character: string, call: Partial<Style> | undefined): TypedInside {
    const { document, host, map, region } = this;
    const at = document.positionAt(map.inner(offset));
    const { edits, caret } = document.formatOnType(at, character, this.style(call));
    const changes = map.back(edits.map((edit) => this.changeOf(edit)));
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
    return { changes, caret: this.caretAfter(host, region, changes, edits, caret) };
  }

  private changeOf({ range, newText, rule }: TextEdit): Change {
    const { document } = this;
    return {
      from: document.offsetAt(range.start),
      to: document.offsetAt(range.end),
      text: newText,
      rule,
    };
  }

  /** Where a position of the changed text inside stands in the changed host. */
  private caretAfter(
    host: string,
    region: Region,
    changes: readonly Change[],
    edits: readonly TextEdit[],
    caret: Position,
  ): number {
    const { document } = this;
    const grown = changes.reduce((sum, { from, to, text }) => sum + text.length - (to - from), 0);
    const after = RegionText.of(applied(host, changes), { ...region, to: region.to + grown });
    document.replace(edits.map((edit) => this.changeOf(edit)));
    return after.host(document.offsetAt(caret));
  }
}

const applied = (text: string, changes: readonly Change[]): string =>
  [...changes].reverse().reduce(
    (whole, { from, to, text: put }) => whole.slice(0, from) + put + whole.slice(to),
    text,
  );
