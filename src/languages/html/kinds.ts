import { TokenFlag } from "../../core/syntax/tokens.js";

/** Token kinds of pages. */
export const enum T {
  End,
  Comment,
  Doctype,
  /** `<` with a name. */
  TagStart,
  /** `</` with a name. */
  EndTagStart,
  TagEnd,
  /** `/>`. */
  EmptyTagEnd,
  /** The name of an attribute. */
  Name,
  Equal,
  Value,
  /** What stands together in a text without white space. */
  Word,
  /** What an element holds that is no markup: a script, a style sheet, the text of a field. */
  Raw,
}

/** Node kinds of pages. */
export const enum N {
  None,
  Document,
  Unparsed,
  Element,
  /** What stands between the tags of an element. */
  Content,
  /** The same where text beside elements says of all of it how it is laid out. */
  Mixed,
  StartTag,
  EndTag,
  Attribute,
  /** An end tag of nothing that is open. */
  Stray,
  /** Code between markup, from the island that opens something to the one that closes it. */
  CodeBlock,
  /** The same where nothing closes it in the content in which it begins: it has no depth. */
  OpenBlock,
  /** What stands between two islands of a block of code. */
  Inside,
}

/** Whether nodes of a kind are what stands between the tags of an element. */
export const isContent = (kind: number): boolean => kind === N.Content || kind === N.Mixed;

/** Flag of words that are a piece of control flow. The first of its own is that of code, where a page holds another language. */
export const FLOW = TokenFlag.Own << 1;

/** Flags of such words that close and that open a block, where their text alone does not tell. */
export const CLOSES = TokenFlag.Own;
export const OPENS = TokenFlag.Own << 2;
