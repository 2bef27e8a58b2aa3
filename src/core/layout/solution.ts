import type { Language } from "../language.js";
import type { Style } from "../style/style.js";
import type { TokenTable } from "../syntax/tokens.js";

/** Stands for the indentation as it is written. */
export const KEPT = -1;

/** The solver's answer for every gap. */
export interface Solution {
  /** How many line ends; -1 where the gap stays as written, its last line moved by `column`. */
  readonly lines: Int16Array;
  /** Columns after the last line end, `KEPT` for those that stand there, or spaces where there is none. */
  readonly columns: Int32Array;
  /** How far the line that holds token t moved, for tokens that move with their line. */
  readonly shifts: Map<number, number>;
  /** Tokens put in before a gap's white space, in order. */
  readonly inserts: readonly Insert[];
  /** 1 for an optional token that was dropped. */
  readonly dropped: Uint8Array;
  /** With `follows`: the gap whose column a line took over, by the gap that begins it. */
  readonly followed: ReadonlyMap<number, number>;
}

export interface Insert {
  readonly gap: number;
  readonly text: string;
  /** A line end and this column come before it; -1 for none. */
  readonly column: number;
}

/** A fragment in its surroundings: lines end within it, and never at its edges. */
export interface Edges {
  /** The gaps before its first token, and after its last. */
  readonly first: number;
  readonly last: number;
  /** Columns that its surroundings take beyond those of what stands for them. */
  readonly before: number;
  readonly after: number;
}

/** Tells the edges of the fragment that a text holds in its surroundings; undefined where its lines may end there. */
export type FindEdges = (tokens: TokenTable) => Edges | undefined;

export interface SolverOptions {
  readonly style: Style;
  readonly language: Pick<Language, "trailingSpace" | "breaksAnywhere" | "notation" | "typing">;
  /** Gaps that keep their text, for requests that see only part of a document. */
  readonly frozen?: (gap: number) => boolean;
  /** Of the others: those that lie on a line too that is not formatted. */
  readonly isCut?: (gap: number) => boolean;
  /** Whether a line goes to the column of the line before it in its frame, where that stands as it is. */
  readonly follows?: boolean;
  /** Whether every line end stays, and none comes: only what is within lines is put in order. */
  readonly withinLines?: boolean;
  /** Gaps for one space in which a line ends all the same, as behind an operator. */
  readonly spaced?: ReadonlySet<number>;
  readonly edges?: Edges | undefined;
}
