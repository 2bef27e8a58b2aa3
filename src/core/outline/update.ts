import type { Language, Syntax } from "../language.js";
import { NONE } from "../syntax/tree.js";
import { Excerpt, type Cut, type Level, type Source, type Span } from "./excerpt.js";
import {
  Sequence,
  SequenceFlag,
  sequenceFlags,
  sequenceNodes,
  type Unit,
} from "./sequence.js";
import { holdsIn, type Hold } from "./holds.js";
import { Splice, movedOffset, movedSpan, type Replacement } from "./splice.js";
import type { Texts } from "./texts.js";

/** What outlining asks of a language. */
type Reader = Required<Pick<Language, "parse" | "sequence">>;

/** How many units around a change are read again, should fewer not do. */
const TRIES = [0, 1, 6];

/** An outline brought up to a change. */
export interface Updated {
  readonly outline: Sequence;
  /** The stretch of the old text outside which all reads as before; undefined where there is none. */
  readonly read: Span | undefined;
  /** The units of the new text that were looked at beyond their end. */
  readonly lookaheads: readonly Span[];
  /** The texts of the new text, given those of the old and those of the excerpt. */
  texts(known: Texts, read: Texts): Texts;
  /** The comments of the new text that hold formatting off, given those of the old. */
  holds(known: readonly Hold[]): Hold[];
  /** The excerpt that was read. */
  readonly syntax: Syntax;
  /** The same excerpt before the change. */
  before(): Syntax;
}

/**
 * Brings the outline of a text up to a change by reading again only the units that it touches, with
 * one more on each side to see that they still read as before (the idea of reusing what lies between
 * two unchanged boundaries is Wagner and Graham's, 1998).
 *
 * @param byColumns whether indentation tells where constructs end, as brackets do not add up.
 * @returns the outline of the new text, for which the old one is taken apart; undefined where the
 * change reaches further, and the old one is as it was.
 */
export function updateOutline(
  root: Sequence,
  reader: Reader,
  oldText: Source,
  newText: Source,
  change: Replacement,
  lookaheads: readonly Span[] = [],
  byColumns = false,
): Updated | undefined {
  let size = -1;
  for (const around of TRIES) {
    const excerpt = Excerpt.of(oldText, root, change, { around, changed: true });
    if (excerpt.cuts.length === 0) return undefined;
    if (excerpt.text.length === size) continue;
    size = excerpt.text.length;
    // What was looked over and settled otherwise may settle otherwise now.
    const { core } = excerpt;
    const reaches = (look: Span): boolean => look.from < core.from && look.to >= change.from;
    if (lookaheads.some((look) => reaches(look) || excerpt.isCutIn(look))) return undefined;
    const update = new Update(reader, excerpt, newText, change, byColumns);
    const outline = update.run();
    if (outline !== undefined) {
      const before = (): Syntax => reader.parse(excerpt.text, byColumns);
      const read = changedLevel(excerpt.path, outline, change);
      return {
        outline,
        read,
        syntax: update.syntax,
        lookaheads: update.lookaheads(lookaheads),
        texts: (known, read) => update.texts(known, read),
        holds: (known) => update.holds(known),
        before,
      };
    }
    // What does not add up here does not a little further away.
    if (update.syntax.unbalanced && !byColumns) return undefined;
  }
  return undefined;
}

/**
 * The innermost of the levels around a change that still has the same place, and the same units
 * beside those that were read again.
 */
function changedLevel(
  path: readonly Level[],
  outline: Sequence,
  change: Replacement,
): Level | undefined {
  const moved = (offset: number): number => movedOffset(offset, change);
  let found: Level | undefined;
  let sequence: Sequence | undefined = outline;
  for (const level of path) {
    if (sequence === undefined) break;
    const same = sequence.kind === level.kind && level.base + sequence.length === moved(level.end);
    if (!same) break;
    const { base, behind } = level;
    const before = sequence.unitAt(level.from - base);
    if (!level.first && !endsAt(sequence, before, level.from - base)) break;
    const i = sequence.unitAt(moved(level.to) - base);
    const stands =
      behind === undefined
      || (
        sequence.unitKind(i) === behind.kind
        && base + sequence.unitFrom(i) === moved(level.to)
        && base + sequence.unitTo(i) === moved(behind.to)
      );
    if (!stands) break;
    found = level;
    const next = path[path.indexOf(level) + 1];
    sequence = next && sequenceAt(sequence, next.base - base);
  }
  return found;
}

/** Whether unit i, or the one before it, ends at an offset. */
const endsAt = (sequence: Sequence, i: number, offset: number): boolean =>
  (i >= 0 && sequence.unitTo(i) === offset) || (i > 0 && sequence.unitTo(i - 1) === offset);

