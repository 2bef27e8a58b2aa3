import type { Change } from "./edits.js";

/**
 * The changes that give a string from its quote at `quotes` to `to` the wanted quote, or none where its
 * inside would then need an escape. With `escapes`, an escape that only the old quotes needed goes.
 */
export function requote(
  text: string,
  quotes: number,
  to: number,
  target: '"' | "'",
  escapes: boolean,
  rule: string,
): Change[] {
  const present = text[quotes]!;
  if (
    present === target
    || to - quotes < 2
    || text[to - 1] !== present
    || text.slice(quotes + 1, to - 1).includes(target)
  ) return [];
  const changes: Change[] = [];
  // What touches is one change, as it is where changes are composed.
  const put = (from: number, end: number, piece: string): void => {
    const last = changes.at(-1);
    if (last?.to !== from) changes.push({ from, to: end, text: piece, rule });
    else changes[changes.length - 1] = { ...last, to: end, text: last.text + piece };
  };
  put(quotes, quotes + 1, target);
  if (escapes && text.slice(quotes, to).includes("\\")) {
    for (let i = quotes + 1; i < to - 1; i++) {
      if (text[i] !== "\\") continue;
      if (text[i + 1] === present) put(i, i + 1, "");
      i++;
    }
  }
  put(to - 1, to, target);
  return changes;
}

/** A string as it reads whatever its quotes: all of them one kind, with no escape. */
export function unquoted(text: string): string {
  // Escapes are taken whole: in `\\'` the quote stands for itself.
  return text.replace(/\\[^]|'/g, (part) => (/^\\?["']$/.test(part) ? '"' : part));
}
