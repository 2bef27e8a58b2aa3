/**
 * A program with one to three of its pieces replaced by pieces of the same kind from elsewhere, and perhaps a
 * comment in a gap, a word of two roles as a name, or a semicolon gone; undefined where it has no place.
 */
export function mutate(program, pool, crossing, chance, pick) {
  const edits = [];
  const times = 1 + Math.floor(chance() * 3);
  for (let i = 0; i < times; i++) {
    const edit = pickEdit(program, pool, crossing, chance, pick);
    const apart =
      edit !== undefined && edits.every(({ from, to }) => edit.to < from || edit.from > to);
    if (apart) edits.push(edit);
  }
  if (edits.length === 0) return undefined;
  edits.sort((a, b) => b.from - a.from);
  let { text } = program;
  for (const { from, to, insert } of edits) text = text.slice(0, from) + insert + text.slice(to);
  return text;
}

function pickEdit({ text, found, tokens }, pool, crossing, chance, pick) {
  if (found.length === 0 || tokens.length === 0) return undefined;
  const what = chance();
  if (what < 0.15) {
    const [from] = pick(tokens);
    return { from, to: from, insert: pick(crossing.comments) };
  }
  if (what < 0.2) {
    const names = tokens.filter(([from, to]) => /^[a-z_]\w*$/i.test(text.slice(from, to)));
    if (names.length === 0) return undefined;
    const [from, to] = pick(names);
    return { from, to, insert: pick(crossing.words) };
  }
  if (what < 0.25) {
    const ends = tokens.filter(([from]) => text[from] === ";");
    if (ends.length === 0) return undefined;
    const [from, to] = pick(ends);
    return { from, to, insert: "\n" };
  }
  if (what < 0.3) {
    // A line end where there was none, or none where there was one.
    const at = Math.floor(chance() * tokens.length);
    const from = at === 0 ? 0 : tokens[at - 1][1];
    if (text.slice(from, tokens[at][0]).trim() !== "") return undefined;
    return { from, to: tokens[at][0], insert: pick(["\n", " ", "\n\n\n"]) };
  }
  const [kind, from, to] = pick(found);
  const other = pool[kind];
  if (other === undefined) return undefined;
  const piece = pick(other);
  const brackets = crossing.brackets[kind];
  const bare = brackets === undefined || chance() < 0.6;
  const insert = bare ? piece : brackets[0] + piece + brackets[1];
  if (crossing.indented !== true || kind !== "statement") return { from, to, insert };
  const lineStart = text.lastIndexOf("\n", from - 1) + 1;
  const indent = /^\s*/.exec(text.slice(lineStart, from))[0];
  return { from, to, insert: insert.replace(/\n/g, `\n${indent}`) };
}
