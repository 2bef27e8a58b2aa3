import type { Document } from "../document.js";
import type { Language, Syntax } from "../language.js";
import type { Span } from "../outline/excerpt.js";
import type { Typed } from "../requests/typed.js";
import type { Style } from "../style/style.js";
import { ChangeList } from "../text/changelist.js";
import { compose } from "../text/compose.js";
import { mapOffset, type Change } from "../text/edits.js";
import { LineIndex } from "../text/lines.js";
import { Inside, type Opened } from "./inside.js";
import { OpenedRegions } from "./opened.js";
import type { Region, Regions } from "./region.js";

/** What regions ask of the document that holds them. */
export interface HostDocument {
  readonly language: Language;
  style(call?: Partial<Style>): Style;
  /** The language with an identifier. */
  languageOf(languageId: string): Language | undefined;
  /** Opens a text with the styles that act on the host. */
  opened(language: Language, languageId: string, text: string): Document;
}

/** The regions of one document, whose places are those of its text or of an excerpt. */
export class HostRegions {
  private readonly lately = new OpenedRegions();

  constructor(private readonly host: HostDocument, private readonly regions: Regions) {}

  /** What was left alone inside the regions of a text. */
  unsettled(syntax: Syntax): Span[] {
    return this.all(syntax).flatMap((one) => one.unsettled());
  }

  /**
   * Changes of a text with those of its regions, which are laid out in the places where these bring them.
   *
   * @param stretches what is formatted of the text; all of it where they are left out.
   */
  with(
    syntax: Syntax,
    changes: Iterable<Change>,
    call: Partial<Style> | undefined,
    stretches?: readonly Span[],
  ): ChangeList {
    const list = changes instanceof ChangeList ? changes : ChangeList.of(changes);
    const moved = ({ from, to }: Span): Span => ({
      from: mapOffset(from, list),
      to: mapOffset(to, list),
    });
    const { text } = syntax.tokens;
    const there = stretches?.map(moved);
    const again = this.host.language.parse(list.appliedTo(text));
    const held = syntax.held === undefined ? {} : { held: syntax.held.map(moved) };
    const inside = this.all({ ...again, ...held }, call).flatMap((one) => (
      there === undefined ? one.formatted(call) : one.selected(there, call)
    ));
    return inside.length === 0 ? list : compose(text, list, ChangeList.of(inside));
  }

  /** What a character comes to that was typed in a region; undefined where it was typed in none. */
  typed(
    syntax: Syntax,
    place: number,
    character: string,
    call: Partial<Style> | undefined,
  ): Required<Typed> | undefined {
    const { regions } = this;
    // Enter may have left the region: what it began lacks what stands before the others' lines.
    const lines = LineIndex.of(syntax.tokens.text);
    const line = lines.lineAt(place);
    const before = character === "\n" && line > 0 ? lines.lineEnd(line - 1) : place;
    const reaching: Regions = function* (whole) {
      for (const region of regions(whole)) {
        const meets = region.from <= before && region.to >= before && region.to < place;
        yield meets ? { ...region, to: lines.lineEnd(line) } : region;
      }
    };
    return this.around(syntax, { from: place, to: place }, call, reaching)?.typed(
      place,
      character,
      call,
    );
  }

  /** What text comes to that was put into a region whole; undefined where it was not. */
  put(
    syntax: Syntax,
    place: Span,
    request: "formatOnPaste" | "formatOnMove",
    call: Partial<Style> | undefined,
  ): Change[] | undefined {
    return this.around(syntax, place, call)?.put(request, place, call);
  }

  private all(syntax: Syntax, call?: Partial<Style>): Inside[] {
    const open = (language: Language, languageId: string, text: string): Document =>
      this.host.opened(language, languageId, text);
    return Inside.all(this.regions, syntax, this.host.style(call), this.opening(open));
  }

  /** The region that holds a stretch, open as it was a few keys ago. */
  private around(
    syntax: Syntax,
    { from, to }: Span,
    call: Partial<Style> | undefined,
    regions = this.regions,
  ): Inside | undefined {
    const open = (language: Language, languageId: string, text: string): Document =>
      this.lately.of(languageId, text, () => this.host.opened(language, languageId, text));
    // With the line end behind it.
    const near = (region: Region): boolean => region.from <= from && region.to + 2 >= to;
    return Inside.all(regions, syntax, this.host.style(call), this.opening(open), near).find(
      (one) => one.holds(from, to),
    );
  }

  /** Opens a region's text with what stands around a fragment of its kind. */
  private opening(open: HostDocument["opened"]) {
    return ({ languageId, start }: Region, text: string): Opened | undefined => {
      const language = this.host.languageOf(languageId);
      if (language === undefined) return undefined;
      const [before, after] = (start && language.fragments?.[start]) ?? ["", ""];
      return { document: open(language, languageId, before + text + after), before, after };
    };
  }
}
