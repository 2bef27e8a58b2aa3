import type { Syntax } from "../../core/language.js";
import { Tree } from "../../core/syntax/tree.js";
import { N, T } from "./kinds.js";
import { lexComponent } from "./lexer.js";

/** Parses a component: a row of blocks, each with what it holds. */
export function parseComponent(text: string): Syntax {
  const { tokens, lookaheads } = lexComponent(text);
  const tree = new Tree(16);
  let mismatches = 0;
  for (let t = 0; t < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    if (kind === T.Word) {
      mismatches++;
      tree.finish(N.Unparsed, t, t + 1);
    }
    if (kind !== T.Opening) continue;
    let end = t + 1;
    if (tokens.kind(end) === T.Raw) end++;
    const closed = tokens.kind(end) === T.Closing;
    if (!closed) mismatches++;
    tree.finish(closed ? N.Block : N.Unparsed, t, closed ? end + 1 : end);
    t = closed ? end : end - 1;
  }
  tree.finish(N.Document, 0, tokens.count);
  return { tokens, tree, unbalanced: false, mismatches, lookaheads };
}
