import type { Language, Syntax } from "../language.js";
import type { Span } from "../outline/excerpt.js";
import type { Change } from "../text/edits.js";

/** What a language says of an import that may change its place. */
export interface ImportPlace {
  /** Imports of a lower group stand first; a blank line parts groups. */
  readonly group: number;
  /** By what imports of one group are sorted. */
  readonly key: string;
}

/** Tells packages of the project itself from those of others, by their names. */
export type IsOwn = (packageName: string) => boolean;

/**
 * What a language says of a statement: where it belongs, `"barrier"` for an import that no other may cross,
 * undefined for what is no import.
 */
export type ImportOrder = (
  syntax: Syntax,
  statement: number,
  isOwn: IsOwn,
) => ImportPlace | "barrier" | undefined;

/**
 * The changes that bring the imports of a text into order.
 *
 * @param within where something must have changed for imports to be sorted; anywhere where left out.
 */
export type OrganizeImports = (
  language: Language,
  syntax: Syntax,
  isOwn: IsOwn,
  within?: readonly Span[],
) => Change[];
