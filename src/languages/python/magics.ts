/** A letter of names that nobody writes. */
const LETTER = "\u0298";

/**
 * What a shell, a help page or a magic word begins, or what is given to a name from one: `%timeit x`, `!ls`, `x?`,
 * `files = !ls`.
 */
const MAGIC =
  /^[ \t]*(?:[%!?]|[\w.]+(?:[ \t]*,[ \t]*[\w.]+)*[ \t]*=[ \t]*[%!])|^[^#'"]*[\w\])]\?{1,2}[ \t]*$/;

/**
 * The text of a notebook's cell with something as long in the place of each line that is no Python: a name, or a call
 * for what goes on behind a backslash. A cell that is something else from its first line on becomes comments.
 *
 *     %timeit low(4)      ʘʘʘʘʘʘʘʘʘʘʘʘʘʘ
 *     high(5)             high(5)
 */
export function withoutMagics(text: string): string {
  if (/^\s*%%/.test(text)) return text.replace(/[^\r\n]+/g, comment);
  const rows = text.split(/(?<=\n)/);
  const open = openLines(text);
  const masked: string[] = [];
  for (let i = 0; i < rows.length; i++) {
    let row = rows[i]!;
    if (open[i] === true || !MAGIC.test(row.trimEnd())) {
      masked.push(row);
      continue;
    }
    while (/\\\r?\n$/.test(row) && i + 1 < rows.length) row += rows[++i]!;
    const [, white, magic, end] = /^([ \t]*)([^]*?)([ \t\r\n]*)$/.exec(row)!;
    masked.push(
      white! + (magic!.includes("\n") ? call(magic!) : LETTER.repeat(magic!.length)) + end!,
    );
  }
  return masked.join("");
}

const comment = (row: string): string =>
  row.length < 2 ? "#".repeat(row.length) : `# ${LETTER.repeat(row.length - 2)}`;

/** A call with a text of several lines: nothing is laid out in it. */
function call(magic: string): string {
  const inner = magic.slice(5, -4).replace(/[^\r\n]/g, LETTER);
  return `${LETTER}("""${inner}""")`;
}

/** By line, whether a bracket or a string is open where it begins: a percent sign there is an operator. */
function openLines(text: string): boolean[] {
  const lines = [false];
  let depth = 0;
  let quotes = "";
  for (let i = 0; i < text.length; i++) {
    const c = text[i]!;
    if (c === "\n") {
      // A string of one line ends with it.
      if (quotes.length === 1) quotes = "";
      lines.push(depth > 0 || quotes !== "");
    } else if (c === "\\") {
      i++;
      if (text[i] === "\n") lines.push(true);
    } else if (quotes !== "") {
      if (!text.startsWith(quotes, i)) continue;
      i += quotes.length - 1;
      quotes = "";
    } else if (c === "#") {
      while (i + 1 < text.length && text[i + 1] !== "\n") i++;
    } else if (c === '"' || c === "'") {
      quotes = text.startsWith(c.repeat(3), i) ? c.repeat(3) : c;
      i += quotes.length - 1;
    } else if ("([{".includes(c)) {
      depth++;
    } else if (")]}".includes(c)) {
      depth = Math.max(0, depth - 1);
    }
  }
  return lines;
}
