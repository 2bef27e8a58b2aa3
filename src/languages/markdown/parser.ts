import type { Syntax } from "../../core/language.js";
import { Tree } from "../../core/syntax/tree.js";
import { parseBlocks, type Blocks } from "./blocks.js";
import { N } from "./kinds.js";
import { lexMarkdown } from "./lexer.js";

/** A text by its words and by its blocks. */
export interface MarkdownSyntax extends Syntax {
  readonly blocks: Blocks;
}

/** Parses a text with marks (CommonMark 0.31, with tables, front matter and formulas between dollars). */
export function parseMarkdown(text: string): MarkdownSyntax {
  const blocks = parseBlocks(text);
  const tokens = lexMarkdown(text, blocks);
  const tree = new Tree(4);
  tree.finish(N.Document, 0, tokens.count);
  return { tokens, tree, blocks, unbalanced: false };
}
