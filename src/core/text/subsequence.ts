/** Things of one sequence, and what another has in their place: [from, to) of both. */
export type Difference = readonly [oldFrom: number, oldTo: number, newFrom: number, newTo: number];

/**
 * Where two sequences differ, when as much as possible is taken for the same (longest common subsequence,
 * Wagner and Fischer 1974). It takes time and room by the product of their lengths.
 *
 * @param same whether thing `i` of the old one is thing `j` of the new one.
 */
export function differencesOf(
  oldLength: number,
  newLength: number,
  same: (i: number, j: number) => boolean,
): Difference[] {
  const columns = newLength + 1;
  const common = new Int32Array((oldLength + 1) * columns);
  for (let i = oldLength - 1; i >= 0; i--) {
    for (let j = newLength - 1; j >= 0; j--) {
      const cell = i * columns + j;
      common[cell] = same(i, j)
        ? common[cell + columns + 1]! + 1
        : Math.max(common[cell + columns]!, common[cell + 1]!);
    }
  }
  const found: Difference[] = [];
  let i = 0;
  let j = 0;
  while (i < oldLength || j < newLength) {
    const [oldFrom, newFrom] = [i, j];
    while (i < oldLength || j < newLength) {
      if (i < oldLength && j < newLength && same(i, j)) break;
      const cell = i * columns + j;
      if (j === newLength || (i < oldLength && common[cell + columns]! >= common[cell + 1]!)) i++;
      else j++;
    }
    if (i > oldFrom || j > newFrom) found.push([oldFrom, i, newFrom, j]);
    while (i < oldLength && j < newLength && same(i, j)) {
      i++;
      j++;
    }
  }
  return found;
}
