import { Char } from "./characters.js";
import { doubledInts } from "./arrays.js";
import {
  LineIndex,
  lineEndOf,
  offsetIn,
  positionIn,
  type Lines,
  type Position,
  type PositionEncoding,
} from "./lines.js";
import { lastAtMost } from "./search.js";

/** A stretch of a text that stands as it is, and the lines of that text on which it begins and ends. */
interface Piece {
  readonly of: LineIndex;
  readonly from: number;
  readonly to: number;
  readonly first: number;
  readonly last: number;
}

const pieceOf = (of: LineIndex): Piece => ({
  of,
  from: 0,
  to: of.length,
  first: 0,
  last: of.count - 1,
});

/** A piece up to an offset of its text, and from there on. */
const headOf = ({ of, from, first }: Piece, to: number, last: number): Piece => ({
  of,
  from,
  to,
  first,
  last,
});
const tailOf = ({ of, to, last }: Piece, from: number, first: number): Piece => ({
  of,
  from,
  to,
  first,
  last,
});

/**
 * A text in the middle of very many changes: pieces of texts on both sides of the place that changed
 * last. A change beside the last one costs no more for a long text than for a short one, so that the
 * thousands of parts in which an editor takes a formatting go in one after another. Nothing is kept of
 * how the text was before.
 */
export class Draft implements Lines {
  private readonly before: Side;
  private readonly after = new Side();
  /** What was put in, by its text: changes put in the same few over and over. */
  private readonly inserts = new Map<string, Piece>();

  private constructor(whole: LineIndex) {
    this.before = new Side();
    this.before.push(pieceOf(whole));
  }

  static of(text: string): Draft {
    return new Draft(LineIndex.of(text));
  }

  get length(): number {
    return this.before.length + this.after.length;
  }

  get count(): number {
    return this.before.lineEnds + this.after.lineEnds + 1;
  }

  get text(): string {
    return this.before.text(false) + this.after.text(true);
  }

  /** The text in which [from, to), as UTF-16 offsets, is replaced; this one is used up. */
  replaced(from: number, to: number, inserted: string): Draft {
    const { before, after } = this;
    this.goTo(from);
    const left = before.inner(-1);
    const cut = left === Char.CarriageReturn && after.inner(0) === Char.LineFeed;
    after.drop(to - from);
    const right = after.inner(0);
    const first = inserted === "" ? right : inserted.charCodeAt(0);
    const last = inserted === "" ? left : inserted.charCodeAt(inserted.length - 1);
    // A line end of two characters that lies in two pieces, or lost its second, would count wrong.
    if (
      cut
      || (left === Char.CarriageReturn && first === Char.LineFeed)
      || (last === Char.CarriageReturn && right === Char.LineFeed)
    )
      return Draft.of(before.text(false) + inserted + after.text(true));
    if (inserted !== "") {
      let piece = this.inserts.get(inserted);
      if (piece === undefined)
        this.inserts.set(inserted, (piece = pieceOf(LineIndex.of(inserted))));
      before.push(piece);
    }
    return this;
  }

  /** Moves pieces from one side to the other until the sides meet at an offset. */
  private goTo(offset: number): void {
    const { before, after } = this;
    while (before.length > offset) {
      const piece = before.pop();
      const cut = Math.max(piece.from, piece.from + offset - before.length);
      const line = cut === piece.from ? piece.first : piece.of.lineAt(cut);
      after.push(tailOf(piece, cut, line));
      if (cut > piece.from) before.push(headOf(piece, cut, line));
    }
    while (before.length < offset) {
      const piece = after.pop();
      const cut = Math.min(piece.to, piece.from + offset - before.length);
      const line = cut === piece.to ? piece.last : piece.of.lineAt(cut);
      before.push(headOf(piece, cut, line));
      if (cut < piece.to) after.push(tailOf(piece, cut, line));
    }
  }

  slice(from: number, to: number): string {
    const middle = this.before.length;
    const left = from < middle ? this.before.slice(from, Math.min(to, middle)) : "";
    if (to <= middle) return left;
    const end = this.after.length;
    // The other side counts from its end.
    return left + this.after.sliceBack(end - (to - middle), end - Math.max(0, from - middle));
  }

  charCodeAt(offset: number): number {
    const middle = this.before.length;
    if (offset === middle) return this.after.inner(0);
    if (offset === middle - 1) return this.before.inner(-1);
    return this.slice(offset, offset + 1).charCodeAt(0);
  }

