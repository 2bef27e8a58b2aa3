import { characterEnd, stringEnd } from "../csharp/strings.js";

/**
 * Where the first thing begins that was looked for an end in vain; who reads a text sets it back before, and asks
 * after it.
 */
export const endless = { from: Infinity };

const lacksEnd = (from: number): void => {
  endless.from = Math.min(endless.from, from);
};

/** One past the text, the character or the comment that begins at an offset; the offset where none does. */
function behindText(text: string, at: number): number {
  switch (text[at]) {
    case '"':
    case "$":
    case "@": {
      const string = stringEnd(text, at);
      if (string === undefined) return at;
      if (!string.open) return string.end;
      lacksEnd(at);
      // Each quote of a row would be tried as the first.
      let behind = at;
      while (text[behind] === '"') behind++;
      return behind;
    }
    case "'": return Math.max(at, characterEnd(text, at));
    case "/": {
      if (text[at + 1] === "*") {
        const close = text.indexOf("*/", at + 2);
        if (close < 0) lacksEnd(at);
        return close < 0 ? text.length : close + 2;
      }
      if (text[at + 1] !== "/") return at;
      const end = /[\r\n]/g;
      end.lastIndex = at;
      return end.exec(text)?.index ?? text.length;
    }
    default: return at;
  }
}

/** How far a value in a text is looked for: no longer one stands in a page. */
const FAR = 4_000;

/** What closes each bracket. */
const CLOSERS: { readonly [opener: string]: string } = { "(": ")", "[": "]", "{": "}" };

/** In place of the end of a bracket: no end is found yet, or there is none. */
const NOT_YET = 0;
const NOTHING = -1;

/**
 * How far a text was looked through for brackets, those that are open there, and one past the closer of each opener.
 * Who asks for the end of a bracket inside another one goes on from there, so that openers that nothing closes cost no
 * more than one of them does.
 */
const looked = { text: "", at: 0, open: [] as number[], ends: new Map<number, number>() };

/** One past the bracket that closes the one at an offset, before `to`; -1 where none does, or another kind comes first. */
export function bracketEnd(text: string, from: number, to = text.length): number {
  const { open, ends } = looked;
  const isOther = looked.text !== text;
  // Of two texts that are equal, this one is compared in no time when it comes again.
  looked.text = text;
  if (isOther || !ends.has(from)) {
    looked.at = from;
    open.length = 0;
    ends.clear();
    ends.set(from, NOT_YET);
  }
  while (looked.at < to && ends.get(from) === NOT_YET) {
    const behind = behindText(text, looked.at);
    if (behind > looked.at) {
      looked.at = behind;
      continue;
    }
    const at = looked.at++;
    const c = text[at]!;
    if (CLOSERS[c] !== undefined) {
      open.push(at);
      ends.set(at, NOT_YET);
    } else if (c === ")" || c === "]" || c === "}") {
      if (CLOSERS[text[open.at(-1)!]!] === c) {
        ends.set(open.pop()!, at + 1);
        continue;
      }
      for (const opener of open) ends.set(opener, NOTHING);
      open.length = 0;
    }
  }
  const end = ends.get(from)!;
  if (end > 0 && end <= to) return end;
  lacksEnd(from);
  return NOTHING;
}

/**
 * One past the value that a sign `@` at an offset begins in a text: `@(…)`, `@berth.Tides[0].Show("low")`; 0
 * where it begins none.
 */
export function valueEnd(text: string, from: number): number {
  if (text[from + 1] === "(")
    return Math.max(0, bracketEnd(text, from + 1, Math.min(text.length, from + FAR)));
  const name = /@(?:await\s+)?[\p{L}_][\p{L}\p{N}_]*/uy;
  name.lastIndex = from;
  const found = name.exec(text);
  if (found === null) return 0;
  let at = from + found[0].length;
  for (;;) {
    const c = text[at];
    if (c === "(" || c === "[") {
      const end = bracketEnd(text, at, Math.min(text.length, at + FAR));
      if (end < 0) return at;
      at = end;
      continue;
    }
    const member = /(?:\?|!)?\.[\p{L}_][\p{L}\p{N}_]*/uy;
    member.lastIndex = at;
    const next = member.exec(text);
    if (next === null) return at;
    at += next[0].length;
  }
}

