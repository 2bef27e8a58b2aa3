import { templateEnd } from "../../core/regions/texts.js";
import { RAW, VOID } from "../html/elements.js";
import { closeOf } from "../html/lexer.js";

/** What a tag begins with: `<>` has no name. */
const TAG = /<(\/?)([a-z][^\s/>{}"'`=<]*|(?=>))/iy;

/** White space, names and signs between the parts of a tag. */
const BETWEEN = /(?:[^"'`{}/<>=]|\/(?!>)|=(?!\s*`))+/y;

/** Where the expression ends that begins with the brace at an offset; 0 where it does not. */
type ExpressionEnd = (at: number) => number;

/** Where the element ends that begins at an offset, with all that it holds; 0 where it does not. */
export function elementEnd(text: string, from: number, expressionEnd: ExpressionEnd): number {
  const open: string[] = [];
  for (let at = from; at < text.length;) {
    const sign = text[at]!;
    TAG.lastIndex = at;
    const tag = sign === "<" ? TAG.exec(text) : null;
    if (tag === null) {
      at = sign === "{"
        ? expressionEnd(at)
        : text.startsWith("<!--", at)
        ? text.indexOf("-->", at) + 3
        : at + 1;
      if (at < 3) return 0;
      continue;
    }
    const name = tag[2]!;
    at = tagEnd(text, TAG.lastIndex, expressionEnd);
    if (at === 0) return 0;
    if (tag[1] === "/") {
      const place = open.lastIndexOf(name);
      if (place < 0) return 0;
      open.length = place;
    } else if (!text.startsWith("/>", at - 2) && !VOID.has(name)) {
      open.push(name);
      if (RAW.has(name)) at = closeOf(text, name, at);
      if (at < 0) return 0;
    }
    if (open.length === 0) return at;
  }
  return 0;
}

/** Where a tag ends, from behind its name on; 0 where it does not. */
function tagEnd(text: string, from: number, expressionEnd: ExpressionEnd): number {
  for (let at = from; at < text.length;) {
    BETWEEN.lastIndex = at;
    if (BETWEEN.test(text)) at = BETWEEN.lastIndex;
    const sign = text[at];
    if (sign === ">") return at + 1;
    if (sign === "/") return at + 2;
    if (sign === "{") at = expressionEnd(at);
    else if (sign === '"' || sign === "'") at = text.indexOf(sign, at + 1) + 1;
    else if (sign === "=") at = templateEnd(text, text.indexOf("`", at));
    else return 0;
    if (at === 0) return 0;
  }
  return 0;
}
