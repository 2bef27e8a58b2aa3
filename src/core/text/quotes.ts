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
  const changes: Change[] = [{ from: quotes, to: quotes + 1, text: target, rule }];
  if (escapes && text.slice(quotes, to).includes("\\")) {
    for (let i = quotes + 1; i < to - 1; i++) {
      if (text[i] !== "\\") continue;
      if (text[i + 1] === present) changes.push({ from: i, to: i + 1, text: "", rule });
      i++;
    }
  }
  changes.push({ from: to - 1, to, text: target, rule });
  return changes;
}

/** A string as it reads whatever its quotes: all of them one kind, with no escape. */
export function unquoted(text: string): string {
  // Escapes are taken whole: in `\\'` the quote stands for itself.
  return text.replace(/\\[^]|'/g, (part) => (/^\\?["']$/.test(part) ? '"' : part));
}
