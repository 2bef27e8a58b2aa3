import { Char } from "./characters.js";
import type { ChangeSink } from "./changelist.js";
import { isLineEnd } from "./line-ends.js";
import { differencesOf } from "./subsequence.js";

/** Above this many cells the exact comparison is not worth its time; gaps are nearly always shorter. */
const LARGEST_TABLE = 40_000;

/**
 * Adds the smallest changes that turn [from, to) of `text` into `wanted`, cut to the characters
 * that differ. A replacement that both deletes and inserts is compared exactly (`differencesOf`), so that
 * kept line ends in the middle stay untouched.
 */
export function pushChanges(
  changes: ChangeSink,
  text: string,
  from: number,
  to: number,
  wanted: string,
  rule: string,
): void {
  let head = 0;
  const most = Math.min(to - from, wanted.length);
  while (head < most && text.charCodeAt(from + head) === wanted.charCodeAt(head)) head++;
  let tail = 0;
  while (
    tail < most - head
    && text.charCodeAt(to - 1 - tail) === wanted.charCodeAt(wanted.length - 1 - tail)
  ) tail++;
  const start = from + head;
  const end = to - tail;
  const insert = wanted.slice(head, wanted.length - tail);
  if (start === end && insert === "") return;
  if (start === end || insert === "" || (end - start) * insert.length > LARGEST_TABLE) {
    pushWhole(changes, text, start, end, insert, rule);
    return;
  }
  align(changes, text, start, end, insert, rule);
}

/** The name of the rule, in each language, for a line end of one kind that becomes one of another. */
export const LINE_END_RULE = "line-end";

/**
 * Adds a change, widened over a line end of two characters where it begins or ends in its middle, as no
 * position lies there, or where it would make one of a single character: a line end is replaced whole.
 */
function pushWhole(
  changes: ChangeSink,
  text: string,
  from: number,
  to: number,
  insert: string,
  rule: string,
): void {
  const isFeed = (at: number): boolean => text.charCodeAt(at) === Char.LineFeed;
  const isReturn = (at: number): boolean => text.charCodeAt(at) === Char.CarriageReturn;
  const completes = insert === "" ? isFeed(to) : insert.charCodeAt(0) === Char.LineFeed;
  const head = isReturn(from - 1) && (isFeed(from) || completes) ? "\r" : "";
  const makesTwo = (head + insert).endsWith("\r");
  const tail = isFeed(to) && ((to > from && isReturn(to - 1)) || makesTwo) ? "\n" : "";
  const begin = from - head.length;
  const end = to + tail.length;
  const put = head + insert + tail;
  changes.push(
    {
      from: begin,
      to: end,
      text: put,
      rule: turnsLineEnds(text, begin, end, put) ? lineEnd(rule) : rule,
    },
  );
}

/** Whether a change has as many line ends as before, of another kind, and nothing else. */
function turnsLineEnds(text: string, from: number, to: number, put: string): boolean {
  const first = put.charCodeAt(0);
  if (!isLineEnd(first) || to - from > 2 * put.length)
    return false;
  const old = text.slice(from, to);
  return /^[\r\n]+$/.test(old) && /^[\r\n]+$/.test(put) && unified(old) === unified(put);
}

const unified = (ends: string): string => ends.replace(/\r\n?/g, "\n");

/** The rule for line ends in the language of another one. */
const lineEnd = (rule: string): string => `${rule.slice(0, rule.indexOf("/"))}/${LINE_END_RULE}`;

function align(
  changes: ChangeSink,
  text: string,
  offset: number,
  end: number,
  wanted: string,
  rule: string,
): void {
  const same = (i: number, j: number): boolean =>
    text.charCodeAt(offset + i) === wanted.charCodeAt(j);
  for (
    const [oldFrom, oldTo, newFrom, newTo] of differencesOf(end - offset, wanted.length, same)
  ) {
    const put = wanted.slice(newFrom, newTo);
    pushWhole(changes, text, offset + oldFrom, offset + oldTo, put, rule);
  }
}
