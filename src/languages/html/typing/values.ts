import type { EnteredText } from "../../../core/language.js";
import type { Style } from "../../../core/style/style.js";
import { enteredBetween, type Open } from "./between.js";

/** A start tag up to a place in the value of its last attribute. Each sign of it can be read in one way only. */
const OPEN_VALUE =
  /^<[a-z][^\s"'<>=]*(?:\s+[^\s"'<>=]+(?:\s*=\s*(?:"[^"]*"|'[^']*'|[^\s"'<>=`]+))?)*\s+([^\s"'<>=]+)\s*=\s*(["'])((?:(?!\2)[^])*)$/i;

/** Attributes in whose values white space parts words, or is that of a program. */
const SPACED =
  /^(?:class|style|on[a-z]+|srcset|sizes|d|points|transform|viewBox|[:@#*([].*|(?:v|x|ng)-.+)$/i;

/** How far before a place its tag may begin, as UTF-16 offsets, and how many signs may look like that. */
const FAR = 1 << 13;
const LIKE_TAGS = 4;

/** What Enter comes to in a value that stands between quotes. `at` is where the line begins that Enter began. */
export function enteredInValue(text: string, at: number, style: Style): EnteredText | undefined {
  const value = valueAt(text, at);
  return value && enteredBetween(text, at, { ...value, step: style.indentSize }, style);
}

/** The value that is open at a place, if white space is nothing in it but that. */
function valueAt(text: string, at: number): Omit<Open, "step"> | undefined {
  const earliest = Math.max(0, at - FAR);
  let tag = at;
  for (let tries = 0; tries < LIKE_TAGS && tag > earliest; tries++) {
    tag = text.lastIndexOf("<", tag - 1);
    if (tag < earliest) return undefined;
    const [all, attribute, quote, written] = OPEN_VALUE.exec(text.slice(tag, at)) ?? [];
    if (all === undefined) continue;
    const from = at - written!.length;
    const sign = text.lastIndexOf(attribute!, from - 1);
    return SPACED.test(attribute!) ? { from, sign, closer: quote! } : undefined;
  }
  return undefined;
}
