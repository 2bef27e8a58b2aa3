import { operatorsLead } from "../../../core/layout/written.js";
import type { Style } from "../../../core/style/style.js";
import { TokenFlag } from "../../../core/syntax/tokens.js";
import { NONE, type Parsed } from "../../../core/syntax/tree.js";
import { columnAt } from "../../../core/text/width.js";
import { N, T, isOperator } from "../kinds.js";

/**
 * The nodes of a condition whose lines stay where the author has them: below its first operand, on the side of their
 * operators that the style has, and closed behind the last. Brackets that begin beside what they hold have the same form.
 *
 *     if (tide > 2
 *         && (berth.isFree
 *             || boat.isSmall)) moor(boat);
 *
 * @returns runs of operators and what brackets them, the condition first; none where it has another form.
 */
export function rowsOf(parsed: Parsed, condition: number, style: Style): readonly number[] {
  const { tokens, tree } = parsed;
  // Most stand on one line.
  const end = tree.end(condition);
  if (tokens.nextWith(TokenFlag.OnNewLine, tree.first(condition) + 2, end) >= end) return [];
  const rows = new Rows(parsed, style);
  return rows.areIn(condition) ? rows.found : [];
}

class Rows {
  readonly found: number[] = [];

  constructor(private readonly parsed: Parsed, private readonly style: Style) {}

  /** Whether brackets hold a run of operators alone, begun beside them, and its lines are rows. */
  areIn(node: number): boolean {
    const { tokens, tree } = this.parsed;
    const run = tree.child(node);
    const first = tree.first(node) + 1;
    const closer = tree.end(node) - 1;
    const isAlone =
      tree.kind(run) === N.Binary && tree.first(run) === first && tree.end(run) === closer;
    if (!isAlone || tokens.onNewLine(first) || tokens.onNewLine(closer)) return false;
    this.found.push(node, run);
    return this.operandsAre(run, this.columnOf(first));
  }

  private operandsAre(run: number, column: number): boolean {
    const { parsed, style: { operatorSplit } } = this;
    const { tokens, tree } = parsed;
    let below = false;
    for (const part = tree.parts(run); part.next();) {
      const { at: t, node: child } = part;
      if (tokens.onNewLine(t)) {
        if (this.columnOf(t) !== column) return false;
        below = true;
      }
      if (child !== NONE && !this.mayHold(child)) return false;
    }
    return (
      below
      && !this.hasBraces(tree.child(run))
      && (operatorSplit === "as-written"
        || operatorsLead(parsed, run, isOperator) === (operatorSplit === "before"))
    );
  }

  /** Whether an operand may stand in rows: it has none of its own that stand elsewhere. */
  private mayHold(node: number): boolean {
    const { tokens, tree } = this.parsed;
    const first = tree.first(node);
    const end = tree.end(node);
    const isRun = tree.kind(node) === N.Binary;
    if (tokens.nextWith(TokenFlag.OnNewLine, first + 1, end) >= end)
      return !isRun || this.fits(end);
    switch (tree.kind(node) as N) {
      case N.Binary: return false;
      case N.Unary: return this.mayHold(tree.lastChild(node));
      case N.Paren: return tokens.onNewLine(first + 1) || this.areIn(node);
      default: return true;
    }
  }

  /** The lines within the first operand go by the line of the condition, and would stand left of its rows. */
  private hasBraces(node: number): boolean {
    const { tokens, tree } = this.parsed;
    for (let t = tree.first(node); t < tree.end(node); t++)
      if (tokens.kind(t) === T.LeftBrace) return true;
    return false;
  }

  /** Whether the line on which a run ends before token t has room for it: in too long a row it would split by itself. */
  private fits(t: number): boolean {
    const { tokens } = this.parsed;
    const { tabWidth, maxLineLength } = this.style;
    return columnAt(tokens.text, tokens.end(t - 1), tabWidth) <= maxLineLength;
  }

  private columnOf(t: number): number {
    const { tokens } = this.parsed;
    return columnAt(tokens.text, tokens.start(t), this.style.tabWidth);
  }
}
