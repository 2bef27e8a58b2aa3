import type { EnteredText, Typing, Whole } from "../../core/language.js";
import { startOfLine, whiteOf } from "../../core/text/width.js";
import { whiteBeyond } from "../../core/style/indent.js";
import type { Style } from "../../core/style/style.js";
import { htmlClosers, openControl } from "../html/typing/closers.js";
import type { Dialect } from "../html/parser.js";
import { enteredAs, htmlTyping } from "../html/typing/index.js";
import { R, RULES } from "../html/rules.js";

/** What opens in code is closed by the sign in the same place. */
const OPENERS = "({[";
const CLOSERS = ")}]";

/** The line that statements of their own follow, with its white space, at the end of a text. */
const BEGINS_STATEMENTS = /(?:^|[\r\n])([ \t]*)<%[ \t]*(?:\r\n|\r|\n)$/;

/** The end tag of a control, or of a control's property. */
const END_TAG = /^<\/([\w.-]+:[\w.-]+|[A-Z]\w*[a-z]\w*)>$/;

/** How far such a line is looked through. */
const FAR = 200;

/** How pages of the server are read. */
export const DIALECT: Dialect = { closesAny: true, hasControls: true };

/** What is said of text that is being typed. */
export const aspxTyping: Typing = {
  ...htmlTyping,
  closers: (text, line) => htmlClosers(text, line, DIALECT),
  entered,
  completed(text, at) {
    const start = startOfLine(text, at);
    const head = text.slice(start, at).trimStart();
    const to = at - head.length;
    const name = END_TAG.exec(head)?.[1];
    const opener = name !== undefined
      ? openControl(text.slice(0, to), name, DIALECT)
      : head === "%>"
      ? openIsland(text, to)
      : head === "}"
      ? openBracket(text, to)
      : -1;
    if (opener < 0) return undefined;
    // A line that begins with what closes stands where the line of the opener does.
    const white = whiteOf(text, opener);
    if (text.slice(start, to) === white) return [];
    return [{ from: start, to, text: white, rule: RULES[R.Line]! }];
  },
};

/** Answers for Enter behind what begins statements on lines of their own, before the first of them. */
function entered(
  text: string,
  at: number,
  style: Style,
  whole?: Whole,
): EnteredText | undefined {
  const above = BEGINS_STATEMENTS.exec(text.slice(Math.max(0, at - FAR), at))?.[1];
  const white = above === undefined ? undefined : whiteBeyond(above, style.indentSize, style);
  return enteredAs(text, at, white) ?? htmlTyping.entered?.(text, at, style, whole);
}

/** Where the island begins that is open at an offset; -1 where none is. */
function openIsland(text: string, at: number): number {
  const begin = text.lastIndexOf("<%", at - 1);
  return begin >= 0 && !text.slice(begin, at).includes("%>") ? begin : -1;
}

/** Whether the island at an offset ends below, so that its own language answers. */
function isClosed(text: string, at: number): boolean {
  const end = text.indexOf("%>", at);
  return end >= 0 && !text.slice(at, end).includes("<%");
}

/** The opener that the sign at an offset closes, within the island that is open there; -1 where there is none. */
function openBracket(text: string, at: number): number {
  const begin = openIsland(text, at);
  if (begin < 0 || isClosed(text, at)) return -1;
  let depth = 0;
  for (let i = at; i > begin; i--) {
    if (CLOSERS.includes(text[i]!)) depth++;
    else if (OPENERS.includes(text[i]!) && --depth === 0) return i;
  }
  return -1;
}
