import type { Language, Syntax } from "../../language.js";
import { NONE } from "../../syntax/tree.js";
import { tokenAt } from "./places.js";

/** A line, and the text with which it is read. */
export interface Read {
  readonly syntax: Syntax;
  /** The token with which the line begins. */
  readonly token: number;
  /** Whether it is part of what parses. */
  readonly parses: boolean;
}

/** A text read together with the line that `after` begins. */
export function readLine(language: Language, before: string, after: string): Read | undefined {
  const syntax = language.parse(before + after);
  const token = tokenAt(syntax, before.length + after.search(/[^ \t]/));
  if (token < 0) return undefined;
  const { tree } = syntax;
  let node = tree.root;
  while (node !== NONE && tree.kind(node) !== language.unparsed) {
    node = tree.childAt(node, token);
  }
  return { syntax, token, parses: node === NONE };
}
