import type { Language, Syntax } from "../language.js";
import { Demand, Mark, type Sheet } from "../layout/sheet.js";
import { NONE, type Tree } from "../syntax/tree.js";

/** What every comment begins with that speaks to the formatter. */
export const HOLD_SIGN = "oak-tide:";

/** Whether the first comment of a text holds formatting off for the whole of it. */
export function holdsFile({ tokens }: Syntax): boolean {
  for (let t = 0; t < tokens.count && tokens.isTrivia(t); t++) {
    if (command(tokens.textOf(t)) === "leave file") return true;
  }
  return false;
}

/**
 * Holds what the comments ask to leave alone: from `oak-tide: leave` to `oak-tide: resume`, or to
 * the end; and after `oak-tide: leave next` the next unit.
 */
export function applyHolds(sheet: Sheet, syntax: Syntax, language: Language): void {
  const { tokens, tree } = syntax;
  if (!tokens.text.includes(HOLD_SIGN)) return;
  let since = -1;
  for (let t = 0; t < tokens.count; t++) {
    if (!tokens.isTrivia(t)) continue;
    switch (command(tokens.textOf(t))) {
      case "leave":
        if (since < 0) since = t + 1;
        break;
      case "resume":
        if (since >= 0) hold(sheet, since, t);
        since = -1;
        break;
      case "leave next": {
        const unit = unitAt(tree, tokens.skipTrivia(t), language);
        if (unit !== NONE) {
          hold(sheet, tree.first(unit) + 1, tree.end(unit));
          sheet.rewrite(tree.first(unit), []);
          sheet.marks[tree.first(unit)]! &= ~Mark.Reindent;
        }
      }
    }
  }
  if (since >= 0) hold(sheet, since, tokens.count);
}

function command(comment: string): string {
  const at = comment.indexOf(HOLD_SIGN);
  return at < 0 ? "" : comment.slice(at + HOLD_SIGN.length).replace(/\*\/$|-->$/, "").trim();
}

function hold(sheet: Sheet, from: number, to: number): void {
  for (let g = from; g < to; g++) {
    sheet.demand[g] = Demand.AsWritten;
    sheet.marks[g] = Mark.Held;
  }
}

/** The outermost unit that begins at token t. */
function unitAt(tree: Tree, t: number, language: Language): number {
  let node = tree.root;
  while (node !== NONE) {
    if (tree.first(node) === t && node !== tree.root && language.isUnit(tree.kind(node)))
      return node;
    let child = tree.child(node);
    while (child !== NONE && tree.end(child) <= t) child = tree.next(child);
    if (child === NONE || tree.first(child) > t) return NONE;
    node = child;
  }
  return NONE;
}
