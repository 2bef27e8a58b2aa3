import { Allotment, doubledBytes, doubledInts } from "./arrays.js";
import type { Change } from "./edits.js";
import { lastAtMost } from "./search.js";

/** For how many changes there is room at first. */
const ROOM = 64;
const NO_INTS = new Int32Array(0);
const NO_BYTES = new Uint8Array(0);

/** Where changes are put, one after another. */
export interface ChangeSink {
  push(change: Change): void;
}

/**
 * Sorted, disjoint changes in little room: a minified line of 5 MB brings more than a million of them,
 * which as edits take 60 times the room of the text.
 */
export class ChangeList implements ChangeSink, Iterable<Change> {
  private count = 0;
  private froms: Int32Array = NO_INTS;
  private tos: Int32Array = NO_INTS;
  private texts: Int32Array = NO_INTS;
  private rules: Uint8Array = NO_BYTES;

  constructor(
    private readonly words = new Words(),
    private readonly ruleNames = new Words(),
  ) {}

  static of(changes: Iterable<Change>): ChangeList {
    const list = new ChangeList();
    for (const change of changes) list.push(change);
    return list;
  }

  get length(): number {
    return this.count;
  }

  push({ from, to, text, rule }: Change): void {
    const i = this.count++;
    if (i === 0) {
      const arrays = new Allotment(ROOM * 13);
      this.froms = arrays.ints(ROOM);
      this.tos = arrays.ints(ROOM);
      this.texts = arrays.ints(ROOM);
      this.rules = arrays.bytes(ROOM);
    } else if (i === this.froms.length) {
      this.froms = doubledInts(this.froms);
      this.tos = doubledInts(this.tos);
      this.texts = doubledInts(this.texts);
      this.rules = doubledBytes(this.rules);
    }
    this.froms[i] = from;
    this.tos[i] = to;
    this.texts[i] = this.words.number(text);
    this.rules[i] = this.ruleNames.number(rule);
  }

  /** Where change `i` begins. */
  fromOf(i: number): number {
    return this.froms[i]!;
  }

  /** @throws RangeError where there is no change `i`. */
  at(i: number): Change {
    if (i < 0 || i >= this.count)
      throw new RangeError(`There is no change ${i}; there are ${this.count}.`);
    return {
      from: this.froms[i]!,
      to: this.tos[i]!,
      text: this.words.at(this.texts[i]!),
      rule: this.ruleNames.at(this.rules[i]!),
    };
  }

  /**
   * The list after its text has changed at one place: without the changes that lie in [from, to), and
   * with those behind it moved by `shift`. No change may reach over `from` or `to`.
   */
  without({ from, to }: Pick<Change, "from" | "to">, shift: number): ChangeList {
    const { froms, tos, count } = this;
    let begin = Math.max(0, lastAtMost(froms, from - 1, count) + 1);
    // What begins before the stretch and ends in it, or is put in at its edge, is outside or inside as a whole.
    while (begin < count && !(froms[begin]! >= from && tos[begin]! <= to) && froms[begin]! < to)
      begin++;
    let end = begin;
    while (end < count && froms[end]! >= from && tos[end]! <= to) end++;
    const list = new ChangeList(this.words, this.ruleNames);
    const kept = count - (end - begin);
    const ints = (old: Int32Array, by: number): Int32Array => {
      const fresh = new Int32Array(Math.max(kept, 16));
      fresh.set(old.subarray(0, begin));
      fresh.set(old.subarray(end, count), begin);
      if (by !== 0) for (let i = begin; i < kept; i++) fresh[i]! += by;
      return fresh;
    };
    list.froms = ints(froms, shift);
    list.tos = ints(tos, shift);
    list.texts = ints(this.texts, 0);
    list.rules = new Uint8Array(Math.max(kept, 16));
    list.rules.set(this.rules.subarray(0, begin));
    list.rules.set(this.rules.subarray(end, count), begin);
    list.count = kept;
    return list;
  }

  *[Symbol.iterator](): Iterator<Change> {
    for (let i = 0; i < this.count; i++) yield this.at(i);
  }

  /** `text` with the changes in it. */
  appliedTo(text: string): string {
    const { froms, tos, texts, words } = this;
    let done = "";
    let parts: string[] = [];
    let at = 0;
    for (let i = 0; i < this.count; i++) {
      if (froms[i]! > at) parts.push(text.slice(at, froms[i]));
      parts.push(words.at(texts[i]!));
      at = tos[i]!;
      if (parts.length < PARTS) continue;
      done += parts.join("");
      parts = [];
    }
    parts.push(text.slice(at));
    return done + parts.join("");
  }
}

/** Strings by number: changes put in the same few over and over. */
class Words {
  private readonly all: string[] = [];
  private readonly numbers = new Map<string, number>();

  at(number: number): string {
    return this.all[number]!;
  }

  number(word: string): number {
    let number = this.numbers.get(word);
    if (number === undefined) {
      number = this.all.push(word) - 1;
      this.numbers.set(word, number);
    }
    return number;
  }
}

/** How many pieces of text are held apart before they are put together. */
const PARTS = 4096;
