import type { Typing } from "../../language.js";
import { Signs, type Pair } from "../../notation.js";
import type { Context } from "./context.js";
import { tokenAt } from "../placing/places.js";

/**
 * Where in the rest of a line the closer stands whose opener ends the line before, so that Enter makes
 * three lines; undefined where it does not. Between braces and tags there may be something.
 */
export function closerBehind(context: Context, rest: string): number | undefined {
  const { lines, offset } = context;
  const before = lines.text.slice(0, lines.lineStart(lines.lineAt(offset))).trimEnd();
  const opener = before.at(-1) ?? "";
  if (rest === "" || isInWords(context, before.length)) return undefined;
  const { notation, sequence, typing } = context.language;
  if (typing.endsBlock?.(before, rest)) return 0;
  if (notation.tags && opener === ">") return tagBehind(typing, before, rest);
  const closer = Signs.of(notation).closerOf(opener);
  if (closer === undefined) return undefined;
  if (rest[0] === closer) return 0;
  if (opener !== notation.block?.[0]) return undefined;
  return sequence === undefined
    ? plainBrace(rest, notation.block)
    : braceBehind(context, before.length - 1, rest, notation.block);
}

/** Whether what ends at an offset is no sign of the language, but stands in a comment or a text: `// low (` */
function isInWords({ syntax, language: { typing } }: Context, offset: number): boolean {
  const { tokens } = syntax;
  const t = tokens.lastAt(offset - 1);
  return tokens.isTrivia(t) || tokens.end(t) > offset || typing.isProse?.(syntax, t) === true;
}

/** Where the brace stands that closes the one at an offset, if on this line. */
function braceBehind(
  { syntax, lines, offset }: Context,
  at: number,
  rest: string,
  [opener, closer]: Pair,
): number | undefined {
  const { tokens } = syntax;
  const first = tokenAt(syntax, at);
  if (first < 0 || rest.startsWith(closer)) return undefined;
  const line = lines.lineAt(offset);
  const end = lines.lineEnd(line);
  const from = lines.text.indexOf(rest, lines.lineStart(line));
  let depth = 0;
  for (let t = first; t < tokens.count && tokens.start(t) < end; t++) {
    if (tokens.isTrivia(t)) continue;
    const token = tokens.textOf(t);
    if (token.endsWith(opener)) depth++;
    if (token.startsWith(closer) && --depth === 0) return tokens.start(t) - from;
  }
  return undefined;
}

/** The same by the braces' signs alone, for text of no known language. */
function plainBrace(rest: string, [opener, closer]: Pair): number | undefined {
  let depth = 1;
  for (let at = 0; at < rest.length; at++) {
    if (rest[at] === opener) depth++;
    else if (rest[at] === closer && --depth === 0) return at;
  }
  return undefined;
}

/** Where the tag stands that closes the one with which `before` ends. */
function tagBehind(typing: Typing, before: string, rest: string): number | undefined {
  const start = before.lastIndexOf("<");
  // What ends here closes an element itself.
  if (/^<\/|\/>$/.test(before.slice(start))) return undefined;
  const open = typing.closers(before);
  const closer = /^<\/[^>]*>/.exec(open)?.[0];
  // A tag without content leaves open what was open before it.
  if (closer === undefined || typing.closers(before.slice(0, start)) === open) return undefined;
  const at = rest.indexOf(closer);
  return at >= 0 && !rest.slice(0, at).includes(`<${closer.slice(2, -1)}`) ? at : undefined;
}
