import type { OrganizeImports } from "./imports/order.js";
import type { Sheet } from "./layout/sheet.js";
import type { Notation } from "./notation.js";
import type { Regions, Surroundings } from "./regions/region.js";
import type { Style } from "./style/style.js";
import type { TokenTable } from "./syntax/tokens.js";
import type { Span } from "./outline/excerpt.js";
import type { Change } from "./text/edits.js";
import type { Parsed } from "./syntax/tree.js";

/** Where a unit begins that was looked at beyond its end, and how far, as UTF-16 offsets. */
export interface Lookahead {
  readonly from: number;
  readonly to: number;
}

/** What a language's parser makes of a text. */
export interface Syntax extends Parsed {
  /** Whether brackets do not add up, so that indentation told where constructs end. */
  readonly unbalanced: boolean;
  /** In how many places they do not, where columns were counted; 0 where they add up. */
  readonly mismatches?: number;
  /** The units that the parser looked beyond before it settled what they are; missing for none. */
  readonly lookaheads?: readonly Lookahead[];
  /** What the whole text shows of the language's version, where this is only an excerpt. */
  readonly needsNewer?: boolean;
  /** What comments hold off that an excerpt does not show, as UTF-16 offsets of it; missing in a whole text. */
  readonly held?: readonly Span[];
}

/** What stands around a new line, beside the text before it. */
export interface Around {
  /** What goes down with the caret; empty for nothing. */
  readonly rest: string;
  /** The column of the next line that is not blank; undefined where there is none. */
  readonly below?: number | undefined;
  /** The column at which the caret stood on the blank line left behind, where somebody put it there. */
  readonly left?: number | undefined;
}

/** What a language says of typing whose blocks are made by indentation. Texts end at a line's beginning. */
export interface IndentedBlocks {
  /** The column of a new line after `text`; undefined inside brackets. */
  column(text: string, style: Style, around: Around): number | undefined;
  /**
   * The column of a line within the bracket that `text` leaves open, where rows like its tell one, or the language does;
   * undefined for that of the layout.
   */
  rowColumn?(text: string, style: Style, below: string): number | undefined;
  /** The column to which a word that goes on with an earlier line goes back; undefined where it may stay. */
  wordColumn(text: string, word: string, column: number, style: Style): number | undefined;
  /**
   * The depth that a line after `text` may have which is nearest below `column`.
   *
   * @param block what is put there, from its first line on.
   * @param below the lines below that, whose own block it does not end.
   */
  nearest(text: string, column: number, style: Style, block?: string, below?: string): number;
  /** The column of a line that begins with a closer; undefined where nothing in `text` waits for it. */
  closerColumn?(text: string, closer: string, style: Style): number | undefined;
  /** How many lines of a block by itself stand deeper under no header, or go back to no depth above. */
  misfits?(text: string): number;
}

/** A text in another language that is written by the rules of the one that holds it, as a cell in strings of JSON. */
export interface HeldText {
  readonly languageId: string;
  /** What it says. */
  readonly text: string;
  /** The changes of what holds it that make it say something else. */
  replaced(text: string): readonly Change[];
}

/** What a language answers for Enter by itself. */
export interface EnteredText {
  readonly changes: Change[];
  /** Where the caret goes, as an offset of the text with the changes in it. */
  readonly caret: number;
}

/** What a part of a text was taken from. */
export interface Whole {
  text(): string;
  /** Where in it an offset of the part lies. */
  at(offset: number): number;
}

