import { columnsBetween } from "../../dist/core/text/width.js";

/** Lines over the limit that still hold a bracket pair with something between, outside strings and comments. */
export function splittableLines(language, text, limit) {
  const { tokens } = language.parse(text);
  const found = [];
  const starts = [0];
  for (let i = text.indexOf("\n"); i >= 0; i = text.indexOf("\n", i + 1)) starts.push(i + 1);
  const inTemplate = templateDepths(tokens);
  let t = 0;
  for (let line = 0; line < starts.length; line++) {
    const from = starts[line];
    const to = line + 1 < starts.length ? starts[line + 1] - 1 : text.length;
    while (t < tokens.count && tokens.start(t) < from) t++;
    if (to - from <= limit) continue;
    // What scripts read stays as it is.
    if (language.family === "css" && /^\s*--/.test(text.slice(from, to))) continue;
    const row = [];
    let end = from;
    for (let u = t; u < tokens.count && tokens.start(u) < to; u++) {
      if (tokens.isTrivia(u)) continue;
      if (inTemplate[u] === 0) row.push(tokens.textOf(u));
      end = tokens.end(u);
    }
    if (columnsBetween(text, from, end) <= limit || text.slice(from, to).includes("oak-tide"))
      continue;
    const open = [];
    for (let i = 0; i < row.length; i++) {
      if (/^[([{]$/.test(row[i])) open.push(i);
      else if (/^[)\]}]$/.test(row[i]) && open.length > 0) {
        if (!mayOpen(language, row, open.pop(), i)) continue;
        found.push(line + 1);
        break;
      }
    }
  }
  return found;
}

/**
 * Whether brackets hold more than a short word or an address; in C#, more than the type to which the next operand
 * is cast.
 */
function mayOpen(language, row, opener, closer) {
  const inside = row.slice(opener + 1, closer);
  if (inside.length === 0 || (inside.length === 1 && inside[0].length <= 12)) return false;
  if (row[opener - 1] === "url" && inside.length === 1) return false;
  const casts = language.name === "csharp" && row[opener] === "(";
  return (
    !casts
    || !/^[\w(@"$]/.test(row[closer + 1] ?? "")
    || !inside.every((token) => /^[\w.]+$/.test(token))
  );
}

/** How many templates stand around each token: what they hold is left as it is. */
function templateDepths(tokens) {
  const depths = [];
  let depth = 0;
  for (let t = 0; t < tokens.count; t++) {
    const token = tokens.isTrivia(t) ? "" : tokens.textOf(t);
    const goesOn = /^}./s.test(token);
    const opens = /\$\{$/.test(token);
    if (goesOn) depth--;
    depths.push(depth + (goesOn || opens || token.startsWith("`") ? 1 : 0));
    if (opens) depth++;
  }
  return depths;
}
