import type { ChangeList } from "./text/changelist.js";
import { toTextEdits, type TextEdit } from "./text/edits.js";
import type { Lines, PositionEncoding, Range } from "./text/lines.js";

/** What a request answers. */
export class Answer {
  private listed: readonly TextEdit[] | undefined;

  constructor(
    private readonly lines: Lines,
    private readonly changes: ChangeList,
    private readonly encoding: PositionEncoding,
    /** Ranges left alone because they do not parse. */
    readonly unsettled: readonly Range[],
  ) {}

  /** Sorted, disjoint and minimal. They are made when first looked at. */
  get edits(): readonly TextEdit[] {
    return (this.listed ??= toTextEdits(this.lines, this.changes, this.encoding));
  }

  /** What is printed of an answer: its edits and its unsettled ranges. */
  toJSON(): Pick<Answer, "edits" | "unsettled"> {
    return { edits: this.edits, unsettled: this.unsettled };
  }

  /** How many edits there are. */
  get editCount(): number {
    return this.changes.length;
  }

  /** The text with the edits in it. For a very long answer it takes far less memory than `edits`. */
  get text(): string {
    return this.changes.length === 0 ? this.lines.text : this.changes.appliedTo(this.lines.text);
  }
}
