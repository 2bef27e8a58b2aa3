import type { Span } from "./outline/excerpt.js";
import { NONE, type Parsed } from "./syntax/tree.js";

/** What a language says of elements, for the names in their tags. */
export interface TagKinds {
  readonly element: number;
  readonly opening: number;
  readonly closing: number;
}

/** A name in a tag, with what stands before it. */
const NAME = /^<\s*\/?\s*([^\s<>\/={}]*)/;

/** The names in the tags of the element in whose tags an offset stands, where both have the same; none elsewhere. */
export function linkedTags(
  { tokens, tree }: Parsed,
  { element, opening, closing }: TagKinds,
  offset: number,
): Span[] {
  const name = (node: number): Span => {
    const start = tokens.start(tree.first(node));
    const found = NAME.exec(tokens.text.slice(start, tokens.end(tree.end(node) - 1)))!;
    const to = start + found[0].length;
    return { from: to - found[1]!.length, to };
  };
  const holds = ({ from, to }: Span): boolean => offset >= from && offset <= to;
  const textOf = ({ from, to }: Span): string => tokens.text.slice(from, to);
  const t = Math.max(0, tokens.lastAt(offset));
  // A name ends where the next token may begin.
  for (const token of [t, t - 1]) {
    if (token < 0) continue;
    for (let node = tree.root; node !== NONE; node = tree.childAt(node, token)) {
      if (tree.kind(node) !== element) continue;
      const [first, last] = [tree.child(node), tree.lastChild(node)];
      if (tree.kind(first) !== opening || tree.kind(last) !== closing) continue;
      const names = [name(first), name(last)];
      if (names.some(holds) && textOf(names[0]!) === textOf(names[1]!)) return names;
    }
  }
  return [];
}
