import type { Language, Syntax } from "../language.js";
import { Demand, Mark, type Sheet } from "./sheet.js";
import { commandOf, heldOf, holdsIn } from "../outline/holds.js";
import { NONE, type Tree } from "../syntax/tree.js";

/** Whether the first comment of a text holds formatting off for the whole of it. */
export function holdsFile({ tokens }: Syntax): boolean {
  for (let t = 0; t < tokens.count && tokens.isTrivia(t); t++) {
    if (commandOf(tokens.textOf(t)) === "leave file") return true;
  }
  return false;
}

/**
 * Holds what the comments ask to leave alone: from `oak-tide: leave` to `oak-tide: resume`, or to
 * the end; and after `oak-tide: leave next` the next unit.
 */
export function applyHolds(sheet: Sheet, syntax: Syntax, language: Language): void {
  const { tokens, tree } = syntax;
  const holds = holdsIn(syntax);
  for (const { from, to } of heldOf(syntax, holds)) {
    const first = tokens.lastAt(from) + 1;
    const last = Math.max(first, tokens.lastAt(to - 1) + 1);
    hold(sheet, first, last);
    endHeld(sheet, last);
  }
  for (const { from, command } of holds) {
    if (command !== "leave next") continue;
    const unit = unitAt(tree, tokens.skipTrivia(tokens.lastAt(from)), language);
    if (unit === NONE) continue;
    hold(sheet, tree.first(unit) + 1, tree.end(unit));
    endHeld(sheet, tree.end(unit));
    sheet.rewrite(tree.first(unit), []);
    sheet.marks[tree.first(unit)]! &= ~Mark.Reindent;
  }
}

function hold(sheet: Sheet, from: number, to: number): void {
  for (let g = from; g < to; g++) {
    sheet.demand[g] = Demand.AsWritten;
    sheet.marks[g] = Mark.KeepsBlanks;
  }
}

/** Has nothing come behind what is held, and the blanks there stay. */
function endHeld(sheet: Sheet, gap: number): void {
  sheet.marks[gap] = (sheet.marks[gap]! & ~Mark.Slots) | Mark.KeepsBlanks;
}

/** The outermost unit that begins at token t. */
function unitAt(tree: Tree, t: number, language: Language): number {
  let node = tree.root;
  while (node !== NONE) {
    if (tree.first(node) === t && node !== tree.root && language.isUnit(tree.kind(node)))
      return node;
    node = tree.childAt(node, t);
  }
  return NONE;
}
