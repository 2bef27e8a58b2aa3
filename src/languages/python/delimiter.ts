import type { Change } from "../../core/text/edits.js";
import { quoteLength } from "./strings.js";

/**
 * The changes that give a string token the wanted quotes, or none where its inside would then need
 * an escape. Triple quotes become `"""` whatever is wanted: they hold docstrings (PEP 257).
 */
export function delimit(text: string, from: number, to: number, wanted: "double" | "single", rule: string): Change[] {
  let quotes = from;
  while (text[quotes] !== "'" && text[quotes] !== '"') quotes++;
  const length = quoteLength(text, quotes) === 3 && to - quotes >= 6 ? 3 : 1;
  const target = length === 3 || wanted === "double" ? '"' : "'";
  const present = text[quotes]!;
  if (present === target || to - quotes < 2 * length || text.slice(to - length, to) !== present.repeat(length)) return [];
  const inside = text.slice(quotes + length, to - length);
  if (inside.includes(target)) return [];
  const prefix = text.slice(from, quotes).toLowerCase();
  if (/[ft]/.test(prefix) && inside.includes(present)) return [];
  const changes: Change[] = [{ from: quotes, to: quotes + length, text: target.repeat(length), rule }];
  if (length === 1 && !prefix.includes("r")) {
    // An escape that only the old quotes needed goes.
    for (let i = quotes + 1; i < to - 1; i++) {
      if (text[i] !== "\\") continue;
      if (text[i + 1] === present) changes.push({ from: i, to: i + 1, text: "", rule });
      i++;
    }
  }
  changes.push({ from: to - length, to, text: target.repeat(length), rule });
  return changes;
}