/** What a language says of text that is being typed. */
export interface Typing {
  /** Characters after which a typing request may have something to say, beside a line end. */
  readonly triggers: readonly string[];
  /**
   * What Enter comes to, where that is more than a depth: lists of texts go on with their marks.
   *
   * @param at the offset where the new line begins.
   * @param style the document's, as a step may come with it.
   * @param whole what `text` is a part of, for what lines further away show; `text` itself where left out.
   * @returns undefined where it is as everywhere.
   */
  entered?(text: string, at: number, style: Style, whole?: Whole): EnteredText | undefined;
  /**
   * The white space of a line that is put somewhere, where what stands around it tells that.
   *
   * @param text the whole text, with an empty line in place of what was put there.
   * @param at the offset where the line begins.
   * @param line the line, without its white space.
   * @returns undefined where the layout has it.
   */
  shown?(text: string, at: number, line: string): string | undefined;
  /**
   * What a character comes to, one of its `triggers`, where the language says that itself.
   *
   * @param at the offset behind the character.
   * @returns undefined where it is as everywhere.
   */
  completed?(text: string, at: number, character: string): Change[] | undefined;
  /** What a stretch of text comes to that was pasted, or else moved, in place of a depth for its lines. */
  placed?(text: string, from: number, to: number, pasted: boolean): Change[];
  /**
   * What would close all that is open at the end of a text, innermost first.
   *
   * @param line what the next line begins with, where that may close more than what is innermost.
   */
  closers(text: string, line?: string): string;
  /**
   * Whether the rest of a line begins with what ends a block that neither brackets nor tags enclose, and with whose
   * beginning the text before it ends: Enter makes three lines then.
   */
  endsBlock?(before: string, rest: string): boolean;
  /** The sign that begins a value within a string, and what makes a string in which it was typed take one. */
  readonly interpolation?: {
    readonly sign: string;
    changes(syntax: Syntax, offset: number): Change[];
  };
  /**
   * What the line after a text most likely begins with, where that is no mere statement; with indentation
   * where the line shall not be read as one that an author put at the margin.
   *
   * @param below the text below it, where that is known.
   */
  next?(text: string, below?: string): string | undefined;
  /**
   * Words that settle on their line with the first character after them that ends them, and signs that
   * settle at once, each with what may follow it to make a whole construct, the likeliest first.
   */
  readonly words: ReadonlyMap<string, readonly string[]>;
  /** Those of the signs that wait for what follows: twice the sign is another one. */
  readonly waits?: ReadonlySet<string>;
  /** What a text ends with that is surely carried on, such as an operator. */
  readonly carried?: RegExp;
  /**
   * Whether a line stands at the margin whatever it stands in, as one for a preprocessor does.
   *
   * @param before the text before it, where others of its kind show where they stand; undefined to leave that aside.
   */
  margin?(line: string, before: string | undefined): boolean;
  /** Kinds of nodes before whose end a body may follow: their later lines stand clear of its column. */
  readonly headers?: ReadonlySet<number>;
  /** Whether all that opens beside brackets, such as blocks by words, is closed again. */
  addsUp?(tokens: TokenTable): boolean;
  /** Whether token t is a text for readers, such as a docstring, whose lines are indented like code. */
  isProse?(syntax: Syntax, t: number): boolean;
  /** What such a text begins with; where nothing else stands before its closer, Enter makes three lines. */
  readonly proseOpener?: RegExp;
  /** What it says where indentation, not brackets, tells what belongs together. */
  readonly blocks?: IndentedBlocks;
}

/**
 * The one contract between core and a language.
 *
 * To add a language, write a lexer that fills a token table (comments are tokens, flagged as
 * trivia), a parser that makes a tree of any text whatever, and a layout that walks the tree and
 * states one demand for the gap before every token that is not trivia. Everything else, comments
 * inside constructs, widths, edits, requests, is core's.
 */
