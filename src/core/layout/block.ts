import { TokenFlag } from "../syntax/tokens.js";
import { NONE, type Tree } from "../syntax/tree.js";
import { Demand, type Sheet } from "./sheet.js";

/** How the lines of a block are set apart. */
export interface BlockRules {
  /** Least and most blank lines between two children; `previous` is `NONE` for the first. */
  blanks(previous: number, child: number): readonly [least: number, most: number];
  /** Whether a blank line of the author's stays in front of the first child; none does where it is left out. */
  opensWithBlank?(first: number): boolean;
  /** Whether a child is parted by blank lines from what follows it, a comment that opens a section too. */
  parts?(previous: number): boolean;
  /** Most blank lines around comments. */
  readonly most: number;
  /** States the demands inside a child. */
  child(node: number): void;
  /** A token of the block itself that is no comment. */
  token(t: number): void;
  /** Whether a child stays where it is, as a stray closer may. */
  stays?(child: number): boolean;
  readonly lineRule: number;
  readonly commentRule: number;
}

/**
 * Puts every child of `node` on a line of its own in the frame that is open, comments included.
 *
 * Comments that stand right above a child belong to it: the blank lines go above them.
 *
 * @param startsLine whether the first child begins a line, or goes on where its parent began.
 */
export function layoutBlock(
  sheet: Sheet,
  tree: Tree,
  node: number,
  rules: BlockRules,
  startsLine = true,
): void {
  const { tokens } = sheet;
  let previous = NONE;
  /** The first comment since the last child, or -1. */
  let comments = -1;
  const opening = rules.opensWithBlank?.(tree.child(node)) === true ? Math.min(1, rules.most) : 0;
  for (const part = tree.parts(node); part.next();) {
    const { at: t, node: child } = part;
    if (child !== NONE) {
      if (rules.stays?.(child) === true) sheet.set(t, Demand.Level, rules.lineRule);
      else if (startsLine || previous !== NONE)
        before(sheet, comments, t, rules, previous, rules.blanks(previous, child), opening);
      rules.child(child);
      previous = child;
      comments = -1;
      continue;
    }
    if (!tokens.isTrivia(t)) {
      rules.token(t);
    } else if (tokens.onNewLine(t) || t === 0) {
      if (comments < 0) comments = t;
      const first = previous === NONE && comments === t && startsLine;
      sheet.line(t, 0, first ? opening : rules.most, rules.commentRule);
    } else {
      const carries = tokens.has(t, TokenFlag.Continues);
      sheet.set(t, carries ? Demand.AsWritten : Demand.Trailing, rules.commentRule);
    }
  }
}

function before(
  sheet: Sheet,
  comments: number,
  t: number,
  rules: BlockRules,
  previous: number,
  [least, most]: readonly [number, number],
  opening: number,
): void {
  if (comments >= 0 && !sheet.tokens.onNewLine(t)) {
    // A comment in front on the same line stays there; the blank lines go above it.
    sheet.set(t, Demand.Space, rules.commentRule);
    t--;
  }
  let head = t;
  while (comments >= 0 && head > comments && sheet.tokens.lineEndsIn(head) < 2) head--;
  for (let g = head + 1; g <= t; g++) sheet.line(g, 0, 0, rules.lineRule);
  if (comments >= 0 && head > comments && rules.parts?.(previous) === true) {
    // What they need stands before a comment of its own, unless it belongs to what is above it.
    const above = sheet.tokens.lineEndsIn(comments) - 1;
    const below = sheet.tokens.lineEndsIn(head) - 1;
    if (above > 0 || below < least) {
      sheet.line(comments, least, most, rules.lineRule);
      sheet.line(head, 0, most, rules.lineRule);
      return;
    }
  }
  const isFirst = previous === NONE && (comments < 0 || head === comments);
  sheet.line(head, isFirst ? 0 : least, isFirst ? opening : most, rules.lineRule);
}
