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
  const isWhite = (i: number): boolean => {
    const c = text.charCodeAt(i);
    return c === 32 || (c >= 9 && c <= 13) || (c >= 0xa0 && text[i]!.trim() === "");
  };
  let isFirst = true;
  for (let at = start; at < end;) {
    if (isWhite(at)) {
      at++;
      continue;
    }
    let to = at + 1;
    if (kind === T.Code) to = end;
    else if (
      text.charCodeAt(at) === 60
      && text.startsWith("<!--", at)
      && text.indexOf("-->", at) >= 0
      && text.indexOf("-->", at) < end
    )
      to = text.indexOf("-->", at) + 3;
    else if (kind === T.Rule && text[at] !== "|") while (to < end && /[-:]/.test(text[to]!)) to++;
    else if (kind === T.Cell && text[at] !== "|")
      for (to = at; to < end && !isWhite(to) && text[to] !== "|";)
        to += text[to] === "\\" && to + 1 < end ? 2 : 1;
    else if (kind === undefined) while (to < end && !isWhite(to)) to++;
    while (to > at + 1 && isWhite(to - 1)) to--;
    const comment =
      kind === undefined
      && text.charCodeAt(at) === 60
      && text.startsWith("<!--", at)
      && to - at > 6;
    tokens.add(
      comment ? T.Comment : kind ?? (numbers.has(at) ? T.Number : T.Word),
      at,
      to,
      (isFirst ? TokenFlag.OnNewLine : 0) | (comment ? TokenFlag.Trivia : 0),
    );
    isFirst = false;
    at = to;
  }
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
