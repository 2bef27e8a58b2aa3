import type { IndentedBlocks, Typing } from "../../core/language.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { lineColumn } from "../../core/text/width.js";
import { T } from "./kinds.js";
import { LOGICAL, lexPython } from "./lexer.js";

/** Words that go on with a compound statement, and the words that may have begun or gone on with it. */
const CONTINUES: { readonly [word: string]: RegExp } = {
  else: /^(?:if|elif|for|while|try|except|async\s+for)\b/,
  elif: /^(?:if|elif)\b/,
  except: /^(?:try|except)\b/,
  finally: /^(?:try|except|else)\b/,
  case: /^(?:match|case)\b/,
};

const CLOSERS: { readonly [kind: number]: string } = {
  [T.LeftParen]: ")",
  [T.LeftBracket]: "]",
  [T.LeftBrace]: "}",
};

const blocks: IndentedBlocks = {
  column(text, { indentSize, tabWidth }) {
    const { tokens } = lexPython(text);
    if (openBrackets(tokens).length > 0) return undefined;
    const line = lastLine(tokens);
    if (line === undefined) return 0;
    const column = lineColumn(text, tokens.start(line.first), tabWidth);
    if (tokens.kind(line.last) === T.Colon) return column + indentSize;
    switch (tokens.kind(line.first) as T) {
      // Nothing can follow these in their block.
      case T.Return: case T.Raise: case T.Break: case T.Continue: case T.Pass:
        return Math.max(0, column - indentSize);
      default:
        return column;
    }
  },

  wordColumn(text, word, column, { indentSize, tabWidth }) {
    const opens = CONTINUES[word]!;
    const lines = text.split(/\r\n|\r|\n/);
    let least = Infinity;
    let nearest: number | undefined;
    for (let i = lines.length - 1; i >= 0; i--) {
      const line = lines[i]!;
      // A closing bracket ends a statement that began above.
      if (/^\s*(?:$|#|[)\]}])/.test(line)) continue;
      const own = lineColumn(line, line.length, tabWidth);
      if (own >= least) continue;
      least = own;
      if (!opens.test(line.trim())) continue;
      // A `case` goes on with another, but stands one step within its `match`.
      const wanted = word === "case" && /^match\b/.test(line.trim()) ? own + indentSize : own;
      // Where the word stands at the depth of one that it may go on with, it is left there.
      if (wanted === column) return undefined;
      if (wanted < column) return nearest ?? wanted;
      nearest ??= wanted;
    }
    return nearest;
  },

  nearest(text, column, { indentSize, tabWidth }) {
    const { tokens } = lexPython(text);
    const line = lastLine(tokens);
    if (line === undefined) return 0;
    const columnOf = (t: number): number => lineColumn(text, tokens.start(t), tabWidth);
    const deepest = columnOf(line.first);
    if (tokens.kind(line.last) === T.Colon) return deepest + indentSize;
    if (column >= deepest) return deepest;
    let best = 0;
    for (let t = 0; t < tokens.count; t++) {
      if (!tokens.has(t, LOGICAL)) continue;
      const own = columnOf(t);
      if (own <= column && own > best) best = own;
    }
    return best;
  },

  opens(line) {
    const { tokens } = lexPython(line);
    const last = lastLine(tokens)?.last;
    return last !== undefined && tokens.kind(last) === T.Colon;
  },
};

/** The last logical line: its first token and its last, comments apart. */
function lastLine(tokens: TokenTable): { first: number; last: number } | undefined {
  let last = tokens.count - 1;
  while (last >= 0 && tokens.isTrivia(last)) last--;
  if (last < 0) return undefined;
  let first = last;
  while (first > 0 && !tokens.has(first, LOGICAL)) first--;
  return { first, last };
}

/** What Python says of text that is being typed. */
export const pythonTyping: Typing = {
  triggers: [")", "]", "}", "e", "f", "t", "y"],
  words: new Map(Object.keys(CONTINUES).map((word) => [word, [":"]] as const)),
  closers: (text) => openBrackets(lexPython(text).tokens).map(({ closer }) => closer).join(""),
  blocks,
};

/** The brackets that are open at the end of a text, innermost first. */
function openBrackets(tokens: TokenTable): { closer: string }[] {
  const open: { closer: string }[] = [];
  for (let t = 0; t < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    const closer = CLOSERS[kind];
    if (closer !== undefined) open.push({ closer });
    else if (kind >= T.RightParen && kind <= T.RightBrace) open.pop();
  }
  return open.reverse();
}
