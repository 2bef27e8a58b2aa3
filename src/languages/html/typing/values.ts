import type { EnteredText } from "../../../core/language.js";
import { LINE_ENDS, whiteBeyond } from "../../../core/style/indent.js";
import type { Style } from "../../../core/style/style.js";
import { startOfLine, whiteOf } from "../../../core/text/width.js";
import { R, RULES } from "../rules.js";

/** A start tag up to a place in the value of its last attribute. Each sign of it can be read in one way only. */
const OPEN_VALUE =
  /^<[a-z][^\s"'<>=]*(?:\s+[^\s"'<>=]+(?:\s*=\s*(?:"[^"]*"|'[^']*'|[^\s"'<>=`]+))?)*\s+([^\s"'<>=]+)\s*=\s*(["'])((?:(?!\2)[^])*)$/i;

/** Attributes in whose values white space parts words, or is that of a program. */
const SPACED =
  /^(?:class|style|on[a-z]+|srcset|sizes|d|points|transform|viewBox|[:@#*([].*|(?:v|x|ng)-.+)$/i;

/** How far before a place its tag may begin, as UTF-16 offsets, and how many signs may look like that. */
const FAR = 1 << 13;
const LIKE_TAGS = 4;

/** A value that is open at a place. */
interface OpenValue {
  readonly quote: string;
  /** Where it begins behind its quote. */
  readonly from: number;
  /** Where the name of its attribute begins. */
  readonly name: number;
}

/**
 * What Enter comes to in a value that stands between quotes: its lines stand a step deeper than its attribute's, and
 * the quote that ends it under that where the first one ended its line.
 *
 *     <p class="        <p class="
 *     |">                 |
 *                       ">
 *
 * @param at where the line begins that Enter began.
 */
export function enteredInValue(text: string, at: number, style: Style): EnteredText | undefined {
  const value = valueAt(text, at);
  if (value === undefined) return undefined;
  const { quote, from, name } = value;
  const row = /^[^\r\n]*/.exec(text.slice(at))![0];
  const rest = row.trimStart();
  const own = whiteOf(text, name);
  const written = text.slice(from, at).trimEnd();
  const isOpened = beginsBelow(text, from);
  const ends = rest.startsWith(quote);
  const last = from + written.length;
  const inner = written !== "" && startOfLine(text, last) > from
    ? whiteOf(text, last)
    : whiteBeyond(own, style.indentSize, style);
  const isPair = ends && written === "";
  const white = ends && !isPair && isOpened ? own : inner;
  const put = isPair ? white + LINE_ENDS[style.endOfLine] + own : white;
  const to = at + row.length - rest.length;
  const caret = at + white.length;
  if (text.slice(at, to) === put) return { changes: [], caret };
  return { changes: [{ from: at, to, text: put, rule: RULES[R.Line]! }], caret };
}

/** The value that is open at a place, if white space is nothing in it but that. */
function valueAt(text: string, at: number): OpenValue | undefined {
  const earliest = Math.max(0, at - FAR);
  let tag = at;
  for (let tries = 0; tries < LIKE_TAGS && tag > earliest; tries++) {
    tag = text.lastIndexOf("<", tag - 1);
    if (tag < earliest) return undefined;
    const [all, attribute, quote, written] = OPEN_VALUE.exec(text.slice(tag, at)) ?? [];
    if (all === undefined) continue;
    const from = at - written!.length;
    const name = text.lastIndexOf(attribute!, from - 1);
    return SPACED.test(attribute!) ? { quote: quote!, from, name } : undefined;
  }
  return undefined;
}

/** Whether nothing of a value stands on the line of its quote. */
const beginsBelow = (text: string, from: number): boolean => /^[ \t]*[\r\n]/.test(text.slice(from));
