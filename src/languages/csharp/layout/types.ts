import { NONE } from "../../../core/syntax/tree.js";
import { N, T } from "../kinds.js";
import { R } from "../rules.js";
import { LayoutBase } from "./base.js";

const isWord = (kind: T): boolean => kind === T.Name || kind > T.As;

/** Types, whose signs stand close to them. */
export abstract class TypeLayout extends LayoutBase {
  /** Between the tokens of a type, or of a name with its types. */
  protected typeRule(t: number, kind: T, before: T, child: number): void {
    if (before === T.Comma) return this.space(t, R.Comma);
    if (kind === T.Comma) return this.join(t, R.Comma);
    if (child !== NONE) {
      const at = this.kindAt(t);
      const isApart = isWord(before) && at !== T.Less && at !== T.LeftBracket;
      return isApart ? this.space(t, R.Type) : this.join(t, R.Type);
    }
    // `ref readonly int`, `delegate* unmanaged`
    const words = isWord(kind) && (isWord(before) || before === T.Star);
    if (words) this.space(t, R.Type);
    else this.join(t, R.Type);
  }

  /** `<T, U>`, which stays whole. */
  protected typeList(node: number): void {
    this.run(node, (t, kind, before, child) => {
      if (kind === T.Comma) return this.join(t, R.Comma);
      if (before === T.Comma)
        return kind === T.Greater ? this.join(t, R.Type) : this.space(t, R.Comma);
      if (before === T.Less || kind === T.Greater) return this.join(t, R.Type);
      // Attributes, and `in` or `out`.
      if (child === NONE || this.kindOf(child) !== N.Attributes) return this.space(t, R.Type);
      this.join(t, R.Type);
    });
  }
}
