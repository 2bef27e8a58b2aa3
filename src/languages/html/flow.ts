const WORDS = "if|else|for|empty|switch|case|default|defer|placeholder|loading|error";

/** What a block between braces begins with: `@if (late) {`, `} @else {`. */
const HEAD = new RegExp(`@(?:else\\s+if|${WORDS})\\b\\s*`, "y");

/** A statement among such blocks. */
const STATEMENT = /@let\s+[\w$]+\s*=(?:"[^"\r\n]*"|'[^'\r\n]*'|[^;"'@]){0,500};/y;

/** What one of them begins with. */
const BEGINS = new RegExp(`@(?:${WORDS}|let)\\b`, "y");

/** How long what a head says may be, and how far it is looked for what ends one. */
export const LONG = 2_000;

/** Brackets and texts in what it says. */
const PART = /"(?:\\.|[^"\\])*"|'(?:\\.|[^'\\])*'|[()]/g;

/** What goes on with a block behind the brace that ends its first part. */
const GOES_ON = /\s*(?=@(?:else|empty|placeholder|loading|error)\b)/y;

/** What may follow such a brace. */
const AFTER_BRACE = /\s|<|$/y;

/** Whether a head or a statement may begin at an offset, once what ends it is written. */
export function beginsFlow(text: string, at: number): boolean {
  BEGINS.lastIndex = at;
  return BEGINS.test(text);
}

/** Where brackets end that begin at an offset; 0 where they do not. */
function bracketsEnd(text: string, from: number): number {
  const said = text.slice(from, from + LONG);
  let depth = 0;
  for (const part of said.matchAll(PART))
    if (part[0] === "(") depth++;
    else if (part[0] === ")" && --depth === 0) return from + part.index + 1;
  return 0;
}

/** Where the head of a block ends, with its brace; 0 where none begins at an offset. */
function headEnd(text: string, at: number): number {
  HEAD.lastIndex = at;
  if (!HEAD.test(text)) return 0;
  let end = HEAD.lastIndex;
  if (text[end] === "(") {
    end = bracketsEnd(text, end);
    if (end === 0) return 0;
    while (/\s/.test(text[end] ?? "")) end++;
  }
  return text[end] === "{" ? end + 1 : 0;
}

/** Where a statement between markup ends; 0 where none begins at an offset. */
export function statementEnd(text: string, at: number): number {
  STATEMENT.lastIndex = at;
  return text[at] === "@" && STATEMENT.test(text) ? STATEMENT.lastIndex : 0;
}

/**
 * Where a piece of control flow between markup ends that begins at an offset: the head of a block, or the brace that ends
 * one, with the head that goes on with it. 0 where none begins there.
 *
 *     @for (tide of tides; track tide.id) {
 *       <li>{{ tide.time }}</li>
 *     } @empty {
 */
export function flowEnd(text: string, at: number): number {
  if (text[at] === "@") return headEnd(text, at);
  if (text[at] !== "}") return 0;
  GOES_ON.lastIndex = at + 1;
  const head = GOES_ON.test(text) ? headEnd(text, GOES_ON.lastIndex) : 0;
  if (head > 0) return head;
  AFTER_BRACE.lastIndex = at + 1;
  return AFTER_BRACE.test(text) ? at + 1 : 0;
}
