import type { Lookahead } from "../../core/language.js";
import { TokenFlag, TokenTable } from "../../core/syntax/tokens.js";
import { T } from "./kinds.js";

/** An arm of a condition for the preprocessor: its tokens, and the line that begins it. */
interface Arm {
  readonly directive: number;
  readonly first: number;
  end: number;
}

/** What may stand before a statement, a member or an item. */
const BOUNDARIES: ReadonlySet<T> = new Set([
  T.End,
  T.Semicolon,
  T.LeftBrace,
  T.RightBrace,
  T.Comma,
  T.RightBracket,
  T.Colon,
  T.Else,
  T.Do,
  T.Try,
]);

/** Tokens of which one arm of each condition is left, and the conditions that were looked over for that. */
interface Chosen {
  readonly tokens: TokenTable;
  readonly lookaheads: readonly Lookahead[];
}

/**
 * Brings arms of `#if` that only add up without the others together to one token each, which nobody touches,
 * so that the grammar reads one of them:
 *
 *     #if DEEP
 *         if (draught > 4) {
 *     #else
 *         if (draught > 2) {
 *     #endif
 */
export function withoutArms(tokens: TokenTable): Chosen {
  const groups: Arm[][] = [];
  const lookaheads: Lookahead[] = [];
  /** For tokens that begin an arm which goes: one past its last token. */
  const gone = new Map<number, number>();
  for (
    let t = tokens.nextWith(TokenFlag.EndsLine, 0);
    t < tokens.count;
    t = tokens.nextWith(TokenFlag.EndsLine, t + 1)
  ) {
    if (tokens.kind(t) !== T.Directive) continue;
    const word = /^#\s*(\w+)/.exec(tokens.textOf(t))?.[1];
    const group = groups.at(-1);
    if (word === "if") {
      groups.push([{ directive: t, first: t + 1, end: -1 }]);
    } else if (group !== undefined && (word === "elif" || word === "else")) {
      group.at(-1)!.end = t;
      group.push({ directive: t, first: t + 1, end: -1 });
    } else if (group !== undefined && word === "endif") {
      group.at(-1)!.end = t;
      groups.pop();
      if (group.length === 1) continue;
      choose(tokens, group, gone);
      // What stands before the condition told as well.
      const before = Math.max(0, tokens.grammarBefore(group[0]!.directive));
      lookaheads.push({ from: tokens.start(before), to: tokens.end(t) });
    }
  }
  return { tokens: gone.size === 0 ? tokens : without(tokens, gone), lookaheads };
}

/** Has all arms of a group go but one, unless each adds up beside the others. */
function choose(tokens: TokenTable, group: readonly Arm[], gone: Map<number, number>): void {
  const before = tokens.kind(tokens.grammarBefore(group[0]!.directive)) as T;
  const fits = group.map((arm) => addsUp(tokens, arm, gone));
  const boundary =
    BOUNDARIES.has(before) || group.every(({ first, end }) => isBare(tokens, first, end));
  if (boundary && fits.every((one) => one === Fit.Beside)) return;
  const sound = fits.findIndex((one) => one !== Fit.Torn);
  const live = Math.max(0, sound);
  group.forEach(({ directive, end }, i) => {
    if (i !== live) gone.set(directive, end);
  });
}

const enum Fit {
  /** It holds whole statements, members or items. */
  Beside,
  /** Its brackets add up, and it goes on with what stands around it. */
  Within,
  Torn,
}

/** Whether an arm holds nothing that the grammar sees. */
function isBare(tokens: TokenTable, first: number, end: number): boolean {
  return tokens.skipTrivia(first) >= end;
}

function addsUp(tokens: TokenTable, { first, end }: Arm, gone: ReadonlyMap<number, number>): Fit {
  let depth = 0;
  let last = T.End;
  for (let t = first; t < end; t++) {
    const past = gone.get(t);
    if (past !== undefined) {
      t = past - 1;
      continue;
    }
    if (tokens.isTrivia(t)) continue;
    const kind: T = tokens.kind(t);
    if (kind === T.Unknown) return Fit.Torn;
    if (kind >= T.LeftParen && kind <= T.LeftBrace) depth++;
    else if (kind >= T.RightParen && kind <= T.RightBrace && --depth < 0) return Fit.Torn;
    last = kind;
  }
  if (depth !== 0) return Fit.Torn;
  return BOUNDARIES.has(last) ? Fit.Beside : Fit.Within;
}

/** The tokens with those of each arm that goes as one. */
function without(tokens: TokenTable, gone: ReadonlyMap<number, number>): TokenTable {
  const result = new TokenTable(tokens.text, tokens.textStart);
  for (let t = 0; t < tokens.count; t++) {
    const past = gone.get(t);
    const onNewLine = tokens.onNewLine(t) ? TokenFlag.OnNewLine : 0;
    if (past !== undefined) {
      const flags = TokenFlag.Trivia | TokenFlag.EndsLine | onNewLine;
      const lines = past > t + 1 ? TokenFlag.MultiLine : 0;
      result.add(T.Arm, tokens.start(t), tokens.end(past - 1), flags | lines);
      t = past - 1;
    } else {
      result.add(tokens.kind(t), tokens.start(t), tokens.end(t), flagsOf(tokens, t));
    }
  }
  return result;
}

function flagsOf(tokens: TokenTable, t: number): number {
  let flags = 0;
  for (let flag = TokenFlag.OnNewLine as number; flag < TokenFlag.Own; flag <<= 1)
    if (tokens.has(t, flag)) flags |= flag;
  return flags;
}