/** What begins a statement that holds others in braces. */
const HOLDS =
  /^(?:@\s*)?(?:helper|if|else|for|foreach|while|do|switch|using|lock|try|catch|finally|checked|unchecked|unsafe|fixed|await\s+foreach|await\s+using)\b/;

/** What ends a statement that lacks its own end, where a line begins with it. */
const BEGINS_MARKUP = /^(?:<[a-zA-Z/!]|@(?:[:*{(]|(?:if|for|foreach|while|switch)\b))/;

/** Whether nothing but white space stands on the line before an offset, and a line before that is not before `from`. */
function beginsLine(text: string, from: number, at: number): boolean {
  let before = at - 1;
  while (before >= from && (text[before] === " " || text[before] === "\t")) before--;
  return before >= from && (text[before] === "\n" || text[before] === "\r");
}

/** One past the block that a sign `@` at an offset begins, with what goes on behind its brace; 0 where none does. */
export function blocksEnd(text: string, from: number): number {
  let end = 0;
  for (let at = from; at >= 0;) {
    const brace = text[at + 1] === "{" ? at + 1 : braceOf(text, at);
    const close = brace < 0 ? -1 : bracketEnd(text, brace);
    if (close < 0) return end;
    end = close;
    const next = /\s*(?=(?:else|catch|finally)\b)/y;
    next.lastIndex = end;
    at = next.test(text) ? next.lastIndex : -1;
  }
  return end;
}

/** What a statement ends with: a brace that holds others, or its own end. */
export interface StatementEnd {
  readonly end: number;
  /** Where the brace stands that holds other statements; -1 where none does. */
  readonly brace: number;
}

/** Where the brace stands that the statement at an offset puts before others; -1 where it holds none. */
const braceOf = (text: string, from: number): number =>
  holdsOthers(text, from) ? statementEnd(text, from).brace : -1;

const holdsOthers = (text: string, from: number): boolean =>
  HOLDS.test(text.slice(from, from + 40));

/** What ends a statement with a bracket that nothing closes: its own end on a line, or a line that begins something else. */
const ENDS_BROKEN = /;(?=[ \t]*(?:[\r\n]|$))|(?=[\r\n][ \t]*(?:\}|<[a-zA-Z/!]|@[:*{(]))/g;

/** One past the statement whose bracket at an offset nothing closes. */
function brokenEnd(text: string, from: number): number {
  ENDS_BROKEN.lastIndex = from;
  const found = ENDS_BROKEN.exec(text);
  return found === null ? text.length : found.index + found[0].length;
}

/** The end of the statement that begins at an offset, or of what stands before its brace. */
export function statementEnd(text: string, from: number): StatementEnd {
  const holds = holdsOthers(text, from);
  for (let at = from; at < text.length; at++) {
    const behind = behindText(text, at);
    if (behind > at) {
      at = behind - 1;
      continue;
    }
    const c = text[at]!;
    if (c === ";") return { end: at + 1, brace: -1 };
    if (c === "}") return { end: at, brace: -1 };
    if (c === "{" && holds) return { end: at, brace: at };
    if (
      (c === "<" || c === "@")
      && BEGINS_MARKUP.test(text.slice(at, at + 8))
      && beginsLine(text, from, at)
    )
      return { end: at, brace: -1 };
    if (c === "(" || c === "[" || c === "{") {
      const end = bracketEnd(text, at);
      if (end < 0) return { end: brokenEnd(text, at), brace: -1 };
      at = end - 1;
    }
  }
  return { end: text.length, brace: -1 };
}
