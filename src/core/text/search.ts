/** The last place among the first `count` of sorted numbers that holds at most `value`, or -1. */
export function lastAtMost(
  numbers: ArrayLike<number>,
  value: number,
  count = numbers.length,
): number {
  let low = -1;
  let high = count - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (numbers[middle]! <= value) low = middle;
    else high = middle - 1;
  }
  return low;
}
