import type { Syntax } from "../language.js";
import type { HostDocument, HostRegions } from "./host.js";
import type { Span } from "../outline/excerpt.js";
import type { Style } from "../style/style.js";

/** What part of a program a region is; a language says in what surroundings each stands. */
export type Fragment = "expression" | "statements" | "declarations" | "parameters" | "header";

/** What stands around a fragment where it is read as a whole text. */
export type Surroundings = Readonly<
  Partial<Record<Fragment, readonly [before: string, after: string]>>
>;

/** A stretch of a region that is not its language's. */
export interface Island extends Span {
  /** What it is read as, of the same length; a name where it is left out. */
  readonly as?: string;
}

/** What goes with a fragment on a line of its own. */
export interface Beside {
  /** How many UTF-16 units stand before it there, and how many after it. */
  readonly before: number;
  readonly after: number;
  /** How many steps deeper than its line as it stands that line would be. */
  readonly steps: number;
}

/** A stretch of a text that is written in another language. */
export interface Region extends Span {
  /** The identifier of that language; one that nobody knows is moved, and never touched. */
  readonly languageId: string;
  /** As what it is read; a whole text where it is left out. */
  readonly start?: Fragment | undefined;
  /**
   * What code lacks to be whole, as its host holds the rest: what stands for that before it, and after it. Nothing is changed
   * where a line of it would end elsewhere.
   */
  readonly lacks?: Readonly<Record<"before" | "after", string>> | undefined;
  /** What stands before each of its lines, indentation included: a quotation's `> `, a list's blanks. */
  readonly prefix: string;
  /** Whether not all of its lines have that before them: it is left alone until its host has given it to them. */
  readonly isUneven?: boolean | undefined;
  /** What a fragment has beside it once its host begins a line before it; nothing where that is left out. */
  readonly beside?: Beside | undefined;
  /** Whether its lines stand in the depth of the host's lines, behind white space of the same kind. */
  readonly nested?: boolean | undefined;
  /** Whether it seems to end too early, as a bracket lacks in it: what stands below tells nothing then. */
  readonly isCut?: boolean | undefined;
  /**
   * What may end it, as `</script` ends a script. While the lines of a change hold none of it, only the region
   * reads the change. Left out, the host is read after every change.
   */
  readonly closer?: RegExp | undefined;
  /**
   * The stretches in it that are not its language's, as of a tongue that makes the whole text, by offsets of the host: each is
   * read as a name, and never changed. A region with one of several lines is left alone.
   */
  readonly islands?: readonly Island[] | undefined;
  /**
   * Whether its islands tell which parts of it there are, so that nobody knows what it comes to: its lines are indented
   * as they are typed, pasted or moved, and nothing else of it is changed.
   */
  readonly isSketch?: boolean | undefined;
  /** What its place shows of the style, where it shows nothing itself. */
  readonly fallback?: Partial<Style> | undefined;
  /** What its place decides of the style: a string in an attribute keeps its delimiters. */
  readonly style?: Partial<Style> | undefined;
}

/** Tells the regions of a text: in their order, disjoint, each of whole lines or within one. */
export type FindRegions = (syntax: Syntax) => Iterable<Region>;

/** What a language says of regions: `regionsBy` makes it of a function that tells them. */
export interface Regions {
  readonly in: FindRegions;
  /**
   * Tells of the token that ends at a UTF-16 offset, and holds regions, the texts in it whose lines must not move with
   * the others; undefined where none of its lines may, or no such token ends there.
   */
  readonly movable: (syntax: Syntax) => (end: number) => readonly Span[] | undefined;
  /** Those of one document, open. Who has a language without any does not load what keeps them. */
  readonly open: (host: HostDocument) => HostRegions;
}
