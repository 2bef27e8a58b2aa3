import type { OffsetChange } from "../text/edits.js";
import { isLineEnd } from "../text/line-ends.js";
import type { Lines } from "../text/lines.js";
import type { Span } from "../outline/excerpt.js";
import type { Inside } from "./inside.js";
import type { Region } from "./region.js";

/** A region that is being typed in: its document follows every change of the host. */
export class LiveRegion {
  /** Whether it still ends where the host last said so. */
  sure = true;
  /** Where it began lines that lack what stands before the others, if that is all that is unsure. */
  began: Span | undefined = undefined;

  constructor(public inside: Inside) {}

  get region(): Region {
    return this.inside.region;
  }

  /** Whether it is a region that the host tells of; islands may have come to be or have changed, which only its text tells. */
  is({ from, to, languageId, start, prefix, islands }: Region): boolean {
    const { region } = this;
    return (
      region.from === from
      && region.to === to
      && region.languageId === languageId
      && region.start === start
      && region.prefix === prefix
      && (islands ?? region.islands) === undefined
    );
  }

  /** Something else has changed, which may have it end elsewhere. */
  forget(): void {
    this.sure = false;
    this.began = undefined;
  }

  /**
   * Follows a change of the host.
   *
   * @returns "inside" where it concerns nothing else, "outside" where something else, "lost" where it reaches
   * over an edge.
   */
  follow(before: Lines, after: Lines, change: OffsetChange): "inside" | "outside" | "lost" {
    const { inside, region } = this;
    const { from, to, text } = change;
    const shift = text.length - (to - from);
    if (from > region.to) return "outside";
    if (from < region.from) {
      if (to > region.from) return "lost";
      this.inside = inside.shifted(shift);
      return "outside";
    }
    if (to > region.to) return "lost";
    const closed = closes(before, region, from, to)
      || closes(after, { ...region, to: region.to + shift }, from, from + text.length);
    const next = inside.replaced(after, change);
    this.inside = next.inside;
    const { began } = this;
    const known = this.sure || began !== undefined;
    // Whole lines put at its edges touch neither what opens it nor what closes it; its first line may tell its depth.
    const asLines =
      from === to && text.trim() !== "" && endsLine(text, text.length) && endsLine(before, from);
    const isWithin =
      (from > region.from || (asLines && region.nested !== true))
      && (to < region.to || asLines);
    const stays = known && !closed && next.exact && isWithin;
    const stretch = {
      from: Math.min(from, began?.from ?? from),
      to: Math.max(to, began?.to ?? to) + shift,
    };
    const whole = next.inside.rows.isWhole(stretch.from, stretch.to, after);
    this.began = stays && !whole ? stretch : undefined;
    this.sure = stays && whole;
    return stays ? "inside" : "outside";
  }
}

/** Whether a line ends just before an offset. */
const endsLine = (text: Pick<Lines, "charCodeAt">, offset: number): boolean =>
  isLineEnd(text.charCodeAt(offset - 1));

/** Whether the lines of a stretch hold what may end a region, as far as they are its. */
function closes(text: Lines, region: Region, from: number, to: number): boolean {
  if (region.closer === undefined) return true;
  const start = Math.max(region.from, text.lineStart(text.lineAt(from)));
  const end = Math.min(region.to, text.lineEnd(text.lineAt(to)));
  return region.closer.test(text.slice(start, end));
}
