/** Token kinds of JSON and of what people write in its place. */
export const enum T {
  End,
  Comment,
  String,
  /** A number, `true`, `false`, `null`, or a key without quotes. */
  Word,
  Unknown,
  LeftBracket,
  LeftBrace,
  RightBracket,
  RightBrace,
  Comma,
  Colon,
}

/** Node kinds of JSON. */
export const enum N {
  None,
  Document,
  Unparsed,
  Object,
  Array,
  Member,
}
