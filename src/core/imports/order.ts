import type { Language, Syntax } from "../language.js";
import type { Span } from "../outline/excerpt.js";
import type { Style } from "../style/style.js";
import type { Change } from "../text/edits.js";

/** What a language says of an import that may change its place. */
export interface ImportPlace {
  /** Imports of a lower group stand first; a blank line parts groups. */
  readonly group: number;
  /** By what imports of one group are sorted. */
  readonly key: string;
}

/** What bears on the order of imports beside themselves. */
export interface ImportSettings {
  /** Tells packages of the project itself from those of others, by their names. */
  readonly isOwn: (packageName: string) => boolean;
  /** Whether what the language's platform brings stands before all others, or among packages by name. */
  readonly platformFirst: boolean;
}

/** What a save's own packages and a style say of the order of imports. */
export function importSettings(
  ownPackages: readonly string[],
  { platformImports }: Pick<Style, "platformImports">,
): ImportSettings {
  const own = new Set(ownPackages);
  return { isOwn: (name) => own.has(name), platformFirst: platformImports === "first" };
}

/**
 * What a language says of a statement: where it belongs, `"barrier"` for an import that no other may cross,
 * undefined for what is no import.
 */
export type ImportOrder = (
  syntax: Syntax,
  statement: number,
  settings: ImportSettings,
) => ImportPlace | "barrier" | undefined;

/**
 * The changes that bring the imports of a text into order.
 *
 * @param within where something must have changed for imports to be sorted; anywhere where left out.
 */
export type OrganizeImports = (
  language: Language,
  syntax: Syntax,
  settings: ImportSettings,
  within?: readonly Span[],
) => Change[];