export interface Language {
  readonly name: string;
  /** Begins the ids of its rules: `python/…`. */
  readonly family: string;
  /** Language identifiers of the Language Server Protocol that it serves. */
  readonly ids: readonly string[];
  /** File endings, with the dot. */
  readonly extensions: readonly string[];
  /** Endings of templates that may make its files and others, and whether the text of one is its own: `.hbs`. */
  readonly templates?: { readonly extensions: readonly string[]; holds(text: string): boolean };
  /** File names that it serves whatever their ending. */
  readonly fileNames: readonly string[];
  /** What is read in its place for files with other endings, as a stub is for a module. */
  readonly variants?: readonly Language[];
  /** What is read in its place for cells of notebooks, which hold lines for a shell too. */
  readonly cell?: Language;
  /** Where its style differs from the base. */
  readonly defaults: Partial<Style>;
  /** What its own rules demand of the style, whatever is asked for: tabs, in a makefile. */
  readonly demanded?: Partial<Style>;
  /** Names of its rules; a demand names one by its place here. */
  readonly rules: readonly string[];
  /** What its own rules ask for, by their names without the family; those that several languages have are known. */
  readonly ruleDescriptions?: Readonly<Record<string, string>>;
  /** Place in `rules` of the rule that answers for comments. */
  readonly commentRule: number;
  /** Place in `rules` of the rule that answers for lines split because they are too long. */
  readonly splitRule: number;
  /**
   * Places in `rules` of the rules that answer for a separator and for a terminator put in; that of the gap
   * where there is none.
   */
  readonly insertRules?: { readonly separator?: number; readonly terminator?: number };
  /** The signs with which it is written. */
  readonly notation: Notation;
  /** Columns before a comment at the end of a line. */
  readonly trailingSpace: number;
  /** Whether a line may end between any two tokens, or only inside brackets. */
  readonly breaksAnywhere: boolean;
  /** Pairs of characters that begin one token when nothing stands between them: `**`, `->`. */
  readonly mergingPairs: ReadonlySet<string>;
  /** The kind of nodes that the parser did not understand. */
  readonly unparsed: number;

  /**
   * Parses any text; never throws.
   *
   * @param byColumns whether indentation tells where constructs end though the brackets of this text may
   * add up, as in an excerpt of one whose do not.
   */
  parse(text: string, byColumns?: boolean): Syntax;

  /** Whether nodes of this kind are units: statements, members, rules. */
  isUnit(kind: number): boolean;

  /**
   * `SequenceFlag`s of a kind of nodes: 0 where their children do not follow one another, each read
   * alone. Missing for text of no known language.
   */
  readonly sequence?: (kind: number) => number;

  /** Whether a text shows that it needs a newer version of the language than the layout counts on. */
  readonly needsNewer?: (syntax: Parsed) => boolean;

  /**
   * Token t as the invariant "tokens kept" compares it: empty where it belongs to the closed list of
   * tokens that may come and go, quotes and other rewritten parts brought to one form.
   */
  comparable(tokens: TokenTable, t: number): string;

  /** Whether line ends in a token are what a program does, as in a text of C# over several lines: they stay. */
  keepsLineEnds?(tokens: TokenTable, t: number): boolean;

  /** Stretches that are understood and laid out, though the language's standard does not allow them. */
  nonStandard?(syntax: Syntax): Iterable<{ readonly from: number; readonly to: number }>;

  /** Brings imports into order (`organizeBy`); missing where the language has none that may change their places. */
  readonly organizeImports?: OrganizeImports;

  /** The names that are changed together with the one at a UTF-16 offset, that one among them: those of a pair of tags. */
  linked?(syntax: Syntax, offset: number): readonly Span[];

  /** The stretches of a text that are written in other languages. */
  readonly regions?: Regions;
  /** The texts that it holds in strings of its own; they are laid out with the whole. */
  held?(syntax: Syntax): Iterable<HeldText>;
  /** Whether what they import is brought into order with the text, as that of a component's script. */
  readonly importsInRegions?: boolean;
  /** In what surroundings the parts of a program stand that others hold; by themselves where none is given. */
  readonly fragments?: Surroundings;

  /** What it says of text that is being typed. */
  readonly typing: Typing;

  /**
   * The changes that lay a whole text out, for a language whose white space says too much to be told gap by gap;
   * `layout` then keeps what is written.
   *
   * @param holds which changes may be made, where only a part of the lines is formatted.
   */
  rewrite?(syntax: Syntax, style: Style, holds?: (change: Span) => boolean): readonly Change[];

  /** States the demands for every gap. */
  layout(sheet: Sheet, syntax: Syntax, style: Style): void;
}
