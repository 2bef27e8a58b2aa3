import type { TokenTable } from "../../core/syntax/tokens.js";
import { T } from "./kinds.js";

/**
 * For start tags and end tags the other of the two, by tokens: first for those that begin lines in the same column, then for
 * what is left; of a name what opened last ends first.
 *
 * @param nameIn the name in a tag as names are compared.
 * @param lineColumn the column of a token that begins a line; undefined for others.
 */
export function pairedTags(
  tokens: TokenTable,
  nameIn: (tag: string) => string,
  lineColumn: (t: number) => number | undefined,
): ReadonlyMap<number, number> {
  const paired = new Map<number, number>();
  const pair = (keyOf: (t: number, name: string) => string | undefined): void => {
    const open = new Map<string, number[]>();
    for (let t = 0; t < tokens.count; t++) {
      const kind: T = tokens.kind(t);
      if ((kind !== T.TagStart && kind !== T.EndTagStart) || paired.has(t)) continue;
      const starts = kind === T.TagStart;
      const key = keyOf(t, nameIn(tokens.textOf(t).slice(starts ? 1 : 2)));
      if (key === undefined) continue;
      const firsts = open.get(key);
      const first = starts ? undefined : firsts?.pop();
      if (first !== undefined) paired.set(first, t).set(t, first);
      else if (starts && firsts === undefined) open.set(key, [t]);
      else if (starts) firsts!.push(t);
    }
  };
  pair((t, name) => {
    const column = lineColumn(t);
    return column === undefined ? undefined : `${name} ${column}`;
  });
  pair((_, name) => name);
  return paired;
}
