import {
  LineIndex,
  unitsIn,
  type Lines,
  type Position,
  type PositionEncoding,
  type Range,
} from "./lines.js";

/** One replacement in a text, in the shape of the Language Server Protocol. */
export interface TextEdit {
  readonly range: Range;
  readonly newText: string;
  /** The rule that asked for it, as `language/rule`. */
  readonly rule: string;
}

/** A replacement that a rule asked for. */
export interface Change extends OffsetChange {
  readonly rule: string;
}

export type Stretch = Pick<OffsetChange, "from" | "to">;

/** The order of changes, or other stretches: what is put in at a place goes before what is replaced there. */
export const byPlace = (a: Stretch, b: Stretch): number => a.from - b.from || a.to - b.to;

/** Changes, or other stretches, in a text that begins `by` characters earlier. */
export const movedBy = <S extends Stretch>(
  stretches: Iterable<S>,
  by: number,
): S[] =>
  Array.from(stretches, (one) => ({ ...one, from: one.from + by, to: one.to + by }));

/** Changes as edits, positions counted in `encoding`. */
export function toTextEdits(
  lines: Lines,
  changes: Iterable<Change>,
  encoding: PositionEncoding = "utf-16",
): TextEdit[] {
  const edits: TextEdit[] = [];
  for (const { from, to, text, rule } of changes) {
    const start = lines.positionAt(from, encoding);
    const { line, character } = start;
    // Most changes lie within a line.
    const isWithin = encoding === "utf-16" && to < lines.lineStart(line + 1);
    const end = to === from
      ? start
      : isWithin
      ? { line, character: character + to - from }
      : lines.positionAt(to, encoding);
    edits.push({ range: { start, end }, newText: text, rule });
  }
  return edits;
}

/** The text after sorted, disjoint changes. */
export function applyChanges(text: string, changes: readonly OffsetChange[]): string {
  const parts: string[] = [];
  let at = 0;
  for (const change of changes) {
    if (change.from > at) parts.push(text.slice(at, change.from));
    if (change.text !== "") parts.push(change.text);
    at = change.to;
  }
  parts.push(text.slice(at));
  return parts.join("");
}

/** Either one edit, or anything else that carries a range and a text. */
type EditLike = Pick<TextEdit, "range" | "newText">;

/** A change of a text by UTF-16 offsets: what lies in [from, to) becomes `text`. */
export interface OffsetChange {
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

function place(
  lines: LineIndex,
  edits: readonly EditLike[],
  encoding: PositionEncoding,
): OffsetChange[] {
  const placed = edits.map((edit) => ({
    from: lines.offsetAt(edit.range.start, encoding),
    to: lines.offsetAt(edit.range.end, encoding),
    text: edit.newText,
  }));
  let end = 0;
  placed.forEach((edit, i) => {
    if (edit.to < edit.from)
      throw new RangeError(`Edit ${i} ends before it starts: ${show(edits[i]!.range)}`);
    if (edit.from < end)
      throw new RangeError(
        `Edit ${i} overlaps the one before it or is out of order: ${show(edits[i]!.range)}`,
      );
    end = edit.to;
  });
  return placed;
}

const show = (
  { start, end }: Range,
): string => `${start.line}:${start.character}–${end.line}:${end.character}`;

/**
 * The text with the edits applied.
 *
 * @param edits sorted by position and disjoint, as every request of this library answers them.
 * @throws RangeError naming the edit, where they overlap or are out of order.
 */
export function applyEdits(
  text: string,
  edits: readonly EditLike[],
  encoding: PositionEncoding = "utf-16",
): string {
  const placed = place(LineIndex.of(text), edits, encoding);
  return applyChanges(text, placed);
}

/**
 * Where an offset stands once sorted, disjoint changes are in: at the place of an insertion behind it,
 * inside what is replaced at its end.
 */
export function mapOffset(offset: number, changes: Iterable<OffsetChange>): number {
  let shift = 0;
  for (const { from, to, text } of changes) {
    if (from > offset) break;
    if (to > offset) return from + shift + text.length;
    shift += text.length - (to - from);
  }
  return offset + shift;
}

/** How a position is mapped. */
export interface MapOptions {
  /** Whether a position at the place of an insertion stays before it or goes behind it; `before` unless stated. */
  readonly affinity?: "before" | "after" | undefined;
  /** What characters are counted in; `utf-16` unless stated. */
  readonly encoding?: PositionEncoding | undefined;
}

/**
 * Where a position of the old text stands once the edits are in. A position inside replaced text
 * goes to the end of its replacement.
 *
 * @param edits as for `applyEdits`.
 */
export function mapPosition(
  position: Position,
  edits: readonly EditLike[],
  { affinity = "before", encoding = "utf-16" }: MapOptions = {},
): Position {
  // Old and new place of the end of the last edit before the position.
  let old: Position = { line: 0, character: 0 };
  let fresh: Position = old;
  const moved = ({ line, character }: Position): Position =>
    line === old.line
      ? { line: fresh.line, character: fresh.character + character - old.character }
      : { line: fresh.line + line - old.line, character };
  for (const { range, newText } of edits) {
    const at = affinity === "after" && isEmpty(range) && samePlace(range.start, position);
    if (!at && !isBefore(range.start, position)) break;
    const end = advance(moved(range.start), newText, encoding);
    if (isBefore(position, range.end)) return end;
    old = range.end;
    fresh = end;
  }
  return moved(position);
}

const isBefore = (a: Position, b: Position): boolean =>
  a.line < b.line || (a.line === b.line && a.character < b.character);

const samePlace = (a: Position, b: Position): boolean =>
  a.line === b.line && a.character === b.character;

const isEmpty = ({ start, end }: Range): boolean => samePlace(start, end);

function advance(
  { line, character }: Position,
  text: string,
  encoding: PositionEncoding,
): Position {
  const rows = text.split(/\r\n|\r|\n/);
  const last = unitsIn(rows[rows.length - 1]!, encoding);
  return rows.length === 1
    ? { line, character: character + last }
    : { line: line + rows.length - 1, character: last };
}
