import type { FindEdges } from "../layout/solution.js";
import { TokenFlag, type TokenTable } from "../syntax/tokens.js";
import type { Lines } from "../text/lines.js";
import { columnsBetween } from "../text/width.js";
import { FAR } from "./place.js";
import type { Region } from "./region.js";

/** Columns on the lines on which a fragment begins and ends that something else takes there. */
interface Taken {
  readonly before: number;
  readonly after: number;
}

/** The edges of a fragment between its surroundings, and for which columns they were told. */
export interface KnownEdges extends Taken {
  readonly of: FindEdges;
}

/**
 * The edges of a fragment in its host. It finds room where it does on its line, or on one that its host may begin
 * before it:
 *
 *     <ferry-berth :to="of(tide)" />    <ferry-berth
 *                                           :to="of(tide)"
 *
 * @param step how many columns a step of the host has.
 * @param known those told before, which stay where they are the same.
 */
export function edgesIn(
  host: Lines,
  region: Region,
  surroundings: readonly [before: string, after: string],
  step: number,
  known: KnownEdges | undefined,
): KnownEdges {
  const { before, after } = takenBeside(host, region, step);
  if (known?.before === before && known.after === after) return known;
  return { before, after, of: (tokens) => edgesBetween(tokens, surroundings, { before, after }) };
}

function takenBeside(host: Lines, { from, to, prefix, beside }: Region, step: number): Taken {
  if (beside === undefined) return { before: 0, after: 0 };
  const columns = (start: number, end: number): number => {
    if (end - start > FAR) return FAR;
    const text = host.slice(start, end);
    return columnsBetween(text, 0, text.length);
  };
  const here = {
    before: columns(host.lineStart(host.lineAt(from)) + prefix.length, from),
    after: columns(to, host.lineEnd(host.lineAt(to))),
  };
  const apart = {
    before: beside.steps * step + columns(from - beside.before, from),
    after: columns(to, to + beside.after),
  };
  return here.before + here.after < apart.before + apart.after ? here : apart;
}

function edgesBetween(
  tokens: TokenTable,
  [opener, closer]: readonly [string, string],
  { before, after }: Taken,
): ReturnType<FindEdges> {
  const end = tokens.text.length - closer.length;
  let first = 0;
  while (first < tokens.count && tokens.start(first) < opener.length) first++;
  // Lines that a comment begins with are none of the fragment's first one.
  if (tokens.isTrivia(first) && tokens.has(first, TokenFlag.MultiLine)) return undefined;
  let last = tokens.count;
  while (last > first && tokens.start(last - 1) >= end) last--;
  return {
    first,
    last,
    before: Math.max(0, before - opener.length),
    after: Math.max(0, after - closer.length),
  };
}
