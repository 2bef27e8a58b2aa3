/**
 * The lines of a paragraph at whose end white space says something: within a code span or a tag, where a line end
 * is a blank itself.
 *
 * @param rows the paragraph's lines.
 * @returns by line, whether something is open at its end.
 */
export function openAtEnds(rows: readonly string[]): boolean[] {
  const open = rows.map(() => false);
  const text = rows.join("\n");
  if (!/[`<]/.test(text)) return open;
  const ends: number[] = [];
  let at = -1;
  for (const row of rows) ends.push(at += row.length + 1);
  const mark = (from: number, to: number): void => {
    ends.forEach((end, i) => {
      if (end >= from && end < to) open[i] = true;
    });
  };
  for (let i = nextSign(text, 0); i < text.length; i = nextSign(text, i + 1)) {
    if (text[i] === "\\") {
      i++;
    } else if (text[i] === "`") {
      const signs = /^`+/.exec(text.slice(i))![0];
      const close = closingRun(text, i + signs.length, signs.length);
      if (close >= 0) mark(i, close);
      i = close < 0 ? i + signs.length - 1 : close + signs.length - 1;
    } else if (text[i] === "<") {
      const close = text.indexOf(">", i);
      if (close >= 0) mark(i, close);
    }
  }
  return open;
}

/** Where the next sign stands that escapes, or may open something; the end of the text where none does. */
function nextSign(text: string, from: number): number {
  SIGN.lastIndex = from;
  return SIGN.test(text) ? SIGN.lastIndex - 1 : text.length;
}

const SIGN = /[\\`<]/g;

function closingRun(text: string, from: number, length: number): number {
  for (let i = from; i < text.length;) {
    if (text[i] !== "`") {
      i++;
      continue;
    }
    let end = i;
    while (text[end] === "`") end++;
    if (end - i === length) return i;
    i = end;
  }
  return -1;
}
