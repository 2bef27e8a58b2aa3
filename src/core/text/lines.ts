import { Char } from "./characters.js";
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

/**
 * A text by its lines, and the translation between UTF-16 offsets and positions.
 *
 * A line ends with `\n`, `\r\n` or a lone `\r`, as in the Language Server Protocol. Positions
 * outside the text are brought back to the nearest one inside it.
 */
export abstract class Lines {
  abstract readonly text: string;
  /** In UTF-16 units. */
  abstract readonly length: number;
  /** How many lines the text has; an empty text has one. */
  abstract readonly count: number;
  abstract slice(from: number, to: number): string;
  abstract charCodeAt(offset: number): number;
  /** UTF-16 offset of the first character of `line`; past the last line, the text's length. */
  abstract lineStart(line: number): number;
  /** The line that holds the UTF-16 `offset`. */
  abstract lineAt(offset: number): number;

  /** UTF-16 offset of the end of `line`, before its line end. */
  lineEnd(line: number): number {
    let end = this.lineStart(line + 1);
    if (line + 1 < this.count) {
      if (end > 0 && this.charCodeAt(end - 1) === Char.LineFeed) end--;
      if (end > this.lineStart(line) && this.charCodeAt(end - 1) === Char.CarriageReturn) end--;
    }
    return end;
  }

  positionAt(offset: number, encoding: PositionEncoding = "utf-16"): Position {
    const inside = Math.max(0, Math.min(offset, this.length));
    const line = this.lineAt(inside);
    const start = this.lineStart(line);
    if (encoding === "utf-16") return { line, character: inside - start };
    return { line, character: unitsIn(this.slice(start, inside), encoding) };
  }

  offsetAt({ line, character }: Position, encoding: PositionEncoding = "utf-16"): number {
    if (line < 0) return 0;
    if (line >= this.count) return this.length;
    const start = this.lineStart(line);
    const end = this.lineEnd(line);
    if (encoding === "utf-16") return Math.max(start, Math.min(start + character, end));
    let offset = start;
    let left = character;
    for (const sign of this.slice(start, end)) {
      left -= unitsOf(sign.codePointAt(0)!, encoding);
      if (left < 0) break;
      offset += sign.length;
    }
    return offset;
  }
}

/** A text with where its lines begin. */
export class LineIndex extends Lines {
  /** Where lines begin; found when somebody asks. */
  private known: readonly number[] | undefined = undefined;

  private constructor(readonly text: string) {
    super();
  }

  static of(text: string): LineIndex {
    return new LineIndex(text);
  }

  get count(): number {
    return this.starts.length;
  }

  private get starts(): readonly number[] {
    return (this.known ??= lineStarts(this.text));
  }

  lineStart(line: number): number {
    if (line < 0) return 0;
    return line < this.count ? this.starts[line]! : this.text.length;
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

function lineStarts(text: string): number[] {
  const starts = [0];
  if (text.includes("\r")) {
    for (let i = 0; i < text.length; i++) if (endsLineAt(text, i)) starts.push(i + 1);
  } else {
    for (let i = text.indexOf("\n"); i >= 0; i = text.indexOf("\n", i + 1)) starts.push(i + 1);
  }
  return starts;
}
