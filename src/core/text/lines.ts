import { Char } from "./characters.js";
import { Allotment, doubledInts } from "./arrays.js";
import { endsLineAt } from "./line-ends.js";
import { lastAtMost } from "./search.js";

/** A place in a text: zero-based line, and a zero-based character in the units of the encoding. */
export interface Position {
  readonly line: number;
  readonly character: number;
}

/** @throws RangeError where a position's numbers are none, or negative. */
export function checkPosition({ line, character }: Position): void {
  if (Number.isInteger(line) && line >= 0 && Number.isInteger(character) && character >= 0) return;
  throw new RangeError(
    `Position ${line}:${character} is none: line and character are whole numbers from 0.`,
  );
}

/** @throws RangeError where a range's positions are none, or the wrong way round. */
export function checkRange({ start, end }: Range): void {
  checkPosition(start);
  checkPosition(end);
  if (start.line < end.line || (start.line === end.line && start.character <= end.character))
    return;
  throw new RangeError(
    `Range ${start.line}:${start.character}–${end.line}:${end.character} ends before it starts.`,
  );
}

/** A half-open stretch of a text: `end` is the first position outside it. */
export interface Range {
  readonly start: Position;
  readonly end: Position;
}

/** How characters are counted in a position. `utf-16` unless a caller negotiated another. */
export type PositionEncoding = "utf-8" | "utf-16" | "utf-32";

/** A text by its lines. */
export interface Lines {
  readonly text: string;
  /** In UTF-16 units. */
  readonly length: number;
  /** How many lines the text has; an empty text has one. */
  readonly count: number;
  slice(from: number, to: number): string;
  charCodeAt(offset: number): number;
  /** UTF-16 offset of the first character of `line`; past the last line, the text's length. */
  lineStart(line: number): number;
  /** UTF-16 offset of the end of `line`, before its line end. */
  lineEnd(line: number): number;
  /** The line that holds the UTF-16 `offset`. */
  lineAt(offset: number): number;
  positionAt(offset: number, encoding?: PositionEncoding): Position;
  offsetAt(position: Position, encoding?: PositionEncoding): number;
}

/**
 * Where the lines of a text begin, and the translation between UTF-16 offsets and positions.
 *
 * A line ends with `\n`, `\r\n` or a lone `\r`, as in the Language Server Protocol. Positions
 * outside the text are brought back to the nearest one inside it.
 */
export class LineIndex implements Lines {
  /** Where lines begin; found when somebody asks. */
  private known: Int32Array | undefined;

  private constructor(readonly text: string) {}

  static of(text: string): LineIndex {
    return new LineIndex(text);
  }

  /** How many lines the text has; an empty text has one. */
  get count(): number {
    return this.starts.length;
  }

  private get starts(): Int32Array {
    return (this.known ??= lineStarts(this.text));
  }

  lineStart(line: number): number {
    if (line < 0) return 0;
    return line < this.count ? this.starts[line]! : this.text.length;
  }

  lineEnd(line: number): number {
    return lineEndOf(this, line);
  }

  lineAt(offset: number): number {
    return Math.max(0, lastAtMost(this.starts, offset));
  }

  get length(): number {
    return this.text.length;
  }

  slice(from: number, to: number): string {
    return this.text.slice(from, to);
  }

  charCodeAt(offset: number): number {
    return this.text.charCodeAt(offset);
  }

  positionAt(offset: number, encoding: PositionEncoding = "utf-16"): Position {
    return positionIn(this, offset, encoding);
  }

  offsetAt(position: Position, encoding: PositionEncoding = "utf-16"): number {
    return offsetIn(this, position, encoding);
  }
}

/** The end of a line, before its line end. */
export function lineEndOf(
  lines: Pick<Lines, "count" | "lineStart" | "charCodeAt">,
  line: number,
): number {
  let end = lines.lineStart(line + 1);
  if (line + 1 < lines.count) {
    if (end > 0 && lines.charCodeAt(end - 1) === Char.LineFeed) end--;
    if (end > lines.lineStart(line) && lines.charCodeAt(end - 1) === Char.CarriageReturn) end--;
  }
  return end;
}

export function positionIn(
  lines: Lines,
  offset: number,
  encoding: PositionEncoding,
): Position {
  const inside = Math.max(0, Math.min(offset, lines.length));
  const line = lines.lineAt(inside);
  const start = lines.lineStart(line);
  if (encoding === "utf-16") return { line, character: inside - start };
  return { line, character: unitsIn(lines.slice(start, inside), encoding) };
}

export function offsetIn(
  lines: Lines,
  { line, character }: Position,
  encoding: PositionEncoding,
): number {
  if (line < 0) return 0;
  if (line >= lines.count) return lines.length;
  const start = lines.lineStart(line);
  const end = lines.lineEnd(line);
  if (encoding === "utf-16") return Math.max(start, Math.min(start + character, end));
  let offset = start;
  let left = character;
  for (const sign of lines.slice(start, end)) {
    left -= unitsOf(sign.codePointAt(0)!, encoding);
    if (left < 0) break;
    offset += sign.length;
  }
  return offset;
}

function unitsOf(code: number, encoding: PositionEncoding): number {
  if (encoding === "utf-32") return 1;
  if (encoding === "utf-16") return code > 0xffff ? 2 : 1;
  if (code < 0x80) return 1;
  if (code < 0x800) return 2;
  return code < 0x10000 ? 3 : 4;
}

/** How long a text is in the units of an encoding. */
export function unitsIn(text: string, encoding: PositionEncoding): number {
  let units = 0;
  for (const sign of text) units += unitsOf(sign.codePointAt(0)!, encoding);
  return units;
}

function lineStarts(text: string): Int32Array {
  const room = Math.max(16, text.length >> 4);
  let starts = new Allotment(room * 4).ints(room);
  let count = 1;
  const add = (offset: number): void => {
    if (count === starts.length) starts = doubledInts(starts);
    starts[count++] = offset;
  };
  if (text.includes("\r")) {
    for (let i = 0; i < text.length; i++) if (endsLineAt(text, i)) add(i + 1);
  } else {
    for (let i = text.indexOf("\n"); i >= 0; i = text.indexOf("\n", i + 1)) add(i + 1);
  }
  return starts.subarray(0, count);
}
