import { lookaheadToEnd } from "../../core/lookahead.js";
import { TokenFlag, TokenTable } from "../../core/syntax/tokens.js";
import { pattern } from "../../core/text/patterns.js";
import { AFTER_NAME } from "../html/elements.js";
import type { Lexed } from "../html/lexer.js";
import { T } from "./kinds.js";

/** A tag with its attributes; a sign in quotes ends nothing. */
const TAG = /<([a-z][\w-]*)(?![\w-])((?:"[^"]*"|'[^']*'|[^>"'])*?)(\/?)>/iy;

/** Splits a component into its blocks: what they hold is one token each. */
export function lexComponent(text: string): Lexed {
  const start = text.charCodeAt(0) === 0xfeff ? 1 : 0;
  const tokens = new TokenTable(text, start);
  let newLine = true;
  let noTag = text.length;
  /** From where on the end of a tag, or an end tag, was looked for in vain. */
  let open = text.length;
  /** The names of which no end tag stands any more. */
  const missing = new Set<string>();
  const add = (kind: T, from: number, to: number, flags = 0): void => {
    const lines = /[\r\n]/.test(text.slice(from, to)) ? TokenFlag.MultiLine : 0;
    tokens.add(kind, from, to, flags | lines | (newLine ? TokenFlag.OnNewLine : 0));
    newLine = false;
  };
  for (let at = start; at < text.length;) {
    const c = text[at]!;
    if (c.trim() === "") {
      if (c === "\n" || c === "\r") newLine = true;
      at++;
      continue;
    }
    if (text.startsWith("<!--", at)) {
      const close = text.indexOf("-->", at + 4);
      const end = close < 0 ? text.length : close + 3;
      add(
        T.Comment,
        at,
        end,
        close < 0 ? TokenFlag.Trivia | TokenFlag.Continues : TokenFlag.Trivia,
      );
      at = end;
      continue;
    }
    TAG.lastIndex = at;
    // Where no tag ends any more none begins.
    const tag = at < noTag ? TAG.exec(text) : null;
    if (tag === null && c === "<" && text.indexOf(">", at) < 0) noTag = at;
    if (tag === null) {
      if (c === "<") open = Math.min(open, at);
      const end = wordEnd(text, at);
      add(T.Word, at, end);
      at = end;
      continue;
    }
    const [whole, name, , slash] = tag as unknown as [string, string, string, string];
    const inner = at + whole.length;
    if (slash === "/") {
      add(T.Whole, at, inner);
      at = inner;
      continue;
    }
    let close: ReturnType<typeof closingTag>;
    if (!missing.has(name)) {
      close = closingTag(text, name, inner);
      if (close === undefined && !mayEnd(text, name, inner)) missing.add(name);
    }
    if (close === undefined || hasOpenComment(text, inner, close.from)) open = Math.min(open, at);
    add(T.Opening, at, inner);
    at = close?.from ?? nextBlock(text, name, inner);
    const content = text.slice(inner, at);
    const from = inner + content.length - content.trimStart().length;
    const to = inner + content.trimEnd().length;
    newLine = /[\r\n]/.test(text.slice(inner, Math.min(from, at)));
    if (from < to) {
      add(T.Raw, from, to, at === text.length ? TokenFlag.Continues : 0);
      newLine = /[\r\n]/.test(text.slice(to, at));
    }
    if (close === undefined) continue;
    add(T.Closing, close.from, close.to);
    at = close.to;
  }
  return { tokens, lookaheads: lookaheadToEnd(open, text) };
}

function wordEnd(text: string, at: number): number {
  let end = at + 1;
  while (end < text.length && text[end] !== "<" && text[end]!.trim() !== "") end++;
  return end;
}

/** Whether a comment begins last in a stretch that does not end: end tags behind it count. */
function hasOpenComment(text: string, from: number, to: number): boolean {
  const begin = text.slice(from, to).lastIndexOf("<!--");
  return begin >= 0 && text.indexOf("-->", from + begin) < 0;
}

/** Whether there is an end tag of a name at all behind an offset. */
function mayEnd(text: string, name: string, from: number): boolean {
  const tag = pattern(`</${name}`, "gi");
  tag.lastIndex = from;
  return tag.test(text);
}

/**
 * Where the next block begins, at the margin, behind one whose end tag lacks; the text's end where none does. A
 * template may hold others.
 */
function nextBlock(text: string, name: string, from: number): number {
  const blocks = name.toLowerCase() === "template" ? "script|style" : "template|script|style";
  const next = pattern(`^<(?:${blocks})\\b`, "gim");
  next.lastIndex = from;
  return next.exec(text)?.index ?? text.length;
}

/** The tag that ends a block; templates may hold others. */
function closingTag(
  text: string,
  name: string,
  from: number,
): { from: number; to: number } | undefined {
  const tags = pattern(name.toLowerCase() === "template"
    ? `<!--[^]*?-->|<(/?)${name}${AFTER_NAME}(?:"[^"]*"|'[^']*'|[^>"'])*?(/?)>`
    : `<(/)${name}${AFTER_NAME}[^>]*>`, "gi");
  tags.lastIndex = from;
  let depth = 1;
  for (let tag = tags.exec(text); tag !== null; tag = tags.exec(text)) {
    if (tag[0].startsWith("<!--")) continue;
    if (tag[1] === "/") depth--;
    else if (tag[2] !== "/") depth++;
    if (depth === 0) return { from: tag.index, to: tag.index + tag[0].length };
  }
  return undefined;
}
