import type { ImportOrder } from "../../core/imports/order.js";
import { N, T } from "./kinds.js";

/** In what order directives of different kinds stand. */
const enum Rank {
  Global,
  System,
  Others,
  Static,
  Alias,
}

/**
 * The using directives of C#: those of the system, then others, types whose members are used by name, and other
 * names for types. None crosses a line for the preprocessor.
 */
export const importOrder: ImportOrder = (
  { tokens, tree },
  statement,
  { platformFirst },
) => {
  if ((tree.kind(statement) as N) !== N.Using) return undefined;
  const first = tree.first(statement);
  for (let t = first - 1; t >= 0 && tokens.isTrivia(t); t--)
    if (tokens.kind(t) !== T.Comment) return "barrier";
  let rank = Rank.Others;
  let name = "";
  for (let t = first; t < tree.end(statement); t++) {
    const kind: T = tokens.kind(t);
    const word = tokens.textOf(t);
    if (word === "extern") return "barrier";
    if (word === "static") rank = Rank.Static;
    else if (kind === T.Assign) rank = Rank.Alias;
    else if (kind !== T.Using && kind !== T.Semicolon && !tokens.isTrivia(t)) name += word;
  }
  const isGlobal = tokens.is(first, "global") && tokens.kind(first + 1) === T.Using;
  if (isGlobal) name = name.slice("global".length);
  if (platformFirst && rank === Rank.Others && /^System(?:\.|$)/.test(name)) rank = Rank.System;
  return { group: 0, key: `${isGlobal ? Rank.Global : 1} ${rank} ${name.toLowerCase()}` };
};
