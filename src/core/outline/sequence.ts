import { Allotment } from "../text/arrays.js";
import { TokenFlag } from "../syntax/tokens.js";
import { NONE, type Parsed } from "../syntax/tree.js";
import { lastAtMost } from "../text/search.js";
import type { Span } from "./excerpt.js";
import type { Replacement } from "./splice.js";

/** What a language says of nodes whose children follow one another, each read alone. */
export const enum SequenceFlag {
  /** Its children are read in turn: a block, a class body. */
  Is = 1,
  /** It has no closer of its own: what follows its last child may still belong to it. */
  Open = 2,
  /** It reads the same whatever stands around it. */
  Alone = 4,
  /** Its children are laid out together unless the author began their lines. */
  Joint = 8,
}

/** The flags of a kind of nodes, 0 where they are no sequences. */
export type SequenceKinds = (kind: number) => number;

/** From what units come. */
interface Origin {
  readonly syntax: Parsed;
  readonly kinds: SequenceKinds;
}

/**
 * What is told of a sequence that is walked over, as offsets in the whole text: where the unit begins that
 * holds it, where it begins itself and its first unit, and whether it has no closer.
 */
export type SequenceVisitor = (
  unit: number,
  start: number,
  first: number,
  open: boolean,
) => boolean;

/**
 * The children of one node as stretches of text, each counted from the sequence's beginning: the
 * units that an edit leaves as they were, or replaces. What is inside a unit is outlined when it is
 * first asked for.
 */
export class Sequence {
  private constructor(
    readonly kind: number,
    public flags: number,
    /** UTF-16 offset from the beginning of the unit that holds it; 0 for a whole text. */
    public from: number,
    /** How many UTF-16 units it is long, brackets included. */
    public length: number,
    private units: Units,
    /** From what its units come whose inside is not outlined yet. */
    private readonly origin?: Origin,
  ) {}

  /** A sequence of units that are outlined already. */
  static made(
    { kind, flags, from, length }: Pick<Sequence, "kind" | "flags" | "from" | "length">,
    units: readonly Unit[],
  ): Sequence {
    return new Sequence(kind, flags, from, length, Units.none().replaced(0, 0, units, 0));
  }

  /** The outline of a whole text. */
  static of(syntax: Parsed, kinds: SequenceKinds): Sequence {
    const { tokens, tree } = syntax;
    const root = tree.root;
    return new Sequence(
      tree.kind(root),
      SequenceFlag.Is,
      0,
      tokens.text.length,
      Units.of(syntax, root, 0),
      { syntax, kinds },
    );
  }

  /** The outline of a node that is a sequence, in a unit that begins at `unitFrom`. */
  static at(syntax: Parsed, kinds: SequenceKinds, node: number, unitFrom: number): Sequence {
    const { tokens, tree } = syntax;
    const from = tokens.start(tree.first(node));
    return new Sequence(
      tree.kind(node),
      sequenceFlags(syntax, kinds, node),
      from - unitFrom,
      tokens.end(tree.end(node) - 1) - from,
      Units.of(syntax, node, from),
      { syntax, kinds },
    );
  }

  /** How many units it has. */
  get count(): number {
    return this.units.count;
  }

  unitKind(i: number): number {
    return this.units.kinds[i]!;
  }

  unitFrom(i: number): number {
    return this.units.froms[i]!;
  }

  unitTo(i: number): number {
    return this.units.tos[i]!;
  }

  /** The sequences inside unit i, in their order, those inside one another apart. */
  inside(i: number): readonly Sequence[] {
    const known = this.units.inside[i];
    if (known !== undefined) return known;
    const { syntax, kinds } = this.origin!;
    const node = this.units.nodes[i]!;
    if (syntax.tree.child(node) === NONE) return (this.units.inside[i] = NOTHING);
    const from = syntax.tokens.start(syntax.tree.first(node));
    const found = sequenceNodes(syntax, kinds, node).map(
      (inner) => Sequence.at(syntax, kinds, inner, from),
    );
    this.units.inside[i] = found;
    return found;
  }

  /**
   * Visits the sequences inside its units, each before those inside it, until `visit` answers false;
   * those on whose lines something stands before them may be passed over where they hold no line end.
   *
   * @param base where the sequence begins.
   * @returns false where `visit` ended it.
   */
  walk(visit: SequenceVisitor, base = this.from): boolean {
    for (let i = 0; i < this.count; i++) {
      const unit = base + this.unitFrom(i);
      const known = this.units.inside[i];
      if (known === undefined) {
        const node = this.units.nodes[i]!;
        const { tokens, tree } = this.origin!.syntax;
        // Units may have moved since they were parsed.
        const shift = unit - tokens.start(tree.first(node));
        if (!walkNode(this.origin!, node, unit, shift, visit)) return false;
        continue;
      }
      for (const inner of known) {
        const start = unit + inner.from;
        const first = start + (inner.count > 0 ? inner.unitFrom(0) : 0);
        if (!visit(unit, start, first, inner.has(SequenceFlag.Open))) return false;
        if (!inner.walk(visit, start)) return false;
      }
    }
    return true;
  }

  /** The last unit that begins at or before `offset`, or -1. */
  unitAt(offset: number): number {
    return lastAtMost(this.units.froms, offset, this.count);
  }

