/**
 * Cuts a failing program down (after Zeller and Hildebrandt, "Simplifying and isolating failure-inducing
 * input", 2002): pieces are replaced by smaller ones or taken out as long as it goes on failing so.
 */
export async function shrink(text, crossing, fails) {
  let best = text;
  for (let tries = 0, better = true; better && tries < 600;) {
    better = false;
    for (const less of await smaller(best, crossing)) {
      if (++tries > 600) break;
      if (less.length >= best.length || !(await fails(less))) continue;
      best = less;
      better = true;
      break;
    }
  }
  return best;
}

/** Programs with something taken out, those that lose most first. */
async function smaller(text, crossing) {
  const parts = await crossing.pieces(text);
  const candidates = new Set();
  const add = (from, to, insert) => candidates.add(text.slice(0, from) + insert + text.slice(to));
  for (const [from, to] of parts?.roots ?? []) add(from, to, "");
  for (const [kind, from, to] of parts?.found ?? []) {
    add(from, to, "");
    if (kind === "expression" || kind === "type") {
      add(from, to, "a");
      for (const [inner, start, end] of parts.found)
        if (inner === kind && start >= from && end <= to && end - start < to - from)
          add(from, to, text.slice(start, end));
    }
    if (kind === "statement") add(from, to, crossing.indented === true ? "pass" : ";");
  }
  const tokens = parts?.tokens ?? [];
  for (const span of [16, 8, 4, 3, 2, 1])
    for (let i = 0; i + span <= tokens.length; i++) add(tokens[i][0], tokens[i + span - 1][1], "");
  for (const match of text.matchAll(/\/\*[^]*?\*\/|\/\/.*|#.*|\n\s*/g)) {
    add(match.index, match.index + match[0].length, "");
    if (match[0].length > 1)
      add(match.index, match.index + match[0].length, match[0][0] === "\n" ? "\n" : " ");
  }
  return [...candidates].sort((a, b) => a.length - b.length);
}
