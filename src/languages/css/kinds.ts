/** Token kinds of style sheets. */
export const enum T {
  End,
  Comment,
  /** What stands together without white space: names, numbers, hashes, operators, interpolations. */
  Word,
  /** A word that begins with `@`. */
  AtWord,
  String,
  /** `>`, `+` or `~`. */
  Sign,
  LeftParen,
  LeftBracket,
  LeftBrace,
  RightParen,
  RightBracket,
  RightBrace,
  Colon,
  Comma,
  Semicolon,
  /** `<!--` and `-->`, which old pages put around a style sheet. */
  PageComment,
}

/** Node kinds of style sheets. */
export const enum N {
  None,
  StyleSheet,
  Unparsed,
  /** Selectors and a block. */
  Rule,
  AtRule,
  Declaration,
  /** A statement of one of the dialects that declares nothing: the call of a mixin. */
  Call,
  /** A semicolon by itself. */
  Empty,
  PageComment,
  Block,
  Parens,
  Brackets,
}

/** The words that say something of a value after a `!`. */
export const FLAG = /^(?:important|default|global|optional)(?![\w-])/i;

/** The languages that style sheets are written in. */
export interface Dialect {
  readonly name: "css" | "scss" | "less";
  /** Whether `//` begins a comment, and parentheses hold lists and maps. */
  readonly extended: boolean;
  /** What begins a value within a word or a string; empty where nothing does. */
  readonly interpolation: "#{" | "@{" | "";
}
