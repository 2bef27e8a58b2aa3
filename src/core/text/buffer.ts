import { Char } from "./characters.js";
import {
  LineIndex,
  lineEndOf,
  positionIn,
  offsetIn,
  type Lines,
  type Position,
  type PositionEncoding,
} from "./lines.js";
import { lastAtMost } from "./search.js";
import type { OffsetChange } from "./edits.js";

/** How long the pieces are made, and how long one may grow, in UTF-16 units. */
const PIECE = 1 << 12;
const LONGEST = 1 << 13;

/**
 * A long text that is being typed in: pieces of a few thousand characters, so that a keystroke copies
 * one piece and the list of them, not the text. A line end of two characters is never torn apart.
 */
export class TextBuffer implements Lines {
  private whole: string | undefined;
  readonly length: number;
  /** How many lines the text has. */
  readonly count: number;

  private constructor(
    private readonly pieces: readonly LineIndex[],
    /** Where each piece begins, and the line that its first character is on. */
    private readonly froms: Int32Array,
    private readonly firsts: Int32Array,
  ) {
    const last = pieces.length - 1;
    this.length = froms[last]! + pieces[last]!.text.length;
    this.count = firsts[last]! + pieces[last]!.count;
  }

  static of(text: string): TextBuffer {
    return TextBuffer.made(cut(text));
  }

  private static made(pieces: readonly LineIndex[]): TextBuffer {
    const froms = new Int32Array(pieces.length);
    const firsts = new Int32Array(pieces.length);
    let from = 0;
    let line = 0;
    pieces.forEach(({ text, count }, i) => {
      froms[i] = from;
      firsts[i] = line;
      from += text.length;
      line += count - 1;
    });
    return new TextBuffer(pieces, froms, firsts);
  }

  /** The whole text; it is put together when first asked for. */
  get text(): string {
    return (this.whole ??= this.pieces.map(({ text }) => text).join(""));
  }

  slice(from: number, to: number): string {
    let text = "";
    for (let i = this.pieceAt(from); i < this.pieces.length && this.froms[i]! < to; i++) {
      const start = this.froms[i]!;
      text += this.pieces[i]!.text.slice(Math.max(0, from - start), to - start);
    }
    return text;
  }

  charCodeAt(offset: number): number {
    const i = this.pieceAt(offset);
    return this.pieces[i]!.text.charCodeAt(offset - this.froms[i]!);
  }

  /** The text in which [from, to), as UTF-16 offsets, is replaced. */
  replaced(from: number, to: number, inserted: string): TextBuffer {
    let first = this.pieceAt(from);
    let last = this.pieceAt(to);
    // A line end that the change makes or takes apart may reach into the pieces beside it.
    if (from === this.froms[first]! && first > 0) first--;
    if (to === this.froms[last]! + this.pieces[last]!.text.length && last < this.pieces.length - 1)
      last++;
    const start = this.froms[first]!;
    const end = this.froms[last]! + this.pieces[last]!.text.length;
    const text = this.slice(start, from) + inserted + this.slice(to, end);
    return TextBuffer.made([
      ...this.pieces.slice(0, first),
      ...(text.length > LONGEST ? cut(text) : [LineIndex.of(text)]),
      ...this.pieces.slice(last + 1),
    ]);
  }

  lineStart(line: number): number {
    if (line <= 0) return 0;
    if (line >= this.count) return this.length;
    const i = lastAtMost(this.firsts, line - 1);
    return this.froms[i]! + this.pieces[i]!.lineStart(line - this.firsts[i]!);
  }

  lineEnd(line: number): number {
    return lineEndOf(this, line);
  }

  lineAt(offset: number): number {
    const i = this.pieceAt(Math.max(0, offset));
    return this.firsts[i]! + this.pieces[i]!.lineAt(offset - this.froms[i]!);
  }

  positionAt(offset: number, encoding: PositionEncoding = "utf-16"): Position {
    return positionIn(this, offset, encoding);
  }

  offsetAt(position: Position, encoding: PositionEncoding = "utf-16"): number {
    return offsetIn(this, position, encoding);
  }

  private pieceAt(offset: number): number {
    return Math.max(0, lastAtMost(this.froms, offset));
  }
}

/** A text after sorted, disjoint changes. */
export function changed(lines: Lines, changes: readonly OffsetChange[]): Lines {
  let buffer = lines instanceof TextBuffer ? lines : TextBuffer.of(lines.text);
  for (let i = changes.length - 1; i >= 0; i--) {
    const { from, to, text } = changes[i]!;
    buffer = buffer.replaced(from, to, text);
  }
  return buffer;
}

function cut(text: string): LineIndex[] {
  const pieces: LineIndex[] = [];
  for (let from = 0; from < text.length || pieces.length === 0;) {
    let to = Math.min(text.length, from + PIECE);
    if (text.charCodeAt(to) === Char.LineFeed && text.charCodeAt(to - 1) === Char.CarriageReturn)
      to++;
    pieces.push(LineIndex.of(text.slice(from, to)));
    from = to;
  }
  return pieces;
}
