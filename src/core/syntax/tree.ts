import { Allotment, doubledBytes, doubledInts } from "../text/arrays.js";
import { TokenFlag, type TokenTable } from "./tokens.js";

/** A text's tokens and the tree over them. */
export interface Parsed {
  readonly tokens: TokenTable;
  readonly tree: Tree;
}

/** The null node: what `child` and `next` answer where there is none. */
export const NONE = 0;

/**
 * A syntax tree in typed arrays, nodes numbered from 1 in the order in which they were finished.
 *
 * A node covers tokens [first, end), which may hold trivia. Tokens that no child covers are its
 * own: a tree has no nodes for single tokens, so that it stays small.
 */
export class Tree {
  private kinds: Uint8Array;
  private firsts: Int32Array;
  private ends: Int32Array;
  private children: Int32Array;
  private nexts: Int32Array;
  private count = 1;
  /** Finished nodes that have no parent yet. */
  private open: Int32Array;
  private openCount = 0;

  /** @param room how many nodes are likely. */
  constructor(room = 256) {
    const arrays = new Allotment(room * 17 + 256);
    this.firsts = arrays.ints(room);
    this.ends = arrays.ints(room);
    this.children = arrays.ints(room);
    this.nexts = arrays.ints(room);
    this.open = arrays.ints(64);
    this.kinds = arrays.bytes(room);
  }

  kind(node: number): number {
    return this.kinds[node]!;
  }

  first(node: number): number {
    return this.firsts[node]!;
  }

  end(node: number): number {
    return this.ends[node]!;
  }

  child(node: number): number {
    return this.children[node]!;
  }

  next(node: number): number {
    return this.nexts[node]!;
  }

  /** The node finished last; the whole tree's root once parsing is done. */
  get root(): number {
    return this.count - 1;
  }

  /** How many nodes the tree holds. */
  get size(): number {
    return this.count - 1;
  }

  /** The child of a node that holds token t, or `NONE`. */
  childAt(node: number, t: number): number {
    let child = this.child(node);
    while (child !== NONE && this.end(child) <= t) child = this.next(child);
    return child !== NONE && this.first(child) <= t ? child : NONE;
  }

  /** What a node holds, its children and the tokens between them; or what of it lies in tokens [first, end). */
  parts(node: number, first = this.first(node), end = this.end(node)): Parts {
    return new Parts(this, this.child(node), first, end);
  }

  /** Whether a node has a child of a kind. */
  hasChild(node: number, kind: number): boolean {
    for (let c = this.child(node); c !== NONE; c = this.next(c))
      if (this.kind(c) === kind) return true;
    return false;
  }

  lastChild(node: number): number {
    let last = NONE;
    for (let c = this.child(node); c !== NONE; c = this.next(c)) last = c;
    return last;
  }

  /**
   * Makes tokens [first, end) a node. The parentless nodes that start at or after `first` become its
   * children, so that an operator found after its left operand wraps it by naming the same start.
   */
  finish(kind: number, first: number, end: number): number {
    if (this.count === this.kinds.length) this.growNodes();
    const node = this.count++;
    this.kinds[node] = kind;
    this.firsts[node] = first;
    this.ends[node] = end;
    this.nexts[node] = NONE;
    const top = this.openCount;
    let from = top;
    while (from > 0 && this.firsts[this.open[from - 1]!]! >= first) from--;
    if (from < top) {
      this.children[node] = this.open[from]!;
      for (let i = from + 1; i < top; i++) this.nexts[this.open[i - 1]!] = this.open[i]!;
    } else {
      this.children[node] = NONE;
    }
    if (from === this.open.length) this.open = doubledInts(this.open);
    this.open[from] = node;
    this.openCount = from + 1;
    return node;
  }

  /** Gives a node another kind, where what follows it tells that it is something else. */
  setKind(node: number, kind: number): void {
    this.kinds[node] = kind;
  }

  /** The parentless node finished last, or `NONE`. */
  get last(): number {
    return this.openCount > 0 ? this.open[this.openCount - 1]! : NONE;
  }

  /** A point to come back to with `rewind`, as long as no node before it is wrapped meanwhile. */
  mark(): { count: number; openCount: number } {
    return { count: this.count, openCount: this.openCount };
  }

  rewind(mark: { count: number; openCount: number }): void {
    this.count = mark.count;
    this.openCount = mark.openCount;
  }

  private growNodes(): void {
    this.kinds = doubledBytes(this.kinds);
    this.firsts = doubledInts(this.firsts);
    this.ends = doubledInts(this.ends);
    this.children = doubledInts(this.children);
    this.nexts = doubledInts(this.nexts);
  }
}

/** No token has so large a number; a small integer, as those that it is compared with. */
const NEVER = 0x3fff_ffff;

/**
 * Goes through what tokens [first, end) hold, child by child and token by token:
 *
 *     moor ( berth + 1 , tide )
 *            ---------           a child is passed whole
 */
export class Parts {
  /** The token at which it stands. */
  at = -1;
  /** The child that begins there, or `NONE`. */
  node = NONE;
  /** The first token of the next child; one that is never reached where there is none. */
  private nextAt: number;

  /** @param siblings the first child that may lie in there, or `NONE`. */
  constructor(
    private readonly tree: Tree,
    private siblings: number,
    private after: number,
    private readonly end: number,
  ) {
    let child = siblings;
    while (child !== NONE && tree.first(child) < after) child = tree.next(child);
    this.siblings = child;
    this.nextAt = child === NONE ? NEVER : tree.first(child);
  }

  /** Goes on; false where nothing is left. */
  next(): boolean {
    const at = this.after;
    if (at >= this.end) return false;
    this.at = at;
    if (at === this.nextAt) return this.enter();
    this.node = NONE;
    this.after = at + 1;
    return true;
  }

  /** Passes all before a later child, and stands at that. */
  skipTo(child: number): void {
    this.siblings = child;
    this.at = this.tree.first(child);
    this.enter();
  }

  private enter(): true {
    const { tree, siblings } = this;
    this.node = siblings;
    this.after = tree.end(siblings);
    const next = tree.next(siblings);
    this.siblings = next;
    this.nextAt = next === NONE ? NEVER : tree.first(next);
    return true;
  }
}

/** Whether the author wrote a node on one line: no token in it begins one, nor ends a comment in it on another. */
export function onOneLine({ tokens, tree }: Parsed, node: number): boolean {
  const end = tree.end(node);
  let t = tree.first(node);
  do {
    t = tokens.nextWith(TokenFlag.OnNewLine | TokenFlag.Trivia, t + 1, end);
    if (t < end && tokens.has(t, TokenFlag.OnNewLine | TokenFlag.MultiLine)) return false;
  } while (t < end);
  return true;
}
