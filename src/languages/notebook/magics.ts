/** A cell whose lines that are no Python have names in their places. */
export interface Masked {
  readonly text: string;
  /** The text with the lines back; undefined where one has gone astray. */
  restored(text: string): string | undefined;
}

const NAME = /^([ \t]*)__line_(\d+)__;?$/;

/**
 * What a shell, a help page or a magic word begins, or what is given to a name from one: `%timeit x`, `!ls`, `x?`,
 * `files = !ls`.
 */
const MAGIC =
  /^[ \t]*(?:[%!?]|[\w.]+(?:[ \t]*,[ \t]*[\w.]+)*[ \t]*=[ \t]*[%!])|^[^#'"]*[\w\])]\?{1,2}[ \t]*$/;

/** Puts names in the places of lines that are no Python; undefined for a cell that is something else from its first line on. */
export function masked(text: string): Masked | undefined {
  if (/^\s*%%/.test(text)) return undefined;
  const lines: string[] = [];
  const written = text.split("\n");
  const open = openLines(text);
  const names: string[] = [];
  for (let i = 0; i < written.length; i++) {
    const line = written[i]!;
    if (open[i] === true || !MAGIC.test(line)) {
      names.push(line);
      continue;
    }
    let whole = line;
    // A line may go on behind a backslash.
    while (/\\$/.test(whole) && i + 1 < written.length) whole += `\n${written[++i]!}`;
    names.push(`${/^[ \t]*/.exec(line)![0]}__line_${lines.length}__`);
    lines.push(whole);
  }
  return {
    text: names.join("\n"),
    restored(after) {
      let next = 0;
      const rows = after.split("\n").map((row) => {
        const name = NAME.exec(row);
        if (name === null) return row;
        if (Number(name[2]) !== next) next = Infinity;
        const line = lines[next++];
        return line === undefined ? row : name[1]! + line.trimStart();
      });
      return next === lines.length && !rows.some((row) => NAME.test(row))
        ? rows.join("\n")
        : undefined;
    },
  };
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
