import { Char } from "./characters.js";
import { LineIndex, Lines } from "./lines.js";
import type { OffsetChange } from "./edits.js";

/** How long pieces are at first, how long where the text changes, and how long they may grow there, in UTF-16 units. */
const COARSE = 1 << 12;
const FINE = 1 << 8;
const LONGEST = 1 << 9;

/** A piece of a text, or two stretches of it one after the other. */
type Rope = LineIndex | Branch;

/** Two stretches of a text, whose heights differ by one at most. */
class Branch {
  readonly length: number;
  readonly count: number;
  readonly height: number;

  constructor(readonly left: Rope, readonly right: Rope) {
    this.length = left.length + right.length;
    this.count = left.count + right.count - 1;
    this.height = Math.max(heightOf(left), heightOf(right)) + 1;
  }
}

const heightOf = (rope: Rope): number => rope instanceof Branch ? rope.height : 0;

/**
 * A text that is being typed in: a balanced tree of pieces (a rope: Boehm, Atkinson and Plass, 1995), so
 * that a change makes one piece anew and the branches above it, whatever came before it. A line end of two
 * characters is never torn apart.
 */
export class TextBuffer extends Lines {
  private whole: string | undefined = undefined;

  private constructor(private readonly root: Rope) {
    super();
  }

  static of(text: string): TextBuffer {
    return new TextBuffer(built(cut(text, COARSE)));
  }

  get length(): number {
    return this.root.length;
  }

  get count(): number {
    return this.root.count;
  }

  /** The whole text; it is put together when first asked for. */
  get text(): string {
    return (this.whole ??= this.slice(0, this.length));
  }

  slice(from: number, to: number): string {
    const parts: string[] = [];
    const collect = (rope: Rope, start: number): void => {
      if (rope instanceof Branch) {
        const middle = start + rope.left.length;
        if (from < middle) collect(rope.left, start);
        if (to > middle) collect(rope.right, middle);
      } else {
        parts.push(rope.text.slice(Math.max(0, from - start), Math.max(0, to - start)));
      }
    };
    collect(this.root, 0);
    return parts.join("");
  }

  charCodeAt(offset: number): number {
    const { piece, start } = this.pieceAt(offset);
    return piece.charCodeAt(offset - start);
  }

  /** The text in which [from, to), as UTF-16 offsets, is replaced. */
  replaced(from: number, to: number, inserted: string): TextBuffer {
    // A line end that the change makes or takes apart may reach into the pieces beside it.
    const first = this.pieceAt(from - 1);
    const last = this.pieceAt(to);
    const text =
      first.piece.text.slice(0, from - first.start)
      + inserted
      + last.piece.text.slice(to - last.start);
    const { root } = this;
    if (first.piece === last.piece && text !== "" && text.length <= LONGEST)
      return new TextBuffer(swapped(root, from - 1, LineIndex.of(text)));
    const before = part(root, 0, first.start);
    const after = part(root, last.start + last.piece.length, root.length);
    return new TextBuffer(
      joined(joined(before, built(cut(text, FINE))), after) ?? LineIndex.of(""),
    );
  }

  lineStart(line: number): number {
    let rope = this.root;
    let start = 0;
    let left = line;
    while (rope instanceof Branch) {
      const ends = rope.left.count - 1;
      if (left <= ends) {
        rope = rope.left;
      } else {
        left -= ends;
        start += rope.left.length;
        rope = rope.right;
      }
    }
    return start + rope.lineStart(left);
  }

  lineAt(offset: number): number {
    const { piece, start, line } = this.pieceAt(offset);
    return line + piece.lineAt(offset - start);
  }

  /** The piece that holds an offset, where it begins, and the line that its first character is on. */
  private pieceAt(offset: number): { piece: LineIndex; start: number; line: number } {
    let rope = this.root;
    let start = 0;
    let line = 0;
    while (rope instanceof Branch) {
      const { left, right }: Branch = rope;
      if (offset < start + left.length) {
        rope = left;
      } else {
        start += left.length;
        line += left.count - 1;
        rope = right;
      }
    }
    return { piece: rope, start, line };
  }
}

/** A rope in which the piece that holds an offset is another. */
function swapped(rope: Rope, offset: number, piece: LineIndex): Rope {
  if (!(rope instanceof Branch)) return piece;
  const { left, right } = rope;
  return offset < left.length
    ? new Branch(swapped(left, offset, piece), right)
    : new Branch(left, swapped(right, offset - left.length, piece));
}

/** The pieces of a rope that lie in [from, to), which no piece reaches over; undefined for none. */
function part(rope: Rope, from: number, to: number): Rope | undefined {
  if (to <= 0 || from >= rope.length) return undefined;
  if (!(rope instanceof Branch) || (from <= 0 && to >= rope.length)) return rope;
  const { left, right } = rope;
  return joined(part(left, from, to), part(right, from - left.length, to - left.length));
}

/** Two ropes as one, balanced (Blelloch, Ferizovic and Sun, 2016). */
function joined(left: Rope | undefined, right: Rope | undefined): Rope | undefined {
  if (left === undefined || left.length === 0) return right;
  if (right === undefined || right.length === 0) return left;
  const steeper = heightOf(left) - heightOf(right);
  if (steeper > 1) {
    const { left: far, right: near } = left as Branch;
    return balanced(far, joined(near, right)!);
  }
  if (steeper < -1) {
    const { left: near, right: far } = right as Branch;
    return balanced(joined(left, near)!, far);
  }
  return new Branch(left, right);
}

/** Two ropes as one, whose heights differ by two at most. */
function balanced(left: Rope, right: Rope): Rope {
  const steeper = heightOf(left) - heightOf(right);
  if (steeper > 1) {
    const { left: far, right: near } = left as Branch;
    if (heightOf(far) >= heightOf(near)) return new Branch(far, new Branch(near, right));
    const { left: a, right: b } = near as Branch;
    return new Branch(new Branch(far, a), new Branch(b, right));
  }
  if (steeper < -1) {
    const { left: near, right: far } = right as Branch;
    if (heightOf(far) >= heightOf(near)) return new Branch(new Branch(left, near), far);
    const { left: a, right: b } = near as Branch;
    return new Branch(new Branch(left, a), new Branch(b, far));
  }
  return new Branch(left, right);
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

/** A rope of pieces, of which there is one at least. */
function built(pieces: readonly LineIndex[]): Rope {
  const middle = pieces.length >> 1;
  return middle === 0
    ? pieces[0]!
    : new Branch(built(pieces.slice(0, middle)), built(pieces.slice(middle)));
}

function cut(text: string, size: number): LineIndex[] {
  const pieces: LineIndex[] = [];
  for (let from = 0; from < text.length || pieces.length === 0;) {
    let to = Math.min(text.length, from + size);
    if (text.charCodeAt(to) === Char.LineFeed && text.charCodeAt(to - 1) === Char.CarriageReturn)
      to++;
    pieces.push(LineIndex.of(text.slice(from, to)));
    from = to;
  }
  return pieces;
}
