import type { Typing } from "../../../core/language.js";
import { N, T } from "../kinds.js";
import { LOGICAL, lexPython } from "../lexer.js";
import { withoutMagics } from "../magics.js";
import { blocks } from "./blocks.js";
import { CONTINUES } from "./lines.js";
import { openBrackets } from "./rows.js";

/** What Python says of text that is being typed. */
export const pythonTyping: Typing = {
  triggers: [")", "]", "}", " ", ":", "("],
  carried: /(?:[-+*/%&|^<>=~]|\b(?:and|or|not|in|is|if|else))$/,
  words: new Map(Object.keys(CONTINUES).map((word) => [word, [":"]] as const)),
  closers: (text) => openBrackets(lexPython(text).tokens).map(({ closer }) => closer).join(""),
  blocks,
  headers: new Set([N.Clause, N.Function, N.Class]),
  isProse: ({ tokens }, t) => (tokens.kind(t) as T) === T.String && tokens.has(t, LOGICAL),
  proseOpener: /^[a-z]*("""|''')$/i,
};

/** The same in cells of notebooks, where lines for a shell open nothing. */
export const typingOfCells: Typing = {
  ...pythonTyping,
  closers: (text) => pythonTyping.closers(withoutMagics(text)),
  blocks: {
    column: (text, style, around) => blocks.column(withoutMagics(text), style, around),
    wordColumn: (text, ...more) => blocks.wordColumn(withoutMagics(text), ...more),
    rowColumn: (text, ...more) => blocks.rowColumn!(withoutMagics(text), ...more),
    nearest: (text, ...more) => blocks.nearest(withoutMagics(text), ...more),
    misfits: (text) => blocks.misfits!(withoutMagics(text)),
  },
};