/** The sequence inside a unit that begins at an offset. */
function sequenceAt(sequence: Sequence, offset: number): Sequence | undefined {
  const i = sequence.unitAt(offset);
  if (i < 0) return undefined;
  const from = sequence.unitFrom(i);
  return sequence.inside(i).find((inner) => from + inner.from === offset);
}

/** The syntax of an excerpt; undefined where what was cut from it would not stand where it stood. */
export function readExcerpt(
  reader: Reader,
  excerpt: Excerpt,
  text: Source,
  byColumns: boolean,
): Syntax | undefined {
  const nothing = { from: text.length, to: text.length, inserted: 0 };
  const update = new Update(reader, excerpt, text, nothing, byColumns);
  return update.outline() && update.syntax;
}

class Update {
  readonly syntax: Syntax;
  private readonly splice: Splice;
  private readonly work: (() => void)[] = [];
  private claimed = 0;

  constructor(
    private readonly reader: Reader,
    private readonly excerpt: Excerpt,
    private readonly newText: Source,
    private readonly change: Replacement,
    private readonly byColumns: boolean,
  ) {
    this.splice = new Splice(excerpt, newText, change);
    this.syntax = reader.parse(this.splice.text, byColumns);
  }

  /** The outline after the change, for which the old one is taken apart. */
  run(): Sequence | undefined {
    const root = this.outline();
    if (root !== undefined) for (const task of this.work) task();
    return root;
  }

  /** The units of the new text that were looked at beyond their end, given those of the old. */
  lookaheads(known: readonly Span[]): Span[] {
    return this.renewed(known, this.syntax.lookaheads ?? []);
  }

  /** The comments of the new text that hold formatting off, given those of the old, in order. */
  holds(known: readonly Hold[]): Hold[] {
    return this.renewed(known, holdsIn(this.syntax)).sort((a, b) => a.from - b.from);
  }

  /** The texts of the new text, given those of the old and those of the excerpt. */
  texts(known: Texts, read: Texts): Texts {
    const { excerpt, change, splice } = this;
    const texts: number[] = [];
    for (let i = 0; i < known.length; i += 2) {
      if (!excerpt.holds(known[i]!))
        texts.push(movedOffset(known[i]!, change), movedOffset(known[i + 1]!, change));
    }
    for (let i = 0; i < read.length; i += 2)
      texts.push(splice.begins(read[i]!), splice.ends(read[i + 1]!));
    return texts;
  }

  /** What is known of stretches that were not read, moved, and of those that were. */
  private renewed<T extends Span>(known: readonly T[], read: readonly T[]): T[] {
    const { excerpt, change, splice } = this;
    return [
      ...known.filter(({ from }) => !excerpt.holds(from))
        .map((span) => ({ ...span, ...movedSpan(span, change) })),
      ...read.map((span) => (
        { ...span, from: splice.begins(span.from), to: splice.ends(span.to) }
      )),
    ];
  }

  /** The outline as it will be once the work is done; undefined where it does not fit the old one. */
  outline(): Sequence | undefined {
    const { syntax, excerpt } = this;
    if (syntax.unbalanced && !this.byColumns) return undefined;
    // A look over what was cut could have gone another way.
    const places = excerpt.cuts.map((cut) => this.placeOf(cut));
    const over = ({ from, to }: Span): boolean => places.some((at) => from < at && to >= at);
    if (syntax.lookaheads?.some(over) === true) return undefined;
    const root = this.sequence(syntax.tree.root, 0);
    return this.claimed === excerpt.cuts.length ? root : undefined;
  }

  // Places of the changed excerpt in the whole new text

  /** Where a cut stands in the changed excerpt. */
  private placeOf({ at }: Cut): number {
    const { splice } = this;
    return at > splice.at ? at + splice.shift : at;
  }

  /** Where a node stands in the changed excerpt. */
  private spanOf(node: number): Span {
    const { tokens, tree } = this.syntax;
    if (node === tree.root) return { from: 0, to: tokens.text.length };
    return { from: tokens.start(tree.first(node)), to: tokens.end(tree.end(node) - 1) };
  }

  /** Where a node stands in the new text. */
  private wholeSpanOf(node: number): Span {
    const place = this.spanOf(node);
    if (node === this.syntax.tree.root) return { from: 0, to: this.newText.length };
    return { from: this.splice.begins(place.from), to: this.splice.ends(place.to) };
  }

