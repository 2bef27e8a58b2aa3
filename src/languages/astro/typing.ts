import type { EnteredText, Typing } from "../../core/language.js";
import { whiteBeyond } from "../../core/style/indent.js";
import type { Style } from "../../core/style/style.js";
import type { Change } from "../../core/text/edits.js";
import { startOfLine, whiteOf } from "../../core/text/width.js";
import { blocksAddUp } from "../html/islands.js";
import { CODE, type Dialect } from "../html/parser.js";
import { R, RULES } from "../html/rules.js";
import { htmlClosers, openerOf } from "../html/typing/closers.js";
import { enteredAs, typingOf } from "../html/typing/index.js";
import { BLOCKS } from "./blocks.js";

const PAGES = typingOf(false);

/** What stands for markup that is to come. */
const MARKUP = "<x/>";

/** What code ends with that a value follows. */
const BEFORE_VALUE = /[([{,;?:&|=>!+*-]\s*$/;

/** What closes brackets. */
const CLOSER = /^[)\]}]/;

/** Whether a text leaves code open in which markup may come next, by what closes the text. */
const awaitsMarkup = (text: string, closers: string): boolean =>
  CLOSER.test(closers) && BEFORE_VALUE.test(text);

/** What components say of text that is being typed. Code alone is one word: markup shows how deep its lines stand. */
export function typingIn(dialect: Dialect): Typing {
  const closers = (text: string, line = ""): string => htmlClosers(text, line, dialect);
  return {
    triggers: PAGES.triggers,
    words: PAGES.words,
    closers(text, line = "") {
      const open = closers(text, line);
      return line === "" && awaitsMarkup(text, open) ? MARKUP + open : open;
    },
    addsUp: (tokens) => blocksAddUp(tokens, BLOCKS),
    endsBlock: (before, rest) => /[([{]$/.test(before) && closers(before).startsWith(rest),
    completed: (text, at) => closed(text, at, dialect),
    entered: (text, at, style) => belowBrace(text, at, style),
    next(before, below) {
      const open = closers(before);
      if (awaitsMarkup(before, open)) return MARKUP;
      return /^<\/(?:html|head|body)>/.test(open) ? " <hr>" : PAGES.next!(before, below);
    },
  };
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
function closed(text: string, at: number, dialect: Dialect): Change[] | undefined {
  const start = startOfLine(text, at);
  const [, white = "", signs] = /^([ \t]*)([)\]}]+)$/.exec(text.slice(start, at)) ?? [];
  if (signs === undefined) return undefined;
  const opener = openerOf(text.slice(0, start), ({ name }) => name === CODE, dialect);
  if (opener < 0) return undefined;
  const own = whiteOf(text, opener);
  return own === white
    ? []
    : [{ from: start, to: start + white.length, text: own, rule: RULES[R.Line]! }];
}
