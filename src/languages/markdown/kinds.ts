/** Token kinds of text with marks. */
export const enum T {
  End,
  /** What stands together without white space. */
  Word,
  /** The number of a list item, with its sign. */
  Number,
  /** A cell of the row under a table's head: `:---`. */
  Rule,
  /** What stands together in a row of a table. */
  Cell,
  /** What a fence holds, told by its own language. */
  Code,
  Comment,
}

/** Node kinds of text with marks. */
export const enum N {
  None,
  Document,
  Unparsed,
}

/** Kinds of blocks (CommonMark 0.31), and of what is widely added to them. */
export const enum B {
  Document,
  Quote,
  List,
  Item,
  Paragraph,
  /** A heading with `#` before it. */
  Heading,
  /** A heading with a line under it. */
  Underlined,
  /** A line across: `***`. */
  Break,
  Fence,
  /** Code that is indented. */
  Code,
  Html,
  Table,
  /** What stands between lines of `---` at the beginning, or between `$$`. */
  Kept,
}
