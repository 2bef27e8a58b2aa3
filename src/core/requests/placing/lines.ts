import type { Language, Syntax } from "../../language.js";
import type { Signs } from "../../notation.js";
import type { Style } from "../../style/style.js";
import { NONE } from "../../syntax/tree.js";
import { lineColumn, startOfLine } from "../../text/width.js";
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

/** The column of the last line that is not blank, one step in where it ends with an opening bracket. */
export function previousColumn(signs: Signs, before: string, style: Style): number {
  const text = before.trimEnd();
  const line = text.slice(startOfLine(text, text.length));
  const column = lineColumn(line, 0, style.tabWidth);
  return signs.endsOpen(line) ? column + style.indentSize : column;
}