  /**
   * Grows the units around a change within a token of theirs, and moves those after it.
   *
   * @param base where the sequence begins.
   * @returns the innermost unit around it as it was; undefined where none is.
   */
  grow(change: Replacement, base = 0): Span | undefined {
    const { units } = this;
    const shift = change.inserted - (change.to - change.from);
    const i = this.unitAt(change.from - base);
    const [from, to] = [base + this.unitFrom(i), base + this.unitTo(i)];
    let innermost: Span | undefined;
    if (i >= 0 && change.to < to) {
      innermost = { from, to };
      for (const inner of this.inside(i)) {
        const start = from + inner.from;
        if (start >= change.to) inner.from += shift;
        else if (start + inner.length > change.to)
          innermost = inner.grow(change, start) ?? innermost;
      }
      units.tos[i]! += shift;
    }
    units.move(i + 1, shift);
    this.length += shift;
    return innermost;
  }

  has(flag: SequenceFlag): boolean {
    return (this.flags & flag) !== 0;
  }

  /** Puts other units in the place of units [begin, end); those after them move by `shift`. */
  replace(begin: number, end: number, units: readonly Unit[], shift: number): void {
    this.units = this.units.replaced(begin, end, units, shift);
  }
}

/** What is inside a unit without children. */
const NOTHING: readonly Sequence[] = [];

/** One unit of a sequence, with what is inside it. */
export interface Unit {
  readonly kind: number;
  readonly from: number;
  readonly to: number;
  readonly inside: readonly Sequence[];
}

/** The flags of a node; one whose last child ends with it has no closer, be it that this is missing. */
export function sequenceFlags({ tree }: Parsed, kinds: SequenceKinds, node: number): number {
  const last = tree.lastChild(node);
  const closed = last === NONE || tree.end(last) < tree.end(node);
  return kinds(tree.kind(node)) | (closed ? 0 : SequenceFlag.Open);
}

/** The nodes below a unit's that are sequences, outermost ones only; or the unit's own: a block among statements. */
export function sequenceNodes({ tree }: Parsed, kinds: SequenceKinds, node: number): number[] {
  const found: number[] = [];
  const look = (child: number): void => {
    if (kinds(tree.kind(child)) !== 0 && tree.child(child) !== NONE) found.push(child);
    else lookIn(child);
  };
  const lookIn = (parent: number): void => {
    for (let c = tree.child(parent); c !== NONE; c = tree.next(c)) look(c);
  };
  look(node);
  return found;
}

/** Walks over the sequences below a node that is in the unit which begins at `unit`, as parsed `shift` before. */
function walkNode(
  origin: Origin,
  node: number,
  unit: number,
  shift: number,
  visit: SequenceVisitor,
): boolean {
  const { syntax, kinds } = origin;
  const { tokens, tree } = syntax;
  const end = tree.end(node);
  if (tree.child(node) === NONE) return true;
  if (tokens.nextWith(TokenFlag.OnNewLine, tree.first(node), end) === end) return true;
  const isSequence = kinds(tree.kind(node)) !== 0;
  if (isSequence) {
    const open = (sequenceFlags(syntax, kinds, node) & SequenceFlag.Open) !== 0;
    const start = tokens.start(tree.first(node)) + shift;
    const first = tokens.start(tree.first(tree.child(node))) + shift;
    if (!visit(unit, start, first, open)) return false;
  }
  for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
    const around = isSequence ? tokens.start(tree.first(c)) + shift : unit;
    if (!walkNode(origin, c, around, shift, visit)) return false;
  }
  return true;
}

/** Units in typed arrays. */
class Units {
  private constructor(
    public count: number,
    readonly froms: Int32Array,
    readonly tos: Int32Array,
    readonly kinds: Int32Array,
    /** The node of each in the syntax from which it comes, where what is inside it is not outlined yet. */
    readonly nodes: Int32Array,
    readonly inside: (readonly Sequence[] | undefined)[],
  ) {}

  static of({ tokens, tree }: Parsed, node: number, base: number): Units {
    let count = 0;
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) count++;
    const arrays = new Allotment(count * 16);
    const froms = arrays.ints(count);
    const tos = arrays.ints(count);
    const kinds = arrays.ints(count);
    const nodes = arrays.ints(count);
    for (let i = 0, c = tree.child(node); i < count; i++, c = tree.next(c)) {
      froms[i] = tokens.start(tree.first(c)) - base;
      tos[i] = tokens.end(tree.end(c) - 1) - base;
      kinds[i] = tree.kind(c);
      nodes[i] = c;
    }
    return new Units(count, froms, tos, kinds, nodes, new Array(count));
  }

  static none(): Units {
    const no = new Int32Array(0);
    return new Units(0, no, no, no, no, []);
  }

  replaced(begin: number, end: number, units: readonly Unit[], shift: number): Units {
    const added = units.length - (end - begin);
    const all = added === 0 ? this : this.spliced(begin, end, units.length);
    units.forEach((unit, i) => {
      const at = begin + i;
      all.froms[at] = unit.from;
      all.tos[at] = unit.to;
      all.kinds[at] = unit.kind;
      all.nodes[at] = NONE;
      all.inside[at] = unit.inside;
    });
    if (shift !== 0) all.move(begin + units.length, shift);
    return all;
  }

  /** Moves the units from `begin` on. */
  move(begin: number, shift: number): void {
    for (let i = begin; i < this.count; i++) {
      this.froms[i]! += shift;
      this.tos[i]! += shift;
    }
  }

  private spliced(begin: number, end: number, room: number): Units {
    const count = this.count + room - (end - begin);
    const ints = (old: Int32Array): Int32Array => {
      const fresh = new Int32Array(count);
      fresh.set(old.subarray(0, begin));
      fresh.set(old.subarray(end), begin + room);
      return fresh;
    };
    const inside = this.inside;
    inside.splice(begin, end - begin, ...new Array<undefined>(room));
    return new Units(
      count,
      ints(this.froms),
      ints(this.tos),
      ints(this.kinds),
      ints(this.nodes),
      inside,
    );
  }
}
