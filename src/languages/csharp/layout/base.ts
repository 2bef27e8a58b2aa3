import { ElementLayout } from "../../../core/layout/elements.js";
import type { Syntax } from "../../../core/language.js";
import { FrameFlag, Mark, type Sheet } from "../../../core/layout/sheet.js";
import type { Style } from "../../../core/style/style.js";
import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";

/** What every part of the layout stands on, beside walking a node's elements. */
export abstract class LayoutBase extends ElementLayout<T> {
  protected readonly ownLine: boolean;
  /** Whether what goes on behind a block stands below it. */
  protected readonly clausesBelow: boolean;

  constructor(sheet: Sheet, syntax: Syntax, style: Style) {
    super(sheet, syntax, style, R.Unparsed);
    this.ownLine = style.bracePlacement === "own-line";
    this.clausesBelow = this.ownLine || style.clausePlacement === "own-line";
  }

  /** Opens a frame over lines that go by the line on which `owner` begins. */
  protected openBlock(begin: number, end: number, steps: number, owner: number): void {
    const { frames } = this.sheet;
    frames.anchor.set(
      this.sheet.open(begin, end, FrameFlag.Block, steps),
      this.tree.first(owner),
    );
  }

  protected kindOf(node: number): N {
    return node === NONE ? N.None : this.tree.kind(node);
  }

  protected kindAt(t: number): T {
    return this.tokens.kind(t);
  }

  /** A line in gap t, at the depth of the first line of the frame that is open. */
  protected dedented(t: number, rule: R): void {
    this.sheet.line(t, 0, 0, rule);
    this.sheet.mark(t, Mark.Dedent);
  }
}