  /**
   * The outline of the sequence `node`: the old one, to be mended, where units are cut from it, else
   * a new one. Undefined where it does not fit the old.
   *
   * @param unitFrom where in the new text the unit begins that holds it.
   */
  private sequence(node: number, unitFrom: number): Sequence | undefined {
    const { tree } = this.syntax;
    const kind = tree.kind(node);
    const children: number[] = [];
    for (let c = tree.child(node); c !== NONE; c = tree.next(c)) children.push(c);
    const { from, to } = this.wholeSpanOf(node);
    const place = { from: from - unitFrom, length: to - from };
    const flags = node === tree.root
      ? SequenceFlag.Is
      : sequenceFlags(this.syntax, this.reader.sequence, node);
    const cuts = this.cutsOf(children, this.spanOf(node).to);
    const [first] = cuts;
    if (first === undefined) {
      const units = this.units(children, from);
      return units && Sequence.made({ kind, flags, ...place }, units);
    }
    const { sequence, base } = first;
    if (
      sequence.kind !== kind
      || this.splice.moved(base) !== from
      || cuts.some((cut) => cut.sequence !== sequence)
    ) return undefined;
    const groups = this.groups(children, cuts);
    if (groups === undefined) return undefined;
    const units: Unit[][] = [];
    for (const group of groups) {
      const made = this.units(group, from);
      if (made === undefined) return undefined;
      units.push(made);
    }
    this.work.push(() => {
      Object.assign(sequence, { ...place, flags });
      this.mend(sequence, cuts, units);
    });
    return sequence;
  }

  /** The cuts that lie right behind one of the children, as they did in the old text. */
  private cutsOf(children: readonly number[], end: number): Cut[] {
    let left = 0;
    return this.excerpt.cuts.filter((cut) => {
      const at = this.placeOf(cut);
      if (at > end) return false;
      while (left < children.length && this.spanOf(children[left]!).from < at) left++;
      return left > 0 && this.same(children[left - 1]!, cut, cut.begin - 1);
    });
  }

  /** Whether a node stands for the unit i of the sequence from which something was cut. */
  private same(node: number, { sequence, base }: Cut, i: number): boolean {
    if (this.syntax.tree.kind(node) !== sequence.unitKind(i)) return false;
    const { from, to } = this.wholeSpanOf(node);
    return (
      from === this.splice.moved(base + sequence.unitFrom(i))
      && to === this.splice.moved(base + sequence.unitTo(i))
    );
  }

  /** The children between cuts; undefined where those behind one are not what they were. */
  private groups(children: readonly number[], cuts: readonly Cut[]): number[][] | undefined {
    const groups: number[][] = [];
    let begin = 0;
    for (const cut of cuts) {
      const at = this.placeOf(cut);
      let end = begin;
      while (end < children.length && this.spanOf(children[end]!).from < at) end++;
      const behind = children[end];
      const fits = cut.end === cut.sequence.count
        ? behind === undefined
        : behind !== undefined && this.same(behind, cut, cut.end);
      if (!fits) return undefined;
      groups.push(children.slice(begin, end));
      begin = end;
      this.claimed++;
    }
    groups.push(children.slice(begin));
    return groups;
  }

  /** Puts new units around those that were cut, which move with the change. */
  private mend(sequence: Sequence, cuts: readonly Cut[], units: readonly Unit[][]): void {
    const { change, splice: { shift } } = this;
    const { count } = sequence;
    let begin = 0;
    let added = 0;
    let moved = 0;
    units.forEach((group, i) => {
      const cut = cuts[i];
      const behind = cut !== undefined
        && cut.base <= change.from
        && cut.base + sequence.unitFrom(cut.begin + added) - moved >= change.to
        ? shift
        : 0;
      const end = cut?.begin ?? count;
      sequence.replace(begin + added, end + added, group, behind - moved);
      added += group.length - (end - begin);
      moved = behind;
      begin = cut?.end ?? count;
    });
  }

  /** The units that stand for nodes, with all that is inside them. */
  private units(nodes: readonly number[], base: number): Unit[] | undefined {
    const units: Unit[] = [];
    for (const node of nodes) {
      const { from, to } = this.wholeSpanOf(node);
      const inside = this.inside(node, from);
      if (inside === undefined) return undefined;
      units.push({
        kind: this.syntax.tree.kind(node),
        from: from - base,
        to: to - base,
        inside,
      });
    }
    return units;
  }

  private inside(node: number, unitFrom: number): Sequence[] | undefined {
    const inside: Sequence[] = [];
    for (const inner of sequenceNodes(this.syntax, this.reader.sequence, node)) {
      const sequence = this.sequence(inner, unitFrom);
      if (sequence === undefined) return undefined;
      inside.push(sequence);
    }
    return inside;
  }
}
