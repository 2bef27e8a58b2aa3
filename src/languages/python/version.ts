import type { Parsed } from "../../core/syntax/tree.js";
import { N, T } from "./kinds.js";

/**
 * Whether the file shows that it is for Python 3.9 or later, where `with` takes its items in
 * brackets: it has such a `with`, a `match`, an `except*` or type parameters.
 */
export function allowsBracketedWith({ tokens, tree }: Parsed): boolean {
  for (let node = 1; node <= tree.size; node++) {
    const kind: N = tree.kind(node);
    const first = tree.first(node);
    if (kind === N.TypeParameters || kind === N.TypeAlias) return true;
    if (kind === N.Clause && tokens.is(first, "match")) return true;
    if (kind === N.Clause && tokens.kind(first) === T.Except && tokens.kind(first + 1) === T.Star)
      return true;
    if (
      kind === N.WithItems
      && tokens.kind(first) === T.LeftParen
      && tree.end(node) === tree.end(tree.child(node))
      && tree.hasChild(tree.child(node), N.As)
    ) return true;
  }
  return false;
}
