import type { IndentedBlocks, Typing } from "../../core/language.js";
import type { Notation } from "../../core/notation.js";
import { BASE_STYLE, type Style } from "../../core/style/style.js";
import { Before } from "./before.js";
import type { Declaration } from "./declaration.js";

type Columns = Pick<Style, "indentSize" | "tabWidth">;

/** Signs that are others where they are typed twice. */
const WAITING: ReadonlySet<string> = new Set(["+", "?", ":"]);

/** What may be typed behind a word that ends there. */
const BEHIND_WORDS = [" ", ";", "(", ":"];

/** What a language that has only a declaration says of text that is being typed. */
export function declaredTyping(declaration: Declaration, notation: Notation): Typing {
  const signs = declaration.statements?.signs ?? [];
  const words = [
    ...Object.keys(declaration.closes ?? {}),
    ...signs,
    ...(declaration.directive === undefined ? [] : ["#", "#else", "#elif", "#endif"]),
  ];
  const { brackets = [] } = notation;
  const read = (text: string, style: Columns): Before =>
    new Before(text, declaration, notation, style);
  return {
    triggers: [
      ...brackets.map(([, closer]) => closer),
      ...(words.length > 0 ? BEHIND_WORDS : []),
      ...words.map((word) => word.at(-1)!).filter((sign) => !/\w/.test(sign)),
      ...(notation.blockComment === undefined ? [] : [notation.blockComment.close.at(-1)!]),
    ],
    words: new Map(words.map((word) => [word, [""]] as const)),
    waits: WAITING,
    closers: (text) => read(text, BASE_STYLE).closers(),
    blocks: blocks(read),
  };
}

const blocks = (read: (text: string, style: Columns) => Before): IndentedBlocks => ({
  column: (text, style, around) => read(text, style).column(around),
  wordColumn: (text, word, column, style) => read(text, style).wordColumn(word, column),
  nearest(text, _, style, block = "") {
    return read(text, style).blockColumn(block);
  },
  closerColumn: (text, closer, style) => read(text, style).closerColumn(closer),
});
