import { isBlank } from "../../core/text/blanks.js";
import { TokenFlag, TokenTable } from "../../core/syntax/tokens.js";
import type { Block, Blocks, Item } from "./blocks.js";
import { B, T } from "./kinds.js";

/** What a line is, where that is anything but words; in the rows of tables pipes stand for themselves. */
type Special = T.Code | T.Rule | T.Cell;

/** Splits a text into what stands together without white space; what fences hold is one token a line. */
export function lexMarkdown(text: string, { root, starts, ends }: Blocks): TokenTable {
  const special = new Map<number, Special>();
  const numbers = new Set<number>();
  mark(root, special, numbers);
  const tokens = new TokenTable(text, text.charCodeAt(0) === 0xfeff ? 1 : 0);
  for (const [line, start] of starts.entries()) {
    const kind = special.get(line);
    words(tokens, start, ends[line]!, kind, numbers);
  }
  return tokens;
}

function words(
  tokens: TokenTable,
  start: number,
  end: number,
  kind: Special | undefined,
  numbers: ReadonlySet<number>,
): void {
  const { text } = tokens;
  let flags: number = TokenFlag.OnNewLine;
  for (let at = start; at < end;) {
    if (isBlank(text.charCodeAt(at))) {
      at++;
      continue;
    }
    const comment = text.charCodeAt(at) === 60 ? commentEnd(text, at, end) : 0;
    const to = comment > 0 && kind !== T.Code ? comment : wordEnd(text, at, end, kind);
    const isComment = kind === undefined
      && to - at > 6
      && text.charCodeAt(at) === 60
      && text.startsWith("<!--", at);
    if (isComment) tokens.add(T.Comment, at, to, flags | TokenFlag.Trivia);
    else tokens.add(kind ?? (numbers.has(at) ? T.Number : T.Word), at, to, flags);
    flags = 0;
    at = to;
  }
}

/** One past the comment that begins at an offset; 0 where none does that ends on its line. */
function commentEnd(text: string, at: number, end: number): number {
  if (!text.startsWith("<!--", at)) return 0;
  const close = text.slice(at, end).indexOf("-->");
  return close < 0 ? 0 : at + close + 3;
}

/** One past the word that begins at an offset. */
function wordEnd(text: string, at: number, end: number, kind: Special | undefined): number {
  let to = at + 1;
  switch (kind) {
    case undefined:
      while (to < end && !isBlank(text.charCodeAt(to))) to++;
      return to;
    case T.Rule:
      if (text[at] !== "|") while (to < end && /[-:]/.test(text[to]!)) to++;
      return to;
    case T.Cell:
      if (text[at] === "|") return to;
      for (to = at; to < end && !isBlank(text.charCodeAt(to)) && text[to] !== "|";)
        to += text[to] === "\\" && to + 1 < end ? 2 : 1;
      break;
    default: to = end;
  }
  while (to > at + 1 && isBlank(text.charCodeAt(to - 1))) to--;
  return to;
}

function mark(
  block: Block,
  special: Map<number, Special>,
  numbers: Set<number>,
): void {
  if (block.kind === B.Item && (block as Item).number !== undefined)
    numbers.add((block as Item).marker);
  if (block.kind === B.Fence) for (const { line } of block.rows.slice(1)) special.set(line, T.Code);
  if (block.kind === B.Table)
    block.rows.forEach(({ line }, i) => special.set(line, i === 1 ? T.Rule : T.Cell));
  for (const child of block.children) mark(child, special, numbers);
}
