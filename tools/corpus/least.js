/**
 * The fewest characters that must be deleted and inserted to turn one text into another
 * (Myers, "An O(ND) difference algorithm", 1986), or Infinity past `most`.
 */
export function distance(a, b, most = 4000) {
  let head = 0;
  while (head < a.length && head < b.length && a[head] === b[head]) head++;
  let tail = 0;
  while (
    tail < a.length - head
    && tail < b.length - head
    && a[a.length - 1 - tail] === b[b.length - 1 - tail]
  ) tail++;
  const old = a.slice(head, a.length - tail);
  const fresh = b.slice(head, b.length - tail);
  const reach = new Int32Array(2 * most + 3);
  for (let d = 0; d <= most; d++) {
    for (let k = -d; k <= d; k += 2) {
      const at = k + most + 1;
      let x = k === -d || (k !== d && reach[at - 1] < reach[at + 1])
        ? reach[at + 1]
        : reach[at - 1] + 1;
      let y = x - k;
      while (x < old.length && y < fresh.length && old.charCodeAt(x) === fresh.charCodeAt(y)) {
        x++;
        y++;
      }
      reach[at] = x;
      if (x >= old.length && y >= fresh.length) return d;
    }
  }
  return Infinity;
}

/**
 * What the changes cost in characters deleted and inserted, and the least that they could: gap by
 * gap, where a rewritten token stands for itself. Gaps too large to compare are left out.
 */
export function costs(text, changes, gapAt) {
  let cost = 0;
  let least = 0;
  for (let i = 0; i < changes.length;) {
    const gap = gapAt(changes[i]);
    let j = i + 1;
    while (gap >= 0 && j < changes.length && gapAt(changes[j]) === gap) j++;
    const from = changes[i].from;
    let at = from;
    let after = "";
    let own = 0;
    for (const change of changes.slice(i, j)) {
      after += text.slice(at, change.from) + change.text;
      own += change.to - change.from + change.text.length;
      at = change.to;
    }
    i = Math.max(j, i + 1);
    const best = gap < 0 ? own : distance(text.slice(from, at), after);
    if (best === Infinity) continue;
    cost += own;
    least += best;
  }
  return { cost, least };
}
