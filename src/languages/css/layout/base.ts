import type { Syntax } from "../../../core/language.js";
import { Demand, FrameFlag, type Sheet } from "../../../core/layout/sheet.js";
import type { Style } from "../../../core/style/style.js";
import { TokenFlag, type TokenTable } from "../../../core/syntax/tokens.js";
import type { Tree } from "../../../core/syntax/tree.js";
import { T, type Dialect } from "../kinds.js";
import { R } from "../rules.js";
import { isAligned } from "./aligned.js";

/** What the layouts of the parts of a style sheet share. */
export abstract class CssBase {
  protected readonly tokens: TokenTable;
  protected readonly tree: Tree;

  constructor(
    protected readonly sheet: Sheet,
    syntax: Syntax,
    protected readonly style: Style,
    protected readonly dialect: Dialect,
  ) {
    this.tokens = syntax.tokens;
    this.tree = syntax.tree;
  }

  /**
   * White space says something nearly everywhere: what stands apart stays so, by one blank or a line end, and
   * what stands together stays together.
   */
  protected keepApart(t: number, apart: Demand.Fold | Demand.Space): void {
    this.sheet.set(t, this.tokens.isApart(t) ? apart : Demand.Join, R.Word);
  }

  /** The same for the comments in front of token t, which part no words. */
  protected comments(first: number, t: number): void {
    for (let c = t - 1; c >= first && this.tokens.isTrivia(c); c--) {
      if (this.tokens.onNewLine(c) || this.tokens.swallows(c)) continue;
      this.keepApart(c, Demand.Space);
    }
  }

  /** Opens a frame whose words fill lines, behind token `first`; rows that the author made stay rows. */
  protected openRows(first: number, end: number, steps = 1): void {
    const { tokens, style, sheet } = this;
    const rows = style.listSplit === "as-written"
      && tokens.nextWith(TokenFlag.OnNewLine, first + 1, end) < end;
    sheet.open(first + 1, end - 1, FrameFlag.Flow | (rows ? FrameFlag.Split : 0), steps);
  }

  /** Whether the value behind a name stays in one column with that of one beside it. */
  protected isAligned(name: number, others: readonly number[]): boolean {
    const { listSplit, tabWidth } = this.style;
    return listSplit === "as-written" && isAligned(this.tokens, name, others, tabWidth);
  }

  /** Leaves tokens [first, end) as they stand. */
  protected asWritten(first: number, end: number): void {
    for (let t = first; t < end; t++) this.sheet.set(t, Demand.AsWritten, R.Unparsed);
  }

  protected isKind(t: number, kind: T): boolean {
    return this.tokens.kind(t) === kind;
  }

  /** The first grammar token at or after t. */
  protected skip(t: number): number {
    return this.tokens.skipTrivia(t);
  }
}
