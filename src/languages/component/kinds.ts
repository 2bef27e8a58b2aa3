/** Token kinds of components. */
export const enum T {
  End,
  Comment,
  /** A tag that begins a block, with its attributes. */
  Opening,
  Closing,
  /** A tag that is a block by itself. */
  Whole,
  /** What a block holds. */
  Raw,
  /** What stands between blocks. */
  Word,
}

/** Node kinds of components. */
export const enum N {
  None,
  Document,
  Unparsed,
  Block,
}
