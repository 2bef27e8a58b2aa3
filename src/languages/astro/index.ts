import { whiteBeyond } from "../../core/style/indent.js";
import type { Style } from "../../core/style/style.js";
import type { Change } from "../../core/text/edits.js";
import { startOfLine, whiteOf } from "../../core/text/width.js";
import { frontMatterEnd } from "../../core/front-matter.js";
import type { EnteredText, Language } from "../../core/language.js";
import { regionsBy } from "../../core/regions/host.js";
import { blocksAddUp } from "../html/islands.js";
import { CODE, parseHtml, type Dialect } from "../html/parser.js";
import { R, RULES } from "../html/rules.js";
import { htmlClosers, openerOf } from "../html/typing/closers.js";
import { enteredAs, typingOf } from "../html/typing/index.js";
import { BLOCKS } from "./blocks.js";
import { svelte } from "../svelte/index.js";
import { AstroLayout } from "./layout.js";
import { lexAstro } from "./lexer.js";
import { astroRegions } from "./regions.js";

const DIALECT: Dialect = {
  closesAny: true,
  hasComponents: true,
  lex: (text) => lexAstro(text, DIALECT),
  code: BLOCKS,
};

const TYPING = typingOf(false);

/** What code ends with that a value follows. */
const BEFORE_VALUE = /[([{,;?:&|=>!+*-]\s*$/;

/** What closes what a text leaves open. */
const closers = (text: string, line?: string): string => htmlClosers(text, line, DIALECT);

/** The same, with markup in code that may lack any so far: code alone is one word, whose lines have no depth. */
function closersWithMarkup(text: string, line = ""): string {
  const open = closers(text, line);
  const isCode = line === "" && /^[)\]}]/.test(open) && BEFORE_VALUE.test(text);
  return isCode ? `<x/>${open}` : open;
}

/** What Enter comes to below a brace on a line of its own: code begins there, a step deeper. */
function belowBrace(text: string, at: number, style: Style): EnteredText | undefined {
  const above = text.slice(0, at).trimEnd();
  const start = startOfLine(above, above.length);
  if (above.slice(start).trim() !== "{") return undefined;
  const white = whiteBeyond(whiteOf(above, above.length), style.indentSize, style);
  return enteredAs(text, at, white);
}

/** What closing brackets come to with which a line begins: they stand under the line that opened them. */
function closed(text: string, at: number): Change[] | undefined {
  const start = startOfLine(text, at);
  const [, white = "", signs] = /^([ \t]*)([)\]}]+)$/.exec(text.slice(start, at)) ?? [];
  if (signs === undefined) return undefined;
  const opener = openerOf(text.slice(0, start), ({ name }) => name === CODE, DIALECT);
  if (opener < 0) return undefined;
  const own = whiteOf(text, opener);
  return own === white
    ? []
    : [{ from: start, to: start + white.length, text: own, rule: RULES[R.Line]! }];
}

/** Components in one file that begin with a script between lines of signs, and whose expressions hold markup. */
export const astro: Language = {
  ...svelte,
  name: "astro",
  family: "html",
  ids: ["astro"],
  extensions: [".astro"],
  typing: {
    triggers: TYPING.triggers,
    words: TYPING.words,
    closers: closersWithMarkup,
    addsUp: (tokens) => blocksAddUp(tokens, BLOCKS),
    endsBlock: (before, rest) => /[([{]$/.test(before) && closers(before).startsWith(rest),
    completed: (text, at) => closed(text, at),
    entered: (text, at, style) => belowBrace(text, at, style),
    next: (before, below) => {
      const open = closers(before);
      if (/^[)\]}]/.test(open) && BEFORE_VALUE.test(before)) return "<x/>";
      return /^<\/(?:html|head|body)>/.test(open) ? " <hr>" : TYPING.next!(before, below);
    },
  },
  regions: regionsBy(astroRegions),
  parse: (text, byColumns) => parseHtml(text, byColumns, DIALECT),
  // What the script at the beginning says is told by its own language.
  comparable: (tokens, t) => (
    t === 0 && frontMatterEnd(tokens.text) > 0 ? "" : svelte.comparable(tokens, t)
  ),
  layout: (sheet, syntax, style) => new AstroLayout(sheet, syntax, style).document(),
};