  lineStart(line: number): number {
    if (line <= 0) return 0;
    if (line >= this.count) return this.length;
    const { before, after } = this;
    return line <= before.lineEnds
      ? before.afterLineEnd(line)
      : this.length - after.fromLineEnd(after.lineEnds - (line - before.lineEnds) + 1);
  }

  lineEnd(line: number): number {
    return lineEndOf(this, line);
  }

  lineAt(offset: number): number {
    let low = 0;
    let high = this.count - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.lineStart(middle) <= offset) low = middle;
      else high = middle - 1;
    }
    return low;
  }

  positionAt(offset: number, encoding: PositionEncoding = "utf-16"): Position {
    return positionIn(this, offset, encoding);
  }

  offsetAt(position: Position, encoding: PositionEncoding = "utf-16"): number {
    return offsetIn(this, position, encoding);
  }
}

/** The pieces on one side, the outermost first, with the sums of their lengths and line ends. */
class Side {
  private readonly pieces: Piece[] = [];
  private lengths: Int32Array = new Int32Array(64);
  private ends: Int32Array = new Int32Array(64);

  get length(): number {
    return this.lengths[this.pieces.length]!;
  }

  get lineEnds(): number {
    return this.ends[this.pieces.length]!;
  }

  /** The character at the edge where the sides meet: the last (-1) of a piece, or the first (0). */
  inner(edge: -1 | 0): number {
    const piece = this.pieces[this.pieces.length - 1];
    return piece === undefined ? NaN : piece.of.charCodeAt(edge === 0 ? piece.from : piece.to - 1);
  }

  push(piece: Piece): void {
    const i = this.pieces.push(piece);
    if (i === this.lengths.length) {
      this.lengths = doubledInts(this.lengths);
      this.ends = doubledInts(this.ends);
    }
    this.lengths[i] = this.lengths[i - 1]! + piece.to - piece.from;
    this.ends[i] = this.ends[i - 1]! + piece.last - piece.first;
  }

  pop(): Piece {
    return this.pieces.pop()!;
  }

  /** Drops the innermost characters of the text behind the change. */
  drop(length: number): void {
    for (let left = length; left > 0;) {
      const piece = this.pop();
      const from = Math.min(piece.to, piece.from + left);
      if (from < piece.to) this.push(tailOf(piece, from, piece.of.lineAt(from)));
      left -= from - piece.from;
    }
  }

  text(reversed: boolean): string {
    const { pieces } = this;
    return (reversed ? [...pieces].reverse() : pieces)
      .map(({ of, from, to }) => of.slice(from, to))
      .join("");
  }

  /** The text of [from, to), counted from the beginning of the first piece. */
  slice(from: number, to: number): string {
    let text = "";
    for (let i = this.pieceAt(from); i < this.pieces.length && this.lengths[i]! < to; i++) {
      const { of, from: start, to: end } = this.pieces[i]!;
      const at = start - this.lengths[i]!;
      text += of.slice(Math.max(start, at + from), Math.min(end, at + to));
    }
    return text;
  }

  /** The same where pieces follow one another from the last to the first, and offsets count from the end. */
  sliceBack(from: number, to: number): string {
    let text = "";
    for (let i = this.pieceAt(from); i < this.pieces.length && this.lengths[i]! < to; i++) {
      const { of, from: start, to: end } = this.pieces[i]!;
      const at = end + this.lengths[i]!;
      text = of.slice(Math.max(start, at - to), Math.min(end, at - from)) + text;
    }
    return text;
  }

  private pieceAt(offset: number): number {
    return Math.max(0, lastAtMost(this.lengths, offset, this.pieces.length + 1));
  }

  /** Where the line begins that the nth line end brings, counted from 1. */
  afterLineEnd(n: number): number {
    const i = lastAtMost(this.ends, n - 1, this.pieces.length + 1);
    const { of, from, first } = this.pieces[i]!;
    return this.lengths[i]! + of.lineStart(first + n - this.ends[i]!) - from;
  }

  /** The same from the other end: how far before the end of all the line begins that the nth last line end brings. */
  fromLineEnd(n: number): number {
    const i = lastAtMost(this.ends, n - 1, this.pieces.length + 1);
    const { of, to, last } = this.pieces[i]!;
    return this.lengths[i]! + to - of.lineStart(last - (n - this.ends[i]!) + 1);
  }
}
