import type { IndentedBlocks, Language, Syntax } from "../../core/language.js";
import { BRACKETS } from "../../core/notation.js";
import { Demand } from "../../core/layout/sheet.js";
import type { Style } from "../../core/style/style.js";
import { TokenFlag, TokenTable } from "../../core/syntax/tokens.js";
import { Tree } from "../../core/syntax/tree.js";
import { lineColumn } from "../../core/text/width.js";

const LINE = 1;
const TEXT = 1;
const UNPARSED = 2;

const OPENERS: { readonly [closer: string]: string } = { ")": "(", "]": "[", "}": "{" };
const CLOSERS: { readonly [opener: string]: string } = { "(": ")", "[": "]", "{": "}" };

/**
 * Text of any language that nobody has taught the engine: lines, indentation and brackets. A document
 * gets what is safe everywhere (line ends, white space at the end of lines, the last line's end);
 * typing, pasting and moving go by indentation and brackets.
 */
export const plain: Language = {
  name: "plain",
  family: "plain",
  ids: ["plaintext"],
  // No ending: a text is read so only where somebody says so.
  extensions: [],
  fileNames: [],
  defaults: {},
  rules: ["line-end", "as-written"].map((name) => `plain/${name}`),
  commentRule: 0,
  splitRule: 0,
  notation: { brackets: BRACKETS, block: ["{", "}"], terminator: ";" },
  trailingSpace: 1,
  freeLines: true,
  fusing: new Set(),
  unparsed: UNPARSED,

  parse(text: string): Syntax {
    const tokens = new TokenTable(text, text.charCodeAt(0) === 0xfeff ? 1 : 0);
    // What a line holds between its indentation and the white space at its end.
    const pattern = /[^\s\ufeff](?:[^\r\n]*[^\s])?/g;
    for (let match = pattern.exec(text); match !== null; match = pattern.exec(text)) {
      tokens.add(LINE, match.index, match.index + match[0].length, TokenFlag.OnNewLine);
    }
    const tree = new Tree();
    for (let t = 0; t < tokens.count; t++) tree.finish(LINE, t, t + 1);
    tree.finish(TEXT, 0, tokens.count);
    return { tokens, tree, torn: false };
  },

  isUnit: (kind) => kind === LINE,

  comparable: (tokens, t) => tokens.textOf(t),

  layout(sheet) {
    for (let t = 0; t < sheet.tokens.count; t++) sheet.set(t, Demand.Level, 0);
  },

  typing: {
    triggers: ["}", "]", ")"],
    words: new Map(),
    closers: (text) => open(text).map((bracket) => CLOSERS[bracket.sign]!).join(""),
    blocks: blocks(),
  },
};

function blocks(): IndentedBlocks {
  const column = (text: string, { indentSize, tabWidth }: Style, below?: number): number => {
    const line = /[^\r\n]*\S[^\r\n]*\s*$/.exec(text)?.[0] ?? "";
    const own = lineColumn(line, 0, tabWidth);
    if (!/[([{:]\s*$/.test(line)) return own;
    return below !== undefined && below > own ? below : own + indentSize;
  };
  return {
    column: (text, style, { below }) => column(text, style, below),
    wordColumn: () => undefined,
    nearest: (text, _, style) => column(text, style),
    closerColumn(text, closer, { tabWidth }) {
      const opener = open(text).find(({ sign }) => sign === OPENERS[closer]);
      return opener === undefined ? undefined : lineColumn(text, opener.at, tabWidth);
    },
  };
}

/** The brackets that are open at the end of a text, innermost first, by their signs alone. */
function open(text: string): { sign: string; at: number }[] {
  const stack: { sign: string; at: number }[] = [];
  for (let at = 0; at < text.length; at++) {
    const sign = text[at]!;
    if (CLOSERS[sign] !== undefined) stack.push({ sign, at });
    else if (OPENERS[sign] !== undefined && stack.at(-1)?.sign === OPENERS[sign]) stack.pop();
  }
  return stack.reverse();
}
