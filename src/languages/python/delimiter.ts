import type { Change } from "../../core/text/edits.js";
import { requote } from "../../core/text/quotes.js";
import { quoteLength } from "./strings.js";

/**
 * The changes that give a string token the wanted quotes, or none where its inside would then need
 * an escape. Triple quotes become `"""` whatever is wanted: they hold docstrings (PEP 257).
 */
export function delimit(
  text: string,
  from: number,
  to: number,
  wanted: "double" | "single",
  rule: string,
): Change[] {
  let quotes = from;
  while (text[quotes] !== "'" && text[quotes] !== '"') quotes++;
  const prefix = text.slice(from, quotes).toLowerCase();
  const interpolated = /[ft]/.test(prefix);
  if (quoteLength(text, quotes) !== 3 || to - quotes < 6) {
    if (interpolated && text.slice(quotes + 1, to - 1).includes(text[quotes]!)) return [];
    return requote(text, quotes, to, wanted === "double" ? '"' : "'", !prefix.includes("r"), rule);
  }
  const inside = text.slice(quotes + 3, to - 3);
  if (text[quotes] === '"' || text.slice(to - 3, to) !== "'''" || inside.includes('"')) return [];
  if (interpolated && inside.includes("'")) return [];
  return [
    { from: quotes, to: quotes + 3, text: '"""', rule },
    { from: to - 3, to, text: '"""', rule },
  ];
}
