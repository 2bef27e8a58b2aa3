import type { BlockComment, Pair } from "../../core/notation.js";
import type { Style } from "../../core/style/style.js";

/** A text in quotes of some form. */
export interface StringForm {
  /** What begins it. */
  readonly open: RegExp;
  /** What ends it, where that is not what began it; it may name what the opener matched. */
  readonly close?: string | ((opener: RegExpExecArray) => string);
  /** What takes its meaning from the character behind it: a backslash. */
  readonly escape?: string;
  /** Whether it may go over several lines. */
  readonly multiLine?: boolean;
  /** Whether its closer stands alone on a later line, indented or not. */
  readonly document?: boolean;
}

/** A comment that ends with its line. */
export interface LineComment {
  readonly sign: string;
  /** Whether white space, or the line's beginning, must stand before it. */
  readonly apart?: boolean;
}

/** What tells how statements go on over several lines. */
export interface Statements {
  /** What stands before the condition of one that may have a body without braces: `if`; none where left out. */
  readonly headers?: RegExp;
  /** A line that such a body may follow without a condition: `else`. */
  readonly words?: RegExp;
  /** What ends a line that is surely carried on: an operator. */
  readonly carried: RegExp;
  /** Whether a comma carries a line on that stands in no list. */
  readonly commas?: boolean;
  /** What begins a line that goes on with the one above: an operator, a dot. */
  readonly goesOn: RegExp;
  /** What such a line may begin with that has it go to its place once it is typed: `&&`, `throws`. */
  readonly signs: readonly string[];
  /** How many steps deeper than its statement such a line stands where no other shows it; one where left out. */
  readonly steps?: number;
}

/** What is needed of a language that has no parser, so that typing in it is more than indentation. */
export interface Declaration {
  readonly name: string;
  /** Language identifiers of the Language Server Protocol; its name where they are left out. */
  readonly ids?: readonly string[];
  /** File endings, with the dot. */
  readonly extensions: readonly string[];
  readonly fileNames?: readonly string[];
  readonly lineComments?: readonly LineComment[];
  readonly blockComment?: BlockComment;
  /** Round, square and curly ones where they are left out. */
  readonly brackets?: readonly Pair[];
  readonly strings?: readonly StringForm[];
  /** What ends a line behind which the next stands one step deeper, beside an opening bracket. */
  readonly opens?: RegExp;
  /** Lines that open a block whose lines stand no deeper, where nothing shows otherwise: `namespace`. */
  readonly flat?: RegExp;
  /**
   * Words that begin a line and go back to that of the nearest line above, less deep than what stands
   * between, which matches: `fi` to that of its `if`.
   */
  readonly closes?: Readonly<Record<string, RegExp>>;
  /** What a line has that holds the first of what such words begin, and does not tell where it stands: `switch`. */
  readonly holds?: RegExp;
  readonly statements?: Statements;
  /**
   * Where lines in a bracket stand that has something after it on its line, and no others show it: below that, or a step
   * in; on the line's own column where it is left out.
   */
  readonly hangs?: "aligned" | "stepped";
  /** What begins a line for a preprocessor: it stands at the margin, and says nothing of the lines below. */
  readonly directive?: RegExp;
  /** What stands at a line's beginning before the column from which its next lines are counted: `- `. */
  readonly bullets?: RegExp;
  /** What ends a line whose deeper lines are text, kept to the letter: `|`. */
  readonly literal?: RegExp;
  /** Where its style differs from the base. */
  readonly defaults?: Partial<Style>;
  /** What its own rules demand of the style, whatever is asked for: tabs, in a makefile. */
  readonly demanded?: Partial<Style>;
}
