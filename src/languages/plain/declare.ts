import type { Language, Syntax } from "../../core/language.js";
import { Demand } from "../../core/layout/sheet.js";
import { BRACKETS, type Notation } from "../../core/notation.js";
import { Tree } from "../../core/syntax/tree.js";
import type { Declaration } from "./declaration.js";
import { lexDeclared } from "./lexer.js";
import { declaredTyping } from "./typing.js";

const LINE = 1;
const TEXT = 2;
/** The kind of nodes that do not parse; there are none. */
const UNPARSED = 3;

const LINE_END = 0;

/**
 * A language that has no parser. A document gets what is safe: line ends, white space at the end of lines
 * outside strings, the last line's end. Typing, pasting and moving go by indentation, brackets and the
 * declaration's words.
 */
export function declareLanguage(declaration: Declaration): Language {
  const { name, lineComments = [], blockComment, brackets = BRACKETS } = declaration;
  const block = brackets.find(([opener]) => opener === "{");
  const notation: Notation = {
    lineComments: lineComments.map(({ sign }) => sign),
    ...(blockComment === undefined ? {} : { blockComment }),
    brackets,
    ...(block === undefined ? {} : { block }),
  };
  return {
    name,
    family: name,
    ids: declaration.ids ?? [name],
    extensions: declaration.extensions,
    fileNames: declaration.fileNames ?? [],
    defaults: declaration.defaults ?? {},
    ...(declaration.demanded === undefined ? {} : { demanded: declaration.demanded }),
    rules: [`${name}/line-end`, `${name}/comment`],
    ruleDescriptions: { comment: "Nothing stands at the end of a comment's lines." },
    commentRule: 1,
    splitRule: LINE_END,
    notation,
    trailingSpace: 1,
    breaksAnywhere: true,
    mergingPairs: new Set(),
    unparsed: UNPARSED,
    typing: declaredTyping(declaration, notation),

    parse(text: string): Syntax {
      const tokens = lexDeclared(text, declaration);
      const tree = new Tree();
      for (let t = 0, end: number; t < tokens.count; t = end) {
        end = t + 1;
        while (end < tokens.count && !tokens.onNewLine(end)) end++;
        tree.finish(LINE, t, end);
      }
      tree.finish(TEXT, 0, tokens.count);
      return { tokens, tree, unbalanced: false };
    },

    isUnit: (kind) => kind === LINE,

    comparable: (tokens, t) => tokens.textOf(t),
    keepsLineEnds: (tokens, t) => !tokens.isTrivia(t),

    layout(sheet) {
      const { tokens } = sheet;
      for (let t = 0; t < tokens.count; t++) {
        const stands = tokens.onNewLine(t) || t === 0 ? Demand.Level : Demand.AsWritten;
        sheet.set(t, stands, LINE_END);
      }
    },
  };
}
